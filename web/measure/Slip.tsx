import { Button } from '@mantine/core';
import dayjs from 'dayjs';
import { lazy, Suspense, useState } from 'react';
import type { Instrument } from '#contract/records.ts';
import { gaugeTraits } from '#core/gauge.ts';
import { useOutbox } from '../api/queries.ts';
import type { BenchReading } from '../bench/projected.ts';
import { type UnitWords, useUnits } from '../shell/units.ts';
import classes from './Slip.module.css';
import type { Sitting } from './sitting.ts';

const Photographs = lazy(async () => ({
  default: (await import('../photographs/Photographs.tsx')).Photographs,
}));

function nameOf(reading: BenchReading, units: UnitWords): string {
  const side = reading.side === 'left' ? 'L' : 'R';
  return `${units.define(reading.quantity).short} ${side} ${reading.trial}`;
}

/** Lines that the slip shows at first, and how many more at a time: a long sitting stays quick. */
const FIRST_SHOWN = 60;
const MORE_SHOWN = 200;

/** Unit the typed text stands in, where it was bare. */
function asTyped(reading: BenchReading): string {
  return /[a-z"″]/i.test(reading.typed) ? reading.typed : `${reading.typed} ${reading.unit}`;
}

function SlipLine({
  reading,
  overdue,
  onUndo,
  onVoid,
}: {
  reading: BenchReading;
  /** True where its gauge was due for calibration when it was taken. */
  overdue: boolean;
  onUndo: () => void;
  onVoid: () => void;
}) {
  const units = useUnits();
  const gone = reading.voided !== null || reading.supersededBy !== null;
  const value = units.write(reading.quantity, reading.value);
  return (
    <li className={classes.line} data-gone={gone}>
      <span className={`${classes.name} ${reading.side}`}>{nameOf(reading, units)}</span>
      <span className={`figure ${classes.value}`}>
        {value.value}
        <span className={classes.unit}> {value.unit}</span>
      </span>
      {!gone && (
        <button
          type="button"
          className={classes.undo}
          onClick={reading.waiting ? onUndo : onVoid}
          aria-label={`Undo ${nameOf(reading, units)}`}
        >
          undo
        </button>
      )}
      <span className={classes.remark}>
        {[
          reading.entered === 'live' ? 'live' : '',
          reading.entered === 'curve'
            ? `curve, ${reading.curveWindow?.join(' to ')}`
            : reading.entered === 'live' || asTyped(reading) === value.text
              ? ''
              : `typed ${asTyped(reading)}`,
          reading.voided !== null ? `void: ${reading.voided}` : '',
          reading.supersededBy !== null ? 'corrected' : '',
          overdue && !gone ? 'gauge overdue' : '',
          reading.waiting && !gone ? 'waiting' : '',
        ]
          .filter(Boolean)
          .join(' · ')}
      </span>
    </li>
  );
}

/** A note, and its photographs once they are asked for. */
function NoteLine({ id, text }: { id: string; text: string }) {
  const [open, setOpen] = useState(false);
  return (
    <div className={classes.note}>
      Note: {text}{' '}
      <button
        type="button"
        className="plain-link"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        photographs
      </button>
      {open && (
        <Suspense fallback={null}>
          <Photographs subject={{ subjectKind: 'note', subjectId: id }} />
        </Suspense>
      )}
    </div>
  );
}

/** The record of what was entered in this sitting, newest first. */
export function Slip({
  sitting,
  instruments,
  onVoid,
}: {
  sitting: Sitting;
  instruments: readonly Instrument[];
  onVoid: (reading: BenchReading) => void;
}) {
  const { waiting, status, trouble } = useOutbox();
  const held = waiting.filter((change) => !change.refused).length;
  const isOverdue = ({ instrumentId, takenAt }: BenchReading) => {
    const gauge = instruments.find((one) => one.id === instrumentId);
    return gauge !== undefined && gaugeTraits(gauge, takenAt).overdue !== undefined;
  };
  const [shown, setShown] = useState(FIRST_SHOWN);
  const newestFirst = sitting.readings.slice(-shown).reverse();
  const older = sitting.readings.length - newestFirst.length;
  return (
    <aside className={classes.slip} aria-label="Slip">
      <h2 className={classes.heading}>
        Slip ·{' '}
        {sitting.session && !sitting.open
          ? `session of ${dayjs(sitting.session.startedAt).format('D MMM')}, finished`
          : 'this session'}
      </h2>
      <p className={classes.saved} role="status">
        {held === 0 ? 'All saved' : `${held} waiting to be saved`}
        {status === 'waiting' && held > 0 && <span className={classes.remark}>{trouble}</span>}
      </p>
      {newestFirst.length === 0 && (
        <p className="soft">Each reading stands here as it is entered, newest first.</p>
      )}
      <ol className={classes.lines}>
        {newestFirst.map((reading) => (
          <SlipLine
            key={reading.id}
            reading={reading}
            overdue={isOverdue(reading)}
            onUndo={() => void sitting.undo(reading)}
            onVoid={() => onVoid(reading)}
          />
        ))}
      </ol>
      {older > 0 && (
        <Button size="compact-xs" variant="default" onClick={() => setShown(shown + MORE_SHOWN)}>
          {older.toLocaleString('en')} older
        </Button>
      )}
      {sitting.session?.notes.map((note) => (
        <NoteLine key={note.id} id={note.id} text={note.text} />
      ))}
      {sitting.session && !sitting.open && (
        <p className={`soft ${classes.earlier}`}>The next reading starts a new session.</p>
      )}
      {sitting.earlier.length > 0 && (
        <p className={`soft ${classes.earlier}`}>
          {sitting.earlier.length} earlier {sitting.earlier.length === 1 ? 'session' : 'sessions'}{' '}
          with {sitting.earlier.reduce((sum, one) => sum + one.readings.length, 0)} readings stand
          on the sheet.
        </p>
      )}
    </aside>
  );
}
