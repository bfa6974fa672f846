import type { Comparison } from '#contract/sheet-records.ts';
import classes from './ComparePage.module.css';

/** What its maker or somebody else states, with an open mark, beside what was measured. */
export function StatedBeside({
  beside,
}: {
  beside: Comparison['rows'][number]['cells'][number]['beside'];
}) {
  return beside.map(({ typed, provenance, source }) => (
    <span
      key={provenance}
      className={classes.beside}
      title={[provenance, source].filter(Boolean).join(', ')}
    >
      <span className={classes.open} aria-hidden="true">
        {provenance === 'claimed' ? 'c' : 'r'}
      </span>{' '}
      <span className="skip">{provenance} </span>
      {typed}
    </span>
  ));
}
