/** Fills a lab with testers, the shoes they know and their try-ons, by plain SQL: for labels at scale. */
import { randomInt, randomLcg } from 'd3-random';
import type { Db } from '#server/store/database.ts';

const TESTERS = 40;
const KNOWN_OF_A_TESTER = 30;

/** UUIDv7 of a moment by a counter, apart from those of the lab. */
const idOf = (n: number): string => `01a00000-0000-7000-9000-${n.toString(16).padStart(12, '0')}`;

/**
 * @param tryOns how many; testers and pairs are drawn, so that some testers know both of two editions
 */
export function fillTryOns(db: Db, tryOns: number): void {
  const draw = (most: number) => randomInt.source(random)(most)();
  const random = randomLcg(0.61);
  const codes = Array.from({ length: TESTERS }, (_, at) => `T${at + 1}`);
  const editions = db.prepare<[], string>('SELECT id FROM edition ORDER BY slug').pluck().all();
  const pairs = db.prepare<[], string>('SELECT id FROM pair ORDER BY tag').pluck().all();
  const pick = <T>(list: readonly T[]): T => list[draw(list.length)] as T;
  const addTester = db.prepare('INSERT INTO tester_foot (code, profile, said_at) VALUES (?, ?, ?)');
  const addOccasion = db.prepare(
    `INSERT INTO occasion (id, kind, pair_id, person, started_at) VALUES (?, 'try-on', ?, ?, ?)`,
  );
  const addTryOn = db.prepare(
    `INSERT INTO try_on
       (occasion, tester, sock, insole, worn_km, answers, tried, note, verdict, decided)
     VALUES (?, ?, 'usual', 'original', 0, '{"toeRoom":"right"}', '[]', '', ?, '')`,
  );
  const verdict = (row: number, outcome: string) =>
    JSON.stringify({ reasons: [{ row, verdict: 'as said' }], next: [], outcome });
  const at = '2026-02-01T09:00:00.000Z';
  const uk = (size: number) => ({ system: 'uk', size });
  db.transaction(() => {
    for (const code of codes)
      addTester.run(
        code,
        JSON.stringify({
          lengthLeftMm: 250 + draw(20),
          usualLabel: uk(8),
          usualByMaker: [],
          knownShoes: Array.from({ length: KNOWN_OF_A_TESTER }, () => ({
            editionId: pick(editions),
            label: uk(7.5 + 0.5 * draw(3)),
            width: '',
            fits: 'right',
          })),
        }),
        at,
      );
    for (let n = 0; n < tryOns; n++) {
      const code = pick(codes);
      const { lastInsertRowid } = addOccasion.run(idOf(n), pick(pairs), code, at);
      addTryOn.run(lastInsertRowid, code, draw(3) > 0 ? verdict(20, 'keep') : verdict(5, 'swap'));
    }
  })();
}
