import { Button, Checkbox, NativeSelect, Table, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link } from 'react-router';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { DRAWING_VIEWS, type QuantityDefinition } from '#core/catalogue/quantity.ts';
import { TOOL_NAMES } from '#core/catalogue/tools.ts';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import { canonicalUnit, QUANTITY_KINDS } from '#core/sizing/units.ts';
import { useChange, useLab, useThresholds } from '../api/queries.ts';
import { useUnits } from '../shell/units.ts';
import { readNumber, showFaults } from './form-numbers.ts';
import classes from './LabPage.module.css';
import { LineForm } from './LineForm.tsx';

/** One noticeable step: a default of common practice that the lab may change, with its reason. */
function StepForm({
  quantity,
  step,
  onDone,
}: {
  quantity: QuantityId;
  step: number;
  onDone: () => void;
}) {
  const units = useUnits();
  const { name, kind } = units.define(quantity);
  const change = useChange('setNoticeable');
  const form = useForm({
    initialValues: { step: units.span(quantity, step).replace('+', ''), reason: '' },
  });
  const submit = form.onSubmit((values) => {
    const read = readTypedQuantity(values.step, kind, units.unitOf(quantity).symbol);
    if (!read.ok) return form.setFieldError('step', read.fault.message);
    if (!(read.value.value > 0)) return form.setFieldError('step', 'A step is more than nothing.');
    change.mutate(
      { body: { quantity, step: read.value.value, reason: values.reason } },
      { onSuccess: onDone, onError: (error) => showFaults(form, error, 'reason') },
    );
  });
  return (
    <LineForm
      name={`Noticeable step of ${name.toLowerCase()}`}
      why={form.getInputProps('reason')}
      saving={change.isPending}
      onSubmit={submit}
      onDone={onDone}
    >
      <TextInput size="xs" label="Step" data-autofocus {...form.getInputProps('step')} />
    </LineForm>
  );
}

function StepRow({ definition, step }: { definition: QuantityDefinition; step: number }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const quantity = definition.id as QuantityId;
  const { name, noticeableShare } = definition;
  return (
    <li>
      <div className={classes.step}>
        <strong>{name}</strong>
        {noticeableShare === undefined ? (
          <>
            <span className="figure">{units.span(quantity, step).replace('+', '')}</span>
            <Button
              size="compact-xs"
              variant="default"
              aria-label={`Change the step of ${name}`}
              onClick={() => setOpen(!open)}
            >
              Change…
            </Button>
          </>
        ) : (
          <span>{100 * noticeableShare} % of the two means</span>
        )}
      </div>
      {open && <StepForm quantity={quantity} step={step} onDone={() => setOpen(false)} />}
    </li>
  );
}

/** The steps that the lab changed, each with its reason. */
function StepChanges() {
  const units = useUnits();
  const { data = [] } = useThresholds();
  const changes = data.filter((change) => change.kind === 'noticeable');
  if (changes.length === 0) return <p className="soft">No step was changed yet.</p>;
  return (
    <Table>
      <Table.Thead>
        <Table.Tr>
          <Table.Th>When</Table.Th>
          <Table.Th>Quantity</Table.Th>
          <Table.Th>Step</Table.Th>
          <Table.Th>Why</Table.Th>
        </Table.Tr>
      </Table.Thead>
      <Table.Tbody>
        {changes.map(({ subject, value, at, reason }) => (
          <Table.Tr key={`${subject} ${at}`}>
            <Table.Td>{dayjs(at).format('D MMM YYYY')}</Table.Td>
            <Table.Td>{units.define(subject as QuantityId).name}</Table.Td>
            <Table.Td className="figure">
              {units.span(subject as QuantityId, value.step).replace('+', '')}
            </Table.Td>
            <Table.Td>{reason}</Table.Td>
          </Table.Tr>
        ))}
      </Table.Tbody>
    </Table>
  );
}

const slugOf = (name: string) =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 36);

const NUMBERS = ['decimals', 'from', 'to', 'sd', 'noticeable', 'tolerance'] as const;

function OwnQuantityForm() {
  const add = useChange('addOwnQuantity');
  const form = useForm({
    initialValues: {
      name: '',
      kind: 'length' as (typeof QUANTITY_KINDS)[number],
      datum: '',
      view: 'side' as (typeof DRAWING_VIEWS)[number],
      tool: 'caliper' as (typeof TOOL_NAMES)[number],
      decimals: '1',
      from: '0',
      to: '100',
      sd: '0.3',
      noticeable: '2',
      tolerance: '1',
      setup: false,
      temperature: false,
    },
  });
  const submit = form.onSubmit((values) => {
    const read = NUMBERS.map((field) => [field, readNumber(values[field])] as const);
    for (const [field, value] of read)
      if (value === undefined) form.setFieldError(field, 'A number, such as 0.3.');
    const number = Object.fromEntries(read) as Record<(typeof NUMBERS)[number], number | undefined>;
    const { decimals, from, to, sd, noticeable, tolerance } = number;
    if ([decimals, from, to, sd, noticeable, tolerance].includes(undefined)) return;
    const { name, kind, datum, view, tool, setup, temperature } = values;
    add.mutate(
      {
        body: {
          id: `own-${slugOf(name)}` as `own-${string}`,
          name,
          kind,
          datum,
          view,
          tool,
          decimals: decimals ?? 1,
          plausibleFrom: from ?? 0,
          plausibleTo: to ?? 0,
          repeatabilitySd: sd ?? 0,
          betweenPairSd: null,
          noticeable: noticeable ?? 1,
          sideTolerance: tolerance ?? 1,
          dependsOnSetup: setup,
          dependsOnTemperature: temperature,
        },
      },
      { onSuccess: () => form.reset(), onError: (error) => showFaults(form, error, 'name') },
    );
  });
  const { symbol } = canonicalUnit(form.values.kind);
  return (
    <form onSubmit={submit} noValidate>
      <div className={classes.fields}>
        <TextInput size="xs" label="Name" maxLength={60} {...form.getInputProps('name')} />
        <NativeSelect
          size="xs"
          label="Kind"
          data={[...QUANTITY_KINDS]}
          {...form.getInputProps('kind')}
        />
        <NativeSelect
          size="xs"
          label="Taken with"
          data={[...TOOL_NAMES]}
          {...form.getInputProps('tool')}
        />
        <NativeSelect
          size="xs"
          label="Drawn on"
          data={[...DRAWING_VIEWS]}
          {...form.getInputProps('view')}
        />
        <TextInput
          size="xs"
          className={classes.wide}
          label="From where to where, and how"
          maxLength={400}
          {...form.getInputProps('datum')}
        />
        <TextInput size="xs" label="Digits shown" {...form.getInputProps('decimals')} />
        <TextInput size="xs" label={`Shoes have from, ${symbol}`} {...form.getInputProps('from')} />
        <TextInput size="xs" label={`to, ${symbol}`} {...form.getInputProps('to')} />
        <TextInput
          size="xs"
          label={`Usual scatter (SD), ${symbol}`}
          {...form.getInputProps('sd')}
        />
        <TextInput
          size="xs"
          label={`Noticeable step, ${symbol}`}
          {...form.getInputProps('noticeable')}
        />
        <TextInput
          size="xs"
          label={`Left to right within, ${symbol}`}
          {...form.getInputProps('tolerance')}
        />
        <Checkbox
          size="xs"
          label="depends on the set-up"
          {...form.getInputProps('setup', { type: 'checkbox' })}
        />
        <Checkbox
          size="xs"
          label="depends on the temperature"
          {...form.getInputProps('temperature', { type: 'checkbox' })}
        />
      </div>
      <Button type="submit" size="xs" mt="sm" loading={add.isPending}>
        Add this quantity
      </Button>
      {add.isSuccess && <span role="status"> Added. It can stand in any protocol now.</span>}
    </form>
  );
}

/** The catalogue as a lab may change it: noticeable steps, and quantities of its own. */
export function QuantitiesPage() {
  const lab = useLab();
  const units = useUnits();
  if (!lab.data) return null;
  const definitions = Object.values(units.catalogue).filter((one) => !one.ordinal);
  return (
    <section className={classes.columns}>
      <div>
        <h2>Noticeable steps</h2>
        <p className="soft">
          The smallest difference a wearer may notice. Common practice until you change it. What
          each quantity is stands in the <Link to="/guide">guide</Link>.
        </p>
        <ul className={classes.list}>
          {definitions.map((definition) => (
            <StepRow
              key={definition.id}
              definition={definition}
              step={lab.data.noticeable[definition.id] ?? definition.noticeable}
            />
          ))}
        </ul>
      </div>
      <div>
        <h2>A quantity of your own</h2>
        <p className="soft">It is read, drawn, compared and put on sheets as those that ship.</p>
        {lab.data.ownQuantities.length > 0 && (
          <p>{lab.data.ownQuantities.map((own) => own.name).join(', ')}</p>
        )}
        <OwnQuantityForm />
        <h2>Steps that were changed</h2>
        <StepChanges />
      </div>
    </section>
  );
}
