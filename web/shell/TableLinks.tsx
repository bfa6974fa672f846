import type { TableFile } from '#contract/table-file-records.ts';
import { addressOf } from '../api/request.ts';
import classes from './TableLinks.module.css';

/** What a page shows as a table, to take along: CSV, or a workbook with typed cells. */
export function TableLinks({
  of,
  query = {},
}: {
  of: TableFile;
  /** As the page itself is asked for. */
  query?: Readonly<Record<string, string | undefined>>;
}) {
  const asked = Object.fromEntries(Object.entries(query).filter(([, value]) => value));
  return (
    <p className={`soft ${classes.links}`}>
      As a table:{' '}
      <a download href={addressOf('getTableFile', { of }, { ...asked, as: 'csv' })}>
        CSV
      </a>
      ,{' '}
      <a download href={addressOf('getTableFile', { of }, { ...asked, as: 'xlsx' })}>
        workbook
      </a>
    </p>
  );
}
