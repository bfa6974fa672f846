import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import type { WearOfPair } from '#contract/wear-records.ts';
import { readWay } from '#core/wear/odometer.ts';
import {
  EFFORTS,
  GROUNDS,
  OUTING_RATINGS,
  type OutingRating,
  SURFACES,
  type Surface,
} from '#core/wear/outing-words.ts';
import { useChange, useLab } from '../api/queries.ts';
import { RequestFault } from '../api/request.ts';
import { useDraft } from '../kit/draft.ts';
import classes from './WearPage.module.css';

type Outing = WearOfPair['outings'][number];

const SCALE = ['', '0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '10'];
const offered = (words: readonly string[]) =>
  words.map((word) => ({ value: word, label: word || 'not said' }));
const SURFACE_CHOICES = offered(['', ...SURFACES]);

/** What is typed of an outing; numbers as text until it is sent. */
function draftOf(outing: Outing | undefined, tester: string) {
  const [fault] = outing?.faults ?? [];
  return {
    tester: outing?.tester ?? tester,
    on: outing?.on ?? dayjs().format('YYYY-MM-DD'),
    typed: outing?.typed ?? '',
    minutes: outing?.minutes == null ? '' : String(outing.minutes),
    most: outing?.surfaces[0] ?? ('' as Surface | ''),
    next: outing?.surfaces[1] ?? ('' as Surface | ''),
    wet: outing?.wet ?? ('' as (typeof GROUNDS)[number]),
    effort: outing?.effort ?? ('' as (typeof EFFORTS)[number]),
    activity: outing?.activity ?? '',
    temperature: outing?.temperature == null ? '' : String(outing.temperature),
    comfort: outing?.comfort == null ? '' : String(outing.comfort),
    ratings: (outing?.ratings ?? {}) as Partial<Record<OutingRating, number>>,
    fault: fault?.what ?? '',
    faultKm: fault?.atKm == null ? '' : String(fault.atKm),
    note: outing?.note ?? '',
  };
}
type Draft = ReturnType<typeof draftOf>;

const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));

/** What is odd about it, before it is sent. */
function oddOf({ tester, typed, minutes, faultKm, temperature }: Draft): string {
  const read = readWay(typed);
  const [time, began, warm] = [number(minutes), number(faultKm), number(temperature)];
  if (tester === '') return 'Who wore it?';
  if (!read.ok) return read.fault.message;
  if (time !== null && !(time > 0)) return 'Minutes are a number, such as 45.';
  if (began !== null && !(began >= 0)) return 'The fault began after so many km: a number.';
  return warm !== null && Number.isNaN(warm) ? 'The temperature is a number of °C.' : '';
}

/** What is sent; what a form does not show of an outing stays as it was. */
function saidIn(draft: Draft, before: Outing | undefined) {
  const { most, next, minutes, temperature, comfort, fault, faultKm, ...plain } = draft;
  const faults = fault.trim() === '' ? [] : [{ what: fault, atKm: number(faultKm) }];
  return {
    ...plain,
    surfaces: [most, next, ...(before?.surfaces.slice(2) ?? [])].filter(
      (word): word is Surface => word !== '',
    ),
    minutes: number(minutes),
    temperature: number(temperature),
    comfort: number(comfort),
    faults: [...faults, ...(before?.faults.slice(1) ?? [])],
    beganAt: before?.beganAt ?? null,
    route: before?.route ?? null,
  };
}

/** An outing in a few fields: whose, how far, on what, how it felt; a new one, or one that is changed. */
export function OutingForm({
  pairId,
  tester: last,
  outing,
  onKept,
}: {
  pairId: string;
  tester: string;
  outing?: Outing;
  onKept?: () => void;
}) {
  const lab = useLab();
  const add = useChange('addOuting');
  const change = useChange('changeOuting');
  const id = useRef(newId());
  const way = useRef<HTMLInputElement>(null);
  const start = draftOf(outing, last);
  const [draft, putFields, drop] = useDraft<Draft>(
    outing ? `outing ${outing.id}` : `outing of ${pairId}`,
    start,
  );
  const [asked, setAsked] = useState('');
  const testers = (lab.data?.people ?? []).filter(({ role }) => role === 'tester');
  const read = readWay(draft.typed);
  const sending = outing ? change : add;
  const fault = sending.error instanceof RequestFault ? sending.error : undefined;
  const mayBeSame = fault?.problem?.errors?.some(({ field }) => field === 'again') ?? false;
  const put = (more: Partial<Draft>) => {
    putFields(more);
    setAsked('');
  };
  const send = (again: boolean) => {
    const odd = oddOf(draft);
    setAsked(odd);
    if (odd) return;
    const said = { ...saidIn(draft, outing), again };
    if (outing) {
      change.mutate(
        { params: { id: outing.id }, body: said },
        {
          onSuccess: () => {
            drop();
            onKept?.();
          },
        },
      );
      return;
    }
    add.mutate(
      { params: { id: pairId }, body: { ...said, id: id.current } },
      {
        onSuccess: () => {
          id.current = newId();
          const { tester, on, most, next, wet } = draft;
          drop({ tester, on, most, next, wet });
          way.current?.focus();
        },
      },
    );
  };
  const text = (
    field: 'typed' | 'minutes' | 'fault' | 'faultKm' | 'activity' | 'temperature' | 'note',
  ) => ({
    size: 'xs' as const,
    value: draft[field],
    onChange: (event: { currentTarget: HTMLInputElement }) =>
      put({ [field]: event.currentTarget.value }),
  });
  const choice = (field: 'tester' | 'most' | 'next' | 'wet' | 'effort' | 'comfort') => ({
    size: 'xs' as const,
    value: draft[field],
    onChange: (event: { currentTarget: HTMLSelectElement }) =>
      put({ [field]: event.currentTarget.value }),
  });
  return (
    <form
      noValidate
      aria-label={outing ? 'Change this outing' : 'An outing'}
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault();
        send(false);
      }}
    >
      <NativeSelect
        label="Worn by"
        data={[{ value: '', label: 'choose' }, ...testers.map(({ code }) => code)]}
        {...choice('tester')}
      />
      <TextInput
        ref={way}
        w={150}
        label="How far"
        placeholder="12 km, or 2 basketball"
        {...text('typed')}
      />
      <TextInput w={80} label="Minutes" inputMode="numeric" {...text('minutes')} />
      <TextInput
        size="xs"
        type="date"
        label="On"
        value={draft.on}
        onChange={(event) => put({ on: event.currentTarget.value })}
      />
      <NativeSelect label="Surface, most" data={SURFACE_CHOICES} {...choice('most')} />
      <NativeSelect label="then" data={SURFACE_CHOICES} {...choice('next')} />
      <NativeSelect label="Ground" data={offered(GROUNDS)} {...choice('wet')} />
      <NativeSelect label="Comfort, of 10" data={offered(SCALE)} {...choice('comfort')} />
      <TextInput w={170} label="A fault" placeholder="rubs at the heel" {...text('fault')} />
      <TextInput w={90} label="began at km" inputMode="decimal" {...text('faultKm')} />
      <details className={classes.more}>
        <summary>More of it</summary>
        <div className={classes.fields}>
          <TextInput w={130} label="Activity" placeholder="town round" {...text('activity')} />
          <NativeSelect label="Effort" data={offered(EFFORTS)} {...choice('effort')} />
          <TextInput w={80} label="°C" inputMode="decimal" {...text('temperature')} />
          {OUTING_RATINGS.map((rating) => (
            <NativeSelect
              key={rating}
              size="xs"
              label={`${rating}, of 10`}
              data={offered(SCALE)}
              value={draft.ratings[rating] === undefined ? '' : String(draft.ratings[rating])}
              onChange={(event) => {
                const said = number(event.currentTarget.value);
                const { [rating]: _, ...others } = draft.ratings;
                put({ ratings: said === null ? others : { ...others, [rating]: said } });
              }}
            />
          ))}
          <TextInput label="In a word" {...text('note')} />
        </div>
      </details>
      <Button type="submit" size="xs" loading={sending.isPending}>
        {outing ? 'Keep the change' : 'Keep the outing'}
      </Button>
      {mayBeSame && (
        <Button size="xs" variant="default" onClick={() => send(true)}>
          Another one: keep it once more
        </Button>
      )}
      <p role="status" className={asked || fault ? 'look-here' : 'soft'}>
        {asked ||
          fault?.message ||
          (draft.typed !== '' && read.ok
            ? `${read.value.km.toFixed(1)} km${read.value.halfKm > 0 ? ` ± ${read.value.halfKm.toFixed(1)}` : ''}`
            : '')}
      </p>
    </form>
  );
}
