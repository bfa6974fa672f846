/**
 * Every answer of the demo at a fixed clock, beside what it was when it was read last (checks/books/demo.answers.json.gz).
 * Where a rule is changed, its differences are read, told in docs/decisions/, and written down by `npm run book -- --said`.
 */
import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { expect, it } from 'vitest';
import { differences } from '#server/book-figures.ts';
import { DEMO_ANSWERS, demoAnswers } from './demo-answers.ts';

it('the demo answers as it did', async () => {
  const before = Object.fromEntries(JSON.parse(gunzipSync(readFileSync(DEMO_ANSWERS)).toString()));
  expect(Object.keys(before).length).toBeGreaterThan(2000);
  expect(differences(before, await demoAnswers()).slice(0, 20)).toEqual([]);
});
