import { Button, Kbd } from '@mantine/core';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import type { Correction } from '#core/figures/plausibility.ts';
import classes from './Field.module.css';
import type { Asked } from './taking.ts';

function questionWords({ value, question }: Asked, name: string, write: Write): string {
  const typed = write(value);
  const against = write(question.against);
  if (question.kind === 'outside')
    return `${name}: ${typed} is ${value < question.against ? 'less' : 'more'} than shoes have (${against}).`;
  if (question.kind === 'far')
    return `${name}: ${typed} is far from the readings so far (about ${against}).`;
  if (question.kind === 'edition')
    return `${name}: ${typed} is not as other pairs of this edition (about ${against} in this size). Is it this pair, and this station?`;
  return `${name}: ${typed} is far from the other shoe (about ${against}).`;
}

/** An amount in canonical units, with its unit. */
type Write = (value: number) => string;

/** A reading that looks wrong is asked about as typed: kept, read otherwise, or typed again. */
export function Question({
  asked,
  name,
  write,
  onAnswer,
  onTypeAgain,
}: {
  asked: Asked;
  /** Of the station and shoe. */
  name: string;
  write: Write;
  onAnswer: (correction: Correction | null) => void;
  /** Told the digit that was typed already. */
  onTypeAgain: (begun: string) => void;
}) {
  const box = useRef<HTMLFieldSetElement>(null);
  useEffect(() => box.current?.focus(), []);
  const [correction] = asked.question.corrections;
  const press = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const key = event.key.toLowerCase();
    const act =
      key === 'c' && correction
        ? () => onAnswer(correction)
        : key === 'k'
          ? () => onAnswer(null)
          : key === 't' || key === 'escape'
            ? () => onTypeAgain('')
            : /^[\d.,-]$/.test(key)
              ? () => onTypeAgain(key)
              : undefined;
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  };
  return (
    <fieldset ref={box} tabIndex={-1} className={classes.question} onKeyDown={press}>
      <legend className="look-here">Is that right?</legend>
      <p>{questionWords(asked, name, write)}</p>
      <div className={classes.answers}>
        {correction && (
          <Button size="xs" onClick={() => onAnswer(correction)}>
            {correction.side
              ? `Record it ${correction.side} (sides swapped)`
              : `Record ${write(correction.value)} (${correction.reason})`}
            <Kbd ml={6}>c</Kbd>
          </Button>
        )}
        <Button size="xs" variant="default" onClick={() => onAnswer(null)}>
          Keep as typed <Kbd ml={6}>k</Kbd>
        </Button>
        <Button size="xs" variant="default" onClick={() => onTypeAgain('')}>
          Type again <Kbd ml={6}>t</Kbd>
        </Button>
      </div>
    </fieldset>
  );
}
