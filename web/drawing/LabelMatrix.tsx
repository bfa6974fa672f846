import { Link } from 'react-router';
import type { LabelMatrix as Matrix } from '#contract/sizing-records.ts';
import { labelSlug } from '#core/sizing/size-label.ts';
import { textOf } from '#core/wording/sentence.ts';
import { halfSizesPhrase } from '#core/wording/sizing-sentences.ts';
import classes from './LabelMatrix.module.css';

type Cell = Matrix['cells'][number];

/** Half sizes as they are said in few letters: `+½`, `−1`, `same`. */
export function offsetMark(halfSizes: number): string {
  if (halfSizes === 0) return 'same';
  const size = Math.abs(halfSizes);
  const whole = Math.floor(size / 2);
  return `${halfSizes > 0 ? '+' : '−'}${whole > 0 ? whole : ''}${size % 2 === 1 ? '½' : ''}`;
}

const upOrDown = (halfSizes: number) =>
  halfSizes === 0
    ? 'the same size'
    : `${textOf(halfSizesPhrase(halfSizes))} ${halfSizes > 0 ? 'up' : 'down'}`;

const SAID = { decided: '', probably: 'probably ', 'cannot tell': '' };

/** A cell in a sentence, for ears and for the pointer. */
function cellWords(cell: Cell, from: string, to: string, nameOf: (slug: string) => string): string {
  const { verdict, offsetHalfSizes, evidence, chain } = cell;
  const spoken = evidence
    .map(({ kind, n }) => (kind === 'lengths' ? 'lengths inside' : `${kind} ${n}`))
    .join(', ');
  const answer =
    offsetHalfSizes === undefined ? 'cannot tell' : `${SAID[verdict]}${upOrDown(offsetHalfSizes)}`;
  const over = chain
    ? `; over ${nameOf(chain.over)} it would be ${upOrDown(chain.offsetHalfSizes)}, which is not counted`
    : '';
  return `From ${from} to ${to}: ${answer}${spoken ? `, by ${spoken}` : ''}${over}`;
}

/** From every edition, down the side, to every other, along the top. */
export function LabelMatrix({ matrix }: { matrix: Matrix }) {
  const { editions, cells, label } = matrix;
  const byPlace = new Map(cells.map((cell) => [`${cell.from} ${cell.to}`, cell]));
  const nameOf = (slug: string) => editions.find((one) => one.slug === slug)?.name ?? slug;
  return (
    <div className={classes.scroll}>
      <table className={classes.matrix} aria-label="From the label that fits in a shoe to another">
        <thead>
          <tr>
            <td>
              <span className="soft">from ↓ to →</span>
            </td>
            {editions.map(({ slug, name }) => (
              <th key={slug} scope="col">
                <span>{name}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {editions.map((from) => (
            <tr key={from.slug}>
              <th scope="row">{from.name}</th>
              {editions.map((to) => {
                if (from.slug === to.slug) return <td key={to.slug} data-self="true" />;
                const cell = byPlace.get(`${from.slug} ${to.slug}`);
                if (!cell) return <td key={to.slug} />;
                const words = cellWords(cell, from.name, to.name, nameOf);
                const n = cell.evidence.reduce((sum, one) => sum + one.n, 0);
                const { offsetHalfSizes, chain, verdict } = cell;
                return (
                  <td key={to.slug}>
                    <Link
                      to={`/fit/labels?from=${from.slug}&to=${to.slug}&label=${labelSlug(label)}`}
                      aria-label={words}
                      title={words}
                      data-verdict={verdict}
                    >
                      <strong>
                        {offsetHalfSizes === undefined
                          ? '?'
                          : `${offsetMark(offsetHalfSizes)}${verdict === 'probably' ? '?' : ''}`}
                      </strong>
                      <small>
                        {chain && offsetHalfSizes === undefined
                          ? `(${offsetMark(chain.offsetHalfSizes)})`
                          : n > 0
                            ? `n ${n}`
                            : ''}
                      </small>
                    </Link>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
