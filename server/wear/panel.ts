/** Who wears what next, week by week; and what testers say of editions, with the tester taken out. */
import type { Panel } from '#contract/life-records.ts';
import { offsetBetween } from '#core/fit/fitting-labels.ts';
import { editionName } from '#core/sizing/edition-name.ts';
import { editionEffects, ownOrder, planPanel } from '#core/wear/fair-panel.ts';
import type { Stores } from '../stores.ts';

const WEEKS = 6;
const DAY_MS = 86_400_000;
/** Editions that are planned with where none were chosen. */
const MOST_EDITIONS = 12;

/** The Monday after a day. */
function nextMonday(today: string): string {
  const at = new Date(`${today}T00:00:00Z`);
  const days = (8 - at.getUTCDay()) % 7 || 7;
  return new Date(at.getTime() + days * DAY_MS).toISOString().slice(0, 10);
}

/** Retired, moved to another use, lost or given away: it is worn for the panel no more. */
const hasLeft = (stores: Stores, pairId: string): boolean => {
  const decision = stores.wear.decisionsOf(pairId).find(({ withdrawn }) => withdrawn === null);
  return decision !== undefined && decision.answer !== 'go on';
};

/** Whether a tester can wear an edition: a pair of it is in use, and its label is about the tester's own. */
function wearable(stores: Stores) {
  const usual = new Map(
    stores.testers.all().map(({ code, profile }) => [code, profile.usualLabel]),
  );
  const pairs = new Map<string, ReturnType<Stores['pairs']['ofEdition']>>();
  return (tester: string, editionId: string): boolean => {
    const own = pairs.get(editionId) ?? stores.pairs.ofEdition(editionId);
    pairs.set(editionId, own);
    const label = usual.get(tester);
    return own.some(({ id, shelved, leftOut, label: worn }) => {
      if (shelved || leftOut !== null || hasLeft(stores, id)) return false;
      if (stores.wear.wearersOf(id).includes(tester)) return true;
      return !label || Math.abs(offsetBetween(label, worn)) <= 2;
    });
  };
}

export function panelOf(
  stores: Stores,
  chosen: readonly string[],
  yardstick: string,
  today: string,
): Panel {
  const stints = stores.rotation.stints();
  const worn = [...new Set(stints.map(({ editionId }) => editionId))];
  const picked = chosen.map((slug) => stores.editions.bySlug(slug).id);
  const planned = picked.length > 0 ? picked : worn.slice(0, MOST_EDITIONS);
  const names = new Map(
    [...new Set([...planned, ...worn])].map((id) => {
      const { slug, ...edition } = stores.editions.byId(id);
      return [id, { slug, name: editionName(edition) }];
    }),
  );
  const slugOf = (id: string) => names.get(id)?.slug ?? '';
  const testers = stores.lab
    .people()
    .filter(({ role }) => role === 'tester')
    .map(({ code }) => code);
  const monday = Date.parse(nextMonday(today));
  const ratings = stints.flatMap(({ tester, editionId, comfort }) =>
    comfort === null ? [] : [{ tester, edition: editionId, value: comfort }],
  );
  const stick = yardstick ? stores.editions.bySlug(yardstick).id : undefined;
  /** The own yardstick shoe: as asked for, else the one that was worn in most weeks. */
  const stickOf = (tester: string) => {
    if (stick) return stick;
    const counts = new Map<string, number>();
    for (const one of ratings)
      if (one.tester === tester) counts.set(one.edition, (counts.get(one.edition) ?? 0) + 1);
    return [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]))[0]?.[0];
  };
  return {
    testers,
    editions: [...names].map(([id, edition]) => ({ ...edition, chosen: planned.includes(id) })),
    worn: testers.flatMap((tester) =>
      planned.map((id) => ({
        tester,
        slug: slugOf(id),
        weeks: stints.filter((one) => one.tester === tester && one.editionId === id).length,
      })),
    ),
    weeks: planPanel(
      {
        testers,
        editions: planned,
        canWear: wearable(stores),
        worn: stints
          .filter(({ editionId }) => planned.includes(editionId))
          .map(({ tester, editionId, on }) => ({ tester, edition: editionId, on })),
      },
      WEEKS,
    ).map(({ week, stints: planning }) => ({
      week,
      from: new Date(monday + (week - 1) * 7 * DAY_MS).toISOString().slice(0, 10),
      stints: planning.map(({ tester, edition, why }) => ({ tester, slug: slugOf(edition), why })),
    })),
    effects: editionEffects(ratings).map(({ edition, ...effect }) => ({
      ...effect,
      slug: slugOf(edition),
    })),
    orders: testers.flatMap((tester) => {
      const own = stickOf(tester);
      if (!own) return [];
      const order = ownOrder(ratings, tester, own);
      return order.length === 0
        ? []
        : [
            {
              tester,
              yardstick: slugOf(own),
              order: order.map(({ edition, against }) => ({ slug: slugOf(edition), against })),
            },
          ];
    }),
  };
}
