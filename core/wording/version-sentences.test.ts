import { expect, test } from 'vitest';
import type { LineChange } from '../records/version-verdict.ts';
import { textOf } from './sentence.ts';
import { lineStepPhrase } from './version-sentences.ts';

test('a change from version to version says its size, and if it is only stated', () => {
  const change: LineChange = { quantity: 'mass', word: 'better', direction: 'less', steps: -2.6 };
  const write = (more: Partial<LineChange>) => textOf(lineStepPhrase({ ...change, ...more }));
  expect(write({})).toBe('lighter, 3 noticeable differences');
  expect(write({ steps: -1.2 })).toBe('lighter, about the smallest noticeable difference');
  expect(write({ word: 'perhaps', stated: true })).toBe('perhaps lighter, as stated');
  expect(write({ word: 'same' })).toBe('same');
});
