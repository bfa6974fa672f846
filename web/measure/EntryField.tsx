import { Kbd } from '@mantine/core';
import type { RefObject } from 'react';
import type { Place } from '#core/figures/hand-order.ts';
import classes from '../bench/Field.module.css';
import { Field } from '../bench/Field.tsx';
import { Question } from '../bench/Question.tsx';
import { useUnits } from '../shell/units.ts';
import type { Entry } from './entry.ts';

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'];

interface EntryFieldProps {
  ref: RefObject<HTMLInputElement | null>;
  place: Place;
  trial: number;
  unit: string;
  text: string;
  entry: Entry;
  onText: (text: string) => void;
  onSubmit: () => void;
  onLeave: () => void;
  onStation: (step: number) => void;
  onOther: (() => void) | undefined;
  onNote: () => void;
  onVoid: () => void;
  /** Takes the live figure, or the curve. */
  onTake: () => void;
  onHelp: () => void;
  onOneMore: () => void;
  /** A grade of a score by hand, chosen. */
  onGrade: (word: string) => void;
}

/** The field of a station: a figure and Enter. Letters act while it is empty. */
export function EntryField(props: EntryFieldProps) {
  const { place, trial, text, entry } = props;
  const { fault, asked, correcting } = entry;
  const units = useUnits();
  const { name, scale, plausible } = units.define(place.quantity);
  const keys = {
    '[': () => props.onStation(-1),
    ']': () => props.onStation(1),
    '\\': props.onOther,
    ...(text === ''
      ? {
          Backspace: entry.correctLast,
          n: props.onNote,
          v: props.onVoid,
          '?': props.onHelp,
          ' ': props.onTake,
        }
      : { Escape: props.onLeave }),
    Enter: props.onSubmit,
  };
  const what = correcting
    ? `correcting reading ${correcting.trial}`
    : `${ORDINALS[trial - 1] ?? `${trial}th`} reading`;
  return (
    <div>
      <Field
        ref={props.ref}
        id="entry"
        name={
          <>
            {name} · <strong className={place.side}>{place.side}</strong> · {what}
          </>
        }
        unit={props.unit}
        text={text}
        fault={fault}
        selections={entry.selections}
        keys={keys}
        onText={props.onText}
      />
      {asked ? (
        <Question
          asked={asked}
          name={`${name}, ${place.side}`}
          write={(value) => units.write(place.quantity, value).text}
          onAnswer={entry.answer}
          onTypeAgain={(begun) => {
            entry.typeAgain(begun);
            props.ref.current?.focus();
          }}
        />
      ) : (
        <div className={classes.keys}>
          {scale?.map((word, at) => (
            <KeyButton
              key={word}
              keyName={String(plausible[0] + at)}
              says={word}
              onClick={() => props.onGrade(word)}
            />
          ))}
          <KeyButton keyName="Enter" says="record" onClick={props.onSubmit} />
          {props.onOther && <KeyButton keyName="\" says="other shoe" onClick={props.onOther} />}
          <KeyButton keyName="[" says="previous" onClick={() => props.onStation(-1)} />
          <KeyButton keyName="]" says="next" onClick={() => props.onStation(1)} />
          <KeyButton keyName="⌫" says="correct" onClick={entry.correctLast} />
          <KeyButton keyName="v" says="void" onClick={props.onVoid} />
          <KeyButton keyName="n" says="note" onClick={props.onNote} />
          <KeyButton keyName="+" says="more" onClick={props.onOneMore} />
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
