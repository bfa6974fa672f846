/** Places for labels beside marks, so that none lies over another label or over a mark. */

export interface LabelledMark {
  x: number;
  y: number;
  /** Ends of its bars of doubt. */
  left?: number;
  right?: number;
  top?: number;
  bottom?: number;
  words: string;
}

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

export interface PlacedLabel {
  x: number;
  y: number;
  anchor: 'start' | 'end' | 'middle';
}

/** Width of a letter and height of a line, of the text of charts. */
const LETTER = 6.2;
const LINE = 13;
const MARK = 5;

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

/** Right of the mark, left, above, below: the first that is free. */
const SPOTS: readonly { dx: number; dy: number; anchor: PlacedLabel['anchor'] }[] = [
  { dx: 8, dy: 4, anchor: 'start' },
  { dx: -8, dy: 4, anchor: 'end' },
  { dx: 0, dy: -8, anchor: 'middle' },
  { dx: 0, dy: 17, anchor: 'middle' },
  { dx: 8, dy: -8, anchor: 'start' },
  { dx: 8, dy: 16, anchor: 'start' },
  { dx: -8, dy: -8, anchor: 'end' },
  { dx: -8, dy: 16, anchor: 'end' },
];

function boxOf({ x, y, anchor }: PlacedLabel, words: string): Box {
  const width = words.length * LETTER;
  const left = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2;
  return { left, right: left + width, top: y - LINE + 3, bottom: y + 3 };
}

/**
 * One place for each mark, in their order; undefined where none is free: it is named when pointed at.
 *
 * @param frame what labels stay within
 */
export function placeLabels(
  marks: readonly LabelledMark[],
  frame: { left: number; right: number; top: number; bottom: number },
): (PlacedLabel | undefined)[] {
  const taken: Box[] = marks.flatMap(({ x, y, left = x, right = x, top = y, bottom = y }) => [
    { left: x - MARK, right: x + MARK, top: y - MARK, bottom: y + MARK },
    { left, right, top: y - 1, bottom: y + 1 },
    { left: x - 1, right: x + 1, top, bottom },
  ]);
  return marks.map(({ x, y, words }) => {
    for (const { dx, dy, anchor } of SPOTS) {
      const label = { x: x + dx, y: y + dy, anchor };
      const box = boxOf(label, words);
      const isInside =
        box.left >= frame.left &&
        box.right <= frame.right &&
        box.top >= frame.top &&
        box.bottom <= frame.bottom;
      if (!isInside || taken.some((other) => overlap(box, other))) continue;
      taken.push(box);
      return label;
    }
    return undefined;
  });
}
