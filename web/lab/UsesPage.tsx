import { Button, Checkbox, MultiSelect, Textarea, TextInput } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { describePart, type PartId, SHOE_PARTS } from '#core/catalogue/construction.ts';
import {
  copyOfUse,
  describeDiscipline,
  MOST_STATIONS,
  type OwnUse,
  type ShippedUse,
  type UseEntry,
} from '#core/catalogue/disciplines.ts';
import type { MeasuredQuantityId, QuantityId } from '#core/catalogue/quantities.ts';
import { useChange, useLab } from '../api/queries.ts';
import { useSchemaForm } from '../shell/form.ts';
import { typedList } from '../shell/form-fields.ts';
import { useUnits } from '../shell/units.ts';
import { useUses } from '../shell/uses.ts';
import classes from './LabPage.module.css';

const lines = z.string().transform((text) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean),
);

const USE = z.object({
  name: z.string().trim().min(1, 'a name of its own, such as night rounds'),
  says: z.string().trim().min(1, 'for whom and for what, in a line'),
  classed: z.boolean(),
  takes: z
    .array(z.custom<MeasuredQuantityId>())
    .min(1, 'it takes one quantity at least')
    .max(MOST_STATIONS, `at most ${MOST_STATIONS}; more are a full bench`),
  parts: z.array(z.custom<PartId>()),
  specialities: typedList,
  cautions: lines,
});

/** A copy of a use, to be changed: what may hurt somebody stays as it is said of the one it was copied from. */
function UseForm({ start, onDone }: { start: OwnUse; onDone: () => void }) {
  const units = useUnits();
  const save = useChange('saveUse');
  const isNew = start.name === '';
  const { form, drop, refuse } = useSchemaForm(
    USE,
    {
      ...start,
      specialities: start.specialities.join(', '),
      cautions: start.cautions.join('\n'),
    },
    'name',
    `use ${isNew ? `copied from ${start.copiedFrom}` : start.name}`,
  );
  const done = () => {
    drop();
    onDone();
  };
  const quantities = Object.values(units.catalogue).filter(
    ({ computed, named }) => !computed && !named,
  );
  const source = describeDiscipline(start.copiedFrom);
  const first = useRef<HTMLInputElement>(null);
  useEffect(() => first.current?.focus(), []);
  return (
    <form
      noValidate
      aria-label={isNew ? `A copy of ${start.copiedFrom}` : start.name}
      onSubmit={form.onSubmit(({ name, ...body }) =>
        save.mutate(
          { params: { name }, body: { ...body, copiedFrom: start.copiedFrom } },
          { onSuccess: done, onError: refuse },
        ),
      )}
    >
      <div className={classes.fields}>
        <TextInput
          size="xs"
          label="Name"
          ref={isNew ? first : undefined}
          disabled={!isNew}
          maxLength={60}
          {...form.getInputProps('name')}
        />
        <TextInput
          size="xs"
          label="For whom, and for what"
          ref={isNew ? undefined : first}
          maxLength={200}
          {...form.getInputProps('says')}
        />
        <TextInput
          size="xs"
          label="Narrower"
          placeholder="hill, town"
          {...form.getInputProps('specialities')}
        />
        <Checkbox
          size="xs"
          label="classes of running shoes for stack and drop"
          {...form.getInputProps('classed', { type: 'checkbox' })}
        />
      </div>
      <MultiSelect
        mt="xs"
        size="xs"
        label={`Takes, in the order of the hand (${form.values.takes.length} of at most ${MOST_STATIONS})`}
        searchable
        hidePickedOptions
        data={quantities.map(({ id, name }) => ({ value: id, label: name }))}
        {...form.getInputProps('takes')}
      />
      <MultiSelect
        mt="xs"
        size="xs"
        label="Parts that are looked at first"
        searchable
        hidePickedOptions
        data={SHOE_PARTS.map(({ id, name, group }) => ({ value: id, label: `${name} (${group})` }))}
        {...form.getInputProps('parts')}
      />
      <Textarea
        mt="xs"
        size="xs"
        autosize
        minRows={1}
        label="Further cautions, a line each"
        description={`These stay: ${source.cautions.join(' ')}`}
        {...form.getInputProps('cautions')}
      />
      <Button type="submit" size="xs" mt="xs" loading={save.isPending}>
        Keep it
      </Button>{' '}
      <Button size="xs" mt="xs" variant="subtle" onClick={onDone}>
        Leave it
      </Button>
    </form>
  );
}

function UseWords({ use }: { use: UseEntry }) {
  const units = useUnits();
  const takes = use.takes.map((id) => units.define(id as QuantityId).short).join(', ');
  const parts = use.parts.map((id) => describePart(id).name.toLowerCase()).join(', ');
  return (
    <>
      <strong>{use.name}</strong> <span className="soft">{use.says}</span>
      {use.copiedFrom && <span className="soft"> Copied from {use.copiedFrom}.</span>}
      {use.cautions.map((caution) => (
        <span key={caution} style={{ display: 'block' }}>
          {caution}
        </span>
      ))}
      <details>
        <summary>What it brings</summary>
        {use.specialities && use.specialities.length > 0 && (
          <p>Narrower: {use.specialities.join(', ')}.</p>
        )}
        <p>Takes {takes}.</p>
        <p>First on the walk: {parts || 'nothing in particular'}.</p>
      </details>
    </>
  );
}

/** Every use with what it brings; a lab copies one and changes the copy. */
export function UsesPage() {
  const uses = useUses();
  const own = useLab().data?.ownUses ?? [];
  const [open, setOpen] = useState<OwnUse | null>(null);
  const startOf = (use: UseEntry): OwnUse =>
    own.find(({ name }) => name === use.name) ?? copyOfUse(use.name as ShippedUse);
  return (
    <section>
      <h2 className={classes.heading}>Uses</h2>
      <p className="soft">
        What shoes are made for: each brings a protocol, the parts looked at first, tolerances and
        cautions. Copy one and change the copy; its tolerances are changed under Tolerances, its
        protocol stands under Protocols.
      </p>
      <ul className={classes.list}>
        {uses.map((use) => (
          <li key={use.name}>
            <UseWords use={use} />
            <Button
              size="xs"
              mt={6}
              variant="default"
              onClick={() => setOpen(startOf(use))}
              aria-label={use.copiedFrom ? `Change ${use.name}` : `Copy ${use.name}`}
            >
              {use.copiedFrom ? 'Change…' : 'Copy and change…'}
            </Button>
            {open && (open.name || open.copiedFrom) === use.name && (
              <UseForm key={use.name} start={open} onDone={() => setOpen(null)} />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
