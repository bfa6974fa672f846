import { TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { findParts } from '#core/catalogue/construction.ts';
import { GLOSSARY, type Term } from '#core/catalogue/glossary.ts';
import { searchTerms } from '#core/sizing/search-terms.ts';
import classes from './Guide.module.css';

/** Does a term answer to what is typed? Its word and its other words first, then what it says. */
function answers({ word, also = [], says }: Term, wanted: readonly string[]): boolean {
  const terms = searchTerms(`${word} ${also.join(' ')} ${says}`);
  return wanted.every((one) => terms.some((term) => term.startsWith(one)));
}

export function Glossary({ terms }: { terms: readonly Term[] }) {
  return (
    <dl className={classes.glossary}>
      {terms.map(({ word, of, says, also }) => (
        <div key={word}>
          <dt>
            {word} <span className="soft">({of})</span>
          </dt>
          <dd>
            {says}
            {also && <span className="soft"> Also: {also.join(', ')}.</span>}
          </dd>
        </div>
      ))}
    </dl>
  );
}

/** Words of the trade and of measuring. */
export function WordsPage() {
  const [typed, setTyped] = useState('');
  const wanted = searchTerms(typed);
  const terms = GLOSSARY.filter((term) => wanted.length === 0 || answers(term, wanted));
  const parts = wanted.length === 0 ? [] : findParts(typed).slice(0, 6);
  return (
    <>
      <h2>Words</h2>
      <TextInput
        size="xs"
        w={280}
        aria-label="Find a word"
        placeholder="Find: drop, repeatability, foxing"
        value={typed}
        onChange={(event) => setTyped(event.currentTarget.value)}
      />
      {parts.length > 0 && (
        <p>
          Parts:{' '}
          {parts.map(({ id, name }, at) => (
            <span key={id}>
              {at > 0 && ', '}
              <Link to={`/guide/shoe/${id}`}>{name}</Link>
            </span>
          ))}
        </p>
      )}
      {terms.length === 0 && <p role="status">No word answers to that.</p>}
      <Glossary terms={terms} />
    </>
  );
}
