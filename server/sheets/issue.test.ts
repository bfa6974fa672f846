/** Sheets from words and readings to issued revisions and their files, each read back by another library. */
import { readFileSync } from 'node:fs';
import Ajv from 'ajv/dist/2020.js';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import readXlsxFile from 'read-excel-file/node';
import sharp from 'sharp';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { CHANGE_HEADER, PERSON_HEADER } from '#contract/headers.ts';
import { servedBench } from '../served-bench.ts';
import { filesOfZip } from '../zip-files.ts';

const { post, put, get, bench, served } = servedBench();
const SLUG = 'norrolt-stairwell-mid-cut';
const VERDICT = [
  { kind: 'paragraph', runs: [{ text: 'Firm and ' }, { text: 'quiet', bold: true }] },
];

/** Signs as somebody of the lab: nobody else may. */
async function signed(path: string, body: unknown, person = 'B1') {
  const response = await fetch(`${served().base}${path}`, {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      [CHANGE_HEADER]: uuid7(),
      [PERSON_HEADER]: person,
    },
    body: JSON.stringify(body),
  });
  return { status: response.status, body: await response.json() };
}

async function measured() {
  const made = await bench();
  await post('/api/people', { id: uuid7(), code: 'B1', role: 'bench' });
  const sitting = await made.session();
  for (const side of ['left', 'right']) {
    await made.read(sitting, 'mass', side, '312', 'scale', { unit: 'g' });
    for (const typed of ['31.1', '31.2'])
      await made.read(sitting, 'heel-stack', side, typed, 'needle gauge');
    await made.read(sitting, 'forefoot-stack', side, '24.0', 'needle gauge');
  }
  return { ...made, sitting, subject: `${made.editionId}/uk-8` };
}

const draft = async () => (await get(`/api/sheets/${SLUG}/draft?label=uk-8`)).body;

async function issue() {
  const id = uuid7();
  const { status, body } = await signed(`/api/sheets/${SLUG}/issue`, { id, label: 'uk-8' });
  return { id, status, body };
}

const file = async (id: string, query: string) => {
  const response = await fetch(`${served().base}/api/issued/${id}/file?${query}`);
  return Buffer.from(await response.arrayBuffer());
};

describe('a sheet that is issued', () => {
  it('is frozen with its hash, and says what changed in the next revision', async () => {
    const { read, sitting, subject } = await measured();
    await put('/api/words', { subject, part: 'verdict', blocks: VERDICT });
    const first = await issue();
    expect(first.status).toBe(200);
    const before = (await get(`/api/issued/${first.id}`)).body;
    expect(before).toMatchObject({ revision: 1, person: 'B1', withdrawn: null });
    expect(before.hash).toMatch(/^[0-9a-f]{64}$/);
    expect(before.leanedOn.readings.length).toBeGreaterThan(6);
    // The same again says nothing new.
    expect((await issue()).status).toBe(409);
    // 3 mm more at one shoe: 1.5 mm in the mean of the pair, which is more than its doubt.
    for (const side of ['left', 'right'])
      for (let nth = 0; nth < 4; nth++)
        await read(sitting, 'heel-stack', side, '35.2', 'needle gauge');
    const now = await draft();
    expect(now.warnings[0]).toContain('Heel stack has changed since the sheet was issued');
    expect(now.changes[0].because[0]).toContain('35.2 mm');
    const second = await issue();
    expect(second.status).toBe(200);
    const { revisions, warnings } = await draft();
    expect(revisions.map((one: { revision: number }) => one.revision)).toEqual([1, 2]);
    expect(JSON.stringify(revisions[1].changes)).toContain('Heel stack');
    expect(warnings).toEqual([]);
    expect((await get(`/api/issued/${first.id}`)).body.content).toEqual(before.content);
  });
  it('warns where a reading behind it is voided', async () => {
    const { lab: _, read, sitting } = await measured();
    const id = uuid7();
    await read(sitting, 'mass', 'left', '330', 'scale', { id, unit: 'g' });
    await issue();
    await post(`/api/readings/${id}/void`, { id: uuid7(), reason: 'a stone in the shoe' });
    expect((await draft()).warnings.join(' ')).toContain('voided, a stone in the shoe');
  });
  it('is signed by somebody who is known, and has something to say', async () => {
    await bench();
    await post('/api/people', { id: uuid7(), code: 'B1', role: 'bench' });
    expect((await issue()).status).toBe(409);
    const { subject } = { subject: (await draft()).subject };
    await put('/api/words', { subject, part: 'verdict', blocks: VERDICT });
    const nobody = await signed(
      `/api/sheets/${SLUG}/issue`,
      { id: uuid7(), label: 'uk-8' },
      'nobody',
    );
    expect(nobody.status).toBe(409);
    expect((await issue()).status).toBe(200);
  });
  it('stays readable when it is withdrawn, and says why', async () => {
    await measured();
    const { id } = await issue();
    const withdrawn = await signed(`/api/issued/${id}/withdrawal`, { reason: 'another size' });
    expect(withdrawn.status).toBe(200);
    expect((await get(`/api/issued/${id}`)).body.withdrawn.why).toBe('another size');
    expect((await file(id, 'as=html')).toString()).toContain('withdrawn 2026-03-01: another size');
    expect((await signed(`/api/issued/${id}/withdrawal`, { reason: 'again' })).status).toBe(409);
    expect((await get('/api/issued/sheets')).body[0].withdrawn.why).toBe('another size');
  });
});

describe('a comparison that is issued', () => {
  it('says in its next revision what moved, figure by figure', async () => {
    const { read, sitting } = await measured();
    const id = uuid7();
    const kept = { name: 'Two of a box', editions: [SLUG, 'pair:NS-01'], label: null, stack: null };
    expect((await put(`/api/comparisons/${id}`, kept)).status).toBe(200);
    const issueIt = () => signed(`/api/comparisons/${id}/issue`, { id: uuid7() });
    expect((await issueIt()).status).toBe(200);
    expect((await get(`/api/comparisons/${id}/draft`)).body).toMatchObject({
      changes: [],
      warnings: [],
    });
    expect((await issueIt()).status).toBe(409);
    // By hand: two shoes of 312 g, and 342 g at each since: the mean of the pair goes to 327 g.
    for (const side of ['left', 'right'])
      await read(sitting, 'mass', side, '342', 'scale', { unit: 'g' });
    await put('/api/words', { subject: id, part: 'verdict', blocks: VERDICT });
    const moved = (await get(`/api/comparisons/${id}/draft`)).body;
    const masses = moved.changes.filter(({ words }: { words: string }) => /mass/.test(words));
    expect(masses).toHaveLength(2);
    expect(masses[1].words).toMatch(/^NS-01, Norrolt Stairwell, mid cut: mass.*312.*now 327/);
    expect(masses[1].because[0]).toMatch(
      /readings since: NS-01 left 342\.0 g, 2026-03-01; NS-01 right 342\.0 g/,
    );
    expect(moved.changes.at(-1).words).toBe('Verdict: changed text');
    expect(moved.warnings.join(' ')).toMatch(
      /NS-01, Norrolt.*mass has changed since the sheet was issued/,
    );
    expect((await issueIt()).status).toBe(200);
    const { revisions, changes } = (await get(`/api/comparisons/${id}/draft`)).body;
    expect(revisions[1].changes).toEqual(moved.changes);
    expect(changes).toEqual([]);
  });
});

describe('words of a sheet', () => {
  it('are letters: what is pasted as markup stays a text', async () => {
    const { subject } = await measured();
    const blocks = [{ kind: 'paragraph', runs: [{ text: '<script>alert(1)</script>' }] }];
    await put('/api/words', { subject, part: 'verdict', blocks });
    const { id } = await issue();
    const html = (await file(id, 'as=html')).toString();
    expect(html).toContain('&lt;script&gt;alert(1)&lt;/script&gt;');
    expect(html).not.toContain('<script>');
    expect(html).toContain("default-src 'none'");
  });
  it('belong to a sheet or a comparison that there is', async () => {
    await measured();
    const refused = await put('/api/words', {
      subject: `${uuid7()}/uk-8`,
      part: 'verdict',
      blocks: VERDICT,
    });
    expect(refused.status).toBe(404);
    const nonsense = await put('/api/words', { subject: 'x/y', part: 'verdict', blocks: VERDICT });
    expect(nonsense.status).toBe(422);
    const markup = await put('/api/words', { subject: 'x/y', part: 'verdict', blocks: '<p>' });
    expect(markup.status).toBe(400);
  });
});

describe('the files of a sheet, read back by other libraries', () => {
  it('a tagged PDF with its fonts, bookmarks and words, on A4 and on Letter (pdf.js)', async () => {
    const { subject } = await measured();
    await put('/api/words', { subject, part: 'verdict', blocks: VERDICT });
    const { id } = await issue();
    for (const [paper, size] of [
      ['a4', [595.28, 841.89]],
      ['letter', [612, 792]],
    ] as const) {
      const bytes = await file(id, `as=pdf&paper=${paper}&layout=lab`);
      const pdf = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
      const page = await pdf.getPage(1);
      const { items } = await page.getTextContent();
      const text = items.map((item) => ('str' in item ? item.str : '')).join(' ');
      expect(text.replace(/\s+/g, ' ')).toContain('Firm and quiet');
      expect(text).toContain('Norrolt Stairwell');
      expect((await page.getStructTree())?.children.length).toBeGreaterThan(3);
      expect((await pdf.getOutline()).map(({ title }) => title)).toContain('Figures');
      const [, , width, height] = page.view;
      expect(width).toBeCloseTo(size[0], 1);
      expect(height).toBeCloseTo(size[1], 1);
      // Embedded, and no font of the reader's machine.
      expect(bytes.toString('latin1')).toMatch(/\/FontFile[23]/);
    }
  });
  it('one page for a reader, drawn smaller where words are many (pdf.js)', async () => {
    const { subject } = await measured();
    const long = { runs: [{ text: 'Long rounds of stairs and kerbs in the wet. '.repeat(7) }] };
    for (const part of ['verdict', 'for', 'not for', 'pros', 'cons', 'ride'])
      await put('/api/words', { subject, part, blocks: [{ kind: 'paragraph', ...long }] });
    const { id } = await issue();
    const pagesOf = async (layout: string) => {
      const bytes = await file(id, `as=pdf&layout=${layout}`);
      return getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
    };
    const reader = await pagesOf('reader');
    expect(reader.numPages).toBe(1);
    const page = await reader.getPage(1);
    expect(page.view[2]).toBeCloseTo(595.28, 1);
    // Nothing of it lies off the paper, and the smallest letters, in a drawing, are 6 points at least.
    const { items } = await page.getTextContent();
    for (const item of items) {
      if (!('transform' in item) || item.str.trim() === '') continue;
      const [, , , size, x, y] = item.transform as number[];
      expect(size).toBeGreaterThanOrEqual(6);
      expect(x).toBeGreaterThan(40);
      expect((x ?? 0) + item.width).toBeLessThan(560);
      expect(y).toBeGreaterThan(20);
    }
    expect((await pagesOf('lab')).numPages).toBeGreaterThan(1);
  });
  it('a workbook with typed cells, units in the heads, and a sheet of provenance (read by read-excel-file)', async () => {
    const { editionId } = await measured();
    await post(`/api/editions/${editionId}/claims`, {
      claims: [
        {
          id: uuid7(),
          quantity: 'mass',
          typed: '300 g',
          value: 300,
          halfWidth: 0.5,
          source: '=HYPERLINK("x")',
        },
      ],
    });
    const { id } = await issue();
    const sheets = await readXlsxFile(await file(id, 'as=xlsx'));
    const rowsOf = (name: string) => sheets.find(({ sheet }) => sheet === name)?.data ?? [];
    const [, mass] = rowsOf('Figures');
    expect(mass?.[2]).toBe('mass');
    expect(mass?.[6]).toBe(312);
    expect(typeof mass?.[7]).toBe('number');
    expect(rowsOf('One row')[0]?.[1]).toContain(', g');
    expect(rowsOf('Provenance').map(([first]) => first)).toContain('SHA-256');
    // What a claim says is text in a cell, and no formula of it.
    expect(JSON.stringify(rowsOf('Figures'))).toContain('300 g');
    expect([...(await filesOfZip(await file(id, 'as=xlsx'))).values()].join('')).not.toContain(
      '<f>',
    );
    const csv = (await file(id, 'as=csv')).toString();
    expect(csv.split('\r\n')[1]).toContain('mass');
    expect(csv).not.toMatch(/(^|,)=/m);
  });
  it('JSON by its published schema (ajv)', async () => {
    await measured();
    const { id } = await issue();
    const schema = JSON.parse(readFileSync('docs/schema/sheet-1.json', 'utf8'));
    const validate = new Ajv({ strict: false, validateFormats: false }).compile(schema);
    const sheet = JSON.parse((await file(id, 'as=json')).toString());
    validate(sheet);
    expect(validate.errors).toBeNull();
    expect(validate({ ...sheet, schema: 'another' })).toBe(false);
  });
  it('a card of 1200 by 630 whose letters are outlines (sharp)', async () => {
    await measured();
    const { id } = await issue();
    const { width, height, format } = await sharp(await file(id, 'as=png')).metadata();
    expect([width, height, format]).toEqual([1200, 630, 'png']);
  });
});
