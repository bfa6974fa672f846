import { Button } from '@mantine/core';
import { takeBack, tryAgain } from '../api/outbox.ts';
import { useOutbox } from '../api/queries.ts';
import classes from './RefusedChanges.module.css';

/** Changes that the server refused: each waits for a person, with what was typed. */
export function RefusedChanges() {
  const refused = useOutbox().waiting.filter((change) => change.refused);
  return refused.map((change) => (
    <div key={change.id} className={classes.refused} role="alert">
      <p>Refused: {change.refused?.detail}</p>
      <p className="figure">{(change.body as { typed?: string }).typed ?? change.name}</p>
      <Button size="compact-xs" variant="default" onClick={() => void tryAgain(change.id)}>
        Try again
      </Button>{' '}
      <Button size="compact-xs" variant="default" onClick={() => void takeBack(change.id)}>
        Drop it
      </Button>
    </div>
  ));
}
