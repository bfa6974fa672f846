import { Link } from 'react-router';
import type { IssuedRecord } from '#contract/issued-records.ts';
import { textOf } from '#core/wording/sentence.ts';
import { useComparisonDraft, useKeptComparisons, useSheetDraft } from '../api/issue-queries.ts';
import { Says } from '../kit/Says.tsx';
import classes from './IssuedSheetPage.module.css';
import { ChangeList } from './IssuePanel.tsx';

/** Where the sheet is worked on. */
export function draftAddress({ kind, content, subject }: IssuedRecord): string {
  if (kind === 'comparison') return `/comparisons/${subject}`;
  const label = subject.split('/')[1] ?? '';
  return `/sheets/${content.data?.edition.slug ?? ''}?label=${label}&view=reader`;
}

/** What the records would say today where that is not what this revision says; it stays as it was. */
export function SaidToday({ issued }: { issued: IssuedRecord }) {
  const { id, kind, subject, content } = issued;
  const isComparison = kind === 'comparison';
  const sheet = useSheetDraft(
    content.data?.edition.slug ?? '',
    subject.split('/')[1],
    !isComparison && content.data !== undefined,
  );
  // One that was removed has no draft to ask for.
  const kept = useKeptComparisons(isComparison);
  const isKept = kept.data?.some((comparison) => comparison.id === subject) ?? false;
  const comparison = useComparisonDraft(subject, isKept);
  const draft = isComparison ? comparison.data : sheet.data;
  // Until its own draft has come, that of another sheet may be shown still.
  if (draft?.subject !== subject) return null;
  const standing = draft.revisions.findLast(({ withdrawn }) => withdrawn === null);
  if (!standing) return null;
  if (standing.id !== id)
    return (
      <p role="status" className="look-here">
        <Link to={`/issued/${standing.id}`}>Revision {standing.revision}</Link> is the one that
        stands.
      </p>
    );
  if (draft.changes.length === 0 && draft.warnings.length === 0) return null;
  return (
    <section aria-label="Since it was issued" className={classes.since}>
      <p className="look-here">
        Worked out today, {isComparison ? 'this comparison' : 'this sheet'} would say otherwise; the
        revision stays as it was. <Link to={draftAddress(issued)}>To the draft</Link>
      </p>
      {draft.warnings.map((warning) => (
        <p key={textOf(warning)}>
          <Says words={warning} />
        </p>
      ))}
      <ChangeList changes={draft.changes} />
    </section>
  );
}
