import { Button, Kbd } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { Instrument } from '#contract/lab-records.ts';
import type { GaugeStudyRecord } from '#contract/study-records.ts';
import { stackBasisKey } from '#core/figures/basis.ts';
import { questionReading } from '#core/figures/plausibility.ts';
import { keep } from '../api/outbox.ts';
import { useChange, useLab, useOutbox } from '../api/queries.ts';
import { Field } from '../bench/Field.tsx';
import { LiveFigure } from '../bench/LiveFigure.tsx';
import { useLiveReading } from '../bench/live-reading.ts';
import { type BlindReading, projectTurns } from '../bench/projected.ts';
import { Question } from '../bench/Question.tsx';
import { useTaking } from '../bench/taking.ts';
import { useUndo } from '../bench/undo.ts';
import { useCatalogue, useUnits } from '../shell/units.ts';
import { heldPart } from './held-part.ts';
import classes from './Studies.module.css';

/** The bench of one turn: the field, the gauge, the question. What is typed renders here and nowhere else. */
function TurnBench({
  study,
  turn,
  place,
  instrument,
  last,
}: {
  study: GaugeStudyRecord;
  turn: number;
  place: GaugeStudyRecord['turns'][number];
  instrument: Instrument | undefined;
  last: BlindReading | undefined;
}) {
  const units = useUnits();
  const lab = useLab();
  const field = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const definition = units.define(study.quantity);
  const { symbol } = units.unitOf(study.quantity);
  const protocol = lab.data?.protocols.find((one) => one.lineId === study.protocolLineId);
  const gauge = useLiveReading(instrument, instrument?.kind ?? definition.tool, {
    ...heldPart(place.part),
    quantity: study.quantity,
    basis: protocol ? stackBasisKey(protocol.stack) : '',
    words: `${definition.name.toLowerCase()} of ${place.part}`,
    taken: turn,
  });
  useEffect(() => {
    if (turn >= 0) field.current?.focus();
  }, [turn]);
  const undo = useUndo({ person: '', tag: '' });
  const taking = useTaking({
    definition,
    unit: symbol,
    text,
    setText,
    live: gauge,
    question: ({ value, bare, enteredUnit }) =>
      definition.ordinal
        ? undefined
        : // Blind: what was read before is held against nothing.
          questionReading({
            definition,
            side: 'left',
            value,
            bare,
            unit: enteredUnit,
            soFar: { left: [], right: [] },
            repeatabilitySd: definition.repeatabilitySd,
          }),
    record({ typed, unit, entered }) {
      keep({
        name: 'recordReading',
        params: {},
        body: {
          id: newId(),
          occasionId: study.id,
          quantity: study.quantity,
          turn,
          typed,
          unit,
          entered,
          takenAt: new Date().toISOString(),
        },
        person: place.operator,
        tag: '',
      });
      setText('');
      field.current?.focus();
    },
  });
  function takeBack(): void {
    if (last === undefined) return;
    void undo(last, 'taken back at the bench');
    taking.setFault('The last reading was taken back: it is asked for again.');
    setText('');
  }

  const keys = {
    Enter: taking.submit,
    ...(text === '' ? { Backspace: takeBack, ' ': taking.take } : {}),
  };
  return (
    <>
      <Field
        ref={field}
        id="turn-entry"
        name={
          <>
            <span className={classes.turn}>{place.part}</span> · measured by{' '}
            <strong>{place.operator}</strong>
          </>
        }
        unit={symbol}
        text={text}
        fault={taking.fault}
        selections={taking.selections}
        keys={keys}
        onText={(typed) => {
          setText(typed);
          taking.setFault('');
        }}
      />
      {taking.asked && (
        <Question
          asked={taking.asked}
          name={`${definition.name} of ${place.part}`}
          write={(value) => units.write(study.quantity, value).text}
          onAnswer={taking.answer}
          onTypeAgain={(begun) => {
            taking.typeAgain(begun);
            field.current?.focus();
          }}
        />
      )}
      {!definition.curve && (
        <LiveFigure live={gauge.live} instrument={instrument} onTake={taking.take} />
      )}
      <p>
        <Kbd size="xs">Enter</Kbd> record, go on · <Kbd size="xs">⌫</Kbd> in the empty field: take
        the last one back
      </p>
    </>
  );
}

/** The run of a study: one turn at a time, earlier readings out of sight. */
export function GaugeRun({ study }: { study: GaugeStudyRecord }) {
  const units = useUnits();
  const catalogue = useCatalogue();
  const lab = useLab();
  const outbox = useOutbox();
  const end = useChange('endGaugeStudy');
  const [ending, setEnding] = useState(false);
  const definition = units.define(study.quantity);
  const readings = projectTurns(study, [...outbox.arrived, ...outbox.waiting], { catalogue });
  const taken = new Set(readings.map((reading) => reading.turn));
  const turn = study.turns.findIndex((_, at) => !taken.has(at));
  const place = study.turns[turn];
  const before = study.turns[turn - 1];
  const instrument = lab.data?.instruments.find((one) => one.id === study.instrumentId);
  // The last reading is on its way: the analysis follows.
  if (!place) return <p role="status">All readings are taken.</p>;

  const handOver = before && before.operator !== place.operator;
  return (
    <section aria-label="Run the study">
      <h2>{study.name}</h2>
      <p className="soft">
        {definition.name} with {instrument?.name.toLowerCase()}. {definition.datum}
      </p>
      <div className={classes.entry}>
        {handOver && (
          <p className="look-here" role="status">
            {place.operator} takes over from {before.operator}.
          </p>
        )}
        <TurnBench
          study={study}
          turn={turn}
          place={place}
          instrument={instrument}
          last={readings.at(-1)}
        />
      </div>
      <div
        className={classes.ticks}
        role="img"
        aria-label={`${taken.size} of ${study.turns.length} readings taken`}
      >
        {study.turns.map((one, at) => (
          <span
            key={`${one.part} ${one.operator} ${one.trial}`}
            data-done={taken.has(at)}
            data-now={at === turn}
          />
        ))}
      </div>
      <p className="soft">
        {taken.size} of {study.turns.length} readings. Earlier readings stay hidden until all are
        taken, so that nobody aims at them.
      </p>
      {ending ? (
        <p>
          Its readings are shown then, and no more are taken. Parts that not everybody measured are
          left out.{' '}
          <Button
            size="xs"
            onClick={() =>
              end.mutate({
                params: { id: study.id },
                body: { reason: `ended after ${taken.size} readings` },
              })
            }
          >
            End the study here
          </Button>{' '}
          <Button size="xs" variant="default" onClick={() => setEnding(false)}>
            Go on
          </Button>
        </p>
      ) : (
        <Button size="xs" variant="default" onClick={() => setEnding(true)}>
          End it early…
        </Button>
      )}
    </section>
  );
}
