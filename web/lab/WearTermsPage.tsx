import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { BodyIn } from '#contract/endpoints.ts';
import { PLAN_UNITS } from '#core/wear/check-plan.ts';
import { useChange } from '../api/queries.ts';
import { useWearTerms } from '../api/wear-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useDraft } from '../kit/draft.ts';
import { PageFault } from '../shell/PageFault.tsx';
import classes from './LabPage.module.css';

type Change = BodyIn<'setWearTerms'>;
type Kind = Change['kind'];

const KINDS: readonly (readonly [kind: Kind, label: string, placeholder: string])[] = [
  ['wear-checks', 'When pairs are looked at', '50 150 300 500, then 150'],
  ['rated-life', 'How far they last, km', '480 640'],
  ['tread-limit', 'Tread is through at, mm', '0.5'],
  ['life-factor', 'A factor on the life', '0.8'],
];

const numbersIn = (text: string) =>
  (text.match(/\d+(?:[.,]\d+)?/g) ?? []).map((one) => Number(one.replace(',', '.')));

/** What was typed of a line, or what would be right. */
function readLine(
  kind: Kind,
  typed: string,
  by: (typeof PLAN_UNITS)[number],
): { value: Change['value'] } | { odd: string } {
  const numbers = numbersIn(typed);
  const [first, second] = numbers;
  if (kind === 'wear-checks') {
    const every = numbers.at(-1);
    return numbers.length >= 2 && every !== undefined
      ? { value: { by, at: numbers.slice(0, -1), every } }
      : { odd: 'Where looks are due, and after the last again: 50 150 300 500, then 150.' };
  }
  if (kind === 'rated-life')
    return first !== undefined && second !== undefined
      ? { value: { low: first, high: second } }
      : { odd: 'The lower end and the upper end: 480 640.' };
  if (first === undefined) return { odd: 'A number, such as 0.5.' };
  return { value: kind === 'tread-limit' ? { mm: first } : { factor: first } };
}

function LineForm({ uses, subjects }: { uses: readonly string[]; subjects: readonly string[] }) {
  const set = useChange('setWearTerms');
  const [{ kind, use, by, subject, typed, reason }, put, drop] = useDraft('wear limit', {
    kind: 'wear-checks' as Kind,
    use: '',
    by: 'km' as (typeof PLAN_UNITS)[number],
    subject: subjects[0] ?? '',
    typed: '',
    reason: '',
  });
  const [asked, setAsked] = useState('');
  const send = () => {
    const read = readLine(kind, typed, by);
    if ('odd' in read) return setAsked(read.odd);
    if (reason.trim() === '') return setAsked('A reason, please: it stays beside the change.');
    setAsked('');
    const body = {
      kind,
      use,
      reason,
      value: read.value,
      ...(kind === 'life-factor' ? { subject } : {}),
    } as Change;
    set.mutate(
      { body },
      {
        onSuccess: () => {
          drop({ kind, use, by, subject });
        },
      },
    );
  };
  return (
    <form
      noValidate
      aria-label="Draw a line elsewhere"
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <NativeSelect
        size="xs"
        label="What"
        data={KINDS.map(([value, label]) => ({ value, label }))}
        value={kind}
        onChange={(event) => put({ kind: event.currentTarget.value as Kind })}
      />
      {kind === 'life-factor' ? (
        <NativeSelect
          size="xs"
          label="For"
          data={[...subjects]}
          value={subject}
          onChange={(event) => put({ subject: event.currentTarget.value })}
        />
      ) : (
        <NativeSelect
          size="xs"
          label="In the use"
          data={uses.map((one) => ({ value: one, label: one || 'every other' }))}
          value={use}
          onChange={(event) => put({ use: event.currentTarget.value })}
        />
      )}
      {kind === 'wear-checks' && (
        <NativeSelect
          size="xs"
          label="By"
          data={[...PLAN_UNITS]}
          value={by}
          onChange={(event) => put({ by: event.currentTarget.value as typeof by })}
        />
      )}
      <TextInput
        size="xs"
        label="From now on"
        placeholder={KINDS.find(([one]) => one === kind)?.[2]}
        value={typed}
        onChange={(event) => put({ typed: event.currentTarget.value })}
      />
      <TextInput
        size="xs"
        label="Reason"
        maxLength={200}
        value={reason}
        onChange={(event) => put({ reason: event.currentTarget.value })}
      />
      <Button type="submit" size="xs" loading={set.isPending}>
        Draw it
      </Button>
      <p role="status" className="look-here">
        {asked || set.error?.message}
      </p>
    </form>
  );
}

/** When worn pairs are looked at, how far they last, what is worn through: by use, each with its reason. */
export function WearTermsPage() {
  const terms = useWearTerms();
  if (terms.isError && !terms.data) return <PageFault error={terms.error} />;
  if (!terms.data) return null;
  const { uses, factors, subjects, history } = terms.data;
  const [general] = uses;
  const shown = uses.filter((one) => one.use === '' || one.changed);
  return (
    <section aria-label="Looks and lives">
      <h2>Looks and lives</h2>
      <p className="soft">
        When worn pairs are looked at, how far they are rated for and what is worn through: common
        practice, until you draw it elsewhere. Factors for wearers and grounds are your own, 1 where
        none is set.
      </p>
      <DataTable
        label="Lines in force"
        rows={shown}
        keyOf={({ use }) => use}
        columns={[
          {
            head: 'Use',
            cell: ({ use }) => use || (shown.length > 1 ? 'every other' : 'every use'),
            names: true,
          },
          {
            head: 'Looked at',
            cell: ({ plan }) => `${plan.at.join(', ')} ${plan.by}, then every ${plan.every}`,
          },
          {
            head: 'Rated for',
            cell: ({ ratedLifeKm: { low, high } }) => `${low} to ${high} km`,
            figure: true,
          },
          {
            head: 'Tread through at',
            cell: ({ treadLimitMm }) => `${treadLimitMm} mm`,
            figure: true,
          },
        ]}
      />
      {factors.length > 0 && (
        <p>Factors: {factors.map(({ subject, factor }) => `${subject} ${factor}`).join(', ')}.</p>
      )}
      {general && <LineForm uses={uses.map(({ use }) => use)} subjects={subjects} />}
      {history.length > 0 && (
        <>
          <h2>Drawn before</h2>
          <ul className={classes.list}>
            {history.map(({ words, use, reason, at, person }) => (
              <li key={`${at} ${words}`}>
                {dayjs(at).format('D MMM YYYY')}, {use || 'every use'}: {words}.{' '}
                <span className="soft">
                  {reason}, {person}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
