/** Figures as they leave the bench, each with the readings behind it. */
import type { FigureView, Sheet } from '#contract/sheet-records.ts';
import { type Catalogue, describeQuantity, partsOf } from '#core/catalogue/quantities.ts';
import { nameStackBasis } from '#core/figures/basis.ts';
import { wayWords } from '#core/figures/carry.ts';
import type { SheetFigure } from '#core/sheet/sheet-data.ts';
import { type ChosenUnits, chosenUnit, otherUnit } from '#core/sizing/chosen-units.ts';
import { writeFigure, writeNumber, writeSpan } from '#core/sizing/number-words.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import type { Stores } from '../stores.ts';

type Entry = Omit<Sheet['sections'][number]['figures'][number], 'loops'>;

/** What a figure stands on, in words. */
function basisWords({ basis, quantity }: FigureView, catalogue: Catalogue): string {
  const { dependsOn } = describeQuantity(quantity, catalogue);
  return (
    [
      dependsOn.includes('stack') && basis.stack ? nameStackBasis(basis.stack) : '',
      basis.setup ?? '',
      dependsOn.includes('configuration') && basis.configuration !== 'as sold'
        ? basis.configuration
        : '',
      basis.wornKm > 0 ? `after ${Math.round(basis.wornKm)} km` : '',
    ]
      .filter(Boolean)
      .join(', ') || 'as sold'
  );
}

/** Readings of pairs that stand, by quantity, in words. */
export function takenOf(
  stores: Stores,
  pairs: readonly { id: string; tag: string }[],
  catalogue: Catalogue,
) {
  const days = (moment: string) => moment.slice(0, 10);
  const valueWords = (quantity: string, value: number) => {
    const known = catalogue[quantity];
    return known
      ? `${writeNumber(value, known.decimals)} ${canonicalUnit(known.kind).symbol}`
      : String(value);
  };
  const taken = new Map<string, SheetFigure['taken']>();
  for (const { id, tag } of pairs) {
    const readings = [
      ...stores.sessions.standingOfPair(id).flatMap((session) => session.readings),
      ...stores.matches
        .ofPair(id)
        .flatMap((check) =>
          check.readings.filter(({ voided, supersededBy }) => !voided && !supersededBy),
        ),
    ];
    for (const reading of readings) {
      const own = taken.get(reading.quantity) ?? [];
      own.push({
        id: reading.id,
        words: `${tag} ${reading.side} ${valueWords(reading.quantity, reading.value)}, ${days(reading.takenAt)}`,
      });
      taken.set(reading.quantity, own);
    }
  }
  return taken;
}

export interface FigureTerms {
  catalogue: Catalogue;
  chosen: ChosenUnits;
  also: boolean;
  taken: ReturnType<typeof takenOf>;
}

/** A figure as it leaves the bench: with what it stands on, and as it is written. */
export function sheetFigure(
  section: string,
  { figure, pairU, speaksForEdition, pairs, claims, reported, grade }: Entry,
  { catalogue, chosen, also, taken }: FigureTerms,
): SheetFigure {
  const { quantity, value, U } = figure;
  const definition = describeQuantity(quantity, catalogue);
  const unit = chosenUnit(definition, chosen);
  const own = writeFigure(value, speaksForEdition ? U : pairU, unit, definition.decimals);
  const other = also ? otherUnit(definition, chosen) : undefined;
  const basis = basisWords(figure, catalogue);
  const carried = figure.carried
    .map((step) => `${wayWords(step)}: ${writeSpan(step.change, unit, definition.decimals)}`)
    .join('; ');
  const second =
    other && writeFigure(value, speaksForEdition ? U : pairU, other, definition.decimals);
  return {
    key: `${quantity} · ${basis}`,
    quantity,
    name: definition.name,
    section,
    basis,
    unit: canonicalUnit(definition.kind).symbol,
    value,
    u: figure.u,
    U: speaksForEdition ? U : pairU,
    df: figure.df,
    pairU,
    pairs: figure.pairs,
    readings: figure.readings,
    speaksForEdition,
    provenance: figure.provenance,
    carried: carried ? `carried ${carried}` : '',
    conversions: figure.conversions,
    doubts: figure.doubts.map(({ text }) => text),
    grade,
    budget: figure.budget.map(({ kind, u }) => ({ kind, u })),
    ofPairs: pairs.map((pair) => ({
      ...pair,
      words: writeFigure(pair.value, pair.U, unit, definition.decimals).text,
    })),
    taken: partsOf(quantity, catalogue).flatMap((part) => taken.get(part) ?? []),
    claims: claims.flatMap(({ typed, source, judgement }) =>
      judgement
        ? [
            {
              typed,
              source,
              verdict: judgement.verdict,
              noticeable: judgement.noticeable,
              gap: writeFigure(judgement.gap, undefined, unit, definition.decimals).text,
            },
          ]
        : [],
    ),
    reported: reported.map(({ typed, source }) => ({ typed, source })),
    shown: {
      value: own.value,
      U: own.U,
      pairU: writeFigure(value, pairU, unit, definition.decimals).U,
      unit: own.unit,
      also: second ? `${second.value} ${second.unit}` : '',
    },
  };
}
