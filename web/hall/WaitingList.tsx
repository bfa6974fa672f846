import { Button } from '@mantine/core';
import { sendAgain, takeBack, useOutbox } from './hall-outbox.ts';

/** What is kept on this phone and not at the bench: it can be taken back, and what was refused decided. */
export function WaitingList() {
  const { waiting } = useOutbox();
  if (waiting.length === 0) return null;
  return (
    <section aria-label="Kept on this phone">
      <h2>Kept on this phone</h2>
      <ul className="hall-list">
        {waiting.map((call) => (
          <li key={call.change}>
            {call.words}
            {call.refused && <p className="look-here">{call.refused.words}</p>}
            {call.refused?.again && (
              <Button size="compact-sm" variant="default" onClick={() => void sendAgain(call)}>
                Another one: send it
              </Button>
            )}{' '}
            <Button size="compact-sm" variant="subtle" onClick={() => void takeBack(call.change)}>
              {call.refused ? 'Drop it' : 'Take it back'}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
