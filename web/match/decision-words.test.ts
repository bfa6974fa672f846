/** How long a pair may go back, and tolerances, in words. */
import dayjs from 'dayjs';
import { describe, expect, it } from 'vitest';
import { toleranceWords } from '../lab/TolerancesPage.tsx';
import { returnWords } from '../shell/return-words.ts';

describe('a return date', () => {
  const today = dayjs('2026-03-01T22:15:00');
  it.each([
    ['2026-03-15', 'It may go back until Sun 15 Mar 2026: 14 days left.'],
    ['2026-03-02', 'It may go back until Mon 2 Mar 2026: 1 day left.'],
    ['2026-03-01', 'It may go back until today, Sun 1 Mar 2026.'],
    ['2026-02-28', 'The return date passed on Sat 28 Feb 2026.'],
    [null, 'No return date was noted when it was received.'],
  ])('%s on 1 March: %s', (returnBy, words) => {
    expect(returnWords(returnBy, today)).toBe(words);
  });
  it('counts days, not hours, over the change of the clock', () => {
    // By hand: from 27 March to 31 March are four days, though one of them has 23 hours in Europe.
    expect(returnWords('2026-03-31', dayjs('2026-03-27T23:59:00'))).toContain('4 days left');
  });
});

describe('a tolerance', () => {
  it.each([
    [{ feature: 'mass', absolute: 5, share: 0.02 }, '5 g or 2 %, the greater'],
    [{ feature: 'mass', absolute: 5, share: 0.0125 }, '5 g or 1.25 %, the greater'],
    [{ feature: 'footbed-length', absolute: 1, share: 0 }, '1 mm'],
    [{ feature: 'sole-plane', absolute: 0.7, share: 0 }, '0.7°'],
    [{ feature: 'outsole-hardness', absolute: 3, share: 0 }, '3 A'],
  ] as const)('%o is %s', (rule, words) => {
    expect(toleranceWords(rule)).toBe(words);
  });
});
