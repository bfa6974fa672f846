/** Match checks, tolerances, return notes and replacements over the API. */
import { createHash } from 'node:crypto';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { servedBench } from '../served-bench.ts';

const { post, put, get, receive, bench, served } = servedBench();

const AT = '2026-03-01T09:00:00Z';
const SEEN = {
  felt: { shoe: '', where: '', since: '' },
  labels: { left: '', right: '', box: '' },
  marks: { left: '', right: '' },
};

/** A second pair of the same edition. */
const another = async (tag: string, more: object = {}) => (await receive(tag, more)).pairId;

async function check(pairId: string, kind = 'full') {
  const id = uuid7();
  const begun = await post('/api/matches', { id, pairId, person: 'B1', kind, startedAt: AT });
  const read = (feature: string, side: string, typed: string, unit = 'mm') =>
    post('/api/readings', {
      id: uuid7(),
      occasionId: id,
      quantity: feature,
      side,
      typed,
      unit,
      takenAt: AT,
    });
  const both = async (feature: string, left: string, right: string, unit = 'mm') => {
    for (const [side, typed] of [
      ['left', left],
      ['right', right],
    ] as const) {
      const answer = await read(feature, side, typed, unit);
      expect(answer.status, JSON.stringify(answer.body)).toBe(200);
    }
  };
  const decide = (decision: string, more: object = {}) =>
    post(`/api/matches/${id}/decision`, { decision, decidedAt: AT, ...more });
  return { id, begun, read, both, decide };
}

describe('a check of left against right', () => {
  it('is begun, measured as typed, judged and decided', async () => {
    const { pairId } = await bench();
    const { id, both, decide } = await check(pairId);
    await both('footbed-length', '266', '27.02 cm');
    await both('outsole-large', '182', '184.8');
    await both('mass', '310', '11.2 oz', 'g');
    const record = (await get('/api/pairs/NS-01/match')).body;
    expect(record.checks[0].readings).toHaveLength(6);
    expect(record.checks[0].readings[1]).toMatchObject({ typed: '27.02 cm', value: 270.2 });
    expect(record.tolerances['footbed-length']).toEqual({ absolute: 1, share: 0 });
    const decided = await decide('return', { unworn: true, note: 'box kept' });
    expect(decided.body.words).toBe('Two sizes in one box.');
    const [row] = (await get('/api/pairs')).body.rows;
    expect(row.match).toEqual({
      decision: 'return',
      words: 'Two sizes in one box.',
      found: 'out',
      fault: 'Two sizes in one box',
    });
    expect((await get('/api/pairs/NS-01/match')).body.checks[0].decision).toMatchObject({
      decision: 'return',
      unworn: true,
      note: 'box kept',
    });
    // A decided check stays as it was.
    const late = await post('/api/readings', {
      id: uuid7(),
      occasionId: id,
      quantity: 'mass',
      side: 'left',
      typed: '300',
      unit: 'g',
      takenAt: AT,
    });
    expect(late.status).toBe(409);
  });

  it('says what is wrong with a reading, and stores nothing of it', async () => {
    const { pairId } = await bench();
    const { id, read } = await check(pairId);
    const wrong = await read('footbed-length', 'left', '310 g');
    expect(wrong.status).toBe(422);
    expect(wrong.body.errors[0]).toMatchObject({ field: 'typed' });
    expect((await read('outsole-hardness', 'left', '55 C', 'HA')).status).toBe(422);
    expect((await read('nothing', 'left', '1')).status).toBe(400);
    const record = (await get('/api/pairs/NS-01/match')).body;
    expect(record.checks.find((one: { id: string }) => one.id === id).readings).toEqual([]);
  });

  it('voids a reading with a reason, and keeps it in the record', async () => {
    const { pairId } = await bench();
    const { both } = await check(pairId);
    await both('toe-tip-height', '36', '42');
    const [left] = (await get('/api/pairs/NS-01/match')).body.checks[0].readings;
    expect((await post(`/api/readings/${left.id}/void`, { reason: '' })).status).toBe(400);
    await post(`/api/readings/${left.id}/void`, { reason: 'slipped' });
    const [after] = (await get('/api/pairs/NS-01/match')).body.checks[0].readings;
    expect(after).toMatchObject({ typed: '36', voided: 'slipped' });
    expect(() => served().db.prepare('DELETE FROM reading').run()).toThrow(/kept/);
    expect(() => served().db.prepare("UPDATE reading SET typed = '1'").run()).toThrow(
      /not rewritten/,
    );
  });

  it('keeps what was seen, and asks for labels that are labels', async () => {
    const { pairId } = await bench();
    const { id } = await check(pairId);
    const seen = {
      ...SEEN,
      labels: { left: 'UK 8', right: 'UK 8.5', box: '' },
      sights: { glue: { state: 'fault', side: 'left', note: 'toe' } },
      skipped: ['outsole-small'],
    };
    const look = { ...seen, skipped: { 'outsole-small': true } };
    expect((await put(`/api/matches/${id}/seen`, look)).status).toBe(200);
    const wrong = await put(`/api/matches/${id}/seen`, {
      labels: { left: 'eight' },
    });
    expect(wrong.status).toBe(400);
    expect(wrong.body.errors[0].field).toBe('labels.left');
    const record = (await get('/api/pairs/NS-01/match')).body;
    expect(record.checks[0].seen).toEqual(seen);
  });

  it('keeps the looks of two tabs that do not know of each other', async () => {
    const { pairId } = await bench();
    const { id } = await check(pairId);
    const see = (look: object) => put(`/api/matches/${id}/seen`, look);
    await see({ sights: { glue: { state: 'sound' } }, labels: { left: 'UK 8' } });
    await see({ sights: { eyelets: { state: 'fault', note: 'torn' } }, skipped: { mass: true } });
    await see({ sights: { glue: null }, skipped: { mass: false, 'sole-plane': true } });
    const { seen } = (await get('/api/pairs/NS-01/match')).body.checks[0];
    expect(seen.labels.left).toBe('UK 8');
    expect(seen.sights).toEqual({ eyelets: { state: 'fault', note: 'torn' } });
    expect(seen.skipped).toEqual(['sole-plane']);
  });

  it('keeps of each part of a look what is not said again', async () => {
    const { pairId } = await bench();
    const { id } = await check(pairId);
    const see = (look: object) => put(`/api/matches/${id}/seen`, look);
    await see({ labels: { left: 'UK 8' }, marks: { left: '265' }, felt: { shoe: 'left' } });
    await see({ labels: { right: 'UK 8.5' }, marks: { right: '270' }, felt: { where: 'heel' } });
    await see({ labels: { box: 'UK 8' }, sights: { eyelets: { state: 'fault', note: 'torn' } } });
    await see({ sights: { eyelets: { state: 'cannot tell' } }, felt: { since: 'new' } });
    const { seen } = (await get('/api/pairs/NS-01/match')).body.checks[0];
    expect(seen.labels).toEqual({ left: 'UK 8', right: 'UK 8.5', box: 'UK 8' });
    expect(seen.marks).toEqual({ left: '265', right: '270' });
    expect(seen.felt).toEqual({ shoe: 'left', where: 'heel', since: 'new' });
    expect(seen.sights).toEqual({ eyelets: { state: 'cannot tell', note: 'torn' } });
  });

  it('is not begun of one shoe', async () => {
    await bench();
    const one = await another('NS-09', { shoes: 'left only' });
    const { begun } = await check(one);
    expect(begun.status).toBe(422);
    expect(begun.body.detail).toContain('one shoe');
  });

  it('remembers the outsole features of the model', async () => {
    const { pairId } = await bench();
    const { edition } = (await get('/api/pairs/NS-01/match')).body;
    const name = { feature: 'outsole-large', name: 'Tread, heel edge to toe window' };
    expect((await put(`/api/models/${edition.modelId}/match-features`, name)).status).toBe(200);
    await another('NS-02');
    expect((await get('/api/pairs/NS-02/match')).body.names).toEqual({
      'outsole-large': name.name,
    });
    expect(pairId).toBeTruthy();
    const fixed = await put(`/api/models/${edition.modelId}/match-features`, {
      feature: 'mass',
      name: 'Weight',
    });
    expect(fixed.status).toBe(422);
  });

  it('tells the sheet of an outsole feature once it has a name, and calls it by it', async () => {
    const { pairId } = await bench();
    const { both } = await check(pairId);
    await both('outsole-large', '187.2', '187.4');
    const { edition } = (await get('/api/pairs/NS-01/match')).body;
    const told = async () => {
      const { sections } = (await get(`/api/sheets/${edition.slug}`)).body;
      return sections.flatMap((section: { figures: { figure: object }[] }) =>
        section.figures.map(({ figure }) => figure),
      );
    };
    expect(await told()).toEqual([]);
    const nameIt = (name: string) =>
      put(`/api/models/${edition.modelId}/match-features`, { feature: 'outsole-large', name });
    await nameIt('Tread to toe window');
    const model = `${edition.maker} ${edition.model}`;
    expect(await told()).toMatchObject([
      {
        quantity: 'outsole-large',
        value: 187.3,
        basis: { setup: `Tread to toe window, ${model}` },
      },
    ]);
    await nameIt('Tread to last lug');
    expect(await told()).toMatchObject([{ basis: { setup: `Tread to last lug, ${model}` } }]);
  });

  it('lets sound pairs of the model tell which shoe is at fault', async () => {
    const { pairId } = await bench();
    for (const tag of ['NS-02', 'NS-03']) {
      const sound = await check(await another(tag));
      await sound.both('footbed-length', '266.1', '265.9');
      await sound.decide('keep');
    }
    const { siblings } = (await get('/api/pairs/NS-01/match')).body;
    expect(siblings['footbed-length']).toEqual({ value: expect.closeTo(266, 9), pairs: 2 });
    const { both, decide } = await check(pairId);
    await both('footbed-length', '266', '270.2');
    await both('outsole-large', '182', '184.8');
    expect((await decide('return')).body.words).toContain('Two sizes');
  });
});

describe('a rejected pair', () => {
  async function rejected() {
    const { pairId, session, read, editionId } = await bench();
    const other = await another('NS-02');
    const one = await session('Quick review');
    await read(one, 'mass', 'left', '310', 'scale', { unit: 'g' });
    await read(one, 'mass', 'right', '330', 'scale', { unit: 'g' });
    const { both, decide, id } = await check(pairId);
    await both('mass', '310', '330', 'g');
    await decide('return', { unworn: false });
    const { slug } = (await get('/api/pairs/NS-01/match')).body.edition;
    return { pairId, other, slug, checkId: id, editionId };
  }

  it('is left out of the figures of its model, and the sheet says so', async () => {
    const { slug } = await rejected();
    const sheet = (await get(`/api/sheets/${slug}`)).body;
    expect(sheet.sections).toEqual([]);
    expect(sheet.leftOut).toEqual([{ tag: 'NS-01', words: expect.stringContaining('Mass') }]);
    expect(sheet.matched[0]).toMatchObject({ tag: 'NS-01', decision: 'return' });
  });

  it('is included by hand, with a reason that the sheet repeats', async () => {
    const { slug, pairId, other } = await rejected();
    await put(`/api/pairs/${pairId}/counts`, { reason: 'only the laces differ' });
    const sheet = (await get(`/api/sheets/${slug}`)).body;
    expect(sheet.leftOut).toEqual([]);
    expect(sheet.included).toEqual([{ tag: 'NS-01', reason: 'only the laces differ' }]);
    expect(sheet.sections[0].figures[0].figure.value).toBe(320);
    await put(`/api/pairs/${pairId}/counts`, { reason: '' });
    expect((await get(`/api/sheets/${slug}`)).body.leftOut).toHaveLength(1);
    expect((await put(`/api/pairs/${other}/counts`, { reason: 'x' })).status).toBe(404);
  });

  it('is replaced by another, which says whom it replaces', async () => {
    const { pairId } = await rejected();
    await another('NS-03', { replaces: pairId });
    expect((await get('/api/pairs/NS-01/match')).body.pair.replacedBy).toEqual(['NS-03']);
    expect((await get('/api/pairs/NS-03/match')).body.pair.replaces).toBe('NS-01');
    const { pair } = (await get('/api/pairs/NS-03')).body;
    const own = await put(`/api/pairs/${pair.id}`, { ...pair, replaces: pair.id });
    expect(own.status).toBe(422);
    const nobody = await put(`/api/pairs/${pair.id}`, { ...pair, replaces: uuid7() });
    expect(nobody.status).toBe(404);
  });

  it('gets a return note as PDF that can be read back', async () => {
    const { checkId } = await rejected();
    const response = await fetch(`${served().base}/api/matches/${checkId}/return-note.pdf`);
    expect(response.status).toBe(200);
    expect(response.headers.get('content-type')).toBe('application/pdf');
    const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
    const document = await getDocument({ data: new Uint8Array(await response.arrayBuffer()) })
      .promise;
    expect(document.numPages).toBe(1);
    const { items } = await (await document.getPage(1)).getTextContent();
    const text = items.map((item) => ('str' in item ? item.str : '')).join(' ');
    for (const words of [
      'Return note',
      'NS-01: Norrolt Stairwell, mid cut',
      'UK 8',
      '310.0',
      '330.0',
    ])
      expect(text).toContain(words);
    // By hand: u² = 2·0.4² + 2·0.1²/12, U = 2.306·u = 1.3 g; the tolerance is 2 % of 320 g.
    expect(text).toContain('20.0 ± 1.3 g');
    expect(text).toContain('6.4 g');
    expect(text).not.toMatch(/your fault|defective|negligen/i);
  });

  it('has no note before it is decided so', async () => {
    const { pairId } = await bench();
    const { id } = await check(pairId);
    const response = await fetch(`${served().base}/api/matches/${id}/return-note.pdf`);
    expect(response.status).toBe(409);
    expect(await response.text()).toContain('once the check is decided');
  });
});

describe('a recall', () => {
  it('lists the checks that lean on the gauge', async () => {
    const { pairId, instrument } = await bench();
    const { id, decide } = await check(pairId);
    const scale = instrument('scale').id;
    for (const side of ['left', 'right'])
      await post('/api/readings', {
        id: uuid7(),
        occasionId: id,
        quantity: 'mass',
        side,
        typed: '310',
        unit: 'g',
        instrumentId: scale,
        takenAt: AT,
      });
    await decide('keep');
    const { body } = await get(`/api/instruments/${scale}/recall`);
    expect(body.matches).toEqual([{ tag: 'NS-01', readings: 2, decision: 'keep' }]);
    const later = await get(`/api/instruments/${scale}/recall?since=2026-03-02`);
    expect(later.body.matches).toEqual([]);
  });
});

describe('tolerances', () => {
  const change = (more: object) => ({
    id: uuid7(),
    feature: 'heel-seam',
    discipline: '',
    absolute: 1.5,
    share: 0,
    reason: 'stairs',
    ...more,
  });
  const rule = (rules: { feature: string; discipline: string }[], discipline: string) =>
    rules.find((one) => one.feature === 'heel-seam' && one.discipline === discipline);

  it('are changed with a reason, by discipline, and every change is kept', async () => {
    await bench();
    await post('/api/tolerances', change({}));
    await post('/api/tolerances', change({ discipline: 'dance', absolute: 1 }));
    await post('/api/tolerances', change({ absolute: 1.8, reason: 'too strict' }));
    const { rules, history } = (await get('/api/tolerances')).body;
    expect(rule(rules, '')).toMatchObject({ absolute: 1.8, changed: true });
    expect(rule(rules, 'dance')).toMatchObject({ absolute: 1, changed: true });
    expect(rule(rules, 'running')).toMatchObject({ absolute: 1.8, changed: true });
    expect(history.map((one: { reason: string }) => one.reason)).toEqual([
      'too strict',
      'stairs',
      'stairs',
    ]);
  });

  it('follow what the edition is made for', async () => {
    const { editionId } = await bench();
    const tolerance = async () => (await get('/api/pairs/NS-01/match')).body.tolerances;
    expect((await tolerance())['sole-plane'].absolute).toBe(1);
    await put(`/api/editions/${editionId}/uses`, { uses: [{ discipline: 'dance' }] });
    expect((await tolerance())['sole-plane'].absolute).toBe(0.7);
    expect(
      (await put(`/api/editions/${editionId}/uses`, { uses: [{ discipline: 'x' }] })).status,
    ).toBe(422);
  });

  it('refuse what is no tolerance', async () => {
    await bench();
    expect((await post('/api/tolerances', change({ absolute: -1 }))).status).toBe(400);
    expect((await post('/api/tolerances', change({ share: 2 }))).status).toBe(400);
    expect((await post('/api/tolerances', change({ reason: '' }))).status).toBe(400);
  });
});

describe('what a check read', () => {
  it('is in the sheet until a sitting reads it, and both are listed', async () => {
    const { pairId, session, read: measure } = await bench();
    const { both } = await check(pairId);
    await both('mass', '311', '313', 'g');
    const sheet = async () => (await get('/api/sheets/norrolt-stairwell-mid-cut')).body;
    const massOf = (body: { sections: { key: string; figures: object[] }[] }) =>
      body.sections.find(({ key }) => key === 'mass')?.figures[0];
    const checked = await sheet();
    expect(massOf(checked)).toMatchObject({
      figure: {
        value: 312,
        // No gauge was named, and none is made up.
        doubts: [{ code: 'gauge-not-named' }, { code: 'from-check' }, { code: 'pooled-spread' }],
        basis: { configuration: 'as sold', wornKm: 0 },
      },
    });
    expect(checked.checked).toMatchObject([
      { tag: 'NS-01', quantity: 'mass', value: 312, stands: true },
    ]);
    const sessionId = await session();
    await measure(sessionId, 'mass', 'left', '320', 'scale', { unit: 'g' });
    await measure(sessionId, 'mass', 'right', '322', 'scale', { unit: 'g' });
    const measured = await sheet();
    expect(massOf(measured)).toMatchObject({ figure: { value: 321 } });
    expect(measured.checked).toMatchObject([{ value: 312, stands: false }]);
  });

  it('leaves the sheet with its reading', async () => {
    const { pairId } = await bench();
    const { both } = await check(pairId);
    await both('mass', '311', '313', 'g');
    const [{ readings }] = (await get('/api/pairs/NS-01/match')).body.checks;
    for (const { id } of readings) await post(`/api/readings/${id}/void`, { reason: 'wrong shoe' });
    const { sections, checked } = (await get('/api/sheets/norrolt-stairwell-mid-cut')).body;
    expect([sections, checked]).toEqual([[], []]);
  });
});

describe('what a decision issues', () => {
  const issued = async (id: string) => (await get(`/api/issued?subject=${id}`)).body;

  it('stays as it was, with its hash and what it leaned on', async () => {
    const { pairId } = await bench();
    const { id, both, decide } = await check(pairId);
    await both('footbed-length', '266', '270.2');
    await both('outsole-large', '182', '184.8');
    await decide('return', { unworn: true });
    const before = await issued(id);
    expect(before.map(({ kind, revision }: Record<string, unknown>) => [kind, revision])).toEqual([
      ['decision', 1],
      ['return-note', 1],
    ]);
    const [decision, note] = before;
    expect(decision.content.title).toBe('To be returned: Two sizes in one box.');
    for (const { content, hash } of before)
      expect(hash).toBe(createHash('sha256').update(JSON.stringify(content)).digest('hex'));
    expect(note.leanedOn.tolerances['footbed-length']).toEqual({ absolute: 1, share: 0 });
    expect(note.leanedOn.readings).toHaveLength(4);
    const words = JSON.stringify(note.content);
    expect(words).toContain('4.2 ± ');
    // Drawn wider, the pair would be let pass: the note goes on saying why it went back.
    await post('/api/tolerances', {
      id: uuid7(),
      feature: 'footbed-length',
      discipline: '',
      absolute: 9,
      share: 0,
      reason: 'tried',
    });
    expect(await issued(id)).toEqual(before);
    const pdf = await fetch(`${served().base}/api/matches/${id}/return-note.pdf`);
    const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs');
    const paper = await getDocument({ data: new Uint8Array(await pdf.arrayBuffer()) }).promise;
    const page = await paper.getPage(1);
    const text = (await page.getTextContent()).items.map((item) => ('str' in item ? item.str : ''));
    expect(text.join(' ')).toContain('1.0 mm');
    // Headings, table and drawings are known to a screen reader by what they are.
    const tree = JSON.stringify(await page.getStructTree());
    for (const role of ['H1', 'H2', 'Table', 'TH', 'TD', 'Figure']) expect(tree).toContain(role);
  });

  it('is issued again where it is decided otherwise, and nothing is rewritten', async () => {
    const { pairId } = await bench();
    const { id, both, decide } = await check(pairId);
    await both('mass', '310', '311', 'g');
    await decide('keep');
    await decide('keep and note', { note: 'a thread loose' });
    const [first, second] = await issued(id);
    expect([first.revision, second.revision]).toEqual([1, 2]);
    expect(first.content.title).toMatch(/^Kept: /);
    expect(JSON.stringify(second.content)).toContain('a thread loose');
    expect(() => served().db.exec("UPDATE issued SET person = 'X'")).toThrow(/stays as it is/);
    expect(() => served().db.exec('DELETE FROM issued')).toThrow(/stays/);
  });
});
