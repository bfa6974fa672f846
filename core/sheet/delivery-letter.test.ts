import { describe, expect, it } from 'vitest';
import {
  countDelivery,
  type DeliveredPair,
  deliveryLetter,
  shareWords,
} from './delivery-letter.ts';

const pair = (tag: string, faults: string[] | null): DeliveredPair => ({
  tag,
  label: { system: 'uk', size: 8 },
  receivedOn: '2026-09-11',
  from: 'co-op shop',
  look: faults && {
    decision: faults.length > 0 ? 'return' : 'keep',
    words: faults.join('; ') || 'All 12 features agree.',
    faults,
  },
});
const delivery = [
  pair('TL-01', []),
  pair('TL-02', ['No glue traces or gaps: not so', 'Toe spring differs']),
  pair('TL-03', ['No glue traces or gaps: not so']),
  pair('TL-04', null),
];

describe('a delivery', () => {
  it('is counted by fault, the most frequent first, with what the share may be', () => {
    const { pairs, looked, sound, faults } = countDelivery(delivery);
    expect([pairs, looked, sound]).toEqual([4, 3, 1]);
    expect(faults.map(({ fault, tags }) => [fault, tags.length])).toEqual([
      ['No glue traces or gaps: not so', 2],
      ['Toe spring differs', 1],
    ]);
    // By hand, 2 of 3 exactly: 1 − 0.025 = (1 − p)³ + 3p(1 − p)² at p = 0.0943, and 0.9916 above.
    const [first] = faults;
    expect(first?.interval[0]).toBeCloseTo(0.0943, 4);
    expect(first?.interval[1]).toBeCloseTo(0.9916, 4);
    expect(first && shareWords(first, looked)).toBe(
      '2 of 3 pairs, 67 %; in deliveries like this 9 % to 99 %',
    );
  });

  it('ends in a letter that names pairs and asks, or thanks', () => {
    const terms = { edition: 'Tarnhus Lanewalk', lot: 'L2', on: '2026-11-26' };
    const letter = JSON.stringify(deliveryLetter(terms, delivery));
    expect(letter).toContain('Of 4 pairs 3 were looked at, left against right. 1 is sound.');
    expect(letter).toContain('1 was not looked at.');
    expect(letter).toContain('TL-02, TL-03');
    expect(letter).not.toContain('TL-04');
    const sound = JSON.stringify(deliveryLetter(terms, [pair('TL-01', [])]));
    expect(sound).toContain('Nothing is asked for');
  });
});
