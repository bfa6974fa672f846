/** Methods of measuring a quantity, and the shoes that two of them share. */
import { group } from 'd3-array';
import { mean } from 'simple-statistics';
import type { z } from 'zod';
import type { bridgedShoes, Method } from '#contract/study-records.ts';
import { describeQuantity, type MeasuredQuantityId, SIDES } from '#core/catalogue/quantities.ts';
import { expand } from '#core/statistics/uncertainty.ts';
import { type Bridge, bridgeMethods } from '#core/study/bridge.ts';
import { type LabFacts, labFacts } from '../lab-facts.ts';
import { Refusal, wrongValue } from '../problems.ts';
import type { StudySession } from '../store/study-readings.ts';
import type { Stores } from '../stores.ts';

interface MethodSessions {
  method: Method;
  sessions: StudySession[];
}

/** Sittings by the way they were measured: line of protocols and gauge. */
function methodsOf(stores: Stores, quantity: MeasuredQuantityId, lab: LabFacts): MethodSessions[] {
  const found = new Map<string, MethodSessions>();
  const { dependsOn } = describeQuantity(quantity, lab.catalogue);
  for (const session of stores.studyReadings.sessions(quantity)) {
    // A sitting that mixed two gauges is no method.
    if (session.instruments > 1) continue;
    const protocol = lab.protocols.find((one) => one.id === session.protocolId);
    const instrument = lab.instruments.find((one) => one.id === session.instrumentId);
    if (!protocol || !instrument) continue;
    const key = `${protocol.lineId} ${instrument.id}`;
    const setup = protocol.stations.find((station) => station.quantity === quantity)?.setup;
    const entry = found.get(key) ?? {
      method: {
        key,
        protocol: protocol.name,
        instrument: instrument.name,
        stack: dependsOn.includes('stack') ? protocol.stack : null,
        setup: dependsOn.includes('setup') && setup ? setup : null,
        shoes: 0,
      },
      sessions: [],
    };
    entry.sessions.push(session);
    found.set(key, entry);
  }
  return [...found.values()];
}

export function listMethods(stores: Stores, quantity: MeasuredQuantityId): Method[] {
  return methodsOf(stores, quantity, labFacts(stores))
    .map(({ method, sessions }) => ({
      ...method,
      shoes: 2 * new Set(sessions.map((session) => session.pairId)).size,
    }))
    .sort((a, b) => b.shoes - a.shoes);
}

/** The shoes that both methods measured, on one wear and configuration, each by its latest sitting. */
export function findBridgedShoes(
  stores: Stores,
  wanted: { quantity: MeasuredQuantityId; a: string; b: string },
): z.output<typeof bridgedShoes> {
  const { quantity } = wanted;
  const lab = labFacts(stores);
  const methods = methodsOf(stores, quantity, lab);
  const choose = (field: 'a' | 'b') => {
    const found = methods.find(({ method }) => method.key === wanted[field]);
    if (!found) throw wrongValue(field, 'Nothing was measured by this method.');
    return found;
  };
  const [a, b] = [choose('a'), choose('b')];
  if (a === b) throw wrongValue('b', 'A bridge joins two methods: choose another.');
  const readings = stores.studyReadings.readings(quantity);
  const bySession = group(readings, (row) => row.sessionId);
  const meanOfSide = (session: StudySession, side: 'left' | 'right') => {
    const own = (bySession.get(session.id) ?? []).filter((row) => row.side === side);
    return own.length > 0 ? mean(own.map((row) => row.value)) : undefined;
  };
  const shoes = a.sessions.flatMap((session, at, all) => {
    if (all.slice(0, at).some((earlier) => earlier.pairId === session.pairId)) return [];
    const other = b.sessions.find(
      (one) =>
        one.pairId === session.pairId &&
        one.configuration === session.configuration &&
        one.removed === session.removed &&
        Math.abs(one.wornKm - session.wornKm) < 1,
    );
    if (!other) return [];
    return SIDES.flatMap((side) => {
      const [own, across] = [meanOfSide(session, side), meanOfSide(other, side)];
      return own === undefined || across === undefined
        ? []
        : [{ shoe: `${session.tag} ${side}`, a: own, b: across }];
    });
  });
  const spread = ({ sessions }: MethodSessions) => {
    const protocol = lab.protocols.find((one) => one.id === sessions[0]?.protocolId);
    const { repeatability } =
      protocol?.stations.find((station) => station.quantity === quantity) ?? {};
    return repeatability?.sd ?? describeQuantity(quantity, lab.catalogue).repeatabilitySd;
  };
  const [sa, sb] = [spread(a), spread(b)];
  return {
    quantity,
    a: { ...a.method, shoes: shoes.length },
    b: { ...b.method, shoes: shoes.length },
    shoes,
    Ua: expand(sa, 8),
    Ub: expand(sb, 8),
    ratio: sa > 0 && sb > 0 ? (sb / sa) ** 2 : 1,
  };
}

/** The bridge over the shoes that two methods share; refused where they are too few. */
export function bridgeOf(
  stores: Stores,
  wanted: { quantity: MeasuredQuantityId; a: string; b: string },
): { shared: z.output<typeof bridgedShoes>; bridge: Bridge } {
  const shared = findBridgedShoes(stores, wanted);
  const noticeable =
    stores.lab.noticeable()[wanted.quantity] ??
    describeQuantity(wanted.quantity, stores.lab.catalogue()).noticeable;
  try {
    const bridge = bridgeMethods(shared.shoes, { ...shared, noticeable });
    return { shared, bridge };
  } catch (error) {
    if (error instanceof RangeError) throw new Refusal(422, `${error.message}.`);
    throw error;
  }
}
