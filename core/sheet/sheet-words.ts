/** The words of a sheet, part by part, as somebody typed them: kept apart from its figures. */

/** The parts of a sheet that hold words, in the order in which people talk. */
export const SHEET_PARTS = [
  'verdict',
  'for',
  'not for',
  'pros',
  'cons',
  'buy again',
  'nearest',
  'how it was tested',
  'fit',
  'upper',
  'midsole',
  'outsole',
  'ride',
  'life',
  'price',
] as const;
export type SheetPart = (typeof SHEET_PARTS)[number];

export const PART_TITLES: Readonly<Record<SheetPart, string>> = {
  verdict: 'Verdict',
  for: 'For',
  'not for': 'Not for',
  pros: 'Speaks for it',
  cons: 'Speaks against',
  'buy again': 'Buy again?',
  nearest: 'Near it',
  'how it was tested': 'How it was tested',
  fit: 'Fit',
  upper: 'Upper',
  midsole: 'Midsole',
  outsole: 'Outsole',
  ride: 'Ride',
  life: 'How long it lasts',
  price: 'Price and age',
};

/** A run of letters set alike. */
export interface WordRun {
  text: string;
  bold?: true | undefined;
  italic?: true | undefined;
}

/** A paragraph, or an item of a list. */
export interface WordBlock {
  kind: 'paragraph' | 'item';
  runs: WordRun[];
}

export type SheetWords = Partial<Record<SheetPart, WordBlock[]>>;

/** Letters alone, a line a block. */
export const plainWords = (blocks: readonly WordBlock[]): string =>
  blocks.map(({ runs }) => runs.map(({ text }) => text).join('')).join('\n');

/** A sentence of the bench as words. */
export const asWords = (lines: readonly string[]): WordBlock[] =>
  lines.map((text) => ({ kind: 'paragraph', runs: [{ text }] }));

/** True where nothing but blanks stands in it. */
export const isWordless = (blocks: readonly WordBlock[] | undefined): boolean =>
  !blocks || plainWords(blocks).trim() === '';
