/** What a line of a table does to the book, kind by kind. */

import { v7 as newId } from 'uuid';
import type { z } from 'zod';
import { claimRecords, claimTextRecords } from '#contract/claim-records.ts';
import { claimFields, editionFields, reportedFields } from '#contract/edition-records.ts';
import { ACQUISITIONS, pairFields } from '#contract/pair-records.ts';
import type { TableRow } from '#contract/table-columns.ts';
import type { TableKind } from '#contract/table-kinds.ts';
import { outingFields } from '#contract/wear-records.ts';
import type { ClaimedQuantityId } from '#core/catalogue/claimed-quantities.ts';
import { describeQuantity, type QuantityId } from '#core/catalogue/quantities.ts';
import { readClaimFigure, readClaims } from '#core/claims/claim-text.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { readLabel } from '#core/sizing/printed-label.ts';
import { nameLabel, type SizeLabel } from '#core/sizing/size-label.ts';
import { keepOutings, planOutings } from '../outings.ts';
import { Refusal, schemaFaults, wrongValue } from '../problems.ts';
import type { Stores } from '../stores.ts';

export interface Outcome {
  state: 'new' | 'there';
  words: string;
}

type Texts = TableRow['texts'];
type Write = (row: TableRow) => Outcome;

const listOf = (text: string | undefined) =>
  (text ?? '')
    .split(/[;,|]/)
    .map((part) => part.trim())
    .filter(Boolean);

function labelOf(text: string | undefined, field: string): SizeLabel | null {
  if (text === undefined) return null;
  const read = readLabel(text);
  if (!read.ok) throw wrongValue(field, read.fault.message);
  return read.value;
}

/** Reads by the schema that a form of the same would be read by. */
function checked<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const read = schema.safeParse(value);
  if (read.success) return read.data;
  throw new Refusal(422, 'A value is wrong', schemaFaults(read.error));
}

/** An edition by the names of a line; a build without a name is the model itself. */
function findEdition(stores: Stores, { maker = '', model = '', edition = '' }: Texts) {
  const { editions } = stores.editionRows.names({ maker, model });
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
  const found = editions.find((row) => same(row.name, edition));
  return { found, beside: editions };
}

function requireEdition(stores: Stores, texts: Texts) {
  const { found, beside } = findEdition(stores, texts);
  if (found) return stores.editions.bySlug(found.slug);
  const called = [texts.maker, texts.model, texts.edition].filter(Boolean).join(' ');
  throw wrongValue(
    'model',
    beside.length > 0
      ? `${called} is not in the book; of this model there are ${beside.map(({ name }) => name || 'one without a name').join(', ')}.`
      : `${called} is not in the book. Bring it in as an edition first.`,
  );
}

/** Figures of a line as claims of their maker. */
function claimsIn({ figures, texts }: TableRow) {
  const label = labelOf(texts.size, 'size');
  const source = texts.source ?? 'table';
  return figures.map(({ quantity, typed }) => {
    const said = readClaimFigure(quantity as ClaimedQuantityId, typed);
    if (!said)
      throw wrongValue(
        quantity,
        `“${typed}” is no figure of ${describeQuantity(quantity as QuantityId).name.toLowerCase()}; a claim reads as 31 mm or 10.9 oz do.`,
      );
    return checked(claimFields, {
      id: newId(),
      quantity,
      typed,
      value: said.value,
      halfWidth: said.halfWidth,
      label,
      source,
    });
  });
}

const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

function writeEdition(stores: Stores, row: TableRow): Outcome {
  const { texts } = row;
  const claims = claimsIn(row);
  const known = stores.uses.all();
  const uses = listOf(texts.use).map((said) => ({
    discipline: known.find(({ name }) => name.toLowerCase() === said.toLowerCase())?.name ?? said,
    speciality: '',
  }));
  const fields = checked(editionFields, {
    name: texts.edition ?? '',
    widths: listOf(texts.widths),
    colours: listOf(texts.colours),
    uses,
  });
  stores.uses.require(fields.uses);
  const before = findEdition(stores, texts).found;
  const { id } = stores.editions.findOrMake({
    maker: { id: newId(), name: texts.maker ?? '' },
    model: { id: newId(), name: texts.model ?? '' },
    edition: { ...fields, id: newId() },
  });
  const added = stores.editions.addClaims(id, { claims }).length;
  const name = editionName(stores.editions.byId(id));
  const stated = added > 0 ? `, ${counted(added, 'claim', 'claims')}` : '';
  return before && added === 0
    ? { state: 'there', words: `${name} is in the book already` }
    : { state: 'new', words: before ? `${name}${stated}` : `${name}, new${stated}` };
}

function writeClaims(stores: Stores, row: TableRow): Outcome {
  const edition = requireEdition(stores, row.texts);
  const source = row.texts.source ?? 'table';
  const read = readClaims(row.texts.said ?? '');
  const claims = [...claimsIn(row), ...claimRecords(read, source, newId)];
  const claimTexts = claimTextRecords(read, source, newId);
  if (claims.length + claimTexts.length === 0)
    throw wrongValue('said', 'There is no claim on this line.');
  const added = stores.editions.addClaims(edition.id, { claims, claimTexts }).length;
  const name = editionName(edition);
  return added === 0
    ? { state: 'there', words: `${name}: all of it is claimed already` }
    : { state: 'new', words: `${name}: ${counted(added, 'claim', 'claims')}` };
}

function writeReported(stores: Stores, { texts, figures }: TableRow): Outcome {
  const edition = requireEdition(stores, texts);
  if (figures.length === 0) throw wrongValue('figures', 'There is no figure on this line.');
  const label = labelOf(texts.size, 'size');
  const catalogue = stores.lab.catalogue();
  const known = edition.reported.filter(({ withdrawn }) => withdrawn === null);
  let added = 0;
  for (const { quantity, typed } of figures) {
    const figure = checked(reportedFields, {
      id: newId(),
      quantity,
      typed,
      label,
      basis: texts.basis ?? '',
      source: texts.source ?? '',
      dated: texts.dated ?? null,
    });
    const isKnown = known.some(
      (one) =>
        one.quantity === quantity &&
        one.typed === typed &&
        one.source === figure.source &&
        one.dated === figure.dated,
    );
    if (isKnown) continue;
    try {
      stores.editions.addReported(edition.id, figure);
    } catch (error) {
      // Named by its column, not by the field of a form.
      if (error instanceof Refusal)
        throw wrongValue(describeQuantity(quantity as QuantityId, catalogue).name, error.message);
      throw error;
    }
    added += 1;
  }
  const name = editionName(edition);
  return added === 0
    ? { state: 'there', words: `${name}: all of it is reported already` }
    : { state: 'new', words: `${name}: ${counted(added, 'figure', 'figures')} of ${texts.source}` };
}

/** How a pair came, as tables say it. */
const CAME: Readonly<Record<string, (typeof ACQUISITIONS)[number]>> = {
  bought: 'bought',
  purchased: 'bought',
  buy: 'bought',
  loaned: 'loaned',
  loan: 'loaned',
  lent: 'loaned',
  borrowed: 'loaned',
  gifted: 'gifted',
  gift: 'gifted',
  given: 'gifted',
  sample: 'gifted',
  free: 'gifted',
};

function writePair(stores: Stores, { texts }: TableRow): Outcome {
  const came = CAME[(texts.came ?? 'bought').toLowerCase()];
  if (!came)
    throw wrongValue('came', `“${texts.came}” is no way a pair comes: ${ACQUISITIONS.join(', ')}.`);
  const tag = texts.tag ?? stores.pairs.freeTag(texts.maker ?? '', texts.model ?? '');
  const fields = checked(pairFields, {
    tag,
    label: labelOf(texts.size, 'size'),
    width: texts.width ?? '',
    colour: texts.colour ?? '',
    acquisition: came,
    from: texts.from ?? '',
    orderNumber: '',
    boughtOn: null,
    currency: (texts.currency ?? 'EUR').toUpperCase(),
    listPrice: texts.list === undefined ? null : Number(texts.list),
    paidPrice: texts.paid === undefined ? null : Number(texts.paid),
    receivedOn: texts.received,
    returnBy: null,
    wornKm: texts.worn === undefined ? 0 : Number(texts.worn),
    note: texts.note ?? '',
    lot: '',
  });
  const known = stores.pairs.isTag(fields.tag) ? stores.pairs.byTag(fields.tag) : undefined;
  const { found } = findEdition(stores, texts);
  if (known) {
    const same =
      found?.id === known.editionId && nameLabel(known.label) === nameLabel(fields.label);
    if (same) return { state: 'there', words: `${fields.tag} is in the book already` };
    throw wrongValue(
      'tag',
      `${fields.tag} is another pair in this book. Give this one another tag.`,
    );
  }
  const { id } = stores.editions.findOrMake({
    maker: { id: newId(), name: texts.maker ?? '' },
    model: { id: newId(), name: texts.model ?? '' },
    edition: { ...checked(editionFields, { name: texts.edition ?? '' }), id: newId() },
  });
  stores.pairs.add(newId(), id, fields);
  const name = editionName(stores.editions.byId(id));
  return {
    state: 'new',
    words: `${fields.tag}, ${name}, ${nameLabel(fields.label)}${found ? '' : ' (a new edition)'}`,
  };
}

function writeOuting(stores: Stores, { texts }: TableRow, now: string): Outcome {
  const optional = (name: string) => (texts[name] === undefined ? null : Number(texts[name]));
  const fields = checked(outingFields, {
    id: newId(),
    tester: texts.tester,
    on: texts.on,
    typed: texts.distance,
    minutes: optional('minutes'),
    surfaces: (texts.surfaces ?? '').split(/[\s;,+]+/).filter(Boolean),
    wet: texts.ground ?? '',
    activity: texts.activity ?? '',
    effort: texts.effort ?? '',
    temperature: optional('temperature'),
    comfort: optional('comfort'),
    ratings: {},
    beganAt: null,
    faults: [],
    note: texts.note ?? '',
  });
  const tag = (texts.pair ?? '').toUpperCase();
  const plan = planOutings(stores, [{ tag, fields }], now);
  const [fault] = plan.faults;
  if (fault) throw wrongValue(fault.field, fault.message);
  keepOutings(stores, plan, now);
  const words = `${tag}, ${fields.tester}, ${fields.on}, ${fields.typed}`;
  return plan.alreadyThere > 0
    ? { state: 'there', words: `${words}: kept already` }
    : { state: 'new', words };
}

/** What writes a line of each kind: it refuses what cannot stand, and says what it did. */
export const tableWriters = (stores: Stores, now: string): Record<TableKind, Write> => ({
  editions: (row) => writeEdition(stores, row),
  claims: (row) => writeClaims(stores, row),
  reported: (row) => writeReported(stores, row),
  pairs: (row) => writePair(stores, row),
  outings: (row) => writeOuting(stores, row, now),
});
