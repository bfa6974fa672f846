import { describe, expect, it } from 'vitest';
import { askedWords } from './asked-words.ts';

describe('what was asked for', () => {
  it('stands in lines, in the order of the conversation', () => {
    expect(
      askedWords(
        {
          matters: ['grip', 'cushion', 'grip'],
          load: 'a heavy pack',
          risk: 'none',
          most: 150,
          currency: 'EUR',
          used: { slug: 'kestvane-kerb', liked: false },
        },
        { foot: 'T2: 262 / 263 mm, sock thick', used: 'Kestvane Kerb' },
      ),
    ).toEqual([
      'For the foot T2: 262 / 263 mm, sock thick.',
      'What matters most: grip, then cushion.',
      'Carrying a heavy pack.',
      'Used to Kestvane Kerb, and wants something else.',
      'Risk that is borne: none.',
      'At most 150 EUR.',
    ]);
  });
  it('says nothing of what was left open', () => {
    const open = { matters: [], load: 'nothing', risk: 'the usual', currency: 'EUR' } as const;
    expect(askedWords(open, { foot: '', used: '' })).toEqual([]);
  });
});
