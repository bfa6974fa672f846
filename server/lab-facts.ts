/** What the lab knows, as one object: instruments, protocols, what was learned, the catalogue. */
import { group } from 'd3-array';
import type { Lab, Protocol } from '#contract/lab-records.ts';
import {
  type Catalogue,
  type NoticeableSteps,
  type QuantityId,
  withTraits,
} from '#core/catalogue/quantities.ts';
import { type LabSlopes, type SlopeKind, usualSlope } from '#core/catalogue/slopes.ts';
import type { KeptBridge } from '#core/figures/conversions.ts';
import type { PooledSpreads } from '#core/figures/edition-figure.ts';
import { repeatabilityInForce } from '#core/figures/learned-repeatability.ts';
import { type LearnedSlope, learnedSlope, slopeOf } from '#core/figures/learned-slopes.ts';
import { DEFAULT_MASS_EXPONENT, type MassExponent, massExponent } from '#core/figures/mass.ts';
import type { Stores } from './stores.ts';

/** Never changed: another revision is another object. */
export interface LabFacts {
  readonly instruments: Lab['instruments'];
  readonly protocols: Lab['protocols'];
  readonly learned: Lab['learned'];
  readonly adoptedStudies: Lab['adoptedStudies'];
  readonly exponent: MassExponent;
  /** Slopes over size and wear that this lab found, with whether each stands in place of the usual one. */
  readonly learnedSlopes: readonly (LearnedSlope & {
    quantity: QuantityId;
    by: SlopeKind;
    inUse: boolean;
  })[];
  /** Those in use. */
  readonly slopes: LabSlopes;
  readonly bridges: KeptBridge[];
  readonly spreads: PooledSpreads;
  readonly noticeable: NoticeableSteps;
  readonly catalogue: Catalogue;
  /** The catalogue without the lab's noticeable differences. Readings do not depend on them, so a change of one does not
   * recalculate any pair. */
  readonly readingCatalogue: Catalogue;
}

/** A lab's own exponent replaces the default once it is the surer of the two. */
const EXPONENT_DF = 4;

/** Protocols with the repeatability that this lab's own repeats show, where they show one. */
function learnedProtocols(stores: Stores, learned: LabFacts['learned']): Protocol[] {
  const byKind = new Map(
    learned.map((one) => [`${one.protocolId} ${one.quantity} ${one.tool}`, one]),
  );
  return stores.protocols.all().map((protocol) => ({
    ...protocol,
    stations: protocol.stations.map((station) => ({
      ...station,
      repeatability: repeatabilityInForce(
        station.repeatability,
        byKind.get(`${protocol.id} ${station.quantity} ${station.tool}`),
      ),
    })),
  }));
}

const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** A part as it was, where it says the same: what leans on it then need not be worked out again. */
const keepSame = <T>(before: T | undefined, now: T): T =>
  before !== undefined && isSame(before, now) ? before : now;

/** The same of each record of a list, by its id. */
function keepRecords<T extends { id: string }>(before: readonly T[] = [], now: readonly T[]): T[] {
  const known = new Map(before.map((record) => [record.id, record]));
  return now.map((record) => keepSame(known.get(record.id), record));
}

function slopesOf(stores: Stores, catalogue: Catalogue, before: LabFacts | undefined) {
  const learnedSlopes = stores.learned
    .slopes()
    .flatMap(({ quantity, by, inUse, taken: _, ...sums }) => {
      const definition = catalogue[quantity];
      const found = definition && learnedSlope(sums, usualSlope(definition, by), inUse);
      return found ? [{ ...found, quantity, by, inUse }] : [];
    });
  const inUse = group(
    learnedSlopes.filter((found) => found.inUse),
    ({ quantity }) => quantity,
  );
  const slopes: LabSlopes = Object.fromEntries(
    [...inUse].map(([quantity, found]) => [
      quantity,
      Object.fromEntries(found.map((one) => [one.by, slopeOf(one)])),
    ]),
  );
  return { learnedSlopes, slopes: keepSame(before?.slopes, slopes) };
}

/** @param before what was known before */
function readFacts(stores: Stores, before?: LabFacts): LabFacts {
  const noticeable = stores.lab.noticeable();
  // Figures are converted over up to three times the distance that the lab has measured on one pair.
  const readingCatalogue = keepSame(
    before?.readingCatalogue,
    withTraits(stores.lab.catalogue(), 'followedKm', stores.learned.followed()),
  );
  const catalogue = withTraits(readingCatalogue, 'noticeable', Object.entries(noticeable));
  const learned = stores.learned.repeats();
  const fit = massExponent(stores.learned.exponent());
  const surer = fit && fit.df >= EXPONENT_DF && fit.uK < DEFAULT_MASS_EXPONENT.uK;
  const spreads: PooledSpreads = Object.fromEntries(
    stores.learned.spreads().map(({ quantity, sd, df }) => [quantity, { sd, df }]),
  );
  return {
    instruments: keepRecords(before?.instruments, stores.instruments.all()),
    protocols: keepRecords(before?.protocols, learnedProtocols(stores, learned)),
    learned,
    adoptedStudies: keepSame(before?.adoptedStudies, stores.gaugeStudies.adopted()),
    exponent: surer ? fit : DEFAULT_MASS_EXPONENT,
    ...slopesOf(stores, catalogue, before),
    bridges: stores.bridges.inUse(),
    spreads,
    noticeable,
    catalogue: keepSame(before?.catalogue, catalogue),
    readingCatalogue,
  };
}

const kept = new WeakMap<Stores, { revision: number; facts: LabFacts }>();

/** What the lab knows by now: read anew only where its revision has grown. */
export function labFacts(stores: Stores): LabFacts {
  const revision = stores.learned.revision();
  const known = kept.get(stores);
  if (known?.revision === revision) return known.facts;
  const facts = readFacts(stores, known?.facts);
  // A transaction may still be rolled back, and its revision come again with other facts.
  if (!stores.learned.isChanging()) kept.set(stores, { revision, facts });
  return facts;
}
