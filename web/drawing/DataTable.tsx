import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useRef } from 'react';
import classes from './DataTable.module.css';

export interface Column<Row> {
  /** Empty: the table has no heads. */
  head: string;
  cell: (row: Row) => ReactNode;
  /** Set in figures, so that digits stand below each other. */
  figure?: boolean;
  /** What one looks for first. */
  strong?: boolean | ((row: Row) => boolean);
  /** Said quietly. */
  soft?: boolean;
  /** Names the row. */
  names?: boolean;
  /** The head is heard, not seen. */
  unseen?: boolean;
}

/** So many rows are drawn at once; of more only those in sight. */
const DRAWN = 200;
const ROW_HEIGHT = 30;

const classOf = ({ figure, soft }: Pick<Column<never>, 'figure' | 'soft'>) =>
  [figure && 'figure', soft && 'soft'].filter(Boolean).join(' ') || undefined;

/** Rows of data by columns: every table of the bench that is no form and no sheet. */
export function DataTable<Row>({
  rows,
  columns,
  keyOf,
  label,
  rowClass,
}: {
  rows: readonly Row[];
  columns: readonly Column<Row>[];
  keyOf: (row: Row) => string | number;
  label?: string;
  rowClass?: (row: Row) => string | undefined;
}) {
  const scroll = useRef<HTMLDivElement>(null);
  const many = rows.length > DRAWN;
  const virtual = useVirtualizer({
    count: rows.length,
    enabled: many,
    estimateSize: () => ROW_HEIGHT,
    getScrollElement: () => scroll.current,
    overscan: 10,
  });
  const inSight = virtual.getVirtualItems();
  const drawn = many ? inSight.map(({ index }) => index) : rows.map((_, index) => index);
  const above = many ? (inSight[0]?.start ?? 0) : 0;
  const below = many ? virtual.getTotalSize() - (inSight.at(-1)?.end ?? 0) : 0;
  return (
    <div ref={scroll} className={classes.scroll} data-many={many}>
      <table
        className={classes.table}
        aria-label={label}
        aria-rowcount={many ? rows.length : undefined}
      >
        {columns.some(({ head }) => head !== '') && (
          <thead>
            <tr>
              {columns.map(({ head, unseen }) => (
                <th key={head} scope="col">
                  {unseen ? <span className="skip">{head}</span> : head}
                </th>
              ))}
            </tr>
          </thead>
        )}
        <tbody>
          {above > 0 && <tr style={{ height: above }} aria-hidden />}
          {drawn.map((index) => {
            const row = rows[index] as Row;
            return (
              <tr
                key={keyOf(row)}
                className={rowClass?.(row)}
                data-index={index}
                ref={many ? virtual.measureElement : undefined}
              >
                {columns.map((column, at) => {
                  const { strong } = column;
                  const cell = {
                    className: classOf(column),
                    'data-strong': typeof strong === 'function' ? strong(row) : strong,
                    children: column.cell(row),
                  };
                  const key = column.head || at;
                  return column.names ? (
                    <th key={key} scope="row" {...cell} />
                  ) : (
                    <td key={key} {...cell} />
                  );
                })}
              </tr>
            );
          })}
          {below > 0 && <tr style={{ height: below }} aria-hidden />}
        </tbody>
      </table>
    </div>
  );
}
