import type { DueItem } from '#contract/due-records.ts';
import classes from './DuePaper.module.css';
import { whenOf } from './due-words.ts';

/** The due list on paper: to be ticked off and signed at the bench. */
export function DuePaper({ items }: { items: readonly DueItem[] }) {
  return (
    <table className={classes.paper} aria-hidden="true">
      <caption>What is due</caption>
      <thead>
        <tr>
          <th>When</th>
          <th>What</th>
          <th>Why</th>
          <th>Done</th>
          <th>By</th>
        </tr>
      </thead>
      <tbody>
        {items.map((item) => (
          <tr key={item.id}>
            <td>{whenOf(item)}</td>
            <td>{item.what}</td>
            <td>{item.why}</td>
            <td>
              <span className={classes.box} />
            </td>
            <td className={classes.by} />
          </tr>
        ))}
      </tbody>
    </table>
  );
}
