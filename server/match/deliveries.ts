/** Pairs of one lot, looked at one after another; two pairs held against each other. */

import type { Delivery, HeldRecord } from '#contract/delivery-records.ts';
import { featuresOfPair, holdPairs } from '#core/match/held.ts';
import { faultsOf } from '#core/sheet/delivery-letter.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { matchWords } from '#core/wording/match-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import { measuredPair } from '../figure-book.ts';
import { labFacts } from '../lab-facts.ts';
import { evaluateStored, matchOfPair } from '../match-of-pair.ts';
import { notFound, wrongValue } from '../problems.ts';
import type { StoredPair } from '../store/pairs.ts';
import type { Stores } from '../stores.ts';
import { targetsOf, verifyTargets } from '../targets.ts';
import { tolerancesFor } from '../tolerances.ts';

/** Two pairs held against each other, by the tolerances of the first one's use. */
export function heldAgainst(stores: Stores, tag: string, other: string): HeldRecord {
  const [a, b] = [stores.pairs.byTag(tag), stores.pairs.byTag(other)];
  if (a.id === b.id) throw wrongValue('other', 'A pair is held against another one.');
  const lab = labFacts(stores);
  const edition = stores.editions.byId(a.editionId);
  const told = (pair: StoredPair) => ({
    tag: pair.tag,
    edition: editionName(stores.editions.byId(pair.editionId)),
    label: pair.label,
  });
  const features = (pair: StoredPair) => featuresOfPair(measuredPair(stores, lab, pair));
  const tolerances = tolerancesFor(stores, edition.uses);
  return {
    a: told(a),
    b: told(b),
    names: stores.matches.namesOf(edition.modelId),
    ...holdPairs(features(a), features(b), tolerances, lab.catalogue),
  };
}

function lookAt(stores: Stores, pair: StoredPair): Delivery['pairs'][number]['look'] {
  const record = matchOfPair(stores, pair);
  const check = record.checks.at(-1);
  if (!check) return null;
  const found = evaluateStored(stores, record, check);
  return {
    decision: check.decision?.decision ?? null,
    words: check.decision?.words ?? textOf(matchWords(found.verdict)),
    faults: faultsOf(found).map(textOf),
  };
}

/** What the letters of a delivery are issued under. */
export const letterSubject = (editionId: string, lot: string) => `${editionId} ${lot}`;

export function deliveryOf(
  stores: Stores,
  { edition: slug, lot }: { edition: string; lot: string },
): Delivery {
  const edition = stores.editions.bySlug(slug);
  const pairs = stores.pairs.ofEdition(edition.id).filter((pair) => pair.lot === lot);
  if (pairs.length === 0) throw notFound(`A pair of lot ${lot}`);
  return {
    edition: { id: edition.id, slug: edition.slug, name: editionName(edition) },
    lot,
    pairs: pairs.map((pair) => ({
      tag: pair.tag,
      label: pair.label,
      receivedOn: pair.receivedOn,
      from: pair.from,
      look: lookAt(stores, pair),
    })),
    targets: verifyTargets(stores, pairs, targetsOf(stores, edition.modelId)),
    letters: stores.names
      .gathered('edition', edition.id)
      .flatMap((id) => stores.issued.of(letterSubject(id, lot))),
  };
}
