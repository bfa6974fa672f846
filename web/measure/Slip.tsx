import dayjs from 'dayjs';
import { lazy, memo, Suspense, useState } from 'react';
import type { Instrument } from '#contract/lab-records.ts';
import { gaugeTraits } from '#core/catalogue/gauge.ts';
import type { BenchReading } from '../bench/projected.ts';
import { SavedWords } from '../bench/SavedWords.tsx';
import classes from '../bench/Slip.module.css';
import { SlipLines } from '../bench/SlipLines.tsx';
import { type UnitWords, useUnits } from '../shell/units.ts';
import type { Sitting } from './sitting.ts';

const Photographs = lazy(async () => ({
  default: (await import('../photographs/Photographs.tsx')).Photographs,
}));

function nameOf(reading: BenchReading, units: UnitWords): string {
  const side = reading.side === 'left' ? 'L' : 'R';
  return `${units.define(reading.quantity).short} ${side} ${reading.trial}`;
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
export const Slip = memo(function Slip({
  sitting,
  instruments,
  onVoid,
}: {
  sitting: Sitting;
  instruments: readonly Instrument[];
  onVoid: (reading: BenchReading) => void;
}) {
  const units = useUnits();
  const isOverdue = ({ instrumentId, takenAt }: BenchReading) => {
    const gauge = instruments.find((one) => one.id === instrumentId);
    return gauge !== undefined && gaugeTraits(gauge, takenAt).overdue !== undefined;
  };
  return (
    <aside className={classes.slip} aria-label="Slip">
      <h2 className={classes.heading}>
        Slip ·{' '}
        {sitting.session && !sitting.open
          ? `session of ${dayjs(sitting.session.startedAt).format('D MMM')}, finished`
          : 'this session'}
      </h2>
      <SavedWords />
      {sitting.readings.length === 0 && (
        <p className="soft">Each reading stands here as it is entered, newest first.</p>
      )}
      <SlipLines
        readings={sitting.readings}
        nameOf={(reading) => nameOf(reading, units)}
        write={(reading) => units.write(reading.quantity, reading.value)}
        isOverdue={isOverdue}
        beganBy={sitting.session?.person}
        onUndo={(reading) => (reading.waiting ? void sitting.undo(reading) : onVoid(reading))}
      />
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
});
