import { Button, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import type { TestersHall } from '#contract/hall-records.ts';
import { readWay } from '#core/wear/odometer.ts';
import { FELT, OUTING_RATINGS, SURFACES } from '#core/wear/outing-words.ts';
import { Taps } from '../shell/Taps.tsx';
import { DistanceRuler } from './DistanceRuler.tsx';
import { type OutingDraft, oddOf, usualDistances } from './outing-draft.ts';
import { PictureField } from './PictureField.tsx';

const WET = [
  ['dry', 'dry'],
  ['wet', 'wet'],
  ['ice', 'ice'],
] as const;
const MOST_SURFACES = 4;
const SCALE = ['', '0', '1', '2', '3', '4', '5', '6', '7', '8', '9', '10'];

/** Surfaces in the order they were tapped, most first. */
const toggled = <T,>(list: readonly T[], one: T): T[] =>
  list.includes(one)
    ? list.filter((other) => other !== one)
    : [...list, one].slice(0, MOST_SURFACES);

/** What else there is to say: a fault, the time, ratings, a word, a picture. */
function MoreOfIt({
  draft,
  put,
  pair,
}: {
  draft: OutingDraft;
  put: (more: Partial<OutingDraft>) => void;
  pair: TestersHall['pairs'][number];
}) {
  return (
    <div className="hall-more">
      <TextInput
        label="What is wrong"
        placeholder="rubs at the heel"
        value={draft.fault}
        onChange={(event) => put({ fault: event.currentTarget.value })}
      />
      <TextInput
        label="It began after, km"
        inputMode="decimal"
        value={draft.faultKm}
        onChange={(event) => put({ faultKm: event.currentTarget.value })}
      />
      <TextInput
        label="Minutes out"
        inputMode="numeric"
        value={draft.minutes}
        onChange={(event) => put({ minutes: event.currentTarget.value })}
      />
      <TextInput
        label="In a word"
        value={draft.note}
        maxLength={500}
        onChange={(event) => put({ note: event.currentTarget.value })}
      />
      <details>
        <summary>Rate more of it</summary>
        {OUTING_RATINGS.map((rating) => (
          <NativeSelect
            key={rating}
            label={`${rating}, of 10`}
            data={SCALE.map((value) => ({ value, label: value || 'not said' }))}
            value={draft.ratings[rating] === undefined ? '' : String(draft.ratings[rating])}
            onChange={(event) => {
              const { [rating]: _, ...others } = draft.ratings;
              const said = event.currentTarget.value;
              put({ ratings: said === '' ? others : { ...others, [rating]: Number(said) } });
            }}
          />
        ))}
      </details>
      <PictureField pair={pair} caption={draft.fault} label="A picture of it" />
    </div>
  );
}

/** An outing by taps, for one thumb: a new one, or one that is changed. */
export function OutingTaps({
  view,
  draft,
  put,
  today,
  keepWords,
  onKeep,
}: {
  view: TestersHall;
  draft: OutingDraft;
  put: (more: Partial<OutingDraft>) => void;
  today: string;
  keepWords: string;
  onKeep: () => void;
}) {
  const [more, setMore] = useState(draft.fault !== '' || draft.note !== '');
  const [otherDay, setOtherDay] = useState(draft.on !== '' && draft.on !== today);
  const [asked, setAsked] = useState('');
  const read = readWay(draft.typed);
  const pair = view.pairs.find(({ id }) => id === draft.pairId);
  const keep = () => {
    const odd = read.ok ? oddOf(draft) : read.fault.message;
    setAsked(odd);
    if (!odd) onKeep();
  };
  const usual = usualDistances(view, draft.pairId);
  return (
    <form
      noValidate
      aria-label="An outing"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <TextInput
        className="hall-far"
        label="How far"
        placeholder="12 km, 7 mi, 2 basketball"
        autoComplete="off"
        value={draft.typed}
        onChange={(event) => {
          put({ typed: event.currentTarget.value });
          setAsked('');
        }}
      />
      <DistanceRuler
        km={read.ok ? Number(read.value.km.toFixed(1)) : undefined}
        onKm={(km) => {
          put({ typed: `${km.toFixed(1)} km` });
          setAsked('');
        }}
      />
      {usual.length > 0 && (
        <Taps
          className="hall-taps"
          asks="As before"
          answers={usual}
          isPressed={(typed) => typed === draft.typed}
          onTap={(typed) => put({ typed })}
        />
      )}
      <Taps
        className="hall-taps"
        asks="Ground, most first"
        answers={SURFACES.map((surface) => {
          const place = draft.surfaces.indexOf(surface);
          return [surface, place < 0 ? surface : `${place + 1} ${surface}`] as const;
        })}
        isPressed={(surface) => draft.surfaces.includes(surface)}
        onTap={(surface) =>
          put({
            surfaces: toggled(draft.surfacesSaid ? draft.surfaces : [], surface),
            surfacesSaid: true,
          })
        }
      />
      <Taps
        className="hall-taps"
        asks="It was"
        answers={WET}
        isPressed={(wet) => draft.wet === wet}
        onTap={(wet) => put({ wet: draft.wet === wet ? '' : wet })}
      />
      <Taps
        className="hall-taps"
        asks="My feet"
        answers={FELT.map(([words, value]) => [value, words] as const)}
        isPressed={(value) => draft.comfort === value}
        onTap={(value) => put({ comfort: draft.comfort === value ? null : value })}
      />
      <p className="hall-day">
        {otherDay ? (
          <TextInput
            type="date"
            label="On"
            max={today}
            value={draft.on || today}
            onChange={(event) => put({ on: event.currentTarget.value })}
          />
        ) : (
          <>
            Today, {dayjs(today).format('ddd D MMM')}{' '}
            <button type="button" className="hall-word" onClick={() => setOtherDay(true)}>
              another day
            </button>
          </>
        )}
      </p>
      {more && pair && <MoreOfIt draft={draft} put={put} pair={pair} />}
      <p role="status" className={asked ? 'look-here' : 'soft'}>
        {asked ||
          (read.ok && pair
            ? `${read.value.km.toFixed(1)} km${read.value.halfKm > 0 ? ` ± ${read.value.halfKm.toFixed(1)}` : ''}: ${(pair.km + read.value.km).toFixed(0)} km with it`
            : '')}
      </p>
      <div className="hall-keep">
        <Button variant="default" size="lg" aria-expanded={more} onClick={() => setMore(!more)}>
          Say more
        </Button>
        <Button type="submit" size="lg">
          {keepWords}
        </Button>
      </div>
    </form>
  );
}
