/** Everything that is due in the house, in the order of its days; and the same as a calendar file. */

import ical from 'ical-generator';
import type { DueItem } from '#contract/due-records.ts';
import { ENDING_DECISIONS } from '#core/records/wear-verdict.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { dueDay, type PLAN_UNITS, paceOf } from '#core/wear/check-plan.ts';
import { wearTerms } from '#core/wear/wear-terms.ts';
import type { Stores } from '../stores.ts';
import { plannedLook } from './plan.ts';

const UNIT_WORDS: Record<(typeof PLAN_UNITS)[number], string> = {
  km: 'km',
  hours: 'hours',
  days: 'days',
};

const isLate = (on: string | null, today: string) => on !== null && on < today;

function looksDue(stores: Stores, today: string): DueItem[] {
  const changes = stores.thresholds.changes();
  return stores.rotation
    .worn()
    .filter(
      ({ answer, decided }) =>
        !(decided === 1 && ENDING_DECISIONS.some((decision) => decision === answer)),
    )
    .map((pair): DueItem => {
      const { uses } = stores.editions.byId(pair.editionId);
      const { plan, at, now, on } = plannedLook(
        stores,
        pair,
        wearTerms(changes, uses[0]?.discipline ?? '').plan,
        today,
      );
      const unit = UNIT_WORDS[plan.by];
      const over = now >= at;
      return {
        id: `look-${pair.id}-${Math.round(at)}`,
        kind: 'look',
        what: `Look at ${pair.tag}`,
        why: over
          ? `due since ${Math.round(at)} ${unit}, it has ${Math.round(now)}`
          : `at ${Math.round(at)} ${unit}, it has ${Math.round(now)}`,
        on: over ? null : (on ?? null),
        late: over,
        to: `/pairs/${pair.tag}/wear`,
        lookId: null,
      };
    });
}

function returnsDue(stores: Stores, today: string): DueItem[] {
  return stores.rotation.returns().map(({ tag, returnBy, acquisition, from }) => {
    const isLoan = acquisition === 'loaned';
    return {
      id: `return-${tag}-${returnBy}`,
      kind: isLoan ? 'loan' : 'return',
      what: isLoan ? `The loan of ${tag} goes back` : `Last day to return ${tag}`,
      why: from ? `from ${from}` : '',
      on: returnBy,
      late: isLate(returnBy, today),
      to: `/pairs/${tag}/receive`,
      lookId: null,
    };
  });
}

function calibrationsDue(stores: Stores, today: string): DueItem[] {
  return stores.instruments
    .all()
    .filter(({ retired }) => !retired)
    .flatMap(({ id, name, calibrations }): DueItem[] => {
      const latest = [...calibrations].sort((a, b) => b.dueOn.localeCompare(a.dueOn))[0];
      return latest
        ? [
            {
              id: `calibration-${id}-${latest.dueOn}`,
              kind: 'calibration',
              what: `Calibrate ${name}`,
              why: latest.certificate ? `certificate ${latest.certificate} ends` : '',
              on: latest.dueOn,
              late: isLate(latest.dueOn, today),
              to: `/lab/instruments/${id}`,
              lookId: null,
            },
          ]
        : [];
    });
}

function secondLooksDue(stores: Stores, today: string): DueItem[] {
  return stores.rotation.looks().map((look): DueItem => {
    const name = editionName(stores.editions.byId(look.editionId));
    let byWay: string | undefined;
    let reached = false;
    if (look.atKm !== null && look.pairId !== null) {
      const now = stores.wear.kmOf(look.pairId) ?? 0;
      reached = now >= look.atKm;
      const outings = stores.wear.outingsInTime(look.pairId);
      const pace = paceOf(
        outings.map(({ on, km }) => ({ on, amount: km })),
        today,
      );
      byWay = dueDay({ at: look.atKm, now, pace, today });
    }
    // A day and a distance: whichever comes first.
    const on = [look.on, byWay].filter((day) => day != null).sort()[0] ?? null;
    const far = look.atKm === null ? '' : `at ${look.atKm} km of ${look.tag}`;
    return {
      id: `second-look-${look.id}`,
      kind: 'second look',
      what: `${name}: ${look.what}`,
      why: ['promised to readers', far].filter(Boolean).join(', '),
      on,
      late: reached || isLate(look.on, today),
      to: look.tag ? `/pairs/${look.tag}/wear` : `/editions/${look.slug}`,
      lookId: look.id,
    };
  });
}

/** What is due, what is late first, then by its day, then what has none. */
export function dueItems(stores: Stores, today: string): DueItem[] {
  return [
    ...looksDue(stores, today),
    ...returnsDue(stores, today),
    ...calibrationsDue(stores, today),
    ...secondLooksDue(stores, today),
  ].sort(
    (a, b) =>
      Number(b.late) - Number(a.late) ||
      (a.on ?? '9999').localeCompare(b.on ?? '9999') ||
      a.what.localeCompare(b.what),
  );
}

/** The same as a calendar of whole days (RFC 5545); what is late stands today, what has no day is left out. */
export function writeCalendar(items: readonly DueItem[], today: string, now: string): string {
  const calendar = ical({
    name: 'Due at the bench',
    prodId: { company: 'Emvex', product: 'bench' },
  });
  for (const { id, what, why, on, late } of items) {
    const day = late ? today : on;
    if (!day) continue;
    calendar.createEvent({
      id: `${id}@emvex`,
      start: new Date(`${day}T00:00:00Z`),
      end: new Date(Date.parse(`${day}T00:00:00Z`) + 86_400_000),
      allDay: true,
      timezone: 'UTC',
      stamp: new Date(now),
      summary: late ? `${what} (late)` : what,
      description: why,
    });
  }
  return calendar.toString();
}
