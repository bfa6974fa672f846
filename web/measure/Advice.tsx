import { Button } from '@mantine/core';
import dayjs from 'dayjs';
import { memo } from 'react';
import type { Instrument, Protocol } from '#contract/lab-records.ts';
import { calibrationOn, gaugeTraits } from '#core/catalogue/gauge.ts';
import type { Place } from '#core/figures/hand-order.ts';
import { adviseStation } from '#core/figures/station-advice.ts';
import type { BenchReading } from '../bench/projected.ts';
import { type UnitWords, useUnits } from '../shell/units.ts';
import classes from './Advice.module.css';
import type { Sitting } from './sitting.ts';

const COUNT_WORDS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'];
const countWord = (n: number) => COUNT_WORDS[n] ?? String(n);
const ordinal = (index: number) =>
  ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'][index] ?? `${index + 1}th`;

/** Scores by hand are votes: nothing is averaged and nothing is asked for. */
function scoreWords(
  votes: readonly number[],
  write: (vote: number) => string,
): { head: string; text: string } {
  return {
    head:
      votes.length === 0
        ? 'Nothing scored here yet.'
        : `${votes.length === 1 ? 'Scored' : 'Votes'}: ${votes.map(write).join(', ')}.`,
    text: 'In a word, by hand. It stands as a vote: never averaged, never held against a fixture.',
  };
}

/** Headline and explanation of an advice, in the words of the bench. */
function adviceWords(
  advice: ReturnType<typeof adviseStation>,
  place: Place,
  n: number,
  units: UnitWords,
): { head: string; text: string; behind?: string } {
  const span = (value: number) => units.span(place.quantity, value).replace(/^[+−]/, '');
  switch (advice.kind) {
    case 'first':
      return { head: 'Nothing read here yet.', text: 'One reading is enough to go on.' };
    case 'single':
      return {
        head: `One reading: ± ${span(advice.U)} as it stands.`,
        text: 'A second, with gauge and shoe placed again, shows whether it repeats.',
      };
    case 'fixed':
      return {
        head: `${countWord(advice.n)} ${advice.n === 1 ? 'touch' : 'touches'}: ± ${span(advice.U)} as it stands.`.replace(
          /^./,
          (letter) => letter.toUpperCase(),
        ),
        text:
          span(advice.UofAll) === span(advice.U)
            ? `The usual ${countWord(advice.of)} would hardly make it surer.`
            : `The usual ${countWord(advice.of)}, each at another spot, would make it about ± ${span(advice.UofAll)}; their median stands.`,
      };
    case 'take-more':
      return {
        head: `The ${countWord(n)} readings are ${span(advice.range)} apart; this gauge usually stays within ${span(advice.usual)}.`,
        text: `Take ${n === 3 ? 'one' : 'two'} more. If the four still spread over ${span(advice.widest)}, Emvex reports their median and says so.`,
      };
    case 'median':
      return {
        head: `${countWord(advice.n)} readings spread over ${span(advice.range)}; ${span(advice.allowed)} is usual.`.replace(
          /^./,
          (letter) => letter.toUpperCase(),
        ),
        text: 'Their median stands, and the figure says so. Look at how gauge and shoe are placed.',
      };
    case 'doubtful':
      return {
        head: `${ordinal(advice.index)} reading ${span(Math.abs(advice.distance))} ${advice.distance > 0 ? 'above' : 'below'} the others.`.replace(
          /^./,
          (letter) => letter.toUpperCase(),
        ),
        text: `It stands ${advice.doubt === 'outlier' ? 'much ' : ''}farther off than repeats do. Take it again, or keep it?`,
        behind: `Grubbs’ test, two-sided: ${advice.doubt === 'outlier' ? 'an outlier at 1 %' : 'a straggler at 5 %'} (ISO 5725-2).`,
      };
    case 'agree':
      return {
        head: `The readings agree${advice.allowed > 0 ? `: ${span(advice.range)} apart, ${span(advice.allowed)} is usual` : ''}.`,
        text:
          advice.worth && span(advice.worth.from) !== span(advice.worth.to)
            ? `One more here would bring ± ${span(advice.worth.from)} to ± ${span(advice.worth.to)}.`
            : 'One more would hardly make it surer: the gauge’s calibration rules now.',
      };
  }
}

/** What the bench says about the readings at this station. */
export const Advice = memo(function Advice({
  sitting,
  place,
  station,
  gauge,
  onVoid,
}: {
  sitting: Sitting;
  place: Place;
  station: Protocol['stations'][number] | undefined;
  gauge: Instrument | undefined;
  onVoid: (reading: BenchReading) => void;
}) {
  const units = useUnits();
  const definition = units.define(place.quantity);
  const now = new Date().toISOString();
  const values = sitting.valuesAt(place.quantity, place.side);
  const advice = adviseStation(values, sitting.figures[place.side][place.quantity], {
    repeatabilitySd: station?.repeatability.sd ?? definition.repeatabilitySd,
    resolution: gauge ? gaugeTraits(gauge, now).resolution : 0,
    fixedReadings: definition.fixedReadings,
  });
  const { head, text, behind } = definition.ordinal
    ? {
        ...scoreWords(values, (vote) => units.write(place.quantity, vote).text),
        behind: undefined,
      }
    : adviceWords(advice, place, values.length, units);
  const calibration = gauge && calibrationOn(gauge, now);
  const overdue = calibration !== undefined && calibration.dueOn < now.slice(0, 10);
  const urgent = ['take-more', 'median', 'doubtful'].includes(advice.kind);
  const doubtful =
    advice.kind === 'doubtful'
      ? sitting.standingAt(place.quantity, place.side)[advice.index]
      : undefined;
  return (
    <div className={classes.advice} aria-live="polite">
      <p className={classes.head} data-urgent={urgent}>
        {head}
      </p>
      <p>{text}</p>
      {behind && (
        <details className="soft">
          <summary>How that is told</summary>
          {behind}
        </details>
      )}
      {doubtful && (
        <Button size="xs" variant="default" mt={6} onClick={() => onVoid(doubtful)}>
          Void reading {doubtful.trial}…
        </Button>
      )}
      {gauge && (
        <p className={`soft ${classes.gauge}`}>
          {gauge.name}, to {gauge.resolution} {gauge.unit}
          {station && !definition.ordinal
            ? `; repeats scatter by ${units.span(place.quantity, station.repeatability.sd).replace('+', '')}`
            : ''}
          {calibration ? `; calibrated to ${dayjs(calibration.dueOn).format('D MMM YYYY')}` : ''}
        </p>
      )}
      {overdue && (
        <p className="look-here">
          {gauge?.name} was due for calibration on {dayjs(calibration.dueOn).format('D MMM YYYY')}:
          its readings are marked.
        </p>
      )}
    </div>
  );
});
