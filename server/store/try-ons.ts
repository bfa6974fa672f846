/** Try-ons: only ever added; one that was kept by mistake is withdrawn, and stays. */
import type { z } from 'zod';
import type { TryOnRecord, tryOnFields } from '#contract/fit-records.ts';
import { notFound } from '../problems.ts';
import type { Db } from './database.ts';
import type { ReadingStore } from './readings.ts';

interface Row {
  id: string;
  pairId: string;
  at: string;
  tester: string;
  sock: TryOnRecord['sock'];
  insole: TryOnRecord['insole'];
  wornKm: number;
  answers: string;
  tried: string;
  note: string;
  verdict: string;
  decided: TryOnRecord['decided'];
  withdrawn: string | null;
}

export type StoredTryOn = Omit<TryOnRecord, 'words' | 'placed'> & { pairId: string };

const TRY_ON = `SELECT o.id, o.pair_id AS pairId, o.started_at AS at, t.tester, t.sock, t.insole,
    t.worn_km AS wornKm, t.answers, t.tried, t.note, t.verdict, t.decided, t.withdrawn
  FROM occasion o JOIN try_on t ON t.occasion = o.n`;

const read = ({ answers, tried, verdict, ...row }: Row): StoredTryOn => ({
  ...row,
  answers: JSON.parse(answers),
  tried: JSON.parse(tried),
  verdict: JSON.parse(verdict),
});

export function tryOnStore(db: Db, readings: ReadingStore) {
  const insert = db.prepare(
    `INSERT INTO try_on
       (occasion, tester, sock, insole, worn_km, answers, tried, note, verdict, decided)
     SELECT n, @tester, @sock, @insole, @wornKm, @answers, @tried, @note, @verdict, @decided
     FROM occasion WHERE id = @id`,
  );
  const selectOfPair = db.prepare<[string], Row>(
    `${TRY_ON} WHERE o.pair_id = ? AND o.kind = 'try-on' ORDER BY o.started_at DESC, o.n DESC`,
  );
  const selectOfTester = db.prepare<[string], Row & { tag: string; editionId: string }>(
    `SELECT t.*, p.tag, p.edition_id AS editionId FROM (${TRY_ON}) t JOIN pair p ON p.id = t.pairId
     WHERE t.tester = ? AND t.withdrawn IS NULL ORDER BY t.at DESC LIMIT 200`,
  );
  const selectById = db.prepare<[string], Row>(`${TRY_ON} WHERE o.id = ?`);
  const writeOutcome = db.prepare(
    'UPDATE pair SET fit_outcome = @outcome, fit_words = @words WHERE id = @pairId',
  );

  return {
    /** The try-ons of a pair, the latest first, withdrawn ones too. */
    ofPair: (pairId: string): StoredTryOn[] => selectOfPair.all(pairId).map(read),
    /** Try-ons of one tester that stand, the latest first. */
    ofTester: (code: string): (StoredTryOn & { tag: string; editionId: string })[] =>
      selectOfTester
        .all(code)
        .map(({ tag, editionId, ...row }) => ({ ...read(row), tag, editionId })),
    byId(id: string): StoredTryOn {
      const row = selectById.get(id);
      if (!row) throw notFound('This try-on');
      return read(row);
    },
    add(
      pairId: string,
      { id, answers, tried, ...fields }: z.output<typeof tryOnFields>,
      { at, verdict }: Pick<TryOnRecord, 'at' | 'verdict'>,
    ): void {
      readings.begin({ id, kind: 'try-on', pairId, person: fields.tester, startedAt: at });
      insert.run({
        ...fields,
        id,
        answers: JSON.stringify(answers),
        tried: JSON.stringify(tried),
        verdict: JSON.stringify(verdict),
      });
    },
    /** Keeps with the pair what stands for it; null: nothing does. */
    setOutcome: (pairId: string, outcome: string | null, words: string | null) =>
      writeOutcome.run({ pairId, outcome, words }),
  };
}

export type TryOnStore = ReturnType<typeof tryOnStore>;
