/** When a worn pair is looked at next, at its own pace, by the plan of its use. */
import { type CheckPlan, dueDay, nextCheck, paceOf } from '#core/wear/check-plan.ts';
import type { WornRow } from '../store/rotation.ts';
import type { Stores } from '../stores.ts';

export interface PlannedLook {
  plan: CheckPlan;
  /** In the unit of the plan: where the next is due, where it stands, what it does in a day. */
  at: number;
  now: number;
  pace: number | undefined;
  /** undefined: at this pace no day can be told. */
  on: string | undefined;
}

const DAY_MS = 86_400_000;
const daysBetween = (from: string, to: string) =>
  Math.max(0, Math.floor((Date.parse(to.slice(0, 10)) - Date.parse(from)) / DAY_MS));

export function plannedLook(
  stores: Stores,
  pair: Pick<WornRow, 'id' | 'receivedOn' | 'km'>,
  plan: CheckPlan,
  today: string,
): PlannedLook {
  const outings = stores.wear.outingsInTime(pair.id);
  const looks = [
    ...stores.wear
      .checksOf(pair.id)
      .filter(({ withdrawn }) => withdrawn === null)
      .map(({ km, at }) => ({ km, at })),
    ...stores.rotation.treadOf(pair.id),
  ];
  const hoursBy = (moment: string) =>
    outings
      .filter(({ on }) => on <= moment.slice(0, 10))
      .reduce((hours, { minutes }) => hours + (minutes ?? 0) / 60, 0);
  const amounts = { km: 'km', hours: 'minutes', days: 'days' } as const;
  const measure = {
    km: { now: pair.km, done: looks.map(({ km }) => km) },
    hours: { now: hoursBy(today), done: looks.map(({ at }) => hoursBy(at)) },
    days: {
      now: daysBetween(pair.receivedOn, today),
      done: looks.map(({ at }) => daysBetween(pair.receivedOn, at)),
    },
  }[plan.by];
  const pace =
    amounts[plan.by] === 'days'
      ? 1
      : paceOf(
          outings.map(({ on, km, minutes }) => ({
            on,
            amount: plan.by === 'km' ? km : (minutes ?? 0) / 60,
          })),
          today,
        );
  const at = nextCheck(measure.done, plan);
  return { plan, at, now: measure.now, pace, on: dueDay({ at, now: measure.now, pace, today }) };
}
