import { useOutbox } from '../api/queries.ts';
import { isStorageLasting } from '../kit/storage.ts';
import classes from './SavedState.module.css';

/** Says that entries wait in the browser; silent while all is saved. */
export function SavedState() {
  const { waiting, status, trouble, durable } = useOutbox();
  const refused = waiting.filter((change) => change.refused).length;
  const held = waiting.length - refused;
  const words = [
    status === 'waiting' && held > 0 ? `${held} waiting to be saved. ${trouble}` : '',
    refused > 0 ? `${refused} refused or set aside: see above the page.` : '',
    durable && isStorageLasting()
      ? ''
      : 'This browser keeps nothing after a reload: drafts, your choices and entries that wait to be saved are lost then. Leave this tab open until all is saved.',
  ].filter(Boolean);
  return (
    <div className={classes.state} role="status" aria-live="polite" data-shown={words.length > 0}>
      {words.join(' ')}
    </div>
  );
}
