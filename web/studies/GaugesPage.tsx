import { Button, NativeSelect, Textarea, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as newId } from 'uuid';
import type { Lab } from '#contract/lab-records.ts';
import type { MeasuredQuantityId } from '#core/catalogue/quantities.ts';
import { useChange, useLab } from '../api/queries.ts';
import { readNumber, showFaults } from '../lab/form-numbers.ts';
import { useUnits } from '../shell/units.ts';
import { QuantitySelect } from './QuantitySelect.tsx';
import classes from './Studies.module.css';
import { useGaugeStudies } from './studies.ts';

const listOf = (text: string) =>
  text
    .split(/[,\n;]/)
    .map((one) => one.trim())
    .filter(Boolean);

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
  const form = useForm({
    initialValues: {
      name: '',
      quantity: 'heel-stack' as MeasuredQuantityId,
      instrumentId: usualGauge('heel-stack'),
      protocolLineId: protocols[0]?.lineId ?? '',
      parts: '',
      operators: '',
      trials: '3',
      tolerance: '',
    },
  });
  const { quantity } = form.values;
  const { factor, symbol } = units.unitOf(quantity);
  const submit = form.onSubmit((values) => {
    const trials = readNumber(values.trials);
    const tolerance = values.tolerance.trim() === '' ? null : readNumber(values.tolerance);
    if (trials === undefined) form.setFieldError('trials', 'A whole number, such as 3.');
    if (tolerance === undefined) form.setFieldError('tolerance', 'A number, or nothing.');
    if (trials === undefined || tolerance === undefined) return;
    plan.mutate(
      {
        body: {
          id: id.current,
          name: values.name,
          quantity,
          instrumentId: values.instrumentId,
          protocolLineId: values.protocolLineId,
          parts: listOf(values.parts),
          operators: listOf(values.operators),
          trials,
          tolerance: tolerance === null ? null : tolerance * factor,
          plannedAt: new Date().toISOString(),
        },
      },
      {
        onSuccess: () => navigate(`/studies/gauges/${id.current}`),
        onError: (error) => showFaults(form, error, 'name'),
      },
    );
  });
  const parts = listOf(form.values.parts).length;
  const people = listOf(form.values.operators).length;
  const turns = parts * people * (readNumber(form.values.trials) ?? 0);
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
        <div className={classes.scroll}>
          <table className={classes.figures}>
            <thead>
              <tr>
                <th scope="col">study</th>
                <th scope="col">quantity</th>
                <th scope="col">gauge</th>
                <th scope="col">taken</th>
                <th scope="col">gauge’s part of the spread</th>
                <th scope="col">verdict</th>
                <th scope="col">state</th>
              </tr>
            </thead>
            <tbody>
              {studies.data.map((study) => (
                <tr key={study.id}>
                  <th scope="row">
                    <Link to={`/studies/gauges/${study.id}`}>{study.name}</Link>
                  </th>
                  <td>{define(study.quantity).name}</td>
                  <td>{study.instrument}</td>
                  <td className="figure">
                    {study.taken} of {study.turns}
                  </td>
                  <td className="figure">
                    {study.grrPercent === null ? '' : `${study.grrPercent.toFixed(0)} %`}
                  </td>
                  <td className={study.verdict === 'poor' ? 'look-here' : undefined}>
                    {study.verdict}
                  </td>
                  <td className="soft">
                    {study.retired ? `retired: ${study.retired}` : study.adopted ? 'in use' : ''}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
