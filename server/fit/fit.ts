/** How a pair fits: what of its shoe is made, and its try-ons judged by the rules. */

import type { z } from 'zod';
import {
  type FitOfPair,
  type FootProfile,
  type TryOnRecord,
  tryOnFields,
} from '#contract/fit-records.ts';
import type { hallTryOnFields } from '#contract/hall-records.ts';
import { cautionsOf, describeDiscipline, type Use } from '#core/catalogue/disciplines.ts';
import type { MadeWidth } from '#core/fit/made-sizes.ts';
import { insoleWordOf } from '#core/fit/placed-insole.ts';
import { daysUntil, tryOnWith } from '#core/fit/try-on.ts';
import { tryOnVerdict } from '#core/fit/try-on-verdict.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { readLabel } from '#core/sizing/printed-label.ts';
import { isSameSize, type SizeLabel } from '#core/sizing/size-label.ts';
import { writtenTryOn } from '#core/wording/try-on-sentences.ts';
import { outcomeThatStands, publishFit } from '../fit-outcome.ts';
import type { StoredPair } from '../store/pairs.ts';
import type { Stores } from '../stores.ts';
import { insideOfPair } from './deviation.ts';

/** A label of a range at most. */
const MOST_LABELS = 60;

/** The labels from the first to the last that an edition is made in; none where nobody has said. */
function labelsMade(madeIn: ReturnType<Stores['editions']['byId']>['madeIn']): SizeLabel[] {
  if (!madeIn) return [];
  const { system, from, to, halfSizes } = madeIn;
  const step = system === 'mondopoint' ? 5 : halfSizes ? 0.5 : 1;
  const n = Math.min(MOST_LABELS, Math.floor((to - from) / step) + 1);
  return Array.from({ length: n }, (_, at) => ({ system, size: from + at * step }));
}

/** What of a shoe is made: its own widths, and its builds in other widths. */
export function madeOf(stores: Stores, editionId: string): MadeWidth[] {
  const links = stores.lines.linksAround(editionId);
  const builds = links.flatMap(({ edition, kind, of }) =>
    kind !== 'width of' ? [] : edition === editionId ? [of] : of === editionId ? [edition] : [],
  );
  return [editionId, ...builds].flatMap((id): MadeWidth[] => {
    const { madeIn, widths, name } = stores.editions.byId(id);
    const labels = labelsMade(madeIn);
    if (labels.length === 0) return [];
    // A build in another width bears it in its name where nobody listed its widths.
    const own = widths.length > 0 ? widths : [id === editionId ? '' : name];
    return own.map((width) => ({ width, labels }));
  });
}

/** The shipped use whose rules hold for an edition: a lab's own use has those of what it was copied from. */
export function ruleUse(stores: Stores, uses: readonly Use[]): string {
  const [first] = uses;
  if (!first) return '';
  return describeDiscipline(first.discipline, stores.uses.all()).copiedFrom ?? first.discipline;
}

/** Do the labels of the two shoes say different sizes, as the latest check read them? */
function labelsDiffer(stores: Stores, pairId: string): boolean {
  const read = stores.matches
    .ofPair(pairId)
    .map(({ seen }) => [readLabel(seen.labels.left), readLabel(seen.labels.right)] as const)
    .findLast(([left, right]) => left.ok && right.ok);
  const [left, right] = read ?? [];
  return left?.ok === true && right?.ok === true && !isSameSize(left.value, right.value);
}

/** By how much the feet of a tester differ in length, mm; undefined where both are not known. */
function feetDiffer(profile: FootProfile | null): number | undefined {
  if (profile?.lengthLeftMm == null || profile.lengthRightMm == null) return undefined;
  return Math.abs(profile.lengthLeftMm - profile.lengthRightMm);
}

/** The wider foot of a tester, mm; null where neither is known. */
const footWidth = ({ widthLeftMm, widthRightMm }: FootProfile): number | null =>
  Math.max(widthLeftMm ?? 0, widthRightMm ?? 0) || null;

/** What a try-on leans on besides its answers. */
function termsOf(stores: Stores, pair: StoredPair, tester: string, now: string) {
  const edition = stores.editions.byId(pair.editionId);
  const made = madeOf(stores, pair.editionId);
  return {
    label: pair.label,
    labelWidth: pair.width,
    ...(made.length > 0 ? { made } : {}),
    matchFailed: pair.decision?.decision === 'return',
    labelsDiffer: labelsDiffer(stores, pair.id),
    feetDifferMm: feetDiffer(stores.testers.profileOf(tester)),
    usualInsole: insoleWordOf(stores.namedParts.inPair(pair.id, now.slice(0, 10))),
    daysLeft: daysUntil(pair.returnBy, now.slice(0, 10)),
    use: ruleUse(stores, edition.uses),
  };
}

/** A verdict as it is kept with a try-on. */
type KeptVerdict = TryOnRecord['verdict'];

/** Judges answers as they are kept: the sock and insole say by themselves what is not usual. */
export function judgeTryOn(
  stores: Stores,
  pair: StoredPair,
  {
    tester,
    answers,
    sock,
    insole,
  }: Pick<z.output<typeof tryOnFields>, 'tester' | 'answers' | 'sock' | 'insole'>,
  now: string,
): KeptVerdict {
  const tryOn = tryOnWith({ answers, sock, insole }, termsOf(stores, pair, tester, now));
  return writtenTryOn(tryOnVerdict(tryOn));
}

export function fitOf(stores: Stores, tag: string, now: string): FitOfPair {
  const pair = stores.pairs.byTag(tag);
  const edition = stores.editions.byId(pair.editionId);
  const { id, label, width, returnBy, receivedOn } = pair;
  const namesAt = stores.namedParts.namesIn(id);
  const wornKm = stores.wear.kmOf(id) ?? pair.wornKm;
  return {
    pair: { id, tag: pair.tag, label, width, returnBy, receivedOn, wornKm },
    edition: { slug: edition.slug, name: editionName(edition) },
    use: ruleUse(stores, edition.uses),
    cautions: cautionsOf(edition.uses, stores.uses.all()),
    matchFailed: pair.decision?.decision === 'return',
    labelsDiffer: labelsDiffer(stores, id),
    feet: stores.testers.all().flatMap(({ code, profile }) => {
      const foot = { differMm: feetDiffer(profile) ?? null, widthMm: footWidth(profile) };
      return foot.differMm === null && foot.widthMm === null ? [] : [{ tester: code, ...foot }];
    }),
    made: madeOf(stores, edition.id).map(({ width: own, labels }) => ({
      width: own,
      labels: [...labels],
    })),
    inside: insideOfPair(stores, id),
    placed: stores.namedParts.inPair(id, now.slice(0, 10)),
    tryOns: stores.tryOns.ofPair(id).map(({ pairId: _, ...tryOn }) => ({
      ...tryOn,
      words: outcomeThatStands(tryOn).words,
      placed: namesAt(tryOn.at),
    })),
  };
}

/** Keeps a try-on, and the outcome that the pair has with it. */
export function keepTryOn(
  stores: Stores,
  pair: StoredPair,
  fields: z.output<typeof tryOnFields>,
  now: string,
): KeptVerdict {
  const verdict = judgeTryOn(stores, pair, fields, now);
  stores.tryOns.add(pair.id, fields, { at: now, verdict });
  publishFit(stores, pair.id);
  return verdict;
}

/** A try-on that a tester keeps on a phone, with its outcome in words. */
export function keepHallTryOn(
  stores: Stores,
  pair: StoredPair,
  { pairId: _, ...said }: z.output<typeof hallTryOnFields> & { tester: string },
  now: string,
) {
  const insole = insoleWordOf(stores.namedParts.inPair(pair.id, now.slice(0, 10)));
  const wornKm = stores.wear.kmOf(pair.id) ?? pair.wornKm;
  const fields = tryOnFields.parse({ ...said, insole, wornKm });
  const verdict = keepTryOn(stores, pair, fields, now);
  return {
    id: fields.id,
    outcome: verdict.outcome,
    words: outcomeThatStands({ verdict, decided: '' }).words,
    reasons: verdict.reasons.map((reason) => reason.verdict),
    next: verdict.next.map(({ what }) => what),
  };
}
