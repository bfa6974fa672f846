import { useServerState } from '../api/kept-answers.ts';
import { usePageIsOld } from '../api/old-page.ts';
import { useHealth, useOutbox } from '../api/queries.ts';
import classes from './ServerAway.module.css';

/** Says that the server is away, or that it takes no change, and what becomes of what is typed. */
export function ServerAway() {
  const { away, knownAt } = useServerState();
  const health = useHealth();
  const { waiting } = useOutbox();
  const held = waiting.filter((change) => !change.refused).length;
  const trouble = health.data?.trouble;
  if (usePageIsOld())
    return (
      <p role="alert" className={classes.away}>
        <strong className="look-here">Emvex was updated.</strong> Reload this page: what you typed
        is kept{held > 0 ? `, ${held} waiting` : ''}, and sent then.
      </p>
    );
  if (away)
    return (
      <p role="status" className={classes.away}>
        <strong>The server is away.</strong>{' '}
        {knownAt === undefined
          ? 'What is shown may have changed since.'
          : `Shown is what was last known, ${new Date(knownAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}.`}{' '}
        Readings go on and wait in this browser{held > 0 ? ` (${held} so far)` : ''}; all is sent
        once the server is back.
      </p>
    );
  return trouble ? (
    <p role="alert" className={classes.away} data-trouble>
      <strong className="look-here">Nothing more is written.</strong>{' '}
      <span className={classes.words}>{trouble}</span>
    </p>
  ) : null;
}
