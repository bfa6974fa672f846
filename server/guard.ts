/**
 * Keeps web pages elsewhere from driving a server on this machine: only requests that name this
 * host, and that come from its own pages or from no page at all, pass.
 */
import type { RequestHandler } from 'express';
import {
  LAB_HEADER,
  OLD_PAGE_STATUS,
  OTHER_LAB_STATUS,
  PAGE_HEADER,
  PAGE_REVISION,
} from '#contract/headers.ts';
import { problemOf, sendProblem } from './problems.ts';

const LOCAL_NAMES = ['127.0.0.1', 'localhost', '[::1]'];

function isLocal(host: string | undefined, port: number | undefined): boolean {
  return LOCAL_NAMES.some((name) => host === `${name}:${port}` || (port === 80 && host === name));
}

function isOwnOrigin(origin: string, port: number | undefined): boolean {
  return LOCAL_NAMES.some((name) => origin === `http://${name}:${port}`);
}

export const guardHost: RequestHandler = (request, response, next) => {
  const port = request.socket.localPort;
  if (!isLocal(request.headers.host, port)) {
    sendProblem(response, problemOf(403, 'This server answers only to its own address.'));
    return;
  }
  const { origin } = request.headers;
  const elsewhere = origin !== undefined && !isOwnOrigin(origin, port);
  const crossSite =
    request.headers['sec-fetch-site'] === 'cross-site' && /^\/api(?:\/|$)/i.test(request.path);
  if (elsewhere || crossSite) {
    sendProblem(response, problemOf(403, 'Requests from other web pages are refused.'));
    return;
  }
  next();
};

/** Addresses that pages of before sent readings to. */
const FORMER_ADDRESSES =
  /^\/api\/(?:matches\/[^/]+\/readings|match-readings\/[^/]+\/void|studies\/gauge\/[^/]+\/(?:readings|back))$/;

const isFormerReading = (path: string, body: unknown) =>
  path === '/api/readings' && typeof body === 'object' && body !== null && 'sessionId' in body;

/** A page that was left open over an update is told so: what it says is read by its successor. */
export const guardPage: RequestHandler = (request, response, next) => {
  const revision = request.get(PAGE_HEADER);
  const former = FORMER_ADDRESSES.test(request.path) || isFormerReading(request.path, request.body);
  if ((revision === undefined || revision === PAGE_REVISION) && !former) return next();
  sendProblem(
    response,
    problemOf(
      OLD_PAGE_STATUS,
      'Emvex was updated since this page was opened. Reload it: what you typed is kept, and sent then.',
    ),
  );
};

/** A change that was made in another lab is not written into this one. */
export const guardLab =
  (identity: string): RequestHandler =>
  (request, response, next) => {
    const lab = request.get(LAB_HEADER);
    if (lab === undefined || request.method === 'GET' || lab === identity) return next();
    sendProblem(
      response,
      problemOf(
        OTHER_LAB_STATUS,
        'This belongs to another lab than the one that is open at this address now. It is kept in this browser and is sent when that lab is open here again.',
      ),
    );
  };

/** Text is UTF-8: another character set would be read into other words than were sent. */
export const guardCharset: RequestHandler = (request, response, next) => {
  const charset = /;\s*charset\s*=\s*"?([^";\s]*)/i.exec(request.get('content-type') ?? '')?.[1];
  if (charset === undefined || /^utf-?8$/i.test(charset)) return next();
  sendProblem(
    response,
    problemOf(415, `The body is in ${charset.slice(0, 30)}: send it as UTF-8.`),
  );
};
