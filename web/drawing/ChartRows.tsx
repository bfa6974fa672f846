import { DataTable } from './DataTable.tsx';

/** What a chart shows, as rows to be read. */
export interface ChartTable {
  columns: string[];
  rows: (string | number)[][];
}

/** A chart as a table. */
export function ChartRows({ table }: { table: ChartTable }) {
  return (
    <DataTable
      rows={table.rows}
      keyOf={(row) => row.join('|')}
      columns={table.columns.map((head, at) => ({
        head,
        cell: (row: ChartTable['rows'][number]) => row[at],
        figure: true,
      }))}
    />
  );
}
