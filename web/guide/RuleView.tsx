import { Button, TextInput } from '@mantine/core';
import { groups } from 'd3-array';
import { useState } from 'react';
import { z } from 'zod';
import { describePart } from '#core/catalogue/construction.ts';
import type { Discipline } from '#core/catalogue/disciplines.ts';
import type { QuantityId } from '#core/catalogue/quantities.ts';
import type { Limits } from '#core/catalogue/tolerance.ts';
import {
  type Criterion,
  type RuleTest,
  ruleSubject,
  type UseRule,
} from '#core/catalogue/use-rule.ts';
import { changedRule, type LimitChange } from '#core/limits/lab-limits.ts';
import { textOf } from '#core/wording/sentence.ts';
import { limitPhrase } from '#core/wording/use-sentences.ts';
import { useChange } from '../api/queries.ts';
import { LineForm } from '../lab/LineForm.tsx';
import { useSchemaForm } from '../shell/form.ts';
import { orEmpty, typedQuantity } from '../shell/form-fields.ts';
import { type UnitWords, useUnits } from '../shell/units.ts';
import classes from './Guide.module.css';

type NumberTest = Extract<RuleTest, { reads: 'figure' | 'score' }>;

/** The line of a test, drawn elsewhere for this use: with a reason, and kept. */
function RuleLineForm({
  rule,
  test,
  use,
  limits,
  onDone,
}: {
  rule: UseRule;
  test: NumberTest;
  use: Discipline;
  limits: Limits;
  onDone: () => void;
}) {
  const units = useUnits();
  const { name, kind } = units.define(test.of);
  const { symbol } = units.unitOf(test.of);
  const change = useChange('setRule');
  const typed = (value: number | null) =>
    value === null ? '' : units.span(test.of, value).replace('+', '').replace('−', '-');
  const { form, drop, refuse } = useSchemaForm(
    z.object({
      low: orEmpty(typedQuantity(kind, symbol), null),
      high: orEmpty(typedQuantity(kind, symbol), null),
      reason: z.string(),
    }),
    { low: typed(limits.low), high: typed(limits.high), reason: '' },
    'reason',
    `limit ${rule.id} ${test.of} ${use}`,
  );
  const done = () => {
    drop();
    onDone();
  };
  const submit = form.onSubmit(({ low, high, reason }) =>
    change.mutate(
      { body: { rule: rule.id, of: test.of, use, limits: { low, high }, reason } },
      { onSuccess: done, onError: refuse },
    ),
  );
  return (
    <LineForm
      name={`Line of ${name.toLowerCase()}: ${rule.name}`}
      why={form.getInputProps('reason')}
      saving={change.isPending}
      onSubmit={submit}
      onDone={done}
    >
      <TextInput size="xs" label="From" data-autofocus {...form.getInputProps('low')} />
      <TextInput size="xs" label="Up to" {...form.getInputProps('high')} />
    </LineForm>
  );
}

function testWords(
  test: RuleTest,
  rule: UseRule,
  use: Discipline,
  changes: readonly LimitChange[],
  units: UnitWords,
): string {
  if (test.reads === 'figure' || test.reads === 'score') {
    const { name } = units.define(test.of);
    const write = (of: QuantityId, value: number) => units.write(of, value).text;
    return `${name.toLowerCase()} ${textOf(limitPhrase(test.of, limitsNow(rule, test, use, changes), write))}`;
  }
  if (test.reads === 'part') {
    const part = describePart(test.of);
    if (part.most !== undefined) return `${part.name.toLowerCase()} at most ${test.is.at(-1)}`;
    return `${part.name.toLowerCase()}: ${test.is.join(' or ')}`;
  }
  if (test.reads === 'made for') return `made for ${test.is.join(' or ')}`;
  if (test.reads === 'use') return `made for ${test.is}`;
  return test.reads === 'claim' ? `its maker states ${test.words.join(' or ')}` : '';
}

function limitsNow(
  rule: UseRule,
  test: NumberTest,
  use: Discipline,
  changes: readonly LimitChange[],
): Limits {
  return (
    changedRule({ changes }, ruleSubject(rule.id, test) ?? '', use) ?? {
      low: test.from ?? null,
      high: test.to ?? null,
    }
  );
}

/** What the mark of a line means, in a word before it. */
const MARK_WORDS = {
  for: 'for it',
  but: 'a but',
  against: 'against it',
  open: 'nobody can tell',
} as const;

const criterionWords = ({ holds, holding, fails, failing, aspect }: Criterion) =>
  [
    holds && `If so, ${MARK_WORDS[holding]}: ${holds}.`,
    fails && `If not, ${MARK_WORDS[failing]}: ${fails}.`,
    aspect && `About ${aspect}.`,
  ]
    .filter(Boolean)
    .join(' ');

/** What is tested, and all that a rule says of it. */
function CriteriaLine({
  criteria,
  rule,
  use,
  changes,
}: {
  criteria: readonly [Criterion, ...Criterion[]];
  rule: UseRule;
  use: Discipline;
  changes: readonly LimitChange[];
}) {
  const units = useUnits();
  const [open, setOpen] = useState<NumberTest>();
  const words = (test: RuleTest) => testWords(test, rule, use, changes, units);
  const [{ tests, when }] = criteria;
  const numbers = tests.filter(
    (test): test is NumberTest => test.reads === 'figure' || test.reads === 'score',
  );
  return (
    <li>
      {tests.map(words).join(', or ')}
      {when && ` (where ${when.map(words).join(', or ')})`}
      {criteria.some(({ needed }) => needed) && (
        <span className="soft">; needed to tell anything</span>
      )}
      {numbers.map((test) => (
        <Button
          key={test.of}
          size="compact-xs"
          variant="subtle"
          aria-label={`Draw the line of ${units.define(test.of).name.toLowerCase()} elsewhere: ${rule.name}`}
          onClick={() => setOpen(open === test ? undefined : test)}
        >
          change…
        </Button>
      ))}
      {criteria.map((criterion) => (
        <div key={criterionWords(criterion)} className="soft">
          {criterionWords(criterion)}
        </div>
      ))}
      {open && (
        <RuleLineForm
          rule={rule}
          test={open}
          use={use}
          limits={limitsNow(rule, open, use, changes)}
          onDone={() => setOpen(undefined)}
        />
      )}
    </li>
  );
}

const testedIn = ({ tests, when }: Criterion) => JSON.stringify([tests, when]);

/** A rule of a use as it stands here: what it reads, its lines, its source, its caution. */
export function RuleView({
  rule,
  use,
  changes,
}: {
  rule: UseRule;
  use: Discipline;
  changes: readonly LimitChange[];
}) {
  const drawn = changes.filter(
    (change) => change.kind === 'rule' && change.subject.startsWith(`${rule.id} `),
  );
  return (
    <section className={classes.rule} aria-label={rule.name} id={rule.id.replace('/', '-')}>
      <h3>{rule.name}</h3>
      {rule.aims && <p className="soft">For {rule.aims.join(', ')}.</p>}
      <p>{rule.why}</p>
      <ul>
        {groups(rule.asks, testedIn).map(([key, criteria]) => (
          <CriteriaLine
            key={key}
            criteria={criteria as [Criterion, ...Criterion[]]}
            rule={rule}
            use={use}
            changes={changes}
          />
        ))}
      </ul>
      {rule.caution && (
        <p>
          <strong>Caution:</strong> {rule.caution}
        </p>
      )}
      <p className="soft">Source: {rule.source}.</p>
      {drawn.map(({ at, person, reason, subject, discipline }) => (
        <p key={`${at} ${subject}`} className="soft">
          Drawn elsewhere {discipline ? `for ${discipline} ` : ''}on {at.slice(0, 10)}
          {person && ` by ${person}`}: {reason}
        </p>
      ))}
    </section>
  );
}
