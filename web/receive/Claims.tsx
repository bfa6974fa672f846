/** What the maker claims of an edition: seen, added, put right, withdrawn. */
import { Button, Modal } from '@mantine/core';
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import { claimRecords, claimTextRecords } from '#contract/claim-records.ts';
import type { EditionRecord } from '#contract/edition-records.ts';
import { describeQuantity } from '#core/catalogue/quantities.ts';
import { readClaims } from '#core/claims/claim-text.ts';
import { claimTerms } from '#core/wording/claim-sentences.ts';
import { textOf } from '#core/wording/sentence.ts';
import { useChange } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useDraftForm } from '../shell/form.ts';
import { ClaimCheck } from './ClaimCheck.tsx';
import { textOfClaim, withTermsOf } from './claim-correction.ts';
import classes from './ReceivePage.module.css';
import { emptyForm, type ReceiptForm } from './receipt-form.ts';

interface ClaimRow {
  id: string;
  what: string;
  typed: string;
  terms: string;
  withdrawn: string | null;
  /** As it is typed again, to be put right. */
  again: string;
  source: string;
  /** The figure that is claimed; left out: words. */
  claim?: EditionRecord['claims'][number];
}

function figureRow(claim: EditionRecord['claims'][number]): ClaimRow {
  const { id, quantity, typed, label, source, withdrawn } = claim;
  const what = describeQuantity(quantity).name;
  const terms = claimTerms({ ...claim, label: label ?? undefined });
  return {
    id,
    what,
    typed,
    terms: [...terms.map(textOf), source || 'source not stated'].join('; '),
    withdrawn,
    again: textOfClaim(claim),
    source,
    claim,
  };
}

const textRow = ({
  id,
  part,
  text,
  source,
  withdrawn,
}: EditionRecord['claimTexts'][number]): ClaimRow => ({
  id,
  what: part || 'as text',
  typed: text,
  terms: source || 'source not stated',
  withdrawn,
  again: text,
  source,
});

/** Claims as typed, ready to be sent; undefined where none is typed, which the field then says. */
function useTypedClaims(draft: string, start: Pick<ReceiptForm, 'claims' | 'claimSource'>) {
  const { form, drop } = useDraftForm<ReceiptForm>(draft, {
    initialValues: { ...emptyForm(), ...start },
  });
  const read = () => {
    const { claims, claimSource } = form.values;
    if (claims.trim() === '') {
      form.setFieldError('claims', 'Type what is claimed.');
      return undefined;
    }
    const found = readClaims(claims);
    return {
      claims: claimRecords(found, claimSource, newId),
      claimTexts: claimTextRecords(found, claimSource, newId),
    };
  };
  return { form, drop, read };
}

function CorrectClaim({ claim, onDone }: { claim: ClaimRow; onDone: () => void }) {
  const { form, drop, read } = useTypedClaims(`claim ${claim.id}`, {
    claims: claim.again,
    claimSource: claim.source,
  });
  const correct = useChange('correctClaim');
  const submit = () => {
    const body = read();
    if (!body) return;
    const claims = claim.claim ? withTermsOf(claim.claim, body.claims) : body.claims;
    correct.mutate(
      { params: { id: claim.id }, body: { ...body, claims } },
      {
        onSuccess: () => {
          drop();
          onDone();
        },
      },
    );
  };
  return (
    <Modal opened onClose={onDone} title="Put a claim right" size="lg">
      <ClaimCheck form={form} label="As it should stand" />
      <Button mt="md" onClick={submit} loading={correct.isPending}>
        Correct it
      </Button>
      {correct.isError && (
        <p role="alert" className="look-here">
          {correct.error.message}
        </p>
      )}
    </Modal>
  );
}

/** Claims on file, each with size, basis and source; withdrawn ones stay, struck out. */
export function ClaimsOnFile({
  edition: { claims, claimTexts },
}: {
  edition: Pick<EditionRecord, 'claims' | 'claimTexts'>;
}) {
  const withdraw = useChange('withdrawClaim');
  const [correcting, setCorrecting] = useState<ClaimRow | null>(null);
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
            head: 'Put right',
            unseen: true,
            cell: (claim) =>
              claim.withdrawn === null && (
                <span className={classes.acts}>
                  <Button
                    size="compact-xs"
                    variant="subtle"
                    aria-label={`Correct the claim ${claim.typed}`}
                    onClick={() => setCorrecting(claim)}
                  >
                    correct
                  </Button>
                  <Button
                    size="compact-xs"
                    variant="subtle"
                    aria-label={`Withdraw the claim ${claim.typed}`}
                    onClick={() =>
                      withdraw.mutate({
                        params: { id: claim.id },
                        body: { reason: 'withdrawn at the bench' },
                      })
                    }
                  >
                    withdraw
                  </Button>
                </span>
              ),
          },
        ]}
      />
      {correcting && (
        <CorrectClaim key={correcting.id} claim={correcting} onDone={() => setCorrecting(null)} />
      )}
    </div>
  );
}

/** Adds claims to an edition. */
export function AddClaims({ editionId }: { editionId: string }) {
  const { form, drop, read } = useTypedClaims(`claims of ${editionId}`, {
    claims: '',
    claimSource: '',
  });
  const add = useChange('addClaims');
  const submit = () => {
    const body = read();
    if (!body) return;
    add.mutate(
      { params: { id: editionId }, body },
      {
        onSuccess: () => {
          form.reset();
          drop();
        },
      },
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
