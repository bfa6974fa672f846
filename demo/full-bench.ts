/** Sittings of the scenario with every gauge of the bench: figures, scores by hand and curves. */

import { randomLcg, randomNormal } from 'd3-random';
import type dayjs from 'dayjs';
import { describeQuantity, SIDES } from '#core/catalogue/quantities.ts';
import { stackBasisKey } from '#core/figures/basis.ts';
import { PLAIN_READING } from '#core/figures/reading.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import { simulateCurve } from '#instruments/fixture-curve.ts';
import { curveTraits, recordCurve } from '#server/curves.ts';
import { summarisePair } from '#server/measured-pairs.ts';
import type { Stores } from '#server/stores.ts';
import type { shoeTruths } from './shoe-truths.ts';
import { DEMO_ROOM } from './stand-ins.ts';

/** Pairs that went over the whole bench. */
/** NS-03, KK-05 and BR-12 are of other sizes than the rest of their editions: by them slopes are told. */
export const FULL_BENCH_PAIRS = [
  'NS-01',
  'NS-03',
  'NS-04',
  'KK-01',
  'KK-02',
  'KK-05',
  'BR-11',
  'BR-12',
  'TF-01',
];
/** Pairs of which only the inside was measured with the gauges of the bench, and what of it. */
export const INSIDE_PAIRS = ['PG-01'];
const INSIDE = ['internal-length', 'outer-length', 'toe-box-height'];
/** The winter boot was measured in the cold store room, which its figures say. */
const COLD_PAIR = 'TF-01';
const COLD_ROOM = { temperatureC: 16.4, humidityPct: 61 };

const FULL_BENCH = 'Full bench';
const QUICK_REVIEW = 'Quick review';

/** Measures one pair by the full bench, or its inside alone, as of a time; answers with the time it ended. */
export function measureFullBench(
  stores: Stores,
  pair: { id: string; tag: string; wornKm: number },
  truth: ReturnType<typeof shoeTruths>,
  start: dayjs.Dayjs,
  idAt: (time: dayjs.Dayjs) => string,
): void {
  const named = (name: string) => stores.protocols.all().find((one) => one.name.startsWith(name));
  const isInside = INSIDE_PAIRS.includes(pair.tag);
  const [full, protocol] = [named(FULL_BENCH), named(isInside ? QUICK_REVIEW : FULL_BENCH)];
  if (!full || !protocol) throw new Error('a protocol of the bench is missing');
  const stations = full.stations.filter(({ quantity }) => !isInside || INSIDE.includes(quantity));
  const instruments = stores.instruments.all();
  const seed = [...pair.tag].reduce((sum, letter) => (sum * 37 + letter.charCodeAt(0)) % 7919, 3);
  const normal = randomNormal.source(randomLcg(seed / 7919))(0, 1);
  const room = pair.tag === COLD_PAIR ? COLD_ROOM : DEMO_ROOM;
  const sessionId = idAt(start);
  let at = start;
  stores.sessions.start({
    id: sessionId,
    pairId: pair.id,
    protocolId: protocol.id,
    person: 'B2',
    configuration: 'as sold',
    removed: '',
    conditioned: pair.tag !== COLD_PAIR,
    wornKm: pair.wornKm,
    startedAt: start.toISOString(),
  });
  for (const { quantity, repeats, tool } of stations) {
    const definition = describeQuantity(quantity);
    const instrument = instruments.find((one) => one.kind === tool);
    if (!instrument) continue;
    for (let trial = 0; trial < repeats; trial++)
      for (const side of SIDES) {
        at = at.add(15, 'second');
        const held = { tag: pair.tag, side, quantity, basis: stackBasisKey(protocol.stack) };
        const value = truth(held);
        if (value === undefined) continue;
        const shared = { side, quantity, instrumentId: instrument.id };
        if (definition.curve) {
          const samples = simulateCurve(
            curveTraits(stores, quantity),
            { stiffness: value, loss: 0.16 },
            (sd) => sd * normal(),
          );
          recordCurve(
            stores,
            {
              ...shared,
              sessionId,
              ...room,
              person: null,
              id: idAt(at),
              readingId: idAt(at),
              takenAt: at.toISOString(),
              window: definition.curve.window,
            },
            {
              curve: {
                x: Float64Array.from(samples, (sample) => sample.x),
                y: Float64Array.from(samples, (sample) => sample.y),
              },
              time: Float64Array.from(samples, (sample) => sample.seconds),
            },
          );
          continue;
        }
        const read = definition.ordinal ? value : value + definition.repeatabilitySd * normal();
        stores.sessions.record({
          ...PLAIN_READING,
          ...shared,
          occasionId: sessionId,
          ...room,
          id: idAt(at),
          typed: read.toFixed(definition.decimals),
          unit: canonicalUnit(definition.kind).symbol,
          takenAt: at.toISOString(),
        });
      }
  }
  stores.sessions.finish(sessionId, at.toISOString());
  summarisePair(stores, pair.id);
}
