import { Button, FileButton } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { PackageReport } from '#contract/package-records.ts';
import { stopJob, useJob } from '../api/jobs.ts';
import { addressOf } from '../api/request.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { FileFaults } from './FileFaults.tsx';
import { JobBar } from './JobBar.tsx';
import classes from './LabPage.module.css';
import { PackageConflicts } from './PackageConflicts.tsx';
import { useArrivingPackage } from './whole-lab.ts';

const number = (value: number) => value.toLocaleString('en');
const rows = (n: number) => `${number(n)} ${n === 1 ? 'row' : 'rows'}`;

/** The lab as a file: all of it, or some editions with all that hangs on them. */
function OutSection() {
  const [job, setJob] = useState(() => newId());
  const [saving, setSaving] = useState('');
  const [editions, setEditions] = useState<string[]>([]);
  const saved = useJob(saving, saving !== '');
  const address = addressOf(
    'getPackage',
    {},
    { job, ...(editions.length > 0 ? { editions: editions.join(',') } : {}) },
  );
  return (
    <>
      <h2 className={classes.heading}>Out</h2>
      <p>
        All records of this lab in one file: tables as CSV with their description (a Data Package),
        photographs, and what was issued with its hash. Another lab takes it in; any program that
        reads CSV can read it.
      </p>
      <div className={classes.add}>
        <EditionSelect
          size="xs"
          aria-label="A part of the lab: an edition"
          placeholder={editions.length === 0 ? 'all, or choose editions' : 'one more'}
          value=""
          without={editions}
          onChange={(slug) => slug && setEditions([...editions, slug])}
        />
        <Button
          component="a"
          href={address}
          size="xs"
          download
          onClick={() => {
            setSaving(job);
            // The address of this file is used up once it is followed.
            setTimeout(() => setJob(newId()));
          }}
        >
          {editions.length === 0 ? 'Save the whole lab' : 'Save this part'}
        </Button>
      </div>
      {editions.length > 0 && (
        <ul className={classes.list} aria-label="Editions of the part">
          {editions.map((slug) => (
            <li key={slug}>
              {slug}{' '}
              <Button
                size="compact-xs"
                variant="default"
                aria-label={`Leave out ${slug}`}
                onClick={() => setEditions(editions.filter((one) => one !== slug))}
              >
                Leave out
              </Button>
            </li>
          ))}
        </ul>
      )}
      {saved && !saved.ended && (
        <JobBar
          progress={saved}
          name="Saving"
          of="rows"
          onStop={() => {
            void stopJob(saving);
            setSaving('');
          }}
        />
      )}
    </>
  );
}

/** What a package holds, and what of it is new here. */
function Report({ report }: { report: PackageReport }) {
  const fresh = report.tables.reduce((sum, table) => sum + table.fresh, 0);
  return (
    <div data-testid="package-report">
      <p>
        {report.part ? `A part of a lab (${report.part.join(', ')})` : 'A whole lab'}, written{' '}
        {dayjs(report.created).format('D MMM YYYY, HH:mm')}.{' '}
        <strong>
          {fresh === 0 ? 'All of it is here already.' : `${rows(fresh)} of it are new here.`}
        </strong>{' '}
        {report.photographs > 0 &&
          `${report.photographs} ${report.photographs === 1 ? 'photograph is' : 'photographs are'} new.`}
      </p>
      {report.notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
      <details>
        <summary>What it holds, table by table</summary>
        <DataTable
          label="What the package holds"
          rows={report.tables}
          keyOf={({ name }) => name}
          columns={[
            { head: 'Table', cell: ({ name }) => name.replaceAll('_', ' '), names: true },
            { head: 'Rows', cell: (table) => number(table.rows), figure: true },
            { head: 'New here', cell: (table) => number(table.fresh), figure: true },
            { head: 'What it is', cell: ({ about }) => about, soft: true },
          ]}
        />
      </details>
    </div>
  );
}

/** A package of another lab: looked into, asked about, taken in whole or not at all. */
function InSection() {
  const { state, look, answer, take, stop, putAway } = useArrivingPackage();
  const { name, busy, job, report, answers, taken, problem } = state;
  const progress = useJob(job, busy !== '');
  const reset = useRef<() => void>(null);
  return (
    <>
      <h2 className={classes.heading}>In</h2>
      <p>
        A package of this lab or another one. It is looked into first, with what the two say
        differently; then it is taken in whole or not at all. What is here is never removed by it,
        and the same package twice adds nothing.
      </p>
      <div className={classes.add}>
        <FileButton
          accept=".zip,application/zip"
          resetRef={reset}
          onChange={(file) => {
            if (file) look(file);
            reset.current?.();
          }}
        >
          {(props) => (
            <Button {...props} size="xs" disabled={busy !== ''}>
              Choose a package…
            </Button>
          )}
        </FileButton>
        {report && busy === '' && (
          <>
            <Button size="xs" onClick={take}>
              Take it in
            </Button>
            <Button size="xs" variant="default" onClick={putAway}>
              Put it away
            </Button>
          </>
        )}
      </div>
      {name && <p className="figure">{name}</p>}
      {busy === 'looking' && (
        <JobBar progress={progress} name="Looking into it" of="rows" onStop={stop} />
      )}
      {busy === 'taking' && (
        <JobBar
          progress={progress}
          name="Taking it in"
          of="tables"
          onStop={() => void stopJob(job)}
        />
      )}
      {problem && <FileFaults problem={problem} />}
      {report && <Report report={report} />}
      {report && report.conflictCount > 0 && busy === '' && (
        <PackageConflicts
          conflicts={report.conflicts}
          count={report.conflictCount}
          answers={answers}
          onAnswers={answer}
        />
      )}
      {taken && (
        <div role="status" data-testid="package-taken">
          <p>
            <strong>
              {taken.added === 0 && taken.changed === 0
                ? 'Nothing was new: the lab is as it was.'
                : `Taken in: ${rows(taken.added)} added, ${number(taken.changed)} changed.`}
            </strong>{' '}
            {taken.tables
              .filter(({ name: table }) => ['edition', 'pair', 'reading', 'issued'].includes(table))
              .map(({ name: table, added }) => `${table} ${number(added)}`)
              .join(', ')}
          </p>
        </div>
      )}
    </>
  );
}

/** The whole lab, or a part of it, out and in. */
export function WholeLabPage() {
  return (
    <section>
      <OutSection />
      <InSection />
    </section>
  );
}
