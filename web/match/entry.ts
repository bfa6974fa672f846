/** What the hand types on the ladder: read, asked about where odd, recorded, and on to the next place. */
import { type KeyboardEvent, useLayoutEffect, useRef, useState } from 'react';
import { type MatchFeatureId, matchFeature } from '#core/match-features.ts';
import { writeNumber } from '#core/number-words.ts';
import { readLabel } from '#core/size-label.ts';
import { readTypedQuantity } from '#core/typed-quantity.ts';
import { canonicalUnit } from '#core/units.ts';
import type { Check } from './check.ts';
import type { LadderEntry } from './Ladder.tsx';
import { type MatchPlace, nextPlace, otherShoe, rowAlong } from './rows.ts';
import type { BenchCheck } from './waiting-check.ts';

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

export interface MatchKeys {
  onHelp: () => void;
  onDecide: () => void;
  onSights: () => void;
}

export function useMatchEntry(bench: Check & { check: BenchCheck }, keys: MatchKeys): LadderEntry {
  const { check, found } = bench;
  const ref = useRef<HTMLInputElement>(null);
  const [chosen, setChosen] = useState<MatchPlace | null>(null);
  const [passed, setPassed] = useState<MatchPlace | undefined>(undefined);
  const [text, setText] = useState('');
  const [fault, setFault] = useState('');
  const asked = useRef('');
  const place = check.decision
    ? undefined
    : (chosen ?? (found ? nextPlace(passed, check, found) : undefined));

  // The field is another one at each place. It takes the focus before the next key can come.
  const at = place && `${place.row} ${place.side}`;
  const before = useRef(at);
  const { onDecide } = keys;
  useLayoutEffect(() => {
    if (at) ref.current?.focus();
    else if (before.current) onDecide();
    before.current = at;
  }, [at, onDecide]);

  function choose(next: MatchPlace): void {
    setChosen(next);
    setText('');
    setFault('');
    asked.current = '';
  }

  function moveOn(from: MatchPlace): void {
    setChosen(null);
    setPassed(from);
    setText('');
    setFault('');
    asked.current = '';
  }

  function submitSeen(at: MatchPlace, typed: string): void {
    const { labels, marks } = check.seen;
    if (at.row === 'labels') {
      const read = typed === '' ? undefined : readLabel(typed);
      if (read && !read.ok) return setFault(read.fault.message);
      if (typed !== '') bench.see({ labels: { ...labels, [at.side]: typed } });
    } else if (typed !== '') bench.see({ marks: { ...marks, [at.side]: typed } });
    moveOn(at);
  }

  function submit(at: MatchPlace): void {
    const typed = text.trim();
    const { row, side } = at;
    if (row === 'labels' || row === 'marks') return submitSeen(at, typed);
    if (side === 'box') return;
    if (typed === '') {
      moveOn(at);
      return;
    }
    const others = bench.standingAt(row, side === 'left' ? 'right' : 'left');
    const { fault: wrong, ask } = faultOf(row, typed, others.at(-1)?.value);
    if (wrong) return setFault(wrong);
    if (ask && asked.current !== typed) {
      asked.current = typed;
      return setFault(ask);
    }
    bench.record(row, side, typed);
    moveOn(at);
  }

  /** The last reading comes back into the field; entered again it takes its own place. */
  function correct(): void {
    const last = check.readings.findLast((reading) => reading.voided === null);
    if (!last) return;
    bench.voidReading(last, 'corrected at the ladder');
    choose({ row: last.feature, side: last.side });
    setText(last.typed);
  }

  function voidHere(at: MatchPlace): void {
    if (at.row === 'labels' || at.row === 'marks' || at.side === 'box') return;
    const last = bench.standingAt(at.row, at.side).at(-1);
    if (last) bench.voidReading(last, 'voided at the ladder');
  }

  function onKey(event: KeyboardEvent<HTMLInputElement>): void {
    if (event.ctrlKey || event.metaKey || event.altKey || !place) return;
    const seen = place.row === 'labels' || place.row === 'marks';
    const whileEmpty: Record<string, () => void> = {
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
      ...(text === '' && !seen ? whileEmpty : {}),
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
    onText: (next) => {
      setText(next);
      setFault('');
    },
    onKey,
    onChoose: choose,
  };
}
