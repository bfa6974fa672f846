/** Turns the stated truths into what people would have typed, with a seeded generator. */
import { randomLcg, randomNormal } from 'd3-random';
import type { Side } from '#core/catalogue/quantities.ts';
import { lastLength, REFERENCE_LABEL } from '#core/sizing/size-label.ts';
import {
  DEMO_SPREAD,
  EDITION_TRUTHS,
  type EditionTruth,
  type PairTruth,
  SIDEWALL_LIP,
  TRUE_MASS_EXPONENT,
} from './truths.ts';

/** The stations of the first walk, whose readings the scenario has typed. */
type DemoStation = 'mass' | 'heel-stack' | 'forefoot-stack' | 'heel-insole' | 'forefoot-insole';

export interface DemoReading {
  quantity: DemoStation;
  side: Side;
  typed: string;
  /** Set on a reading that is voided at once, with its reason. */
  voided?: string;
}

type Normal = (sd: number) => number;

/** A seeded source of normal deviates: the same scenario on every machine. */
export function demoNoise(seed = 0.4217): Normal {
  const normal = randomNormal.source(randomLcg(seed))(0, 1);
  return (sd) => sd * normal();
}

/** The true values of one pair's shoes: its edition's, with the pair's and the shoe's own deviation. */
function trueShoes(edition: EditionTruth, pair: PairTruth, noise: Normal) {
  const ratio = (lastLength(pair.label) / lastLength(REFERENCE_LABEL)) ** TRUE_MASS_EXPONENT;
  const own = {
    mass: edition.massAtUk8 * ratio + noise(DEMO_SPREAD.pairMass),
    heel: edition.heel + (pair.lotStack ?? 0) + noise(DEMO_SPREAD.pairStack),
    forefoot: edition.forefoot + (pair.lotStack ?? 0) + noise(DEMO_SPREAD.pairStack),
    insoleHeel: edition.insoleHeel + noise(DEMO_SPREAD.pairInsole),
    insoleForefoot: edition.insoleForefoot + noise(DEMO_SPREAD.pairInsole),
  };
  const shoe = (): TrueShoe => ({
    ...own,
    mass: own.mass + noise(DEMO_SPREAD.sideMass),
    heel: own.heel + noise(DEMO_SPREAD.sideStack),
    forefoot: own.forefoot + noise(DEMO_SPREAD.sideStack),
  });
  return { left: shoe(), right: shoe() };
}

/** What a station of the pair's own protocol has under the gauge. */
function atStation(quantity: DemoStation, shoe: TrueShoe, pair: PairTruth): number {
  const out = pair.protocol === 'out' ? 1 : 0;
  const lip = pair.protocol === 'sidewall' ? SIDEWALL_LIP : { heel: 0, forefoot: 0 };
  const values: Record<DemoStation, number> = {
    mass: shoe.mass,
    'heel-stack': shoe.heel - out * shoe.insoleHeel + lip.heel,
    'forefoot-stack': shoe.forefoot - out * shoe.insoleForefoot + lip.forefoot,
    'heel-insole': shoe.insoleHeel,
    'forefoot-insole': shoe.insoleForefoot,
  };
  return values[quantity];
}

/** True shoes of every measured pair, by tag, as the readings of the scenario saw them. */
export function demoShoes(): Map<string, Record<Side, TrueShoe>> {
  const noise = demoNoise();
  const shoes = new Map<string, Record<Side, TrueShoe>>();
  for (const edition of EDITION_TRUTHS)
    for (const pair of edition.pairs) demoReadings(edition, pair, noise, shoes);
  return shoes;
}

/** What a person reads off: the true value with the scatter and the step of the tool. */
function readOff(quantity: DemoStation, value: number, pair: PairTruth, noise: Normal): string {
  const ruler = pair.protocol === 'sidewall';
  if (quantity === 'mass')
    return (Math.round((value + noise(DEMO_SPREAD.scale)) * 2) / 2).toFixed(1);
  if (quantity.endsWith('insole')) return (value + noise(DEMO_SPREAD.insole)).toFixed(1);
  if (ruler) return (Math.round((value + noise(DEMO_SPREAD.ruler)) * 2) / 2).toFixed(1);
  return (value + noise(DEMO_SPREAD.needle)).toFixed(1);
}

/** True mass and stacks of one shoe, insole in and through the whole sole, mm and g. */
export interface TrueShoe {
  mass: number;
  heel: number;
  forefoot: number;
  insoleHeel: number;
  insoleForefoot: number;
}

/** The readings of a pair in the order of the hand; empty for a pair not measured yet. */
export function demoReadings(
  edition: EditionTruth,
  pair: PairTruth,
  noise: Normal,
  /** Filled with the true shoes behind the readings, where it is given. */
  truths?: Map<string, Record<Side, TrueShoe>>,
): DemoReading[] {
  if (!pair.protocol) return [];
  const shoes = trueShoes(edition, pair, noise);
  truths?.set(pair.tag, shoes);
  const repeats = pair.repeats ?? 2;
  const stations: { quantity: DemoStation; repeats: number }[] = [
    { quantity: 'mass', repeats: 1 },
    { quantity: 'heel-stack', repeats },
    { quantity: 'forefoot-stack', repeats },
  ];
  if (pair.protocol === 'out')
    stations.push(
      { quantity: 'heel-insole', repeats: 1 },
      { quantity: 'forefoot-insole', repeats: 1 },
    );
  const end = stations.findIndex((station) => station.quantity === pair.upTo);
  const readings: DemoReading[] = [];
  for (const station of end < 0 ? stations : stations.slice(0, end + 1))
    for (let trial = 0; trial < station.repeats; trial++)
      for (const side of ['left', 'right'] as const) {
        const { quantity } = station;
        const typed = readOff(quantity, atStation(quantity, shoes[side], pair), pair, noise);
        if (pair.slip && quantity === 'heel-stack' && side === 'left' && trial === 0)
          readings.push({
            quantity,
            side,
            typed: (Number(typed) / 10).toFixed(2),
            voided: 'slipped decimal mark, retaken',
          });
        readings.push({ quantity, side, typed });
      }
  return readings;
}
