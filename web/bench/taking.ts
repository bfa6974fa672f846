/**
 * What happens to a figure under the hand, whatever it is taken in: read in the user's units, asked
 * about where it looks wrong, kept where it is refused, recorded, corrected.
 */
import { useRef, useState } from 'react';
import type { Side } from '#core/catalogue/quantities.ts';
import type { Correction, PlausibilityQuestion } from '#core/figures/plausibility.ts';
import { KEPT_AS_TYPED, type ReadQuantity } from '#core/figures/reading.ts';
import { readTypedReading } from '#core/figures/typed-reading.ts';
import type { TypedQuantity } from '#core/sizing/typed-quantity.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import type { LiveReading } from './live-reading.ts';

/** A reading that was asked about as typed. */
export interface Asked {
  text: string;
  value: number;
  question: PlausibilityQuestion;
  entered: Entered;
}

type Entered = 'typed' | 'live';

/** A figure that is to be recorded. */
export interface TakenFigure {
  typed: string;
  /** Canonical unit. */
  value: number;
  /** What a bare number in `typed` means. */
  unit: string;
  entered: Entered;
  note: string;
  /** The other shoe, where the sides were swapped. */
  side?: Side;
}

export interface TakingTerms {
  definition: ReadQuantity;
  /** What a bare number means: the unit that the user chose. */
  unit: string;
  text: string;
  setText: (text: string) => void;
  /** What is odd about a figure; undefined where nothing is, or nothing is asked here. */
  question: (read: TypedQuantity) => PlausibilityQuestion | undefined;
  /** Why nothing can be taken here; undefined where it can. */
  blocked?: () => string | undefined;
  live: LiveReading;
  /** True where the field holds a reading that is being corrected, over a reload too. */
  correcting?: boolean;
  record: (figure: TakenFigure) => void;
}

export interface Taking {
  fault: string;
  setFault: (fault: string) => void;
  asked: Asked | null;
  /** Another number whenever what stands in the field is to be written over; 0: it is gone on with. */
  selections: number;
  select: () => void;
  /** Forgets faults and questions: the hand goes elsewhere. */
  leave: () => void;
  /** The typed figure; true where there was none. */
  submit: () => boolean;
  /** The live figure, if it is steady and of this place. */
  take: () => void;
  /** Answers the question: as typed, or as the correction reads it. */
  answer: (correction: Correction | null) => void;
  /** Leaves the question for another figure; what is being corrected still is. */
  typeAgain: (begun?: string) => void;
}

export function useTaking(terms: TakingTerms): Taking {
  const { definition, unit, text, setText, live } = terms;
  const [fault, setFault] = useState('');
  const [asked, setAsked] = useState<Asked | null>(null);
  const [selections, setSelections] = useState(Number(terms.correcting ?? false));
  const count = useRef(1);
  const select = () => {
    count.current += 1;
    setSelections(count.current);
  };

  function refuse(words: string): void {
    setFault(words);
    select();
  }

  function leave(): void {
    setFault('');
    setAsked(null);
    setSelections(0);
  }

  function enter(figure: Omit<TakenFigure, 'note'> & { note?: string }): void {
    leave();
    terms.record({ note: '', ...figure });
  }

  /** A correction stays at its shoe: sides are not swapped by it. */
  function questionAbout(read: TypedQuantity): PlausibilityQuestion | undefined {
    const question = terms.question(read);
    if (!question || !terms.correcting) return question;
    return { ...question, corrections: question.corrections.filter(({ side }) => !side) };
  }

  function offer(typed: string, entered: Entered): void {
    const blocked = terms.blocked?.();
    if (blocked) {
      refuse(blocked);
      return;
    }
    const read = readTypedReading(typed, definition, unit);
    if (!read.ok) {
      refuse(read.fault.message);
      return;
    }
    const { value } = read.value;
    const question = questionAbout(read.value);
    if (!question) {
      enter({ typed, value, unit, entered });
      return;
    }
    setFault('');
    setText(typed);
    setAsked({ text: typed, value, question, entered });
    select();
  }

  return {
    fault,
    setFault,
    asked,
    selections,
    select,
    leave,
    submit() {
      const typed = text.trim();
      if (typed === '') return true;
      offer(typed, 'typed');
      return false;
    },
    take() {
      const read = live.take();
      if (!read.ok) setFault(read.fault);
      else offer(`${read.value} ${read.unit}`, 'live');
    },
    answer(correction) {
      if (!asked) return;
      const { text: typed, value, entered } = asked;
      const figure = { typed, value, unit, entered };
      if (!correction) {
        enter({ ...figure, note: KEPT_AS_TYPED });
        return;
      }
      const note = `typed ${typed}: ${correction.reason}`;
      if (correction.unit)
        enter({ ...figure, value: correction.value, unit: correction.unit, note });
      else if (correction.side) enter({ ...figure, side: correction.side, note });
      else {
        const { symbol } = canonicalUnit(definition.kind);
        const read = `${Number(correction.value.toPrecision(12))} ${symbol}`;
        enter({ ...figure, typed: read, value: correction.value, note });
      }
    },
    typeAgain(begun = '') {
      leave();
      setText(begun);
    },
  };
}
