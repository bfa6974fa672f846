/**
 * Decisions from before figures were frozen are issued as their stored words. They are not worked out
 * again: what the lab knows now is not what they were made on.
 */
import { createHash, randomBytes } from 'node:crypto';
import type { Database } from 'better-sqlite3';

interface Decided {
  id: string;
  tag: string;
  maker: string;
  model: string;
  edition: string;
  decision: 'keep' | 'keep and note' | 'return';
  words: string;
  note: string;
  at: string;
  person: string;
}

const TITLES = { keep: 'Kept', 'keep and note': 'Kept, with a note', return: 'To be returned' };

/** A UUID of version 7 at a moment, as version 12 made them. */
function idAt(moment: string): string {
  const time = (Date.parse(moment) || 0).toString(16).padStart(12, '0');
  const random = randomBytes(10).toString('hex');
  return `${time.slice(0, 8)}-${time.slice(8)}-7${random.slice(0, 3)}-8${random.slice(3, 6)}-${random.slice(6, 18)}`;
}

function contentOf(title: string, check: Decided): string {
  const { tag, maker, model, edition, words, note, at, person } = check;
  return JSON.stringify({
    title,
    language: 'en',
    parts: [
      {
        kind: 'facts',
        rows: [
          ['Pair', `${tag}: ${[`${maker} ${model}`, edition].filter(Boolean).join(', ')}`],
          ['Decided', `${at.slice(0, 10)}${person ? `, by ${person}` : ''}`],
        ],
      },
      { kind: 'heading', text: 'What we found' },
      { kind: 'lines', lines: [words, note].filter(Boolean) },
      {
        kind: 'lines',
        lines: ['Decided before figures were frozen: it is not worked out again.'],
        small: true,
      },
    ],
  });
}

export function fill(db: Database): void {
  const checks = db
    .prepare<[], Decided>(
      `SELECT o.id, p.tag, k.name AS maker, m.name AS model, e.name AS edition, c.decision,
         c.decided_words AS words, c.decision_note AS note, c.decided_at AS at, o.person
       FROM match_check c
       JOIN occasion o ON o.n = c.occasion
       JOIN pair p ON p.id = o.pair_id
       JOIN edition e ON e.id = p.edition_id
       JOIN model m ON m.id = e.model_id
       JOIN maker k ON k.id = m.maker_id
       WHERE c.decision IS NOT NULL
       ORDER BY o.n`,
    )
    .all();
  const insert = db.prepare(
    `INSERT INTO issued (id, kind, subject, revision, content, hash, leaned_on, person, at)
     VALUES (?, ?, ?, 1, ?, ?, '{}', ?, ?)`,
  );
  for (const check of checks) {
    const issue = (kind: string, title: string) => {
      const content = contentOf(title, check);
      const hash = createHash('sha256').update(content).digest('hex');
      insert.run(idAt(check.at), kind, check.id, content, hash, check.person, check.at);
    };
    issue('decision', `${TITLES[check.decision]}: ${check.words}`);
    if (check.decision === 'return') issue('return-note', 'Return note');
  }
}
