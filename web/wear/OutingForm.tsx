import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useRef, useState } from 'react';
import { v7 as newId } from 'uuid';
import { GROUNDS, SURFACES } from '#contract/wear-records.ts';
import { readWay } from '#core/wear/odometer.ts';
import { useChange, useLab } from '../api/queries.ts';
import classes from './WearPage.module.css';

const COMFORTS = ['', '0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '10'];

/** An outing in a few taps: whose, how far, on what, how it felt. */
export function OutingForm({ pairId, tester: last }: { pairId: string; tester: string }) {
  const lab = useLab();
  const add = useChange('addOuting');
  const id = useRef(newId());
  const way = useRef<HTMLInputElement>(null);
  const [tester, setTester] = useState(last);
  const [on, setOn] = useState(dayjs().format('YYYY-MM-DD'));
  const [typed, setTyped] = useState('');
  const [minutes, setMinutes] = useState('');
  const [surface, setSurface] = useState<(typeof SURFACES)[number]>('');
  const [wet, setWet] = useState<(typeof GROUNDS)[number]>('');
  const [comfort, setComfort] = useState('');
  const [fault, setFault] = useState('');
  const [faultKm, setFaultKm] = useState('');
  const [asked, setAsked] = useState('');
  const testers = (lab.data?.people ?? []).filter(({ role }) => role === 'tester');
  const read = readWay(typed);
  const told = add.error?.message;
  const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));
  const send = () => {
    const time = number(minutes);
    const began = number(faultKm);
    if (tester === '') setAsked('Who wore it?');
    else if (!read.ok) setAsked(read.fault.message);
    else if (time !== null && !(time > 0)) setAsked('Minutes are a number, such as 45.');
    else if (began !== null && !(began >= 0))
      setAsked('The fault began after so many km: a number.');
    else {
      setAsked('');
      add.mutate(
        {
          params: { id: pairId },
          body: {
            id: id.current,
            tester,
            on,
            typed,
            minutes: time,
            surface,
            wet,
            comfort: number(comfort),
            faults: fault.trim() === '' ? [] : [{ what: fault, atKm: began }],
          },
        },
        {
          onSuccess: () => {
            id.current = newId();
            setTyped('');
            setMinutes('');
            setComfort('');
            setFault('');
            setFaultKm('');
            way.current?.focus();
          },
        },
      );
    }
  };
  const offered = (words: readonly string[]) =>
    words.map((word) => ({ value: word, label: word || 'not said' }));
  return (
    <form
      noValidate
      aria-label="An outing"
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <NativeSelect
        size="xs"
        label="Worn by"
        data={[{ value: '', label: 'choose' }, ...testers.map(({ code }) => code)]}
        value={tester}
        onChange={(event) => setTester(event.currentTarget.value)}
      />
      <TextInput
        ref={way}
        size="xs"
        w={150}
        label="How far"
        placeholder="12 km, or 2 basketball"
        value={typed}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
          setAsked('');
        }}
      />
      <TextInput
        size="xs"
        w={80}
        label="Minutes"
        inputMode="numeric"
        value={minutes}
        onChange={(event) => setMinutes(event.currentTarget.value)}
      />
      <TextInput
        size="xs"
        type="date"
        label="On"
        value={on}
        onChange={(event) => setOn(event.currentTarget.value)}
      />
      <NativeSelect
        size="xs"
        label="Surface"
        data={offered(SURFACES)}
        value={surface}
        onChange={(event) => setSurface(event.currentTarget.value as typeof surface)}
      />
      <NativeSelect
        size="xs"
        label="Ground"
        data={offered(GROUNDS)}
        value={wet}
        onChange={(event) => setWet(event.currentTarget.value as typeof wet)}
      />
      <NativeSelect
        size="xs"
        label="Comfort, of 10"
        data={offered(COMFORTS)}
        value={comfort}
        onChange={(event) => setComfort(event.currentTarget.value)}
      />
      <TextInput
        size="xs"
        w={170}
        label="A fault"
        placeholder="rubs at the heel"
        value={fault}
        onChange={(event) => setFault(event.currentTarget.value)}
      />
      <TextInput
        size="xs"
        w={90}
        label="began at km"
        inputMode="decimal"
        value={faultKm}
        onChange={(event) => setFaultKm(event.currentTarget.value)}
      />
      <Button type="submit" size="xs" loading={add.isPending}>
        Keep the outing
      </Button>
      <p role="status" className={asked || told ? 'look-here' : 'soft'}>
        {asked ||
          told ||
          (typed !== '' && read.ok
            ? `${read.value.km.toFixed(1)} km${read.value.halfKm > 0 ? ` ± ${read.value.halfKm.toFixed(1)}` : ''}`
            : '')}
      </p>
    </form>
  );
}
