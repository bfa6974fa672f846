import { Button } from '@mantine/core';
import { useState } from 'react';
import type { Side } from '#core/catalogue/quantities.ts';
import type { Reading } from '#core/figures/reading.ts';
import { stands } from '#core/figures/reading.ts';
import classes from './Slip.module.css';

/** Lines that the slip shows at first, and how many more at a time: a long sitting stays quick. */
const FIRST_SHOWN = 60;
const MORE_SHOWN = 200;

type SlipReading = Reading<string> & { side: Side; waiting?: boolean };

/** Unit the typed text stands in, where it was bare. */
function asTyped({ typed, unit }: SlipReading): string {
  return /[a-z"″]/i.test(typed) ? typed : `${typed} ${unit}`;
}

function remarksOf(
  reading: SlipReading,
  written: string,
  overdue: boolean,
  beganBy: string | undefined,
): string[] {
  const typed = asTyped(reading);
  const how = {
    live: 'live',
    curve: `curve, ${reading.curveWindow?.join(' to ')}`,
    file: typed === written ? '' : `typed ${typed}`,
    typed: typed === written ? '' : `typed ${typed}`,
  }[reading.entered];
  const gone = !stands(reading);
  const byAnother = beganBy !== undefined && reading.person !== beganBy;
  return [
    byAnother ? `by ${reading.person || 'nobody named'}` : '',
    how,
    reading.voided !== null ? `void: ${reading.voided}` : '',
    reading.supersededBy !== null ? 'corrected' : '',
    overdue && !gone ? 'gauge overdue' : '',
    reading.waiting && !gone ? 'waiting' : '',
  ].filter(Boolean);
}

/** The readings of an occasion, newest first; those that do not stand are struck out. */
export function SlipLines<R extends SlipReading>({
  readings,
  nameOf,
  write,
  isOverdue = () => false,
  beganBy,
  onUndo,
}: {
  readings: readonly R[];
  /** Short: `heel L 1`. */
  nameOf: (reading: R) => string;
  write: (reading: R) => { text: string; value: string; unit: string };
  /** True where its gauge was due for calibration when it was taken. */
  isOverdue?: (reading: R) => boolean;
  /** Code of who began the occasion: readings of others say so. */
  beganBy?: string | undefined;
  /** Left out where nothing is taken back any more. */
  onUndo?: ((reading: R) => void) | undefined;
}) {
  const [shown, setShown] = useState(FIRST_SHOWN);
  const newestFirst = readings.slice(-shown).reverse();
  const older = readings.length - newestFirst.length;
  return (
    <>
      <ol className={classes.lines}>
        {newestFirst.map((reading) => {
          const name = nameOf(reading);
          const written = write(reading);
          return (
            <li key={reading.id} className={classes.line} data-gone={!stands(reading)}>
              <span className={`${classes.name} ${reading.side}`}>{name}</span>
              <span className={`figure ${classes.value}`}>
                {written.value}
                <span className={classes.unit}> {written.unit}</span>
              </span>
              {stands(reading) && onUndo && (
                <button
                  type="button"
                  className={classes.undo}
                  onClick={() => onUndo(reading)}
                  aria-label={`Undo ${name}`}
                >
                  undo
                </button>
              )}
              <span className={classes.remark}>
                {remarksOf(reading, written.text, isOverdue(reading), beganBy).join(' · ')}
              </span>
            </li>
          );
        })}
      </ol>
      {older > 0 && (
        <Button size="compact-xs" variant="default" onClick={() => setShown(shown + MORE_SHOWN)}>
          {older.toLocaleString('en')} older
        </Button>
      )}
    </>
  );
}
