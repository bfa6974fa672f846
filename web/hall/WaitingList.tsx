import { Button } from '@mantine/core';
import { sendAgain, takeBack, useOutbox, type WaitingCall } from './hall-outbox.ts';

/** True where the lab asks whether it is the same outing once more. */
const mayBeSame = ({ refused }: WaitingCall): boolean =>
  refused?.errors?.some(({ field }) => field === 'again') ?? false;

/** What is kept on this phone and not at the bench: it can be taken back, and what was refused decided. */
export function WaitingList() {
  const { waiting } = useOutbox();
  if (waiting.length === 0) return null;
  return (
    <section aria-label="Kept on this phone">
      <h2>Kept on this phone</h2>
      <ul className="hall-list">
        {waiting.map((call) => (
          <li key={call.id}>
            {call.words}
            {call.refused && <p className="look-here">{call.refused.detail}</p>}
            {call.refused && (
              <Button
                size="compact-sm"
                variant="default"
                onClick={() => void sendAgain(call.id, mayBeSame(call))}
              >
                {mayBeSame(call) ? 'Another one: send it' : 'Try again'}
              </Button>
            )}{' '}
            <Button
              size="compact-sm"
              variant="subtle"
              // What is being sent may have arrived: it is withdrawn there, not taken back here.
              disabled={call.offered === true && !call.refused}
              onClick={() => void takeBack(call.id)}
            >
              {call.refused ? 'Drop it' : 'Take it back'}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
