import { Button } from '@mantine/core';
import dayjs from 'dayjs';
import { Link, useParams } from 'react-router';
import { useMatch } from '../api/queries.ts';
import { useIssued } from '../api/record-queries.ts';
import { DocumentView } from '../drawing/DocumentView.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import classes from './IssuedPage.module.css';

const MISSING = {
  decision: 'A decision is issued once a check is decided.',
  'return-note': 'A return note is written once the check is decided: return.',
};

/** What was issued of the latest decided check of a pair, as it was, to be printed. */
function IssuedPage({ kind }: { kind: keyof typeof MISSING }) {
  const { tag = '' } = useParams();
  const match = useMatch(tag);
  const decided = match.data?.checks.findLast((check) => check.decision);
  const issued = useIssued(decided?.id);
  if (match.isError && !match.data) return <PageFault error={match.error} />;
  if (!match.data || (decided && !issued.data)) return null;
  const check = `/pairs/${match.data.pair.tag}/match`;
  const returned = decided?.decision?.decision === 'return';
  const record =
    kind === 'decision' || returned ? issued.data?.findLast((one) => one.kind === kind) : undefined;
  if (!record)
    return (
      <div className={classes.page}>
        <h1>Nothing is issued yet</h1>
        <p>
          {MISSING[kind]} <Link to={check}>To the check</Link>
        </p>
      </div>
    );
  const { content, revision, at, person, hash } = record;
  return (
    <div className={classes.page}>
      <div className={classes.buttons}>
        <Button size="xs" onClick={() => window.print()}>
          Print
        </Button>
        <Button component={Link} to={check} size="xs" variant="default">
          Back to the check
        </Button>
      </div>
      <DocumentView document={content} />
      <p className={classes.issued}>
        Issued {dayjs(at).format('D MMM YYYY, HH:mm')}
        {person && ` by ${person}`}
        {revision > 1 && `, revision ${revision}`}. It stays as it was. SHA-256 {hash}
      </p>
    </div>
  );
}

export const ReturnNotePage = () => <IssuedPage kind="return-note" />;
export const DecisionPage = () => <IssuedPage kind="decision" />;
