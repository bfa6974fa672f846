/** The walk along a shoe: what was said of its parts, and what that means beside its figures. */

import type { Walk } from '#contract/construction-records.ts';
import { SHOE_PARTS } from '#core/catalogue/construction.ts';

import { type Answers, exclusionsIn, madeOf } from '#core/construction/made-of.ts';

import { editionName } from '#core/sizing/edition-name.ts';
import { madeOfEdition, meantBy, meantOfPair } from '../construction.ts';
import { measuredPair } from '../figure-book.ts';
import { labFacts } from '../lab-facts.ts';
import { wrongValue } from '../problems.ts';

import type { Stores } from '../stores.ts';

const asRows = (answers: Answers) =>
  SHOE_PARTS.flatMap(({ id }) => {
    const answer = answers[id];
    return answer === undefined ? [] : [{ part: id, answer }];
  });

export function walkOf(stores: Stores, tag: string): Walk {
  const pair = stores.pairs.byTag(tag);
  const edition = stores.editions.byId(pair.editionId);
  const lab = labFacts(stores);
  const kin = stores.pairs.ofEdition(edition.id).filter(({ leftOut }) => leftOut === null);
  const siblings: Walk['siblings'] = [];
  for (const other of kin.filter(({ id }) => id !== pair.id))
    for (const row of asRows(stores.construction.ofPair(other.id)))
      if (!siblings.some(({ part }) => part === row.part))
        siblings.push({ ...row, tag: other.tag });
  const own = stores.construction.ofPair(pair.id);
  const stated = stores.construction.ofEdition(edition.id);
  return {
    pair: { id: pair.id, tag: pair.tag, label: pair.label },
    edition: { id: edition.id, slug: edition.slug, name: editionName(edition) },
    uses: edition.uses,
    seen: asRows(own),
    stated: asRows(stated),
    siblings,
    claims: edition.claimTexts.flatMap(({ id, part, text, source, mark, withdrawn }) =>
      withdrawn === null && part ? [{ id, part, text, source, mark }] : [],
    ),
    pictures: stores.photographs
      .of({ subjectKind: 'pair', subjectId: pair.id })
      .map(({ caption }) => caption),
    made: madeOfEdition(stores, edition.id, kin),
    meant: meantBy(
      stores,
      lab,
      madeOf([{ tag: pair.tag, seen: own }], stated),
      meantOfPair(measuredPair(stores, lab, pair)),
      edition,
    ),
  };
}

/** Refuses an answer that excludes another one said in the same way. */
export function refuseExclusions(answers: Answers, changed: Answers): void {
  const before = new Set(exclusionsIn(answers));
  const [fault] = exclusionsIn({ ...answers, ...changed }).filter((line) => !before.has(line));
  if (fault) throw wrongValue('answer', `${fault}.`);
}
