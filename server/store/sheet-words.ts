/** Words of sheets by part, and what is chosen for them: pictures, a second unit. */
import {
  SHEET_PARTS,
  type SheetPart,
  type SheetWords,
  type WordBlock,
} from '#core/sheet/sheet-words.ts';
import type { Db } from './database.ts';

/** What is chosen for a sheet beside its words. */
export interface SheetChoices {
  /** Ids of photographs, in their order. */
  pictures: string[];
  /** Figures in a second unit too. */
  also: boolean;
}

const CHOICES = 'choices';

export function sheetWordStore(db: Db) {
  const select = db.prepare<[string], { part: string; content: string }>(
    'SELECT part, content FROM sheet_words WHERE subject = ?',
  );
  // A slash comes before a nought: all labels of the edition lie between.
  const selectVerdict = db
    .prepare<[{ low: string; high: string }], string>(
      `SELECT content FROM sheet_words WHERE subject >= @low AND subject < @high AND part = 'verdict'
       ORDER BY said_at DESC LIMIT 1`,
    )
    .pluck();
  const write = db.prepare(
    `INSERT INTO sheet_words (subject, part, content, said_at, person)
     VALUES (@subject, @part, @content, @at, @person)
     ON CONFLICT DO UPDATE SET content = excluded.content, said_at = excluded.said_at,
       person = excluded.person`,
  );
  const put = (
    subject: string,
    part: string,
    content: unknown,
    by: { at: string; person: string },
  ): void => {
    write.run({ subject, part, content: JSON.stringify(content), ...by });
  };

  return {
    of(subject: string): { words: SheetWords; choices: SheetChoices } {
      const rows = new Map(
        select.all(subject).map(({ part, content }) => [part, JSON.parse(content)]),
      );
      return {
        words: Object.fromEntries(
          SHEET_PARTS.flatMap((part) => (rows.has(part) ? [[part, rows.get(part)]] : [])),
        ) as SheetWords,
        choices: { pictures: [], also: false, ...(rows.get(CHOICES) as Partial<SheetChoices>) },
      };
    },
    /** The verdict on an edition, at whichever size it was written last. */
    verdictOf(editionId: string): WordBlock[] | undefined {
      const content = selectVerdict.get({ low: `${editionId}/`, high: `${editionId}0` });
      return content === undefined ? undefined : JSON.parse(content);
    },
    write: (
      subject: string,
      part: SheetPart,
      blocks: readonly WordBlock[],
      by: { at: string; person: string },
    ): void => put(subject, part, blocks, by),
    choose: (subject: string, choices: SheetChoices, by: { at: string; person: string }): void =>
      put(subject, CHOICES, choices, by),
  };
}

export type SheetWordStore = ReturnType<typeof sheetWordStore>;
