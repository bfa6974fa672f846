import { expect, test } from 'vitest';
import {
  ENDING_DECISIONS,
  LEAVING_DECISIONS,
  WEAR_ANSWERS,
  WEAR_DECISIONS,
} from './wear-verdict.ts';

test('decisions on wear: after which a pair is out of use, and after which it is gone', () => {
  expect(WEAR_DECISIONS).toEqual(['go on', 'another use', 'retire', 'lost', 'given away']);
  expect(WEAR_ANSWERS).toEqual(['cannot tell', ...WEAR_DECISIONS]);
  expect(ENDING_DECISIONS).toEqual(['retire', 'lost', 'given away']);
  expect(LEAVING_DECISIONS).toEqual(['lost', 'given away']);
});
