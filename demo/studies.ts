/** Studies of the scenario: one lot of shoes by two methods, and a gauge that cannot tell. */
import { randomLcg, randomNormal } from 'd3-random';
import type dayjs from 'dayjs';
import { SIDES } from '#core/catalogue/quantities.ts';
import { PLAIN_READING } from '#core/figures/reading.ts';
import { summarisePair } from '#server/measured-pairs.ts';
import type { Stores } from '#server/stores.ts';
import { demoShoes } from './scenario.ts';
import { DEMO_SPREAD, SIDEWALL_LIP } from './truths.ts';

/** The pairs that were measured at the sidewall too, and are the parts of the ruler's study. */
const BRIDGED = ['TL-01', 'TL-02', 'TL-03', 'TL-04', 'TL-05', 'TL-06', 'TL-07', 'TL-08'];

/** How far each operator reads the ruler off: they look at it from different heights. */
const RULER_HANDS: Record<string, number> = { B1: -0.35, B2: 0.1, T3: 0.45 };

const halfMillimetres = (value: number) => (Math.round(value * 2) / 2).toFixed(1);

function rulerOf(stores: Stores) {
  const protocol = stores.protocols.all().find(({ stack }) => stack.place === 'sidewall');
  const instrument = stores.instruments.all().find((one) => one.kind === 'ruler');
  if (!protocol || !instrument) throw new Error('no ruler at the sidewall');
  return { protocol, instrument };
}

/** The Lanewalk once more, by ruler at the sidewall: what a bridge is made from. */
export function measureBySidewall(
  stores: Stores,
  start: dayjs.Dayjs,
  idAt: (time: dayjs.Dayjs) => string,
): void {
  const { protocol, instrument } = rulerOf(stores);
  const shoes = demoShoes();
  const normal = randomNormal.source(randomLcg(0.618))(0, 1);
  let at = start;
  for (const tag of BRIDGED) {
    const pair = stores.pairs.byTag(tag);
    const sessionId = idAt(at);
    stores.sessions.start({
      id: sessionId,
      pairId: pair.id,
      protocolId: protocol.id,
      person: 'B1',
      configuration: 'as sold',
      removed: '',
      conditioned: null,
      wornKm: 0,
      startedAt: at.toISOString(),
    });
    for (const quantity of ['heel-stack', 'forefoot-stack'] as const)
      for (let trial = 0; trial < 2; trial++)
        for (const side of SIDES) {
          at = at.add(20, 'second');
          const shoe = shoes.get(tag)?.[side];
          if (!shoe) continue;
          const truth =
            quantity === 'heel-stack'
              ? shoe.heel + SIDEWALL_LIP.heel
              : shoe.forefoot + SIDEWALL_LIP.forefoot;
          stores.sessions.record({
            ...PLAIN_READING,
            ...PLAIN_READING,
            id: idAt(at),
            occasionId: sessionId,
            side,
            quantity,
            typed: halfMillimetres(truth + DEMO_SPREAD.ruler * normal()),
            unit: 'mm',
            instrumentId: instrument.id,
            takenAt: at.toISOString(),
          });
        }
    stores.sessions.finish(sessionId, at.toISOString());
    summarisePair(stores, pair.id);
    at = at.add(5, 'minute');
  }
}

/** Three people and a ruler: a study whose gauge is poor. */
export function studyRuler(
  stores: Stores,
  start: dayjs.Dayjs,
  idAt: (time: dayjs.Dayjs) => string,
): void {
  const { protocol, instrument } = rulerOf(stores);
  const shoes = demoShoes();
  const normal = randomNormal.source(randomLcg(0.271))(0, 1);
  const id = idAt(start);
  const parts = BRIDGED.map((tag) => `${tag} left`);
  stores.gaugeStudies.plan({
    id,
    name: 'Ruler at the sidewall, autumn',
    quantity: 'heel-stack',
    instrumentId: instrument.id,
    protocolLineId: protocol.lineId,
    parts,
    operators: Object.keys(RULER_HANDS),
    trials: 2,
    tolerance: 4,
    plannedAt: start.toISOString(),
  });
  let at = start;
  stores.gaugeStudies.byId(id).turns.forEach(({ part, operator }, turn) => {
    at = at.add(25, 'second');
    const truth = (shoes.get(part.slice(0, 5))?.left.heel ?? 0) + SIDEWALL_LIP.heel;
    const read = truth + (RULER_HANDS[operator] ?? 0) + 1.2 * DEMO_SPREAD.ruler * normal();
    stores.gaugeStudies.record({
      ...PLAIN_READING,
      id: idAt(at),
      occasionId: id,
      side: null,
      quantity: 'heel-stack',
      instrumentId: instrument.id,
      turn,
      typed: halfMillimetres(read),
      unit: 'mm',
      takenAt: at.toISOString(),
    });
  });
}
