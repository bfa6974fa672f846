/** A sheet with its words and sentences, as it would leave the bench now. */

import type { EditionDeviation } from '#contract/deviation-records.ts';
import type { EditionLife } from '#contract/life-records.ts';
import type { FigureView, Sheet } from '#contract/sheet-records.ts';
import { describePart } from '#core/catalogue/construction.ts';
import { nameUses } from '#core/catalogue/disciplines.ts';
import { type Catalogue, describeQuantity } from '#core/catalogue/quantities.ts';
import { answerWords } from '#core/construction/made-of.ts';
import type { DocumentPicture } from '#core/sheet/document.ts';
import { nearestRows } from '#core/sheet/nearest.ts';
import { cameWords, disclosedWords, priceWords } from '#core/sheet/pair-words.ts';
import { SHEET_SCHEMA, type SheetData } from '#core/sheet/sheet-data.ts';
import type { SheetContent } from '#core/sheet/sheet-document.ts';
import { plainWords, type SheetPart, type SheetWords } from '#core/sheet/sheet-words.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { writeNumber } from '#core/sizing/number-words.ts';
import { lastLength, nameLabel } from '#core/sizing/size-label.ts';
import { LEAST_SHARE, TERM_WORDS } from '#core/statistics/budget-words.ts';
import { comparedWords, differingPairs } from '#core/wording/left-right-sentences.ts';
import { likenessPhrase } from '#core/wording/likeness-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import type { Stores } from '../stores.ts';
import type { SizeWords } from './edition-words.ts';
import { type FigureTerms, sheetFigure, takenOf } from './sheet-figure.ts';
import { outingsOf, ridesOf, testedLines } from './sheet-tested.ts';

/** What other steps know of an edition: how its label runs, and how long it lasts. */
export interface SheetSources {
  /** By one look at the lab, for many editions. */
  sizesOf: () => SizeWords;
  fitOf: (slug: string) => Pick<EditionDeviation, 'words' | 'causes' | 'splits'>;
  lifeOf: (slug: string) => Pick<EditionLife, 'words' | 'median' | 'pairs' | 'currency'>;
}

/** How a pair came, with what is its own: width, distance, the day. */
const pairWords = (pair: Sheet['pairs'][number]): string =>
  [
    cameWords(pair),
    pair.width,
    pair.wornKm > 0 ? `worn ${Math.round(pair.wornKm)} km on receipt` : '',
    `received ${pair.receivedOn}`,
  ]
    .filter(Boolean)
    .join(', ');

function disclosure(sheet: Sheet): string[] {
  return [
    ...sheet.pairs.map((pair) => `${pair.tag}: ${pairWords(pair)}.`),
    ...sheet.leftOut.map(({ tag, words }) => `${tag} is left out of these figures: ${words}`),
    ...sheet.included.map(
      ({ tag, reason }) => `${tag} was rejected and is in these figures all the same: ${reason}.`,
    ),
    textOf(comparedWords(sheet.matched)),
    disclosedWords(sheet.pairs),
  ];
}

/** What the maker makes it of, by the part of the sheet that it belongs to. */
function madeParts({ madeOf }: Sheet): SheetContent['madeOf'] {
  const groups = {
    upper: ['upper', 'last', 'welts'],
    midsole: ['insole', 'midsole', 'plate and shank'],
    outsole: ['outsole'],
  } as const;
  return (Object.entries(groups) as [keyof typeof groups, readonly string[]][]).map(
    ([part, names]) => ({
      part,
      rows: madeOf
        .filter((made) => names.includes(describePart(made.part).group))
        .map((made): [string, string] => [describePart(made.part).name, answerWords(made)]),
    }),
  );
}

/** Price, cost over a life, and whether it is still the newest. */
function priceLines(
  stores: Stores,
  sheet: Sheet,
  life: ReturnType<SheetSources['lifeOf']>,
): string[] {
  const bought = sheet.pairs.filter(({ paidPrice, listPrice }) => paidPrice || listPrice);
  const price = bought.map(({ paidPrice, listPrice, currency }) =>
    paidPrice
      ? `Paid ${priceWords(paidPrice, currency)}${listPrice && listPrice !== paidPrice ? `, listed ${priceWords(listPrice, currency)}` : ''}.`
      : `Listed at ${priceWords(listPrice ?? 0, currency)}.`,
  );
  const costs = life.pairs.flatMap(({ costAtEnd, costPerKm }) => costAtEnd ?? costPerKm ?? []);
  const cost =
    costs.length > 0
      ? [
          `${writeNumber(Math.min(...costs), 2)} to ${writeNumber(Math.max(...costs), 2)} ${life.currency} a kilometre so far.`,
        ]
      : [];
  const newer = stores.lines
    .linksAround(sheet.edition.id)
    .find(({ of, kind }) => of === sheet.edition.id && kind === 'follows');
  const age = newer
    ? [`A newer version is made: ${editionName(stores.editions.byId(newer.edition))}.`]
    : ['No newer version is known here.'];
  return [...new Set(price)].slice(0, 1).concat(cost, age);
}

/** Votes by hand, by quantity. */
function handRows({ handScores }: Sheet, catalogue: Catalogue): [string, string][] {
  const rows = new Map<string, string[]>();
  for (const { quantity, tag, side, votes } of handScores) {
    const { name, scale } = describeQuantity(quantity, catalogue);
    const words = votes.map((vote) => scale?.[vote - 1] ?? String(vote)).join(', ');
    rows.set(name, [...(rows.get(name) ?? []), `${tag} ${side} ${words}`]);
  }
  return [...rows].map(([name, words]): [string, string] => [name, words.join(' · ')]);
}

/** What lies farther off is no alternative. */
const NEAR_STEPS = 8;

function nearLines(stores: Stores, lab: LabFacts, slug: string): string[] {
  const rows = [...stores.shelf.rows().values()].flatMap(({ row }) => row ?? []);
  const own = rows.find((row) => row.slug === slug);
  if (!own) return [];
  const near = nearestRows(own, rows, { conditions: [], uses: [], words: '' }, lab.noticeable);
  const words = near
    .filter(({ unknown, steps }) => unknown.length <= 1 && steps <= NEAR_STEPS)
    .slice(0, 2)
    .map((one) => `${one.row.name}, ${textOf(likenessPhrase(one.drivers))}`);
  return words.length > 0 ? [`${words.join('; ')}.`] : [];
}

function behindWords(figure: FigureView): string {
  const shares = figure.budget.filter(({ share }) => share >= LEAST_SHARE);
  return shares
    .map(({ kind, share }) => `${TERM_WORDS[kind]} ${Math.round(100 * share)} %`)
    .join(', ');
}

const valueIn = (data: SheetData, quantity: string) =>
  data.figures.find((figure) => figure.quantity === quantity)?.value;

/** What a sheet would say now. */
export function sheetContent(
  stores: Stores,
  sheet: Sheet,
  sources: SheetSources,
  { words, also, pictures }: { words: SheetWords; also: boolean; pictures: DocumentPicture[] },
): SheetContent {
  const lab = labFacts(stores);
  const { catalogue } = lab;
  const chosen = stores.lab.units();
  const counted = stores.pairs
    .ofEdition(sheet.edition.id)
    .filter(
      ({ leftOut, label }) => leftOut === null && nameLabel(label) === nameLabel(sheet.label),
    );
  const terms: FigureTerms = {
    catalogue,
    chosen,
    also,
    taken: takenOf(stores, counted, catalogue),
  };
  const figures = sheet.sections.flatMap((section) =>
    section.figures.map((entry) => ({ entry, figure: sheetFigure(section.title, entry, terms) })),
  );
  const { edition } = sheet;
  const outings = outingsOf(stores, edition.id);
  const fit = sources.fitOf(edition.slug);
  const life = sources.lifeOf(edition.slug);
  const { madeIn } = edition;
  const leftRight = differingPairs(sheet.matched).map(({ words, brief }) => ({
    words: textOf(words),
    brief: textOf(brief),
  }));
  const said: Partial<Record<SheetPart, string[]>> = {
    'how it was tested': [
      ...testedLines(stores, sheet, outings),
      ...leftRight.map(({ words }) => words),
      disclosedWords(sheet.pairs),
    ],
    fit: [
      fit.words,
      ...(fit.causes.length > 0 ? [`What may play a part: ${fit.causes.join('; ')}.`] : []),
      ...fit.splits,
    ],
    life: [life.words],
    price: priceLines(stores, sheet, life),
    nearest: nearLines(stores, lab, edition.slug),
  };
  const data: SheetData = {
    schema: SHEET_SCHEMA,
    edition: { slug: edition.slug, maker: edition.maker, model: edition.model, name: edition.name },
    uses: edition.uses.map(({ discipline }) => discipline),
    label: nameLabel(sheet.label),
    figures: figures.map(({ figure }) => figure),
    words: Object.fromEntries(
      Object.entries(words).map(([part, blocks]) => [part, plainWords(blocks)]),
    ),
    said: Object.fromEntries(Object.entries(said).map(([part, lines]) => [part, lines.join(' ')])),
    ...(leftRight.length > 0 ? { leftRight } : {}),
    unmeasured: sheet.unmeasuredClaims.map(({ quantity, typed, source }) => ({
      quantity: describeQuantity(quantity, catalogue).name,
      typed,
      source,
    })),
    pairs: sheet.pairs.map((pair) => ({ tag: pair.tag, words: pairWords(pair) })),
    instruments: sheet.instruments,
    protocols: sheet.protocols,
    studies: sheet.studies,
    measuredUntil: sheet.lastMeasured?.slice(0, 10) ?? null,
  };
  const wide = (quantity: string) => valueIn(data, quantity);
  return {
    data,
    title: editionName(edition),
    under: [
      edition.uses.length > 0 ? `for ${nameUses(edition.uses)}` : '',
      madeIn
        ? `made in ${nameLabel({ system: madeIn.system, size: madeIn.from })} to ${madeIn.to}${madeIn.halfSizes ? ', half sizes' : ''}`
        : '',
      edition.widths.join(', '),
    ]
      .filter(Boolean)
      .join(' · '),
    words,
    said,
    madeOf: madeParts(sheet),
    tallies: ridesOf(outings),
    pictures,
    shape: { midfoot: wide('midfoot-stack'), length: lastLength(sheet.label) },
    widths: {
      heel: wide('heel-width'),
      midfoot: wide('midfoot-width'),
      ball: wide('ball-width'),
      length: wide('outer-length'),
    },
    disclosure: disclosure(sheet),
    byHand: handRows(sheet, catalogue),
    cautions: sheet.meant.cautions,
    behind: Object.fromEntries(
      figures.map(({ entry, figure }) => [figure.key, behindWords(entry.figure)]),
    ),
  };
}
