/** What is done with a package, on a connection of its own: written, looked into, taken in. */
import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { PackageReport, PackageTaken } from '#contract/package-records.ts';
import { openLabPackage, type PackageTerms, writeLabPackage } from '../formats/lab-package.ts';
import { Refusal } from '../problems.ts';
import type { Change } from '../store/changes.ts';
import { type Db, openConnection } from '../store/database.ts';
import { type PackageTable, packageTables } from '../store/package-tables.ts';
import { joinSameNames } from './package-names.ts';
import { reportPackage } from './package-plan.ts';
import { attachStage, stagePackage } from './package-stage.ts';
import { type PackageAnswers, takePackage } from './package-taking.ts';

export type PackageTask =
  | { kind: 'write'; database: string; output: string; terms: PackageTerms }
  | { kind: 'look'; database: string; file: string; photographs: string; id: string }
  | {
      kind: 'take';
      database: string;
      file: string;
      photographs: string;
      answers: PackageAnswers;
      change: Change;
    };

export type PackageOutcome = { rows: number } | PackageReport | PackageTaken;

export interface PackageHooks {
  progress: (done: number, total: number) => void;
  cancelled: () => boolean;
  /** Told before the book is locked for writing, and once it is free again. */
  writing: (now: boolean) => void;
}

const stageFile = (file: string) => join(dirname(file), 'stage.db');
/** Where photographs of a package wait that this lab does not have. */
const pictureFolder = (file: string) => join(dirname(file), 'pictures');

const PICTURE = /^photographs\/([0-9a-f]{64}(?:-small)?\.webp)$/;
const isWebp = (bytes: Buffer) =>
  bytes.toString('latin1', 0, 4) === 'RIFF' && bytes.toString('latin1', 8, 12) === 'WEBP';

function stopWhere({ cancelled }: PackageHooks): void {
  if (cancelled()) throw new Refusal(499, 'Stopped.');
}

/** Keeps new photographs of a package beside it until it is taken in. */
async function unpackPictures(
  opened: Awaited<ReturnType<typeof openLabPackage>>,
  { file, photographs }: { file: string; photographs: string },
  hooks: PackageHooks,
): Promise<number> {
  let count = 0;
  for (const { path } of opened.description.resources) {
    if (!path.startsWith('photographs/')) continue;
    const name = PICTURE.exec(path)?.[1];
    if (!name) throw new Refusal(422, `${path} is no name of a photograph. Nothing was added.`);
    stopWhere(hooks);
    const pieces: Buffer[] = [];
    for await (const piece of opened.read(path)) pieces.push(piece);
    const bytes = Buffer.concat(pieces);
    if (!isWebp(bytes))
      throw new Refusal(422, `${path} is no picture that is kept here. Nothing was added.`);
    if (existsSync(join(photographs, name))) continue;
    mkdirSync(pictureFolder(file), { recursive: true });
    writeFileSync(join(pictureFolder(file), name), bytes);
    if (!name.includes('-small')) count += 1;
  }
  return count;
}

async function look(
  db: Db,
  tables: readonly PackageTable[],
  task: Extract<PackageTask, { kind: 'look' }>,
  hooks: PackageHooks,
): Promise<PackageReport> {
  const book = Number(db.pragma('user_version', { simple: true }));
  const opened = await openLabPackage(task.file, book);
  try {
    attachStage(db, stageFile(task.file));
    const total = opened.description.resources.reduce((sum, { rows = 0 }) => sum + rows, 0);
    let done = 0;
    await stagePackage(db, opened, tables, (more) => {
      done += more;
      stopWhere(hooks);
      hooks.progress(done, total);
    });
    const photographs = await unpackPictures(opened, task, hooks);
    const joined = joinSameNames(db, tables);
    return reportPackage(db, tables, opened, joined, { id: task.id, photographs });
  } finally {
    opened.close();
  }
}

function take(
  db: Db,
  tables: readonly PackageTable[],
  task: Extract<PackageTask, { kind: 'take' }>,
  hooks: PackageHooks,
): PackageTaken {
  attachStage(db, stageFile(task.file));
  const from = pictureFolder(task.file);
  const names = db
    .prepare<[], string>('SELECT DISTINCT hash FROM stage.photograph')
    .pluck()
    .all()
    .flatMap((hash) => [`${hash}.webp`, `${hash}-small.webp`])
    .filter((name) => existsSync(join(from, name)));
  const brought: string[] = [];
  // Before the book is locked. Pictures go by their content: one that is not taken harms nothing, and is removed.
  try {
    for (const name of names) {
      const to = join(task.photographs, name);
      if (existsSync(to)) continue;
      mkdirSync(task.photographs, { recursive: true });
      const passing = `${to}.partial`;
      copyFileSync(join(from, name), passing);
      renameSync(passing, to);
      brought.push(to);
    }
    hooks.writing(true);
    try {
      return takePackage(db, tables, task.answers, task.change, (done, total) => {
        stopWhere(hooks);
        hooks.progress(done, total);
      });
    } finally {
      hooks.writing(false);
    }
  } catch (error) {
    for (const path of brought) rmSync(path, { force: true });
    throw error;
  }
}

/** Does a task to its end. */
export async function workOnPackage(
  task: PackageTask,
  hooks: PackageHooks,
): Promise<PackageOutcome> {
  const db = openConnection(task.database);
  try {
    if (task.kind === 'write')
      return await writeLabPackage(db, task.output, task.terms, {
        step: (done, total) => {
          stopWhere(hooks);
          hooks.progress(done, total);
        },
      });
    const tables = packageTables(db);
    return task.kind === 'look'
      ? await look(db, tables, task, hooks)
      : take(db, tables, task, hooks);
  } finally {
    db.close();
  }
}
