import { Button, FileButton, NativeSelect } from '@mantine/core';
import { useRef } from 'react';
import { TABLE_KINDS, type TableKind, type TableReport } from '#contract/table-kinds.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { FileFaults } from './FileFaults.tsx';
import classes from './LabPage.module.css';
import { TableColumns } from './TableColumns.tsx';
import { useArrivingTable } from './tables.ts';

const KIND_WORDS: Record<TableKind, string> = {
  editions: 'Editions, with what is claimed of them',
  claims: 'Claims of makers',
  reported: 'Figures that others measured',
  pairs: 'Pairs',
  outings: 'Outings',
};
const STATES = { new: 'new', there: 'known', fault: 'not read' } as const;

const lines = (n: number) => `${n.toLocaleString('en')} ${n === 1 ? 'line' : 'lines'}`;

/** Line by line what a table would do. */
function Lines({ report }: { report: TableReport }) {
  const { fresh, there, faults, missing } = report;
  return (
    <section
      className={classes.inner}
      aria-label="What the table would do"
      data-testid="table-report"
    >
      {missing.length > 0 ? (
        <p className="look-here" role="alert">
          No column is {missing.join(', ')} yet: say which, above.
        </p>
      ) : (
        <p role="status">
          {faults > 0 && (
            <strong className="look-here">
              {lines(faults)} cannot be read: mend the file, or say above what the column is.{' '}
            </strong>
          )}
          {lines(fresh)} would be added, {lines(there)} are known already.
        </p>
      )}
      <DataTable
        label="Line by line"
        rows={report.lines}
        keyOf={({ line }) => line}
        columns={[
          { head: 'Line', cell: ({ line }) => line, figure: true },
          {
            head: 'It is',
            cell: ({ state }) => STATES[state],
            strong: ({ state }) => state === 'fault',
          },
          { head: 'What it does', cell: ({ words }) => words },
        ]}
      />
      {report.lines.length < fresh + there + faults && (
        <p className="soft">The first {report.lines.length} are shown.</p>
      )}
    </section>
  );
}

/** What others have in tables: mapped, rehearsed, taken in whole or not at all. */
export function TablesPage() {
  const { state, choose, lookAgain, map, take, putAway } = useArrivingTable();
  const { file, busy, look, mapping, report, taken, problem } = state;
  const reset = useRef<() => void>(null);
  const ready = report && report.missing.length === 0 && report.faults === 0 && report.fresh > 0;
  return (
    <section>
      <h2 className={classes.heading}>Tables of others</h2>
      <p>
        A CSV file or a workbook (.xlsx) of editions, claims, figures that others measured, pairs or
        outings, in columns of any name. What each column is, is guessed and shown; nothing is
        written before you say so, and then all of it or nothing. Readings have a door of their own:
        Files in and out.
      </p>
      <div className={classes.add}>
        <FileButton
          accept=".csv,.tsv,.txt,.xlsx,text/csv"
          resetRef={reset}
          onChange={(chosen) => {
            if (chosen) choose(chosen);
            reset.current?.();
          }}
        >
          {(props) => (
            <Button {...props} size="xs" variant={look ? 'default' : 'filled'} loading={busy}>
              Choose a table…
            </Button>
          )}
        </FileButton>
        {look && ready && (
          <Button size="xs" onClick={take} loading={busy}>
            Take in {lines(report.fresh)}
          </Button>
        )}
        {file && !busy && (
          <Button size="xs" variant="default" onClick={putAway}>
            Put it away
          </Button>
        )}
      </div>
      {file && <p className="figure">{file.name}</p>}
      {problem && <FileFaults problem={problem} />}
      {taken && (
        <p role="status" data-testid="table-taken">
          <strong>{lines(taken.fresh)} taken in</strong>, {lines(taken.there)} were known already.
          The next table with these heads is read alike.
        </p>
      )}
      {look && mapping && (
        <>
          {look.remembered && (
            <p>A table with these heads was taken before: it is read as you said then.</p>
          )}
          <div className={classes.fields}>
            <NativeSelect
              size="xs"
              label="The table is of"
              data={TABLE_KINDS.map((kind) => ({ value: kind, label: KIND_WORDS[kind] }))}
              value={mapping.kind}
              onChange={(event) => lookAgain({ kind: event.currentTarget.value as TableKind })}
            />
            {look.sheets.length > 1 && (
              <NativeSelect
                size="xs"
                label="Sheet"
                data={look.sheets}
                value={look.sheet}
                onChange={(event) => lookAgain({ sheet: event.currentTarget.value })}
              />
            )}
          </div>
          <TableColumns key={look.id} look={look} mapping={mapping} onMapping={map} />
          {report && <Lines report={report} />}
        </>
      )}
    </section>
  );
}
