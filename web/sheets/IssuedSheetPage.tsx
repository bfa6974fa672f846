import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { describeSheetFormat, SHEET_FORMAT_IDS } from '#core/records/sheet-format.ts';
import { useIssuedRecord, useWithdraw } from '../api/issue-queries.ts';
import { addressOf } from '../api/request.ts';
import { DocumentView } from '../drawing/DocumentView.tsx';
import { useDraft } from '../kit/draft.ts';
import { useChoices } from '../shell/address.ts';
import { PageFault } from '../shell/PageFault.tsx';
import classes from './IssuedSheetPage.module.css';
import { draftAddress, SaidToday } from './SaidToday.tsx';

/** Files besides the PDF, which has a button of its own. */
const FILES = SHEET_FORMAT_IDS.filter((id) => id !== 'pdf');

/** Withdraws a revision, with a reason; asked once. */
function Withdrawal({ id }: { id: string }) {
  const withdraw = useWithdraw();
  const [open, setOpen] = useState(false);
  const [{ reason }, put, drop] = useDraft(`withdrawal ${id}`, { reason: '' });
  if (!open)
    return (
      <Button size="xs" variant="subtle" onClick={() => setOpen(true)}>
        Withdraw…
      </Button>
    );
  return (
    <form
      className={classes.withdrawal}
      onSubmit={(event) => {
        event.preventDefault();
        withdraw.mutate({ params: { id }, body: { reason } }, { onSuccess: () => drop() });
      }}
    >
      <TextInput
        size="xs"
        label="Why is it withdrawn?"
        description="The revision stays readable, and says so."
        value={reason}
        autoFocus
        error={withdraw.error?.message}
        onChange={(event) => put({ reason: event.currentTarget.value })}
      />
      <Button size="xs" type="submit" disabled={reason.trim() === ''} loading={withdraw.isPending}>
        Withdraw revision
      </Button>
      <Button size="xs" variant="subtle" onClick={() => setOpen(false)}>
        Keep it
      </Button>
    </form>
  );
}

/** A revision that was issued, as it was: to read, to print, to take along. */
export function IssuedSheetPage() {
  const { id = '' } = useParams();
  const [search, choose] = useChoices({ replace: true });
  const issued = useIssuedRecord(id);
  if (issued.isError && !issued.data) return <PageFault error={issued.error} />;
  if (!issued.data) return null;
  const { content, revision, at, person, hash, withdrawn, kind } = issued.data;
  const layout = search.get('layout') === 'lab' ? 'lab' : 'reader';
  const paper = search.get('paper') === 'letter' ? 'letter' : 'a4';
  const isSheet = kind === 'sheet' || kind === 'comparison';
  return (
    <div className={classes.page}>
      <div className={classes.tools}>
        {kind === 'sheet' && (
          <NativeSelect
            size="xs"
            aria-label="Layout"
            value={layout}
            data={[
              { value: 'reader', label: 'for a reader' },
              { value: 'lab', label: 'in full' },
            ]}
            onChange={(event) => choose({ layout: event.currentTarget.value })}
          />
        )}
        <NativeSelect
          size="xs"
          aria-label="Paper"
          value={paper}
          data={[
            { value: 'a4', label: 'A4' },
            { value: 'letter', label: 'Letter' },
          ]}
          onChange={(event) => choose({ paper: event.currentTarget.value })}
        />
        <Button
          size="xs"
          component="a"
          href={addressOf('getIssuedFile', { id }, { as: 'pdf', paper, layout })}
          target="_blank"
        >
          PDF
        </Button>
        {FILES.map((as) => (
          <Button
            key={as}
            size="xs"
            variant="default"
            component="a"
            href={addressOf('getIssuedFile', { id }, { as, layout })}
            {...(describeSheetFormat(as).isShown ? { target: '_blank' } : {})}
          >
            {describeSheetFormat(as).name}
          </Button>
        ))}
        {isSheet && (
          <Button size="xs" variant="subtle" component={Link} to={draftAddress(issued.data)}>
            To the draft
          </Button>
        )}
        {isSheet && !withdrawn && <Withdrawal id={id} />}
      </div>
      {withdrawn && (
        <p role="status" className="look-here">
          Withdrawn {dayjs(withdrawn.at).format('D MMM YYYY')} by {withdrawn.person}:{' '}
          {withdrawn.why}. It stays readable as it was.
        </p>
      )}
      {isSheet && !withdrawn && <SaidToday issued={issued.data} />}
      <DocumentView document={content} layout={layout} />
      <p className={classes.issued}>
        Revision {revision}, issued {dayjs(at).format('D MMM YYYY, HH:mm')}, signed {person}. It
        stays as it was. SHA-256 {hash}
      </p>
    </div>
  );
}
