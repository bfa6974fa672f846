/** What a decided check found, on the list and on the sheet, over the API. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { cardSvg } from './formats/sheet-card.ts';
import { fillFindings } from './left-right-finding.ts';
import { silentLog } from './log.ts';
import { servedBench } from './served-bench.ts';
import { openStores } from './stores.ts';

const { post, put, get, bench, served, reopen } = servedBench();

const AT = '2026-03-01T09:00:00Z';
const SHEET = '/api/sheets/norrolt-stairwell-mid-cut?label=uk-8';
const DIFFERS = [{ feature: 'toe-tip-height', left: 55, right: 65 }];

const inList = async () => (await get('/api/pairs')).body.rows[0].match.found;
const onSheet = async () => {
  const [{ found, differing, decision }] = (await get(SHEET)).body.matched;
  return { found, differing, decision };
};

/** A pair that is decided on, kept if nothing else is said, whose toe tips differ by 10 mm. */
async function decidedPair(decision = 'keep') {
  const made = await bench();
  const { pairId, instrument } = made;
  const id = uuid7();
  await post('/api/matches', { id, pairId, person: 'B1', kind: 'full', startedAt: AT });
  for (const [side, typed] of Object.entries({ left: '55', right: '65' }))
    await post('/api/readings', {
      id: uuid7(),
      occasionId: id,
      quantity: 'toe-tip-height',
      side,
      typed,
      unit: 'mm',
      instrumentId: instrument('caliper').id,
      takenAt: AT,
    });
  await post(`/api/matches/${id}/decision`, { decision, decidedAt: AT });
  return made;
}

describe('what a decided check found', () => {
  it('is the same in the list and on the sheet, and stays when the lab draws the line elsewhere', async () => {
    await decidedPair();
    expect(await inList()).toBe('out');
    expect(await onSheet()).toEqual({ found: 'out', differing: DIFFERS, decision: 'keep' });
    const drawn = await post('/api/tolerances', {
      id: uuid7(),
      feature: 'toe-tip-height',
      discipline: '',
      absolute: 20,
      share: 0,
      reason: 'loose toes',
    });
    expect(drawn.status).toBe(200);
    expect(await inList()).toBe('out');
    expect(await onSheet()).toMatchObject({ found: 'out', differing: DIFFERS });
  });

  it('is said on the sheet that is written and on its card, and of one that was issued without it', async () => {
    const { session, read } = await decidedPair();
    const sitting = await session();
    for (const side of ['left', 'right'])
      await read(sitting, 'mass', side, '312', 'scale', { unit: 'g' });
    const draft = async () => (await get(`${SHEET.replace('?', '/draft?')}`)).body;
    // As a version issued it that did not know of the finding.
    served().db.prepare('UPDATE pair SET decided_finding = NULL').run();
    await post('/api/people', { id: uuid7(), code: 'B1', role: 'bench' });
    const issue = { id: uuid7(), label: 'uk-8' };
    const path = '/api/sheets/norrolt-stairwell-mid-cut/issue';
    const signed = await served().send('POST', path, issue, { person: 'B1' });
    expect(signed.status, JSON.stringify(signed.body)).toBe(200);
    await reopen('book.db');
    await expect.poll(inList).toBe('out');
    const words = 'NS-01: left and right differ: toe-tip height left 55.0, right 65.0 mm; kept.';
    const { document, changes } = await draft();
    expect(document.data.leftRight).toEqual([
      { words, brief: 'NS-01: left and right differ; kept.' },
    ]);
    expect(JSON.stringify(changes)).toContain(words);
    const { leftRight: _, ...unsaid } = document.data;
    expect(cardSvg(document, '').length).toBeGreaterThan(
      cardSvg({ ...document, data: unsaid }, '').length,
    );
  });

  it('is worked out for a check that was decided before it was kept', async () => {
    await decidedPair();
    served().db.prepare('UPDATE pair SET decided_finding = NULL').run();
    expect((await onSheet()).found).toBeUndefined();
    await reopen('book.db');
    await expect.poll(inList).toBe('out');
    expect((await onSheet()).differing).toEqual(DIFFERS);
  });

  it('is on the sheet of a rejected pair only where its figures count all the same', async () => {
    const { pairId } = await decidedPair('return');
    const said = async () =>
      (await get(SHEET.replace('?', '/draft?'))).body.document.data.leftRight?.map(
        ({ words }: { words: string }) => words,
      );
    expect(await said()).toBeUndefined();
    await put(`/api/pairs/${pairId}/counts`, { reason: 'the only pair that was sent' });
    expect(await said()).toEqual([
      'NS-01: left and right differ: toe-tip height left 55.0, right 65.0 mm; rejected.',
    ]);
  });

  it('of one pair that cannot be worked out holds up no other', async () => {
    await decidedPair();
    const stores = openStores(served().db);
    served().db.prepare('UPDATE pair SET decided_finding = NULL').run();
    const broken = {
      ...stores,
      pairs: {
        ...stores.pairs,
        byId() {
          throw new Error('of this pair nothing can be read');
        },
      },
    };
    await fillFindings(broken as unknown as typeof stores, silentLog());
    expect(await inList()).toBeNull();
    await fillFindings(stores, silentLog());
    expect(await inList()).toBe('out');
  });
});
