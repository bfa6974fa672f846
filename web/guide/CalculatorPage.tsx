import { Button, Checkbox, NativeSelect, Textarea, TextInput } from '@mantine/core';
import { useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import type { CalculationField } from '#contract/calculation-fields.ts';
import { useRested } from '../shell/typing.ts';
import classes from './CalculatorPage.module.css';
import { titleOf, useCalculation, useCalculators } from './calculators.ts';
import { ResultView } from './ResultView.tsx';

const UNIT_HINTS: Partial<Record<string, string>> = {
  length: 'mm, cm or in',
  mass: 'g, kg, oz or lb',
  distance: 'km or mi',
};

function hintOf(field: CalculationField): string {
  const shape =
    field.kind === 'number' && field.unit
      ? UNIT_HINTS[field.unit]
      : field.kind === 'numbers'
        ? 'parted by commas'
        : field.kind === 'rows'
          ? `a line each: ${field.columns.join(', ')}`
          : field.kind === 'label'
            ? 'as printed: UK 8'
            : '';
  return [field.hint, shape, field.optional ? 'may be left empty' : ''].filter(Boolean).join('; ');
}

function Field({
  field,
  value,
  fault,
  onChange,
}: {
  field: CalculationField;
  value: string;
  fault: string | undefined;
  onChange: (value: string) => void;
}) {
  const shared = { label: field.name, description: hintOf(field), error: fault };
  if (field.kind === 'flag')
    return (
      <Checkbox
        label={field.name}
        description={hintOf(field)}
        checked={value === 'true'}
        onChange={(event) => onChange(event.currentTarget.checked ? 'true' : '')}
      />
    );
  if (field.kind === 'choice')
    return (
      <NativeSelect
        {...shared}
        value={value}
        data={['', ...field.choices]}
        onChange={(event) => onChange(event.currentTarget.value)}
      />
    );
  if (field.kind === 'rows' || field.kind === 'json' || field.kind === 'numbers')
    return (
      <Textarea
        {...shared}
        autosize
        minRows={field.kind === 'numbers' ? 1 : 3}
        maxRows={12}
        value={value}
        onChange={(event) => onChange(event.currentTarget.value)}
      />
    );
  return (
    <TextInput
      {...shared}
      value={value}
      onChange={(event) => onChange(event.currentTarget.value)}
    />
  );
}

/** One calculation: what goes in, what comes out in words and figures, and where the formula comes from. */
function Calculator({ name }: { name: string }) {
  const [search, setSearch] = useSearchParams();
  const entries = useCalculators();
  const entry = entries.data?.find((one) => one.name === name);
  // What is typed is held here and told to the address, which may lag behind a quick hand.
  const [texts, setTexts] = useState<Record<string, string>>(() =>
    Object.fromEntries([...search].filter(([, value]) => value !== '')),
  );
  const rested = useRested(new URLSearchParams(texts).toString());
  const answer = useCalculation(name, Object.fromEntries(new URLSearchParams(rested)));
  if (!entries.data) return null;
  if (!entry)
    return (
      <>
        <h2>No such calculation</h2>
        <p>
          There is none called “{name.slice(0, 60)}”.{' '}
          <Link to="/guide/calculators">All calculators</Link>
        </p>
      </>
    );
  const hold = (next: Record<string, string>) => {
    setTexts(next);
    setSearch(next, { replace: true });
  };
  const change = (path: string, value: string) => {
    const { [path]: _, ...others } = texts;
    hold(value === '' ? others : { ...others, [path]: value });
  };
  const known = new Set(entry.fields.map(({ path }) => path));
  const unknown = Object.keys(texts).filter((path) => !known.has(path));
  const fault =
    answer.data?.ok === false && Object.keys(texts).length > 0 ? answer.data : undefined;
  const faultOf = (path: string) =>
    fault && (fault.field === path || path.startsWith(`${fault.field}.`))
      ? fault.message
      : undefined;
  const isPlaced = entry.fields.some(({ path }) => faultOf(path) !== undefined);
  return (
    <>
      <h2>{titleOf(name)}</h2>
      <p>{entry.summary}</p>
      <div className={classes.body}>
        <div className={classes.fields}>
          {entry.fields.map((field) => (
            <Field
              key={field.path}
              field={field}
              value={texts[field.path] ?? ''}
              fault={faultOf(field.path)}
              onChange={(value) => change(field.path, value)}
            />
          ))}
          <div>
            <Button size="xs" variant="default" onClick={() => hold(entry.example)}>
              An example
            </Button>{' '}
            <Button size="xs" variant="subtle" onClick={() => hold({})}>
              Empty
            </Button>
          </div>
        </div>
        <section className={classes.result} aria-label="Result" aria-live="polite">
          <h3>Result</h3>
          {Object.keys(texts).length === 0 && (
            <p className="soft">Type what goes in, or take the example.</p>
          )}
          {unknown.length > 0 && (
            <p className="look-here">
              The address holds what this calculation does not know:{' '}
              {unknown.join(', ').slice(0, 120)}.
            </p>
          )}
          {fault && !isPlaced && (
            <p role="alert" className="look-here">
              {fault.field && `${fault.field}: `}
              {fault.message}
            </p>
          )}
          {fault && isPlaced && <p className="soft">Nothing comes out yet.</p>}
          {answer.data?.ok && Object.keys(texts).length > 0 && (
            <ResultView result={answer.data.result} />
          )}
        </section>
      </div>
      <p className="soft">
        {entry.step}. Formula: {entry.source}. For programs: <code>POST /api/calc/{name}</code>.{' '}
        <Link to="/guide/calculators">All calculators</Link>
      </p>
    </>
  );
}

/** A calculation by the name in the address; another name is another form. */
export function CalculatorPage() {
  const { name = '' } = useParams();
  return <Calculator key={name} name={name} />;
}
