import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placeLabels } from './place-labels.ts';

const FRAME = { left: 0, right: 300, top: 0, bottom: 300 };

describe('labels of a field', () => {
  it('stand right of their mark, or wherever there is room', () => {
    const [first, second] = placeLabels(
      [
        { x: 100, y: 100, words: 'Kerb' },
        { x: 110, y: 100, words: 'Stile' },
      ],
      FRAME,
    );
    // The second mark lies where the first label would begin.
    expect(first).toEqual({ x: 92, y: 104, anchor: 'end' });
    expect(second).toEqual({ x: 118, y: 104, anchor: 'start' });
  });
  it('never lie over each other, however marks are drawn', () => {
    const mark = fc.record({
      x: fc.integer({ min: 10, max: 290 }),
      y: fc.integer({ min: 10, max: 290 }),
      words: fc.constantFrom('Kerb', 'Lampround', 'Stairwell, mid cut'),
    });
    fc.assert(
      fc.property(fc.array(mark, { maxLength: 25 }), (marks) => {
        const boxes = placeLabels(marks, FRAME).flatMap((label, at) => {
          if (!label) return [];
          const width = (marks[at]?.words.length ?? 0) * 6.2;
          const left =
            label.anchor === 'start'
              ? label.x
              : label.anchor === 'end'
                ? label.x - width
                : label.x - width / 2;
          return [{ left, right: left + width, top: label.y - 10, bottom: label.y + 3 }];
        });
        for (const [at, a] of boxes.entries())
          for (const b of boxes.slice(at + 1))
            expect(
              a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom,
            ).toBe(false);
      }),
    );
  });
});
