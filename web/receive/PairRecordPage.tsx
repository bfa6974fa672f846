import { Button } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useHotkeys } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { claimRecords, claimTextRecords } from '#contract/claim-records.ts';
import type { PairRecord } from '#contract/pair-records.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { claimTerms } from '#core/claims/claim.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { nameLabel } from '#core/sizing/size-label.ts';
import { useChange, usePair } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { Photographs } from '../photographs/Photographs.tsx';
import { putOnBench } from '../shell/bench.ts';
import { editionName } from '../shell/names.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { useUnits } from '../shell/units.ts';
import { ClaimCheck } from './ClaimCheck.tsx';
import { lookUp } from './look-up.ts';
import { PairFieldset } from './PairFieldset.tsx';
import classes from './ReceivePage.module.css';
import {
  emptyForm,
  faultsOfPaths,
  formOfPair,
  type ReceiptForm,
  readEdit,
} from './receipt-form.ts';

type ClaimsOfPair = PairRecord['edition'];

const figureRow = (claim: ClaimsOfPair['claims'][number]) => ({
  id: claim.id,
  what: describeQuantity(claim.quantity).name,
  typed: claim.typed,
  terms: [
    ...claimTerms({ ...claim, label: claim.label ?? undefined }),
    claim.source || 'source not stated',
  ].join('; '),
  withdrawn: claim.withdrawn,
});

const textRow = ({ id, part, text, source, withdrawn }: ClaimsOfPair['claimTexts'][number]) => ({
  id,
  what: part || 'as text',
  typed: text,
  terms: source || 'source not stated',
  withdrawn,
});

/** Claims on file, each with size, basis and source; withdrawn ones stay, struck out. */
function ClaimsOnFile({ record }: { record: PairRecord }) {
  const withdraw = useChange('withdrawClaim');
  const { claims, claimTexts } = record.edition;
  if (claims.length + claimTexts.length === 0)
    return <p className="soft">No claim on file for this edition.</p>;
  return (
    <div className={classes.claims}>
      <DataTable
        rows={[...claims.map(figureRow), ...claimTexts.map(textRow)]}
        keyOf={({ id }) => id}
        rowClass={({ withdrawn }) => (withdrawn === null ? undefined : classes.withdrawn)}
        columns={[
          { head: 'Claimed', cell: ({ what }) => what },
          { head: 'As typed', cell: ({ typed }) => typed, figure: true },
          { head: 'Size, basis, source', cell: ({ terms }) => terms },
          {
            head: 'Withdraw',
            unseen: true,
            cell: ({ id, typed, withdrawn }) =>
              withdrawn === null && (
                <Button
                  size="compact-xs"
                  variant="subtle"
                  aria-label={`Withdraw the claim ${typed}`}
                  onClick={() =>
                    withdraw.mutate({
                      params: { id },
                      body: { reason: 'withdrawn at the bench' },
                    })
                  }
                >
                  withdraw
                </Button>
              ),
          },
        ]}
      />
    </div>
  );
}

function AddClaims({ record }: { record: PairRecord }) {
  const form = useForm<ReceiptForm>({ initialValues: emptyForm() });
  const add = useChange('addClaims');
  const read = readClaims(form.values.claims);
  const submit = () => {
    if (form.values.claims.trim() === '') {
      form.setFieldError('claims', 'Type what is claimed.');
      return;
    }
    const { claimSource } = form.values;
    add.mutate(
      {
        params: { id: record.edition.id },
        body: {
          claims: claimRecords(read, claimSource, newId),
          claimTexts: claimTextRecords(read, claimSource, newId),
        },
      },
      { onSuccess: () => form.reset() },
    );
  };
  return (
    <>
      <ClaimCheck form={form} label="Add claimed figures" />
      <Button variant="default" size="xs" mt="sm" loading={add.isPending} onClick={submit}>
        Add claims
      </Button>
      {add.isError && (
        <p role="alert" className="look-here">
          {add.error.message}
        </p>
      )}
    </>
  );
}

function RecordForm({
  record,
  saved,
  onSaved,
  onReread,
}: {
  record: PairRecord;
  saved: boolean;
  onSaved: () => void;
  onReread: () => void;
}) {
  const { pair, edition } = record;
  const units = useUnits();
  const navigate = useNavigate();
  const edit = useChange('editPair');
  const form = useForm<ReceiptForm>({ initialValues: formOfPair(record) });
  const [version] = useState(pair.version);

  async function save(shelved: boolean): Promise<void> {
    const found = await lookUp(form);
    if (!found) return;
    const read = readEdit(form.values, units.distanceUnit.symbol, version, shelved, found.replaced);
    if ('faults' in read) {
      form.setErrors(read.faults);
      return;
    }
    edit.mutate(
      { params: { id: pair.id }, body: read.edit },
      {
        onSuccess: ({ tag }) => {
          putOnBench(tag);
          if (tag !== pair.tag) void navigate(`/pairs/${tag}/receive`, { replace: true });
          else onSaved();
        },
        onError: (error) => form.setErrors(faultsOfPaths(error.problem?.errors ?? [])),
      },
    );
  }
  useHotkeys([['mod+Enter', () => void save(pair.shelved)]], []);

  const changedElsewhere = pair.version !== version && !edit.isSuccess;
  return (
    <form
      className={classes.page}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save(pair.shelved);
      }}
    >
      <header className={classes.head}>
        <h1>
          {pair.tag}{' '}
          <span className="soft">
            {editionName(edition)}, {nameLabel(pair.label)}
          </span>
        </h1>
        <Button component={Link} to="/receive" variant="default" size="xs">
          Receive another pair
        </Button>
      </header>
      {changedElsewhere && (
        <p role="alert" className="look-here">
          {pair.tag} was changed elsewhere since you opened it. Saving here is refused; nothing is
          overwritten.{' '}
          <Button size="compact-xs" variant="default" onClick={onReread}>
            Show it as it is now
          </Button>
        </p>
      )}
      <div className={classes.columns}>
        <div>
          <h2>This pair</h2>
          <PairFieldset form={form} />
          <footer className={classes.foot}>
            <Button type="submit" loading={edit.isPending}>
              Save changes
            </Button>
            <Button variant="default" onClick={() => void save(!pair.shelved)}>
              {pair.shelved ? 'Back to the table' : 'Put on the shelf'}
            </Button>
            <span role="status">{saved && !form.isDirty() ? 'Saved.' : ''}</span>
          </footer>
          {edit.isError && (
            <div role="alert">
              <p className="look-here">{edit.error.message} What you typed is kept.</p>
              {edit.error.status === 409 && (
                <Button size="xs" variant="default" onClick={onReread}>
                  Show the pair as it is now
                </Button>
              )}
            </div>
          )}
        </div>
        <section className={classes.claimColumn} aria-label="Claims">
          <h2>What the maker claims of this edition</h2>
          <ClaimsOnFile record={record} />
          <AddClaims record={record} />
        </section>
      </div>
    </form>
  );
}

/** The record of a pair received: read, changed, put on the shelf. */
export function PairRecordPage() {
  const { tag = '' } = useParams();
  const pair = usePair(tag);
  const [shown, setShown] = useState({ times: 0, saved: false });
  useEffect(() => {
    if (pair.data) putOnBench(pair.data.pair.tag);
  }, [pair.data]);
  const show = (saved: boolean) =>
    void pair.refetch().then(() => setShown(({ times }) => ({ times: times + 1, saved })));
  if (pair.isError && !pair.data) return <PageFault error={pair.error} />;
  if (!pair.data) return null;
  return (
    <>
      <RecordForm
        key={`${pair.data.pair.id} ${shown.times}`}
        record={pair.data}
        saved={shown.saved}
        onSaved={() => show(true)}
        onReread={() => show(false)}
      />
      <div className={classes.below}>
        <Photographs subject={{ subjectKind: 'pair', subjectId: pair.data.pair.id }} />
      </div>
    </>
  );
}
