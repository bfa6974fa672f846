import { expect, test } from 'vitest';
import type { FitOfPair } from '#contract/fit-records.ts';
import { changesBetween, widthWord } from './try-on-draft.ts';

type TryOnRecord = FitOfPair['tryOns'][number];
const tried = (answers: TryOnRecord['answers']) => ({ answers }) as TryOnRecord;

test('a later try-on says what opened up, flattened, or began to hurt', () => {
  const first = tried({
    toeGapMm: 12,
    heel: 'lifts',
    width: { ball: -1, heel: 0 },
    sore: ['edges'],
  });
  const later = tried({ toeGapMm: 14, heel: 'none', width: { ball: 0, heel: 0 }, sore: ['ankle'] });
  expect(changesBetween(first, later)).toEqual([
    'gap 12 → 14 mm',
    'heel lifts → none',
    'ball snug → right',
    'edges no longer sore',
    'ankle sore now',
  ]);
});

test('what only one of them says is no change', () => {
  expect(changesBetween(tried({ toeGapMm: 12 }), tried({ heel: 'none' }))).toEqual([]);
});

test('widths are words of our own', () => {
  expect([-2, -1, 0, 1, 2].map(widthWord)).toEqual([
    'tight',
    'snug',
    'right',
    'loose',
    'very loose',
  ]);
});
