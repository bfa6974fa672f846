/** Pairs among editions: a pair stands for itself, with its own doubt. */
import { describe, expect, it } from 'vitest';
import { servedBench } from '../served-bench.ts';

const { get, bench } = servedBench();
const SLUG = 'norrolt-stairwell-mid-cut';

describe('a pair beside its edition', () => {
  it('has its own doubt, which is less than that of the model', async () => {
    const { session, read } = await bench();
    const sitting = await session();
    for (const side of ['left', 'right'])
      await read(sitting, 'mass', side, '312', 'scale', { unit: 'g' });
    const { status, body } = await get(`/api/comparison?editions=${SLUG},pair:NS-01`);
    expect(status).toBe(200);
    expect(body.editions.map((one: { name: string }) => one.name)).toEqual([
      'Norrolt Stairwell, mid cut',
      'NS-01, Norrolt Stairwell, mid cut',
    ]);
    const mass = body.rows.find((row: { quantity: string }) => row.quantity === 'mass');
    const [model, pair] = mass.cells;
    expect(pair.figure.value).toBe(312);
    expect(pair.figure.U).toBeLessThan(model.figure.U / 2);
    expect((await get(`/api/comparison?editions=${SLUG},pair:XX-99`)).status).toBe(404);
  });
});
