import { Button, Checkbox, Modal, NativeSelect, TextInput } from '@mantine/core';
import { z } from 'zod';
import { CONFIGURATIONS } from '#core/catalogue/stack-basis.ts';
import { fromCanonical } from '#core/sizing/units.ts';
import { useSchemaForm } from '../shell/form.ts';
import { typedQuantity } from '../shell/form-fields.ts';
import { useUnits } from '../shell/units.ts';
import type { SessionTerms } from './sitting.ts';

/** Configuration, parts removed, distance worn and conditioning of the shoes in this sitting. */
export function SessionTermsDialog({
  terms,
  conditioning,
  draft,
  onClose,
  onDescribe,
}: {
  terms: SessionTerms;
  /** What the protocol asks for; empty: nothing. */
  conditioning: string;
  /** Name of what is typed, until it is kept. */
  draft: string;
  onClose: () => void;
  onDescribe: (terms: SessionTerms) => void;
}) {
  const { distanceUnit } = useUnits();
  const { form, drop } = useSchemaForm(
    z.object({
      configuration: z.enum(CONFIGURATIONS),
      removed: z.string(),
      conditioned: z.boolean(),
      worn: typedQuantity('distance', distanceUnit.symbol, (value) =>
        value < 0 ? 'A distance worn is not negative.' : undefined,
      ),
    }),
    {
      configuration: terms.configuration,
      removed: terms.removed,
      conditioned: terms.conditioned ?? false,
      worn: `${Number(fromCanonical(1000 * terms.wornKm, distanceUnit).toFixed(1))} ${distanceUnit.symbol}`,
    },
    'worn',
    draft,
  );
  const submit = form.onSubmit(({ configuration, removed, conditioned, worn }) => {
    drop();
    onDescribe({
      configuration,
      removed: removed.trim(),
      conditioned: conditioning === '' && !conditioned ? null : conditioned,
      wornKm: worn / 1000,
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
