import { Button, Table, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import dayjs from 'dayjs';
import { useRef } from 'react';
import { Link, useParams } from 'react-router';
import { v7 as newId } from 'uuid';
import type { Instrument } from '#contract/lab-records.ts';
import { currentPerson } from '../api/person.ts';
import { useChange, useLab } from '../api/queries.ts';
import { DriftChart } from './DriftChart.tsx';
import { readNumber, showFaults } from './form-numbers.ts';
import { InstrumentForm } from './InstrumentForm.tsx';
import classes from './LabPage.module.css';
import { RecallPanel } from './RecallPanel.tsx';

const NUMBER = 'A number, such as 0.05.';

function CalibrationForm({ instrument }: { instrument: Instrument }) {
  const add = useChange('addCalibration');
  const id = useRef(newId());
  const today = dayjs();
  const form = useForm({
    initialValues: {
      certificate: '',
      calibratedOn: today.format('YYYY-MM-DD'),
      dueOn: today.add(1, 'year').format('YYYY-MM-DD'),
      U: '',
      zeroU: String(instrument.zeroU),
      gainU: String(instrument.gainU),
    },
  });
  const submit = form.onSubmit((values) => {
    const [U, zeroU, gainU] = [values.U, values.zeroU, values.gainU].map(readNumber);
    if (U === undefined) form.setFieldError('U', NUMBER);
    if (zeroU === undefined) form.setFieldError('zeroU', NUMBER);
    if (gainU === undefined) form.setFieldError('gainU', NUMBER);
    if (U === undefined || zeroU === undefined || gainU === undefined) return;
    const { certificate, calibratedOn, dueOn } = values;
    add.mutate(
      {
        params: { id: instrument.id },
        body: { id: id.current, certificate, calibratedOn, dueOn, U, zeroU, gainU },
      },
      {
        onSuccess: () => {
          id.current = newId();
          form.reset();
        },
        onError: (error) => showFaults(form, error, 'certificate'),
      },
    );
  });
  return (
    <form onSubmit={submit} noValidate>
      <div className={classes.fields}>
        <TextInput size="xs" label="Certificate number" {...form.getInputProps('certificate')} />
        <TextInput
          size="xs"
          type="date"
          label="Calibrated on"
          {...form.getInputProps('calibratedOn')}
        />
        <TextInput size="xs" type="date" label="Due on" {...form.getInputProps('dueOn')} />
        <TextInput
          size="xs"
          label={`U as printed, ${instrument.unit}`}
          {...form.getInputProps('U')}
        />
        <TextInput
          size="xs"
          label={`u of the zero, ${instrument.unit}`}
          {...form.getInputProps('zeroU')}
        />
        <TextInput size="xs" label="u of the slope, relative" {...form.getInputProps('gainU')} />
      </div>
      <Button type="submit" size="xs" mt="sm" variant="default" loading={add.isPending}>
        Add calibration
      </Button>
    </form>
  );
}

function DriftForm({ instrument }: { instrument: Instrument }) {
  const add = useChange('addDriftCheck');
  const id = useRef(newId());
  const last = instrument.driftChecks.at(-1);
  const form = useForm({
    initialValues: {
      piece: last?.piece ?? '',
      nominal: last ? String(last.nominal) : '',
      pieceU: last ? String(last.pieceU) : '0',
      value: '',
    },
  });
  const submit = form.onSubmit((values) => {
    const [nominal, pieceU, value] = [values.nominal, values.pieceU, values.value].map(readNumber);
    if (nominal === undefined) form.setFieldError('nominal', NUMBER);
    if (pieceU === undefined) form.setFieldError('pieceU', NUMBER);
    if (value === undefined) form.setFieldError('value', NUMBER);
    if (nominal === undefined || pieceU === undefined || value === undefined) return;
    add.mutate(
      {
        params: { id: instrument.id },
        body: {
          id: id.current,
          at: new Date().toISOString(),
          piece: values.piece,
          nominal,
          pieceU,
          value,
          person: currentPerson(),
        },
      },
      {
        onSuccess: () => {
          id.current = newId();
          form.setFieldValue('value', '');
        },
        onError: (error) => showFaults(form, error, 'piece'),
      },
    );
  });
  return (
    <form onSubmit={submit} noValidate>
      <div className={classes.fields}>
        <TextInput size="xs" label="Reference piece" {...form.getInputProps('piece')} />
        <TextInput
          size="xs"
          label={`Its stated value, ${instrument.unit}`}
          {...form.getInputProps('nominal')}
        />
        <TextInput size="xs" label="u of the piece" {...form.getInputProps('pieceU')} />
        <TextInput size="xs" label="The gauge reads" {...form.getInputProps('value')} />
      </div>
      <Button type="submit" size="xs" mt="sm" variant="default" loading={add.isPending}>
        Add check
      </Button>
    </form>
  );
}

/** One instrument: what it is, its calibrations, its checks, and what it touched. */
export function InstrumentPage() {
  const { id = '' } = useParams();
  const lab = useLab();
  if (!lab.data) return null;
  const instrument = lab.data.instruments.find((one) => one.id === id);
  if (id !== 'new' && !instrument)
    return (
      <p>
        There is no such instrument. <Link to="/lab">All instruments</Link>
      </p>
    );
  if (!instrument)
    return (
      <section>
        <h2 className={classes.heading}>A new instrument</h2>
        <InstrumentForm />
      </section>
    );
  return (
    <section>
      <h2 className={classes.heading}>{instrument.name}</h2>
      <InstrumentForm key={instrument.id} instrument={instrument} />
      <div className={classes.pair}>
        <div>
          <h3 className={classes.heading}>Calibrations</h3>
          {instrument.calibrations.length === 0 ? (
            <p className="soft">None yet: the usual values above stand.</p>
          ) : (
            <div className={classes.scroll}>
              <Table>
                <Table.Thead>
                  <Table.Tr>
                    <Table.Th>Certificate</Table.Th>
                    <Table.Th>Done</Table.Th>
                    <Table.Th>Due</Table.Th>
                    <Table.Th>U</Table.Th>
                    <Table.Th>zero, slope</Table.Th>
                  </Table.Tr>
                </Table.Thead>
                <Table.Tbody>
                  {instrument.calibrations.map((one) => (
                    <Table.Tr key={one.id}>
                      <Table.Td>{one.certificate}</Table.Td>
                      <Table.Td>{dayjs(one.calibratedOn).format('D MMM YYYY')}</Table.Td>
                      <Table.Td>{dayjs(one.dueOn).format('D MMM YYYY')}</Table.Td>
                      <Table.Td className="figure">{one.U}</Table.Td>
                      <Table.Td className="figure">
                        {one.zeroU}, {(100 * one.gainU).toFixed(2)} %
                      </Table.Td>
                    </Table.Tr>
                  ))}
                </Table.Tbody>
              </Table>
            </div>
          )}
          <CalibrationForm key={instrument.id} instrument={instrument} />
        </div>
        <div>
          <h3 className={classes.heading}>Drift, against a reference piece</h3>
          {instrument.driftChecks.length > 0 ? (
            <DriftChart instrument={instrument} />
          ) : (
            <p className="soft">No check yet. Read a piece whose value is known, now and then.</p>
          )}
          <DriftForm key={instrument.id} instrument={instrument} />
        </div>
      </div>
      <RecallPanel instrument={instrument} />
    </section>
  );
}
