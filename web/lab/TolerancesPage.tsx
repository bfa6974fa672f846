import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import { z } from 'zod';
import type { Discipline } from '#core/catalogue/disciplines.ts';
import type { MatchFeatureId } from '#core/catalogue/match-feature-ids.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { withUnit } from '#core/sizing/number-words.ts';
import { canonicalUnit } from '#core/sizing/units.ts';
import { useChange } from '../api/queries.ts';
import { useTolerances } from '../api/record-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { typedNumber } from '../shell/form-fields.ts';
import { useUses } from '../shell/uses.ts';
import classes from './LabPage.module.css';
import { LineForm } from './LineForm.tsx';

interface Rule {
  feature: MatchFeatureId;
  absolute: number;
  share: number;
}

/** `5 g or 2 %, the greater` */
export function toleranceWords({ feature, absolute, share }: Rule): string {
  const span = withUnit(String(absolute), canonicalUnit(matchFeature(feature).kind).symbol);
  return share > 0 ? `${span} or ${Number((100 * share).toFixed(2))} %, the greater` : span;
}

const TOLERANCE = z.object({
  absolute: typedNumber('A number, such as 1.5.'),
  share: typedNumber('A number, such as 2; 0 for none.'),
  reason: z.string(),
});

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
  const { form, drop, refuse } = useSchemaForm(
    TOLERANCE,
    {
      absolute: String(rule.absolute),
      share: String(Number((100 * rule.share).toFixed(2))),
      reason: '',
    },
    'reason',
    `tolerance ${rule.feature} ${discipline}`,
  );
  const done = () => {
    drop();
    onDone();
  };
  const submit = form.onSubmit(({ absolute, share, reason }) =>
    change.mutate(
      {
        body: {
          id: id.current,
          feature: rule.feature,
          discipline,
          absolute,
          share: share / 100,
          reason,
        },
      },
      { onSuccess: done, onError: refuse },
    ),
  );
  return (
    <LineForm
      name={`Tolerance of ${name.toLowerCase()}`}
      why={form.getInputProps('reason')}
      saving={change.isPending}
      onSubmit={submit}
      onDone={done}
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
  const uses = useUses();
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
            ...uses.map(({ name }) => ({ value: name, label: name })),
          ]}
          value={discipline}
          onChange={(event) => {
            setDiscipline(event.currentTarget.value);
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
        <DataTable
          rows={tolerances.data.history}
          keyOf={(one) => `${one.feature} ${one.discipline} ${one.at}`}
          columns={[
            { head: 'When', cell: ({ at }) => dayjs(at).format('D MMM YYYY') },
            { head: 'Feature', cell: ({ feature }) => matchFeature(feature).name },
            { head: 'For', cell: (one) => use(one.discipline) },
            { head: 'Tolerance', cell: toleranceWords, figure: true },
            { head: 'Why', cell: ({ reason }) => reason },
          ]}
        />
      )}
    </section>
  );
}
