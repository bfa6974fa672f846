/** Books of earlier versions are brought to this one and say what they said. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import type { BookFigures } from './book-figures.ts';
import { FORMER_VERSIONS, restoreBook, saidBefore, saidNow, serveBook } from './former-books.ts';

const folder = mkdtempSync(join(tmpdir(), 'emvex-former-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Two numbers are one figure within so large a share of it. */
const SAME = 1e-9;

const isSame = (a: unknown, b: unknown) =>
  typeof a === 'number' && typeof b === 'number'
    ? Math.abs(a - b) <= SAME * Math.max(1, Math.abs(a))
    : a === b;

/** Rows in which two books differ, each with both. */
function differences(before: BookFigures, now: BookFigures): string[] {
  const names = new Set([...Object.keys(before), ...Object.keys(now)]);
  return [...names].flatMap((name) => {
    const [was, is] = [before[name], now[name]];
    const same =
      was?.length === is?.length && was?.every((value, place) => isSame(value, is?.[place]));
    return same ? [] : [`${name}: ${JSON.stringify(was)} → ${JSON.stringify(is)}`];
  });
}

describe.each(FORMER_VERSIONS)('a book of version %d', (version) => {
  it('says the same figures and verdicts as before', async () => {
    const file = join(folder, `book-${version}.db`);
    restoreBook(version, file);
    const served = await serveBook(file);
    const now = await saidNow(served);
    await served.close();
    const before = saidBefore(version);
    expect(Object.keys(before).length).toBeGreaterThan(50);
    expect(differences(before, now)).toEqual([]);
  }, 180_000);
});
