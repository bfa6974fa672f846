import { Button, Kbd } from '@mantine/core';
import { type KeyboardEvent, type Ref, useEffect, useRef } from 'react';
import type { Place } from '#core/hand-order.ts';
import type { Correction, PlausibilityQuestion } from '#core/plausibility.ts';
import type { BenchReading } from '../bench/projected.ts';
import { useUnits } from '../shell/units.ts';
import classes from './EntryField.module.css';

/** A reading that was asked about as typed. */
export interface Asked {
  text: string;
  value: number;
  question: PlausibilityQuestion;
}

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];

function questionWords(asked: Asked, place: Place, units: ReturnType<typeof useUnits>): string {
  const { name } = units.define(place.quantity);
  const typed = units.write(place.quantity, asked.value).text;
  const against = units.write(place.quantity, asked.question.against).text;
  const station = `${name}, ${place.side}`;
  if (asked.question.kind === 'outside')
    return `${station}: ${typed} is ${asked.value < asked.question.against ? 'less' : 'more'} than shoes have (${against}).`;
  if (asked.question.kind === 'far')
    return `${station}: ${typed} is far from the readings so far (about ${against}).`;
  return `${station}: ${typed} is far from the other shoe (about ${against}).`;
}

function Question({
  asked,
  place,
  onAnswer,
  onLeave,
}: {
  asked: Asked;
  place: Place;
  onAnswer: (correction: Correction | null) => void;
  onLeave: (typed: string) => void;
}) {
  const units = useUnits();
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
            ? () => onLeave('')
            : /^[\d.,-]$/.test(key)
              ? () => onLeave(key)
              : undefined;
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  };
  return (
    <fieldset ref={box} tabIndex={-1} className={classes.question} onKeyDown={press}>
      <legend className="look-here">Is that right?</legend>
      <p>{questionWords(asked, place, units)}</p>
      <div className={classes.answers}>
        {correction && (
          <Button size="xs" onClick={() => onAnswer(correction)}>
            {correction.side
              ? `Record it ${correction.side} (sides swapped)`
              : `Record ${units.write(place.quantity, correction.value).text} (${correction.reason})`}
            <Kbd ml={6}>c</Kbd>
          </Button>
        )}
        <Button size="xs" variant="default" onClick={() => onAnswer(null)}>
          Keep as typed <Kbd ml={6}>k</Kbd>
        </Button>
        <Button size="xs" variant="default" onClick={() => onLeave('')}>
          Type again <Kbd ml={6}>t</Kbd>
        </Button>
      </div>
    </fieldset>
  );
}

interface EntryFieldProps {
  ref: Ref<HTMLInputElement>;
  place: Place;
  trial: number;
  unit: string;
  text: string;
  correcting: BenchReading | null;
  fault: string;
  asked: Asked | null;
  onText: (text: string) => void;
  onSubmit: () => void;
  onAnswer: (correction: Correction | null) => void;
  onLeave: () => void;
  onBack: () => void;
  onStation: (step: number) => void;
  onOther: (() => void) | undefined;
  onNote: () => void;
  onVoid: () => void;
  /** Takes the live figure; absent where the station has no gauge that talks. */
  onTake: () => void;
  onHelp: () => void;
}

/** The field under the hand: a figure and Enter. Letters act while it is empty. */
export function EntryField(props: EntryFieldProps) {
  const { place, trial, unit, text, correcting, fault, asked } = props;
  const { name } = useUnits().define(place.quantity);

  function press(event: KeyboardEvent<HTMLInputElement>): void {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const keys: Record<string, (() => void) | undefined> = {
      '[': () => props.onStation(-1),
      ']': () => props.onStation(1),
      '\\': props.onOther,
      ...(text === ''
        ? {
            Backspace: props.onBack,
            n: props.onNote,
            v: props.onVoid,
            '?': props.onHelp,
            ' ': props.onTake,
          }
        : { Escape: props.onLeave }),
      Enter: props.onSubmit,
    };
    const act = keys[event.key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  }

  const what = correcting
    ? `correcting reading ${correcting.trial}`
    : `${ORDINALS[trial - 1] ?? `${trial}th`} reading`;
  return (
    <div>
      <label htmlFor="entry" className={classes.label}>
        {name} · <strong className={place.side}>{place.side}</strong> · {what}
      </label>
      <div className={classes.box} data-fault={fault !== ''}>
        <input
          ref={props.ref}
          id="entry"
          className="figure"
          value={text}
          autoComplete="off"
          spellCheck={false}
          inputMode="decimal"
          aria-invalid={fault !== ''}
          aria-describedby="entry-fault"
          onChange={(event) => props.onText(event.currentTarget.value)}
          onPaste={(event) => {
            // A field of one line would join a pasted column into one number.
            const pasted = event.clipboardData.getData('text');
            if (!/[\r\n\t]/.test(pasted.trim())) return;
            event.preventDefault();
            props.onText(pasted.trim().replace(/[\r\n\t]+/g, ' ; '));
          }}
          onKeyDown={press}
        />
        <span className={classes.unit}>{unit}</span>
      </div>
      <p id="entry-fault" role="alert" className={classes.fault}>
        {fault}
      </p>
      {asked ? (
        <Question
          asked={asked}
          place={place}
          onAnswer={props.onAnswer}
          onLeave={(typed) => {
            props.onLeave();
            if (typed) props.onText(typed);
          }}
        />
      ) : (
        <div className={classes.keys}>
          <KeyButton keyName="Enter" says="record" onClick={props.onSubmit} />
          {props.onOther && <KeyButton keyName="\" says="other shoe" onClick={props.onOther} />}
          <KeyButton keyName="[" says="previous" onClick={() => props.onStation(-1)} />
          <KeyButton keyName="]" says="next" onClick={() => props.onStation(1)} />
          <KeyButton keyName="⌫" says="correct last" onClick={props.onBack} />
          <KeyButton keyName="v" says="void" onClick={props.onVoid} />
          <KeyButton keyName="n" says="note" onClick={props.onNote} />
        </div>
      )}
    </div>
  );
}

function KeyButton({
  keyName,
  says,
  onClick,
}: {
  keyName: string;
  says: string;
  onClick: () => void;
}) {
  return (
    <button type="button" className={classes.key} onClick={onClick} title={`Key: ${keyName}`}>
      <Kbd size="xs">{keyName}</Kbd> {says}
    </button>
  );
}
