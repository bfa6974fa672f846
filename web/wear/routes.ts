/** Routes that were dropped: read one after the other in a worker, and proposed as outings. */
import { proxy, wrap } from 'comlink';
import dayjs from 'dayjs';
import { useEffect, useRef, useState } from 'react';
import type { WearOfPair } from '#contract/wear-records.ts';
import { sameOuting } from '#core/wear/outing-doubles.ts';
import type { RouteAnswer, RouteBench } from '../workers/route-bench.ts';

type Outing = WearOfPair['outings'][number];
export type Route = Extract<RouteAnswer, { ok: true }>['routes'][number];

/** A route that may become an outing. */
export interface ProposedRoute {
  key: string;
  route: Route;
  /** Day of it; empty where its points have no times. */
  on: string;
  chosen: boolean;
}

/** A file that gave none. */
export interface RefusedFile {
  name: string;
  message: string;
}

interface RoutesState {
  proposed: ProposedRoute[];
  refused: RefusedFile[];
  reading: { name: string; share: number; left: number } | undefined;
}

const NOTHING: RoutesState = { proposed: [], refused: [], reading: undefined };

/** Whether a route is kept already, or may be an outing that is; undefined: it is new. */
export function keptAs(
  { route, on }: Pick<ProposedRoute, 'route' | 'on'>,
  tester: string,
  outings: readonly Outing[],
): { how: 'kept' | 'same'; outing: Outing } | undefined {
  const standing = outings.filter(({ withdrawn }) => withdrawn === null);
  const kept = standing.find((outing) => outing.route?.hash === route.hash);
  if (kept) return { how: 'kept', outing: kept };
  const own = standing
    .filter((outing) => outing.tester === tester && outing.route === null)
    .map((outing) => ({ ...outing, pairId: '' }));
  const beganAt = route.beganAt === undefined ? null : new Date(route.beganAt).toISOString();
  const same = sameOuting(
    { pairId: '', on, km: route.km, minutes: route.minutes ?? null, beganAt },
    own,
  );
  const outing = same && standing.find(({ id }) => id === same.id);
  return outing && { how: 'same', outing };
}

/** What of an outing a route says. */
export const saidByRoute = ({ route, on }: ProposedRoute) => ({
  on,
  typed: `${route.km.toFixed(2)} km`,
  minutes: route.minutes === undefined ? null : Math.max(1, Math.round(route.minutes)),
  beganAt: route.beganAt === undefined ? null : new Date(route.beganAt).toISOString(),
  route: {
    hash: route.hash,
    name: route.name,
    movingMinutes: Math.round(route.movingMinutes ?? 0),
    climbM: route.climbM === undefined ? null : Math.round(route.climbM),
    cuts: route.cuts,
  },
});

function proposalsOf(routes: readonly Route[], before: readonly ProposedRoute[]): ProposedRoute[] {
  const seen = new Set(before.map(({ route }) => route.hash));
  return routes
    .filter(({ hash }) => !seen.has(hash))
    .map((route) => ({
      key: route.hash,
      route,
      on: route.beganAt === undefined ? '' : dayjs(route.beganAt).format('YYYY-MM-DD'),
      chosen: true,
    }));
}

export function useRoutes() {
  const [state, setState] = useState(NOTHING);
  const worker = useRef<Worker | undefined>(undefined);
  const stop = () => {
    worker.current?.terminate();
    worker.current = undefined;
  };
  useEffect(() => () => worker.current?.terminate(), []);

  async function read(files: readonly File[]): Promise<void> {
    stop();
    const own = new Worker(new URL('../workers/route-bench.ts', import.meta.url), {
      type: 'module',
    });
    worker.current = own;
    const bench = wrap<RouteBench>(own);
    for (const [at, file] of files.entries()) {
      const tell = (share: number) =>
        setState((before) => ({
          ...before,
          reading: { name: file.name, share, left: files.length - at - 1 },
        }));
      tell(0);
      const answer = await bench.read(file, proxy(tell));
      if (worker.current !== own) return;
      setState((before) => {
        if (!answer.ok)
          return {
            ...before,
            refused: [...before.refused, { name: file.name, message: answer.message }],
          };
        const odd = answer.routes.filter(({ fault }) => fault !== undefined);
        const sound = answer.routes.filter(({ fault }) => fault === undefined);
        const more = proposalsOf(sound, before.proposed);
        const twice = sound.length - more.length;
        return {
          ...before,
          proposed: [...before.proposed, ...more],
          refused: [
            ...before.refused,
            ...odd.map(({ name, fault = '' }) => ({ name, message: fault })),
            ...(twice > 0 ? [{ name: file.name, message: 'It is among the files already.' }] : []),
          ],
        };
      });
    }
    stop();
    setState((before) => ({ ...before, reading: undefined }));
  }

  return {
    ...state,
    read,
    cancel: () => {
      stop();
      setState((before) => ({ ...before, reading: undefined }));
    },
    change: (key: string, more: Partial<Pick<ProposedRoute, 'on' | 'chosen'>>) =>
      setState((before) => ({
        ...before,
        proposed: before.proposed.map((one) => (one.key === key ? { ...one, ...more } : one)),
      })),
    clear: () => {
      stop();
      setState(NOTHING);
    },
  };
}
