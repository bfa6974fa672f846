/** A lab measures editions in several sizes, and carries figures by what it found. */
import { readFileSync } from 'node:fs';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { gradingOf } from '#core/statistics/grading.ts';
import { READINGS_HEADER } from '../formats/readings-file.ts';
import { servedBench } from '../served-bench.ts';

const { bench, receive, post, put, get, csv } = servedBench();

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
      groups: 3,
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
      by: 'size',
      taken: false,
      reason: 'no',
    });
    expect([left.status, left.body.detail]).toEqual([422, expect.stringContaining('stays in use')]);
    // Of sizes 8 and 10 both editions have both: the first is where they are compared.
    expect(width.cells[0].words).toBe('from pairs in UK 8 and UK 10; converted over one size');
    // Another pair, in UK 9, is expected between them: by 2.1 a size from either.
    const made = await post('/api/receipts', {
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: 'Ashway' },
      edition: { id: uuid7(), name: '' },
      pair: {
        id: uuid7(),
        tag: 'AS-09',
        label: { system: 'uk', size: 9 },
        acquisition: 'bought',
        receivedOn: '2026-02-27',
      },
      claims: [],
    });
    expect(made.status).toBe(200);
    const protocol = (await get('/api/lab')).body.protocols.find(
      ({ name }: { name: string }) => name === 'Full bench',
    );
    const query = `protocol=${protocol.id}&configuration=as%20sold&wornKm=0`;
    const expected = (await get(`/api/pairs/AS-09/expected?${query}`)).body;
    expect(expected).toHaveLength(1);
    expect(expected[0].value).toBeCloseTo((100 + 2.1 + 104 - 2.1) / 2, 6);
    expect((await get(`/api/pairs/AS-08/expected?${query}`)).body[0].value).toBeCloseTo(99.8, 6);
    expect((await get(`/api/pairs/AS-09/expected?protocol=${uuid7()}&wornKm=0`)).status).toBe(404);
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
      put('/api/lab/slopes', { quantity, by: 'size', taken, reason: 'looked at' });
    expect((await take('ball-width', true)).body).toEqual({
      quantity: 'ball-width',
      by: 'size',
      inUse: true,
    });
    expect(await slopeOf('ball-width')).toMatchObject({ inUse: true });
    await take('ball-width', false);
    expect(await slopeOf('ball-width')).toMatchObject({ inUse: false });
    expect((await take('shaft-height', true)).status).toBe(422);
  });
});

/** Heel stacks of four pairs over their km; lm of R 4.2.2, an intercept per pair. */
const { wearSlope } = JSON.parse(
  readFileSync(new URL('../../checks/reference-r-2.json', import.meta.url), 'utf8'),
);

describe('the slope of a lab over wear', () => {
  async function sitting(
    { instrument, protocol }: Awaited<ReturnType<typeof bench>>,
    pairId: string,
    wornKm: number,
    value: number,
    nth: number,
  ) {
    const id = uuid7();
    const startedAt = new Date(Date.UTC(2026, 1, 28, 0, nth)).toISOString();
    const begun = await post('/api/sessions', {
      id,
      pairId,
      protocolId: protocol('Full bench').id,
      person: 'B1',
      wornKm,
      startedAt,
    });
    expect([begun.status, begun.body.detail]).toEqual([200, undefined]);
    const readings = [uuid7(), uuid7()];
    for (const [at, side] of ['left', 'right'].entries())
      await post('/api/readings', {
        id: readings[at],
        occasionId: id,
        side,
        quantity: 'heel-stack',
        typed: value.toFixed(2),
        unit: 'mm',
        instrumentId: instrument('needle gauge').id,
        takenAt: startedAt,
      });
    expect((await post(`/api/sessions/${id}/finish`, { finishedAt: startedAt })).status).toBe(200);
    return readings;
  }

  it('is that of R, carries three times as far as a pair was followed, and follows a void', async () => {
    const lab = await bench();
    const pairs: Record<string, string> = {};
    let last: string[] = [];
    for (const [nth, pair] of wearSlope.pair.entries()) {
      pairs[pair] ??= (await receive(pair.replace('P', 'WR-0'))).pairId;
      const [km, value] = [wearSlope.km[nth], wearSlope.value_mm[nth]];
      const readings = await sitting(lab, pairs[pair] as string, km, value, nth);
      if (km === 480) last = readings;
    }
    const found = await slopeOf('heel-stack');
    expect(found).toMatchObject({ by: 'wear', df: 3, groups: 4, isFar: false, inUse: true });
    expect(found.slope).toBeCloseTo(100 * wearSlope.slopePerKm, 6);
    // u² = SE² + s_b²: the standard error is the greater of the two common parts.
    expect(found.commonU).toBeCloseTo(100 * wearSlope.se, 6);
    expect(found.ownU).toBeCloseTo(0.0608, 4);
    expect(found.u).toBeCloseTo(0.0738, 4);

    // One pair was followed over 480 km: a pair worn 1,300 km is carried, beyond the usual 500.
    const pairId = uuid7();
    await post('/api/receipts', {
      maker: { id: uuid7(), name: 'Norrolt' },
      model: { id: uuid7(), name: 'Ashway' },
      edition: { id: uuid7(), name: '' },
      pair: {
        id: pairId,
        tag: 'AS-01',
        label: { system: 'uk', size: 8 },
        acquisition: 'bought',
        receivedOn: '2026-02-27',
      },
      claims: [],
    });
    await sitting(lab, pairId, 1300, 27, 20);
    const heel = async () => {
      const slugs = 'norrolt-stairwell-mid-cut,norrolt-ashway';
      const { rows } = (await get(`/api/comparison?editions=${slugs}`)).body;
      return rows.find((row: { quantity: string }) => row.quantity === 'heel-stack').cells[1];
    };
    const carried = await heel();
    expect(carried.terms).toBe('carried');
    // Compared at 480 km, where the least is carried: 820 km back.
    expect(carried.figure.value).toBeCloseTo(27 - 8.2 * found.slope, 6);

    // Without its last sitting that pair was followed over 300 km, and nothing is carried as far.
    for (const reading of last)
      await post(`/api/readings/${reading}/void`, {
        reason: 'slipped',
        at: '2026-02-28T09:00:00Z',
      });
    const rows = wearSlope.pair.map((pair: string, nth: number) => ({
      group: pair,
      x: wearSlope.km[nth] / 100,
      value: wearSlope.value_mm[nth],
    }));
    const left = gradingOf(rows.filter(({ x }: { x: number }) => x < 4.8));
    expect((await slopeOf('heel-stack')).slope).toBeCloseTo(left?.slope ?? Number.NaN, 9);
    expect((await heel()).words).toContain('too far to carry');
  });
});
