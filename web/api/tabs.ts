/** What tabs of one browser tell each other. */
import type { Topic } from '#contract/endpoint.ts';

export type TabMessage =
  | { kind: 'outbox' }
  | { kind: 'changed'; topics: readonly Topic[] }
  | { kind: 'open'; tag: string; reply: boolean };

const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('emvex');

export function announce(message: TabMessage): void {
  channel?.postMessage(message);
}

/** Hears what other tabs announce; answers with a way to stop. */
export function listen(callback: (message: TabMessage) => void): () => void {
  const hear = (event: MessageEvent<TabMessage>) => callback(event.data);
  channel?.addEventListener('message', hear);
  return () => channel?.removeEventListener('message', hear);
}
