/** A try-on as it is answered, kept in the browser until it is kept in the book. */
import type { BodyIn } from '#contract/endpoints.ts';
import type { FitOfPair } from '#contract/fit-records.ts';
import { FOOT_PLACES, type FootPlace } from '#core/fit/try-on.ts';
import { useDraft } from '../kit/draft.ts';

export type Draft = Omit<BodyIn<'addTryOn'>, 'id'> & {
  answers: NonNullable<BodyIn<'addTryOn'>['answers']>;
};

export type SorePlace = NonNullable<Draft['answers']['sore']>[number];

const EMPTY: Draft = { tester: '', answers: {} };

/** The draft of one pair, and a way to change it. */
export function useTryOnDraft(tag: string) {
  const [draft, change, drop] = useDraft<Draft>(`try-on ${tag}`, EMPTY);
  const answer = (more: Partial<Draft['answers']>) =>
    change((before) => ({ answers: { ...before.answers, ...more } }));
  return { draft, change, answer, drop };
}

type TryOnRecord = FitOfPair['tryOns'][number];

const WIDTH_WORDS = ['tight', 'snug', 'right', 'loose', 'very loose'];

/** −2 tight, −1 snug, 0 right, 1 loose, 2 very loose. */
export const widthWord = (width: number): string => WIDTH_WORDS[width + 2] ?? String(width);

/**
 * What changed from one try-on of a pair to a later one, as far as both say it.
 * @example a gap of 12 mm that became 14 mm, a ball that was snug and is right
 */
export function changesBetween(before: TryOnRecord, after: TryOnRecord): string[] {
  const [old, now] = [before.answers, after.answers];
  const gap =
    old.toeGapMm !== undefined && now.toeGapMm !== undefined && old.toeGapMm !== now.toeGapMm
      ? [`gap ${old.toeGapMm} → ${now.toeGapMm} mm`]
      : [];
  const heel =
    old.heel !== undefined && now.heel !== undefined && old.heel !== now.heel
      ? [`heel ${old.heel} → ${now.heel}`]
      : [];
  const widths = FOOT_PLACES.flatMap((place: FootPlace) => {
    const [a, b] = [old.width?.[place], now.width?.[place]];
    return a === undefined || b === undefined || a === b
      ? []
      : [`${place} ${widthWord(a)} → ${widthWord(b)}`];
  });
  const gone = (old.sore ?? []).filter((place) => !(now.sore ?? []).includes(place));
  const come = (now.sore ?? []).filter((place) => !(old.sore ?? []).includes(place));
  return [
    ...gap,
    ...heel,
    ...widths,
    ...gone.map((place) => `${place} no longer sore`),
    ...come.map((place) => `${place} sore now`),
  ];
}
