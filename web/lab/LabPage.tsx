import { Button, Table, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { Lab } from '#contract/records.ts';
import { nameStackBasis } from '#core/basis.ts';
import { QUANTITIES, QUANTITY_IDS, type QuantityId } from '#core/quantities.ts';
import { readTypedQuantity } from '#core/typed-quantity.ts';
import { useChange, useLab } from '../api/queries.ts';
import { useUnits } from '../shell/units.ts';
import classes from './LabPage.module.css';

/** One noticeable step: a default of common practice that the lab may change. */
function StepField({ quantity, step }: { quantity: QuantityId; step: number }) {
  const units = useUnits();
  const unit = units.unitOf(quantity);
  const shown = units.span(quantity, step).replace('+', '');
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState('');
  const change = useChange('setNoticeable');
  const keep = () => {
    if (text === null) return;
    const read = readTypedQuantity(text, QUANTITIES[quantity].kind, unit.symbol);
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
      w={170}
      aria-label={`Noticeable step of ${QUANTITIES[quantity].name.toLowerCase()}`}
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

function People({ lab }: { lab: Lab }) {
  const add = useChange('addPerson');
  const id = useRef(newId());
  const form = useForm({ initialValues: { code: '' } });
  const submit = form.onSubmit(({ code }) =>
    add.mutate(
      { body: { id: id.current, code, role: 'bench' } },
      {
        onSuccess: () => {
          id.current = newId();
          form.reset();
        },
        onError: (error) => form.setFieldError('code', error.message),
      },
    ),
  );
  return (
    <section>
      <h2>People</h2>
      <p className="soft">By code, never by name. A tester stays a code on every sheet.</p>
      <p className="figure">
        {lab.people.map((person) => `${person.code} ${person.role}`).join(' · ') || 'nobody yet'}
      </p>
      <form onSubmit={submit} className={classes.add} noValidate>
        <TextInput
          size="xs"
          aria-label="Code of a person"
          placeholder="B1"
          {...form.getInputProps('code')}
        />
        <Button type="submit" size="xs" variant="default">
          Add to the bench
        </Button>
      </form>
    </section>
  );
}

/** The lab: what is measured with, how, by whom, and where the lines are drawn. */
export function LabPage() {
  const lab = useLab();
  if (!lab.data) return null;
  const { instruments, protocols, exponent } = lab.data;
  return (
    <div className={classes.page}>
      <h1>Lab</h1>
      <div className={classes.columns}>
        <section>
          <h2>Instruments</h2>
          <Table>
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Instrument</Table.Th>
                <Table.Th>Reads to</Table.Th>
                <Table.Th>u of the zero</Table.Th>
                <Table.Th>u of the slope</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {instruments.map((one) => (
                <Table.Tr key={one.id}>
                  <Table.Td fw={700}>{one.name}</Table.Td>
                  <Table.Td className="figure">
                    {one.resolution} {one.unit}
                  </Table.Td>
                  <Table.Td className="figure">
                    {one.zeroU} {one.unit}
                  </Table.Td>
                  <Table.Td className="figure">{(100 * one.gainU).toFixed(2)} %</Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
          <p className="soft">Usual values of such tools, common practice.</p>
          <h2>Protocols</h2>
          <ul className={classes.protocols}>
            {protocols.map((protocol) => (
              <li key={protocol.id}>
                <strong>{protocol.name}</strong>
                <span className="soft"> version {protocol.version}</span>
                <br />
                {protocol.stations
                  .map(
                    (station) =>
                      `${QUANTITIES[station.quantity].short}${station.optional ? ' (optional)' : ''} ×${station.repeats}`,
                  )
                  .join(', ')}
                . {nameStackBasis(protocol.stack)}.
              </li>
            ))}
          </ul>
        </section>
        <section>
          <h2>Noticeable steps</h2>
          <p className="soft">
            The smallest difference a wearer may notice. Common practice; a change is kept in the
            record of changes.
          </p>
          <Table>
            <Table.Tbody>
              {QUANTITY_IDS.map((quantity) => (
                <Table.Tr key={quantity}>
                  <Table.Td>{QUANTITIES[quantity].name}</Table.Td>
                  <Table.Td>
                    <StepField
                      quantity={quantity}
                      step={lab.data.noticeable[quantity] ?? QUANTITIES[quantity].noticeable}
                    />
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
          <h2>Mass against size</h2>
          <p>
            Mass goes with last length to the power{' '}
            <span className="figure">
              {exponent.k.toFixed(2)} ± {exponent.uK.toFixed(2)}
            </span>{' '}
            (u),{' '}
            {exponent.df === null
              ? 'common practice until this lab has weighed editions in several sizes.'
              : `from shoes weighed here in several sizes, ${exponent.df} degrees of freedom.`}
          </p>
          <People lab={lab.data} />
        </section>
      </div>
    </div>
  );
}
