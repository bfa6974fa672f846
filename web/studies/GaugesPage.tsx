import { Button, NativeSelect, Textarea, TextInput } from '@mantine/core';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Lab } from '#contract/lab-records.ts';
import type { MeasuredQuantityId } from '#core/catalogue/quantities.ts';
import { useChange, useLab } from '../api/queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { orEmpty, typedList, typedNumber } from '../shell/form-fields.ts';
import { useUnits } from '../shell/units.ts';
import { Verdict } from '../shell/Verdict.tsx';
import { QuantitySelect } from './QuantitySelect.tsx';
import classes from './Studies.module.css';
import { useGaugeStudies } from './studies.ts';

const TRIALS = typedNumber('A whole number, such as 3.', Number.isInteger);
const PLAN = z.object({
  name: z.string(),
  quantity: z.custom<MeasuredQuantityId>(),
  instrumentId: z.string(),
  protocolLineId: z.string(),
  parts: typedList,
  operators: typedList,
  trials: TRIALS,
  tolerance: orEmpty(typedNumber('A number, or nothing.'), null),
});

/** Which parts, who, how often: the order is drawn by the bench. */
function PlanForm({ lab }: { lab: Lab }) {
  const navigate = useNavigate();
  const units = useUnits();
  const plan = useChange('planGaugeStudy');
  const id = useRef(newId());
  const instruments = lab.instruments.filter((one) => one.retired === '');
  const protocols = lab.protocols.filter((one) => !one.retired);
  /** The gauge that a quantity is usually taken with, where the lab has one. */
  const usualGauge = (quantity: MeasuredQuantityId) =>
    (instruments.find((one) => one.kind === units.define(quantity).tool) ?? instruments[0])?.id ??
    '';
  const { form, drop, refuse } = useSchemaForm(
    PLAN,
    {
      name: '',
      quantity: 'heel-stack' as MeasuredQuantityId,
      instrumentId: usualGauge('heel-stack'),
      protocolLineId: protocols[0]?.lineId ?? '',
      parts: '',
      operators: '',
      trials: '3',
      tolerance: '',
    },
    'name',
    'gauge study',
  );
  const { quantity } = form.values;
  const { factor, symbol } = units.unitOf(quantity);
  const submit = form.onSubmit((study) =>
    plan.mutate(
      {
        body: {
          ...study,
          id: id.current,
          tolerance: study.tolerance === null ? null : study.tolerance * factor,
          plannedAt: new Date().toISOString(),
        },
      },
      {
        onSuccess: () => {
          drop();
          void navigate(`/studies/gauges/${id.current}`);
        },
        onError: refuse,
      },
    ),
  );
  const parts = typedList.parse(form.values.parts).length;
  const people = typedList.parse(form.values.operators).length;
  const trials = TRIALS.safeParse(form.values.trials);
  const turns = parts * people * (trials.data ?? 0);
  return (
    <form onSubmit={submit} noValidate className={classes.form} aria-label="Plan a gauge study">
      <TextInput
        size="xs"
        label="Name"
        placeholder="Needle gauge, spring"
        {...form.getInputProps('name')}
      />
      <QuantitySelect value={quantity} onChange={(next) => form.setFieldValue('quantity', next)} />
      <NativeSelect
        size="xs"
        label="Gauge"
        data={instruments.map((one) => ({ value: one.id, label: one.name }))}
        {...form.getInputProps('instrumentId')}
      />
      <NativeSelect
        size="xs"
        label="By which protocol"
        data={protocols.map((one) => ({ value: one.lineId, label: one.name }))}
        {...form.getInputProps('protocolLineId')}
      />
      <Textarea
        className={classes.wide}
        size="xs"
        autosize
        minRows={2}
        label={`Parts: shoes or marked spots, parted by commas${parts > 0 ? ` · ${parts}` : ''}`}
        placeholder="TL-01 left, TL-01 right, TL-02 left; ten by custom, over the whole range"
        {...form.getInputProps('parts')}
      />
      <TextInput
        size="xs"
        label={`Who measures, by code${people > 0 ? ` · ${people}` : ''}`}
        placeholder="B1, B2"
        {...form.getInputProps('operators')}
      />
      <TextInput size="xs" label="Trials each" {...form.getInputProps('trials')} />
      <TextInput
        size="xs"
        label={`Tolerance, whole width, ${symbol}; may be empty`}
        {...form.getInputProps('tolerance')}
      />
      <Button type="submit" size="xs" loading={plan.isPending}>
        Draw the order{turns > 0 ? `: ${turns} readings` : ''}
      </Button>
    </form>
  );
}

/** Gauge studies: planned, run, analysed, and leaned on. */
export function GaugesPage() {
  const lab = useLab();
  const studies = useGaugeStudies();
  const { define } = useUnits();
  const [planning, setPlanning] = useState(false);
  if (!lab.data || !studies.data) return null;
  return (
    <section>
      <div className={classes.terms}>
        <h2>Can this gauge tell?</h2>
        <Button
          size="xs"
          variant={planning ? 'default' : 'filled'}
          onClick={() => setPlanning(!planning)}
        >
          {planning ? 'Put the plan away' : 'Plan a study'}
        </Button>
      </div>
      {planning && <PlanForm lab={lab.data} />}
      {studies.data.length === 0 ? (
        <p className="soft">
          None yet. Several people measure the same shoes several times, in a random order and
          without seeing what they read before; what differs then is the gauge and the hand.
        </p>
      ) : (
        <DataTable
          rows={studies.data}
          keyOf={({ id }) => id}
          columns={[
            {
              head: 'study',
              cell: ({ id, name }) => <Link to={`/studies/gauges/${id}`}>{name}</Link>,
              names: true,
            },
            { head: 'quantity', cell: ({ quantity }) => define(quantity).name },
            { head: 'gauge', cell: ({ instrument }) => instrument },
            { head: 'taken', cell: ({ taken, turns }) => `${taken} of ${turns}`, figure: true },
            {
              head: 'gauge’s part of the spread',
              cell: ({ grrPercent }) => (grrPercent === null ? '' : `${grrPercent.toFixed(0)} %`),
              figure: true,
            },
            { head: 'verdict', cell: ({ verdict }) => verdict && <Verdict word={verdict} /> },
            {
              head: 'state',
              cell: ({ retired, adopted }) =>
                retired ? `retired: ${retired}` : adopted ? 'in use' : '',
              soft: true,
            },
          ]}
        />
      )}
    </section>
  );
}
