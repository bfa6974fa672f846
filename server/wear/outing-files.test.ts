/** Outings as a file: taken whole or not at all, never doubled, and read back to the same. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { servedBench } from '../served-bench.ts';

const { bench, receive, get, post, csv } = servedBench();

const HEADER =
  'pair,tester,on,distance,minutes,surfaces,ground,activity,effort,temperature_c,comfort,ratings,began_at,faults,note';

async function lab() {
  const { pairId } = await bench();
  await receive('NS-02');
  for (const code of ['T1', 'T2']) await post('/api/people', { id: uuid7(), code, role: 'tester' });
  return pairId;
}
const send = (text: string, preview = false) =>
  csv(`/api/outings/import${preview ? '?preview=1' : ''}`, text);
const kmOf = async (tag: string) => (await get(`/api/pairs/${tag}/wear`)).body.km;
const exported = async () => (await get('/api/outings/export')).body as string;

describe('a file of outings', () => {
  it('is looked at, added once, and reads back to the same', async () => {
    await lab();
    const text = `${HEADER}
NS-01,T1,2026-02-27,12.5 km,95,stairs paved,wet,town round,easy,4,8,cushioning 7; ground feel 5,2026-02-27T09:00:00.000Z,rubs at the heel from 3 km; lace loose,fine
ns-01,T1,2026-02-28,7,40,,,,,,,,,,'=1+1
NS-02,T2,2026-02-28,2 basketball,,indoor,dry,,,,6,,,,
`;
    const looked = await send(text, true);
    expect(looked.body).toEqual({ preview: true, added: 3, alreadyThere: 0, pairs: 2 });
    expect(await kmOf('NS-01')).toBe(0);
    expect((await send(text)).body).toMatchObject({ preview: false, added: 3 });
    expect(await kmOf('NS-01')).toBeCloseTo(19.5, 9);
    expect((await send(text)).body).toMatchObject({ added: 0, alreadyThere: 3 });
    const back = await exported();
    expect(back.split('\n')[1]).toBe(
      'NS-01,T1,2026-02-27,12.5 km,95,stairs paved,wet,town round,easy,4,8,cushioning 7; ground feel 5,2026-02-27T09:00:00.000Z,rubs at the heel from 3 km; lace loose,fine',
    );
    // No spreadsheet runs a note.
    expect(back).toContain("'=1+1");
    expect((await send(back)).body).toMatchObject({ added: 0, alreadyThere: 3 });
    const { outings } = (await get('/api/pairs/NS-01/wear')).body;
    expect(outings[1].faults).toEqual([
      { what: 'rubs at the heel', atKm: 3 },
      { what: 'lace loose', atKm: null },
    ]);
  });

  it('is refused whole, each fault with its line and column', async () => {
    await lab();
    const { status, body } = await send(`${HEADER}
NS-01,T1,2026-02-27,12 km,,,,,,,,,,,
NS-01,T1,27 February,far,,,,,,,,,
XX-99,T1,2026-02-27,5,,,,,,,,,
NS-01,T9,2026-02-27,5,,,,,,,,,
NS-01,T1,2026-02-27,2000 km,,,,,,,,,
NS-01,T1,2026-02-20,5,,,,,,,,,
NS-01,T1,2099-02-20,5,,,,,,,,,
`);
    expect(status).toBe(422);
    const places = body.errors.map(
      ({ line, field }: { line: number; field: string }) => `${line} ${field}`,
    );
    expect(places).toEqual(['3 on']);
    const later = await send(`pair,tester,on,distance
NS-01,T1,2026-02-27,12 km
NS-01,T1,2026-02-28,far
XX-99,T1,2026-02-27,5
NS-01,T9,2026-02-27,5
NS-01,T1,2026-02-28,2000 km
NS-01,T1,2026-02-20,5
NS-01,T1,2099-02-20,5
`);
    expect(
      later.body.errors.map(({ line, field }: { line: number; field: string }) => [line, field]),
    ).toEqual([
      [3, 'distance'],
      [4, 'pair'],
      [5, 'tester'],
      [6, 'distance'],
      [7, 'on'],
      [8, 'on'],
    ]);
    expect(await kmOf('NS-01')).toBe(0);
    expect((await send('pair,tester,on\nNS-01,T1,2026-02-27\n')).body.errors[0].field).toBe(
      'distance',
    );
    expect((await send(`${HEADER},colour\n`)).body.errors[0].message).toContain('colour');
    expect((await send(`${HEADER}\n`)).status).toBe(422);
    expect((await send(`${HEADER}\nNS-01,"T1\n`)).body.errors[0].line).toBe(2);
  });

  it('has decimal commas after semicolons, and outings of one tester that do not overlap', async () => {
    await lab();
    const text = 'pair;tester;on;distance;minutes\nNS-01;T1;2026-02-27;12,5 km;90\n';
    expect((await send(text)).body.added).toBe(1);
    expect(await kmOf('NS-01')).toBeCloseTo(12.5, 9);
    const long =
      'pair,tester,on,distance,minutes\nNS-01,T1,2026-02-28,9,900\nNS-02,T1,2026-02-28,9,900\n';
    const { body } = await send(long);
    expect([body.errors[0].line, body.errors[0].field]).toEqual([3, 'minutes']);
  });
});

describe('routes', () => {
  const route = (hash: string) => ({
    hash: hash.repeat(64),
    name: 'hill',
    movingMinutes: 60,
    climbM: 120,
    cuts: [],
  });
  const outing = (more: object) => ({
    id: uuid7(),
    tag: 'NS-01',
    tester: 'T1',
    on: '2026-02-27',
    typed: '9.00 km',
    minutes: 70,
    beganAt: '2026-02-27T09:00:00Z',
    ...more,
  });
  it('are kept together, each once, and not where they overlap', async () => {
    await lab();
    const one = outing({ route: route('a') });
    const two = outing({
      id: uuid7(),
      typed: '6.00 km',
      beganAt: '2026-02-27T15:00:00Z',
      route: route('b'),
    });
    expect((await post('/api/outings', { outings: [one, two] })).body.added).toBe(2);
    const again = await post('/api/outings', {
      outings: [outing({ id: uuid7(), again: true, on: '2026-02-28', route: route('c') })],
    });
    expect([again.status, again.body.errors[0].field]).toEqual([422, 'outings.0.beganAt']);
    const other = { beganAt: '2026-02-28T09:00:00Z', on: '2026-02-28' };
    const known = await post('/api/outings', {
      outings: [outing({ id: uuid7(), ...other, route: route('a') })],
    });
    expect(known.body.errors[0]).toMatchObject({
      field: 'outings.0.route',
      message: expect.stringContaining('kept already: 2026-02-27'),
    });
    const { outings } = (await get('/api/pairs/NS-01/wear')).body;
    expect(outings.map((kept: { route: { climbM: number } }) => kept.route.climbM)).toEqual([
      120, 120,
    ]);
  });
});
