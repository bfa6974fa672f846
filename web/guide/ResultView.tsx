import type { ReactNode } from 'react';
import { DataTable } from '../drawing/DataTable.tsx';
import classes from './CalculatorPage.module.css';

/** What is said in words stands before figures. */
const WORDS = ['words', 'verdict', 'answer', 'action', 'outcome', 'consistent', 'class'];

const inWords = (key: string) => key.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();

/** A number with the digits that a hand would write. */
function plainNumber(value: number): string {
  if (Number.isInteger(value) && Math.abs(value) < 1e9) return String(value);
  return String(Number(value.toPrecision(5))).replace('-', '−');
}

function plain(value: unknown): string {
  if (value === null || value === undefined) return 'none';
  if (typeof value === 'number') return plainNumber(value);
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return String(value);
}

const isPlain = (value: unknown): boolean => typeof value !== 'object' || value === null;

const isTable = (value: unknown): value is Record<string, unknown>[] =>
  Array.isArray(value) &&
  value.length > 0 &&
  value.every((row) => !isPlain(row) && Object.values(row as object).every(isPlain));

function TableOf({ rows }: { rows: readonly Record<string, unknown>[] }) {
  const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  return (
    <DataTable
      rows={rows.map((row, at) => ({ row, at }))}
      keyOf={({ at }) => at}
      columns={columns.map((column) => ({
        head: inWords(column),
        cell: ({ row }: { row: Record<string, unknown> }) => plain(row[column]),
        figure: typeof rows[0]?.[column] === 'number',
      }))}
    />
  );
}

function Value({ value }: { value: unknown }): ReactNode {
  if (isPlain(value)) return <span className="figure">{plain(value)}</span>;
  if (isTable(value)) return <TableOf rows={value} />;
  if (Array.isArray(value))
    return value.every(isPlain) ? (
      <span className="figure">{value.length === 0 ? 'none' : value.map(plain).join(', ')}</span>
    ) : (
      <ol className={classes.list}>
        {value.map((one, at) => (
          // Results have nothing but their place.
          <li key={at}>
            <Value value={one} />
          </li>
        ))}
      </ol>
    );
  return <ResultView result={value} />;
}

/** Whatever a calculation answers: words first, then figures by their names. */
export function ResultView({ result }: { result: unknown }): ReactNode {
  if (isPlain(result)) return <span className="figure">{plain(result)}</span>;
  const entries = Object.entries(result as object).sort(
    ([a], [b]) => Number(WORDS.includes(b)) - Number(WORDS.includes(a)),
  );
  return (
    <dl className={classes.values}>
      {entries.map(([key, value]) => (
        <div key={key}>
          <dt>{inWords(key)}</dt>
          <dd>
            <Value value={value} />
          </dd>
        </div>
      ))}
    </dl>
  );
}
