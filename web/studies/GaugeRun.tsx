import { Button, Kbd } from '@mantine/core';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { GaugeStudyRecord } from '#contract/study-records.ts';
import { stackBasisKey } from '#core/basis.ts';
import { readTypedReading } from '#core/typed-reading.ts';
import { keep } from '../api/outbox.ts';
import { useChange, useLab, useOutbox } from '../api/queries.ts';
import { projectTurns } from '../bench/projected.ts';
import entry from '../measure/EntryField.module.css';
import { LiveFigure } from '../measure/LiveFigure.tsx';
import { useLiveReading } from '../measure/live-reading.ts';
import { useCatalogue, useUnits } from '../shell/units.ts';
import { heldPart } from './held-part.ts';
import classes from './Studies.module.css';

/** The run of a study: one turn at a time, earlier readings out of sight. */
export function GaugeRun({ study }: { study: GaugeStudyRecord }) {
  const units = useUnits();
  const catalogue = useCatalogue();
  const lab = useLab();
  const outbox = useOutbox();
  const end = useChange('endGaugeStudy');
  const field = useRef<HTMLInputElement>(null);
  const [text, setText] = useState('');
  const [fault, setFault] = useState('');
  const [asked, setAsked] = useState('');
  const [ending, setEnding] = useState(false);
  const definition = units.define(study.quantity);
  const { symbol } = units.unitOf(study.quantity);
  const readings = projectTurns(study, [...outbox.arrived, ...outbox.waiting], { catalogue });
  const taken = new Set(readings.map((reading) => reading.turn));
  const turn = study.turns.findIndex((_, at) => !taken.has(at));
  const place = study.turns[turn];
  const before = study.turns[turn - 1];
  const instrument = lab.data?.instruments.find((one) => one.id === study.instrumentId);
  const protocol = lab.data?.protocols.find((one) => one.lineId === study.protocolLineId);
  const gauge = useLiveReading(
    instrument,
    instrument?.kind ?? definition.tool,
    place && {
      ...heldPart(place.part),
      quantity: study.quantity,
      basis: protocol ? stackBasisKey(protocol.stack) : '',
      words: `${definition.name.toLowerCase()} of ${place.part}`,
      taken: turn,
    },
  );
  useEffect(() => {
    if (turn >= 0) field.current?.focus();
  }, [turn]);
  // The last reading is on its way: the analysis follows.
  if (!place) return <p role="status">All readings are taken.</p>;

  function offer(typed: string): void {
    const read = readTypedReading(typed, definition, symbol);
    if (!read.ok) {
      setFault(read.fault.message);
      return;
    }
    const [least, most] = definition.plausible;
    const { value } = read.value;
    if ((value < least || value > most) && asked !== typed) {
      setAsked(typed);
      setText(typed);
      setFault(
        `${units.write(study.quantity, value).text} is outside what shoes have. Enter again keeps it.`,
      );
      return;
    }
    keep({
      name: 'recordStudyReading',
      params: { id: study.id },
      body: { id: newId(), turn, typed, unit: symbol, takenAt: new Date().toISOString() },
      person: place?.operator ?? '',
      tag: '',
    });
    setText('');
    setFault('');
    setAsked('');
  }

  function take(): void {
    const read = gauge.take();
    if (read.ok) offer(`${read.value} ${read.unit}`);
    else setFault(read.fault);
  }

  function takeBack(): void {
    const last = readings.at(-1);
    if (last === undefined) return;
    keep({
      name: 'voidReading',
      params: { id: last.id },
      body: { reason: 'taken back at the bench' },
      person: '',
      tag: '',
    });
    setFault('The last reading was taken back: it is asked for again.');
    setText('');
  }

  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    const whileEmpty: Record<string, () => void> = { Backspace: takeBack, ' ': take };
    const typed = text.trim();
    const act = typed === '' ? whileEmpty[event.key] : undefined;
    if (event.key !== 'Enter' && !act) return;
    event.preventDefault();
    if (act) act();
    else if (typed !== '') offer(typed);
  };
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
        <label htmlFor="turn-entry">
          <span className={classes.turn}>{place.part}</span> · measured by{' '}
          <strong>{place.operator}</strong>
        </label>
        <div className={entry.box} data-fault={fault !== ''}>
          <input
            ref={field}
            id="turn-entry"
            className="figure"
            autoComplete="off"
            spellCheck={false}
            inputMode="decimal"
            value={text}
            aria-invalid={fault !== ''}
            aria-describedby="turn-fault"
            onChange={(event) => {
              setText(event.currentTarget.value);
              setFault('');
            }}
            onKeyDown={onKey}
          />
          <span>{symbol}</span>
        </div>
        <p id="turn-fault" role="alert" className="look-here">
          {fault}
        </p>
        {!definition.curve && (
          <LiveFigure live={gauge.live} instrument={instrument} onTake={take} />
        )}
        <p>
          <Kbd size="xs">Enter</Kbd> record, go on · <Kbd size="xs">⌫</Kbd> in the empty field: take
          the last one back
        </p>
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
