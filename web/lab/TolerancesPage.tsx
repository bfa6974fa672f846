import { Button, NativeSelect, Table, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import { DISCIPLINES, type Discipline } from '#core/catalogue/disciplines.ts';
import { type MatchFeatureId, matchFeature } from '#core/catalogue/match-features.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import { useChange, useTolerances } from '../api/queries.ts';
import { readNumber, showFaults } from './form-numbers.ts';
import classes from './LabPage.module.css';
import { LineForm } from './LineForm.tsx';

interface Rule {
  feature: MatchFeatureId;
  absolute: number;
  share: number;
}

/** `5 g or 2 %, the greater` */
export function toleranceWords({ feature, absolute, share }: Rule): string {
  const span = `${absolute} ${canonicalUnit(matchFeature(feature).kind).symbol}`;
  return share > 0 ? `${span} or ${Number((100 * share).toFixed(2))} %, the greater` : span;
}

function ToleranceForm({
  rule,
  discipline,
  onDone,
}: {
  rule: Rule;
  discipline: Discipline | '';
  onDone: () => void;
}) {
  const change = useChange('setTolerance');
  const id = useRef(newId());
  const { name, kind } = matchFeature(rule.feature);
  const form = useForm({
    initialValues: {
      absolute: String(rule.absolute),
      share: String(Number((100 * rule.share).toFixed(2))),
      reason: '',
    },
  });
  const submit = form.onSubmit((values) => {
    const [absolute, percent] = [values.absolute, values.share].map(readNumber);
    if (absolute === undefined) form.setFieldError('absolute', 'A number, such as 1.5.');
    if (percent === undefined) form.setFieldError('share', 'A number, such as 2; 0 for none.');
    if (absolute === undefined || percent === undefined) return;
    change.mutate(
      {
        body: {
          id: id.current,
          feature: rule.feature,
          discipline,
          absolute,
          share: percent / 100,
          reason: values.reason,
        },
      },
      { onSuccess: onDone, onError: (error) => showFaults(form, error, 'reason') },
    );
  });
  return (
    <LineForm
      name={`Tolerance of ${name.toLowerCase()}`}
      why={form.getInputProps('reason')}
      saving={change.isPending}
      onSubmit={submit}
      onDone={onDone}
    >
      <TextInput
        size="xs"
        label={`At most, ${canonicalUnit(kind).symbol}`}
        data-autofocus
        {...form.getInputProps('absolute')}
      />
      <TextInput size="xs" label="or %, the greater" {...form.getInputProps('share')} />
    </LineForm>
  );
}

/** How far left and right may differ, by use; every change is kept with its reason. */
export function TolerancesPage() {
  const tolerances = useTolerances();
  const [discipline, setDiscipline] = useState<Discipline | ''>('');
  const [open, setOpen] = useState<MatchFeatureId | null>(null);
  if (!tolerances.data) return null;
  const rules = tolerances.data.rules.filter((rule) => rule.discipline === discipline);
  const use = (one: string) => (one === '' ? 'any use' : one);
  return (
    <section>
      <h2 className={classes.heading}>
        How far left and right may differ
        <NativeSelect
          size="xs"
          aria-label="For which use"
          data={[
            { value: '', label: 'any use' },
            ...DISCIPLINES.map((one) => ({ value: one, label: one })),
          ]}
          value={discipline}
          onChange={(event) => {
            setDiscipline(event.currentTarget.value as Discipline | '');
            setOpen(null);
          }}
        />
      </h2>
      <p className="soft">
        Common practice until you change it. A change holds from now on; checks that are decided
        keep their words.
      </p>
      <ul className={classes.list}>
        {rules.map((rule) => (
          <li key={rule.feature}>
            <div className={classes.rule}>
              <strong>{matchFeature(rule.feature).name}</strong>
              <span className="figure">{toleranceWords(rule)}</span>
              <span className="soft">{rule.changed ? 'changed by this lab' : 'usual'}</span>
              <Button
                size="compact-xs"
                variant="default"
                aria-label={`Change ${matchFeature(rule.feature).name}`}
                onClick={() => setOpen(open === rule.feature ? null : rule.feature)}
              >
                Change…
              </Button>
            </div>
            {open === rule.feature && (
              <ToleranceForm
                key={`${rule.feature} ${discipline}`}
                rule={rule}
                discipline={discipline}
                onDone={() => setOpen(null)}
              />
            )}
          </li>
        ))}
      </ul>
      <h2 className={classes.heading}>Changes</h2>
      {tolerances.data.history.length === 0 ? (
        <p className="soft">None yet.</p>
      ) : (
        <div className={classes.scroll}>
          <Table>
            <Table.Thead>
              <Table.Tr>
                <Table.Th>When</Table.Th>
                <Table.Th>Feature</Table.Th>
                <Table.Th>For</Table.Th>
                <Table.Th>Tolerance</Table.Th>
                <Table.Th>Why</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {tolerances.data.history.map((one) => (
                <Table.Tr key={`${one.feature} ${one.discipline} ${one.at}`}>
                  <Table.Td>{dayjs(one.at).format('D MMM YYYY')}</Table.Td>
                  <Table.Td>{matchFeature(one.feature).name}</Table.Td>
                  <Table.Td>{use(one.discipline)}</Table.Td>
                  <Table.Td className="figure">{toleranceWords(one)}</Table.Td>
                  <Table.Td>{one.reason}</Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        </div>
      )}
    </section>
  );
}
