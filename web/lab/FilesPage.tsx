import { Button, FileButton, NativeSelect, Progress } from '@mantine/core';
import { useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { ImportProgress, ImportReport } from '#contract/job-records.ts';
import { stopJob, useJob } from '../api/jobs.ts';
import { addressOf } from '../api/request.ts';
import { PairSelect } from '../shell/PairSelect.tsx';
import { useCatalogue } from '../shell/units.ts';
import { FileFaults } from './FileFaults.tsx';
import { useFileImport } from './files.ts';
import { JobBar } from './JobBar.tsx';
import classes from './LabPage.module.css';
import { OutingFiles } from './OutingFiles.tsx';

const PHASES: Record<ImportProgress['phase'], string> = {
  waiting: 'Sending the file',
  reading: 'Reading',
  checking: 'Looking for what is there already',
  writing: 'Writing',
  done: 'Done',
};

function Report({ report }: { report: ImportReport }) {
  const catalogue = useCatalogue();
  const number = (value: number) => value.toLocaleString('en');
  return (
    <div data-testid="import-report">
      <p>
        {report.preview ? 'The file is sound. ' : ''}
        <strong>
          {number(report.added)} {report.added === 1 ? 'reading' : 'readings'}{' '}
          {report.preview ? 'would be added' : 'added'}
        </strong>
        , {number(report.alreadyThere)} are in the book already; {number(report.sessions)} new{' '}
        {report.sessions === 1 ? 'sitting' : 'sittings'}.
      </p>
      {report.added > 0 && (
        <p className="soft">
          {report.pairs
            .slice(0, 12)
            .map((pair) => `${pair.tag} ${number(pair.readings)}`)
            .join(', ')}
          {report.pairs.length > 12 && ` and ${report.pairs.length - 12} more pairs`}.{' '}
          {report.quantities
            .slice(0, 8)
            .map(
              (one) =>
                `${catalogue[one.quantity]?.name.toLowerCase() ?? one.quantity} ${number(one.readings)}`,
            )
            .join(', ')}
          .
        </p>
      )}
      {report.oddCount > 0 && (
        <>
          <p className="look-here">
            {number(report.oddCount)} {report.oddCount === 1 ? 'reading looks' : 'readings look'}{' '}
            odd. They are kept as they are if you add the file:
          </p>
          <ul className={classes.list}>
            {report.odd.slice(0, 8).map((odd) => (
              <li key={odd.line}>
                <span className="figure">line {odd.line}</span> {odd.message}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

/** Readings from files, and as files. */
export function FilesPage() {
  const transfer = useFileImport('importReadings');
  const [tag, setTag] = useState('');
  const [semicolon, setSemicolon] = useState('');
  const reset = useRef<() => void>(null);
  const { state } = transfer;
  const { progress } = state;
  const share = progress?.totalBytes
    ? (100 * progress.bytes) / progress.totalBytes
    : state.busy
      ? 2
      : 0;
  const [job, setJob] = useState(() => newId());
  const [saving, setSaving] = useState('');
  const saved = useJob(saving, saving !== '');
  const address = addressOf(
    'exportReadings',
    {},
    { job, ...(tag ? { pair: tag } : {}), ...(semicolon ? { semicolon: '1' } : {}) },
  );
  return (
    <section>
      <h2 className={classes.heading}>Readings from a file</h2>
      <p>
        A CSV file with the header{' '}
        <span className="figure" style={{ overflowWrap: 'anywhere', fontSize: '0.85rem' }}>
          pair,side,quantity,trial,value,unit,protocol,operator,instrument,measured_at,temperature_c,humidity_pct,note
        </span>
        , as this page also writes it. It is looked at first, and added whole or not at all; the
        same file twice adds nothing.
      </p>
      <div className={classes.add}>
        <FileButton
          accept=".csv,text/csv,text/plain"
          resetRef={reset}
          onChange={(file) => {
            if (file) transfer.look(file);
            // A file that was mended is chosen again by the same name.
            reset.current?.();
          }}
        >
          {(props) => (
            <Button {...props} size="xs" disabled={state.busy}>
              Choose a file…
            </Button>
          )}
        </FileButton>
        {state.busy && (
          <Button size="xs" variant="default" onClick={transfer.cancel}>
            Cancel
          </Button>
        )}
        {state.report?.preview && state.report.added > 0 && (
          <Button size="xs" onClick={transfer.add}>
            Add {state.report.added.toLocaleString('en')}{' '}
            {state.report.added === 1 ? 'reading' : 'readings'}
          </Button>
        )}
        {state.file && !state.busy && (
          <Button size="xs" variant="default" onClick={transfer.clear}>
            Put it away
          </Button>
        )}
      </div>
      {state.file && <p className="figure">{state.file.name}</p>}
      {state.busy && (
        <div style={{ maxWidth: 520 }}>
          <p role="status">
            {PHASES[progress?.phase ?? 'waiting']}
            {progress && progress.lines > 0 && `, ${progress.lines.toLocaleString('en')} readings`}
          </p>
          <Progress value={share} aria-label="Progress of the file" />
        </div>
      )}
      {state.problem && <FileFaults problem={state.problem} />}
      {state.report && <Report report={state.report} />}

      <h2 className={classes.heading}>Readings as a file</h2>
      <p>Standing readings in the same form, each in the unit it is stored in.</p>
      <div className={classes.add}>
        <PairSelect
          size="xs"
          aria-label="Which pairs"
          placeholder="all pairs"
          clearable
          value={tag}
          onChange={setTag}
        />
        <NativeSelect
          size="xs"
          aria-label="Separator"
          data={[
            { value: '', label: 'comma, decimal point' },
            { value: '1', label: 'semicolon, decimal comma' },
          ]}
          value={semicolon}
          onChange={(event) => setSemicolon(event.currentTarget.value)}
        />
        <Button
          component="a"
          href={address}
          size="xs"
          variant="default"
          download
          onClick={() => {
            setSaving(job);
            // The address of this file is used up once it is followed.
            setTimeout(() => setJob(newId()));
          }}
        >
          Save file
        </Button>
      </div>
      {saved && !saved.ended && (
        <JobBar
          progress={saved}
          name="Saving"
          of="readings"
          onStop={() => {
            void stopJob(saving);
            setSaving('');
          }}
        />
      )}
      <OutingFiles />
    </section>
  );
}
