/** Two pages of one maker that cannot both be true. Worked by hand. */
import { describe, expect, it } from 'vitest';
import { disagreementsOf } from './sources.ts';

const claim = (source: string, typed: string, value: number, halfWidth = 0.5) => ({
  quantity: 'heel-stack',
  typed,
  value,
  halfWidth,
  label: null,
  statedBasis: {},
  source,
  withdrawn: null,
});

describe('sources that are stated apart', () => {
  it('are put beside each other where their roundings do not meet', () => {
    const claims = [claim('web page', '33 mm', 33), claim('box', '35 mm', 35)];
    expect(disagreementsOf(claims, [])).toEqual([
      {
        about: 'Heel stack',
        said: [
          { source: 'web page', words: '33 mm' },
          { source: 'box', words: '35 mm' },
        ],
      },
    ]);
  });
  it('agree where their roundings touch', () => {
    expect(disagreementsOf([claim('page', '33 mm', 33), claim('box', '34 mm', 34)], [])).toEqual(
      [],
    );
  });
  it('are of one size and basis: another size is no contradiction', () => {
    const size = { system: 'uk', size: 8 } as const;
    const claims = [claim('page', '33 mm', 33), { ...claim('box', '36 mm', 36), label: size }];
    expect(disagreementsOf(claims, [])).toEqual([]);
    const out = { ...claim('box', '29 mm', 29), statedBasis: { insole: 'out' } };
    expect(disagreementsOf([claim('page', '33 mm', 33), out], [])).toEqual([]);
  });
  it('leave out what was withdrawn, and what one source says twice', () => {
    const withdrawn = { ...claim('box', '35 mm', 35), withdrawn: 'mistyped' };
    expect(disagreementsOf([claim('page', '33 mm', 33), withdrawn], [])).toEqual([]);
    expect(disagreementsOf([claim('page', '33 mm', 33), claim('page', '36 mm', 36)], [])).toEqual(
      [],
    );
  });
  it('may disagree in words on one part', () => {
    const words = (source: string, text: string) => ({
      part: 'plate',
      text,
      source,
      withdrawn: null,
    });
    expect(
      disagreementsOf([], [words('page', 'Carbon plate'), words('box', 'carbon plate')]),
    ).toEqual([]);
    expect(
      disagreementsOf([], [words('page', 'carbon plate'), words('box', ' Carbon plate ')]),
    ).toEqual([]);
    expect(
      disagreementsOf([], [words('page', 'carbon plate'), words('box', 'nylon plate')]),
    ).toEqual([
      {
        about: 'plate',
        said: [
          { source: 'page', words: 'carbon plate' },
          { source: 'box', words: 'nylon plate' },
        ],
      },
    ]);
    // Another part, or none, is another matter.
    const foam = { ...words('box', 'nylon plate'), part: 'foam' };
    expect(disagreementsOf([], [words('page', 'carbon plate'), foam])).toEqual([]);
    const unnamed = (source: string, text: string) => ({ ...words(source, text), part: '' });
    expect(disagreementsOf([], [unnamed('page', 'light'), unnamed('box', 'heavy')])).toEqual([]);
  });
});
