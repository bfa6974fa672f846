/** What a gauge is told of a part of a study: shoes by tag and side, other parts by their name. */
import type { Side } from '#core/catalogue/quantities.ts';

/** A gauge takes tags of letters, digits and hyphens, of this length at most. */
const LONGEST_TAG = 16;

/**
 * Reads a part as a gauge is told of it.
 * @example heldPart('TL-01 right') // { tag: 'TL-01', side: 'right' }
 */
export function heldPart(part: string): { tag: string; side: Side } {
  const right = /[\s,]+(?:right|r)\s*$/i;
  const left = /[\s,]+(?:left|l)\s*$/i;
  const tag = part
    .replace(right, '')
    .replace(left, '')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, LONGEST_TAG);
  return { tag: tag || 'part', side: right.test(part) ? 'right' : 'left' };
}
