import { describe, expect, it } from 'vitest';
import { askedSentences } from './choice-sentences.ts';
import { textOf } from './sentence.ts';

describe('what was asked for', () => {
  it('is said in the order of the conversation', () => {
    const sentences = askedSentences({
      foot: 'T2: 262 / 263 mm, sock thick',
      used: 'Kestvane Kerb',
      isUsedLiked: false,
      matters: ['grip', 'cushion', 'grip'],
      load: 'a heavy pack',
      risk: 'none',
      most: 150,
      currency: 'EUR',
    });
    expect(sentences.map(textOf)).toEqual([
      'For the foot T2: 262 / 263 mm, sock thick.',
      'What matters most: grip, then cushion.',
      'Carrying a heavy pack.',
      'Used to Kestvane Kerb, and wants something else.',
      'How cautious: risk accepted is none.',
      'At most 150 EUR.',
    ]);
  });
  it('says nothing of what was left open', () => {
    const open = { matters: [], load: 'nothing', risk: 'the usual', currency: 'EUR' } as const;
    expect(askedSentences({ ...open, foot: '', used: '', isUsedLiked: false })).toEqual([]);
  });
});
