/** What 0007 finds pairs and editions by, as they stand in the book. */
import type { Database } from 'better-sqlite3';

/** Runs of letters or of digits, as version 7 reads them. */
function termsOf(text: string): string {
  const plain = text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
  return (plain.match(/\p{L}+|\p{N}+/gu) ?? [])
    .map((term) => term.replace(/^0+(?=\p{N})/u, ''))
    .join(' ');
}

export function fill(db: Database): void {
  db.function('terms_of', { deterministic: true }, (text) => termsOf(String(text)));
  db.exec(`
    INSERT INTO edition_place (edition_id, terms, name, measured)
    SELECT e.id, terms_of(k.name || ' ' || m.name || ' ' || e.name),
      k.name || char(9) || m.name || char(9) || e.name,
      (SELECT count(*) FROM pair p JOIN pair_summary s ON s.pair_id = p.id
       WHERE p.edition_id = e.id AND s.readings > 0)
    FROM edition e JOIN model m ON m.id = e.model_id JOIN maker k ON k.id = m.maker_id
    ORDER BY e.rowid;

    INSERT INTO pair_place (pair_id, terms)
    SELECT p.id, terms_of(p.tag || ' ' || k.name || ' ' || m.name || ' ' || e.name || ' '
      || CASE p.label_system WHEN 'us-men' THEN 'US men' WHEN 'us-women' THEN 'US women'
           ELSE p.label_system END || ' ' || printf('%.6g', round(p.label_size, 2)))
    FROM pair p JOIN edition e ON e.id = p.edition_id JOIN model m ON m.id = e.model_id
      JOIN maker k ON k.id = m.maker_id
    ORDER BY p.rowid;`);
}
