import { describe, expect, it } from 'vitest';
import { answerShelf, movedBefore, placeOf, type ShelfRow } from './shelf.ts';
import { readShelfWords } from './shelf-words.ts';

const figure = (value: number, U: number, evidence: 'measured' | 'claimed' = 'measured') => ({
  value,
  low: value - U,
  high: value + U,
  evidence,
});

const row = (
  name: string,
  figures: ShelfRow['figures'],
  more: Partial<ShelfRow> = {},
): ShelfRow => ({
  slug: name.toLowerCase().replaceAll(' ', '-'),
  name,
  maker: name.split(' ')[0] ?? '',
  tag: '',
  uses: [{ discipline: 'walking and work', speciality: '' }],
  pairs: 1,
  figures,
  size: '',
  currency: 'EUR',
  ...more,
});

// Figures of the drawing of the shelf: 300 g and a drop of 4 to 6 mm are asked for.
const ROWS = [
  row('Kestvane Kerb', { mass: figure(269, 5), drop: figure(4.9, 0.6), price: figure(92, 0) }),
  row('Kestvane Stile', { mass: figure(304, 6), drop: figure(5.2, 0.7) }),
  row('Norrolt Stairwell', { mass: figure(304, 2), drop: figure(7.7, 0.4) }),
  row('Tarnhus Drift 2', { mass: figure(254, 0.5, 'claimed') }),
  row(
    'Pelloway Lantern',
    { mass: figure(262, 4), drop: figure(8.6, 0.5) },
    {
      uses: [{ discipline: 'court', speciality: '' }],
    },
  ),
];
const STEPS = { mass: 15, drop: 2 };
const ORDER = { sort: 'mass', down: false, group: 'none', own: new Map() } as const;

describe('what is typed over the shelf', () => {
  it('reads ranges, limits, uses and names', () => {
    const read = readShelfWords('under 260 g, drop 4 to 6, court');
    expect(read.conditions).toEqual([
      { column: 'mass', to: 260 },
      { column: 'drop', from: 4, to: 6 },
    ]);
    expect(read.uses).toEqual(['court']);
    expect(read.said).toEqual(['mass under 260 g', 'drop 4 to 6 mm', 'use court']);
    expect(read.questions).toEqual([]);
  });
  it.each([
    // 9 oz × 28.349523125 g: by hand 255.1457 g.
    ['under 9 oz', [{ column: 'mass', to: 255.145708 }]],
    ['heel stack over 1.2 in', [{ column: 'heel-stack', from: 30.48 }]],
    ['between 100 and 110 mm ball width', [{ column: 'ball-width', from: 100, to: 110 }]],
    ['at most 90 EUR', [{ column: 'price', to: 90, currency: 'EUR' }]],
    ['life over 400 km', [{ column: 'life', from: 400 }]],
    ['drop 5', [{ column: 'drop', from: 3, to: 7 }]],
    ['drop 4,5 to 6', [{ column: 'drop', from: 4.5, to: 6 }]],
    ['weight 250-260 g', [{ column: 'mass', from: 250, to: 260 }]],
  ])('%s', (typed, conditions) => {
    const read = readShelfWords(typed);
    expect(read.questions).toEqual([]);
    expect(read.conditions).toHaveLength(conditions.length);
    conditions.forEach((condition, at) => {
      for (const [name, value] of Object.entries(condition))
        if (typeof value === 'number')
          expect(read.conditions[at]?.[name as 'from' | 'to']).toBeCloseTo(value, 5);
        else expect(read.conditions[at]?.[name as 'column']).toBe(value);
    });
  });
  it('takes a use before a speciality of the same beginning', () => {
    expect(readShelfWords('walking').uses).toEqual(['walking and work']);
    expect(readShelfWords('court').uses).toEqual(['court']);
  });
  it('keeps a version number in the name, and asks what it cannot read', () => {
    expect(readShelfWords('roundsman 3').words).toBe('roundsman 3');
    expect(readShelfWords('drop under 5 g').questions[0]).toContain('no unit of drop');
    expect(readShelfWords('under 40').questions[0]).toContain('of what?');
  });
});

describe('who answers', () => {
  const ask = (typed: string) => {
    const { rows, counts } = answerShelf(ROWS, readShelfWords(typed), ORDER, STEPS);
    return { counts, rows: rows.map(({ row: { name }, place }) => `${name}: ${place}`) };
  };
  it('parts what fits from what may, what lies outside and what nobody took', () => {
    expect(ask('under 300 g, drop 4 to 6').rows).toEqual([
      'Kestvane Kerb: fits',
      'Kestvane Stile: may',
      // 4 g over 300 and 1.7 mm over 6: 0.27 + 0.85 steps; 2.6 mm over: 1.3 steps.
      'Norrolt Stairwell: outside',
      'Pelloway Lantern: outside',
      'Tarnhus Drift 2: not known',
    ]);
  });
  it('says how far outside a row lies, in steps', () => {
    const { rows } = answerShelf(ROWS, readShelfWords('under 300 g, drop 4 to 6'), ORDER, STEPS);
    expect(rows[2]?.steps).toBeCloseTo(4 / 15 + 1.7 / 2, 10);
    expect(rows[1]?.open).toEqual(['mass']);
  });
  it('goes by use and by name', () => {
    expect(ask('court').rows).toEqual(['Pelloway Lantern: fits']);
    expect(ask('kest').counts.fits).toBe(2);
  });
  it('sorts what has no value last, both ways', () => {
    const names = (down: boolean) =>
      answerShelf(ROWS, readShelfWords(''), { ...ORDER, sort: 'drop', down }, STEPS).rows.map(
        ({ row: { name } }) => name,
      );
    expect(names(false).at(-1)).toBe('Tarnhus Drift 2');
    expect(names(true)[0]).toBe('Pelloway Lantern');
    expect(names(true).at(-1)).toBe('Tarnhus Drift 2');
  });
  it('takes a limit as inside', () => {
    expect(placeOf(figure(5, 1), { column: 'drop', from: 4, to: 6 })).toBe('fits');
    expect(placeOf(figure(5, 1.1), { column: 'drop', from: 4, to: 6 })).toBe('may');
    expect(placeOf(figure(8, 1), { column: 'drop', from: 4, to: 6 })).toBe('outside');
  });
  it('puts a row before another in the own order', () => {
    expect(movedBefore(['a', 'b', 'c'], 'c', 'a')).toEqual(['c', 'a', 'b']);
    expect(movedBefore(['a', 'b'], 'x', null)).toEqual(['a', 'b', 'x']);
    expect(movedBefore(['a', 'b'], 'a', 'a')).toEqual(['a', 'b']);
  });
});
