/** Loads the wear of the scenario: outings in the order of the days, with tread, looks and decisions between them. */
import { randomLcg, randomNormal } from 'd3-random';
import dayjs from 'dayjs';
import { pairJob } from '#contract/life-records.ts';
import { outingFields, wearCheckFields, wearDecisionFields } from '#contract/wear-records.ts';
import { WEAR_CHECK } from '#core/catalogue/protocol.ts';
import { SIDES } from '#core/catalogue/quantities.ts';
import { PLAIN_READING } from '#core/figures/reading.ts';
import { summarisePair } from '#server/measured-pairs.ts';
import type { Stores } from '#server/stores.ts';
import { judgeWear, keptVerdict, publishWear, wayOf } from '#server/wear-standing.ts';
import { WEAR_TRUTHS, type WearTruth } from './wear-truths.ts';

type IdAt = (time: dayjs.Dayjs) => string;

const MINUTES_A_KM = 11;
/** SD of a reading of tread, and of a round about its length. */
const [TREAD_SD, ROUND_SHARE] = [0.06, 0.12];
/** The right heel is worn a little more, as most are. */
const RIGHT_MORE = 1.12;

export function wearOut(stores: Stores, idAt: IdAt): void {
  for (const truth of WEAR_TRUTHS) wearPair(stores, truth, idAt);
}

function wearPair(stores: Stores, truth: WearTruth, idAt: IdAt): void {
  const pair = stores.pairs.byTag(truth.tag);
  const seed = [...truth.tag].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 7919, 5);
  const normal = randomNormal.source(randomLcg(seed / 7919))(0, 1);
  const received = dayjs(pair.receivedOn);
  const told = (at: dayjs.Dayjs, person: string, action: string, request: object) => ({
    id: idAt(at),
    at: at.toISOString(),
    person,
    action,
    subject: pair.id,
    request,
  });
  const checks = [...(truth.checksAtKm ?? [])];
  const looks = [...(truth.looks ?? [])];
  let [km, hours] = [0, 0];
  const lookUntil = (at: dayjs.Dayjs) => {
    while (checks[0] !== undefined && checks[0] <= km) {
      checks.shift();
      measureTread(stores, pair.id, truth, { at, km, normal }, idAt);
    }
    for (let look = looks[0]; look && look.afterKm <= km; look = looks[0]) {
      looks.shift();
      const body = wearCheckFields.parse({ id: idAt(at), person: 'B1', signs: look.signs });
      stores.changes.apply(told(at, 'B1', 'addWearCheck', body), () => {
        stores.wear.addCheck(pair.id, body, { at: at.toISOString(), km: wayOf(stores, pair).km });
        return { id: body.id };
      });
    }
  };
  for (let day = 2; day <= truth.until; day += truth.every) {
    const at = received.add(Math.round(day), 'day').hour(18);
    lookUntil(at.hour(8));
    const way = Math.max(2, truth.roundKm * (1 + ROUND_SHARE * normal()));
    const round = Number(way.toFixed(1));
    hours += (round * MINUTES_A_KM) / 60;
    const { comfort } = truth;
    const felt = comfort
      ? comfort.plateau -
        (comfort.plateau - comfort.start) * Math.exp(-hours / comfort.tauH) +
        0.2 * normal()
      : null;
    const body = outingFields.parse({
      id: idAt(at),
      tester: truth.tester,
      on: at.format('YYYY-MM-DD'),
      typed: `${round} km`,
      minutes: Math.round(round * MINUTES_A_KM),
      surfaces: [truth.surface],
      wet: truth.ground ?? (normal() > 0.8 ? 'wet' : 'dry'),
      comfort: felt === null ? null : Math.min(10, Math.max(0, Math.round(2 * felt) / 2)),
      // Every fourth time somebody says more.
      ratings: truth.felt && Math.round(day) % 4 === 0 ? truth.felt : {},
    });
    stores.changes.apply(told(at, truth.tester, 'addOuting', body), () => {
      stores.wear.addOuting(pair.id, body, { km: round, halfKm: 0 }, at.toISOString());
      return { id: body.id };
    });
    km += round;
  }
  const end = received.add(truth.until + 1, 'day').hour(9);
  lookUntil(end);
  const { decided } = truth;
  if (decided) {
    const body = wearDecisionFields.parse({
      id: idAt(end),
      person: 'B1',
      on: end.format('YYYY-MM-DD'),
      ...decided,
    });
    stores.changes.apply(told(end, 'B1', 'decideWear', body), () => {
      const judged = judgeWear(stores, pair);
      stores.wear.decide(pair.id, body, {
        km: wayOf(stores, pair).km,
        judged: keptVerdict(judged),
      });
      return { id: body.id };
    });
  }
  if (truth.job) stores.rotation.setJob(pair.id, pairJob.parse(truth.job));
  // Those that are still out stand on the phone of their tester.
  if (!truth.decided) stores.wear.give(pair.id, truth.tester, received.format('YYYY-MM-DD'));
  publishWear(stores, pair.id);
}

/** Second looks that readers were promised: at a distance of a pair, and on a day. */
export function promiseLooks(stores: Stores, idAt: IdAt, today: dayjs.Dayjs): void {
  const promise = (tag: string, what: string, due: { on: string | null; atKm: number | null }) => {
    const pair = stores.pairs.byTag(tag);
    const { id: editionId } = stores.editions.byId(pair.editionId);
    stores.rotation.addLook({ id: idAt(today), editionId, pairId: pair.id, what, ...due });
  };
  promise('KK-06', 'a second look after 160 km', { on: null, atKm: 160 });
  const spring = today.add(90, 'day').format('YYYY-MM-DD');
  promise('TF-02', 'a second look after the winter', { on: spring, atKm: null });
}

/** Tread at the marked spots of both shoes, in a sitting of its distance. */
function measureTread(
  stores: Stores,
  pairId: string,
  truth: WearTruth,
  { at, km, normal }: { at: dayjs.Dayjs; km: number; normal: () => number },
  idAt: IdAt,
): void {
  const protocol = stores.protocols.all().find(({ name }) => name === WEAR_CHECK);
  const caliper = stores.instruments.all().find(({ kind }) => kind === 'caliper');
  if (!protocol || !caliper) throw new Error('the scenario lacks a caliper');
  const sessionId = idAt(at);
  stores.sessions.start({
    id: sessionId,
    pairId,
    protocolId: protocol.id,
    person: 'B1',
    configuration: 'as sold',
    removed: '',
    conditioned: null,
    wornKm: Math.round(km),
    startedAt: at.toISOString(),
  });
  let taken = at;
  for (const [quantity, [left, loss]] of Object.entries(truth.tread ?? {}))
    for (const side of SIDES) {
      taken = taken.add(15, 'second');
      const gone = ((loss * km) / 100) * (side === 'right' ? RIGHT_MORE : 1);
      stores.sessions.record({
        ...PLAIN_READING,
        id: idAt(taken),
        occasionId: sessionId,
        side,
        quantity: quantity as 'tread-toe',
        typed: Math.max(0.1, left - gone + TREAD_SD * normal()).toFixed(2),
        unit: 'mm',
        instrumentId: caliper.id,
        takenAt: taken.toISOString(),
      });
    }
  stores.sessions.finish(sessionId, taken.add(30, 'second').toISOString());
  summarisePair(stores, pairId);
}
