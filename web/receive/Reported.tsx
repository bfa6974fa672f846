/** Figures that somebody else measured: added, put right, withdrawn; never pooled with measured ones. */
import { Button, Modal, Select, TextInput } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { EditionRecord } from '#contract/edition-records.ts';
import { describeQuantity, QUANTITIES, QUANTITY_IDS } from '#core/catalogue/quantities.ts';
import { nameLabel, type SizeLabel } from '#core/sizing/size-label.ts';
import { useChange } from '../api/queries.ts';
import type { RequestFault } from '../api/request.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { typedLabel } from '../shell/form-fields.ts';
import classes from './ReceivePage.module.css';

const REPORTED = z.object({
  quantity: z.enum(QUANTITY_IDS),
  typed: z.string(),
  label: typedLabel,
  basis: z.string(),
  source: z.string(),
  dated: z.string().transform((day) => day || null),
});
type Typed = z.input<typeof REPORTED>;
type Meant = z.output<typeof REPORTED>;
type Reported = EditionRecord['reported'][number];

function ReportedFields({
  draft,
  start,
  action,
  saving,
  onSave,
}: {
  /** Name of what is typed, until it is sent. */
  draft: string;
  start: Typed;
  action: string;
  saving: boolean;
  onSave: (
    reported: Meant,
    sent: { drop: () => void; refuse: (fault: RequestFault) => void },
  ) => void;
}) {
  const { form, drop, refuse } = useSchemaForm(REPORTED, start, 'typed', draft);
  return (
    <form onSubmit={form.onSubmit((reported) => onSave(reported, { drop, refuse }))} noValidate>
      <Select
        label="Figure"
        data={QUANTITY_IDS.map((one) => ({ value: one, label: QUANTITIES[one].name }))}
        allowDeselect={false}
        {...form.getInputProps('quantity')}
      />
      <TextInput
        label="Value with its unit"
        placeholder="318 g"
        data-autofocus
        {...form.getInputProps('typed')}
      />
      <TextInput label="Size, or empty where not stated" {...form.getInputProps('label')} />
      <TextInput label="Basis, as stated" {...form.getInputProps('basis')} />
      <TextInput label="Who reported it, and where" {...form.getInputProps('source')} />
      <TextInput label="Date" type="date" {...form.getInputProps('dated')} />
      <Button type="submit" mt="md" loading={saving}>
        {action}
      </Button>
    </form>
  );
}

/** Adds a reported figure. */
export function ReportedForm({ editionId, label }: { editionId: string; label?: SizeLabel }) {
  const [opened, { open, close }] = useDisclosure(false);
  const add = useChange('addReported');
  const id = useRef(newId());
  return (
    <>
      <Button size="xs" variant="default" onClick={open}>
        Add a reported figure
      </Button>
      <Modal opened={opened} onClose={close} title="A figure somebody else measured">
        <ReportedFields
          draft={`reported of ${editionId}`}
          start={{
            quantity: 'mass',
            typed: '',
            label: label ? nameLabel(label) : '',
            basis: '',
            source: '',
            dated: '',
          }}
          action="Add figure"
          saving={add.isPending}
          onSave={(reported, { drop, refuse }) =>
            add.mutate(
              { params: { id: editionId }, body: { id: id.current, ...reported } },
              {
                onSuccess: () => {
                  id.current = newId();
                  drop();
                  close();
                },
                onError: refuse,
              },
            )
          }
        />
      </Modal>
    </>
  );
}

function CorrectReported({ figure, onDone }: { figure: Reported; onDone: () => void }) {
  const correct = useChange('correctReported');
  const { id, quantity, typed, label, basis, source, dated } = figure;
  return (
    <Modal opened onClose={onDone} title="Put a reported figure right">
      <ReportedFields
        draft={`reported ${id}`}
        start={{
          quantity: quantity as Typed['quantity'],
          typed,
          label: label ? nameLabel(label) : '',
          basis,
          source,
          dated: dated ?? '',
        }}
        action="Correct it"
        saving={correct.isPending}
        onSave={(reported, { drop, refuse }) =>
          correct.mutate(
            { params: { id }, body: reported },
            {
              onSuccess: () => {
                drop();
                onDone();
              },
              onError: refuse,
            },
          )
        }
      />
    </Modal>
  );
}

/** What is reported of an edition, withdrawn figures struck out. */
export function ReportedOnFile({ edition }: { edition: EditionRecord }) {
  const [correcting, setCorrecting] = useState<Reported | null>(null);
  const withdraw = useChange('withdrawReported');
  return (
    <div className={classes.claims}>
      {edition.reported.length === 0 && <p className="soft">Nothing is reported of it.</p>}
      {edition.reported.length > 0 && (
        <DataTable
          rows={edition.reported}
          keyOf={({ id }) => id}
          rowClass={({ withdrawn }) => (withdrawn === null ? undefined : classes.withdrawn)}
          columns={[
            { head: 'Reported', cell: ({ quantity }) => describeQuantity(quantity).name },
            { head: 'As typed', cell: ({ typed }) => typed, figure: true },
            {
              head: 'Size, basis, source',
              cell: ({ label, basis, source, dated }) =>
                [label && nameLabel(label), basis || 'basis not stated', source, dated]
                  .filter(Boolean)
                  .join('; '),
            },
            {
              head: 'Put right',
              unseen: true,
              cell: (figure) =>
                figure.withdrawn === null && (
                  <span className={classes.acts}>
                    <Button
                      size="compact-xs"
                      variant="subtle"
                      aria-label={`Correct the reported ${figure.typed}`}
                      onClick={() => setCorrecting(figure)}
                    >
                      correct
                    </Button>
                    <Button
                      size="compact-xs"
                      variant="subtle"
                      aria-label={`Withdraw the reported ${figure.typed}`}
                      onClick={() =>
                        withdraw.mutate({
                          params: { id: figure.id },
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
      )}
      <ReportedForm editionId={edition.id} />
      {correcting && (
        <CorrectReported
          key={correcting.id}
          figure={correcting}
          onDone={() => setCorrecting(null)}
        />
      )}
    </div>
  );
}
