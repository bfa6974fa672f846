import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { v7 as newId } from 'uuid';
import type { SheetPart } from '#core/sheet/sheet-words.ts';
import {
  useComparisonDraft,
  useIssueComparison,
  useKeptComparisons,
} from '../api/issue-queries.ts';
import { DocumentView } from '../drawing/DocumentView.tsx';
import { IssuePanel } from '../sheets/IssuePanel.tsx';
import { SheetWriter } from '../sheets/SheetWriter.tsx';
import { PageFault } from '../shell/PageFault.tsx';
import classes from './ComparePage.module.css';

/** The parts that a comparison has words for. */
const PARTS: readonly SheetPart[] = [
  'verdict',
  'for',
  'not for',
  'pros',
  'cons',
  'how it was tested',
  'fit',
  'ride',
  'life',
  'price',
];

/** A kept comparison as one sheet: words and figures of several editions, issued in revisions. */
export function ComparisonSheetPage() {
  const { id = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const draft = useComparisonDraft(id);
  const kept = useKeptComparisons().data?.find((one) => one.id === id);
  const issue = useIssueComparison();
  const [revision, setRevision] = useState(() => newId());
  if (draft.isError && !draft.data) return <PageFault error={draft.error} />;
  if (!draft.data) return null;
  const isWriting = search.get('view') === 'write';
  const terms = new URLSearchParams();
  if (kept) {
    terms.set('editions', kept.editions.join(','));
    if (kept.label) terms.set('label', kept.label);
    if (kept.stack) terms.set('stack', kept.stack);
  }
  return (
    <div className={classes.page}>
      <div className={classes.head}>
        <Button
          size="xs"
          variant="default"
          onClick={() => setSearch(isWriting ? {} : { view: 'write' })}
        >
          {isWriting ? 'Read it' : 'Write the words'}
        </Button>
        {kept && (
          <Button size="xs" variant="subtle" component={Link} to={`/compare?${terms}`}>
            Compare them
          </Button>
        )}
        <Button size="xs" variant="subtle" onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <IssuePanel
        draft={draft.data}
        issuing={issue.isPending}
        fault={issue.error?.message}
        onIssue={() =>
          issue.mutate(
            { params: { id }, body: { id: revision } },
            { onSuccess: () => setRevision(newId()) },
          )
        }
      />
      {isWriting ? (
        <>
          <h1>{draft.data.document.title}</h1>
          <SheetWriter draft={draft.data} parts={PARTS} />
        </>
      ) : (
        <DocumentView document={draft.data.document} />
      )}
    </div>
  );
}
