/** The figures of a check of left against right: what each shoe reads at each feature, and how surely. */

import { type GaugeTraits, gaugeTraits, type RecordedInstrument } from '../catalogue/gauge.ts';
import type { MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature } from '../catalogue/match-features.ts';
import {
  type Catalogue,
  describeQuantity,
  QUANTITIES,
  type QuantityId,
  SIDES,
  type Side,
} from '../catalogue/quantities.ts';
import type { Basis } from '../figures/basis.ts';
import type { Doubt, Figure } from '../figures/figure.ts';
import { basisFor, type CheckedPair, type FigureSet, pairOfShoes } from '../figures/pair-figure.ts';
import { type Reading, stands } from '../figures/reading.ts';
import type { AdoptedStudy } from '../figures/session-readings.ts';
import { type Station, stationFigure } from '../figures/station-figure.ts';
import { REFERENCE_LABEL, type SizeLabel } from '../sizing/size-label.ts';
import type { Kilometres } from '../sizing/units.ts';
import { DEFAULT_REPEATABILITY_DF, type Repeatability } from '../statistics/repeated-readings.ts';

/** Figures by feature of one shoe. */
export type FeatureFigures = Partial<Record<MatchFeatureId, Figure>>;

/** What a check is judged with beside its readings: what the lab knows, as far as it is at hand. */
export interface CheckKnowledge {
  /** Label of the pair, as received. */
  label: SizeLabel;
  wornKm?: Kilometres;
  /** The outsole features as they are named on this model, and the model: like only within both. */
  names?: Partial<Record<MatchFeatureId, string | undefined>>;
  model?: string;
  instruments: readonly RecordedInstrument[];
  catalogue?: Catalogue;
  /** Their stations hold the repeatability that the lab's own repeats show. */
  protocols?: readonly {
    stations: readonly {
      quantity: string;
      repeatability: Repeatability & { source: string };
    }[];
  }[];
  adoptedStudies?: readonly AdoptedStudy[];
}

const FROM_CHECK: Doubt = {
  code: 'from-check',
  text: 'read in a check of left against right',
};

const NOT_NAMED: Doubt = {
  code: 'gauge-not-named',
  text: 'gauge not named: its calibration is not in the figure',
};

/** A check follows no protocol: the shoes stand as they are sold, and are not taken apart. */
const basisOfCheck = (
  id: MatchFeatureId,
  { label, wornKm = 0, names, model }: Pick<CheckKnowledge, 'label' | 'wornKm' | 'names' | 'model'>,
): Basis => ({
  label,
  configuration: 'as sold',
  wornKm,
  setup: matchFeature(id).named ? `${names?.[id] ?? ''}, ${model ?? ''}` : 'on the shoe',
});

type CheckReading = Pick<
  Reading<MatchFeatureId>,
  'quantity' | 'value' | 'instrumentId' | 'takenAt' | 'voided' | 'supersededBy'
> & { side: Side; person?: string };

/** The catalogue for one feature of a check, which takes one reading where a sitting takes five. */
function catalogueOfCheck(id: MatchFeatureId, catalogue: Catalogue = QUANTITIES): Catalogue {
  const { fixedReadings: _, ...definition } = describeQuantity(id, catalogue);
  return { ...catalogue, [id]: definition };
}

/** A tool that was not named: it is read to the last digit of its feature; of its calibration nothing is known. */
const usualGauge = (id: MatchFeatureId): GaugeTraits => {
  const { tool, decimals } = matchFeature(id);
  return { id: `usual ${tool}`, resolution: 10 ** -decimals, zeroU: 0, gainU: 0 };
};

/**
 * The repeatability of a feature: of a gauge study of the gauge in the hand, else what the lab's own
 * repeats show, by the protocol that has the most of them, else what is usual.
 */
function repeatabilityOf(
  id: MatchFeatureId,
  study: AdoptedStudy | undefined,
  protocols: CheckKnowledge['protocols'] = [],
): Repeatability & { source: string } {
  if (study) return { ...study.repeatability, source: `gauge study ${study.id}` };
  const [learned] = protocols
    .flatMap(({ stations }) => stations)
    .filter(
      ({ quantity, repeatability }) =>
        quantity === id && repeatability.df > DEFAULT_REPEATABILITY_DF,
    )
    .sort((a, b) => b.repeatability.df - a.repeatability.df);
  return (
    learned?.repeatability ?? {
      sd: matchFeature(id).repeatabilitySd,
      df: DEFAULT_REPEATABILITY_DF,
      source: `usual scatter: ${id}`,
    }
  );
}

/** The study of the gauge that took every reading of a feature on a shoe. */
function studyBehind(
  id: MatchFeatureId,
  readings: readonly CheckReading[],
  studies: readonly AdoptedStudy[] = [],
): AdoptedStudy | undefined {
  return studies.find(
    ({ quantity, instrumentId }) =>
      quantity === id && readings.every((reading) => reading.instrumentId === instrumentId),
  );
}

/** The figure of one feature of one shoe; undefined without readings. */
function featureFigure(
  id: MatchFeatureId,
  side: Side,
  readings: readonly CheckReading[],
  { id: checkId = 'check', person: begunBy = '' }: { id?: string; person?: string },
  knowledge: CheckKnowledge,
): Figure | undefined {
  if (readings.length === 0) return undefined;
  const { instruments, protocols, adoptedStudies } = knowledge;
  const catalogue = catalogueOfCheck(id, knowledge.catalogue);
  const study = studyBehind(id, readings, adoptedStudies);
  const basis: Basis = basisFor(id, basisOfCheck(id, knowledge), catalogue);
  const station: Station = {
    quantity: id,
    side,
    sessionId: checkId,
    basis,
    repeatability: repeatabilityOf(id, study, protocols),
    readings: readings.map(({ value, person = begunBy, instrumentId, takenAt }) => {
      const instrument = instruments.find((known) => known.id === instrumentId);
      return {
        value,
        person,
        gauge: instrument ? gaugeTraits(instrument, takenAt) : usualGauge(id),
      };
    }),
    catalogue,
    ...(study
      ? {
          reproducibility: {
            study: study.id,
            operator: study.operator,
            interaction: study.interaction,
          },
        }
      : {}),
  };
  const figure = stationFigure(station);
  const named = readings.every(({ instrumentId }) => instrumentId !== null);
  return !figure || named ? figure : { ...figure, doubts: [...figure.doubts, NOT_NAMED] };
}

/**
 * What a check read of each shoe, as figures: with the gauge of each reading, an adopted study of it,
 * and the repeatability that the lab's own repeats show.
 */
export function checkFigures(
  check: { id?: string; person?: string; readings: readonly CheckReading[] },
  knowledge: CheckKnowledge,
): Record<Side, FeatureFigures> {
  const figures: Record<Side, FeatureFigures> = { left: {}, right: {} };
  const standing = check.readings.filter(stands);
  for (const side of SIDES)
    for (const id of new Set(standing.map(({ quantity }) => quantity))) {
      const own = standing.filter((one) => one.quantity === id && one.side === side);
      const figure = featureFigure(id, side, own, check, knowledge);
      if (figure) figures[side][id] = figure;
    }
  return figures;
}

/** The figure of a feature from bare values, with a gauge or a usual one. */
export function figureOfValues(
  id: MatchFeatureId,
  side: Side,
  values: readonly number[] | undefined,
  gauge: Partial<GaugeTraits> | undefined,
): Figure | undefined {
  if (!values || values.length === 0) return undefined;
  return stationFigure({
    quantity: id,
    side,
    sessionId: 'check',
    basis: basisOfCheck(id, { label: REFERENCE_LABEL }),
    repeatability: repeatabilityOf(id, undefined),
    readings: values.map((value) => ({ value, gauge: { ...usualGauge(id), ...gauge } })),
    catalogue: catalogueOfCheck(id),
  });
}

/**
 * What a check says of its pair beside sittings, each figure said to be from a check. A feature of the
 * outsole that has no name is like no other, and stays in it.
 */
export function checkedPair(
  check: { id: string; person: string; startedAt: string; readings: readonly CheckReading[] },
  knowledge: CheckKnowledge,
): CheckedPair {
  const { names } = knowledge;
  const read = checkFigures(check, knowledge);
  const told = (figures: FeatureFigures): FigureSet =>
    Object.fromEntries(
      Object.entries(figures)
        .filter(
          ([id]) => !matchFeature(id as MatchFeatureId).named || names?.[id as MatchFeatureId],
        )
        .map(([id, figure]) => [id, { ...figure, doubts: [...figure.doubts, FROM_CHECK] }]),
    );
  const [left, right] = [told(read.left), told(read.right)];
  const pair: FigureSet = {};
  for (const id of new Set([...Object.keys(left), ...Object.keys(right)]) as Set<QuantityId>) {
    const figure = pairOfShoes(left[id], right[id]);
    if (figure) pair[id] = figure;
  }
  return { id: check.id, startedAt: check.startedAt, figures: { left, right, pair } };
}
