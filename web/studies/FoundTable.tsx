import { DataTable } from '../drawing/DataTable.tsx';

/** What a study found, line by line: what it is, the figure, and words on it. */
export function FoundTable({
  rows,
}: {
  rows: readonly [what: string, found: string, words: string][];
}) {
  return (
    <DataTable
      rows={rows}
      keyOf={([what]) => what}
      columns={[
        { head: '', cell: ([what]) => what, names: true },
        { head: '', cell: ([, found]) => found, figure: true, strong: true },
        { head: '', cell: ([, , words]) => words, soft: true },
      ]}
    />
  );
}
