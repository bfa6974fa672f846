/** What a link shows: of a tester the pairs, outings, try-ons and notes of that tester and of nobody else. */
import type { HallView, PairsHall, TestersHall } from '#contract/hall-records.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { outcomeThatStands } from '../fit-outcome.ts';
import type { StoredOuting } from '../store/wear.ts';
import type { Stores } from '../stores.ts';

const MOST_OUTINGS = 60;
const MOST_TRY_ONS = 20;

export interface HallTerms {
  stores: Stores;
  now: string;
  isPrivate: boolean;
}

/** An outing without what the tester's page does not show. */
export function shownOuting(stores: Stores, outing: StoredOuting) {
  const { tester: _, halfKm: __, withdrawn, ...shown } = outing;
  return {
    ...shown,
    tag: stores.pairs.byId(outing.pairId).tag,
    withdrawn: withdrawn !== null,
  };
}

function testersView({ stores, now, isPrivate }: HallTerms, tester: string): TestersHall {
  const pairs = stores.wear.pairsOf(tester);
  const tryOns = stores.tryOns.ofTester(tester);
  return {
    kind: 'tester',
    tester,
    now,
    isPrivate,
    pairs: pairs.map(({ id, tag, km, cameWith, lastOn }) => {
      const { editionId, label } = stores.pairs.byId(id);
      return {
        id,
        tag,
        name: editionName(stores.editions.byId(editionId)),
        label,
        km: km ?? cameWith,
        lastOn,
        askTryOn: !tryOns.some((tryOn) => tryOn.pairId === id),
      };
    }),
    outings: stores.wear
      .ofTester(tester, MOST_OUTINGS)
      .map((outing) => shownOuting(stores, outing)),
    tryOns: tryOns.slice(0, MOST_TRY_ONS).map((tryOn) => ({
      id: tryOn.id,
      tag: tryOn.tag,
      at: tryOn.at,
      words: outcomeThatStands(tryOn).words,
    })),
    notes: stores.wear.notesByTester(tester),
  };
}

function pairsView({ stores, now, isPrivate }: HallTerms, pairId: string): PairsHall {
  const { id, tag, editionId } = stores.pairs.byId(pairId);
  return {
    kind: 'pair',
    now,
    isPrivate,
    pair: { id, tag, name: editionName(stores.editions.byId(editionId)) },
    pictures: stores.photographs.of({ subjectKind: 'pair', subjectId: id }).length,
  };
}

export function hallView(
  terms: HallTerms,
  link: { tester: string | null; pairId: string | null },
): HallView {
  return link.tester !== null
    ? testersView(terms, link.tester)
    : pairsView(terms, link.pairId ?? '');
}
