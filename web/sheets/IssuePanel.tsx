import { Button } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link } from 'react-router';
import type { SheetDraft } from '#contract/issue-records.ts';
import { joined } from '#core/wording/message.ts';
import { textOf } from '#core/wording/sentence.ts';
import { Says } from '../kit/Says.tsx';
import classes from './IssuePanel.module.css';

type Change = SheetDraft['changes'][number];

/** What changed, each with what moved it. */
export function ChangeList({ changes }: { changes: readonly Change[] }) {
  return (
    <ul className={classes.changes}>
      {changes.map(({ words, because }) => (
        <li key={textOf(words)}>
          <Says words={words} />
          {because.length > 0 && (
            <span className="soft">
              {' '}
              (<Says words={joined(because, '; ')} />)
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}

/** Revisions of a sheet, what speaks against the last, what changed since, and the button that issues the next. */
export function IssuePanel({
  draft,
  onIssue,
  issuing,
  fault,
}: {
  draft: SheetDraft;
  onIssue: () => void;
  issuing: boolean;
  fault: string | undefined;
}) {
  const [all, setAll] = useState(false);
  const { revisions, changes, warnings } = draft;
  const last = revisions.at(-1);
  const next = (last?.revision ?? 0) + 1;
  return (
    <section className={classes.panel} aria-label="Issued">
      {warnings.map((warning) => (
        <p key={textOf(warning)} className="look-here" role="status">
          <Says words={warning} />
        </p>
      ))}
      {fault && (
        <p role="alert" className="look-here">
          {fault}
        </p>
      )}
      <div className={classes.row}>
        <Button size="xs" onClick={onIssue} loading={issuing}>
          Issue revision {next}
        </Button>
        {last ? (
          <span>
            Issued last: <Link to={`/issued/${last.id}`}>revision {last.revision}</Link>,{' '}
            {dayjs(last.at).format('D MMM YYYY')}, signed {last.person}
            {last.withdrawn && ', withdrawn'}.{' '}
            {last.withdrawn
              ? ''
              : changes.length === 0
                ? 'Nothing changed since.'
                : `${changes.length} ${changes.length === 1 ? 'change' : 'changes'} since.`}
          </span>
        ) : (
          <span className="soft">Not issued yet: what is issued stays as it is.</span>
        )}
        {(changes.length > 0 || revisions.length > 1) && (
          <Button size="xs" variant="subtle" aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? 'less' : 'what changed'}
          </Button>
        )}
      </div>
      {all && changes.length > 0 && (
        <>
          <h2>Since revision {last?.revision}</h2>
          <ChangeList changes={changes} />
        </>
      )}
      {all &&
        [...revisions].reverse().map(({ id, revision, at, person, withdrawn, changes: own }) => (
          <div key={id}>
            <h2>
              <Link to={`/issued/${id}`}>Revision {revision}</Link>
            </h2>
            <p className="soft">
              {dayjs(at).format('D MMM YYYY, HH:mm')}, signed {person}
              {withdrawn && `; withdrawn ${dayjs(withdrawn.at).format('D MMM')}: ${withdrawn.why}`}
            </p>
            <ChangeList changes={own} />
          </div>
        ))}
    </section>
  );
}
