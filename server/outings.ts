/** Outings, as the bench and the hall keep, change and withdraw them: checked once, in one place. */
import type { z } from 'zod';
import type { outingFields } from '#contract/wear-records.ts';
import { type ReadWay, readWay } from '#core/wear/odometer.ts';
import {
  type LoggedOuting,
  minutesOverADay,
  overlappingOuting,
  sameOuting,
} from '#core/wear/outing-doubles.ts';
import { correct } from './corrections.ts';
import { Refusal, requirePast, wrongValue } from './problems.ts';
import type { StoredPair } from './store/pairs.ts';
import type { StoredOuting } from './store/wear.ts';
import type { Stores } from './stores.ts';
import { publishWear, wayOf } from './wear-standing.ts';

export type OutingFields = z.output<typeof outingFields>;

/** Refuses a day before the pair came, or one that has not come yet. */
export function requireDayOfPair(on: string, receivedOn: string, now: string): void {
  requirePast('on', on, now);
  if (on < receivedOn)
    throw wrongValue('on', `It was received on ${receivedOn}: what it was worn before is a total.`);
}

export function requirePerson(stores: Stores, code: string, field: string): void {
  if (!stores.lab.people().some((person) => person.code === code))
    throw wrongValue(field, `${code} is no code of this lab. Add the person first.`);
}

/** An outing of the same tester, kept or about to be. */
export interface OwnOuting extends LoggedOuting {
  id: string;
}

/** The outing that it may be, kept a second time. */
const sameAs = (outing: LoggedOuting, fields: OutingFields, others: readonly OwnOuting[]) =>
  fields.again ? undefined : sameOuting(outing, others);

/** Refuses what one tester cannot have done besides, and asks where it may be kept already. */
function requireOwnTime(
  stores: Stores,
  outing: LoggedOuting,
  fields: OutingFields,
  others: readonly OwnOuting[],
): void {
  const tagOf = ({ pairId }: LoggedOuting) => stores.pairs.byId(pairId).tag;
  const same = sameAs(outing, fields, others);
  if (same)
    throw new Refusal(
      409,
      `${fields.tester} has ${same.km.toFixed(1)} km in ${tagOf(same)} on ${same.on} already. Another one? Then keep it once more.`,
      [{ field: 'again', message: 'it may be the same outing', choices: ['another one'] }],
    );
  const overlapped = overlappingOuting(outing, others);
  if (overlapped)
    throw wrongValue(
      'beganAt',
      `${fields.tester} was out in ${tagOf(overlapped)} at that time: two outings of one tester overlap.`,
    );
  const minutes = minutesOverADay(outing, others);
  if (minutes !== undefined)
    throw wrongValue(
      'minutes',
      `With this one ${fields.tester} would have been out ${Math.round(minutes / 60)} hours on ${fields.on}.`,
    );
}

/** Outings of a tester near a day that stand, but for one. */
const othersOf = (stores: Stores, { tester, on, id }: OutingFields): OwnOuting[] =>
  stores.wear
    .ofTesterAround(tester, on)
    .filter((other) => other.id !== id && other.withdrawn === null);

/** How far an outing went, once all was checked that stands in it alone. */
function readOuting(stores: Stores, pair: StoredPair, fields: OutingFields, now: string): ReadWay {
  requirePerson(stores, fields.tester, 'tester');
  requireDayOfPair(fields.on, pair.receivedOn, now);
  if (fields.beganAt !== null) requirePast('beganAt', fields.beganAt, now);
  const way = readWay(fields.typed);
  if (!way.ok) throw wrongValue('typed', way.fault.message, way.fault.choices);
  const late = fields.faults.findIndex(({ atKm }) => atKm !== null && atKm > way.value.km);
  if (late >= 0)
    throw wrongValue(
      `faults.${late}.atKm`,
      `It began after ${fields.faults[late]?.atKm} km, and the outing has ${way.value.km.toFixed(1)} km.`,
    );
  const routed = fields.route && stores.wear.ofRoute(fields.route.hash);
  if (routed && routed.id !== fields.id && routed.withdrawn === null)
    throw wrongValue(
      'route',
      `This route is kept already: ${routed.on}, ${stores.pairs.byId(routed.pairId).tag}.`,
    );
  return way.value;
}

const loggedOf = (pair: StoredPair, fields: OutingFields, { km }: ReadWay): OwnOuting => {
  const { id, on, minutes, beganAt } = fields;
  return { id, pairId: pair.id, on, km, minutes, beganAt };
};

/** How far an outing went, once all of it was checked. */
function checkOuting(stores: Stores, pair: StoredPair, fields: OutingFields, now: string): ReadWay {
  const way = readOuting(stores, pair, fields, now);
  requireOwnTime(stores, loggedOf(pair, fields, way), fields, othersOf(stores, fields));
  return way;
}

/** Outings that are to be kept together, or what is wrong with them. */
export interface OutingPlan {
  ready: { pair: StoredPair; fields: OutingFields; way: ReadWay }[];
  /** Those that are kept already: they are left out. */
  alreadyThere: number;
  faults: { at: number; field: string; message: string }[];
}

/** The days beside one: an outing may go on over midnight. */
function daysAround(on: string): string[] {
  const at = Date.parse(on);
  return [-1, 0, 1].map((days) => new Date(at + days * 86_400_000).toISOString().slice(0, 10));
}

/** Looks at outings that are to be kept together, against what is kept and against each other. */
export function planOutings(
  stores: Stores,
  outings: readonly { tag: string; fields: OutingFields }[],
  now: string,
): OutingPlan {
  const plan: OutingPlan = { ready: [], alreadyThere: 0, faults: [] };
  const planned = new Map<string, OwnOuting[]>();
  const plannedOn = (tester: string, on: string) => planned.get(`${tester} ${on}`) ?? [];
  outings.forEach(({ tag, fields }, at) => {
    try {
      const pair = stores.pairs.byTag(tag);
      const way = readOuting(stores, pair, fields, now);
      const logged = loggedOf(pair, fields, way);
      const kept = othersOf(stores, fields);
      if (sameAs(logged, fields, kept)) {
        plan.alreadyThere += 1;
        return;
      }
      const hash = fields.route?.hash;
      if (hash && plan.ready.some((other) => other.fields.route?.hash === hash))
        throw wrongValue('route', 'This route is among them already.');
      const beside = daysAround(fields.on).flatMap((day) => plannedOn(fields.tester, day));
      // Two like ones in one file are two; a file that is sent again adds nothing.
      requireOwnTime(stores, logged, { ...fields, again: true }, [...kept, ...beside]);
      planned.set(`${fields.tester} ${fields.on}`, [
        ...plannedOn(fields.tester, fields.on),
        logged,
      ]);
      plan.ready.push({ pair, fields, way });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      const [first] = error.errors ?? [];
      plan.faults.push({
        at,
        field: first?.field ?? 'pair',
        message: first?.message ?? error.message,
      });
    }
  });
  return plan;
}

/** Keeps outings that were looked at, and what each pair has worn with them. */
export function keepOutings(stores: Stores, { ready }: OutingPlan, now: string): void {
  for (const { pair, fields, way } of ready) stores.wear.addOuting(pair.id, fields, way, now);
  for (const id of new Set(ready.map(({ pair }) => pair.id))) publishWear(stores, id);
}

/** Keeps an outing, and what the pair has worn with it. */
export function keepOuting(
  stores: Stores,
  pair: StoredPair,
  fields: OutingFields,
  now: string,
): { id: string; km: number } {
  stores.wear.addOuting(pair.id, fields, checkOuting(stores, pair, fields, now), now);
  publishWear(stores, pair.id);
  return { id: fields.id, km: wayOf(stores, pair).km };
}

interface Changing {
  change: string;
  now: string;
}

/** Changes what was said of an outing; what it said before stays in the record, and can be had back. */
export function changeOuting(
  stores: Stores,
  call: Changing,
  before: StoredOuting,
  fields: OutingFields,
): void {
  const pair = stores.pairs.byId(before.pairId);
  const { km, halfKm } = checkOuting(stores, pair, fields, call.now);
  const { on, tester, surfaces, faults, ratings, route, again: _, id, ...plain } = fields;
  correct(
    stores,
    call,
    { words: `Changed the outing of ${pair.tag} on ${before.on}`, about: [id, pair.id] },
    (corrector) =>
      corrector.set('outing', id, {
        tester,
        on_day: on,
        km,
        half_km: halfKm,
        typed: plain.typed,
        minutes: plain.minutes,
        wet: plain.wet,
        activity: plain.activity,
        effort: plain.effort,
        temperature: plain.temperature,
        comfort: plain.comfort,
        note: plain.note,
        began_at: plain.beganAt,
        surfaces: JSON.stringify(surfaces),
        faults: JSON.stringify(faults),
        ratings: JSON.stringify(ratings),
        route: route && JSON.stringify(route),
      }),
  );
}

/** Withdraws an outing with a reason, or takes that back. */
export function withdrawOuting(
  stores: Stores,
  call: { change: string },
  { id, pairId, withdrawn }: Pick<StoredOuting, 'id' | 'pairId' | 'withdrawn'>,
  reason: string | null,
): void {
  if (reason !== null && withdrawn !== null)
    throw new Refusal(409, 'This outing is withdrawn already.');
  const { tag } = stores.pairs.byId(pairId);
  correct(
    stores,
    call,
    {
      words: `${reason === null ? 'Took back the withdrawal of' : 'Withdrew'} an outing of ${tag}`,
      about: [id, pairId],
    },
    (corrector) => corrector.set('outing', id, { withdrawn: reason }),
  );
}
