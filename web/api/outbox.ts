/** Changes of the bench that wait in the browser until the server has them. */
import { v7 as newId } from 'uuid';
import type { BodyIn, FileChangeName, ParamsOf, WaitingName } from '#contract/endpoints.ts';
import { OLD_PAGE_STATUS, OTHER_LAB_STATUS } from '#contract/headers.ts';
import { translateChange } from '#core/figures/former-changes.ts';
import { knownLab } from '../kit/lab-identity.ts';
import { Outbox, type Outcome, type Waiting } from '../kit/outbox.ts';
import { currentPerson } from './person.ts';
import { RequestFault, request, requestWithFile } from './request.ts';
import { announce, listen } from './tabs.ts';

interface Kept extends Waiting {
  person: string;
  /** The pair it concerns; empty for a study. */
  tag: string;
}

interface PlainChange<N extends WaitingName> extends Kept {
  name: N;
  params: ParamsOf<N>;
  body: BodyIn<N>;
}

/** A curve or a photograph on its way. */
export interface FileChange extends Kept {
  name: FileChangeName;
  params: Record<string, string>;
  query: Record<string, string>;
  file: Blob;
  /** What it is called where it is told of. */
  title: string;
}

export type WaitingChange<N extends WaitingName = WaitingName> = PlainChange<N> | FileChange;

/**
 * A change in the words of this version. One that was refused for the words of before is not refused
 * any more.
 */
function asNow(change: WaitingChange): WaitingChange {
  if ('file' in change) return change;
  const { name, params, body, refused, ...kept } = change;
  const now = translateChange({ name, params, body });
  if (now.body === body && now.name === name) return change;
  const unheard = refused?.status === OLD_PAGE_STATUS;
  return { ...kept, ...(refused && !unheard ? { refused } : {}), ...now } as WaitingChange;
}

async function send(change: WaitingChange): Promise<void> {
  const { params, id, person, lab } = change;
  const terms = { change: id, person, lab };
  if ('file' in change) {
    const { name, query, file } = change;
    await requestWithFile(name, { params, query, file, ...terms });
  } else {
    await request(change.name, { params, body: change.body, ...terms } as never);
  }
}

/** A server that is busy or full says so; one that fails says nothing that waiting would mend. */
function judge(error: unknown): Outcome {
  if (!(error instanceof RequestFault) || !error.problem) return 'later';
  if (!error.passing) return { refused: error.problem };
  return error.status === 500 ? { failed: error.problem } : 'later';
}

const outbox = new Outbox<WaitingChange>({
  name: 'emvex',
  send,
  judge,
  asNow,
  isText: (change) => !('file' in change),
  // What it was is remembered until it is fetched again; its file is not held for that.
  asArrived: (change) => ('file' in change ? { ...change, file: new Blob() } : change),
  announce: () => announce({ kind: 'outbox' }),
});

/** Keeps a change and sends it as soon as it can be; it is shown at once. */
export function keep<N extends WaitingName>(
  change:
    | (Omit<PlainChange<N>, 'id' | 'person' | 'lab'> & { person?: string })
    | Omit<FileChange, 'id' | 'person' | 'lab'>,
): void {
  const person = ('person' in change && change.person) || currentPerson();
  const lab = knownLab();
  outbox.keep({
    ...change,
    person,
    id: newId(),
    ...(lab ? { lab } : {}),
  } as unknown as WaitingChange);
}

export const flush = () => outbox.flush();
export const settle = () => outbox.settle();
export const takeBack = (id: string) => outbox.takeBack(id);
export const tryAgain = (id: string) => outbox.tryAgain(id);
export const watchOutbox = outbox.watch;
export const outboxState = outbox.current;
export const onArrival = (callback: (change: WaitingChange) => void) => outbox.onArrival(callback);

/** What was typed for another lab goes there once that lab is back at this address. */
async function sendToLab(): Promise<void> {
  const lab = knownLab();
  for (const change of await outbox.reload())
    if (change.refused?.status === OTHER_LAB_STATUS && change.lab === lab)
      await outbox.tryAgain(change.id);
}

/** Starts the outbox: what a closed tab left is read and sent. */
export function startOutbox(): void {
  listen((message) => {
    if (message.kind === 'outbox') void outbox.reload();
  });
  window.addEventListener('online', () => void outbox.flush());
  outbox.start();
  void sendToLab();
}
