/** What the hand types on the ladder: read, asked about where odd, recorded, and on to the next place. */
import { useLocalStorage } from '@mantine/hooks';
import { type KeyboardEvent, useLayoutEffect, useRef, useState } from 'react';
import type { Lab } from '#contract/records.ts';
import { type MatchFeatureId, matchFeature } from '#core/match-features.ts';
import { writeNumber } from '#core/number-words.ts';
import { stands } from '#core/reading.ts';
import { readLabel } from '#core/size-label.ts';
import { readTypedQuantity } from '#core/typed-quantity.ts';
import { canonicalUnit } from '#core/units.ts';
import type { BenchCheck } from '../bench/projected.ts';
import { useInstrument } from '../measure/instrument-choice.ts';
import { useLiveReading } from '../measure/live-reading.ts';
import type { Check } from './check.ts';
import type { LadderEntry } from './Ladder.tsx';
import {
  type MatchPlace,
  type MeasuredPlace,
  measuredAt,
  nextPlace,
  otherShoe,
  rowAlong,
} from './rows.ts';

/** A value this far from the other shoe's is asked about: the greater of a span and a share. */
const FAR_SHARE = 0.15;

function faultOf(
  feature: MatchFeatureId,
  text: string,
  other: number | undefined,
): { fault: string; ask?: string } {
  const { kind, plausible, decimals, name, against } = matchFeature(feature);
  const { symbol } = canonicalUnit(kind);
  const read = readTypedQuantity(text, kind, symbol);
  if (!read.ok) return { fault: read.fault.message };
  const { value } = read.value;
  const shown = `${writeNumber(value, decimals)} ${symbol}`;
  const [least, most] = plausible;
  if (value < least || value > most)
    return {
      fault: '',
      ask: `${name}: ${shown} is outside what shoes have (${least} to ${most} ${symbol}). Enter again keeps it.`,
    };
  const far =
    against === 'other' &&
    other !== undefined &&
    Math.abs(value - other) > Math.max(FAR_SHARE * Math.abs(other), 5);
  return far
    ? {
        fault: '',
        ask: `${name}: ${shown} is far from the other shoe (${writeNumber(other, decimals)} ${symbol}). Enter again keeps it.`,
      }
    : { fault: '' };
}

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
  corrects?: string | null;
}
const NO_DRAFT: MatchDraft = { place: null, texts: {}, corrects: null };
const keyOf = ({ row, side }: MatchPlace) => `${row} ${side}`;

function withText(
  { texts }: MatchDraft,
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

export function useMatchEntry(
  bench: Check & { check: BenchCheck },
  tag: string,
  lab: Lab,
  keys: MatchKeys,
): LadderEntry {
  const { check, found } = bench;
  const ref = useRef<HTMLInputElement>(null);
  const [{ place: chosen, texts, corrects = null }, setDraft] = useLocalStorage<MatchDraft>({
    key: `emvex-match-draft-${check.id}`,
    defaultValue: NO_DRAFT,
    getInitialValueInEffect: false,
  });
  const [passed, setPassed] = useState<MatchPlace | undefined>(undefined);
  const [fault, setFault] = useState('');
  const asked = useRef('');
  const place = check.decision
    ? undefined
    : (chosen ?? (found ? nextPlace(passed, check, found) : undefined));

  const corrected = check.readings.find((reading) => reading.id === corrects && stands(reading));

  const draftAt = (at: MatchPlace) => texts[keyOf(at)] ?? '';
  const text = place ? draftAt(place) : '';

  function setText(next: string): void {
    if (place) setDraft((draft) => withText(draft, place, next, place, corrects));
  }

  const gauge = useGaugeAt(place, bench, tag, lab);

  // The field is another one at each place. It takes the focus before the next key can come.
  const at = place && `${place.row} ${place.side}`;
  // What is corrected is selected, so that the next figure replaces it.
  useLayoutEffect(() => {
    if (corrects) ref.current?.select();
  }, [corrects]);
  const before = useRef(at);
  const { onDecide } = keys;
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
    setFault('');
    asked.current = '';
  }

  function moveOn(from: MatchPlace): void {
    setDraft((draft) => withText(draft, from, '', null));
    setPassed(from);
    setFault('');
    asked.current = '';
  }

  function submitSeen(at: MatchPlace, typed: string): void {
    if (at.row === 'labels') {
      const read = typed === '' ? undefined : readLabel(typed);
      if (read && !read.ok) {
        setFault(read.fault.message);
        return;
      }
      if (typed !== '') bench.see({ labels: { [at.side]: typed } });
    } else if (typed !== '') bench.see({ marks: { [at.side]: typed } });
    moveOn(at);
  }

  /** A figure for the place: recorded, or asked about where it looks wrong. */
  function offer(at: MeasuredPlace, typed: string): void {
    const { row, side } = at;
    const others = bench.standingAt(row, side === 'left' ? 'right' : 'left');
    const { fault: wrong, ask } = faultOf(row, typed, others.at(-1)?.value);
    if (wrong) {
      setFault(wrong);
      return;
    }
    if (ask && asked.current !== typed) {
      asked.current = typed;
      // A live figure is kept by Enter as a typed one is.
      setText(typed);
      setFault(ask);
      return;
    }
    bench.record({
      feature: row,
      side,
      typed,
      instrumentId: gauge.instrument?.id ?? null,
      // What was voided or corrected meanwhile is not corrected again.
      supersedes: corrected?.id ?? null,
    });
    moveOn(at);
  }

  function submit(at: MatchPlace): void {
    const typed = text.trim();
    const measured = measuredAt(at);
    if (!measured) submitSeen(at, typed);
    else if (typed === '') moveOn(at);
    else offer(measured, typed);
  }

  function take(at: MatchPlace): void {
    const measured = measuredAt(at);
    if (!measured) return;
    const read = gauge.take();
    if (!read.ok) setFault(read.fault);
    else offer(measured, `${read.value} ${read.unit}`);
  }

  /** The last reading comes back into the field, selected: what is entered there supersedes it. */
  function correct(): void {
    const last = check.readings.findLast(stands);
    if (!last) return;
    choose({ row: last.quantity, side: last.side }, last.typed, last.id);
  }

  function voidHere(at: MatchPlace): void {
    const measured = measuredAt(at);
    const last = measured && bench.standingAt(measured.row, measured.side).at(-1);
    if (last) bench.voidReading(last, 'voided at the ladder');
  }

  function onKey(event: KeyboardEvent<HTMLInputElement>): void {
    if (event.ctrlKey || event.metaKey || event.altKey || !place) return;
    const whileEmpty: Record<string, () => void> = {
      ' ': () => take(place),
      Backspace: correct,
      v: () => voidHere(place),
      d: keys.onDecide,
      e: keys.onSights,
      '?': keys.onHelp,
    };
    const acts: Record<string, (() => void) | undefined> = {
      Enter: () => submit(place),
      '[': () => choose(rowAlong(place, check.kind, -1)),
      ']': () => choose(rowAlong(place, check.kind, 1)),
      '\\': () => choose(otherShoe(place)),
      // Words are typed in these rows: a letter is no key there.
      ...(text === '' && measuredAt(place) ? whileEmpty : {}),
    };
    const act = acts[event.key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  }

  return {
    ref,
    place,
    text,
    fault,
    corrects: corrected ? `Replaces ${corrected.typed}; [ or ] leaves it as it is.` : '',
    onText: (next) => {
      setText(next);
      setFault('');
    },
    onKey,
    onChoose: (next) => choose(next),
    draftAt,
    gauge: { ...gauge, take: () => place && take(place) },
  };
}
