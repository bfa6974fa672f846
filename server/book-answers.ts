/**
 * What a book answers besides figures: sheets, comparisons, claims, matches, try-ons, suitability, choices, wear, life,
 * rotation, sizing. Each leaf of an answer is a row, named by the records it stands under, so that a difference says
 * where it is.
 */
import { createHash } from 'node:crypto';
import type { Lab } from '#contract/lab-records.ts';
import { DISCIPLINES } from '#core/catalogue/disciplines.ts';
import type { BookFigures, Get } from './book-figures.ts';

/** A list of more records is told by its number and hash: points of a line, outings. */
const MOST_RECORDS = 12;
/** Identifiers differ from lab to lab, and say nothing. */
const UNCOMPARED = new Set(['id', 'pairId', 'editionId', 'modelId', 'version']);

/** A text whose identifiers say that they are some. */
const nameless = (text: string): string =>
  text.replace(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g, 'id');

/** What is hashed of a list. */
const withoutIds = (value: unknown): string =>
  nameless(JSON.stringify(value, (key, inner) => (UNCOMPARED.has(key) ? undefined : inner)));

type Leaf = number | string | null;
const isLeaf = (value: unknown): value is Leaf | boolean | undefined =>
  value === null || typeof value !== 'object';
const asLeaf = (value: unknown): Leaf =>
  typeof value === 'string'
    ? nameless(value)
    : value === undefined
      ? null
      : typeof value === 'boolean'
        ? Number(value)
        : (value as Leaf);

/** What a record of a list goes by, where it has a name. */
function nameIn(record: object, place: number): string {
  const named = record as Record<string, unknown>;
  const name = ['tag', 'slug', 'use', 'quantity', 'name', 'aspect', 'what']
    .map((key) => named[key])
    .find((value) => typeof value === 'string');
  return name === undefined ? String(place + 1) : String(name);
}

function addLeaves(rows: BookFigures, path: string, value: unknown): void {
  if (isLeaf(value)) rows[path] = [asLeaf(value)];
  else if (!Array.isArray(value)) {
    for (const [key, inner] of Object.entries(value as object))
      if (!UNCOMPARED.has(key)) addLeaves(rows, `${path} / ${nameless(key)}`, inner);
  } else if (value.every(isLeaf)) rows[path] = value.map(asLeaf);
  else if (value.length > MOST_RECORDS)
    rows[path] = [
      value.length,
      createHash('sha256').update(withoutIds(value)).digest('hex').slice(0, 16),
    ];
  else {
    const names = value.map(nameIn);
    value.forEach((record, place) => {
      // Two of one name, such as the zones of both shoes, are told apart by their place.
      const isShared = names.indexOf(names[place] ?? '') !== names.lastIndexOf(names[place] ?? '');
      addLeaves(rows, `${path} / ${names[place]}${isShared ? ` ${place + 1}` : ''}`, record);
    });
  }
}

/** Conversations of which every part is answered. */
const ASKED: readonly Record<string, string>[] = [
  {},
  { matters: 'long life,a low price' },
  { matters: 'grip', risk: 'none', load: 'a heavy pack' },
];

/**
 * Adds the answers of every pair, edition, use and tester of a book.
 * @param slugs editions of which a pair was here
 */
export async function addAnswers(
  get: Get,
  rows: BookFigures,
  { lab, slugs, tags }: { lab: Lab; slugs: readonly string[]; tags: readonly string[] },
): Promise<void> {
  const add = async (name: string, path: string) => addLeaves(rows, name, await get(path));
  for (const tag of tags) {
    await add(`match ${tag}`, `/api/pairs/${tag}/match`);
    await add(`fit ${tag}`, `/api/pairs/${tag}/fit`);
    await add(`wear ${tag}`, `/api/pairs/${tag}/wear`);
  }
  for (const slug of slugs) {
    await add(`sheet ${slug}`, `/api/sheets/${slug}`);
    await add(`suits ${slug}`, `/api/editions/${slug}/suits`);
    await add(`sizing ${slug}`, `/api/editions/${slug}/deviation`);
    await add(`life ${slug}`, `/api/editions/${slug}/life`);
    await add(`versions ${slug}`, `/api/editions/${slug}/line`);
    await add(`similar to ${slug}`, `/api/shelf/like/${slug}`);
  }
  // Each beside the two after it: as words, with what is converted and what is refused.
  for (const [place, slug] of slugs.entries()) {
    const beside = [slug, ...slugs.slice(place + 1, place + 3)];
    if (beside.length > 1)
      await add(`comparison ${beside.join(', ')}`, `/api/comparison?editions=${beside.join(',')}`);
  }
  await add('all models', '/api/shelf');
  for (const use of DISCIPLINES)
    for (const asked of ASKED)
      await add(
        `choice ${use} ${Object.values(asked).join(' ')}`.trim(),
        `/api/choice?${new URLSearchParams({ use, ...asked })}`,
      );
  for (const { code } of lab.people) await add(`rotation ${code}`, `/api/testers/${code}/rotation`);
  await add('due', '/api/due');
}
