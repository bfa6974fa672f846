/** Can this gauge tell? Parts × operators × trials, crossed: repeatability and reproducibility. */

import { group } from 'd3-array';
import { STUDY_LIMITS } from '../limits/study-limits.ts';
import type { GaugeAdvice } from '../records/study-verdict.ts';
import type { AnswerOf } from '../statistics/answers.ts';
import { fExceeds } from '../statistics/distributions.ts';

export interface GaugeReading {
  part: string;
  operator: string;
  trial: number;
  value: number;
}

export interface GaugeStudy {
  parts: number;
  operators: number;
  trials: number;
  ss: { part: number; operator: number; interaction: number; repeatability: number };
  df: { part: number; operator: number; interaction: number; repeatability: number };
  ms: { part: number; operator: number; interaction: number; repeatability: number };
  /** F as the manual prints it, over the unpooled repeatability, and over the interaction. */
  fOverEquipment: { part: number; operator: number; interaction: number };
  fOverInteraction: { part: number; operator: number };
  /** p of the interaction over the unpooled repeatability. */
  pInteraction: number;
  /** True where the interaction was pooled with the repeatability. */
  pooled: boolean;
  variance: { repeatability: number; operator: number; interaction: number; part: number };
  /** Degrees of freedom behind the repeatability. */
  repeatabilityDf: number;
  sd: { ev: number; av: number; grr: number; pv: number; tv: number };
  percentStudy: { ev: number; av: number; grr: number; pv: number };
  /** 6·SD in percent of the tolerance's width, where there is one. */
  percentTolerance?: { ev: number; av: number; grr: number; pv: number };
  /** 0 too where the repeatability is hidden: then nobody knows how many. */
  categories: number;
  verdict: AnswerOf<'gauge'>;
  /** What to do about it. */
  advice: GaugeAdvice[];
}

const list = (names: readonly string[], most = 6): string =>
  names.length <= most
    ? names.join(', ')
    : `${names.slice(0, most).join(', ')} and ${names.length - most} more`;

/** The cells of a crossed study that are missing or of another number of trials. */
export function missingCells(
  readings: readonly GaugeReading[],
): { operator: string; parts: string[] }[] {
  const parts = [...new Set(readings.map((reading) => reading.part))];
  const trials = Math.max(
    0,
    ...[...group(readings, ({ part, operator }) => `${part}\n${operator}`).values()].map(
      (cell) => cell.length,
    ),
  );
  return [...group(readings, (reading) => reading.operator)].flatMap(([operator, own]) => {
    const byPart = group(own, (reading) => reading.part);
    const missing = parts.filter((part) => (byPart.get(part)?.length ?? 0) < trials);
    return missing.length > 0 ? [{ operator, parts: missing }] : [];
  });
}

/** The readings of the parts that every operator measured equally often: a crossed study again. */
export function completeParts(readings: readonly GaugeReading[]): GaugeReading[] {
  const missing = new Set(missingCells(readings).flatMap((one) => one.parts));
  return readings.filter((reading) => !missing.has(reading.part));
}

function refuseUncrossed(readings: readonly GaugeReading[]): void {
  if (readings.length === 0) throw new RangeError('no readings: the study has not been run');
  const parts = new Set(readings.map((reading) => reading.part)).size;
  const operators = new Set(readings.map((reading) => reading.operator)).size;
  if (parts < 2)
    throw new RangeError('one part tells nothing of a gauge: take two at least, ten by custom');
  if (operators < 2)
    throw new RangeError(
      'one operator shows no reproducibility: a second person measures the same parts',
    );
  const missing = missingCells(readings);
  if (missing.length > 0)
    throw new RangeError(
      `the study is not crossed: ${missing
        .map(({ operator, parts: names }) => `${operator} lacks readings of ${list(names)}`)
        .join('; ')}. Take them, or leave these parts out`,
    );
  if (readings.length === parts * operators)
    throw new RangeError(
      'one trial shows no repeatability: each operator measures each part twice at least',
    );
}

function adviceOf(
  study: Omit<GaugeStudy, 'advice' | 'verdict'>,
  verdict: AnswerOf<'gauge'>,
): GaugeAdvice[] {
  const { sd, categories, pooled, percentStudy } = study;
  if (sd.tv === 0) return ['equal'];
  if (sd.grr === 0) return ['hidden'];
  const advice: GaugeAdvice[] = [];
  if (verdict === 'good') advice.push('use');
  else {
    advice.push(verdict === 'conditional' ? 'useIfSmall' : 'doNotCompare');
    if (sd.av > 1.2 * sd.ev) advice.push('operatorsDiffer');
    else advice.push(sd.ev > 1.2 * sd.av ? 'repeatsDiffer' : 'both');
  }
  if (!pooled) advice.push('interaction');
  if (
    categories < STUDY_LIMITS.wantedCategories.value &&
    percentStudy.grr > STUDY_LIMITS.goodGauge.value
  )
    advice.push(categories < 2 ? 'noClasses' : { says: 'fewClasses', categories });
  return advice;
}

/** Squares below what binary fractions leave over, in shares of the largest square, are zero. */
const ROUND_OFF = 1e-12;

/** Percent of study variation in a word. */
export function judgeGauge(percentGrr: number): AnswerOf<'gauge'> {
  if (percentGrr < STUDY_LIMITS.goodGauge.value) return 'good';
  return percentGrr <= STUDY_LIMITS.conditionalGauge.value ? 'conditional' : 'poor';
}

/**
 * Gauge repeatability and reproducibility of a crossed study by analysis of variance. The
 * interaction is pooled with the repeatability where its p is over 0.25 (common practice);
 * negative variances count as zero. EV, AV, GRR, PV as SDs; percent of study variation; categories
 * = 1.41·PV/GRR, truncated; GRR under 10 % good, to 30 % conditional, above poor: the automotive
 * measurement-systems manual, 4th ed., from memory.
 *
 * @param readings crossed: every operator measured every part equally often, twice at least
 * @param tolerance width of the tolerance, in the unit of the readings
 * @throws RangeError where the study is not crossed, with the readings that are missing
 * @example studyGauge(readings).percentStudy.grr // 27.9
 */
export function studyGauge(readings: readonly GaugeReading[], tolerance?: number): GaugeStudy {
  refuseUncrossed(readings);
  if (tolerance !== undefined && !(tolerance > 0))
    throw new RangeError('a tolerance of zero is no tolerance: give its width, or none');
  const parts = group(readings, (reading) => reading.part);
  const operators = group(readings, (reading) => reading.operator);
  const cells = group(readings, ({ part, operator }) => `${part}\n${operator}`);
  const [p, o] = [parts.size, operators.size];
  const r = readings.length / (p * o);
  const average = (values: readonly GaugeReading[]) =>
    values.reduce((sum, { value }) => sum + value, 0) / values.length;
  const grand = average(readings);
  const largest = readings.reduce((most, { value }) => Math.max(most, Math.abs(value)), 0);
  /** A sum of squares, cleared of what averaging equal numbers leaves over. */
  const cleared = (sum: number, beside = 0) =>
    sum <= Math.max(readings.length * (ROUND_OFF * largest) ** 2, ROUND_OFF * beside) ? 0 : sum;
  const squares = (groups: Iterable<readonly GaugeReading[]>) =>
    [...groups].reduce((sum, one) => sum + one.length * (average(one) - grand) ** 2, 0);
  const repeatability = cleared(
    [...cells.values()].reduce((sum, cell) => {
      const centre = average(cell);
      return sum + cell.reduce((own, { value }) => own + (value - centre) ** 2, 0);
    }, 0),
  );
  const ssPart = cleared(squares(parts.values()));
  const ssOperator = cleared(squares(operators.values()));
  // A difference of large sums: what is left of them is as rounded as they are.
  const ssCells = squares(cells.values());
  const ss = {
    part: ssPart,
    operator: ssOperator,
    interaction: cleared(ssCells - ssPart - ssOperator, ssCells),
    repeatability,
  };
  const df = {
    part: p - 1,
    operator: o - 1,
    interaction: (p - 1) * (o - 1),
    repeatability: p * o * (r - 1),
  };
  const ms = {
    part: ss.part / df.part,
    operator: ss.operator / df.operator,
    interaction: ss.interaction / df.interaction,
    repeatability: ss.repeatability / df.repeatability,
  };
  const ratio = (over: number, under: number) => (under > 0 ? over / under : 0);
  const pInteraction =
    ms.repeatability > 0
      ? fExceeds(ms.interaction / ms.repeatability, df.interaction, df.repeatability)
      : ms.interaction > 0
        ? 0
        : 1;
  const pooled = pInteraction > STUDY_LIMITS.pooledOver.value;
  const pooledDf = df.interaction + df.repeatability;
  const equipment = pooled ? (ss.interaction + ss.repeatability) / pooledDf : ms.repeatability;
  const against = pooled ? equipment : ms.interaction;
  const variance = {
    repeatability: equipment,
    interaction: pooled ? 0 : Math.max(0, (ms.interaction - ms.repeatability) / r),
    operator: Math.max(0, (ms.operator - against) / (p * r)),
    part: Math.max(0, (ms.part - against) / (o * r)),
  };
  const ev = Math.sqrt(variance.repeatability);
  const av = Math.sqrt(variance.operator + variance.interaction);
  const grr = Math.hypot(ev, av);
  const pv = Math.sqrt(variance.part);
  const tv = Math.hypot(grr, pv);
  const sd = { ev, av, grr, pv, tv };
  const percents = (whole: number, times: number) => ({
    ev: ratio(100 * times * ev, whole),
    av: ratio(100 * times * av, whole),
    grr: ratio(100 * times * grr, whole),
    pv: ratio(100 * times * pv, whole),
  });
  const study = {
    parts: p,
    operators: o,
    trials: r,
    ss,
    df,
    ms,
    fOverEquipment: {
      part: ratio(ms.part, ms.repeatability),
      operator: ratio(ms.operator, ms.repeatability),
      interaction: ratio(ms.interaction, ms.repeatability),
    },
    fOverInteraction: {
      part: ratio(ms.part, ms.interaction),
      operator: ratio(ms.operator, ms.interaction),
    },
    pInteraction,
    pooled,
    variance,
    repeatabilityDf: pooled ? pooledDf : df.repeatability,
    sd,
    percentStudy: percents(tv, 1),
    ...(tolerance === undefined ? {} : { percentTolerance: percents(tolerance, 6) }),
    categories: grr > 0 ? Math.floor((1.41 * pv) / grr) : 0,
  };
  // Without any spread nothing was told, however small the gauge's part in it.
  const verdict =
    tv === 0 ? 'poor' : grr === 0 ? 'cannot tell' : judgeGauge(study.percentStudy.grr);
  return { ...study, verdict, advice: adviceOf(study, verdict) };
}

/** A place in the order in which a study is run. */
export interface StudyTurn {
  part: string;
  operator: string;
  trial: number;
}

/**
 * The order in which a study is run: each operator goes through all parts in a random order, trial
 * by trial, and the operators take turns trial by trial; a repeat is far from the reading it repeats.
 *
 * @param random numbers from 0 to 1, passed in so that the order can be made again
 */
export function orderStudy(
  parts: readonly string[],
  operators: readonly string[],
  trials: number,
  random: () => number,
): StudyTurn[] {
  const shuffled = <T>(items: readonly T[]): T[] => {
    const order = [...items];
    for (let at = order.length - 1; at > 0; at--) {
      const other = Math.floor(random() * (at + 1));
      [order[at], order[other]] = [order[other] as T, order[at] as T];
    }
    return order;
  };
  return Array.from({ length: trials }, (_, index) => index + 1).flatMap((trial) =>
    shuffled(operators).flatMap((operator) =>
      shuffled(parts).map((part) => ({ part, operator, trial })),
    ),
  );
}
