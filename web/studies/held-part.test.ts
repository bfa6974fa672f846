/** Parts of a gauge study as a gauge is told of them. */
import { describe, expect, it } from 'vitest';
import { placement } from '#contract/live-gauges.ts';
import { heldPart } from './held-part.ts';

describe('a part that a gauge is held to', () => {
  it.each([
    ['TL-01 left', 'TL-01', 'left'],
    ['TL-01, right', 'TL-01', 'right'],
    ['TL-01 R', 'TL-01', 'right'],
    ['TL-01', 'TL-01', 'left'],
    ['Block 7 (grey), edge', 'Block-7-grey-edg', 'left'],
    ['copyright', 'copyright', 'left'],
    ['№ ☂', 'part', 'left'],
  ])('“%s” is %s, %s', (part, tag, side) => {
    expect(heldPart(part)).toEqual({ tag, side });
    // The server takes it as it is told.
    expect(
      placement.safeParse({
        instrumentId: '0199d2f0-0000-7000-8000-000000000000',
        tag,
        side,
        quantity: 'heel-stack',
      }).success,
    ).toBe(true);
  });
});
