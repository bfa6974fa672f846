import { Button, FileButton } from '@mantine/core';
import { useRef } from 'react';
import { addressOf } from '../api/request.ts';
import { FileFaults } from './FileFaults.tsx';
import { useFileImport } from './files.ts';
import classes from './LabPage.module.css';

/** Outings from a file, and all outings as a file. */
export function OutingFiles() {
  const transfer = useFileImport('importOutings');
  const reset = useRef<() => void>(null);
  const { file, busy, report, problem } = transfer.state;
  const many = (n: number) => `${n.toLocaleString('en')} ${n === 1 ? 'outing' : 'outings'}`;
  return (
    <section aria-label="Outings in and out">
      <h2 className={classes.heading}>Outings</h2>
      <p>
        A CSV file with the header{' '}
        <span className="figure" style={{ overflowWrap: 'anywhere', fontSize: '0.85rem' }}>
          pair,tester,on,distance,minutes,surfaces,ground,activity,effort,temperature_c,comfort,ratings,began_at,faults,note
        </span>
        ; the first four are needed. It is looked at first, added whole or not at all, and what is
        kept already is left out.
      </p>
      <div className={classes.add}>
        <FileButton
          accept=".csv,text/csv,text/plain"
          resetRef={reset}
          onChange={(chosen) => {
            if (chosen) transfer.look(chosen);
            reset.current?.();
          }}
        >
          {(props) => (
            <Button {...props} size="xs" disabled={busy}>
              Choose a file of outings…
            </Button>
          )}
        </FileButton>
        {report?.preview && report.added > 0 && (
          <Button size="xs" onClick={transfer.add}>
            Add {many(report.added)}
          </Button>
        )}
        {file && !busy && (
          <Button size="xs" variant="default" onClick={transfer.clear}>
            Put it away
          </Button>
        )}
        <Button
          component="a"
          href={addressOf('exportOutings')}
          size="xs"
          variant="default"
          download
        >
          All outings as a file
        </Button>
      </div>
      <p role="status">
        {busy && 'Reading …'}
        {report &&
          `${many(report.added)} ${report.preview ? 'would be added' : 'added'}, of ${report.pairs} ${report.pairs === 1 ? 'pair' : 'pairs'}; ${report.alreadyThere} are kept already.`}
      </p>
      {problem && <FileFaults problem={problem} />}
    </section>
  );
}
