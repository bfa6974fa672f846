import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { useLike } from '../api/shelf-queries.ts';
import { Says } from '../kit/Says.tsx';
import { useRested } from '../shell/typing.ts';
import classes from './ComparePage.module.css';

/** Like the yardstick, but lighter: what is nearest in steps, with what drives it. */
export function LikeThis({
  slug,
  without,
  onAdd,
}: {
  slug: string;
  without: readonly string[];
  onAdd: ((slug: string) => void) | undefined;
}) {
  const [typed, setTyped] = useState('');
  const like = useLike(slug, useRested(typed));
  if (!like.data) return null;
  const { name, said, questions, rows } = like.data;
  const near = rows.filter((row) => !without.includes(row.slug)).slice(0, 6);
  return (
    <section className={classes.like} aria-label="Like this one">
      <h2>Like {name}, but …</h2>
      <TextInput
        size="xs"
        aria-label="But otherwise"
        placeholder="lighter, drop under 6"
        value={typed}
        onChange={(event) => setTyped(event.currentTarget.value)}
      />
      <p className="soft" role="status">
        {said.length > 0 ? `Read as ${said.join(', ')}.` : 'The nearest in noticeable steps:'}{' '}
        {questions.map((question) => (
          <span key={question} className="look-here">
            {question}
          </span>
        ))}
      </p>
      <ul>
        {near.map((row) => (
          <li key={row.slug}>
            <Link to={`/sheets/${row.slug}?view=reader`}>{row.name}</Link>:{' '}
            <Says words={row.words} />
            {row.place !== 'fits' && (
              <span className="soft">
                {' '}
                (
                {row.place === 'outside'
                  ? 'not as asked'
                  : row.place === 'may'
                    ? 'may be as asked'
                    : 'cannot tell'}
                )
              </span>
            )}{' '}
            {onAdd && (
              <Button size="compact-xs" variant="subtle" onClick={() => onAdd(row.slug)}>
                add
              </Button>
            )}
          </li>
        ))}
        {near.length === 0 && <li>Nothing else on the shelf has a figure in common with it.</li>}
      </ul>
    </section>
  );
}
