/** A lab measures editions in several sizes, and carries figures by what it found. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { READINGS_HEADER } from '../formats/readings-file.ts';
import { servedBench } from '../served-bench.ts';

const { bench, post, put, get, csv } = servedBench();

const HEADER = READINGS_HEADER.join(',');

/** An edition of a maker in UK 8 and UK 10, its ball widths by a slope a full size. */
async function edition(model: string, slope: number) {
  for (const [size, value] of [
    [8, 100],
    [10, 100 + 2 * slope],
  ] as const) {
    const tag = `${model.slice(0, 2).toUpperCase()}-${String(size).padStart(2, '0')}`;
    const received = await post('/api/receipts', {
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: model },
      edition: { id: uuid7(), name: '' },
      pair: {
        id: uuid7(),
        tag,
        label: { system: 'uk', size },
        acquisition: 'bought',
        receivedOn: '2026-02-27',
      },
      claims: [],
    });
    expect(received.status).toBe(200);
    const rows = ['left', 'right'].map(
      (side, at) =>
        `${tag},${side},ball-width,1,${value.toFixed(1)},mm,Full bench,B1,Caliper,2026-02-28T0${size % 10}:00:0${at}Z,22,50,`,
    );
    const added = await csv('/api/readings/import', [HEADER, ...rows].join('\n'));
    expect([added.status, added.body.detail]).toEqual([200, undefined]);
  }
}

const slopeOf = async (quantity: string) =>
  (await get('/api/lab')).body.slopes.find(
    (found: { quantity: string }) => found.quantity === quantity,
  );

describe('the slope of a lab over size', () => {
  it('takes the place of the usual one once three editions show it, and carries figures', async () => {
    await bench();
    await edition('Ashway', 2.0);
    await edition('Birchway', 2.1);
    expect(await slopeOf('ball-width')).toBeUndefined();
    await edition('Cedarway', 2.2);
    // By hand: s_b 0.1, u_c² = max(0.01/3, 0.04/2/6), ν = 2; 4.303 · 0.1155 < 2.306 · 0.7.
    expect(await slopeOf('ball-width')).toMatchObject({
      slope: expect.closeTo(2.1, 6),
      ownU: expect.closeTo(0.1, 6),
      u: expect.closeTo(0.11547, 5),
      df: 2,
      editions: 3,
      isFar: false,
      isSurer: true,
      inUse: true,
    });
    const { rows } = (await get('/api/comparison?editions=norrolt-ashway,norrolt-birchway')).body;
    const width = rows.find((row: { quantity: string }) => row.quantity === 'ball-width');
    expect(width.cells[0].terms).toBe('carried');
    // From both pairs at UK 8: 100, and 104 less two sizes of 2.1.
    expect(width.cells[0].figure.value).toBeCloseTo((100 + 104 - 2 * 2.1) / 2, 6);
    const left = await put('/api/lab/slopes', {
      quantity: 'ball-width',
      taken: false,
      reason: 'no',
    });
    expect([left.status, left.body.detail]).toEqual([422, expect.stringContaining('stays in use')]);
    expect(width.cells[0].words).toBe('from pairs in UK 8 and UK 10; carried one size');
  });

  it('is looked at first where it lies far from the usual, and can be left again', async () => {
    await bench();
    for (const [model, slope] of [
      ['Ashway', 4.0],
      ['Birchway', 4.1],
      ['Cedarway', 4.2],
    ] as const)
      await edition(model, slope);
    expect(await slopeOf('ball-width')).toMatchObject({ isFar: true, isSurer: true, inUse: false });
    const take = (quantity: string, taken: boolean) =>
      put('/api/lab/slopes', { quantity, taken, reason: 'looked at' });
    expect((await take('ball-width', true)).body).toEqual({ quantity: 'ball-width', inUse: true });
    expect(await slopeOf('ball-width')).toMatchObject({ inUse: true });
    await take('ball-width', false);
    expect(await slopeOf('ball-width')).toMatchObject({ inUse: false });
    expect((await take('shaft-height', true)).status).toBe(422);
  });
});
