/** What happens to a figure at the entry field: read, asked about, recorded, corrected. */
import { useState } from 'react';
import type { Instrument } from '#contract/records.ts';
import { questionReading } from '#core/plausibility.ts';
import type { Side } from '#core/quantities.ts';
import { stands } from '#core/reading.ts';
import type { Room } from '#core/room.ts';
import { nameTool } from '#core/tools.ts';
import { readTypedReading } from '#core/typed-reading.ts';
import { canonicalUnit } from '#core/units.ts';
import type { BenchReading } from '../bench/projected.ts';
import { useUnits } from '../shell/units.ts';
import type { Asked } from './EntryField.tsx';
import type { LiveReading } from './live-reading.ts';
import type { HandPlace } from './place.ts';
import type { Sitting } from './sitting.ts';

type Entered = 'typed' | 'live';

interface Given {
  typed: string;
  value: number;
  unit: string;
  entered: Entered;
  note?: string;
  side?: Side;
}

export function useEntry(
  sitting: Sitting,
  at: HandPlace,
  instrument: Instrument | undefined,
  live: LiveReading,
  room: Room,
  focus: () => void,
) {
  const units = useUnits();
  const [fault, setFault] = useState('');
  const [asked, setAsked] = useState<(Asked & { entered: Entered }) | null>(null);
  const [correcting, setCorrecting] = useState<BenchReading | null>(null);
  const { place, station } = at;
  const definition = units.define(place.quantity);
  const unit = units.unitOf(place.quantity);

  function leave(): void {
    setFault('');
    setAsked(null);
    setCorrecting(null);
  }

  function enter({ typed, value, unit: bare, entered, note = '', side = place.side }: Given): void {
    if (!instrument) {
      setFault(
        `The lab has no ${nameTool(station?.tool ?? definition.tool)}. Add one under Lab, Instruments; the figure stays here.`,
      );
      return;
    }
    const next = correcting ? place : at.after(value);
    sitting.record({
      quantity: place.quantity,
      side,
      typed,
      unit: bare,
      // A correction is of the same reading: it was taken with what it was taken with.
      instrumentId: correcting?.instrumentId ?? instrument.id,
      entered,
      room: correcting
        ? {
            temperatureC: correcting.temperatureC ?? undefined,
            humidityPct: correcting.humidityPct ?? undefined,
          }
        : room,
      supersedes: correcting ?? undefined,
      reason: correcting ? 'mistyped' : '',
      note,
    });
    leave();
    at.goTo(side === place.side ? next : place);
    focus();
  }

  /** Reads a figure by the rules of its quantity, and asks where it looks wrong. */
  function offer(text: string, entered: Entered): void {
    const read = readTypedReading(text, definition, unit.symbol);
    if (!read.ok) {
      setFault(read.fault.message);
      return;
    }
    const others = (side: Side) =>
      sitting
        .standingAt(place.quantity, side)
        .filter((reading) => reading.id !== correcting?.id)
        .map((reading) => reading.value);
    const { value, bare, enteredUnit } = read.value;
    const question = definition.ordinal
      ? undefined
      : questionReading({
          definition,
          side: place.side,
          value,
          bare,
          unit: enteredUnit,
          soFar: { left: others('left'), right: others('right') },
          repeatabilitySd: station?.repeatability.sd ?? definition.repeatabilitySd,
        });
    if (question) {
      setFault('');
      setAsked({ text, value, question, entered });
      return;
    }
    enter({ typed: text, value, unit: unit.symbol, entered });
  }

  return {
    fault,
    setFault,
    asked,
    correcting,
    leave,
    /** The typed figure; true where there was none and the hand goes on. */
    submit(): boolean {
      const text = at.text.trim();
      if (text === '') return true;
      offer(text, 'typed');
      return false;
    },
    /** The live figure, if it is steady and of this station. */
    take(): void {
      const read = live.take();
      if (!read.ok) setFault(read.fault);
      else offer(`${read.value} ${read.unit}`, 'live');
    },
    /** Answers the question about an odd reading: as typed, or as the correction reads it. */
    answer(correction: Asked['question']['corrections'][number] | null): void {
      if (!asked) return;
      const { text: typed, value, entered } = asked;
      const given = { typed, value, unit: unit.symbol, entered };
      if (!correction) {
        enter({ ...given, note: 'asked about, kept as typed' });
        return;
      }
      const note = `typed ${typed}: ${correction.reason}`;
      if (correction.unit)
        enter({ ...given, value: correction.value, unit: correction.unit, note });
      else if (correction.side) enter({ ...given, side: correction.side, note });
      else {
        const { symbol } = canonicalUnit(definition.kind);
        enter({
          ...given,
          typed: `${Number(correction.value.toPrecision(12))} ${symbol}`,
          value: correction.value,
          note,
        });
      }
    },
    correctLast(): void {
      const last = sitting.readings.findLast(stands);
      if (!last) return;
      if (last.entered === 'curve') {
        setFault('The last reading came from a curve: drag its window, or void it.');
        return;
      }
      at.goTo({ quantity: last.quantity, side: last.side }, last.typed);
      setCorrecting(last);
      setAsked(null);
    },
  };
}

export type Entry = ReturnType<typeof useEntry>;
