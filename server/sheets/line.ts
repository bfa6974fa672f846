/** The line of versions that an edition stands in: figures along it, and what each step changed. */

import type { z } from 'zod';
import type { placeInLine, VersionLine } from '#contract/line-records.ts';
import { describePart } from '#core/catalogue/construction.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { disagreementsOf } from '#core/claims/sources.ts';
import { LINE_QUANTITIES, type LineKind } from '#core/records/version-verdict.ts';
import { compareEditions } from '#core/sheet/comparison.ts';
import {
  adviseBuyer,
  changeOf,
  closesCircle,
  lineOf,
  oddOfWidth,
} from '#core/sheet/version-line.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { likenessChange } from '#core/wording/likeness-sentences.ts';
import { type Sentence, textOf } from '#core/wording/sentence.ts';
import { versionFindingsPhrase, writtenVersion } from '#core/wording/version-sentences.ts';
import { correct } from '../corrections.ts';
import { Refusal, wrongValue } from '../problems.ts';
import type { StoredPair } from '../store/pairs.ts';
import type { Stores } from '../stores.ts';
import { differingParts, gatherEditions, viewCell } from './comparison.ts';

type Gathered = ReturnType<typeof gatherEditions>;
type GatheredEdition = Gathered['editions'][number];
type Prices = VersionLine['editions'][number]['prices'];

/** What is shown at once of a line. */
const LONGEST_LINE = 24;

/** Prices seen, and what was paid or asked for pairs; the latest first. */
export function pricesOf(stores: Stores, id: string, stored: readonly StoredPair[]): Prices {
  const seen = stores.lines
    .pricesOf(id)
    .filter(({ withdrawn }) => withdrawn === null)
    .map(({ id: price, amount, currency, place, seenOn }) => ({
      id: price,
      amount,
      currency,
      place,
      seenOn,
    }));
  const paid = stored.flatMap((pair) => {
    const amount = pair.paidPrice ?? pair.listPrice;
    if (amount === null) return [];
    const place = [pair.from, `for ${pair.tag}`].filter(Boolean).join(', ');
    const seenOn = pair.boughtOn ?? pair.receivedOn;
    return [{ id: null, amount, currency: pair.currency, place, seenOn }];
  });
  return [...seen, ...paid].sort((a, b) => b.seenOn.localeCompare(a.seenOn));
}

/** What a step of the line changed, the newer one held against the older. */
function stepBetween(
  stores: Stores,
  { basis, lab }: Gathered,
  kind: LineKind,
  newer: GatheredEdition,
  older: GatheredEdition,
) {
  const rows = compareEditions([older, newer], basis, lab, LINE_QUANTITIES);
  const changes: VersionLine['steps'][number]['changes'] = [];
  const missing: string[] = [];
  for (const [at, quantity] of LINE_QUANTITIES.entries()) {
    const row = rows[at];
    const difference = row?.cells[1]?.difference;
    if (!row || !difference) missing.push(describeQuantity(quantity).name.toLowerCase());
    else {
      const change = changeOf(quantity, difference, row.noticeable);
      changes.push({
        ...change,
        way: likenessChange(quantity, change.direction),
        difference: difference.difference,
        U: difference.U,
        stated: row.cells.some(({ stated }) => stated !== undefined),
      });
    }
  }
  const parts = differingParts([older.made, newer.made]).flatMap(({ part, cells }) => {
    const [before, after] = cells;
    return before && after ? [{ part, before: before.answer, after: after.answer }] : [];
  });
  const [before, after] = [older, newer].map((one) => pricesOf(stores, one.id, one.stored)[0]);
  const step = {
    kind,
    changes,
    missing,
    parts: parts.map(({ part }) => describePart(part).name.toLowerCase()),
    partsKnown: older.made.length > 0 && newer.made.length > 0,
    before,
    after,
    ended: stores.lines.stillMade(older.id).stillMade === 'no',
  };
  return {
    edition: newer.edition.slug,
    of: older.edition.slug,
    kind,
    changes,
    missing,
    parts,
    price:
      before && after && before.currency === after.currency
        ? { amount: after.amount - before.amount, currency: after.currency }
        : null,
    ...writtenVersion(adviseBuyer(step)),
  };
}

/**
 * The line of an edition: one that follows nothing stands in a line of its own.
 * @param slug of any edition of the line
 */
export function buildLine(stores: Stores, slug: string): VersionLine {
  const { id } = stores.editions.bySlug(slug);
  const links = stores.lines.linksAround(id);
  const line = lineOf(links, id).slice(0, LONGEST_LINE);
  const records = line.map((one) => stores.editions.byId(one));
  const gathered = gatherEditions(
    stores,
    records.map((record) => record.slug),
    {},
  );
  const { editions, basis, lab, label } = gathered;
  const cells = compareEditions(editions, basis, lab, LINE_QUANTITIES);
  const byId = (wanted: string) => editions.find((one) => one.id === wanted);
  return {
    label,
    wornKm: basis.wornKm,
    quantities: [...LINE_QUANTITIES],
    editions: editions.map((one, at) => ({
      id: one.id,
      slug: one.edition.slug,
      name: editionName(one.edition),
      pairs: one.measured,
      ...stores.lines.stillMade(one.id),
      links: links.flatMap(({ edition, kind, of }) => {
        const other = byId(of);
        return edition === one.id && other
          ? [{ kind, slug: other.edition.slug, name: editionName(other.edition) }]
          : [];
      }),
      prices: pricesOf(stores, one.id, one.stored),
      cells: cells.flatMap((row) => {
        const cell = row.cells[at];
        return cell ? [viewCell(cell)] : [];
      }),
    })),
    steps: editions.flatMap((newer) =>
      links.flatMap(({ edition, kind, of }) => {
        const older = byId(of);
        return edition === newer.id && older
          ? [stepBetween(stores, gathered, kind, newer, older)]
          : [];
      }),
    ),
    disagreements: editions.flatMap(({ edition }) =>
      disagreementsOf(edition.claims, edition.claimTexts, lab.catalogue).map((one) => ({
        edition: edition.slug,
        ...one,
      })),
    ),
  };
}

/** Asks whether a build in another width is one, where more than its widths differs. */
function askAboutWidth(stores: Stores, slug: string, of: string): void {
  const gathered = gatherEditions(stores, [of, slug], {});
  const [older, newer] = gathered.editions;
  if (!older || !newer) return;
  const { changes, parts } = stepBetween(stores, gathered, 'width of', newer, older);
  const odd = oddOfWidth({
    changes,
    parts: parts.map(({ part }) => describePart(part).name.toLowerCase()),
  });
  if (odd.length > 0)
    throw new Refusal(
      409,
      `${editionName(newer.edition)} differs from ${editionName(older.edition)} in more than its widths: ${textOf(versionFindingsPhrase(odd))}. Is it a wide build of it all the same?`,
      [{ field: 'oddStays', message: 'it differs in more than its widths' }],
    );
}

/** Says where an edition stands in its line; one that would stand behind itself is refused. */
export function setPlace(
  stores: Stores,
  call: { change: string; params: { id: string }; body: z.output<typeof placeInLine> },
): void {
  const { id } = call.params;
  const { body } = call;
  const { slug, ...edition } = stores.editions.byId(id);
  const before = stores.lines.linksAround(id);
  const wanted = (
    [
      ['follows', 'follows', body.follows],
      ['widthOf', 'width of', body.widthOf],
      ['colourOf', 'colour of', body.colourOf],
    ] as const
  ).map(([field, kind, of]) => ({
    field,
    kind,
    of: of === '' ? undefined : stores.editions.bySlug(of),
    stood: before.find((link) => link.edition === id && link.kind === kind)?.of,
  }));
  const others = before.filter((link) => link.edition !== id);
  for (const { field, of } of wanted) {
    if (!of) continue;
    if (of.id === id) throw wrongValue(field, 'An edition does not stand behind itself.');
    if (closesCircle([...others, ...stores.lines.linksAround(of.id)], id, of.id))
      throw wrongValue(
        field,
        `${editionName(of)} stands behind ${editionName(edition)} in the line already: that would close a circle.`,
      );
  }
  const width = wanted.find(({ kind }) => kind === 'width of');
  if (width?.of && width.of.id !== width.stood && !body.oddStays)
    askAboutWidth(stores, slug, width.of.slug);
  correct(
    stores,
    call,
    { words: `Place in the line of ${editionName(edition)}`, about: [id] },
    (corrector) => {
      for (const { kind, of, stood } of wanted) {
        if (of?.id === stood) continue;
        const row = (other: string) => ({ edition_id: id, kind, of_id: other });
        if (stood !== undefined) corrector.list('edition_kin', row(stood), false);
        if (of) corrector.list('edition_kin', row(of.id), true);
      }
      corrector.set('edition', id, {
        still_made: body.stillMade,
        made_until: body.stillMade === 'no' ? body.madeUntil : null,
      });
    },
  );
}

/** The version before an edition, where it is the same shoe to its wearer. */
export function lastYearsOf(
  stores: Stores,
  slug: string,
): { slug: string; name: string; words: Sentence } | null {
  const edition = stores.editions.bySlug(slug);
  const follows = stores.lines.linksOf(edition.id).find(({ kind }) => kind === 'follows');
  if (!follows) return null;
  const { editions, steps } = buildLine(stores, slug);
  const older = editions.find((one) => one.id === follows.of);
  const step = steps.find((one) => one.edition === edition.slug && one.of === older?.slug);
  return older && step && (step.verdict.word === 'last year’s' || step.verdict.word === 'stay')
    ? { slug: older.slug, name: older.name, words: step.words }
    : null;
}
