import { Button, Modal, Select, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { ChangeRow } from '#contract/correction-records.ts';
import { useChange, useLab } from '../api/queries.ts';
import { useChanges } from '../api/record-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useDraft } from '../kit/draft.ts';
import { EditionSelect } from '../shell/EditionSelect.tsx';
import { MoreButton } from '../shell/MoreButton.tsx';
import { PairSelect } from '../shell/PairSelect.tsx';
import { TableLinks } from '../shell/TableLinks.tsx';
import classes from './LabPage.module.css';

/** Whose changes are shown: one at a time, kept in the address. */
const WHOSE = ['pair', 'edition', 'instrument', 'person'] as const;

const PLACES = {
  pair: (at: string) => `/pairs/${at}/receive`,
  edition: (at: string) => `/editions/${at}`,
  instrument: (at: string) => `/lab/instruments/${at}`,
} as const;

/** What a change said, in a few words: what was typed of it, without ids. */
function saidIn(detail: string): string {
  const said: unknown = JSON.parse(detail);
  if (typeof said !== 'object' || said === null) return '';
  return Object.entries(said)
    .filter(
      ([key, value]) =>
        !/id$|at$|^version$/i.test(key) &&
        ['string', 'number'].includes(typeof value) &&
        value !== '',
    )
    .slice(0, 6)
    .map(([key, value]) => `${key} ${value}`)
    .join(', ');
}

function BlankDialog({ change, onDone }: { change: ChangeRow; onDone: () => void }) {
  const [{ reason }, put, drop] = useDraft(`erase ${change.id}`, { reason: '' });
  const blank = useChange('blankChange');
  return (
    <Modal opened onClose={onDone} title="Take out what it says">
      <p>
        That something was changed, when and by whom stays in the record; what it said is gone for
        good. Copies in earlier backups stay.
      </p>
      <TextInput
        label="Why"
        data-autofocus
        value={reason}
        maxLength={200}
        error={blank.error?.message}
        onChange={(event) => put({ reason: event.currentTarget.value })}
      />
      <Button
        mt="md"
        disabled={reason.trim() === ''}
        loading={blank.isPending}
        onClick={() =>
          blank.mutate(
            { params: { id: change.id }, body: { reason } },
            {
              onSuccess: () => {
                drop();
                onDone();
              },
            },
          )
        }
      >
        Take it out
      </Button>
    </Modal>
  );
}

/** The record of changes: who changed what, and what of it can be undone. */
export function ChangesPage() {
  const [params, setParams] = useSearchParams();
  const kind = WHOSE.find((one) => params.get(one));
  const chosen = Object.fromEntries(WHOSE.map((one) => [one, params.get(one) ?? '']));
  const choose = (one: (typeof WHOSE)[number]) => (value: string | null) =>
    setParams(value ? { [one]: value } : {}, { replace: true });
  const changes = useChanges(kind ? { [kind]: chosen[kind] } : {});
  const lab = useLab();
  const undo = useChange('undoChange');
  const [blanking, setBlanking] = useState<ChangeRow | null>(null);
  const rows = (changes.data?.pages ?? []).flatMap((page) => page.rows);
  return (
    <section aria-label="Record of changes">
      <h2>Record of changes</h2>
      <p className="soft">
        Everything that was written, newest first. What was put right can be undone by its opposite;
        readings are never removed: void them, with a reason.
      </p>
      <TableLinks of="changes" query={kind ? { [kind]: chosen[kind] } : {}} />
      <div className={classes.fields}>
        <PairSelect
          size="xs"
          label="Of a pair"
          clearable
          value={chosen.pair ?? ''}
          onChange={choose('pair')}
        />
        <EditionSelect
          size="xs"
          label="Of an edition"
          clearable
          value={chosen.edition ?? ''}
          onChange={choose('edition')}
        />
        <Select
          size="xs"
          label="Of an instrument"
          clearable
          searchable
          data={(lab.data?.instruments ?? []).map(({ id, name }) => ({ value: id, label: name }))}
          value={chosen.instrument || null}
          onChange={choose('instrument')}
        />
        <Select
          size="xs"
          label="By a person"
          clearable
          data={(lab.data?.people ?? []).map(({ code }) => code)}
          value={chosen.person || null}
          onChange={choose('person')}
        />
      </div>
      {undo.isError && (
        <p role="alert" className="look-here">
          {undo.error.message}
        </p>
      )}
      <p role="status">{undo.isSuccess ? 'Undone.' : ''}</p>
      {changes.data && rows.length === 0 && <p>Nothing was changed there yet.</p>}
      {rows.length > 0 && (
        <DataTable
          rows={rows}
          keyOf={({ id }) => id}
          columns={[
            { head: 'When', cell: ({ at }) => dayjs(at).format('D MMM YYYY, HH:mm') },
            { head: 'By', cell: ({ person }) => person },
            { head: 'What', cell: ({ what }) => what, strong: ({ undo: can }) => can !== null },
            {
              head: 'Of',
              cell: ({ about }) =>
                about && <Link to={PLACES[about.kind](about.at)}>{about.name}</Link>,
            },
            {
              head: 'It said',
              cell: ({ detail, blankedAt, blankedWhy }) =>
                blankedAt ? `taken out: ${blankedWhy}` : saidIn(detail),
              soft: true,
            },
            {
              head: 'Undo or take out',
              unseen: true,
              cell: (change) => (
                <span className={classes.moves}>
                  {change.undo === 'undone' && <span className="soft">undone </span>}
                  {change.undo === 'can be undone' && (
                    <Button
                      size="compact-xs"
                      variant="default"
                      aria-label={`Undo: ${change.what}`}
                      onClick={() => undo.mutate({ params: { id: change.id }, body: undefined })}
                    >
                      undo
                    </Button>
                  )}{' '}
                  {change.blankedAt === null && change.detail !== 'null' && (
                    <Button
                      size="compact-xs"
                      variant="subtle"
                      aria-label={`Take out what it says: ${change.what}, ${dayjs(change.at).format('D MMM YYYY, HH:mm:ss')}`}
                      onClick={() => setBlanking(change)}
                    >
                      take out
                    </Button>
                  )}
                </span>
              ),
            },
          ]}
        />
      )}
      <MoreButton list={changes} words="Earlier changes" />
      {blanking && (
        <BlankDialog key={blanking.id} change={blanking} onDone={() => setBlanking(null)} />
      )}
    </section>
  );
}
