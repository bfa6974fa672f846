/** Several editions on one comparison sheet: words, then figures with what differs, then what to measure next. */
import type { BenchDocument, DocumentPart } from './document.ts';
import {
  isWordless,
  PART_TITLES,
  plainWords,
  type SheetPart,
  type SheetWords,
} from './sheet-words.ts';

export interface ComparedFigureRow {
  name: string;
  /** What counts as noticeable: `a step is 15 g`. */
  step: string;
  /** In the order of the editions: the figure with its doubt, and how it differs in a word or two. */
  cells: { figure: string; difference: string; out: boolean }[];
}

export interface ComparisonContent {
  title: string;
  /** The size and the distance worn at which they stand. */
  under: string;
  editions: string[];
  words: SheetWords;
  /** What the set disagrees on first. */
  rows: ComparedFigureRow[];
  alike: string[];
  /** What each is made of, where they differ; `not looked` where nobody did. */
  parts: { name: string; cells: string[] }[];
  /** What each comes to in words, by edition: fit, life. */
  said: { title: string; cells: string[] }[];
  next: string[];
}

const COLUMNS: readonly SheetPart[] = ['for', 'not for', 'pros', 'cons'];

const NAME = 90;
const CELL = 80;

function tablePart(
  editions: readonly string[],
  rows: readonly { name: string; cells: readonly string[]; out?: boolean }[],
): DocumentPart {
  return {
    kind: 'table',
    columns: [
      { title: '', width: NAME },
      ...editions.map((title) => ({ title, width: CELL, figure: true })),
    ],
    rows: rows.map(({ name, cells, out = false }) => ({ cells: [name, ...cells], out })),
  };
}

const section = (title: string, parts: DocumentPart[], note?: string): DocumentPart[] =>
  parts.length > 0 ? [{ kind: 'section', title, parts, ...(note ? { note } : {}) }] : [];

/** A comparison as a document: the first edition is the yardstick. */
export function comparisonDocument(content: ComparisonContent): BenchDocument {
  const { title, under, editions, words, rows, alike, parts, said, next } = content;
  const columns = COLUMNS.flatMap((part) => {
    const blocks = words[part];
    return blocks && !isWordless(blocks) ? [{ title: PART_TITLES[part], blocks }] : [];
  });
  const typed = (['how it was tested', 'fit', 'ride', 'life', 'price'] as const).flatMap((part) => {
    const blocks = words[part];
    return blocks && !isWordless(blocks)
      ? section(PART_TITLES[part], [{ kind: 'words', blocks }])
      : [];
  });
  return {
    title,
    under,
    opposite: `${editions.length} editions, against ${editions[0] ?? 'none'}`,
    language: 'en',
    parts: [
      ...(isWordless(words.verdict)
        ? []
        : [{ kind: 'lead' as const, lines: plainWords(words.verdict ?? []).split('\n') }]),
      ...(columns.length > 0 ? [{ kind: 'columns' as const, columns }] : []),
      ...typed,
      ...section(
        'Figures',
        rows.length > 0
          ? [
              tablePart(
                editions,
                rows.map(({ name, cells }) => ({
                  name,
                  cells: cells.map(({ figure, difference }) =>
                    [figure, difference].filter(Boolean).join('; '),
                  ),
                })),
              ),
              {
                kind: 'lines',
                small: true,
                lines: [rows.map(({ name, step }) => `${name}: ${step}`).join('; ')],
              },
            ]
          : [],
        'what they disagree on first',
      ),
      ...section(
        'Alike in all',
        alike.length > 0 ? [{ kind: 'lines', lines: [`${alike.join(', ')}.`] }] : [],
      ),
      ...section(
        'In words',
        said.length > 0
          ? [
              tablePart(
                editions,
                said.map((one) => ({ name: one.title, cells: one.cells })),
              ),
            ]
          : [],
      ),
      ...section('Made otherwise', parts.length > 0 ? [tablePart(editions, parts)] : []),
      ...section(
        'Measure next',
        next.length > 0 ? [{ kind: 'lines', lines: next.map((line) => `${line}.`) }] : [],
      ),
    ],
  };
}
