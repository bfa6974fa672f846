import { describe, expect, it } from 'vitest';
import { answersTo, searchTerms } from './search-terms.ts';

describe('terms that a record is found by', () => {
  it.each([
    ['NS-07 Mid, UK 8.5', ['ns', '7', 'mid', 'uk', '8', '5']],
    ['uk8', ['uk', '8']],
    ['Ångströ́m  "x"*', ['angstrom', 'x']],
    ['0', ['0']],
    ['000', ['0']],
    [' -- ', []],
    ['', []],
  ])('%s', (text, terms) => {
    expect(searchTerms(text)).toEqual(terms);
  });
});

describe('what is typed', () => {
  it.each([
    ['stair 8', true],
    ['NS7', true],
    ['', true],
    ['well', false],
    ['stair 9', false],
  ])('%s', (typed, answer) => {
    expect(answersTo(typed, 'NS-07 Norrolt Stairwell UK 8')).toBe(answer);
  });
});
