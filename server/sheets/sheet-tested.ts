/** How an edition was tested, and what testers felt, in sentences and tallies. */
import { group, max, min } from 'd3-array';
import { median } from 'simple-statistics';
import type { Sheet } from '#contract/sheet-records.ts';
import { WEAR_LIMITS } from '#core/limits/wear-limits.ts';
import type { DocumentTally } from '#core/sheet/document.ts';
import { distinctSizes, nameLabel } from '#core/sizing/size-label.ts';
import {
  OUTING_RATINGS,
  type OutingRating,
  rideScale,
  rideWord,
  SHOWROOM_RATINGS,
} from '#core/wear/outing-words.ts';
import type { StoredOuting } from '../store/wear.ts';
import type { Stores } from '../stores.ts';

/** A range of fewer would tell whose feet they are. */
const FEET_ENOUGH = 3;
/** No pair has more outings. */
const MOST_OUTINGS = 5000;

/** Outings of the pairs of a sheet that stand, the earliest first. */
export function outingsOf(stores: Stores, editionId: string): StoredOuting[] {
  return stores.rotation.wornOf(editionId).flatMap(({ id }) =>
    stores.wear
      .outingsOf(id, MOST_OUTINGS)
      .filter(({ withdrawn }) => withdrawn === null)
      .reverse(),
  );
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** Grounds by the distance that was worn on them: where several are said the first counts most. */
function groundWords(outings: readonly StoredOuting[]): string {
  const km = new Map<string, number>();
  for (const outing of outings)
    for (const [nth, surface] of outing.surfaces.entries()) {
      const weights = outing.surfaces.map((_, at) => 1 / (at + 1));
      const share = 1 / (nth + 1) / weights.reduce((sum, weight) => sum + weight, 0);
      km.set(surface, (km.get(surface) ?? 0) + share * outing.km);
    }
  const total = [...km.values()].reduce((sum, one) => sum + one, 0);
  if (total === 0) return '';
  return [...km]
    .sort((a, b) => b[1] - a[1])
    .filter(([, own]) => own / total >= 0.05)
    .map(([surface, own]) => `${percent(own / total)} ${surface}`)
    .join(', ');
}

const plural = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;

/** Whose feet, how far, on what, in which weather, and how the pairs came. */
export function testedLines(
  stores: Stores,
  sheet: Sheet,
  outings: readonly StoredOuting[],
): string[] {
  const measured = sheet.pairs.filter(({ readings }) => readings > 0);
  const labels = distinctSizes(sheet.labels).map(nameLabel);
  const lines = [
    `${plural(measured.length, 'pair')} measured at ${nameLabel(sheet.label)}${labels.length > 1 ? `; the edition was here in ${labels.join(', ')}` : ''}.`,
  ];
  const totalKm = stores.rotation
    .wornOf(sheet.edition.id)
    .reduce((sum, { id }) => sum + (stores.wear.kmOf(id) ?? 0), 0);
  const loggedKm = outings.reduce((sum, outing) => sum + outing.km, 0);
  if (outings.length > 0) {
    const testers = [...new Set(outings.map(({ tester }) => tester))].sort();
    const days = outings.map(({ on }) => on).sort();
    const months = monthsBetween(days[0] ?? '', days.at(-1) ?? '');
    const temperatures = outings.flatMap(({ temperature }) => temperature ?? []);
    const wet = outings.filter((outing) => outing.wet === 'wet' || outing.wet === 'ice').length;
    const feet = testers.flatMap((tester) => {
      const profile = stores.testers.profileOf(tester);
      const lengths = [profile?.lengthLeftMm, profile?.lengthRightMm].filter((mm) => mm != null);
      return lengths.length > 0 ? Math.max(...lengths) : [];
    });
    lines.push(
      `Worn by ${testers.join(', ')}${feet.length >= FEET_ENOUGH ? ` (feet of ${feetWords(feet)})` : ''}: ${distanceWords(totalKm, loggedKm, outings.length)}${months ? ` in ${months}` : ''}.`,
    );
    const ground = groundWords(outings);
    const weather = [
      wet > 0 ? `${wet} of them wet` : '',
      temperatures.length > 0 ? `${min(temperatures)} to ${max(temperatures)} °C` : '',
    ].filter(Boolean);
    if (ground || weather.length > 0)
      lines.push(
        `${[ground, ...weather]
          .filter(Boolean)
          .join('; ')
          .replace(/^./, (letter) => letter.toUpperCase())}.`,
      );
  } else if (Math.round(totalKm) > 0) lines.push(`Worn ${distanceWords(totalKm, loggedKm, 0)}.`);
  return lines;
}

const inKm = (km: number) => `${Math.round(km).toLocaleString('en')} km`;

/** The distance in all and where it is known from: the price per km is reckoned with the same. */
function distanceWords(totalKm: number, loggedKm: number, outings: number): string {
  const logged = `${plural(outings, 'outing')}, ${inKm(loggedKm)}`;
  if (Math.abs(totalKm - loggedKm) < 1) return logged;
  return outings === 0
    ? `${inKm(totalKm)} in all, by a total that was typed; no outing was logged`
    : `${inKm(totalKm)} in all, by totals that were typed; logged of it: ${logged}`;
}

const feetWords = (mm: readonly number[]) => {
  const [low, high] = [Math.min(...mm), Math.max(...mm)];
  return low === high ? `${Math.round(low)} mm` : `${Math.round(low)} to ${Math.round(high)} mm`;
};

function monthsBetween(first: string, last: string): string {
  const days = (Date.parse(last) - Date.parse(first)) / 86_400_000;
  if (!(days >= 14)) return '';
  return days < 60
    ? plural(Math.round(days / 7), 'week')
    : plural(Math.round(days / 30.4), 'month');
}

/** Each tester once, by the middle of their ratings; what is largely the insole at first is left out. */
export function ridesOf(outings: readonly StoredOuting[]): DocumentTally[] {
  const early = new Set(
    [...group(outings, ({ pairId }) => pairId).values()].flatMap((own) =>
      own.slice(0, WEAR_LIMITS.newFeelOutings.value).map(({ id }) => id),
    ),
  );
  const tallyOf = (rating: 'comfort' | OutingRating): DocumentTally[] => {
    const isShowroom = (SHOWROOM_RATINGS as readonly string[]).includes(rating);
    const said = [...group(outings, ({ tester }) => tester).values()].flatMap((own) => {
      const values = own.flatMap((outing) =>
        isShowroom && early.has(outing.id)
          ? []
          : ((rating === 'comfort' ? outing.comfort : outing.ratings[rating]) ?? []),
      );
      return values.length > 0 ? [rideWord(rating, median(values))] : [];
    });
    const words = rideScale(rating).flatMap((word) => {
      const n = said.filter((one) => one === word).length;
      return n > 0 ? [{ word, n }] : [];
    });
    const name = rating.replace(/^./, (letter) => letter.toUpperCase());
    return words.length > 0 ? [{ name, words }] : [];
  };
  return (['comfort', ...OUTING_RATINGS] as const).flatMap(tallyOf);
}
