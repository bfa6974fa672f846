import { Button, Checkbox, NativeSelect, Table, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import { Link } from 'react-router';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { DRAWING_VIEWS } from '#core/catalogue/quantity.ts';
import { TOOL_NAMES } from '#core/catalogue/tools.ts';
import { readTypedQuantity } from '#core/sizing/typed-quantity.ts';
import { canonicalUnit, QUANTITY_KINDS } from '#core/sizing/units.ts';
import { useChange, useLab } from '../api/queries.ts';
import { useUnits } from '../shell/units.ts';
import { readNumber, showFaults } from './form-numbers.ts';
import classes from './LabPage.module.css';

/** One noticeable step: a default of common practice that the lab may change. */
function StepField({ quantity, step }: { quantity: QuantityId; step: number }) {
  const units = useUnits();
  const { name, kind } = units.define(quantity);
  const unit = units.unitOf(quantity);
  const shown = units.span(quantity, step).replace('+', '');
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState('');
  const change = useChange('setNoticeable');
  const keep = () => {
    if (text === null) return;
    const read = readTypedQuantity(text, kind, unit.symbol);
    if (!read.ok) setFault(read.fault.message);
    else if (!(read.value.value > 0)) setFault('A step is more than nothing.');
    else
      change.mutate(
        { body: { quantity, step: read.value.value } },
        { onSuccess: () => setText(null), onError: (error) => setFault(error.message) },
      );
  };
  return (
    <TextInput
      size="xs"
      w={150}
      aria-label={`Noticeable step of ${name.toLowerCase()}`}
      value={text ?? shown}
      error={fault}
      onChange={(event) => {
        setText(event.currentTarget.value);
        setFault('');
      }}
      onBlur={keep}
      onKeyDown={(event) => event.key === 'Enter' && keep()}
    />
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
          The smallest difference a wearer may notice. Common practice; a change is kept in the
          record of changes. What each quantity is stands in the <Link to="/guide">guide</Link>.
        </p>
        <Table>
          <Table.Tbody>
            {definitions.map((definition) => (
              <Table.Tr key={definition.id}>
                <Table.Td>{definition.name}</Table.Td>
                <Table.Td>
                  {definition.noticeableShare === undefined ? (
                    <StepField
                      quantity={definition.id as QuantityId}
                      step={lab.data.noticeable[definition.id] ?? definition.noticeable}
                    />
                  ) : (
                    `${100 * definition.noticeableShare} % of the two means`
                  )}
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </div>
      <div>
        <h2>A quantity of your own</h2>
        <p className="soft">It is read, drawn, compared and put on sheets as those that ship.</p>
        {lab.data.ownQuantities.length > 0 && (
          <p>{lab.data.ownQuantities.map((own) => own.name).join(', ')}</p>
        )}
        <OwnQuantityForm />
      </div>
    </section>
  );
}
