/** What the hand types on the ladder: recorded at its place, and on to the next. */
import { type RefObject, useLayoutEffect, useRef, useState } from 'react';
import type { Lab } from '#contract/lab-records.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { questionReading } from '#core/figures/plausibility.ts';
import { stands } from '#core/figures/reading.ts';
import { readLabel } from '#core/sizing/printed-label.ts';
import { nameLabel, type SizeLabel } from '#core/sizing/size-label.ts';
import type { FieldKeys } from '../bench/Field.tsx';
import { useInstrument } from '../bench/instrument-choice.ts';
import { useLiveReading } from '../bench/live-reading.ts';
import type { BenchCheck } from '../bench/projected.ts';
import { useSteady } from '../bench/steady.ts';
import { type Taking, useTaking } from '../bench/taking.ts';
import { useDraft } from '../kit/draft.ts';
import { useUnits } from '../shell/units.ts';
import type { Check } from './check.ts';
import { type MatchPlace, measuredAt, nextPlace, otherShoe, rowAlong } from './rows.ts';

/** The gauge of the place under the hand, with its live figure. */
function useGaugeAt(
  place: MatchPlace | undefined,
  { check, standingAt }: Check,
  tag: string,
  lab: Lab,
) {
  const held = place && measuredAt(place);
  const feature = held && matchFeature(held.row);
  const choice = useInstrument(lab, feature?.tool);
  const reading = useLiveReading(
    choice.instrument,
    feature?.tool ?? 'hand',
    held &&
      feature && {
        tag,
        side: held.side,
        quantity: held.row,
        basis: '',
        words: `${feature.name.toLowerCase()}, ${held.side}`,
        taken: check ? standingAt(held.row, held.side).length : 0,
      },
  );
  return { ...choice, ...reading };
}

/** Figures half typed, by place, and the place under the hand: kept in the browser until entered. */
interface MatchDraft {
  place: MatchPlace | null;
  texts: Record<string, string>;
  /** The reading that the figure under the hand corrects. */
  corrects: string | null;
}
const NO_DRAFT: MatchDraft = { place: null, texts: {}, corrects: null };
const keyOf = ({ row, side }: MatchPlace) => `${row} ${side}`;

function withText(
  { texts = {} }: Partial<MatchDraft>,
  at: MatchPlace,
  text: string,
  place: MatchPlace | null,
  corrects: string | null = null,
): MatchDraft {
  const { [keyOf(at)]: _, ...others } = texts;
  return { place, corrects, texts: text === '' ? others : { ...others, [keyOf(at)]: text } };
}

export interface MatchKeys {
  onHelp: () => void;
  onDecide: () => void;
  onSights: () => void;
}

/** What stands under the hand, and what its keys do. */
export interface LadderEntry extends Pick<Taking, 'fault' | 'asked' | 'selections' | 'answer'> {
  ref: RefObject<HTMLInputElement | null>;
  place: MatchPlace | undefined;
  text: string;
  /** What is corrected here, in words; empty where nothing is. */
  corrects: string;
  keys: FieldKeys;
  onText: (text: string) => void;
  onTypeAgain: (begun: string) => void;
  onChoose: (place: MatchPlace) => void;
  draftAt: (place: MatchPlace) => string;
  gauge: ReturnType<typeof useGaugeAt>;
  take: () => void;
}

export function useMatchEntry(
  bench: Check & { check: BenchCheck },
  { tag, label: received }: { tag: string; label: SizeLabel },
  lab: Lab,
  { onHelp, onDecide, onSights }: MatchKeys,
): LadderEntry {
  const { check, found } = bench;
  const units = useUnits();
  const ref = useRef<HTMLInputElement>(null);
  const [{ place: chosen, texts, corrects }, setDraft] = useDraft<MatchDraft>(
    `check ${check.id}`,
    NO_DRAFT,
  );
  const [passed, setPassed] = useState<MatchPlace | undefined>(undefined);
  const place = check.decision
    ? undefined
    : (chosen ?? (found ? nextPlace(passed, check, found) : undefined));
  const measured = place && measuredAt(place);
  const feature = matchFeature(measured?.row ?? 'mass');
  // What was voided or corrected meanwhile is not corrected again.
  const corrected = check.readings.find((reading) => reading.id === corrects && stands(reading));

  const draftAt = (at: MatchPlace) => texts[keyOf(at)] ?? '';
  const text = place ? draftAt(place) : '';

  function setText(next: string): void {
    if (place) setDraft((draft) => withText(draft, place, next, place, corrects));
  }

  const gauge = useGaugeAt(place, bench, tag, lab);

  function moveOn(from: MatchPlace): void {
    setDraft((draft) => withText(draft, from, '', null));
    setPassed(from);
    taking.leave();
  }

  const taking = useTaking({
    definition: feature,
    unit: units.unitOfKind(feature.kind).symbol,
    text,
    setText,
    live: gauge,
    correcting: corrected !== undefined,
    record({ typed, unit, entered, note, side }) {
      if (!measured || !place) return;
      bench.record({
        feature: measured.row,
        side: side ?? measured.side,
        typed,
        unit,
        entered,
        note,
        // A correction is of the same reading: it was taken with what it was taken with.
        instrumentId: corrected ? corrected.instrumentId : (gauge.instrument?.id ?? null),
        supersedes: corrected?.id ?? null,
      });
      moveOn(place);
    },
    question({ value, bare, enteredUnit }) {
      if (!measured) return undefined;
      // Against zero each shoe stands by itself.
      const soFar = (side: 'left' | 'right') =>
        feature.against === 'zero'
          ? []
          : bench
              .standingAt(measured.row, side)
              .filter((reading) => reading.id !== corrected?.id)
              .map((reading) => reading.value);
      return questionReading({
        definition: { ...feature, sideTolerance: feature.tolerance },
        side: measured.side,
        value,
        bare,
        unit: enteredUnit,
        soFar: { left: soFar('left'), right: soFar('right') },
        repeatabilitySd: feature.repeatabilitySd,
      });
    },
  });

  // The field is another one at each place. It takes the focus before the next key can come.
  const at = place && keyOf(place);
  const before = useRef(at);
  useLayoutEffect(() => {
    if (at) ref.current?.focus();
    else if (before.current) onDecide();
    before.current = at;
  }, [at, onDecide]);

  /** What is half typed elsewhere stays there, and is found again. */
  function choose(next: MatchPlace, typed = draftAt(next), correcting: string | null = null): void {
    setDraft((draft) => {
      // What was brought back to be corrected stands already: left there it would be read once more.
      const left = corrects && place ? withText(draft, place, '', null) : draft;
      return withText(left, next, typed, next, correcting);
    });
    taking.leave();
  }

  const onChoose = useSteady((next: MatchPlace) => choose(next));

  function submitSeen(from: MatchPlace): void {
    const typed = text.trim();
    if (from.row === 'labels') {
      // As received, where nothing is typed: that is what was looked at.
      const label = typed === '' ? nameLabel(received) : typed;
      const read = readLabel(label);
      if (!read.ok) {
        taking.setFault(read.fault.message);
        taking.select();
        return;
      }
      bench.see({ labels: { [from.side]: label } });
    } else if (typed !== '') bench.see({ marks: { [from.side]: typed } });
    moveOn(from);
  }

  function submit(from: MatchPlace): void {
    if (!measuredAt(from)) submitSeen(from);
    else if (taking.submit()) moveOn(from);
  }

  /** The last reading comes back into the field, selected: what is entered there supersedes it. */
  function correctLast(): void {
    const last = check.readings.findLast(stands);
    if (!last) return;
    choose({ row: last.quantity, side: last.side }, last.typed, last.id);
    taking.select();
  }

  function voidHere(): void {
    const last = measured && bench.standingAt(measured.row, measured.side).at(-1);
    if (last) void bench.undo(last, 'voided at the ladder');
  }

  const keys: FieldKeys = place
    ? {
        Enter: () => submit(place),
        '[': () => choose(rowAlong(place, check.kind, -1)),
        ']': () => choose(rowAlong(place, check.kind, 1)),
        '\\': () => choose(otherShoe(place)),
        // Words are typed in the rows of labels and marks: a letter is no key there.
        ...(text === '' && measured
          ? {
              ' ': taking.take,
              Backspace: correctLast,
              v: voidHere,
              d: onDecide,
              e: onSights,
              '?': onHelp,
            }
          : {}),
      }
    : {};

  return {
    ref,
    place,
    text,
    fault: taking.fault,
    asked: taking.asked,
    selections: taking.selections,
    answer: taking.answer,
    corrects: corrected ? `Replaces ${corrected.typed}; [ or ] leaves it as it is.` : '',
    keys,
    onText(next) {
      setText(next);
      taking.setFault('');
    },
    onTypeAgain(begun) {
      taking.typeAgain(begun);
      ref.current?.focus();
    },
    onChoose,
    draftAt,
    gauge,
    take: taking.take,
  };
}
