/**
 * What was kept on this phone and is not in the lab yet: sent in the order it was kept, once each, as soon as the lab
 * can be reached. What the lab refuses stays until somebody decides.
 */
import { openDB } from 'idb';
import { useSyncExternalStore } from 'react';
import { v7 as newId } from 'uuid';
import { OTHER_LAB_STATUS } from '#contract/headers.ts';
import { knownLab } from '../kit/lab-identity.ts';
import { Outbox, type Outcome, type Waiting } from '../kit/outbox.ts';
import { openedLink } from './hall-link.ts';
import { callHall, HallFault } from './hall-request.ts';

export interface WaitingCall extends Waiting {
  /** Of the link that it was kept under: what one tester kept is never sent as another's. */
  secret: string;
  path: string;
  body?: unknown;
  picture?: Blob;
  /** What it is, in words: 12 km in NS-01. */
  words: string;
  /** What it is about, where it can be shown as a row: an outing. */
  about?: string;
}

const LOOK_MS = 10_000;

async function send({ path, body, picture, id, secret, lab }: WaitingCall): Promise<void> {
  await callHall({
    method: 'POST',
    path,
    change: id,
    secret,
    lab,
    ...(body === undefined ? {} : { body }),
    ...(picture ? { picture } : {}),
  });
}

function judge(error: unknown): Outcome {
  if (!(error instanceof HallFault)) throw error;
  const { status, message } = error;
  const problem = error.problem ?? { type: 'about:blank', title: message, status, detail: message };
  if (!error.passing) return { refused: problem };
  return status === 500 ? { failed: problem } : 'later';
}

export const outboxOfPhone = new Outbox<WaitingCall>({
  name: 'emvex-phone',
  send,
  judge,
  isText: ({ picture }) => picture === undefined,
  asArrived: ({ picture: _, ...call }) => call,
});

/**
 * Keeps a call on this phone, and sends it as soon as that can be.
 * @returns the id of the change
 */
export function keep(call: Omit<WaitingCall, keyof Waiting | 'secret'>): string {
  const id = newId();
  const lab = knownLab();
  outboxOfPhone.keep({ ...call, id, secret: openedLink() ?? '', ...(lab ? { lab } : {}) });
  return id;
}

/** Takes a call back that the lab cannot have; false where it may have it. */
export const takeBack = (id: string): Promise<boolean> => outboxOfPhone.takeBack(id);

/** Sends once more what was refused, said to be another one of its kind where that was the question. */
export const sendAgain = (id: string, asAnother: boolean): Promise<void> =>
  outboxOfPhone.tryAgain(id, (call) =>
    asAnother ? { ...call, body: { ...(call.body as object), again: true } } : call,
  );

/** What a phone of the former version had waiting. */
interface FormerCall extends Omit<WaitingCall, 'id' | 'refused'> {
  change: string;
}

async function takeOverFormer(): Promise<void> {
  const name = 'emvex-hall';
  const known = await indexedDB.databases?.();
  if (known && !known.some((one) => one.name === name)) return;
  const db = await openDB(name, 1, {
    upgrade: (made) => void made.createObjectStore('waiting', { keyPath: 'change' }),
  });
  for (const { change, ...call } of (await db.getAll('waiting')) as FormerCall[]) {
    // A refusal of before is asked about anew: the same change arrives once.
    const { refused: _, ...plain } = call as Partial<WaitingCall>;
    outboxOfPhone.keep({ ...(plain as Omit<WaitingCall, 'id'>), id: change });
    await outboxOfPhone.settle();
    await db.delete('waiting', change);
  }
  db.close();
}

export function startSending(): void {
  const flush = () => void outboxOfPhone.flush();
  window.addEventListener('online', flush);
  window.addEventListener('focus', flush);
  setInterval(() => {
    if (outboxOfPhone.current().waiting.some(({ refused }) => !refused)) flush();
  }, LOOK_MS);
  outboxOfPhone.start();
  void takeOverFormer().catch(() => undefined);
  void outboxOfPhone.reload().then(async (waiting) => {
    // What was kept for another lab goes there once that lab is back at this address.
    for (const { id, refused, lab } of waiting)
      if (refused?.status === OTHER_LAB_STATUS && lab === knownLab())
        await outboxOfPhone.tryAgain(id);
  });
}

/** Told each time something arrived in the lab. */
export const onArrived = (listener: () => void): (() => void) => outboxOfPhone.onArrival(listener);

export const useOutbox = () => useSyncExternalStore(outboxOfPhone.watch, outboxOfPhone.current);
