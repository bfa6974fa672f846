/** The reviewer's desk, gathered from wishes, second looks, pairs that wait, and the shelf. */

import type { Desk } from '#contract/desk-records.ts';
import { DISCIPLINES, describeDiscipline } from '#core/catalogue/disciplines.ts';
import { balanceOf, canCompare, nextReviews } from '#core/choose/next-review.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import {
  balanceSentence,
  reviewPricePhrase,
  reviewReasonPhrase,
} from '#core/wording/choice-sentences.ts';
import type { Stores } from '../stores.ts';
import type { ShelfSource } from './suits.ts';

const MOST_NEXT = 12;

export function deskOf(stores: Stores, shelf: ShelfSource, today: string): Desk {
  const { kept, waiting } = shelf();
  const rows = [...kept.values()].flatMap(({ row }) => row ?? []);
  const uses = stores.uses.all();
  const isMeasured = (row: (typeof rows)[number]) =>
    Object.values(row.figures).some(
      ({ evidence }) =>
        evidence === 'measured' || evidence === 'carried' || evidence === 'converted',
    );
  const shipped = (name: string) => describeDiscipline(name, uses).copiedFrom ?? name;
  const ofUse = DISCIPLINES.map((use) => {
    const known = rows.filter((row) =>
      row.uses.some(({ discipline }) => shipped(discipline) === use),
    );
    const measured = known.filter(isMeasured);
    return { use, known, measured };
  }).filter(({ known }) => known.length > 0);
  const looks = stores.rotation.looks();
  const nameOf = (slug: string) =>
    rows.find((row) => row.slug === slug)?.name ?? editionName(stores.editions.bySlug(slug));
  const worn = new Map(stores.rotation.worn().map(({ id, km }) => [id, km] as const));
  const looksDue = looks.map(({ slug, tag, what, on, atKm, pairId }) => ({
    name: nameOf(slug),
    slug,
    tag: tag ?? '',
    what,
    on,
    late: (on !== null && on <= today) || (atKm !== null && (worn.get(pairId ?? '') ?? 0) >= atKm),
  }));
  const wishes = stores.wishes.all().filter(({ closed }) => closed === null);
  const purse = stores.lab.purse();
  const next = nextReviews(
    {
      wanted: wishes.map((wish) => ({
        name: editionName(wish),
        slug: wish.editionSlug,
        kind: wish.kind,
        why: wish.why,
        whom: wish.whom,
        dueOn: wish.dueOn,
      })),
      looks: looksDue,
      gaps: ofUse
        .filter(({ measured }) => !canCompare(measured.length))
        .map(({ use, known, measured }) => ({
          use,
          measured: measured.length,
          stated: known
            .filter((row) => !isMeasured(row))
            .sort(
              (a, b) =>
                (a.figures.price?.value ?? Number.POSITIVE_INFINITY) -
                (b.figures.price?.value ?? Number.POSITIVE_INFINITY),
            )
            .map(({ name, slug }) => ({ name, slug })),
        })),
      atHand: stores.desk.waiting().map((pair) => ({
        name: editionName(pair),
        slug: pair.slug,
        tag: pair.tag,
        returnBy: pair.returnBy,
      })),
    },
    today,
    purse.amount === null ? undefined : { amount: purse.amount, currency: purse.currency },
    new Map(
      rows.flatMap(({ slug, figures, currency }) =>
        figures.price ? [[slug, { amount: figures.price.value, currency }] as const] : [],
      ),
    ),
  );
  const namesOf = (slug: string | null, what: string) => {
    const { maker, model, name } =
      slug === null
        ? (wishes.find((wish) => editionName(wish) === what) ?? {
            maker: '',
            model: what,
            name: '',
          })
        : stores.editions.bySlug(slug);
    return { maker, model, name };
  };
  const { balance: balanceNow, ...balance } = balanceOf(stores.desk.came());
  return {
    waiting,
    next: next.slice(0, MOST_NEXT).map((review) => ({
      ...review,
      why: review.why.map(reviewReasonPhrase),
      price: reviewPricePhrase(review.price),
      names: namesOf(review.slug, review.what),
    })),
    purse,
    questions: stores.makerQuestions.all(),
    balance: { ...balance, words: balanceSentence(balanceNow) },
    uses: ofUse.map(({ use, known, measured }) => ({
      use,
      measured: measured.length,
      known: known.length,
    })),
    promised: [
      ...looksDue.map(({ name, what, slug, on, late }) => ({
        what: `${name}: ${what}`,
        slug,
        on,
        late,
      })),
      ...wishes
        .filter(({ kind }) => kind === 'promised')
        .map((wish) => ({
          what: `${editionName(wish)}: ${wish.why}`,
          slug: wish.editionSlug,
          on: wish.dueOn,
          late: wish.dueOn !== null && wish.dueOn < today,
        })),
    ].sort((a, b) => Number(b.late) - Number(a.late) || (a.on ?? '9').localeCompare(b.on ?? '9')),
  };
}
