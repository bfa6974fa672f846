import { Button } from '@mantine/core';
import { IconPrinter } from '@tabler/icons-react';
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import type { SheetDraft } from '#contract/issue-records.ts';
import { labelSlug } from '#core/sizing/size-label.ts';
import { useIssueSheet, useSheetDraft } from '../api/issue-queries.ts';
import { addressOf } from '../api/request.ts';
import { DocumentView } from '../drawing/DocumentView.tsx';
import { useChoices } from '../shell/address.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { IssuePanel } from './IssuePanel.tsx';
import classes from './SheetPage.module.css';
import { SheetWriter } from './SheetWriter.tsx';

/** Ways to look at a sheet, besides the bench's own. */
export const SHEET_VIEWS = ['reader', 'in full', 'card', 'write'] as const;
export type SheetView = (typeof SHEET_VIEWS)[number];

/** What a draft still wants before it says something to a reader. */
function Wanting({ draft, onWrite }: { draft: SheetDraft; onWrite: () => void }) {
  if (draft.words.verdict?.length) return null;
  return (
    <p className={`soft ${classes.screenOnly}`}>
      No verdict is written yet.{' '}
      <Button size="compact-xs" variant="default" onClick={onWrite}>
        Write the words
      </Button>
    </p>
  );
}

/** The sheet as it would leave the bench: to a reader, in full, as a card, and where its words are written. */
export function SheetPaper({
  edition,
  label,
  view,
}: {
  edition: string;
  label: string | undefined;
  view: SheetView;
}) {
  const draft = useSheetDraft(edition, label);
  const issue = useIssueSheet();
  const [, choose] = useChoices();
  const [id, setId] = useState(() => newId());
  if (draft.isError && !draft.data) return <PageFault error={draft.error} />;
  if (!draft.data?.label) return null;
  const slug = labelSlug(draft.data.label);
  return (
    <>
      <IssuePanel
        draft={draft.data}
        issuing={issue.isPending}
        fault={issue.error?.message}
        onIssue={() =>
          issue.mutate(
            { params: { edition }, body: { id, label: slug } },
            { onSuccess: () => setId(newId()) },
          )
        }
      />
      {(view === 'write' || view === 'card') && <h1>{draft.data.document.title}</h1>}
      {view === 'write' && <SheetWriter draft={draft.data} />}
      {view === 'card' && (
        <img
          className={classes.card}
          src={addressOf('getSheetCard', { edition }, { label: slug })}
          alt={`Card of ${draft.data.document.title}`}
        />
      )}
      {(view === 'reader' || view === 'in full') && (
        <div className={classes.document}>
          <Wanting draft={draft.data} onWrite={() => choose({ view: 'write' })} />
          <DocumentView
            document={draft.data.document}
            {...(view === 'reader' ? { layout: 'reader' as const } : {})}
          />
          <p className={classes.screenOnly}>
            <Button
              size="xs"
              variant="default"
              leftSection={<IconPrinter size={15} />}
              onClick={() => window.print()}
            >
              Print
            </Button>
          </p>
        </div>
      )}
    </>
  );
}
