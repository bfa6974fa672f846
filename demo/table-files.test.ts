/** Tables that leave the bench, read back by papaparse and read-excel-file, against what the pages are answered. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import readXlsxFile from 'read-excel-file/node';
import { v7 as uuid7 } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type ServedApp, serveApp } from '#server/served-app.ts';
import { filesOfZip } from '#server/zip-files.ts';
import { prepareDemo } from './prepare.ts';

let folder: string;
let served: ServedApp;
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'emvex-tables-'));
  await prepareDemo(join(folder, 'book.db'), '2026-11-27');
  served = await serveApp(join(folder, 'book.db'), undefined, '2026-11-27T12:00:00.000Z');
}, 60_000);
afterAll(async () => {
  await served.close();
  rmSync(folder, { recursive: true, force: true });
});

async function csv(path: string): Promise<Record<string, string>[]> {
  const { status, body } = await served.send(
    'GET',
    `${path}${path.includes('?') ? '&' : '?'}as=csv`,
  );
  expect(status, String(body)).toBe(200);
  const { data, errors } = Papa.parse<Record<string, string>>(body, {
    header: true,
    skipEmptyLines: true,
  });
  expect(errors).toEqual([]);
  return data;
}

async function workbook(path: string) {
  const response = await fetch(`${served.base}${path}${path.includes('?') ? '&' : '?'}as=xlsx`);
  expect(response.status).toBe(200);
  const bytes = Buffer.from(await response.arrayBuffer());
  // A text is a text in a workbook: no cell of it is a formula.
  expect([...(await filesOfZip(bytes)).values()].join('')).not.toContain('<f>');
  const sheets = await readXlsxFile(bytes);
  return (name: string) => sheets.find(({ sheet }) => sheet === name)?.data ?? [];
}

describe('a table that leaves the bench', () => {
  it('is the shelf as it was asked for, numbers in the unit of the head', async () => {
    const query = 'words=under+320+g&sort=mass';
    const { body } = await served.send('GET', `/api/shelf?${query}`);
    const rows = await csv(`/api/tables/shelf/file?${query}`);
    expect(rows.map(({ Name }) => Name)).toEqual(
      body.rows.map(({ name }: { name: string }) => name),
    );
    expect(Number(rows[0]?.['Mass, g'])).toBe(body.rows[0].figures.mass.value);
    expect(rows[0]?.['Mass, g, how known']).toBe(body.rows[0].figures.mass.evidence);
    const book = await workbook(`/api/tables/shelf/file?${query}`);
    const [heads = [], first = []] = book('Shelf');
    expect(first[heads.indexOf('Mass, g')]).toBe(body.rows[0].figures.mass.value);
    expect(book('Provenance')[0]?.[1]).toBe('under 320 g');
  });
  it('is a comparison, a study of pairs, of sides, of a gauge', async () => {
    const editions = 'editions=norrolt-stairwell-mid-cut,wrenfold-latch-low';
    const { body } = await served.send('GET', `/api/comparison?${editions}`);
    const compared = await csv(`/api/tables/comparison/file?${editions}`);
    expect(compared).toHaveLength(body.rows.length);
    const [mass] = compared.filter(({ Quantity }) => Quantity === 'Mass, g');
    const row = body.rows.find(({ quantity }: { quantity: string }) => quantity === 'mass');
    expect(Number(mass?.[`${body.editions[1].name}, less the yardstick`])).toBe(
      row.cells[1].difference.difference,
    );
    const pairs = 'edition=norrolt-stairwell-mid-cut&quantity=heel-stack';
    const study = (await served.send('GET', `/api/studies/pairs?${pairs}`)).body;
    const readings = await csv(`/api/tables/pair-study/file?${pairs}`);
    expect(readings.map((one) => Number(one['Heel stack, mm']))).toEqual(study.readings.value);
    const sides = await csv('/api/tables/sides/file?quantity=heel-stack');
    expect(sides.length).toBeGreaterThan(5);
    const [gauge] = (await served.send('GET', '/api/studies/gauge')).body;
    expect(await csv(`/api/tables/gauge-study/file?id=${gauge.id}`)).toHaveLength(gauge.turns);
  });
  it('is the record of changes, whole, with cells that no spreadsheet runs', async () => {
    await served.send('POST', '/api/people', { id: uuid7(), code: '=1+1', role: 'bench' });
    const changes = await csv('/api/tables/changes/file');
    expect(changes).toHaveLength(
      Number(served.db.prepare('SELECT count(*) FROM change').pluck().get()),
    );
    for (const row of changes)
      for (const cell of Object.values(row)) expect(cell).not.toMatch(/^[=+@-]/);
    const book = await workbook('/api/tables/changes/file?person=B1');
    expect(book('Record of changes').length).toBeGreaterThan(10);
    expect(book('Provenance')[0]?.[1]).toBe('B1');
  });
  it('is refused as its page is', async () => {
    expect((await served.send('GET', '/api/tables/nothing/file')).status).toBe(400);
    expect((await served.send('GET', '/api/tables/shelf/file?sort=mass&limit=many')).status).toBe(
      200,
    );
    expect((await served.send('GET', '/api/tables/comparison/file?editions=a')).status).toBe(422);
    expect((await served.send('GET', `/api/tables/gauge-study/file?id=${uuid7()}`)).status).toBe(
      404,
    );
  });
});
