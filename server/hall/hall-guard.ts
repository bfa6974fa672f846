/** Who is let into the hall: requests to its own address, with the secret of a link that stands. */
import type { Request, RequestHandler } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { HALL_PHONE_HEADER, HALL_SECRET_HEADER } from '#contract/hall-headers.ts';
import { hallSecret } from '#contract/hall-records.ts';
import { problemOf, Refusal, sendProblem } from '../problems.ts';
import { type FoundLink, hashOfSecret } from '../store/hall-links.ts';
import type { Stores } from '../stores.ts';

const MINUTE_MS = 60_000;
/** So many wrong secrets from one address in a quarter of an hour, and all more are turned away. */
const MOST_GUESSES = 30;
/** So many calls by one link, or from one address without one, in a minute. */
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

/** The link that a request names by its secret, and whether it comes from the phone that opened it. */
function linkOf(stores: Stores, request: Request): { link?: FoundLink; isRightful: boolean } {
  const given = hallSecret.safeParse(request.get(HALL_SECRET_HEADER)?.replace(/^Link /, ''));
  const link = given.success ? stores.hallLinks.bySecret(given.data) : undefined;
  if (!link) return { isRightful: false };
  const phone = hallSecret.safeParse(request.get(HALL_PHONE_HEADER));
  const isRightful =
    phone.success && (link.phoneHash === null || link.phoneHash === hashOfSecret(phone.data));
  return { link, isRightful };
}

/** Answered where the secret of a link, or that of its phone, is wrong. */
const WRONG_SECRET = [401, 403];

/**
 * Turns away who guesses secrets, and who calls without end. Only wrong secrets count as guesses: a rightful tester is
 * not shut out by conflicts, by a busy lab, or by others at the same address.
 */
export function limitCalls(
  stores: Stores,
  onRefused: (refused: HallRefused) => void,
): RequestHandler[] {
  const tell =
    (words: string): RequestHandler =>
    (request, response) => {
      onRefused({ why: 'Too many calls', linkId: undefined, from: addressOf(request) });
      sendProblem(response, problemOf(429, words));
    };
  const keyOf = (request: Request) => {
    const { link, isRightful } = linkOf(stores, request);
    const address = ipKeyGenerator(addressOf(request));
    if (!link) return address;
    return isRightful ? `link ${link.id}` : `link ${link.id} at ${address}`;
  };
  const shared = { standardHeaders: 'draft-8', legacyHeaders: false, keyGenerator: keyOf } as const;
  return [
    rateLimit({
      ...shared,
      windowMs: MINUTE_MS,
      limit: MOST_CALLS,
      handler: tell('Too many calls from this phone. Wait a minute: what you typed is kept.'),
    }),
    rateLimit({
      ...shared,
      windowMs: 15 * MINUTE_MS,
      limit: MOST_GUESSES,
      skip: (request) => linkOf(stores, request).isRightful,
      skipSuccessfulRequests: true,
      requestWasSuccessful: (_request, response) => !WRONG_SECRET.includes(response.statusCode),
      handler: tell('Too many wrong links from here. Wait a quarter of an hour.'),
    }),
  ];
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
      'This link is not valid. Ask the lab for your own link.',
    );
  if (link.endedAt !== null)
    return refuse(
      410,
      'A link that was ended',
      'This link has ended. Ask the lab for a new one; what is saved on this phone stays here.',
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
      'This link is in use on another phone and opens only there. Ask the lab for your own link.',
      link.id,
    );
  return link;
}
