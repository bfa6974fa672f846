import type { ShelfEvidence } from '#core/sheet/shelf.ts';
import classes from './EvidenceMark.module.css';

const LETTERS: Partial<Record<ShelfEvidence, string>> = { claimed: 'c', reported: 'r' };

/** How a figure came to be, as a mark: solid, with an open centre, or open with a letter. */
export function EvidenceMark({
  x,
  y,
  evidence,
}: {
  x: number;
  y: number;
  evidence: ShelfEvidence;
}) {
  const letter = LETTERS[evidence];
  if (letter)
    return (
      <g className={classes.open}>
        <rect x={x - 5.5} y={y - 6} width={11} height={12} />
        <text x={x} y={y + 3.5}>
          {letter}
        </text>
      </g>
    );
  const isMoved = evidence === 'carried' || evidence === 'converted';
  return (
    <g className={classes.solid}>
      <circle cx={x} cy={y} r={isMoved ? 4 : 3.5} />
      {isMoved && <circle cx={x} cy={y} r={1.7} className={classes.centre} />}
    </g>
  );
}

/** What the marks mean. */
export function EvidenceKey() {
  const mark = (evidence: ShelfEvidence) => (
    <svg width="14" height="14" aria-hidden="true">
      <EvidenceMark x={7} y={7} evidence={evidence} />
    </svg>
  );
  return (
    <ul className={classes.key}>
      <li>{mark('measured')} measured</li>
      <li>{mark('carried')} carried or converted</li>
      <li>{mark('claimed')} claimed</li>
      <li>{mark('reported')} reported by others</li>
      <li>
        <svg width="20" height="14" aria-hidden="true" className={classes.doubt}>
          <line x1="1" x2="19" y1="7" y2="7" />
        </svg>{' '}
        doubt, 95 of 100 cases
      </li>
      <li>
        <svg width="20" height="14" aria-hidden="true">
          <rect x="0" y="1" width="20" height="12" fill="url(#noticeable)" />
        </svg>{' '}
        asked for
      </li>
    </ul>
  );
}
