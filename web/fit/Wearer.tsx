import { NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as newId } from 'uuid';
import { type FitOfPair, SOCKS, TRY_ON_INSOLES } from '#contract/fit-records.ts';
import type { PlacedPart } from '#contract/insole-records.ts';
import { archWidthWords, insoleVolume } from '#core/fit/placed-insole.ts';
import { useChange, useLab } from '../api/queries.ts';
import classes from './FitPage.module.css';
import type { Draft } from './try-on-draft.ts';

/** What an insole of known lengths takes and leaves in a shoe of known inside. */
function placedWords(
  { kind, lengthMm, archWidthMm, thicknessMm, how }: PlacedPart,
  inside: FitOfPair['inside'],
  footWidthMm: number | null,
): string {
  if (kind !== 'insole') return lengthMm === null ? '' : `, ${lengthMm} mm long`;
  const gap =
    lengthMm !== null && inside
      ? `leaves ${(inside.mm - lengthMm).toFixed(1)}\u00a0±\u00a0${inside.U.toFixed(1)}\u00a0mm before its toe end`
      : '';
  const height =
    thicknessMm === null
      ? ''
      : how === 'on top'
        ? `takes ${thicknessMm} mm of the height inside`
        : `${thicknessMm} mm thick`;
  const volume =
    how === 'on top' ? insoleVolume({ lengthMm, archWidthMm, thicknessMm }) : undefined;
  const room = volume === undefined ? '' : `about ${volume.toFixed(0)} ml of its room`;
  const width =
    archWidthMm === null
      ? ''
      : `${archWidthMm} mm wide at the arch${footWidthMm === null ? '' : `, ${archWidthWords(archWidthMm, footWidthMm)}`}`;
  const said = [gap, height, room, width].filter(Boolean);
  return said.length > 0 ? `: ${said.join(', ')}` : '';
}

/** Who tries it on, in what; a tester who has no code yet is given one here. */
export function Wearer({
  draft,
  fit,
  insole,
  change,
}: {
  draft: Draft;
  fit: FitOfPair;
  /** What is in it: as said, else what is in it by name. */
  insole: Draft['insole'];
  change: (more: Partial<Draft>) => void;
}) {
  const lab = useLab();
  const add = useChange('addPerson');
  const [code, setCode] = useState('');
  const foot = fit.feet.find(({ tester }) => tester === draft.tester);
  const testers = (lab.data?.people ?? []).filter(({ role }) => role === 'tester');
  return (
    <div className={classes.wearer}>
      <NativeSelect
        size="xs"
        label="Tried on by"
        data={[
          { value: '', label: 'choose' },
          ...testers.map((person) => ({ value: person.code, label: person.code })),
        ]}
        value={draft.tester}
        onChange={(event) => change({ tester: event.currentTarget.value })}
      />
      <TextInput
        size="xs"
        w={110}
        label="or a new tester"
        placeholder="code"
        maxLength={20}
        value={code}
        error={add.error?.message}
        onChange={(event) => setCode(event.currentTarget.value)}
        onKeyDown={(event) => {
          const typed = code.trim();
          if (event.key !== 'Enter' || typed === '') return;
          add.mutate(
            { body: { id: newId(), code: typed, role: 'tester' } },
            {
              onSuccess: () => {
                change({ tester: typed });
                setCode('');
              },
            },
          );
        }}
      />
      <NativeSelect
        size="xs"
        label="Sock"
        data={[...SOCKS]}
        value={draft.sock ?? 'usual'}
        onChange={(event) => change({ sock: event.currentTarget.value as Draft['sock'] })}
      />
      <NativeSelect
        size="xs"
        label="Insole"
        data={[...TRY_ON_INSOLES]}
        value={insole ?? 'original'}
        onChange={(event) => change({ insole: event.currentTarget.value as Draft['insole'] })}
      />
      {fit.placed.map((part) => (
        <p key={part.id} className={classes.placed}>
          <Link to="/fit/insoles">{part.name}</Link> {part.kind === 'insole' && `${part.how} `}since{' '}
          {dayjs(part.since).format('D MMM')}
          {placedWords(part, fit.inside, foot?.widthMm ?? null)}.
        </p>
      ))}
    </div>
  );
}
