/** How long the pairs of an edition last: ends with their causes, the curve, wear by zone, cost, break-in. */

import { group } from 'd3-array';
import { mean } from 'simple-statistics';
import type { EditionLife } from '#contract/life-records.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { testersDiffer } from '#core/wear/break-in.ts';
import { editionLife, showsLife } from '#core/wear/edition-life.ts';
import { summariseLife } from '#core/wear/end-causes.ts';
import { lifePhrase } from '#core/wording/rotation-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import { endOf } from '../pair-end.ts';
import type { WornRow } from '../store/rotation.ts';
import type { Stores } from '../stores.ts';
import { breakInsOf, zonesOf } from './wear.ts';

type LifePair = EditionLife['pairs'][number];

/** Where its first zone is through, by its line. */
function throughAt(stores: Stores, row: WornRow): number | undefined {
  const fits = zonesOf(stores, stores.pairs.byId(row.id)).flatMap(({ line }) =>
    line?.reachesLimit ? [line.reachesLimit.fit] : [],
  );
  return fits.length > 0 ? Math.min(...fits) : undefined;
}

function lifePair(stores: Stores, row: WornRow): LifePair {
  const pair = stores.pairs.byId(row.id);
  const end = endOf(stores, row);
  const price = pair.paidPrice ?? pair.listPrice;
  const until = end.how === 'in use' ? throughAt(stores, row) : end.km;
  return {
    tag: row.tag,
    testers: [...new Set(stores.wear.waysOf(row.id).map(({ tester }) => tester))],
    fromKm: row.cameWith,
    ...end,
    costPerKm: price !== null && row.km > 0 ? price / row.km : null,
    costAtEnd:
      price !== null && until !== undefined && until > 0 ? price / Math.max(until, row.km) : null,
  };
}

/** What each zone loses in 100 km, over the pairs and both shoes of an edition, where its lines fall. */
function zoneWear(stores: Stores, editionId: string): EditionLife['wear'][number] | undefined {
  const { slug, ...edition } = stores.editions.byId(editionId);
  const zones = stores.rotation
    .wornOf(editionId)
    .flatMap(({ id, tag }) =>
      zonesOf(stores, stores.pairs.byId(id)).flatMap(({ name, line }) =>
        line ? [{ tag, zone: name.replace(/, (?:left|right)$/, ''), mm: -100 * line.slope }] : [],
      ),
    );
  if (zones.length === 0) return undefined;
  return {
    slug,
    name: editionName(edition),
    pairs: new Set(zones.map(({ tag }) => tag)).size,
    zones: [...group(zones, ({ zone }) => zone)].map(([zone, own]) => ({
      zone,
      mmPer100Km: mean(own.map(({ mm }) => mm)),
    })),
  };
}

/** The newer version that is made beside it: both are worn for a while, so that they can be told apart. */
function successorOf(
  stores: Stores,
  editionId: string,
  pairs: readonly LifePair[],
): EditionLife['successor'] {
  const link = stores.lines
    .linksAround(editionId)
    .find(({ of, kind }) => of === editionId && kind === 'follows');
  if (!link) return null;
  const { slug, ...edition } = stores.editions.byId(link.edition);
  const inUse = pairs.filter(({ how }) => how === 'in use');
  const late = inUse.find(({ costAtEnd }) => costAtEnd !== null) ?? inUse[0];
  return {
    slug,
    name: editionName(edition),
    words: late
      ? `Start it while ${late.tag} is still out: both worn for some 40 km by one tester tell the difference.`
      : 'None of the old ones is in use any more: the two cannot be worn side by side.',
  };
}

export function lifeOf(stores: Stores, slug: string): EditionLife {
  const { id, ...edition } = stores.editions.bySlug(slug);
  const rows = stores.rotation.wornOf(id);
  const pairs = rows.map((row) => lifePair(stores, row));
  const ends = pairs.filter(({ ended }) => ended).length;
  const lives = pairs.map(({ km, ended, fromKm, cause }) => ({
    km,
    ended,
    fromKm,
    cause: cause ?? undefined,
  }));
  const life = showsLife(ends) ? editionLife(lives) : null;
  const breakIns = rows.flatMap(({ id: pairId, tag }) =>
    breakInsOf(stores, pairId).map((one) => ({ ...one, tag })),
  );
  const others = stores.rotation.treadEditions().filter((other) => other !== id);
  return {
    edition: { slug: edition.slug, name: editionName(edition) },
    currency: rows[0] ? stores.pairs.byId(rows[0].id).currency : '',
    pairs,
    words:
      pairs.length === 0
        ? 'None of its pairs was out yet.'
        : `${textOf(lifePhrase(summariseLife(lives)))}.`,
    curve:
      life?.at.map((km, at) => ({
        km,
        survival: life.survival[at] ?? 0,
        lower: life.lower[at] ?? null,
        upper: life.upper[at] ?? null,
      })) ?? null,
    median: life?.median ?? null,
    wear: [id, ...others].flatMap((one) => zoneWear(stores, one) ?? []),
    breakIns: breakIns.map(({ tag, tester, hours, words }) => ({ tag, tester, hours, words })),
    testersDiffer: testersDiffer(
      breakIns.flatMap(({ hours, lower, upper }) =>
        hours === null || lower === null || upper === null ? [] : [{ hours, lower, upper }],
      ),
    ),
    successor: successorOf(stores, id, pairs),
  };
}
