/** Stated figures against measured and stated ones: by hand. */
import { describe, expect, it } from 'vitest';
import { type StatedOfEdition, statedDifference, statedOf, statedWords } from './stated-figures.ts';

const stated = (more: Partial<StatedOfEdition> = {}): StatedOfEdition => ({
  quantity: 'heel-stack',
  typed: '33 mm',
  value: 33,
  halfWidth: 0.5,
  provenance: 'claimed',
  source: 'web page',
  basis: '',
  ...more,
});

describe('a stated figure', () => {
  it('differs with its rounding: h/√3', () => {
    const rival = stated({ value: 38, typed: '38 mm' });
    const { difference, u, U, verdict } = statedDifference(rival, stated(), 3);
    expect(difference).toBe(5);
    expect(u).toBeCloseTo(Math.hypot(0.5, 0.5) / Math.sqrt(3), 12);
    // Both are known but for their rounding: the normal factor.
    expect(U).toBeCloseTo(1.95996 * u, 4);
    expect(verdict).toBe('real');
    expect(statedDifference(stated({ value: 33.5 }), stated(), 3).verdict).toBe('not shown');
  });
  it('says what is missing, and what to measure to be sure', () => {
    expect(statedWords(stated())).toBe(
      '33 mm, claimed, web page; size and basis not stated; measure heel stack to be sure',
    );
    expect(
      statedWords(
        stated({ label: { system: 'uk', size: 8 }, basis: 'in-shoe, in', provenance: 'reported' }),
      ),
    ).toBe('33 mm, reported, web page; UK 8, in-shoe, in; measure heel stack to be sure');
    expect(statedWords(stated({ quantity: 'mass', typed: '330 g', value: 330 }))).toContain(
      'size not stated',
    );
  });
  it('is the maker’s before another’s, and the first given', () => {
    const reported = stated({ provenance: 'reported', value: 31 });
    expect(statedOf([reported, stated()], 'heel-stack')?.value).toBe(33);
    expect(statedOf([reported], 'heel-stack')?.value).toBe(31);
    expect(statedOf([reported], 'mass')).toBeUndefined();
  });
});
