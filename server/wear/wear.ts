/** How worn a pair is: its distance, its zones with their lines, its signs, how it opened up. */

import { group } from 'd3-array';
import type { WearOfPair } from '#contract/wear-records.ts';
import { cautionsOf, type Use } from '#core/catalogue/disciplines.ts';
import { describeQuantity, type QuantityId, SIDES } from '#core/catalogue/quantities.ts';
import { sessionFigures } from '#core/figures/pair-figure.ts';
import { WEAR_LIMITS } from '#core/limits/wear-limits.ts';
import type { WearFinding, WearVerdict } from '#core/records/wear-verdict.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { breakIn, testersDiffer } from '#core/wear/break-in.ts';
import { careAdvice } from '#core/wear/care.ts';
import { deeperTread, firstZones, TOO_LITTLE, wearLine } from '#core/wear/wear-line.ts';
import { careSentence } from '#core/wording/rotation-sentences.ts';
import { wearEvidence, wearPractice, wearTip } from '#core/wording/wear-sentences.ts';
import { measuredPair } from '../figure-book.ts';
import { labFacts } from '../lab-facts.ts';
import type { StoredPair } from '../store/pairs.ts';
import type { Stores } from '../stores.ts';
import {
  foamOf,
  judgeWear,
  keptVerdict,
  ratedLife,
  termsOfPair,
  tipsOf,
  wayOf,
} from '../wear-standing.ts';
import { plannedLook } from './plan.ts';
import { quantitiesAgainstWay } from './quantities-against-way.ts';

/** More are not shown at once. */
const MOST_OUTINGS = 200;
/** A line is not followed farther than so many times the distance worn. */
const FAR_OFF = 3;
const DAY_MS = 86_400_000;
/** Points along a fan. */
const FAN_POINTS = 24;

type Zone = WearOfPair['zones'][number];

const isTread = (quantity: string) => quantity.startsWith('tread-');

/** A verdict with each line of evidence and what practice says of it. */
function shownVerdict(verdict: WearVerdict) {
  const lines = (findings: readonly WearFinding[]) =>
    findings.map((finding) => ({
      words: wearEvidence(finding),
      practice: wearPractice(finding) ?? null,
    }));
  return {
    ...keptVerdict(verdict),
    evidenceFor: lines(verdict.evidenceFor),
    evidenceAgainst: lines(verdict.evidenceAgainst),
  };
}

/** What was measured at several distances: tread by zone, and what else wears. */
export function zonesOf(stores: Stores, pair: StoredPair): Zone[] {
  const lab = labFacts(stores);
  const { sessions } = measuredPair(stores, lab, pair);
  const { treadLimitMm: limitMm } = termsOfPair(stores, pair);
  const points = sessions.flatMap((session) => {
    const figures = sessionFigures(session);
    return SIDES.flatMap((side) =>
      Object.entries(figures[side]).flatMap(([quantity, figure]) =>
        figure && isTread(quantity)
          ? [
              {
                quantity: quantity as QuantityId,
                side,
                km: figure.basis.wornKm,
                value: figure.value,
              },
            ]
          : [],
      ),
    );
  });
  return [...group(points, ({ quantity, side }) => `${quantity} ${side}`).values()].flatMap(
    (own): Zone[] => {
      const [first] = own;
      if (!first) return [];
      const { quantity, side } = first;
      const rising = [...own].sort((a, b) => a.km - b.km);
      return [
        {
          quantity,
          side,
          name: `${describeQuantity(quantity, lab.catalogue).short}, ${side}`,
          points: rising.map(({ km, value }) => ({ km, value })),
          limit: limitMm,
          ...lineOf(rising, limitMm),
        },
      ];
    },
  );
}

/** The line through the checks of a zone, its fan beyond them, and what it says. */
function lineOf(
  points: readonly { km: number; value: number }[],
  limitMm: number,
): Pick<Zone, 'line' | 'words'> {
  const [km, depth] = [points.map((one) => one.km), points.map(({ value }) => value)];
  if (points.length < 3 || new Set(km).size < 2) return { line: null, words: TOO_LITTLE };
  const plain = wearLine(km, depth, { limitMm });
  const last = Math.max(...km);
  const end = Math.min(FAR_OFF * last, plain.reachesLimit?.latest ?? 1.5 * last);
  const { intercept, slope, predictions, reachesLimit, verdict } = wearLine(km, depth, {
    limitMm,
    predictAtKm: Array.from(
      { length: FAN_POINTS },
      (_, at) => last + (at / (FAN_POINTS - 1)) * (Math.max(end, last) - last),
    ),
  });
  const fit = reachesLimit?.fit ?? 0;
  const until = reachesLimit
    ? `${Math.round(reachesLimit.earliest)} to ${reachesLimit.latest === undefined ? 'no end that can be told' : `${Math.round(reachesLimit.latest)} km`}`
    : '';
  return {
    line: verdict
      ? null
      : { intercept, slope, fan: predictions, ...(reachesLimit ? { reachesLimit } : {}) },
    words:
      verdict ??
      (fit > FAR_OFF * last
        ? 'far from worn through'
        : `worn through at ${Math.round(fit)} km, ${until}`),
  };
}

/** How long it took each tester until it was comfortable. */
export function breakInsOf(stores: Stores, pairId: string): WearOfPair['breakIns'] {
  return [...group(stores.wear.ratingsOf(pairId), ({ tester }) => tester)].flatMap(
    ([tester, outings]): WearOfPair['breakIns'] => {
      let hours = 0;
      const rated = outings.flatMap(({ minutes, comfort }) => {
        hours += (minutes ?? 0) / 60;
        return comfort === null || minutes === null ? [] : [{ hours, comfort }];
      });
      if (rated.length === 0) return [];
      const silent = { tester, ratings: rated.length, hours: null, lower: null, upper: null };
      if (rated.length < WEAR_LIMITS.ratingsForBreakIn.value)
        return [
          {
            ...silent,
            words: `${WEAR_LIMITS.ratingsForBreakIn.value - rated.length} more ratings with their time`,
          },
        ];
      try {
        const fit = breakIn(
          rated.map((one) => one.hours),
          rated.map(({ comfort }) => comfort),
        );
        if (fit.verdict !== 'breaks in')
          return [
            {
              ...silent,
              words: fit.verdict === 'none' ? 'nothing to break in' : fit.verdict,
            },
          ];
        const { lower, upper } = fit.interval;
        return [
          {
            ...silent,
            hours: fit.hoursToPlateau,
            lower,
            upper,
            words: `${fit.hoursToPlateau.toFixed(1)} h, ${lower.toFixed(1)} to ${upper.toFixed(1)}; settles at ${fit.plateau.toFixed(1)} of 10`,
          },
        ];
      } catch (error) {
        if (!(error instanceof RangeError)) throw error;
        return [{ ...silent, words: 'cannot tell: the ratings do not vary' }];
      }
    },
  );
}

/** Care that follows from its last outing. */
function careOf(stores: Stores, { id }: StoredPair, uses: readonly Use[], today: string) {
  const last = stores.wear.outingsInTime(id).at(-1);
  if (!last) return [];
  const daysAgo = Math.round((Date.parse(today) - Date.parse(last.on)) / DAY_MS);
  return careAdvice(
    last,
    daysAgo,
    uses.some(({ discipline }) => discipline === 'dance'),
  ).map(careSentence);
}

export function wearOf(stores: Stores, tag: string, now: string): WearOfPair {
  const pair = stores.pairs.byTag(tag);
  const edition = stores.editions.byId(pair.editionId);
  const { km, u, faults } = wayOf(stores, pair);
  const zones = zonesOf(stores, pair);
  const checks = stores.wear.checksOf(pair.id);
  const early = new Set(stores.wear.earliest(pair.id, WEAR_LIMITS.newFeelOutings.value));
  const namesAt = stores.namedParts.namesIn(pair.id);
  const breakIns = breakInsOf(stores, pair.id);
  const today = now.slice(0, 10);
  const { plan } = termsOfPair(stores, pair);
  const look = plannedLook(stores, { ...pair, km }, plan, today);
  const life = ratedLife(stores, pair);
  const price = pair.paidPrice ?? pair.listPrice;
  return {
    pair: {
      id: pair.id,
      tag: pair.tag,
      label: pair.label,
      receivedOn: pair.receivedOn,
      receivedKm: pair.wornKm,
    },
    edition: { slug: edition.slug, name: editionName(edition) },
    foam: foamOf(stores, edition.id),
    cautions: cautionsOf(edition.uses, stores.uses.all()),
    km,
    u,
    faults: [
      ...faults,
      ...zones.flatMap(({ name, points }) => {
        const odd = deeperTread(points);
        return odd ? [`${name}: ${odd}`] : [];
      }),
    ],
    ratedLifeKm: life.km,
    lifeFactors: life.parts,
    outings: stores.wear.outingsOf(pair.id, MOST_OUTINGS).map(({ pairId: _, ...outing }) => ({
      ...outing,
      placed: namesAt(outing.on),
      showroom: early.has(outing.id),
    })),
    wearers: stores.wear.wearersOf(pair.id),
    notes: stores.wear.notesOf(pair.id),
    outingsInAll: stores.wear.countOutings(pair.id),
    odometers: stores.wear.odometersOf(pair.id),
    checks: checks.map((check) => ({ ...check, placed: namesAt(check.at) })),
    decisions: stores.wear.decisionsOf(pair.id),
    judged: shownVerdict(judgeWear(stores, pair)),
    tips: tipsOf(stores, pair).map((tip) => ({ when: wearTip(tip), answer: tip.answer })),
    zones,
    first:
      firstZones(
        zones.map(({ name, line }) => ({ zone: name, reachesLimit: line?.reachesLimit })),
      ) ?? null,
    breakIns,
    testersDiffer: testersDiffer(
      breakIns.flatMap(({ hours, lower, upper }) =>
        hours === null || lower === null || upper === null ? [] : [{ hours, lower, upper }],
      ),
    ),
    nextLook: { by: look.plan.by, at: look.at, now: look.now, on: look.on ?? null },
    care: careOf(stores, pair, edition.uses, today),
    quantities: quantitiesAgainstWay(stores, pair),
    costPerKm: price !== null && km > 0 ? { amount: price / km, currency: pair.currency } : null,
  };
}
