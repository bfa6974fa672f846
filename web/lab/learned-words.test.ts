import { describe, expect, it } from 'vitest';
import { learnedWords } from './learned-words.ts';

const learned = {
  protocolId: 'p',
  quantity: 'heel-stack' as const,
  tool: 'needle gauge' as const,
  sd: 0.16528,
  df: 16.1,
  pairs: 7,
  hidden: false,
  apart: ['NS-06'],
};

describe('what a lab’s own repeats show', () => {
  it('is said with how many pairs say so, and who scatters too far', () => {
    expect(learnedWords(learned)).toEqual([
      'own repeats: 0.17, from 7 pairs',
      'NS-06 scatters too far: counted in part',
    ]);
  });
  it('is said to be too little below five pairs, and hidden where the step hides it', () => {
    expect(learnedWords({ ...learned, pairs: 3, hidden: true, apart: [] })).toEqual([
      'own repeats: 0.17, from 3 of 5 pairs',
      'the step of the gauge hides it',
    ]);
    expect(learnedWords({ ...learned, apart: ['A-1', 'B-2'] })[1]).toMatch(/^A-1, B-2 scatter too/);
    expect(learnedWords(undefined)).toEqual([]);
  });
});
