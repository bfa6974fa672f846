/** The pairs of a tester: what each is for, which goes out tomorrow, when each ends. */

import type { PairJob, Rotation } from '#contract/life-records.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { careAdvice } from '#core/wear/care.ts';
import { dueDay, paceOf } from '#core/wear/check-plan.ts';
import {
  dueToRetire,
  pairsForTomorrow,
  type RotationPair,
  type RotationQuestion,
  sameJobs,
  spreadOf,
} from '#core/wear/rotation.ts';
import { lifeFactor, wearTerms } from '#core/wear/wear-terms.ts';
import {
  careSentence,
  newPairSentence,
  sameJobSentence,
  writtenRotationChoice,
} from '#core/wording/rotation-sentences.ts';
import type { Stores } from '../stores.ts';

const DAY_MS = 86_400_000;
const NO_JOB: PairJob = { purposes: [], surfaces: [], season: '', iceOnly: false, ceilingKm: null };

type RotatedPair = Rotation['pairs'][number];

function pairInRotation(stores: Stores, tester: string, id: string, today: string): RotatedPair {
  const pair = stores.pairs.byId(id);
  const edition = stores.editions.byId(pair.editionId);
  const row = stores.pairRows.byTag(pair.tag);
  const changes = stores.thresholds.changes();
  const job = stores.rotation.jobOf(id) ?? {
    ...NO_JOB,
    purposes: edition.uses.map(({ discipline }) => discipline),
  };
  const outings = stores.wear.outingsInTime(id);
  const { ratedLifeKm } = wearTerms(changes, edition.uses[0]?.discipline ?? '');
  const { factor } = lifeFactor(changes, outings);
  const km = stores.wear.kmOf(id) ?? pair.wornKm;
  const endKm = job.ceilingKm ?? factor * ratedLifeKm.high;
  const pace = paceOf(
    outings.map((outing) => ({ on: outing.on, amount: outing.km })),
    today,
  );
  const own = outings.filter((outing) => outing.tester === tester);
  const last = outings.at(-1);
  const price = pair.paidPrice ?? pair.listPrice;
  const { heelMm, forefootMm } = row;
  return {
    ...job,
    id,
    tag: pair.tag,
    slug: edition.slug,
    edition: editionName(edition),
    km,
    endKm,
    endOn: dueDay({ at: endKm, now: km, pace, today }) ?? null,
    lastOn: own.at(-1)?.on ?? null,
    dropMm: heelMm !== null && forefootMm !== null ? heelMm - forefootMm : null,
    heelStackMm: heelMm,
    answer: row.wear?.answer ?? null,
    costPerKm: price !== null && km > 0 ? price / km : null,
    currency: pair.currency,
    care: last
      ? careAdvice(
          last,
          Math.round((Date.parse(today) - Date.parse(last.on)) / DAY_MS),
          edition.uses.some(({ discipline }) => discipline === 'dance'),
        ).map(careSentence)
      : [],
  };
}

const asRotated = ({ endKm, ...pair }: RotatedPair): RotationPair => ({
  ...pair,
  ceilingKm: endKm,
});

export function rotationOf(
  stores: Stores,
  tester: string,
  asked: Omit<RotationQuestion, 'on'> & { without: string },
  today: string,
): Rotation {
  const on = new Date(Date.parse(today) + DAY_MS).toISOString().slice(0, 10);
  const pairs = stores.wear
    .pairsOf(tester)
    .map(({ id }) => pairInRotation(stores, tester, id, today));
  // What if this one were retired?
  const left = pairs.filter(({ tag }) => tag !== asked.without).map(asRotated);
  return {
    tester,
    on,
    pairs,
    tomorrow: pairsForTomorrow(left, { ...asked, on }).map(writtenRotationChoice),
    sameJobs: sameJobs(left).map(sameJobSentence),
    drops: spreadOf(left.map(({ dropMm }) => dropMm)) ?? null,
    stacks: spreadOf(left.map(({ heelStackMm }) => heelStackMm)) ?? null,
    words: newPairSentence(dueToRetire(left)),
  };
}
