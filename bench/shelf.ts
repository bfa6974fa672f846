/** The shelf of a lab of any size, find in it and ten editions beside each other; a sheet as a PDF. */

import { join } from 'node:path';
import type { IssuedRecord } from '#contract/issued-records.ts';
import type { Comparison } from '#contract/sheet-records.ts';
import { type MeasuredQuantityId, QUANTITIES } from '#core/catalogue/quantities.ts';
import type { DocumentPart } from '#core/sheet/document.ts';
import { prepareDemo } from '#demo/prepare.ts';
import { writeDocumentPdf } from '#server/formats/document-pdf.ts';
import { serveApp } from '#server/served-app.ts';
import { openDatabase } from '#server/store/database.ts';
import { makeLabFile } from './lab-requests.ts';
import { fillLab, type LabScale } from './lab-scale.ts';
import { type Measurement, measurement, timed } from './measurement.ts';

const NOW = '2026-11-25T12:00:00.000Z';
const REPEATS = 15;
const LEAST_BARE_MS = 5;

/** Editions whose pairs have a mean mass under a limit and a mean heel in a range, by an index made for it. */
const BARE = `SELECT e.slug, m.value AS mass, h.value AS heel FROM bench_figure m
  JOIN bench_figure h ON h.edition_id = m.edition_id AND h.quantity = 'heel-stack'
  JOIN edition e ON e.id = m.edition_id
  WHERE m.quantity = 'mass' AND m.value < 300 AND h.value BETWEEN 24 AND 30
  ORDER BY m.value LIMIT 60`;

const BARE_NAMES = `SELECT e.slug, e.name FROM edition_terms f JOIN edition_place w ON w.n = f.rowid
  JOIN edition e ON e.id = w.edition_id WHERE f.edition_terms MATCH 'mod* 17*' LIMIT 60`;

const READINGS_OF = `SELECT r.* FROM pair p JOIN occasion o ON o.pair_id = p.id
    JOIN standing_reading r ON r.occasion = o.n
  WHERE p.edition_id = (SELECT id FROM edition WHERE slug = ?)`;

/** The first fifty that a gauge reads. */
const FIFTY = Object.values(QUANTITIES)
  .filter(({ scale, tool, computed }) => !scale && !computed && tool !== 'hand')
  .slice(0, 50)
  .map(({ id }) => id as MeasuredQuantityId);

/** Ten editions of which fifty quantities are known. */
async function benchFifty(folder: string): Promise<Measurement> {
  const file = join(folder, 'fifty.db');
  const db = openDatabase(file, NOW.slice(0, 10));
  fillLab(db, { editions: 10, pairs: 2, read: FIFTY });
  const served = await serveApp(file, undefined, NOW);
  const ten = Array.from({ length: 10 }, (_, nth) => `edition-${1 + nth}`);
  const ask = () => served.send('GET', `/api/comparison?editions=${ten.join(',')}`);
  const { rows } = (await ask()).body as Comparison;
  if (rows.length < FIFTY.length) throw new Error(`${rows.length} quantities are compared`);
  const readings = db.prepare<[string]>(READINGS_OF);
  const ours = await timed(ask, REPEATS);
  const alternative = await timed(
    () => JSON.stringify(ten.map((slug) => readings.all(slug))),
    REPEATS,
  );
  await served.close();
  db.close();
  return measurement(
    `ten editions with ${FIFTY.length} quantities each`,
    ours,
    Math.max(alternative, LEAST_BARE_MS),
    'ms',
    'bare SQL of their readings, as JSON',
  );
}

async function benchRows(folder: string, scale: LabScale): Promise<Measurement[]> {
  const file = await makeLabFile(folder, scale);
  const db = openDatabase(file, NOW.slice(0, 10));
  db.exec(`CREATE TEMP TABLE bench_figure AS
      SELECT edition_id, quantity, avg(value) AS value FROM new_shoe_figure GROUP BY 1, 2;
    CREATE INDEX temp.bench_value ON bench_figure (quantity, value);
    CREATE INDEX temp.bench_edition ON bench_figure (edition_id, quantity);`);
  const served = await serveApp(file, undefined, NOW);
  const ask = async (path: string) => {
    const { status } = await served.send('GET', path);
    if (status !== 200) throw new Error(`${path}: ${status}`);
  };
  const beside = async (name: string, path: string, bare: () => unknown, what: string) => {
    await ask(path);
    const ours = await timed(() => ask(path), REPEATS);
    const alternative = await timed(() => JSON.stringify(bare()), REPEATS);
    return measurement(
      `${name}, of ${scale.editions.toLocaleString('en')} editions`,
      ours,
      // Below it nobody minds.
      Math.max(alternative, LEAST_BARE_MS),
      'ms',
      what,
    );
  };
  const [figures, names] = [db.prepare(BARE), db.prepare(BARE_NAMES)];
  const ten = Array.from({ length: 10 }, (_, nth) => `edition-${1 + 37 * nth}`);
  const readings = db.prepare<[string]>(READINGS_OF);
  const results = [
    await beside(
      'the shelf as typed: two ranges',
      '/api/shelf?words=under+300+g,+heel+24+to+30&sort=mass&limit=60',
      () => figures.all(),
      'bare SQL by an index made for it',
    ),
    await beside(
      'the shelf as typed: a name',
      '/api/shelf?words=mod+17&limit=60',
      () => names.all(),
      'bare SQL of the index of words',
    ),
    await beside(
      'what is like an edition',
      '/api/shelf/like/edition-2?words=lighter',
      () => figures.all(),
      'bare SQL by an index made for it',
    ),
    await beside(
      'ten editions beside each other',
      `/api/comparison?editions=${ten.join(',')}`,
      () => ten.map((slug) => readings.all(slug)),
      'bare SQL of their readings, as JSON',
    ),
  ];
  await served.close();
  db.close();
  return results;
}

const linesIn = (parts: readonly DocumentPart[]): string[] =>
  parts.flatMap((part): string[] => {
    if (part.kind === 'section') return [part.title, ...linesIn(part.parts)];
    if (part.kind === 'table') return part.rows.map(({ cells }) => cells.join('  '));
    if (part.kind === 'facts') return part.rows.map((row) => row.join('  '));
    if (part.kind === 'figures') return part.figures.map(({ name, value }) => `${name} ${value}`);
    return part.kind === 'lines' || part.kind === 'lead' ? [...part.lines] : [];
  });

/** A whole sheet, beside its lines set by the same library without tags, tables and drawings. */
async function benchPdf(folder: string): Promise<Measurement> {
  const file = join(folder, 'sheets.db');
  await prepareDemo(file, NOW.slice(0, 10));
  const served = await serveApp(file, undefined, NOW);
  const [{ id }] = (await served.send('GET', '/api/issued/sheets')).body.filter(
    (line: { title: string }) => line.title === 'Kestvane Kerb',
  );
  const { content } = (await served.send('GET', `/api/issued/${id}`)).body as IssuedRecord;
  await served.close();
  const ours = await timed(() => writeDocumentPdf(content, { layout: 'lab' }), REPEATS);
  const { default: Paper } = await import('pdfkit');
  const alternative = await timed(
    () =>
      new Promise<void>((resolve) => {
        const doc = new Paper({ size: 'A4' });
        doc.on('data', () => undefined).on('end', () => resolve());
        for (const line of linesIn(content.parts)) doc.text(line);
        doc.end();
      }),
    REPEATS,
  );
  return measurement(
    'a sheet in full as a PDF',
    ours,
    alternative,
    'ms',
    'its lines alone, by the same library in its own font',
  );
}

export async function benchShelf(folder: string, scale: LabScale): Promise<Measurement[]> {
  return [await benchPdf(folder), await benchFifty(folder), ...(await benchRows(folder, scale))];
}
