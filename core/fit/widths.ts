/** Widths as boxes carry them, from narrow to wide. Common practice. */

/** How wide a width is against the usual one; letters are men's, as most boxes carry them. */
const RANKS: Readonly<Record<string, number>> = {
  '4a': -3,
  '2a': -2,
  aa: -2,
  a: -1.5,
  b: -1,
  n: -1,
  narrow: -1,
  slim: -1,
  '': 0,
  c: -0.5,
  d: 0,
  m: 0,
  regular: 0,
  medium: 0,
  standard: 0,
  normal: 0,
  e: 0.5,
  w: 1,
  '2e': 1,
  ee: 1,
  wide: 1,
  'wide build': 1,
  '3e': 1.5,
  eee: 1.5,
  '4e': 2,
  eeee: 2,
  xw: 2,
  'extra wide': 2,
  'x-wide': 2,
  '6e': 3,
};

/**
 * How wide a width is: 0 the usual, 1 wide, −1 narrow; undefined where its words say nothing of it.
 * @example widthRank('2E') // 1
 */
export function widthRank(width = ''): number | undefined {
  const plain = width.trim().toLowerCase();
  if (plain in RANKS) return RANKS[plain];
  if (plain.includes('wide')) return plain.includes('extra') ? 2 : 1;
  return plain.includes('narrow') ? -1 : undefined;
}

/** Are two widths the same one, however they are written? */
export const isSameWidth = (a: string | undefined, b: string | undefined): boolean => {
  const [one, other] = [widthRank(a), widthRank(b)];
  return one !== undefined && one === other
    ? true
    : (a ?? '').trim().toLowerCase() === (b ?? '').trim().toLowerCase();
};
