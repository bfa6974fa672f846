import { Button, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef } from 'react';
import { Link, useParams } from 'react-router';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Instrument } from '#contract/lab-records.ts';
import { currentPerson } from '../api/person.ts';
import { useChange, useLab } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { typedNumber } from '../shell/form-fields.ts';
import { DriftChart } from './DriftChart.tsx';
import { InstrumentForm } from './InstrumentForm.tsx';
import classes from './LabPage.module.css';
import { RecallPanel } from './RecallPanel.tsx';

const number = typedNumber('A number, such as 0.05.');
const CALIBRATION = z.object({
  certificate: z.string(),
  calibratedOn: z.string(),
  dueOn: z.string(),
  U: number,
  zeroU: number,
  gainU: number,
});
const DRIFT_CHECK = z.object({
  piece: z.string(),
  nominal: number,
  pieceU: number,
  value: number,
});

function CalibrationForm({ instrument }: { instrument: Instrument }) {
  const add = useChange('addCalibration');
  const id = useRef(newId());
  const today = dayjs();
  const { form, drop, refuse } = useSchemaForm(
    CALIBRATION,
    {
      certificate: '',
      calibratedOn: today.format('YYYY-MM-DD'),
      dueOn: today.add(1, 'year').format('YYYY-MM-DD'),
      U: '',
      zeroU: String(instrument.zeroU),
      gainU: String(instrument.gainU),
    },
    'certificate',
    `calibration ${instrument.id}`,
  );
  const submit = form.onSubmit((calibration) =>
    add.mutate(
      { params: { id: instrument.id }, body: { id: id.current, ...calibration } },
      {
        onSuccess: () => {
          id.current = newId();
          form.reset();
          drop();
        },
        onError: refuse,
      },
    ),
  );
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
  const { form, drop, refuse } = useSchemaForm(
    DRIFT_CHECK,
    {
      piece: last?.piece ?? '',
      nominal: last ? String(last.nominal) : '',
      pieceU: last ? String(last.pieceU) : '0',
      value: '',
    },
    'piece',
    `drift check ${instrument.id}`,
  );
  const submit = form.onSubmit((check) =>
    add.mutate(
      {
        params: { id: instrument.id },
        body: {
          id: id.current,
          at: new Date().toISOString(),
          ...check,
          person: currentPerson(),
        },
      },
      {
        onSuccess: () => {
          id.current = newId();
          form.setFieldValue('value', '');
          drop();
        },
        onError: refuse,
      },
    ),
  );
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
            <DataTable
              rows={instrument.calibrations}
              keyOf={(one) => one.id}
              columns={[
                { head: 'Certificate', cell: (one) => one.certificate },
                { head: 'Done', cell: (one) => dayjs(one.calibratedOn).format('D MMM YYYY') },
                { head: 'Due', cell: (one) => dayjs(one.dueOn).format('D MMM YYYY') },
                { head: '±', cell: (one) => one.U, figure: true },
                {
                  head: 'zero, slope',
                  cell: (one) => `${one.zeroU}, ${(100 * one.gainU).toFixed(2)} %`,
                  figure: true,
                },
              ]}
            />
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
