/** Who is let into the hall: requests to its own address, with the secret of a link that stands. */
import type { Request, RequestHandler } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { HALL_PHONE_HEADER, HALL_SECRET_HEADER } from '#contract/hall-headers.ts';
import { hallSecret } from '#contract/hall-records.ts';
import { problemOf, Refusal, sendProblem } from '../problems.ts';
import { type FoundLink, hashOfSecret } from '../store/hall-links.ts';
import type { Stores } from '../stores.ts';

const MINUTE_MS = 60_000;
/** So many refused calls from one address in a quarter of an hour, and all more are turned away. */
const MOST_REFUSED = 30;
/** So many calls from one address in a minute. */
const MOST_CALLS = 240;

/** A refusal of the hall, that is told in the record of changes. */
export interface HallRefused {
  why: string;
  /** The link that was tried; undefined where none is known. */
  linkId: string | undefined;
  /** The address that it came from. */
  from: string;
}

const addressOf = (request: Request): string => request.ip ?? 'unknown';

/** Only requests that name this hall, and that come from its own page or from no page at all. */
export function guardHallHost(
  hosts: readonly string[],
  onRefused: (refused: HallRefused) => void,
): RequestHandler {
  const refuse = (request: Request, why: string): never => {
    onRefused({ why, linkId: undefined, from: addressOf(request) });
    throw new Refusal(403, `${why}.`);
  };
  return (request, _response, next) => {
    const port = request.socket.localPort;
    const named = hosts.map((name) => `${name}:${port}`);
    if (!named.includes(request.headers.host ?? ''))
      refuse(request, 'The hall answers only to its own address');
    const { origin } = request.headers;
    const own = named.flatMap((name) => [`http://${name}`, `https://${name}`]);
    const elsewhere = origin !== undefined && !own.includes(origin);
    if (elsewhere || request.headers['sec-fetch-site'] === 'cross-site')
      refuse(request, 'Requests from other web pages are refused');
    next();
  };
}

/** Turns away who calls too often, or was refused too often. */
export function limitCalls(onRefused: (refused: HallRefused) => void): RequestHandler[] {
  const limit = (most: number, windowMs: number, refusedOnly: boolean) =>
    rateLimit({
      windowMs,
      limit: most,
      skipSuccessfulRequests: refusedOnly,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      keyGenerator: (request) => ipKeyGenerator(addressOf(request)),
      handler: (request, response) => {
        onRefused({ why: 'Too many calls', linkId: undefined, from: addressOf(request) });
        sendProblem(
          response,
          problemOf(429, 'Too many calls from this phone. Wait a quarter of an hour.'),
        );
      },
    });
  return [limit(MOST_CALLS, MINUTE_MS, false), limit(MOST_REFUSED, 15 * MINUTE_MS, true)];
}

/** The link that a request carries the secret of. The first phone that opens it is the only one. */
export function requireLink(
  stores: Stores,
  request: Request,
  now: string,
  onRefused: (refused: HallRefused) => void,
): FoundLink {
  const refuse = (status: number, why: string, words: string, linkId?: string): never => {
    onRefused({ why, linkId, from: addressOf(request) });
    throw new Refusal(status, words);
  };
  const given = hallSecret.safeParse(request.get(HALL_SECRET_HEADER)?.replace(/^Link /, ''));
  const link = given.success ? stores.hallLinks.bySecret(given.data) : undefined;
  if (!link)
    return refuse(
      401,
      'A secret that opens nothing',
      'This link opens nothing. Ask the bench for one of your own.',
    );
  if (link.endedAt !== null)
    return refuse(
      410,
      'A link that was ended',
      'This link was ended. Ask the bench for another; what is kept on this phone stays here.',
      link.id,
    );
  const phone = hallSecret.safeParse(request.get(HALL_PHONE_HEADER));
  if (!phone.success)
    return refuse(
      400,
      'No phone',
      'This phone says nothing of itself: open the link anew.',
      link.id,
    );
  if (link.phoneHash === null) stores.hallLinks.bind(link.id, phone.data, now);
  else if (link.phoneHash !== hashOfSecret(phone.data))
    return refuse(
      403,
      'A link that another phone opened',
      'This link is in use on another phone, and opens on that one only. Ask the bench for one of your own.',
      link.id,
    );
  return link;
}
