/** The wish list: written down, struck off by a receipt or by hand, taken back. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import type { Wish } from '#contract/wish-records.ts';
import { servedBench } from '../served-bench.ts';

const { bench, post, get, receive } = servedBench();

const wish = (more: object = {}) => ({
  id: uuid7(),
  maker: 'norrolt',
  model: 'Stairwell',
  name: '',
  kind: 'asked for',
  why: 'carriers ask for it',
  whom: 'readers',
  ...more,
});
const wishes = async () => (await get('/api/wishes')).body.wishes as Wish[];

describe('a wish', () => {
  it('is struck off by the pair that is received, of any build where none was named', async () => {
    await bench();
    const any = wish();
    const other = wish({ name: 'low cut' });
    const same = wish({ name: 'Mid Cut', dueOn: '2026-03-01' });
    for (const one of [any, other, same]) expect((await post('/api/wishes', one)).status).toBe(200);
    // The next due stands first, then as they were written down.
    expect((await wishes()).map(({ id }) => id)).toEqual([same.id, any.id, other.id]);
    expect((await wishes())[0]?.editionSlug).toBe('norrolt-stairwell-mid-cut');
    await receive('NS-02');
    const open = (await wishes()).filter(({ closed }) => closed === null);
    expect(open.map(({ id }) => id)).toEqual([other.id]);
    const struck = (await wishes()).find(({ id }) => id === any.id);
    expect([struck?.closed, struck?.tag]).toEqual(['NS-02 was received', 'NS-02']);
  });

  it('is struck off by hand once, with a reason, and taken back', async () => {
    await bench();
    const one = wish();
    await post('/api/wishes', one);
    expect((await post(`/api/wishes/${one.id}/closing`, {})).status).toBe(400);
    const closed = await post(`/api/wishes/${one.id}/closing`, { reason: 'no longer made' });
    expect(closed.status).toBe(200);
    expect((await wishes())[0]?.closed).toBe('no longer made');
    const twice = await post(`/api/wishes/${one.id}/closing`, { reason: 'again' });
    expect([twice.status, twice.body.detail]).toEqual([409, 'This wish is struck off already.']);
    const [change] = (await get('/api/changes')).body.rows;
    expect(change.what).toBe('Struck off the wish for norrolt Stairwell');
    await post(`/api/changes/${change.id}/undo`, {});
    expect((await wishes())[0]?.closed).toBeNull();
  });

  it('says why it is wanted', async () => {
    await bench();
    const refused = await post('/api/wishes', wish({ why: ' ' }));
    expect([refused.status, refused.body.errors[0].field]).toEqual([400, 'why']);
    expect(await wishes()).toEqual([]);
  });
});
