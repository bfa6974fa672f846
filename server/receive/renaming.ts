/** Names put right: renaming, and merging what turns out to be one and the same. */

import type { MergePlan } from '#contract/correction-records.ts';
import type { EditionRecord } from '#contract/edition-records.ts';
import { nameUses } from '#core/catalogue/disciplines.ts';
import { closesCircle, type LineLink } from '#core/sheet/version-line.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { Refusal, wrongValue } from '../problems.ts';
import type { Corrector, Edit } from '../store/corrections.ts';
import type { Named, NamedKind } from '../store/names.ts';
import type { Stores } from '../stores.ts';

const KIND_WORDS = { maker: 'maker', model: 'model', edition: 'build' } as const;

/** Two names that differ in nothing but case, spaces and signs are one. */
const plain = (name: string) => name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');

/** Gives an edition the address that its names have now. */
function readdress(stores: Stores, corrector: Corrector, editionId: string): void {
  corrector.set('edition', editionId, { slug: stores.editions.freeSlugOf(editionId) });
}

function readdressAll(stores: Stores, corrector: Corrector, kind: NamedKind, id: string): void {
  for (const editionId of stores.names.editionsOf(kind, id))
    readdress(stores, corrector, editionId);
}

/** Renames; what bore the name before it was merged away steps aside. */
export function rename(
  stores: Stores,
  corrector: Corrector,
  kind: NamedKind,
  id: string,
  name: string,
): void {
  if (name === '' && kind !== 'edition') throw wrongValue('name', `A ${kind} has a name.`);
  const named = stores.names.byId(kind, id);
  const holder = stores.names.beside(named, name);
  if (holder && holder.id !== id && holder.mergedInto === null)
    throw wrongValue(
      'name',
      `There is a ${KIND_WORDS[kind]} ${name || 'without a name'} already. If the two are the same, merge them.`,
    );
  if (holder && holder.id !== id)
    corrector.set(kind, holder.id, { name: `${holder.name} (merged)` });
  corrector.set(kind, id, { name });
  readdressAll(stores, corrector, kind, id);
}

/** What two claims have in common that are one: figure, size, basis and source. */
const termsOf = ({
  quantity,
  typed,
  label,
  statedBasis,
  source,
}: EditionRecord['claims'][number]): string =>
  JSON.stringify([quantity, typed, label, statedBasis, source]);

/** What stood to the one stands to the other, but for what would lead back to itself. */
function mergeLines(stores: Stores, corrector: Corrector, from: string, into: string): void {
  const links = stores.lines.linksAround(from);
  const rowOf = (link: LineLink) => ({
    edition_id: link.edition,
    kind: link.kind,
    of_id: link.of,
  });
  const bothEnds = [...links, ...stores.lines.linksOf(into)].filter(
    ({ edition, of }) => edition !== from && of !== from,
  );
  for (const link of links) {
    if (link.edition !== from && link.of !== from) continue;
    corrector.list('edition_kin', rowOf(link), false);
    const moved = {
      ...link,
      edition: link.edition === from ? into : link.edition,
      of: link.of === from ? into : link.of,
    };
    const isTaken = bothEnds.some(
      ({ edition, kind }) => edition === moved.edition && kind === moved.kind,
    );
    if (isTaken || closesCircle(bothEnds, moved.edition, moved.of)) continue;
    corrector.list('edition_kin', rowOf(moved), true);
    bothEnds.push(moved);
  }
  for (const { id } of stores.lines.pricesOf(from))
    corrector.set('price_seen', id, { edition_id: into });
  const made = stores.lines.stillMade(from);
  if (stores.lines.stillMade(into).stillMade === '')
    corrector.set('edition', into, { still_made: made.stillMade, made_until: made.madeUntil });
}

function mergeEditions(stores: Stores, corrector: Corrector, from: string, into: string): void {
  const [before, target] = [stores.editions.byId(from), stores.editions.byId(into)];
  for (const pair of stores.pairs.ofEdition(from))
    corrector.set('pair', pair.id, { edition_id: into });
  const known = new Set(target.claims.filter(({ withdrawn }) => withdrawn === null).map(termsOf));
  for (const claim of before.claims) {
    const { id } = claim;
    const isKnown = claim.withdrawn === null && known.has(termsOf(claim));
    corrector.set('claim', id, {
      edition_id: into,
      ...(isKnown ? { withdrawn: 'stood in both editions that were merged' } : {}),
    });
  }
  for (const { id } of before.claimTexts) corrector.set('claim_text', id, { edition_id: into });
  for (const { id } of before.reported) corrector.set('reported_figure', id, { edition_id: into });
  for (const width of before.widths)
    corrector.list('edition_width', { edition_id: into, width }, true);
  for (const colour of before.colours)
    corrector.list('edition_colour', { edition_id: into, colour }, true);
  const stated = stores.construction.ofEdition(into);
  for (const row of stores.construction.rowsOfEdition(from))
    if (stated[row.part] === undefined)
      corrector.list('edition_part', { edition_id: into, ...row }, true);
  mergeLines(stores, corrector, from, into);
  if (stores.lines.fitsTrue(from)) corrector.set('edition', into, { fits_true: 1 });
  if (before.madeIn && !target.madeIn) {
    const { system, from: least, to, halfSizes } = before.madeIn;
    corrector.set('edition', into, {
      made_system: system,
      made_from: least,
      made_to: to,
      half_sizes: Number(halfSizes),
    });
  }
  corrector.set('edition', from, { merged_into: into });
}

function mergeModels(stores: Stores, corrector: Corrector, from: string, into: string): void {
  for (const editionId of stores.names.editionsOf('model', from)) {
    const { name } = stores.editions.byId(editionId);
    const same = stores.names.inside('edition', into, name);
    if (same) mergeEditions(stores, corrector, editionId, stores.names.lead('edition', same.id));
    else {
      corrector.set('edition', editionId, { model_id: into });
      readdress(stores, corrector, editionId);
    }
  }
  const known = stores.matches.namesOf(into);
  for (const [feature, name] of Object.entries(stores.matches.namesOf(from))) {
    corrector.list('match_feature_name', { model_id: from, feature, name }, false);
    if (!(feature in known))
      corrector.list('match_feature_name', { model_id: into, feature, name }, true);
  }
  corrector.set('model', from, { merged_into: into });
}

function mergeMakers(stores: Stores, corrector: Corrector, from: string, into: string): void {
  for (const model of stores.names.modelsOf(from)) {
    const same = stores.names.inside('model', into, model.name);
    if (same) mergeModels(stores, corrector, model.id, stores.names.lead('model', same.id));
    else {
      corrector.set('model', model.id, { maker_id: into });
      readdressAll(stores, corrector, 'model', model.id);
    }
  }
  corrector.set('maker', from, { merged_into: into });
}

const MERGE = { maker: mergeMakers, model: mergeModels, edition: mergeEditions } as const;

/** Both ends of a merge, as far as they can be merged at all. */
function requireTwo(stores: Stores, kind: NamedKind, from: string, into: string): [Named, Named] {
  const ends: [Named, Named] = [stores.names.byId(kind, from), stores.names.byId(kind, into)];
  if (from === into) throw wrongValue('into', 'Nothing is merged into itself.');
  const gone = ends.find(({ mergedInto }) => mergedInto !== null);
  if (gone) throw wrongValue('into', `${gone.full} was merged into another already.`);
  return ends;
}

/** Says that two editions are two builds by their names; null: they are called the same. */
function twoBuilds(kind: NamedKind, [from, into]: readonly [Named, Named]): string | null {
  if (kind !== 'edition' || plain(from.name) === plain(into.name)) return null;
  const [a, b] = [from, into].map(({ name }) => name || 'a build without a name');
  return `By their names these are two builds: ${a}, and ${b}. A wide build, or one with another foam, is another edition: its figures do not belong with these.`;
}

/** Moves everything of one into the other. */
export function merge(
  stores: Stores,
  corrector: Corrector,
  {
    kind,
    from,
    into,
    oneBuild,
  }: { kind: NamedKind; from: string; into: string; oneBuild: boolean },
): void {
  const builds = twoBuilds(kind, requireTwo(stores, kind, from, into));
  if (builds !== null && !oneBuild)
    throw new Refusal(
      409,
      `${builds} Say that they are one, or rename first the one that was typed wrong.`,
    );
  MERGE[kind](stores, corrector, from, into);
}

/** How many rows of each kind edits move, a line each. */
function movesOf(stores: Stores, edits: readonly Edit[]): string[] {
  const moved = (table: string, column: string) => [
    ...new Set(
      edits.flatMap((edit) =>
        'table' in edit && edit.table === table && edit.column === column ? [edit.id] : [],
      ),
    ),
  ];
  const counted = (n: number, one: string, more = `${one}s`) =>
    n === 0 ? [] : [`${n} ${n === 1 ? one : more}`];
  const tags = moved('pair', 'edition_id').map((id) => stores.pairs.byId(id).tag);
  const tagWords =
    tags.length === 0 ? [] : [`${counted(tags.length, 'pair')[0]}: ${tags.join(', ')}`];
  const claims = moved('claim', 'edition_id').length + moved('claim_text', 'edition_id').length;
  const added = (...lists: string[]) =>
    edits.filter((edit) => 'list' in edit && edit.added && lists.includes(edit.list)).length;
  return [
    ...tagWords,
    ...counted(claims, 'claim'),
    ...counted(moved('reported_figure', 'edition_id').length, 'reported figure'),
    ...counted(moved('price_seen', 'edition_id').length, 'price seen', 'prices seen'),
    ...counted(
      added('edition_kin'),
      'place in the line of versions',
      'places in lines of versions',
    ),
    ...counted(added('edition_width', 'edition_colour'), 'width or colour', 'widths and colours'),
    ...counted(added('edition_part'), 'stated part'),
    ...counted(moved('edition', 'model_id').length, 'edition'),
    ...counted(moved('model', 'maker_id').length, 'model'),
    ...counted(
      moved('edition', 'merged_into').length,
      'edition that becomes one with its like',
      'editions that become one with their like',
    ),
  ];
}

const sizesOf = ({ madeIn }: EditionRecord) =>
  madeIn ? `${madeIn.system.toUpperCase()} ${madeIn.from} to ${madeIn.to}` : '';

function warningsOf(stores: Stores, kind: NamedKind, from: string, into: string): string[] {
  const pairs = stores.names.editionsOf(kind, from).flatMap((id) => stores.pairs.ofEdition(id));
  const noted = pairs.filter(({ id }) => stores.issued.isNoted(id)).map(({ tag }) => tag);
  const warnings =
    noted.length === 0
      ? []
      : [`A return note of ${noted.join(', ')} was issued: it keeps the name it was issued with.`];
  if (kind !== 'edition') return warnings;
  const [a, b] = [stores.editions.byId(from), stores.editions.byId(into)];
  if (nameUses(a.uses) !== nameUses(b.uses))
    warnings.push(`What ${editionName(b)} is made for stays: ${nameUses(b.uses)}.`);
  if (a.madeIn && b.madeIn && sizesOf(a) !== sizesOf(b))
    warnings.push(`Sizes made stay ${sizesOf(b)}; ${sizesOf(a)} is dropped.`);
  return warnings;
}

/** What a merge would do, by doing it and taking it back before anybody sees it. */
export function planMerge(stores: Stores, kind: NamedKind, from: string, into: string): MergePlan {
  const ends = requireTwo(stores, kind, from, into);
  const edits = stores.corrections.rehearse((corrector) =>
    MERGE[kind](stores, corrector, from, into),
  );
  return {
    from: ends[0].full,
    into: ends[1].full,
    moves: movesOf(stores, edits),
    warnings: warningsOf(stores, kind, from, into),
    builds: twoBuilds(kind, ends),
  };
}
