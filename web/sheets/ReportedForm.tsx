import { Button, Modal, Select, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useDisclosure } from '@mantine/hooks';
import { useRef } from 'react';
import { v7 as newId } from 'uuid';
import { QUANTITIES, QUANTITY_IDS, type QuantityId } from '#core/catalogue/quantities.ts';
import { nameLabel, readLabel, type SizeLabel } from '#core/sizing/size-label.ts';
import { useChange } from '../api/queries.ts';

/** Somebody else's figure: kept with source and date, never pooled with measured ones. */
export function ReportedForm({ editionId, label }: { editionId: string; label: SizeLabel }) {
  const [opened, { open, close }] = useDisclosure(false);
  const add = useChange('addReported');
  const id = useRef(newId());
  const form = useForm({
    initialValues: {
      quantity: 'mass' as QuantityId,
      typed: '',
      label: nameLabel(label),
      basis: '',
      source: '',
      dated: '',
    },
  });
  const submit = form.onSubmit((values) => {
    const size = values.label.trim() === '' ? null : readLabel(values.label);
    if (size && !size.ok) {
      form.setFieldError('label', size.fault.message);
      return;
    }
    add.mutate(
      {
        params: { id: editionId },
        body: {
          ...values,
          id: id.current,
          label: size ? size.value : null,
          dated: values.dated || null,
        },
      },
      {
        onSuccess: () => {
          id.current = newId();
          form.reset();
          close();
        },
        onError: (error) =>
          form.setErrors(
            Object.fromEntries(
              (error.problem?.errors ?? []).map((one) => [one.field, one.message]),
            ),
          ),
      },
    );
  });
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
          {add.isError && !add.error.problem?.errors && (
            <p role="alert" className="look-here">
              {add.error.message}
            </p>
          )}
          <Button type="submit" mt="md" loading={add.isPending}>
            Add figure
          </Button>
        </form>
      </Modal>
    </>
  );
}
