/** Books of earlier versions are brought to this one and say what they said. */
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, describe, expect, it } from 'vitest';
import { ADDRESSES } from '#contract/addresses.ts';
import type { PathName } from '#contract/endpoints.ts';
import { translateChange } from '#core/figures/former-changes.ts';
import type { BookFigures } from './book-figures.ts';
import { FORMER_VERSIONS, restoreBook, saidBefore, saidNow, serveBook } from './former-books.ts';
import { openDatabase } from './store/database.ts';

const folder = mkdtempSync(join(tmpdir(), 'emvex-former-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Two numbers are one figure within so large a share of it. */
const SAME = 1e-9;

const isSame = (a: unknown, b: unknown) =>
  typeof a === 'number' && typeof b === 'number'
    ? Math.abs(a - b) <= SAME * Math.max(1, Math.abs(a))
    : a === b;

const FIGURE = /^sheet (\S+) \S+ \/ [^/]+ \/ (\S+)/;

/**
 * The lab's scatter of repeats is pooled otherwise since then: by pair, robustly, from five pairs on.
 * So what is unsure of a figure is another at these places of its row (of u, df and U), and with the
 * figures that a check judges.
 */
const UNSURE: [row: RegExp, places: number[]][] = [
  [/^match \S+ \d+ \/ [a-z-]+$/, [5]],
  [/^sheet \S+ \S+ \/ [^/]+ \/ [a-z-]+( [^/]+)?$/, [1, 2, 3, 7]],
  [/^sheet .* \/ [A-Z]+-\d+$/, [1]],
  [/^compare /, [1, 2, 3, 11]],
  [/^protocol /, [0, 1, 2]],
];
/** U by so large a factor at most, and the degrees of freedom, which are worth less and less. */
const NEAR = 1.5;
const DF_PLACE = 2;
const NEAR_DF = 2;

/** Verdicts that are others for it, each with the figure behind it: docs/decisions/0005 has both U. */
const OTHER_WORDS = [
  'compare brindlow-roundsman-2,brindlow-roundsman-3,kestvane-kerb in-shoe-in-in-whole-sole-needle / drop / brindlow-roundsman-3: real → cannot tell',
  'compare tarnhus-lanewalk,wrenfold-latch-low in-shoe-in-in-whole-sole-needle / heel-stack / wrenfold-latch-low: not shown → real',
  'recall Needle gauge / TF-01 drop left against right: within, without it no figure → cannot tell, without it no figure',
  'sheet norrolt-stairwell-low-cut uk-8 / mass / mass / claimed 355 g: agrees → cannot tell',
  'sheet norrolt-stairwell-mid-cut uk-8 / in-shoe-in-in-whole-sole-needle / drop / claimed 7 mm drop: agrees → cannot tell',
  'sheet pelloway-gravel-lane uk-8 / sidewall-in-in-whole-sole-ruler / forefoot-stack / claimed 28 mm: agrees → cannot tell',
];

/** Said of readings where they lie apart for what the gauge usually scatters by: their median stands. */
const APART = /^\d+ readings spread wider than this gauge usually does/;
const READ_IN_CHECK = 'read in a check of left against right';

/**
 * Figures, by edition and quantity, that a check now stands behind; and those whose readings lie apart
 * by one of the two scatters only, so that their median stands for their mean, or the other way.
 */
function otherFigures(before: BookFigures, now: BookFigures): Set<string> {
  return new Set(
    [...Object.keys(before), ...Object.keys(now)].flatMap((name) => {
      const found = name.endsWith(' / doubts') && FIGURE.exec(name);
      if (!found) return [];
      const [was, is] = [before[name] ?? [], now[name] ?? []];
      const apart = (doubts: typeof was) => doubts.some((doubt) => APART.test(String(doubt)));
      return is.includes(READ_IN_CHECK) || apart(was) !== apart(is)
        ? [`${found[1]} ${found[2]}`]
        : [];
    }),
  );
}

/** True for a row of such a figure, or of a comparison with it. */
function leansOn(name: string, other: ReadonlySet<string>): boolean {
  const sheet = FIGURE.exec(name);
  if (sheet) return other.has(`${sheet[1]} ${sheet[2]}`);
  const compared = /^compare (\S+) .* \/ (\S+) \/ \S+$/.exec(name);
  return (compared?.[1] ?? '')
    .split(',')
    .some((slug) => other.has(`${slug} ${compared?.[2] ?? ''}`));
}

type Found = { value: number; U: number } | null;
interface Recalled {
  pairs: { figures: { quantity: string; with: Found; without: Found }[] }[];
  verdicts: { tag: string; quantity: string; about: string; with: string; without: string }[];
}

/**
 * Rows in which two recalls differ: in verdicts with and without the gauge, each with both; or in all
 * else, but for U and the values of the other figures.
 */
function recallDifferences(
  name: string,
  was: string,
  is: string,
  other: ReadonlySet<string>,
): string[] {
  const quantities = new Set([...other].map((figure) => figure.split(' ')[1]));
  const [old, today] = [was, is].map((text) => {
    const { verdicts, ...rest }: Recalled = JSON.parse(text);
    for (const { figures } of rest.pairs)
      for (const figure of figures)
        for (const found of [figure.with, figure.without]) {
          if (!found) continue;
          found.U = 0;
          if (quantities.has(figure.quantity)) found.value = 0;
        }
    const words = verdicts.map(
      ({ tag, quantity, about, ...word }) =>
        [`${tag} ${quantity} ${about}`, `${word.with}, without it ${word.without}`] as const,
    );
    return { rest: JSON.stringify(rest), words: new Map(words) };
  });
  if (!old || !today) return [];
  return [
    ...(old.rest === today.rest ? [] : [`${name}: ${old.rest} → ${today.rest}`]),
    ...[...new Set([...old.words.keys(), ...today.words.keys()])].flatMap((about) => {
      const [then, now] = [old.words.get(about), today.words.get(about)];
      return then === now ? [] : [`${name} / ${about}: ${then} → ${now}`];
    }),
  ];
}

/** True where two values say the same, or one is another only in how unsure it is. */
function isAlike(name: string, place: number, was: unknown, is: unknown): boolean {
  if (isSame(was, is)) return true;
  if (!UNSURE.some(([row, places]) => row.test(name) && places.includes(place))) return false;
  // What the lab learned by then, with the words where from.
  if (name.startsWith('protocol')) return true;
  if (typeof was !== 'number' || typeof is !== 'number') return false;
  const near = place === DF_PLACE ? NEAR_DF : NEAR;
  return is <= near * was && was <= near * is;
}

/** Rows in which two books differ, each with both. */
function differences(before: BookFigures, now: BookFigures): string[] {
  const other = otherFigures(before, now);
  const names = new Set([...Object.keys(before), ...Object.keys(now)]);
  return [...names].flatMap((name) => {
    if (leansOn(name, other)) return [];
    const [was, is] = [before[name], now[name]];
    if (!was || was.length !== is?.length)
      return [`${name}: ${JSON.stringify(was)} → ${JSON.stringify(is)}`];
    if (name.startsWith('recall'))
      return recallDifferences(name, String(was[0]), String(is[0]), other);
    return was.flatMap((value, place) =>
      isAlike(name, place, value, is[place]) ? [] : [`${name}: ${value} → ${is[place]}`],
    );
  });
}

describe.each(FORMER_VERSIONS)('a book of version %d', (version) => {
  it('says the same figures as before, and the same verdicts but for those listed', async () => {
    const file = join(folder, `book-${version}.db`);
    restoreBook(version, file);
    const served = await serveBook(file);
    const now = await saidNow(served);
    await served.close();
    const before = saidBefore(version);
    expect(Object.keys(before).length).toBeGreaterThan(50);
    expect(differences(before, now).sort()).toEqual(version === 4 ? OTHER_WORDS : []);
  }, 180_000);
});

/** Files are changes too; they are sent otherwise. */
const FILES = ['importReadings', 'addCurve', 'addPhotograph'];

describe.each(FORMER_VERSIONS)('a change that was answered by version %d', (version) => {
  it('and is sent again after the update gets its first answer', async () => {
    const file = join(folder, `again-${version}.db`);
    restoreBook(version, file);
    const served = await serveBook(file);
    const done = served.db
      .prepare<[], { id: string; action: string; subject: string; detail: string; answer: string }>(
        'SELECT id, action, subject, detail, answer FROM change ORDER BY rowid',
      )
      .all()
      // The scenario writes some by itself, in words of its own.
      .filter(({ id, action }) => !FILES.includes(action) && /-7000-8000-/.test(id));
    expect(done.length).toBeGreaterThan(20);
    for (const { id, action, subject, detail, answer } of done) {
      const now = translateChange({
        name: action,
        params: { id: subject },
        body: JSON.parse(detail),
      });
      const { method, path } = ADDRESSES[now.name as PathName];
      const again = await served.send(method, path.replace(':id', subject), now.body, {
        change: id,
      });
      expect([action, again]).toEqual([action, { status: 200, body: JSON.parse(answer) }]);
    }
    await served.close();
  });
});

describe('a decision of a former version', () => {
  it('is issued as its stored words, and not worked out again', async () => {
    const file = join(folder, 'decided.db');
    restoreBook(4, file);
    const served = await serveBook(file);
    const decided = served.db
      .prepare<[], { id: string; words: string; decision: string }>(
        `SELECT o.id, c.decided_words AS words, c.decision
         FROM match_check c JOIN occasion o ON o.n = c.occasion WHERE c.decision IS NOT NULL`,
      )
      .all();
    expect(decided.length).toBeGreaterThan(2);
    for (const { id, words, decision } of decided) {
      const { body } = await served.send('GET', `/api/issued?subject=${id}`);
      expect(body).toHaveLength(decision === 'return' ? 2 : 1);
      const text = JSON.stringify(body[0].content);
      expect(text).toContain(JSON.stringify(words).slice(1, -1));
      expect(text).toContain('before figures were frozen');
      expect(body[0].hash).toBe(
        createHash('sha256').update(JSON.stringify(body[0].content)).digest('hex'),
      );
    }
    await served.close();
  });
});

describe('an update that cannot be done', () => {
  it('leaves the book as it was', async () => {
    const file = join(folder, 'broken.db');
    restoreBook(3, file);
    const old = new Database(file);
    // Two readings that go by one id, as no program ever wrote them.
    old.exec(
      `DROP TRIGGER match_reading_is_not_rewritten;
       UPDATE match_reading SET id = (SELECT id FROM reading LIMIT 1)
       WHERE id = (SELECT id FROM match_reading LIMIT 1 OFFSET 2)`,
    );
    old.pragma('wal_checkpoint(TRUNCATE)');
    old.close();
    const before = readFileSync(file);
    expect(() => openDatabase(file, '2026-03-01')).toThrow(/UNIQUE/);
    const kept = new Database(file);
    expect(kept.pragma('user_version', { simple: true })).toBe(3);
    expect(kept.prepare('SELECT count(*) FROM match_reading').pluck().get()).toBe(11);
    kept.close();
    expect(readFileSync(file).length).toBe(before.length);
  });

  it('is not committed where a count would change', async () => {
    const file = join(folder, 'lost.db');
    restoreBook(3, file);
    const old = new Database(file);
    old.pragma('foreign_keys = OFF');
    // A void of a reading that is not there: nothing to carry it over to.
    old.exec("INSERT INTO reading_void VALUES ('nowhere', 'slip', '2026-03-01T09:00:00Z')");
    old.close();
    expect(() => openDatabase(file, '2026-03-01')).toThrow(/would change voids from \d+ to \d+/);
    const kept = new Database(file);
    expect(kept.pragma('user_version', { simple: true })).toBe(3);
    kept.close();
  });
});
