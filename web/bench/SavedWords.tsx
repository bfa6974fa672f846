import { useOutbox } from '../api/queries.ts';
import classes from './Slip.module.css';

/** Whether what was taken is in the book, or waits here and why. */
export function SavedWords() {
  const { waiting, status, trouble } = useOutbox();
  const held = waiting.filter((change) => !change.refused).length;
  return (
    <p className={classes.saved} role="status">
      {held === 0 ? 'All saved' : `${held} waiting to be saved`}
      {status === 'waiting' && held > 0 && <span className={classes.remark}>{trouble}</span>}
    </p>
  );
}
