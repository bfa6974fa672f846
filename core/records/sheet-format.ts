/** The files of an issued sheet or comparison, an entry each. */

interface SheetFormat {
  /** As a person reads it. */
  name: string;
  media: string;
  /** A browser shows it; else it is saved. */
  isShown?: true;
}

export const SHEET_FORMATS = {
  pdf: { name: 'PDF', media: 'application/pdf', isShown: true },
  html: { name: 'HTML', media: 'text/html; charset=utf-8', isShown: true },
  csv: { name: 'CSV', media: 'text/csv; charset=utf-8' },
  xlsx: {
    name: 'Workbook',
    media: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  },
  json: { name: 'JSON', media: 'application/json; charset=utf-8' },
  png: { name: 'Card', media: 'image/png', isShown: true },
} as const satisfies Record<string, SheetFormat>;
export type SheetFormatId = keyof typeof SHEET_FORMATS;

export const SHEET_FORMAT_IDS = Object.keys(SHEET_FORMATS) as [SheetFormatId, ...SheetFormatId[]];

export const describeSheetFormat = (id: SheetFormatId): SheetFormat => SHEET_FORMATS[id];
