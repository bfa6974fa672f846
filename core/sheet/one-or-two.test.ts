import { describe, expect, it } from 'vitest';
import { oneOrTwo } from './one-or-two.ts';
import type { ShelfRow } from './shelf.ts';

const STEPS = { mass: 15, 'heel-stack': 3, drop: 2, 'ball-width': 2 };
const row = (name: string, use: string, mass: number, heel: number): ShelfRow => ({
  slug: name,
  name,
  maker: '',
  tag: '',
  uses: [{ discipline: use, speciality: '' }],
  pairs: 1,
  figures: Object.fromEntries(
    [
      ['mass', mass],
      ['heel-stack', heel],
    ].map(([column, value]) => [
      column,
      { value: value as number, low: 0, high: 0, evidence: 'measured' as const },
    ]),
  ),
  size: '',
  currency: '',
});

describe('one pair for two uses, or two', () => {
  it('is one where an edition lies near the middle of both', () => {
    // Middles by hand: court 300 g and 24 mm, walking 315 g and 27 mm. Stile: √(0.5² + 0.5²) from either.
    const found = oneOrTwo(
      [
        row('Court A', 'court', 292.5, 22.5),
        row('Stile', 'court', 307.5, 25.5),
        row('Kerb', 'walking and work', 322.5, 28.5),
        row('Lane', 'walking and work', 307.5, 25.5),
      ],
      ['court', 'walking and work'],
      STEPS,
    );
    expect(found.answer).toBe('one pair');
    expect(found.one?.worst).toBeCloseTo(Math.SQRT1_2, 10);
    expect(found.two.map(({ row: { name } }) => name)).toEqual(['Court A', 'Kerb']);
  });
  it('covers nothing where the rules of a use refuse it', () => {
    const rows = [
      row('Court A', 'court', 292.5, 22.5),
      row('Stile', 'court', 307.5, 25.5),
      row('Kerb', 'walking and work', 322.5, 28.5),
      row('Lane', 'walking and work', 307.5, 25.5),
    ];
    const uses = ['court', 'walking and work'] as const;
    const found = (refused: string[]) =>
      oneOrTwo(
        rows,
        uses,
        STEPS,
        undefined,
        ({ name }, use) => use === 'court' && refused.includes(name),
      );
    expect(found(['Stile']).one?.row.name).toBe('Lane');
    expect(found(['Court A']).two.map((option) => option.row.name)).toEqual(['Stile', 'Kerb']);
    const none = found(rows.map(({ name }) => name));
    expect(none.one).toBeUndefined();
    expect(none.answer).toBe('two pairs');
  });
  it('is two where what is made for them lies far apart', () => {
    const found = oneOrTwo(
      [
        row('Court A', 'court', 300, 22),
        row('Court B', 'court', 310, 23),
        row('Boot A', 'winter boots', 600, 36),
        row('Boot B', 'winter boots', 640, 37),
      ],
      ['court', 'winter boots'],
      STEPS,
    );
    expect(found.answer).toBe('two pairs');
    expect(found.one?.harms.some(({ drivers }) => drivers[0]?.column === 'mass')).toBe(true);
  });
  it('cannot be told of a use that one edition is made for', () => {
    const found = oneOrTwo([row('Court A', 'court', 300, 22)], ['court', 'trail'], STEPS);
    expect(found.answer).toBe('cannot tell');
    expect(found.missing).toEqual([
      { use: 'court', models: 1 },
      { use: 'trail', models: 0 },
    ]);
  });
});
