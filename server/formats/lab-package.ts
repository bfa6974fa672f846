/** A lab as a Data Package: tables as CSV, photographs and issued documents as files, zipped, as streams. */
import { createHash } from 'node:crypto';
import { createWriteStream, existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import Papa from 'papaparse';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { DelimitedFault, splitRows } from '#contract/delimited-rows.ts';
import {
  MISSING,
  PACKAGE_FORM,
  type PackageDescription,
  packageDescription,
} from '#contract/package-records.ts';
import { Refusal } from '../problems.ts';
import type { Db } from '../store/database.ts';
import {
  choosePart,
  countPacked,
  type PackageColumn,
  type PackageTable,
  packageTables,
  packedRows,
} from '../store/package-tables.ts';
import { isBlownUp } from './zip-look.ts';

/** Rows that are written together. */
const BATCH = 1000;
/** The longest row: a curve of many samples stands in one. */
const LONGEST_ROW = 96 * 1024 * 1024;
export const MOST_PACKAGE_BYTES = 8 * 1024 ** 3;
/** Unpacked, all files together: more is a trap or another thing. */
const MOST_UNPACKED_BYTES = 32 * 1024 ** 3;
const MOST_DESCRIPTION_BYTES = 512 * 1024 * 1024;
const DESCRIPTION = 'datapackage.json';
const PACKED_TYPES = {
  string: 'string',
  binary: 'string',
  integer: 'integer',
  number: 'number',
} as const;

export interface PackageProgress {
  /** Says how many rows of how many are done; throws where it was stopped. */
  step: (done: number, total: number) => void;
}

type Cell = string | number | Buffer | null;

/** A missing value is told from an empty text; a text that begins like the mark has it doubled. */
const packCell = (cell: Cell): string | number => {
  if (cell === null) return MISSING;
  if (Buffer.isBuffer(cell)) return cell.toString('base64');
  return typeof cell === 'string' && cell.startsWith('\\') ? `\\${cell}` : cell;
};

/** Columns that stand in the table's CSV. */
export const columnsInTable = ({ columns, files }: PackageTable): PackageColumn[] =>
  columns.filter(({ name }) => name !== files?.column);

interface Resource {
  name: string;
  path: string;
  bytes: number;
  hash: string;
  [more: string]: unknown;
}

const resourceName = (table: string) => table.replaceAll('_', '-');

function tableResource(table: PackageTable, names: ReadonlySet<string>) {
  const foreignKeys = table.columns.flatMap(({ name, refers }) =>
    refers && names.has(refers.table)
      ? [
          {
            fields: name,
            reference: {
              resource: refers.table === table.name ? '' : resourceName(refers.table),
              fields: refers.column,
            },
          },
        ]
      : [],
  );
  return {
    name: resourceName(table.name),
    path: `data/${table.name}.csv`,
    title: table.about,
    profile: 'tabular-data-resource',
    format: 'csv',
    mediatype: 'text/csv',
    encoding: 'utf-8',
    schema: {
      fields: columnsInTable(table).map(({ name, type, required }) => ({
        name,
        type: PACKED_TYPES[type],
        ...(type === 'binary' ? { format: 'binary' } : {}),
        constraints: { required },
      })),
      missingValues: [MISSING],
      primaryKey: table.key,
      // The standard has no empty list of them.
      ...(foreignKeys.length > 0 ? { foreignKeys } : {}),
    },
  };
}

export interface PackageTerms {
  photographs: string;
  /** Ids of editions; undefined: the whole lab. */
  editions?: string[] | undefined;
  slugs?: string[] | undefined;
  createdAt: string;
}

/**
 * Writes a package to a file.
 *
 * @param db a connection of its own: one moment of the book is held while it is read
 */
export async function writeLabPackage(
  db: Db,
  output: string,
  { photographs, editions, slugs, createdAt }: PackageTerms,
  { step }: PackageProgress,
): Promise<{ rows: number }> {
  db.exec('BEGIN');
  try {
    if (editions) choosePart(db, editions);
    const isPart = editions !== undefined;
    const tables = packageTables(db).filter(({ part }) => !isPart || part !== undefined);
    const names = new Set(tables.map(({ name }) => name));
    const rowsOf = (table: PackageTable) => packedRows(table, isPart);
    const countOf = (table: PackageTable) =>
      db.prepare<[], number>(countPacked(table, isPart)).pluck().get() ?? 0;
    const total = tables.reduce((sum, table) => sum + countOf(table), 0);
    let done = 0;
    const zip = new yazl.ZipFile();
    let fail: (error: Error) => void = () => undefined;
    const failed = new Promise<never>((_, reject) => {
      fail = reject;
    });
    /** What is packed as it comes; where that ends in a fault, the whole archive does. */
    const asStream = (pieces: Iterable<Buffer>) => Readable.from(pieces).on('error', fail);
    const resources: Resource[] = [];
    const mtime = new Date(createdAt);

    for (const table of tables) {
      const columns = columnsInTable(table).map(({ name }) => name);
      const lines = function* () {
        const hash = createHash('sha256');
        let bytes = 0;
        let count = 0;
        const give = (text: string) => {
          const piece = Buffer.from(text);
          bytes += piece.length;
          hash.update(piece);
          return piece;
        };
        yield give(`${Papa.unparse([columns], { newline: '\n' })}\n`);
        let batch: (string | number)[][] = [];
        const flush = () => {
          const piece = give(`${Papa.unparse(batch, { newline: '\n' })}\n`);
          done += batch.length;
          count += batch.length;
          batch = [];
          step(done, total);
          return piece;
        };
        // Content that stands in files of its own is no cell.
        const kept = table.columns.map(({ name }) => columns.includes(name));
        const rows = db.prepare<[], Cell[]>(rowsOf(table)).raw().iterate();
        for (const row of rows as IterableIterator<Cell[]>) {
          batch.push(row.filter((_, at) => kept[at]).map(packCell));
          if (batch.length >= BATCH) yield flush();
        }
        if (batch.length > 0) yield flush();
        resources.push({
          ...tableResource(table, names),
          rows: count,
          bytes,
          hash: `sha256:${hash.digest('hex')}`,
        });
      };
      zip.addReadStreamLazy(`data/${table.name}.csv`, { mtime }, (begin) =>
        begin(null, asStream(lines())),
      );
    }

    const issued = tables.find(({ files }) => files);
    if (issued) {
      const contentOf = db.prepare<[string], string>('SELECT content FROM issued WHERE id = ?');
      const rows = db
        .prepare<[], { id: string; hash: string }>(`SELECT id, hash FROM (${rowsOf(issued)})`)
        .all();
      for (const { id, hash } of rows) {
        const path = `issued/${id}.json`;
        zip.addReadStreamLazy(path, { mtime }, (begin) => {
          const content = Buffer.from(contentOf.pluck().get(id) ?? '');
          resources.push({
            name: `issued-${id}`,
            path,
            mediatype: 'application/json',
            bytes: content.length,
            hash: `sha256:${hash}`,
          });
          begin(null, asStream([content]));
        });
      }
    }

    const pictures = tables.find(({ name }) => name === 'photograph');
    const hashes = pictures
      ? db
          .prepare<[], string>(`SELECT DISTINCT hash FROM (${rowsOf(pictures)})`)
          .pluck()
          .all()
      : [];
    for (const hash of hashes)
      for (const file of [`${hash}.webp`, `${hash}-small.webp`]) {
        const source = join(photographs, file);
        // A book that was moved without its pictures goes out without them.
        if (!existsSync(source)) continue;
        const path = `photographs/${file}`;
        zip.addReadStreamLazy(path, { mtime, compress: false }, (begin) => {
          const content = readFileSync(source);
          resources.push({
            name: `photograph-${file.replace('.webp', '')}`,
            path,
            mediatype: 'image/webp',
            bytes: content.length,
            hash: `sha256:${createHash('sha256').update(content).digest('hex')}`,
          });
          begin(null, asStream([content]));
        });
      }

    // Last, when the hashes of all others are known.
    zip.addReadStreamLazy(DESCRIPTION, { mtime }, (begin) => {
      const description = {
        profile: 'data-package',
        name: 'emvex-lab',
        title: slugs ? `A part of a lab: ${slugs.join(', ')}` : 'A lab: all its records',
        created: createdAt,
        resources,
        emvex: {
          form: PACKAGE_FORM,
          book: Number(db.pragma('user_version', { simple: true })),
          part: slugs ?? null,
        },
      };
      begin(null, asStream([Buffer.from(`${JSON.stringify(description, null, 1)}\n`)]));
    });
    zip.end();
    const written = pipeline(zip.outputStream, createWriteStream(output));
    zip.on('error', fail);
    await Promise.race([written, failed]).catch((error) => {
      (zip.outputStream as Readable).destroy();
      throw error;
    });
    return { rows: total };
  } finally {
    if (db.inTransaction) db.exec('ROLLBACK');
  }
}

const refusePackage = (message: string) =>
  new Refusal(422, `${message} Nothing was added.`, [{ field: 'file', message }]);

/** A package that was opened: its description, and its files as streams. */
export interface OpenPackage {
  description: PackageDescription;
  has: (path: string) => boolean;
  /** Reads a file piece by piece; refuses it where its bytes are not those of the description. */
  read: (path: string) => AsyncGenerator<Buffer>;
  close: () => void;
}

function openZip(path: string): Promise<yauzl.ZipFile> {
  return new Promise((resolve, reject) => {
    const terms = { lazyEntries: true, autoClose: false, strictFileNames: true };
    yauzl.open(path, terms, (error, zip) => {
      if (error)
        reject(
          refusePackage(
            /end of central directory|not a zip/i.test(error.message)
              ? 'The file is cut short, or it is no package: a package ends with a list of its files.'
              : `The package cannot be read: ${error.message}.`,
          ),
        );
      else resolve(zip);
    });
  });
}

function listEntries(zip: yauzl.ZipFile): Promise<Map<string, yauzl.Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, yauzl.Entry>();
    let unpacked = 0;
    let packed = 0;
    zip.on('error', (error: Error) =>
      reject(
        refusePackage(
          /relative path|absolute path|invalid characters/i.test(error.message)
            ? `The package names a file outside itself (${error.message}).`
            : `The list of files in the package is damaged: ${error.message}.`,
        ),
      ),
    );
    zip.on('entry', (entry: yauzl.Entry) => {
      unpacked += entry.uncompressedSize;
      packed += entry.compressedSize;
      if (entries.has(entry.fileName))
        return reject(refusePackage(`The package holds ${entry.fileName} twice.`));
      if (
        unpacked > MOST_UNPACKED_BYTES ||
        isBlownUp(unpacked, packed) ||
        isBlownUp(entry.uncompressedSize, entry.compressedSize)
      )
        return reject(
          refusePackage(
            'The package would unpack to far more than a lab holds: it is no package of one.',
          ),
        );
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    zip.readEntry();
  });
}

/** The bytes of a file as they come out: more than its list says of it, or a broken stream, is refused. */
async function* readEntry(zip: yauzl.ZipFile, entry: yauzl.Entry): AsyncGenerator<Buffer> {
  try {
    for await (const piece of await zip.openReadStreamPromise(entry)) yield piece as Buffer;
  } catch (error) {
    throw refusePackage(`${entry.fileName} cannot be unpacked: ${(error as Error).message}.`);
  }
}

/** Opens a package: refuses what is cut short, of a newer form, larger than it says, or outside its description. */
export async function openLabPackage(path: string, book: number): Promise<OpenPackage> {
  const zip = await openZip(path);
  try {
    const entries = await listEntries(zip);
    const head = entries.get(DESCRIPTION);
    if (!head) throw refusePackage(`There is no ${DESCRIPTION} in it: it is no Data Package.`);
    if (head.uncompressedSize > MOST_DESCRIPTION_BYTES)
      throw refusePackage(`Its ${DESCRIPTION} is larger than any description.`);
    const pieces: Buffer[] = [];
    for await (const piece of readEntry(zip, head)) pieces.push(piece);
    let said: unknown;
    try {
      said = JSON.parse(Buffer.concat(pieces).toString());
    } catch {
      throw refusePackage(`Its ${DESCRIPTION} is not JSON.`);
    }
    const form = (said as { emvex?: { form?: unknown } } | null)?.emvex?.form;
    if (typeof form === 'number' && form > PACKAGE_FORM)
      throw refusePackage(
        `The package is of form ${form}, and this Emvex reads up to form ${PACKAGE_FORM}: take it into a newer one.`,
      );
    const parsed = packageDescription.safeParse(said);
    if (!parsed.success) {
      const [issue] = parsed.error.issues;
      throw refusePackage(
        form === undefined
          ? 'It is a Data Package of another program: it says nothing of Emvex. Tables of others come in by Tables.'
          : `Its ${DESCRIPTION} is not as it should be at ${issue?.path.join('.')}: ${issue?.message}.`,
      );
    }
    const description = parsed.data;
    if (description.emvex.book > book)
      throw refusePackage(
        `The package was written by a newer Emvex (its book is of version ${description.emvex.book}, this one of ${book}): take it into a newer one.`,
      );
    const byPath = new Map(description.resources.map((resource) => [resource.path, resource]));
    for (const name of entries.keys())
      if (name !== DESCRIPTION && !byPath.has(name))
        throw refusePackage(`It holds ${name}, of which its description says nothing.`);
    for (const name of byPath.keys())
      if (!entries.has(name))
        throw refusePackage(`Its description names ${name}, which is not in it.`);
    return {
      description,
      has: (name) => byPath.has(name),
      async *read(name) {
        const entry = entries.get(name);
        const resource = byPath.get(name);
        if (!entry || !resource) throw refusePackage(`It has no ${name}.`);
        const hash = createHash('sha256');
        let bytes = 0;
        for await (const piece of readEntry(zip, entry)) {
          bytes += piece.length;
          hash.update(piece);
          yield piece;
        }
        if (bytes !== resource.bytes || `sha256:${hash.digest('hex')}` !== resource.hash)
          throw refusePackage(
            `${name} is not what its description says (its hash is another): it was changed or damaged on the way.`,
          );
      },
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error;
  }
}

/** Rows of a table in a package, as they are staged, with the line each stands on. */
export async function* readTable(
  opened: OpenPackage,
  table: PackageTable,
): AsyncGenerator<{ line: number; cells: Cell[] }[]> {
  const path = `data/${table.name}.csv`;
  const fault = (line: number, message: string) =>
    new Refusal(422, `${path}, line ${line}: ${message} Nothing was added.`, [
      { field: path, line, message },
    ]);
  const columns = columnsInTable(table);
  const rows = splitRows(LONGEST_ROW);
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let places: number[] | undefined;

  const readCell = (text: string | undefined, column: PackageColumn, line: number): Cell => {
    if (text === undefined || text === MISSING) {
      if (column.required) throw fault(line, `${column.name} is missing.`);
      return null;
    }
    if (column.type === 'string') return text.startsWith('\\') ? text.slice(1) : text;
    if (column.type === 'binary') return Buffer.from(text, 'base64');
    const value = Number(text);
    if (text.trim() === '' || !Number.isFinite(value))
      throw fault(line, `“${text.slice(0, 40)}” is no number, and ${column.name} wants one.`);
    if (column.type === 'integer' && !Number.isSafeInteger(value))
      throw fault(line, `“${text.slice(0, 40)}” is no whole number, and ${column.name} wants one.`);
    return value;
  };

  const take = (batch: ReturnType<typeof rows.push>) => {
    const taken: { line: number; cells: Cell[] }[] = [];
    for (const { line, fields } of batch) {
      if (!places) {
        const missing = columns.find(({ name }) => !fields.includes(name));
        // A book of before had fewer columns: what it did not know is missing.
        if (missing?.required) throw fault(line, `the column ${missing.name} is missing.`);
        places = columns.map(({ name }) => fields.indexOf(name));
        continue;
      }
      const cells = columns.map((column, at) => {
        const place = places?.[at] ?? -1;
        return readCell(place < 0 ? undefined : fields[place], column, line);
      });
      taken.push({ line, cells });
    }
    return taken;
  };

  try {
    for await (const piece of opened.read(path))
      yield take(rows.push(decoder.decode(piece, { stream: true })));
    yield take(rows.push(decoder.decode()));
    yield take(rows.end());
  } catch (error) {
    if (error instanceof TypeError && /encod/i.test(error.message))
      throw fault(rows.line(), 'here the file is not UTF-8 text.');
    if (error instanceof DelimitedFault) throw fault(error.line, error.message);
    throw error;
  }
}
