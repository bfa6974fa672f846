/** Copies made and restored at a terminal, beside a server that runs or without one. */

import { existsSync, statSync } from 'node:fs';
import { resolve } from 'node:path';
import Database from 'better-sqlite3';
import { v7 as newId } from 'uuid';
import { type BackupLook, USUAL_BACKUPS } from '#contract/backup-records.ts';
import { lookBeside } from '../look-beside.ts';
import {
  type Copy,
  type CopyMade,
  type CopyTerms,
  copiesOf,
  copyName,
  makeCopy,
  returnPhotographs,
} from '../store/backups.ts';
import { lockBook } from '../store/book-lock.ts';
import { changeStore } from '../store/changes.ts';
import { openDatabase } from '../store/database.ts';
import { recordRestore, stageCopy, swapBook } from '../store/restore.ts';
import { copyTerms } from './backup-routes.ts';

const moment = () => new Date().toISOString();

/** How the lab keeps its copies: a copy by hand removes none that the lab keeps. */
function termsOf(db: Database.Database): CopyTerms {
  const said = db.prepare("SELECT value FROM setting WHERE name = 'backups'").pluck().get();
  return copyTerms({ ...USUAL_BACKUPS, ...(said === undefined ? {} : JSON.parse(String(said))) });
}

/** Copies a book now; a server that runs on it goes on. */
export async function copyBook(
  path: string,
  second: string,
  onProgress: (share: number) => void,
): Promise<CopyMade> {
  const at = moment();
  const db = new Database(path, { fileMustExist: true });
  try {
    return await makeCopy(db, path, at.slice(0, 10), onProgress, {
      name: copyName(at, 'at'),
      terms: second === '' ? termsOf(db) : { ...termsOf(db), second: resolve(second) },
    });
  } finally {
    db.close();
  }
}

export const listCopies = (path: string): Copy[] => copiesOf(path).reverse();

/** A copy by its name, or a book anywhere by its path. */
export function findCopy(path: string, named: string): Copy {
  const known = copiesOf(path).find(({ name }) => name === named);
  if (known) return known;
  if (!existsSync(named))
    throw new Error(`There is no copy of the name ${named}, and no file there.`);
  const { size, mtimeMs } = statSync(named);
  return {
    path: resolve(named),
    name: named,
    day: '',
    kind: 'brought in',
    bytes: size,
    writtenAt: mtimeMs,
  };
}

export const lookInto = (copy: Copy, path: string): Promise<BackupLook> => lookBeside(copy, path);

/**
 * Puts a copy in the place of a book that nobody has open; answers with the name of what was set aside.
 *
 * @param person code of who does it, for the change history
 */
export function restoreCopy(path: string, copy: Copy, person: string, lost: number | null): string {
  const lock = lockBook(path);
  if (!lock)
    throw new Error(`${path} is open: stop Emvex first, or restore from its page Lab, Backups.`);
  try {
    stageCopy(path, copy.path);
    const at = moment();
    const record = { change: newId(), at, person, source: copy.name, lost };
    const { aside, undo, finish } = swapBook(path, record);
    try {
      const db = openDatabase(path, at.slice(0, 10));
      recordRestore(changeStore(db), record);
      db.close();
    } catch (error) {
      undo();
      throw error;
    }
    finish();
    returnPhotographs(path);
    return aside;
  } finally {
    lock.release();
  }
}
