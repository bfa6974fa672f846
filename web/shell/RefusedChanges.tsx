import { Button } from '@mantine/core';
import { takeBack, tryAgain, type WaitingChange } from '../api/outbox.ts';
import { useOutbox } from '../api/queries.ts';
import classes from './RefusedChanges.module.css';

/** What was typed, or the file that was chosen. */
function contentOf(change: WaitingChange): string {
  if ('file' in change) return change.title;
  const { typed, text } = change.body as { typed?: string; text?: string };
  return typed ?? text ?? change.name;
}

/** Changes that the server refused or failed at: each waits for a person, with what was typed. */
export function RefusedChanges() {
  const refused = useOutbox().waiting.filter((change) => change.refused);
  return refused.map((change) => (
    <div key={change.id} className={classes.refused} role="alert">
      <p>
        {change.failures ? 'Set aside' : 'Refused'}
        {change.tag && `, ${change.tag}`}: <span className="figure">{contentOf(change)}</span>.{' '}
        {change.refused?.detail}
      </p>
      <Button size="compact-xs" variant="default" onClick={() => void tryAgain(change.id)}>
        Try again
      </Button>
      <Button size="compact-xs" variant="default" onClick={() => void takeBack(change.id)}>
        Drop it
      </Button>
    </div>
  ));
}
