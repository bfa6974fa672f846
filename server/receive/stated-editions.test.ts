/** Editions nobody has a pair of: kept by what is stated, found, compared, and taken over by a receipt. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { claimRecords, claimTextRecords } from '#contract/claim-records.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { servedBench } from '../served-bench.ts';

const { bench, post, get } = servedBench();

function stated(model: string, text: string, name = '') {
  const read = readClaims(text);
  return {
    maker: { id: uuid7(), name: 'Norrolt' },
    model: { id: uuid7(), name: model },
    edition: { id: uuid7(), name },
    claims: claimRecords(read, 'web page, 2026-02-01', uuid7),
    claimTexts: claimTextRecords(read, 'web page, 2026-02-01', uuid7),
  };
}

describe('an edition without a pair', () => {
  it('is found, and compared as stated, never as measured', async () => {
    const { session, read } = await bench();
    const sitting = await session();
    for (const side of ['left', 'right']) {
      await read(sitting, 'heel-stack', side, '31.0', 'needle gauge');
      await read(sitting, 'forefoot-stack', side, '24.0', 'needle gauge');
    }
    const added = await post(
      '/api/editions',
      stated('Stairwell 2', 'heel 38 mm; 330 g; carbon plate'),
    );
    expect([added.status, added.body.editionSlug]).toEqual([200, 'norrolt-stairwell-2']);
    const { rows } = (await get('/api/editions?find=stairwell')).body;
    expect(rows.map(({ slug }: { slug: string }) => slug)).toContain('norrolt-stairwell-2');
    const slugs = 'norrolt-stairwell-mid-cut,norrolt-stairwell-2';
    const comparison = (await get(`/api/comparison?editions=${slugs}`)).body;
    const row = (quantity: string) =>
      comparison.rows.find((one: { quantity: string }) => one.quantity === quantity);
    const [own, other] = row('heel-stack').cells;
    expect([own.stated, own.terms]).toEqual([null, 'like']);
    expect(other).toMatchObject({
      figure: null,
      terms: 'not',
      stated: { value: 38, halfWidth: 0.5, provenance: 'claimed' },
      words:
        'as stated: heel 38 mm, claimed, web page, 2026-02-01; size and basis not stated; measure heel stack to be sure',
    });
    expect(other.difference).toMatchObject({ difference: 7, verdict: 'real' });
    // The forefoot is neither measured nor stated; the mass is stated of one alone.
    expect(row('forefoot-stack').cells[1]).toMatchObject({ stated: null, difference: null });
    expect(row('mass')).toMatchObject({ against: 1 });
    // A sheet is of what was measured.
    expect((await get('/api/sheets/norrolt-stairwell-2')).status).toBe(404);
    expect(
      (await get('/api/editions/norrolt-stairwell-2/record')).body.edition.claims,
    ).toHaveLength(2);
  });

  it('is compared with another that nobody has, at the size makers state', async () => {
    await bench();
    await post('/api/editions', stated('Stairwell 2', 'heel 38 mm; 330 g'));
    await post('/api/editions', stated('Landing', 'heel 33 mm; 332 g'));
    const slugs = 'norrolt-stairwell-2,norrolt-landing';
    const { label, rows } = (await get(`/api/comparison?editions=${slugs}`)).body;
    expect(label).toEqual({ system: 'uk', size: 8 });
    const verdicts = Object.fromEntries(
      rows.map((row: { quantity: string; cells: { difference: { verdict: string } | null }[] }) => [
        row.quantity,
        row.cells[1]?.difference?.verdict ?? null,
      ]),
    );
    expect(verdicts).toMatchObject({ 'heel-stack': 'real', mass: 'real', drop: null });
  });

  it('is refused under a name that is there, once, and is taken over by a receipt', async () => {
    await bench();
    const first = stated('Stairwell 2', 'heel 38 mm');
    await post('/api/editions', first);
    // The same sent again is the same; another of that name is not.
    expect((await post('/api/editions', first)).status).toBe(200);
    const again = await post('/api/editions', stated('Stairwell 2', 'heel 30 mm'));
    expect([again.status, again.body.errors[0].field]).toEqual([422, 'edition.name']);
    expect((await post('/api/editions', { ...first, claims: 'x' })).status).toBe(400);
    const received = await post('/api/receipts', {
      ...stated('Stairwell 2', ''),
      pair: {
        id: uuid7(),
        tag: 'S2-01',
        label: { system: 'uk', size: 8 },
        acquisition: 'bought',
        receivedOn: '2026-02-27',
      },
    });
    expect(received.body.editionId).toBe(first.edition.id);
    expect((await get('/api/pairs/S2-01')).body.edition.claims).toHaveLength(1);
  });
});
