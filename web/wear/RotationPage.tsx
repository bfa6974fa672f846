import { Button, Checkbox, NativeSelect, TextInput } from '@mantine/core';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Rotation } from '#contract/life-records.ts';
import { GROUNDS, SURFACES, type Surface } from '#core/wear/outing-words.ts';
import { SEASONS } from '#core/wear/rotation.ts';
import { joined } from '#core/wording/message.ts';
import { type Sentence, textOf } from '#core/wording/sentence.ts';
import { useChange } from '../api/queries.ts';
import { useRotation } from '../api/wear-queries.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import { useDraft } from '../kit/draft.ts';
import { Says } from '../kit/Says.tsx';
import { useChoices } from '../shell/address.ts';
import { PageFault } from '../shell/PageFault.tsx';
import { Taps } from '../shell/Taps.tsx';
import { WearLinks } from './WearLinks.tsx';
import classes from './WearPage.module.css';

type RotatedPair = Rotation['pairs'][number];

/** Phrases in a cell of a table. */
const Phrases = ({ phrases }: { phrases: readonly Sentence[] }) =>
  phrases.length > 0 ? <Says words={joined(phrases, ', ')} /> : '–';

const offered = (words: readonly string[]) =>
  words.map((word) => ({ value: word, label: word || 'any' }));

/** What a pair is for among the tester's pairs. */
function JobForm({ pair, onKept }: { pair: RotatedPair; onKept: () => void }) {
  const save = useChange('setPairJob');
  const [{ purposes, surfaces, season, iceOnly, ceiling }, put, drop] = useDraft(`job ${pair.id}`, {
    purposes: pair.purposes.join(', '),
    surfaces: [...pair.surfaces] as Surface[],
    season: pair.season,
    iceOnly: pair.iceOnly,
    ceiling: pair.ceilingKm === null ? '' : String(pair.ceilingKm),
  });
  const [asked, setAsked] = useState('');
  return (
    <form
      noValidate
      aria-label={`What ${pair.tag} is for`}
      className={classes.fields}
      onSubmit={(event) => {
        event.preventDefault();
        const ceilingKm = ceiling.trim() === '' ? null : Number(ceiling.replace(',', '.'));
        if (ceilingKm !== null && !(ceilingKm > 0)) {
          setAsked('A ceiling is a number of km.');
          return;
        }
        setAsked('');
        const said = purposes.split(',').flatMap((one) => one.trim() || []);
        save.mutate(
          {
            params: { id: pair.id },
            body: { purposes: said, surfaces, season, iceOnly, ceilingKm },
          },
          {
            onSuccess: () => {
              drop();
              onKept();
            },
          },
        );
      }}
    >
      <TextInput
        size="xs"
        w={200}
        label="Purposes"
        placeholder="town round, hill round"
        value={purposes}
        onChange={(event) => put({ purposes: event.currentTarget.value })}
      />
      <NativeSelect
        size="xs"
        label="Season"
        data={offered(SEASONS)}
        value={season}
        onChange={(event) => put({ season: event.currentTarget.value as typeof season })}
      />
      <TextInput
        size="xs"
        w={110}
        label="Ceiling, km"
        placeholder="rated life"
        inputMode="decimal"
        value={ceiling}
        onChange={(event) => put({ ceiling: event.currentTarget.value })}
      />
      <Checkbox
        size="xs"
        label="kept for icy days"
        checked={iceOnly}
        onChange={(event) => put({ iceOnly: event.currentTarget.checked })}
      />
      <Taps
        asks="Only on"
        answers={SURFACES.map((surface) => [surface, surface] as const)}
        isPressed={(surface) => surfaces.includes(surface)}
        onTap={(surface) =>
          put({
            surfaces: surfaces.includes(surface)
              ? surfaces.filter((one) => one !== surface)
              : [...surfaces, surface],
          })
        }
      />
      <Button type="submit" size="xs" loading={save.isPending}>
        Keep it
      </Button>
      <p role="status" className="look-here">
        {asked || save.error?.message}
      </p>
    </form>
  );
}

/** Which pair tomorrow, in order, each with why; and what is left where one is thought away. */
function Tomorrow({
  rotation,
  without,
  onWithout,
}: {
  rotation: Rotation;
  without: string;
  onWithout: (tag: string) => void;
}) {
  const [first] = rotation.tomorrow;
  if (!first) return null;
  return (
    <section aria-label="Tomorrow">
      <p className={classes.said} aria-live="polite">
        {first.not === null
          ? `Tomorrow ${first.tag}${first.for.length > 0 ? `: ${textOf(joined(first.for, ', '))}` : ''}.`
          : 'None of them can go tomorrow.'}
      </p>
      <DataTable
        label="In order"
        rows={rotation.tomorrow}
        keyOf={({ tag }) => tag}
        columns={[
          {
            head: 'Pair',
            cell: ({ tag }) => <Link to={`/pairs/${tag}/wear`}>{tag}</Link>,
            names: true,
          },
          { head: 'For it', cell: (one) => <Phrases phrases={one.for} /> },
          {
            head: 'Against it',
            cell: ({ not, against }) =>
              not === null ? <Phrases phrases={against} /> : `not: ${textOf(not)}`,
          },
        ]}
      />
      <NativeSelect
        size="xs"
        w={240}
        label="What if this one were retired?"
        data={[
          { value: '', label: 'none is thought away' },
          ...rotation.pairs.map(({ tag }) => ({ value: tag, label: tag })),
        ]}
        value={without}
        onChange={(event) => onWithout(event.currentTarget.value)}
      />
    </section>
  );
}

/** The pairs of a tester: which tomorrow, which do one job, when each ends. */
export function RotationPage() {
  const { code = '' } = useParams();
  const [params, put] = useChoices({ replace: true });
  const asked = {
    km: params.get('km') ?? '',
    purpose: params.get('purpose') ?? '',
    surface: params.get('surface') ?? '',
    ground: params.get('ground') ?? '',
    without: params.get('without') ?? '',
  };
  const rotation = useRotation(code, asked);
  const [changing, setChanging] = useState('');
  if (rotation.isError && !rotation.data) return <PageFault error={rotation.error} />;
  if (!rotation.data) return null;
  const { pairs, sameJobs, drops, stacks, words } = rotation.data;
  const purposes = [...new Set(pairs.flatMap((pair) => pair.purposes))];
  const spread = (name: string, span: { least: number; most: number } | null) =>
    span && `${name} ${span.least.toFixed(1)} to ${span.most.toFixed(1)} mm`;
  return (
    <div className={classes.page}>
      <header className={classes.head}>
        <h1>
          Which pair tomorrow?{' '}
          <span className="soft">
            <Link to={`/testers/${code}`}>{code}</Link> ·{' '}
            {dayjs(rotation.data.on).format('ddd D MMM')}
          </span>
        </h1>
        <WearLinks />
      </header>
      <div className={classes.fields}>
        <NativeSelect
          size="xs"
          label="For"
          data={offered(['', ...purposes])}
          value={asked.purpose}
          onChange={(event) => put({ purpose: event.currentTarget.value })}
        />
        <NativeSelect
          size="xs"
          label="On"
          data={offered(['', ...SURFACES])}
          value={asked.surface}
          onChange={(event) => put({ surface: event.currentTarget.value })}
        />
        <NativeSelect
          size="xs"
          label="Ground"
          data={offered(GROUNDS)}
          value={asked.ground}
          onChange={(event) => put({ ground: event.currentTarget.value })}
        />
        <TextInput
          size="xs"
          w={90}
          label="How far, km"
          inputMode="decimal"
          value={asked.km}
          error={rotation.isError ? 'a number of km' : undefined}
          onChange={(event) => put({ km: event.currentTarget.value })}
        />
      </div>
      {pairs.length === 0 ? (
        <p>No pair is with {code} yet: give one on its Wear page.</p>
      ) : (
        <>
          <Tomorrow
            rotation={rotation.data}
            without={asked.without}
            onWithout={(without) => put({ without })}
          />
          <p>
            <Says words={words} />
          </p>
          {sameJobs.map((sameJob) => (
            <p key={textOf(sameJob)}>
              <Says words={sameJob} />
            </p>
          ))}
          <p className="soft">
            {[spread('Drop from', drops), spread('Heel stack from', stacks)]
              .filter(Boolean)
              .join('; ') || 'Drop and stack of fewer than two of them are known.'}
          </p>
          <h2>The pairs</h2>
          <DataTable
            label="Pairs of the tester"
            rows={pairs}
            keyOf={({ tag }) => tag}
            columns={[
              {
                head: 'Pair',
                cell: ({ tag, edition }) => (
                  <>
                    <Link to={`/pairs/${tag}/wear`}>{tag}</Link> {edition}
                  </>
                ),
                names: true,
              },
              {
                head: 'For',
                cell: ({ purposes: own, season, iceOnly, surfaces }) =>
                  [own.join(', '), season, iceOnly && 'icy days', surfaces.join(', ')]
                    .filter(Boolean)
                    .join('; ') || '–',
              },
              { head: 'km', cell: ({ km }) => km.toFixed(0), figure: true },
              {
                head: 'Ends',
                cell: ({ endKm, endOn, km }) =>
                  km >= endKm
                    ? `past its ${endKm.toFixed(0)} km`
                    : `${endKm.toFixed(0)} km${endOn ? `, about ${dayjs(endOn).format('MMM YYYY')}` : ''}`,
              },
              {
                head: 'Last out',
                cell: ({ lastOn }) => (lastOn ? dayjs(lastOn).format('D MMM') : '–'),
              },
              {
                head: 'A km so far',
                cell: ({ costPerKm, currency }) =>
                  costPerKm === null ? '–' : `${costPerKm.toFixed(2)} ${currency}`,
                figure: true,
              },
              {
                head: 'Care',
                cell: ({ care }) => (care.length > 0 ? <Says words={joined(care)} /> : '–'),
              },
              {
                head: 'What it is for',
                unseen: true,
                cell: ({ tag }) => (
                  <Button
                    size="compact-xs"
                    variant="subtle"
                    aria-label={`Say what ${tag} is for`}
                    aria-expanded={changing === tag}
                    onClick={() => setChanging(changing === tag ? '' : tag)}
                  >
                    what for
                  </Button>
                ),
              },
            ]}
          />
          {pairs
            .filter(({ tag }) => tag === changing)
            .map((pair) => (
              <JobForm key={pair.tag} pair={pair} onKept={() => setChanging('')} />
            ))}
        </>
      )}
    </div>
  );
}
