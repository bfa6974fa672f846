import { memo } from 'react';
import type { Instrument } from '#contract/lab-records.ts';
import { gaugeTraits } from '#core/catalogue/gauge.ts';
import type { Side } from '#core/catalogue/quantities.ts';
import { judgeTolerance, sideTolerance } from '#core/catalogue/tolerance.ts';
import { combineFigures, figureExpanded } from '#core/figures/figure.ts';
import type { Place } from '#core/figures/hand-order.ts';
import { decimalsIn } from '#core/sizing/number-words.ts';
import { fromCanonical, spanFromCanonical } from '#core/sizing/units.ts';
import { budgetWords } from '#core/statistics/budget-words.ts';
import { findDoubtfulReading } from '#core/statistics/outlier.ts';
import { ReadingStrip, stripDomain } from '../drawing/ReadingStrip.tsx';
import { useUnits } from '../shell/units.ts';
import classes from './StationStrips.module.css';
import type { Sitting } from './sitting.ts';

/** Reading strips of both shoes on one rule, with figures, and whether the shoes differ. */
export const StationStrips = memo(function StationStrips({
  sitting,
  place,
  sides,
  gauge,
  repeatabilitySd,
}: {
  sitting: Sitting;
  place: Place;
  sides: readonly Side[];
  gauge: Instrument | undefined;
  repeatabilitySd: number;
}) {
  const units = useUnits();
  const { quantity } = place;
  const unit = units.unitOf(quantity);
  const definition = units.define(quantity);
  const decimals = decimalsIn(unit, definition.decimals);
  const own = (value: number) => fromCanonical(value, unit);
  const figureOf = (side: Side) => sitting.figures[side][quantity];
  const spanned = sides.flatMap((side) => {
    const figure = figureOf(side);
    const U = figure ? figureExpanded(figure) : 0;
    const values = sitting.valuesAt(quantity, side);
    return figure ? [...values, figure.value - U, figure.value + U] : values;
  });
  const [least, most] = definition.plausible;
  const scored: [number, number] = [least - 1, most + 1];
  const domain = definition.ordinal
    ? scored
    : stripDomain(
        spanned.map(own),
        spanFromCanonical(
          definition.kind === 'mass' || definition.ordinal ? 1 : 10 ** -definition.decimals,
          unit,
        ),
      );
  /** Scores by hand have no figure: every vote is shown. */
  const score = (side: Side) =>
    sitting.scores
      .find((one) => one.quantity === quantity && one.side === side)
      ?.votes.join(', ') ?? '–';
  // What the advice beside the field does not say already.
  const marks = new Set(
    sides
      .flatMap((side) => figureOf(side)?.doubts ?? [])
      .filter(({ code }) => code === 'room' || code === 'conditioning' || code === 'set-up')
      .map(({ text }) => text),
  );
  const resolution = gauge ? gaugeTraits(gauge, new Date().toISOString()).resolution : 0;
  return (
    <div className={classes.strips}>
      {sides.map((side) => {
        const readings = sitting.standingAt(quantity, side);
        const figure = figureOf(side);
        const words = figure && units.writeOf(figure);
        const values = readings.map((reading) => reading.value);
        const doubtful = findDoubtfulReading(values, { repeatabilitySd, resolution });
        const count = `${readings.length} taken`;
        return (
          <div key={side} className={classes.row} data-here={side === place.side}>
            <span className={`${classes.side} ${side}`}>{side === 'left' ? 'Left' : 'Right'}</span>
            <span className={`figure soft ${classes.count}`}>{count}</span>
            <ReadingStrip
              side={side}
              domain={domain}
              decimals={decimals}
              name={`${quantity}-${side}`}
              mean={figure && own(figure.value)}
              U={figure && spanFromCanonical(figureExpanded(figure), unit)}
              marks={readings.map((reading, index) => ({
                key: reading.id,
                value: own(reading.value),
                trial: reading.trial,
                waiting: reading.waiting ?? false,
                doubtful: doubtful?.index === index,
              }))}
              says={`${definition.name}, ${side}: ${
                words
                  ? `${count}, ${readings.map((r) => units.write(quantity, r.value).value).join(', ')}; figure ${words.text}`
                  : 'nothing read yet'
              }`}
            />
            <span className={`figure ${classes.figure}`} data-testid={`figure-${side}`}>
              {words?.text ?? score(side)}
            </span>
          </div>
        );
      })}
      <SideDifference sitting={sitting} place={place} />
      {marks.size > 0 && <p className={classes.marks}>Marked: {[...marks].join('; ')}.</p>}
      {figureOf(place.side) && (
        <p className={classes.budget}>
          ± of the {place.side}: {budgetWords(figureOf(place.side)?.terms ?? [])}
        </p>
      )}
    </div>
  );
});

function SideDifference({ sitting, place }: { sitting: Sitting; place: Place }) {
  const units = useUnits();
  const { quantity } = place;
  const left = sitting.figures.left[quantity];
  const right = sitting.figures.right[quantity];
  if (!left || !right) return null;
  const d = combineFigures([
    { figure: right, coefficient: 1 },
    { figure: left, coefficient: -1 },
  ]);
  const tolerance = sideTolerance(quantity, (left.value + right.value) / 2, units.catalogue);
  const verdict = judgeTolerance(d.value, figureExpanded(d), tolerance);
  return (
    <p className={classes.difference}>
      Right less left <span className="figure">{units.writeOf(d).text}</span>; tolerance{' '}
      <span className="figure">{units.span(quantity, tolerance).replace('+', '')}</span>:{' '}
      <strong className={verdict === 'out' ? 'look-here' : undefined}>{verdict}</strong>
    </p>
  );
}
