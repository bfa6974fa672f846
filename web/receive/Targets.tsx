/** Targets of a model: between which limits a quantity is to lie, and how its pairs stand to them. */
import { Button, Select, TextInput } from '@mantine/core';
import { z } from 'zod';
import type { Correctable } from '#contract/correction-records.ts';
import { QUANTITY_IDS, type QuantityId } from '#core/catalogue/quantities.ts';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import { useChange } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { type UnitWords, useUnits } from '../shell/units.ts';
import classes from './ReceivePage.module.css';

type Target = Correctable['targets'][number];

function limitWords({ quantity, low, high }: Target, units: UnitWords): string {
  const write = (value: number) => units.write(quantity, value).text;
  if (low === null) return high === null ? '' : `at most ${write(high)}`;
  return high === null ? `at least ${write(low)}` : `${write(low)} to ${write(high)}`;
}

/** `6 within, out: KK-03, cannot tell: KK-05`. */
function verifiedWords({ verified }: Target): string {
  const of = (word: Target['verified'][number]['word']) =>
    verified.filter((one) => one.word === word).map(({ tag }) => tag);
  const [within, out, open] = [of('within'), of('out'), of('cannot tell')];
  return (
    [
      within.length > 0 ? `${within.length} within` : '',
      out.length > 0 ? `out: ${out.join(', ')}` : '',
      open.length > 0 ? `cannot tell: ${open.join(', ')}` : '',
    ]
      .filter(Boolean)
      .join('; ') || 'no pair measured'
  );
}

const typedLimits = (units: UnitWords) =>
  z
    .object({
      quantity: z.enum(QUANTITY_IDS),
      low: z.string(),
      high: z.string(),
      reason: z.string(),
    })
    .transform(({ quantity, low, high, reason }, context) => {
      const { kind } = units.define(quantity);
      const read = (text: string, path: 'low' | 'high'): number | null => {
        if (text.trim() === '') return null;
        const found = readTypedQuantity(text, kind, units.unitOf(quantity).symbol);
        if (found.ok) return found.value.value;
        context.addIssue({ code: 'custom', path: [path], message: found.fault.message });
        return null;
      };
      return { quantity, low: read(low, 'low'), high: read(high, 'high'), reason };
    });

export function Targets({ record: { edition, targets } }: { record: Correctable }) {
  const units = useUnits();
  const set = useChange('setTarget');
  const { form, drop, refuse } = useSchemaForm(
    typedLimits(units),
    { quantity: 'mass', low: '', high: '', reason: '' },
    'reason',
    `target ${edition.modelId}`,
  );
  const { symbol } = units.unitOf(form.values.quantity as QuantityId);
  return (
    <section aria-label="Targets">
      <h2>Targets of the model</h2>
      {targets.length === 0 && (
        <p className="soft">
          None yet. Limits here are held against each pair, lot and delivery of the model.
        </p>
      )}
      {targets.length > 0 && (
        <DataTable
          rows={targets}
          keyOf={({ quantity }) => quantity}
          columns={[
            {
              head: 'Quantity',
              cell: ({ quantity }) => units.define(quantity).name,
              names: true,
            },
            { head: 'Is to be', cell: (target) => limitWords(target, units), figure: true },
            { head: 'Pairs', cell: verifiedWords },
            { head: 'Why', cell: ({ reason }) => reason, soft: true },
          ]}
        />
      )}
      <form
        noValidate
        aria-label="Set a target"
        onSubmit={form.onSubmit((body) =>
          set.mutate(
            { params: { id: edition.modelId }, body },
            {
              onSuccess: () => {
                form.reset();
                drop();
              },
              onError: refuse,
            },
          ),
        )}
      >
        <div className={classes.madeIn}>
          <Select
            size="xs"
            label="Quantity"
            searchable
            allowDeselect={false}
            data={QUANTITY_IDS.map((one) => ({ value: one, label: units.define(one).name }))}
            {...form.getInputProps('quantity')}
          />
          <TextInput size="xs" label={`From, ${symbol}`} {...form.getInputProps('low')} />
          <TextInput size="xs" label={`To, ${symbol}`} {...form.getInputProps('high')} />
          <TextInput size="xs" label="Why" {...form.getInputProps('reason')} />
          <Button type="submit" size="xs" variant="default" loading={set.isPending}>
            Set it
          </Button>
        </div>
      </form>
    </section>
  );
}
