/** Taking a reading back: unsent it goes, saved it is voided with a reason. */
import { keep, takeBack } from '../api/outbox.ts';
import { useOutbox } from '../api/queries.ts';

export type Undo = (reading: { id: string }, reason: string) => Promise<void>;

export function useUndo({ person, tag }: { person: string; tag: string }): Undo {
  const { waiting } = useOutbox();
  return async ({ id }, reason) => {
    const unsent = waiting.find(
      (change) =>
        change.name === 'recordReading' &&
        'body' in change &&
        (change.body as { id: string }).id === id,
    );
    if (unsent && (await takeBack(unsent.id))) return;
    keep({ person, tag, name: 'voidReading', params: { id }, body: { reason } });
  };
}
