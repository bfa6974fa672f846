import { expect, test } from 'vitest';
import { sqlTexts } from './sql-texts.ts';

test('words are quoted as SQL quotes them', () => {
  expect(sqlTexts(['lost', 'given away', "it's"])).toBe("'lost', 'given away', 'it''s'");
  expect(sqlTexts([])).toBe('');
});
