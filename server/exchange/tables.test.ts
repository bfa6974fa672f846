/** Tables of others, end to end: workbooks written by write-excel-file, CSV in several dialects, what is refused. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import writeXlsxFile from 'write-excel-file/node';
import type { TableLook, TableMapping } from '#contract/table-kinds.ts';
import { servedBench } from '../served-bench.ts';
import { zipOf } from '../zip-files.ts';

const { post, get, bench, served } = servedBench();

async function look(bytes: Buffer | string, query = '') {
  const response = await fetch(`${served().base}/api/tables${query}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: typeof bytes === 'string' ? bytes : new Uint8Array(bytes),
  });
  return { status: response.status, body: await response.json() };
}
const read = ({ id }: TableLook, mapping: TableMapping) =>
  post(`/api/tables/${id}/reading`, mapping);
const take = ({ id }: TableLook, mapping: TableMapping) =>
  post(`/api/tables/${id}/taking`, mapping);

/** A workbook of others: merged cells, formulas and days, as spreadsheets write them. */
const workbook = (sheets: { sheet: string; data: (object | null)[][] }[]): Promise<Buffer> =>
  writeXlsxFile(sheets as never).toBuffer();

/** The parts of a workbook around its one sheet. */
const bookAround = (sheet: string) => ({
  '[Content_Types].xml': '<Types/>',
  'xl/workbook.xml':
    '<workbook xmlns:r="r"><sheets><sheet name="A" sheetId="1" r:id="rId1"/></sheets></workbook>',
  'xl/_rels/workbook.xml.rels':
    '<Relationships><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet" Target="worksheets/sheet1.xml"/></Relationships>',
  'xl/worksheets/sheet1.xml': sheet,
});

const count = (sql: string) => served().db.prepare(sql).pluck().get();

describe('a table of editions', () => {
  const CSV = [
    'Brand,Shoe,Version,Weight (oz),Stack heel (mm),Drop,Category',
    'Norrolt,Stairwell,mid cut,10.9,31,8 mm,walking and work',
    'Tarnhus,Lanewalk,,9.8,,,running',
    '',
  ].join('\r\n');

  it('is guessed, rehearsed without a trace, taken, and known the second time', async () => {
    await bench();
    const { body } = await look(CSV, '?name=list.csv');
    expect(body.mapping.kind).toBe('editions');
    expect(body.mapping.columns.map(({ field }: { field: string }) => field)).toEqual([
      'maker',
      'model',
      'edition',
      'figure:mass',
      'figure:heel-stack',
      'figure:drop',
      'use',
    ]);
    const rehearsed = await read(body, body.mapping);
    expect(rehearsed.body).toMatchObject({ fresh: 2, there: 0, faults: 0 });
    expect(rehearsed.body.lines.map(({ words }: { words: string }) => words)).toEqual([
      'Norrolt Stairwell, mid cut, 3 claims',
      'Tarnhus Lanewalk, new, 1 claim',
    ]);
    // Rehearsed only: nothing of it stands.
    expect(count('SELECT count(*) FROM edition')).toBe(1);
    expect(count('SELECT count(*) FROM claim')).toBe(0);
    expect((await take(body, body.mapping)).status).toBe(200);
    expect(count('SELECT count(*) FROM edition')).toBe(2);
    // By hand: 10.9 oz is 10.9 × 28.349523125 g, to half of 0.1 oz.
    expect(
      served()
        .db.prepare(
          "SELECT value, half_width FROM claim WHERE quantity = 'mass' ORDER BY value DESC LIMIT 1",
        )
        .get(),
    ).toEqual({
      value: expect.closeTo(309.0098, 3),
      half_width: expect.closeTo(1.41748, 4),
    });
    const again = await look(CSV);
    expect(again.body.remembered).toBe(true);
    const second = await read(again.body, again.body.mapping);
    expect(second.body).toMatchObject({ fresh: 0, there: 2 });
  });

  it('is taken whole or not at all, each faulty line told', async () => {
    await bench();
    const bad =
      'Brand,Model,Weight (g),Category\nNorrolt,Kerb,light,walking\nTarnhus,Frost,300,swimming\nTarnhus,Lane,280,\n';
    const { body } = await look(bad);
    const { body: report } = await read(body, body.mapping);
    expect(report).toMatchObject({ fresh: 1, faults: 2 });
    expect(report.lines[0]).toMatchObject({ line: 2, state: 'fault' });
    expect(report.lines[0].words).toContain('“light” is no figure of mass');
    expect(report.lines[1].words).toMatch(/There is no use “swimming”; there are /);
    const refused = await take(body, body.mapping);
    expect(refused.status).toBe(422);
    expect(refused.body.faultCount).toBe(2);
    expect(refused.body.errors.map(({ line }: { line: number }) => line)).toEqual([2, 3]);
    expect(count('SELECT count(*) FROM edition')).toBe(1);
    // A column that is needed is asked for; two columns cannot be one thing.
    const columns = body.mapping.columns.map((one: object, at: number) =>
      at === 1 ? { field: '', unit: '' } : one,
    );
    expect((await read(body, { ...body.mapping, columns })).body.missing).toEqual(['Model']);
    const twice = body.mapping.columns.map(() => ({ field: 'maker', unit: '' }));
    expect((await read(body, { ...body.mapping, columns: twice })).body.detail).toContain(
      'Two columns are maker',
    );
    expect((await read({ ...body, id: uuid7() }, body.mapping)).status).toBe(409);
  });
});

describe('a workbook', () => {
  it('with a title, a head of two lines, merged cells, formulas and days is read', async () => {
    await bench();
    const bytes = await workbook([
      { sheet: 'Cover', data: [[{ value: 'Shoes of the spring' }]] },
      {
        sheet: 'Pairs',
        data: [
          [{ value: 'Received in spring' }],
          [],
          [
            ...['Tag', 'Brand', 'Model', 'Size'].map((value) => ({ value })),
            { value: 'Price', columnSpan: 2 },
            null,
            { value: 'Date received' },
          ],
          [{}, {}, {}, {}, { value: 'paid' }, { value: 'list' }, {}],
          [
            ...['zz-01', 'Tarnhus', 'Lanewalk', 'UK 8', 89, 99].map((value) => ({ value })),
            { value: new Date(Date.UTC(2026, 1, 14)), type: Date, format: 'yyyy-mm-dd' },
          ],
          ['zz-02', 'Tarnhus', 'Lanewalk', 'EU 42', 90, 99, 46_067].map((value) => ({ value })),
        ],
      },
    ]);
    const cover = await look(bytes);
    expect(cover.body.sheets).toEqual(['Cover', 'Pairs']);
    const { body } = await look(bytes, '?sheet=Pairs&kind=pairs');
    expect([body.mapping.headAt, body.mapping.headLines]).toEqual([3, 2]);
    const { body: report } = await read(body, body.mapping);
    expect(report, JSON.stringify(report.lines)).toMatchObject({ fresh: 2, faults: 0 });
    expect(report.lines[0].words).toBe('ZZ-01, Tarnhus Lanewalk, UK 8 (a new edition)');
    await take(body, body.mapping);
    const pair = (await get('/api/pairs/ZZ-02')).body.pair;
    // By hand: 46,067 is 14 February 2026.
    expect(pair).toMatchObject({
      receivedOn: '2026-02-14',
      paidPrice: 90,
      label: { system: 'eu', size: 42 },
    });
  });
  it('that is too large, damaged, of the older form, or a trap is refused', async () => {
    await bench();
    expect((await look(Buffer.from('PK\u0003\u0004 and no more'))).body.detail).toContain(
      'cut short or damaged',
    );
    expect((await look(Buffer.from('d0cf11e0a1b11ae1', 'hex'))).body.detail).toContain(
      'older form',
    );
    const long = `${['Brand,Model', ...Array.from({ length: 5001 }, (_, n) => `Norrolt,M${n}`)].join('\n')}\n`;
    const refused = await look(long);
    expect([refused.status, refused.body.detail]).toEqual([
      413,
      expect.stringContaining('over 5,000 lines'),
    ]);
    expect((await look(Buffer.alloc(41 * 1024 * 1024, 'a'))).status).toBe(413);
    expect((await look('\n\n')).body.detail).toContain('nothing in this table');
    expect((await look(Buffer.from([0x4d, 0xfc, 0x0a, 0x31]))).body.detail).toContain('not UTF-8');
    const trap = await zipOf([['xl/worksheets/sheet1.xml', Buffer.alloc(130 * 1024 * 1024)]], true);
    expect((await look(trap)).body.detail).toContain('far too large unpacked');
    // A zip that says it holds little is counted as it is unpacked.
    const liar = Buffer.from(trap);
    const directory = liar.lastIndexOf(Buffer.from('PK\u0001\u0002', 'latin1'));
    liar.writeUInt32LE(1000, directory + 24);
    liar.writeUInt32LE(1000, 22);
    expect((await look(liar)).status).toBe(422);
    expect((await get('/api/health')).status).toBe(200);
  });
});

describe('a workbook that a stranger made', () => {
  const rows = (count: number, row: (n: number) => string) =>
    `<worksheet><sheetData>${Array.from({ length: count }, (_, n) => row(n + 1)).join('')}</sheetData></worksheet>`;

  it.each([
    [
      'rows that all have one number',
      rows(20_000, (n) => `<row r="1"><c r="A1" t="inlineStr"><is><t>x${n}</t></is></c></row>`),
    ],
    [
      'rows that go on for ever',
      rows(20_000, (n) => `<row r="${n}"><c r="A${n}"><v>${n}</v></c></row>`),
    ],
    ['a cell far out', rows(1, () => '<row r="1048576"><c r="XFD1048576"><v>1</v></c></row>')],
    ['no sheet in its place', '<nothing/>'],
    ['markup that never ends', '<worksheet><sheetData><row r="1"><c r="A1"'],
  ])('with %s is answered, and the server goes on', async (_what, sheet) => {
    await bench();
    const { status } = await look(await zipOf(Object.entries(bookAround(sheet))));
    expect([200, 413, 422]).toContain(status);
    expect((await get('/api/health')).status).toBe(200);
  });

  it('names no file outside, and reads none', async () => {
    await bench();
    const sheet =
      '<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/passwd">]><worksheet><sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>&e;</t></is></c></row></sheetData></worksheet>';
    const { body } = await look(await zipOf(Object.entries(bookAround(sheet))));
    expect(JSON.stringify(body)).not.toContain('root:');
  });
});

describe('other tables', () => {
  it('bring claims and reported figures to editions that there are, and to no others', async () => {
    await bench();
    const claims =
      'Brand;Model;Version;Specs;Source\nNorrolt;Stairwell;mid cut;34/26 mm, 8 mm drop, 309 g;letter\nNorrolt;Nowhere;;309 g;\n';
    const { body } = await look(claims, '?kind=claims');
    const { body: report } = await read(body, body.mapping);
    expect(report).toMatchObject({ fresh: 1, faults: 1 });
    expect(report.lines[0].words).toContain(
      'Norrolt Nowhere is not in the book. Bring it in as an edition first.',
    );
    const sound = claims.split('\n').slice(0, 2).join('\n');
    const looked = (await look(sound, '?kind=claims')).body;
    expect((await take(looked, looked.mapping)).body.lines[0].words).toBe(
      'Norrolt Stairwell, mid cut: 4 claims',
    );

    const reported =
      'Brand,Model,Version,Heel (mm),Reviewer,Date\nNorrolt,Stairwell,mid cut,32.5,a club,2026-01-05\n';
    const seen = (await look(reported, '?kind=reported')).body;
    expect((await take(seen, seen.mapping)).body).toMatchObject({ fresh: 1 });
    const twice = (await look(reported, '?kind=reported')).body;
    expect((await read(twice, twice.mapping)).body).toMatchObject({ fresh: 0, there: 1 });
    expect(count('SELECT count(*) FROM reported_figure')).toBe(1);
  });
  it('bring outings in the unit of their column', async () => {
    await bench();
    await post('/api/people', { id: uuid7(), code: 'T1', role: 'tester' });
    const csv =
      'Shoe,Who,Date,Miles,Terrain\nns-01,T1,28/02/2026,5,road\nNS-01,T1,01/03/2026,3,road\nNS-99,T1,01/03/2026,3,road\n';
    const { body } = await look(csv, '?kind=outings');
    expect(body.mapping.dates).toBe('day first');
    const { body: report } = await read(body, body.mapping);
    expect(report).toMatchObject({ fresh: 2, faults: 1 });
    expect(report.lines[0].words).toMatch(/NS-99/);
    const sound = csv.split('\n').slice(0, 3).join('\n');
    const looked = (await look(sound, '?kind=outings')).body;
    await take(looked, looked.mapping);
    // By hand: 5 mi is 8.04672 km.
    expect(count('SELECT max(km) FROM outing')).toBeCloseTo(8.04672, 5);
  });
  it('never holds a formula that a spreadsheet runs', async () => {
    await bench();
    const { body } = await look(
      'Brand,Model,Source\n"=HYPERLINK(""x"")",Kerb,=1+1\n',
      '?kind=editions',
    );
    await take(body, body.mapping);
    expect(count("SELECT count(*) FROM maker WHERE name LIKE '=HYPERLINK%'")).toBe(1);
    // It is text here, and leaves guarded: see server/sheets/issue.test.ts.
  });
});
