/** What makes up an uncertainty, in few words. */
import { describe, expect, it } from 'vitest';
import { budgetWords, TERM_WORDS } from './budget-words.ts';
import type { TermKind, UncertaintyTerm } from './uncertainty.ts';

const term = (kind: TermKind, u: number): UncertaintyTerm => ({ kind, u }) as UncertaintyTerm;

describe('a budget in words', () => {
  it('names the largest shares of the variance first', () => {
    // By hand: 0.3² : 0.1² : 0.05² = 0.09 : 0.01 : 0.0025 of 0.1025.
    expect(budgetWords([term('resolution', 0.05), term('readings', 0.3), term('zero', 0.1)])).toBe(
      'scatter 88 %, zero 10 %, step 2 %',
    );
  });
  it('leaves out what is not worth its ink, and stops after so many', () => {
    expect(budgetWords([term('readings', 1), term('gain', 0.01)])).toBe('scatter 100 %');
    expect(
      budgetWords(
        [term('readings', 1), term('zero', 0.9), term('gain', 0.8), term('pairs', 0.7)],
        2,
      ),
    ).toBe('scatter 34 %, zero 28 %');
  });
  it('says nothing of nothing', () => {
    expect(budgetWords([])).toBe('');
  });
  it('has a word for every term', () => {
    for (const words of Object.values(TERM_WORDS)) expect(words).not.toBe('');
  });
});
