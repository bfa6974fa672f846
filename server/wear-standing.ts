/** What stands of a pair's wear: its distance, what its signs come to, what was decided; kept for its rows. */

import type { WearTip, WearVerdict } from '#core/records/wear-verdict.ts';
import { type PairWay, pairWay } from '#core/wear/odometer.ts';
import { judgeRetirement, type RetirementQuestion } from '#core/wear/retirement.ts';
import { lifeFactor, type WearTerms, wearTerms } from '#core/wear/wear-terms.ts';
import { whatTips } from '#core/wear/what-tips.ts';
import { textOf } from '#core/wording/sentence.ts';
import { wearDecided, wearSentence, writtenWear } from '#core/wording/wear-sentences.ts';
import { madeOfEdition } from './construction.ts';
import type { StoredPair } from './store/pairs.ts';
import type { Stores } from './stores.ts';

/** How far a pair was worn by now. */
export const wayOf = (stores: Stores, pair: Pick<StoredPair, 'id' | 'wornKm'>): PairWay =>
  pairWay(pair.wornKm, stores.wear.totalsOf(pair.id), stores.wear.waysOf(pair.id));

/** The foam, as the walk along its pairs says. */
export function foamOf(stores: Stores, editionId: string): string {
  const pairs = stores.pairs.ofEdition(editionId).filter(({ leftOut }) => leftOut === null);
  return madeOfEdition(stores, editionId, pairs).find(({ part }) => part === 'foam')?.answer ?? '';
}

/** The lines of wear that hold for a pair: those of its edition's first use. */
export function termsOfPair(stores: Stores, pair: Pick<StoredPair, 'editionId'>): WearTerms {
  const [use] = stores.editions.byId(pair.editionId).uses;
  return wearTerms(stores.thresholds.changes(), use?.discipline ?? '');
}

/** How far it is rated for, after the user's factors for who wore it and where. */
export function ratedLife(stores: Stores, pair: Pick<StoredPair, 'id' | 'editionId'>) {
  const { low, high } = termsOfPair(stores, pair).ratedLifeKm;
  const outings = stores.wear.outingsInTime(pair.id);
  const { factor, parts } = lifeFactor(stores.thresholds.changes(), outings);
  return { km: { low: factor * low, high: factor * high }, factor, parts };
}

/** What is known of a pair for the question whether it goes on: of all looks that stand. */
function questionOf(stores: Stores, pair: StoredPair): RetirementQuestion {
  const signs = stores.wear
    .checksOf(pair.id)
    .filter(({ withdrawn }) => withdrawn === null)
    .flatMap((check) => check.signs);
  return {
    km: wayOf(stores, pair).km,
    signs,
    foam: foamOf(stores, pair.editionId),
    ratedLifeKm: ratedLife(stores, pair).km,
  };
}

/** What the signs of all wear checks mean; a check that was wrong is withdrawn. */
export const judgeWear = (stores: Stores, pair: StoredPair): WearVerdict =>
  judgeRetirement(questionOf(stores, pair));

/** A verdict as it is kept with a decision: its sentences, and the signs for an end as data. */
export function keptVerdict(verdict: WearVerdict) {
  const signs = verdict.evidenceFor.flatMap((finding) => ('sign' in finding ? [finding.sign] : []));
  return { ...writtenWear(verdict), signs };
}

/** What would lead to a stricter answer for a pair. */
export const tipsOf = (stores: Stores, pair: StoredPair): WearTip[] =>
  whatTips(questionOf(stores, pair));

/** Brings the row of a pair to what stands. */
export function publishWear(stores: Stores, pairId: string): void {
  const pair = stores.pairs.byId(pairId);
  const decision = stores.wear.decisionsOf(pairId).find(({ withdrawn }) => withdrawn === null);
  const known =
    decision !== undefined ||
    stores.wear.checksOf(pairId).length > 0 ||
    stores.wear.countOutings(pairId) > 0 ||
    stores.wear.odometersOf(pairId).length > 0;
  if (!known) {
    stores.wear.setStanding(pairId, { km: null, answer: null, words: null });
    return;
  }
  const judged = judgeWear(stores, pair);
  const { km } = wayOf(stores, pair);
  stores.wear.setStanding(pairId, {
    km,
    answer: decision?.answer ?? judged.answer,
    words: textOf(decision ? wearDecided(decision.answer) : wearSentence(judged)),
  });
}
