/** What happens to a figure at a station of a sitting: recorded there, and the hand goes on. */
import type { Instrument } from '#contract/lab-records.ts';
import type { Side } from '#core/catalogue/quantities.ts';
import { nameTool } from '#core/catalogue/tools.ts';
import { questionReading } from '#core/figures/plausibility.ts';
import { stands } from '#core/figures/reading.ts';
import type { Room } from '#core/figures/room.ts';
import type { LiveReading } from '../bench/live-reading.ts';
import type { BenchReading } from '../bench/projected.ts';
import { type TakenFigure, type Taking, useTaking } from '../bench/taking.ts';
import { useUnits } from '../shell/units.ts';
import type { HandPlace } from './place.ts';
import type { Sitting } from './sitting.ts';

export interface Entry extends Taking {
  /** The reading that the figure under the hand corrects. */
  correcting: BenchReading | undefined;
  correctLast: () => void;
}

/** What the other pairs of the edition let expect; undefined until it is known. */
type ExpectedFigures = readonly { quantity: string; value: number; U: number }[] | undefined;

/** A correction was taken with what the reading was taken with. */
const termsOf = ({ instrumentId, temperatureC, humidityPct }: BenchReading) => ({
  instrumentId,
  room: { temperatureC: temperatureC ?? undefined, humidityPct: humidityPct ?? undefined },
});

export function useEntry(
  sitting: Sitting,
  at: HandPlace,
  instrument: Instrument | undefined,
  live: LiveReading,
  room: Room,
  expected: ExpectedFigures,
  focus: () => void,
): Entry {
  const units = useUnits();
  const { place, station } = at;
  const definition = units.define(place.quantity);
  const unit = units.unitOf(place.quantity).symbol;
  // What was voided or corrected meanwhile is not corrected again.
  const correcting = sitting.readings.find(
    ({ id, ...reading }) => id === at.corrects && stands(reading),
  );

  function record({ value, side = place.side, ...figure }: TakenFigure): void {
    const next = correcting ? place : at.after(value);
    const terms = correcting ? termsOf(correcting) : { instrumentId: instrument?.id ?? '', room };
    sitting.record({
      ...figure,
      ...terms,
      quantity: place.quantity,
      side,
      supersedes: correcting,
      reason: correcting ? 'mistyped' : '',
    });
    at.goTo(side === place.side ? next : place);
    focus();
  }

  const others = (side: Side) =>
    sitting
      .standingAt(place.quantity, side)
      .filter((reading) => reading.id !== correcting?.id)
      .map((reading) => reading.value);

  const taking = useTaking({
    definition,
    unit,
    text: at.text,
    setText: at.setText,
    live,
    correcting: correcting !== undefined,
    record,
    blocked: () =>
      instrument
        ? undefined
        : `The lab has no ${nameTool(station?.tool ?? definition.tool)}. Add one under Lab, Instruments; the figure stays here.`,
    question: ({ value, bare, enteredUnit }) =>
      definition.ordinal
        ? undefined
        : questionReading({
            definition,
            side: place.side,
            value,
            bare,
            unit: enteredUnit,
            soFar: { left: others('left'), right: others('right') },
            repeatabilitySd: station?.repeatability.sd ?? definition.repeatabilitySd,
            expected: expected?.find(({ quantity }) => quantity === place.quantity),
          }),
  });

  return {
    ...taking,
    correcting,
    correctLast() {
      const last = sitting.readings.findLast(stands);
      if (!last) return;
      if (last.entered === 'curve') {
        taking.setFault('The last reading came from a curve: drag its window, or void it.');
        return;
      }
      taking.leave();
      at.goTo({ quantity: last.quantity, side: last.side }, last.typed, last.id);
      taking.select();
    },
  };
}
