import { Button, Checkbox, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link } from 'react-router';
import { z } from 'zod';
import { boundsOf, type ClassLines } from '#core/catalogue/classes.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import { DRAWING_VIEWS, type QuantityDefinition } from '#core/catalogue/quantity.ts';
import { TOOL_NAMES } from '#core/catalogue/tools.ts';
import { canonicalUnit, QUANTITY_KINDS, type QuantityKind } from '#core/sizing/units.ts';
import { useChange, useLab } from '../api/queries.ts';
import { useThresholds } from '../api/record-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { typedNumber, typedQuantity } from '../shell/form-fields.ts';
import { useUnits } from '../shell/units.ts';
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
  const { form, drop, refuse } = useSchemaForm(
    z.object({
      step: typedQuantity(kind, units.unitOf(quantity).symbol, (value) =>
        value > 0 ? undefined : 'A step is more than nothing.',
      ),
      reason: z.string(),
    }),
    { step: units.span(quantity, step).replace('+', ''), reason: '' },
    'reason',
    `noticeable ${quantity}`,
  );
  const done = () => {
    drop();
    onDone();
  };
  const submit = form.onSubmit((drawn) =>
    change.mutate({ body: { quantity, ...drawn } }, { onSuccess: done, onError: refuse }),
  );
  return (
    <LineForm
      name={`Noticeable step of ${name.toLowerCase()}`}
      why={form.getInputProps('reason')}
      saving={change.isPending}
      onSubmit={submit}
      onDone={done}
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

/** `low over 1 mm` */
const beginWords = ({ name, from }: ClassLines[number], bound: string) =>
  `${name} ${from === undefined ? 'over' : 'from'} ${bound}`;

/** Where the classes of a quantity begin: common practice, or as the lab bounds them. */
function ClassesForm({
  quantity,
  lines,
  onDone,
}: {
  quantity: QuantityId;
  lines: ClassLines;
  onDone: () => void;
}) {
  const units = useUnits();
  const { name, kind } = units.define(quantity);
  const { symbol } = units.unitOf(quantity);
  const change = useChange('setClasses');
  const { form, drop, refuse } = useSchemaForm(
    z.object({ bounds: z.array(typedQuantity(kind, symbol)), reason: z.string() }),
    {
      bounds: boundsOf(lines).map((bound) => units.span(quantity, bound).replace('+', '')),
      reason: '',
    },
    'reason',
    `classes ${quantity}`,
  );
  const done = () => {
    drop();
    onDone();
  };
  const submit = form.onSubmit((drawn) =>
    change.mutate({ body: { quantity, ...drawn } }, { onSuccess: done, onError: refuse }),
  );
  return (
    <LineForm
      name={`Classes of ${name.toLowerCase()}`}
      why={form.getInputProps('reason')}
      saving={change.isPending}
      onSubmit={submit}
      onDone={done}
    >
      {lines.slice(1).map((line, at) => (
        <TextInput
          key={line.name}
          size="xs"
          label={beginWords(line, '').trim()}
          data-autofocus={at === 0 || undefined}
          {...form.getInputProps(`bounds.${at}`)}
        />
      ))}
    </LineForm>
  );
}

function ClassesRow({ definition }: { definition: QuantityDefinition }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const quantity = definition.id as QuantityId;
  const { name, classes: lines = [] } = definition;
  const bounds = boundsOf(lines);
  const words = lines.slice(1).map((line, at) => {
    const bound = units.span(quantity, bounds[at] ?? 0).replace('+', '');
    return beginWords(line, bound);
  });
  return (
    <li>
      <div className={classes.step}>
        <span>
          <strong>{name}</strong>
          <br />
          {[lines[0]?.name, ...words].join(', ')}
        </span>
        <span />
        <Button
          size="compact-xs"
          variant="default"
          aria-label={`Change the classes of ${name}`}
          onClick={() => setOpen(!open)}
        >
          Change…
        </Button>
      </div>
      {open && <ClassesForm quantity={quantity} lines={lines} onDone={() => setOpen(false)} />}
    </li>
  );
}

/** The steps and classes that the lab changed, each with its reason. */
function LineChanges() {
  const units = useUnits();
  const { data = [] } = useThresholds();
  const spanOf = (subject: string, value: number) =>
    units.span(subject as QuantityId, value).replace('+', '');
  const rows = data.flatMap((change) => {
    if (change.kind !== 'classes' && change.kind !== 'noticeable') return [];
    const { subject, at, reason } = change;
    const drawn =
      change.kind === 'classes'
        ? `classes from ${change.value.bounds.map((bound) => spanOf(subject, bound)).join(', ')}`
        : spanOf(subject, change.value.step);
    return [{ subject, at, reason, drawn }];
  });
  if (rows.length === 0) return <p className="soft">No step and no class was changed yet.</p>;
  return (
    <DataTable
      rows={rows}
      keyOf={({ subject, drawn, at }) => `${subject} ${drawn} ${at}`}
      columns={[
        { head: 'When', cell: ({ at }) => dayjs(at).format('D MMM YYYY') },
        { head: 'Quantity', cell: ({ subject }) => units.define(subject as QuantityId).name },
        { head: 'Drawn at', cell: ({ drawn }) => drawn, figure: true },
        { head: 'Why', cell: ({ reason }) => reason },
      ]}
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

const number = typedNumber('A number, such as 0.3.');

/** What a quantity of a kind usually has, until the lab says otherwise: common practice. */
const USUAL: Partial<Record<QuantityKind, Partial<Record<keyof typeof LENGTHS, string>>>> = {
  mass: { plausibleTo: '3000', repeatabilitySd: '0.5', noticeable: '15', sideTolerance: '10' },
  angle: { plausibleFrom: '-90', plausibleTo: '90', noticeable: '2', sideTolerance: '2' },
  share: { plausibleTo: '100', repeatabilitySd: '1', noticeable: '5', sideTolerance: '3' },
  'rubber-hardness': { repeatabilitySd: '1', noticeable: '5', sideTolerance: '3' },
  'foam-hardness': { repeatabilitySd: '1', noticeable: '5', sideTolerance: '3' },
  grade: { decimals: '0', plausibleTo: '5', repeatabilitySd: '0', noticeable: '1' },
};
const LENGTHS = {
  decimals: '1',
  plausibleFrom: '0',
  plausibleTo: '600',
  repeatabilitySd: '0.3',
  noticeable: '2',
  sideTolerance: '1',
};
const usualOf = (kind: QuantityKind) => ({ ...LENGTHS, ...USUAL[kind] });

const OWN_QUANTITY = z.object({
  name: z.string(),
  kind: z.enum(QUANTITY_KINDS),
  datum: z.string(),
  view: z.enum(DRAWING_VIEWS),
  tool: z.enum(TOOL_NAMES),
  decimals: number,
  plausibleFrom: number,
  plausibleTo: number,
  repeatabilitySd: number,
  noticeable: number,
  sideTolerance: number,
  dependsOnSetup: z.boolean(),
  dependsOnTemperature: z.boolean(),
});

/** Name, unit and tool are enough; the rest stands as it usually is, folded away. */
function OwnQuantityForm() {
  const add = useChange('addOwnQuantity');
  const { form, drop, refuse } = useSchemaForm(
    OWN_QUANTITY,
    {
      name: '',
      kind: 'length' as QuantityKind,
      datum: '',
      view: 'side',
      tool: 'caliper',
      ...LENGTHS,
      dependsOnSetup: false,
      dependsOnTemperature: false,
    },
    'name',
    'own quantity',
  );
  const submit = form.onSubmit((own) =>
    add.mutate(
      { body: { ...own, id: `own-${slugOf(own.name)}`, betweenPairSd: null } },
      {
        onSuccess: () => {
          form.reset();
          drop();
        },
        onError: refuse,
      },
    ),
  );
  const { symbol } = canonicalUnit(form.values.kind);
  const isFolded = !Object.keys(form.errors).some((field) => field !== 'name');
  return (
    <form onSubmit={submit} noValidate>
      <div className={classes.fields}>
        <TextInput size="xs" label="Name" maxLength={60} {...form.getInputProps('name')} />
        <NativeSelect
          size="xs"
          label="Unit"
          data={QUANTITY_KINDS.map((kind) => ({
            value: kind,
            label: `${canonicalUnit(kind).symbol} (${kind.replace('-', ' ')})`,
          }))}
          {...form.getInputProps('kind')}
          onChange={(event) => {
            const kind = event.currentTarget.value as QuantityKind;
            form.setValues({ kind, ...usualOf(kind) });
          }}
        />
        <NativeSelect
          size="xs"
          label="Taken with"
          data={[...TOOL_NAMES]}
          {...form.getInputProps('tool')}
        />
      </div>
      <details open={!isFolded || undefined} className={classes.rest}>
        <summary>Where it is taken, and what is usual for it</summary>
        <div className={classes.fields}>
          <TextInput
            size="xs"
            className={classes.wide}
            label="From where to where, and how"
            maxLength={400}
            {...form.getInputProps('datum')}
          />
          <NativeSelect
            size="xs"
            label="Drawn on"
            data={[...DRAWING_VIEWS]}
            {...form.getInputProps('view')}
          />
          <TextInput size="xs" label="Digits shown" {...form.getInputProps('decimals')} />
          <TextInput
            size="xs"
            label={`Shoes have from, ${symbol}`}
            {...form.getInputProps('plausibleFrom')}
          />
          <TextInput size="xs" label={`to, ${symbol}`} {...form.getInputProps('plausibleTo')} />
          <TextInput
            size="xs"
            label={`Repeats scatter by, ${symbol}`}
            {...form.getInputProps('repeatabilitySd')}
          />
          <TextInput
            size="xs"
            label={`Noticeable step, ${symbol}`}
            {...form.getInputProps('noticeable')}
          />
          <TextInput
            size="xs"
            label={`Left to right within, ${symbol}`}
            {...form.getInputProps('sideTolerance')}
          />
          <Checkbox
            size="xs"
            label="depends on the set-up"
            {...form.getInputProps('dependsOnSetup', { type: 'checkbox' })}
          />
          <Checkbox
            size="xs"
            label="depends on the temperature"
            {...form.getInputProps('dependsOnTemperature', { type: 'checkbox' })}
          />
        </div>
      </details>
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
        <h2>Classes</h2>
        <p className="soft">How a value is called on sheets; both names where it may be either.</p>
        <ul className={classes.list}>
          {definitions
            .filter((definition) => definition.classes)
            .map((definition) => (
              <ClassesRow key={definition.id} definition={definition} />
            ))}
        </ul>
        <h2>Steps and classes that were changed</h2>
        <LineChanges />
      </div>
    </section>
  );
}
