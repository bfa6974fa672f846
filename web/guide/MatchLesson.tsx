import { Button } from '@mantine/core';
import { useMemo, useRef, useState } from 'react';
import { SIDES } from '#core/catalogue/quantities.ts';
import {
  drawPair,
  normalOf,
  PAIR_CAUSES,
  PAIR_FEATURES,
  PAIR_TOLERANCES,
  type PairCause,
  type PairFeature,
  seeded,
  showFeature,
} from '#core/practice/lessons.ts';
import { withUnit, writeNumber } from '#core/sizing/number-words.ts';
import { DataTable } from '../drawing/DataTable.tsx';
import type { LessonProps } from './lesson.ts';

type Taken = Partial<Record<PairFeature, { left: number; right: number }>>;

/** Hold two shoes against each other, feature by feature, and say what is the matter. */
export function MatchLesson({ seed, onDone }: LessonProps) {
  const pair = useMemo(() => drawPair(seed), [seed]);
  const [taken, setTaken] = useState<Taken>({});
  const [said, setSaid] = useState<PairCause>();
  const uniform = useRef(seeded(seed + 3));
  const take = (feature: PairFeature) => {
    const [left = 0, right = 0] = SIDES.map((side) =>
      showFeature(pair, side, feature, normalOf(uniform.current)),
    );
    setTaken({ ...taken, [feature]: { left, right } });
  };
  const say = (cause: PairCause) => {
    setSaid(cause);
    const isRight = cause === pair.cause;
    onDone({
      right: Number(isRight),
      asked: 1,
      found: isRight ? [pair.cause] : [],
      missed: isRight ? [] : [pair.cause],
      imagined: isRight ? [] : [cause],
      stations: [],
    });
  };
  const used = Object.keys(taken).length;
  return (
    <>
      <DataTable
        label="Features of the two shoes"
        rows={PAIR_FEATURES.map((feature) => ({ feature, values: taken[feature] }))}
        keyOf={({ feature }) => feature}
        columns={[
          {
            head: 'Left',
            cell: ({ values }) => (values ? writeNumber(values.left, 1) : '–'),
            figure: true,
          },
          { head: 'Feature', cell: ({ feature }) => feature, names: true },
          {
            head: 'Right',
            cell: ({ values }) => (values ? writeNumber(values.right, 1) : '–'),
            figure: true,
          },
          {
            head: 'Differ by',
            cell: ({ values }) => (values ? Math.abs(values.left - values.right).toFixed(1) : ''),
            figure: true,
          },
          {
            head: 'Tolerance',
            cell: ({ feature }) => {
              const { tolerance, unit } = PAIR_TOLERANCES[feature];
              return withUnit(String(tolerance), unit);
            },
            soft: true,
          },
          {
            head: 'Take it',
            unseen: true,
            cell: ({ feature, values }) =>
              values || said ? null : (
                <Button
                  size="compact-xs"
                  variant="default"
                  aria-label={`Measure ${feature} of both`}
                  onClick={() => take(feature)}
                >
                  measure
                </Button>
              ),
          },
        ]}
      />
      {said ? (
        <section aria-label="How it went">
          <h3 role="status">{said === pair.cause ? 'Right' : `It was: ${pair.cause}`}</h3>
          <p>
            You said {said}, on {used} of {PAIR_FEATURES.length} features.
            {pair.cause === 'heel set or shank twisted' &&
              ' Such a shoe is unstable: do not dance, climb or carry in it.'}
          </p>
        </section>
      ) : (
        <section aria-label="What is the matter">
          <h3>What is the matter with this pair?</h3>
          {PAIR_CAUSES.map((cause) => (
            <Button
              key={cause}
              size="xs"
              variant="default"
              m={3}
              disabled={used === 0}
              onClick={() => say(cause)}
            >
              {cause}
            </Button>
          ))}
          {used === 0 && <p className="soft">Measure something first.</p>}
        </section>
      )}
    </>
  );
}
