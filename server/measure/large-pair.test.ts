/** A pair of many readings is summed up and shown, and the pairs after it are served. */
import { describe, expect, it } from 'vitest';
import { silentLog } from '../log.ts';
import { refreshStale } from '../measured-pairs.ts';
import { servedBench } from '../served-bench.ts';
import { openStores } from '../stores.ts';

const { get, bench, receive, served } = servedBench();

/** In `npm run soak` more than an argument list holds: spread into a call, so many arguments overflow the stack. */
const READINGS = process.env.EMVEX_SOAK ? 130_000 : 3000;

describe(`a pair of ${READINGS} readings`, () => {
  it('is summed up, shown and measured on, and the pairs after it are not left out', async () => {
    const { session, read } = await bench();
    const sessionId = await session('In-shoe');
    await read(sessionId, 'heel-stack', 'left', '31.2', 'needle gauge');
    const { db } = served();
    db.exec(
      `WITH RECURSIVE more (trial) AS (
         SELECT 2 UNION ALL SELECT trial + 1 FROM more WHERE trial < ${READINGS}
       )
       INSERT INTO reading (id, occasion, side, quantity, trial, typed, unit, value, instrument_id,
         taken_at, entered)
       SELECT printf('0199d2f0-0000-7000-8000-%012x', m.trial), r.occasion, r.side, r.quantity,
         m.trial, r.typed, r.unit, r.value + (m.trial % 3) / 10.0, r.instrument_id, r.taken_at, 'file'
       FROM more m, reading r`,
    );
    await receive('ZZ-99');
    db.exec('UPDATE pair_summary SET stale = 1');
    await refreshStale(openStores(db), silentLog());
    const row = async (tag: string) =>
      (await get('/api/pairs')).body.rows.find((pair: { tag: string }) => pair.tag === tag);
    expect(await row('NS-01')).toMatchObject({ readings: READINGS });
    expect(await row('ZZ-99')).toMatchObject({ readings: 0 });
    const next = await read(sessionId, 'heel-stack', 'left', '31.3', 'needle gauge');
    expect(next).toMatchObject({ status: 200, body: { trial: READINGS + 1 } });
    expect((await get('/api/sheets/norrolt-stairwell-mid-cut')).status).toBe(200);
    const { sessions } = (await get('/api/pairs/NS-01')).body;
    expect(sessions[0].readings).toHaveLength(READINGS + 1);
  });
});
