import { Button, Modal, Select, TextInput } from '@mantine/core';
import { useDisclosure } from '@mantine/hooks';
import { useRef } from 'react';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import { QUANTITIES, QUANTITY_IDS } from '#core/catalogue/quantities.ts';
import { nameLabel, type SizeLabel } from '#core/sizing/size-label.ts';
import { useChange } from '../api/queries.ts';
import { useSchemaForm } from '../shell/form.ts';
import { typedLabel } from '../shell/form-fields.ts';

const REPORTED = z.object({
  quantity: z.enum(QUANTITY_IDS),
  typed: z.string(),
  label: typedLabel,
  basis: z.string(),
  source: z.string(),
  dated: z.string().transform((day) => day || null),
});

/** Somebody else's figure: kept with source and date, never pooled with measured ones. */
export function ReportedForm({ editionId, label }: { editionId: string; label: SizeLabel }) {
  const [opened, { open, close }] = useDisclosure(false);
  const add = useChange('addReported');
  const id = useRef(newId());
  const { form, refuse } = useSchemaForm(
    REPORTED,
    {
      quantity: 'mass',
      typed: '',
      label: nameLabel(label),
      basis: '',
      source: '',
      dated: '',
    },
    'typed',
  );
  const submit = form.onSubmit((reported) =>
    add.mutate(
      { params: { id: editionId }, body: { id: id.current, ...reported } },
      {
        onSuccess: () => {
          id.current = newId();
          form.reset();
          close();
        },
        onError: refuse,
      },
    ),
  );
  return (
    <>
      <Button size="xs" variant="default" onClick={open}>
        Add a reported figure
      </Button>
      <Modal opened={opened} onClose={close} title="A figure somebody else measured">
        <form onSubmit={submit} noValidate>
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
          <Button type="submit" mt="md" loading={add.isPending}>
            Add figure
          </Button>
        </form>
      </Modal>
    </>
  );
}
