import { Button, Checkbox, Modal, NativeSelect, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { CONFIGURATIONS } from '#core/catalogue/stack-basis.ts';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import { fromCanonical } from '#core/sizing/units.ts';
import { useUnits } from '../shell/units.ts';
import type { SessionTerms } from './sitting.ts';

/** Configuration, parts removed, distance worn and conditioning of the shoes in this sitting. */
export function SessionTermsDialog({
  terms,
  conditioning,
  onClose,
  onDescribe,
}: {
  terms: SessionTerms;
  /** What the protocol asks for; empty: nothing. */
  conditioning: string;
  onClose: () => void;
  onDescribe: (terms: SessionTerms) => void;
}) {
  const { distanceUnit } = useUnits();
  const form = useForm({
    initialValues: {
      configuration: terms.configuration,
      removed: terms.removed,
      conditioned: terms.conditioned ?? false,
      worn: `${Number(fromCanonical(1000 * terms.wornKm, distanceUnit).toFixed(1))} ${distanceUnit.symbol}`,
    },
    validate: {
      worn: (text) => {
        const read = readTypedQuantity(text, 'distance', distanceUnit.symbol);
        if (!read.ok) return read.fault.message;
        return read.value.value < 0 ? 'A distance worn is not negative.' : null;
      },
    },
  });
  const submit = form.onSubmit(({ configuration, removed, conditioned, worn }) => {
    const read = readTypedQuantity(worn, 'distance', distanceUnit.symbol);
    if (!read.ok) return;
    onDescribe({
      configuration,
      removed: removed.trim(),
      conditioned: conditioning === '' && !conditioned ? null : conditioned,
      wornKm: read.value.value / 1000,
    });
  });
  return (
    <Modal opened onClose={onClose} title="The shoes in this sitting">
      <form onSubmit={submit} noValidate>
        <NativeSelect
          label="Configuration"
          data={[...CONFIGURATIONS]}
          data-autofocus
          {...form.getInputProps('configuration')}
        />
        <TextInput
          mt="sm"
          label="Parts taken off"
          placeholder="laces, gaiter; empty: none"
          maxLength={120}
          {...form.getInputProps('removed')}
        />
        <TextInput mt="sm" label="Worn so far" {...form.getInputProps('worn')} />
        <Checkbox
          mt="md"
          label={conditioning ? `Conditioned: ${conditioning}` : 'Conditioned in the standard room'}
          {...form.getInputProps('conditioned', { type: 'checkbox' })}
        />
        <p className="soft" style={{ margin: '10px 0' }}>
          Figures of other configurations, or after other distances, are not like for like.
        </p>
        <Button type="submit">Keep</Button>
      </form>
    </Modal>
  );
}
