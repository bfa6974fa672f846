/** Workbooks that leave: sheets of typed cells. A text is a text in them, whatever it begins with. */

export type PlainCell = string | number | boolean | null;

export interface WorkbookSheet {
  name: string;
  rows: readonly (readonly PlainCell[])[];
  /** The first row holds the heads of the columns. */
  hasHeads?: boolean;
  /** Columns that stay in sight. */
  sticky?: number;
  /** Widths of the columns in characters. */
  widths?: readonly number[];
}

const LONGEST_NAME = 31;

/** Names of sheets hold no such letters, and none has two. */
function namesOf(sheets: readonly WorkbookSheet[]): string[] {
  const taken = new Set<string>();
  return sheets.map(({ name }, nth) => {
    const plain =
      name
        .replace(/[[\]:*?/\\]/g, ' ')
        .trim()
        .slice(0, LONGEST_NAME) || 'Sheet';
    const own = taken.has(plain.toLowerCase())
      ? `${plain.slice(0, LONGEST_NAME - 4)} ${nth + 1}`
      : plain;
    taken.add(own.toLowerCase());
    return own;
  });
}

function cellOf(value: PlainCell, isHead: boolean) {
  if (value === null || value === '') return null;
  const style = isHead ? ({ fontWeight: 'bold' } as const) : {};
  if (typeof value === 'number')
    return Number.isFinite(value) ? { value, type: Number, ...style } : null;
  if (typeof value === 'boolean') return { value, type: Boolean, ...style };
  return { value, type: String, ...style };
}

/** Writes sheets as a workbook (.xlsx). */
export async function writeWorkbook(sheets: readonly WorkbookSheet[]): Promise<Buffer> {
  // Loaded at the first workbook: most days write none.
  const { default: writeFile } = await import('write-excel-file/node');
  const names = namesOf(sheets);
  const written = sheets.map(({ rows, hasHeads = false, sticky = 0, widths = [] }, nth) => ({
    sheet: names[nth] ?? 'Sheet',
    data: rows.map((row, line) => row.map((cell) => cellOf(cell, hasHeads && line === 0))),
    columns: widths.map((width) => ({ width })),
    ...(hasHeads ? { stickyRowsCount: 1 } : {}),
    ...(sticky > 0 ? { stickyColumnsCount: sticky } : {}),
  }));
  return writeFile(written).toBuffer();
}
