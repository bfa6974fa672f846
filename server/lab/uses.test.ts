/** Uses that a lab copies and changes: kept, offered, refused where they would be none. */
import { describe, expect, it } from 'vitest';
import type { Protocol } from '#contract/lab-records.ts';
import { copyOfUse } from '#core/catalogue/disciplines.ts';
import { servedBench } from '../served-bench.ts';

const { bench, put, get } = servedBench();

const copy = (more: object = {}) => {
  const { name: _, ...fields } = copyOfUse('dance');
  return { ...fields, says: 'Stairs by lamp light.', takes: ['mass', 'heel-height'], ...more };
};
const save = (name: string, body: object) => put(`/api/uses/${encodeURIComponent(name)}`, body);

describe('a use that the lab copied', () => {
  it('brings its protocol, its tolerances, its cautions and what is narrower', async () => {
    const { editionId } = await bench();
    const saved = await save(
      'night rounds',
      copy({ specialities: ['hill'], cautions: ['Wear a lamp.'] }),
    );
    expect(saved.status).toBe(200);
    const lab = (await get('/api/lab')).body;
    expect(lab.ownUses.map(({ name }: { name: string }) => name)).toEqual(['night rounds']);
    const protocol = lab.protocols.find(({ id }: Protocol) => id === saved.body.protocolId);
    expect([protocol.name, protocol.discipline, protocol.stations.length]).toEqual([
      'Night rounds',
      'night rounds',
      2,
    ]);
    const uses = [{ discipline: 'night rounds', speciality: 'hill' }];
    expect((await put(`/api/editions/${editionId}/uses`, { uses })).status).toBe(200);
    const { meant } = (await get('/api/sheets/norrolt-stairwell-mid-cut')).body;
    expect(meant.cautions).toContain('Wear a lamp.');
    expect(meant.cautions.join(' ')).toContain('do not dance in them');
    const { rules } = (await get('/api/tolerances')).body;
    const plane = rules.find(
      (rule: { feature: string; discipline: string }) =>
        rule.feature === 'sole-plane' && rule.discipline === 'night rounds',
    );
    expect(plane.absolute).toBe(0.7);
    const odd = await put(`/api/editions/${editionId}/uses`, {
      uses: [{ discipline: 'night rounds', speciality: 'moon' }],
    });
    expect([odd.status, odd.body.errors[0].message]).toEqual([
      422,
      'night rounds has hill, not “moon”.',
    ]);
  });

  it('is changed with its protocol, which stays one line', async () => {
    await bench();
    const first = await save('night rounds', copy());
    const second = await save(
      'night rounds',
      copy({ takes: ['mass', 'heel-height', 'heel-plane'] }),
    );
    expect(second.status).toBe(200);
    const lab = (await get('/api/lab')).body;
    expect(lab.ownUses).toHaveLength(1);
    const lines = lab.protocols.filter(({ discipline }: Protocol) => discipline === 'night rounds');
    // Nothing was taken by the first, so the second stands in its place.
    expect(lines.map(({ id }: Protocol) => id)).toEqual([first.body.protocolId]);
    expect(lines[0].stations).toHaveLength(3);
  });

  it('is refused emptied, under a shipped name, or with what is not in the catalogue', async () => {
    await bench();
    const emptied = await save('night rounds', copy({ takes: [] }));
    expect([emptied.status, emptied.body.errors[0].message]).toEqual([
      400,
      'a use takes one quantity at least',
    ]);
    const shipped = await save('Dance', copy());
    expect([shipped.status, shipped.body.errors[0].field]).toEqual([422, 'name']);
    expect((await save('night rounds', copy({ takes: ['own-glow'] }))).status).toBe(422);
    const many = Array.from({ length: 21 }, (_, n) => `own-q-${n}`);
    expect((await save('night rounds', copy({ takes: many }))).status).toBe(400);
    expect((await save('night rounds', copy({ takes: ['mass', 'mass'] }))).status).toBe(400);
    expect((await get('/api/lab')).body.ownUses).toEqual([]);
  });
});
