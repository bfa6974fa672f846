/** What stands on the card of a sheet where left and right of a pair differ. */
import { describe, expect, it } from 'vitest';
import type { BenchDocument } from '#core/sheet/document.ts';
import type { SheetData } from '#core/sheet/sheet-data.ts';
import { cardSvg } from './sheet-card.ts';

const brief = 'NS-01: left and right differ; kept.';
const cardOf = (leftRight: SheetData['leftRight']) => {
  const document: BenchDocument = {
    title: 'Norrolt Stairwell',
    language: 'en',
    parts: [],
    data: { leftRight } as SheetData,
  };
  return cardSvg(document, 'Not issued: a draft');
};
const differing = (features: number) => [
  {
    words: `NS-01: left and right differ: ${Array.from({ length: features }, () => 'toe-tip height left 55.0, right 65.0 mm').join('; ')}; kept.`,
    brief,
  },
];

describe('the card of a pair whose shoes differ', () => {
  it('has both shoes’ figures where there is room, else the finding and the decision', () => {
    const short = cardOf([{ words: brief, brief }]);
    expect(cardOf(undefined)).not.toBe(short);
    expect(cardOf(differing(2))).not.toBe(short);
    expect(cardOf(differing(9))).toBe(short);
  });
});
