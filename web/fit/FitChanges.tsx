import { scaleLinear, scalePoint } from 'd3-scale';
import { line } from 'd3-shape';
import dayjs from 'dayjs';
import type { FitOfPair } from '#contract/fit-records.ts';
import { FOOT_PLACES, HEEL_HOLDS, heelHoldOf } from '#core/fit/try-on.ts';
import classes from './FitChanges.module.css';
import { widthWord } from './try-on-draft.ts';

type TryOnRecord = FitOfPair['tryOns'][number];

interface ChangeRow {
  name: string;
  /** Least and greatest of its scale. */
  range: readonly [number, number];
  valueOf: (tryOn: TryOnRecord) => number | undefined;
  wordOf: (value: number) => string;
}

const ROWS: readonly ChangeRow[] = [
  {
    name: 'gap before the toes',
    range: [0, 24],
    valueOf: ({ answers }) => answers.toeGapMm,
    wordOf: (mm) => `${mm} mm`,
  },
  {
    name: 'the heel lifts',
    range: [0, 2],
    valueOf: ({ answers }) => {
      const hold = heelHoldOf(answers);
      return hold && HEEL_HOLDS.indexOf(hold);
    },
    wordOf: (hold) => HEEL_HOLDS[hold] ?? '',
  },
  ...FOOT_PLACES.map(
    (place): ChangeRow => ({
      name: `width at the ${place}`,
      range: [-2, 2],
      valueOf: ({ answers }) => answers.width?.[place],
      wordOf: widthWord,
    }),
  ),
];

const WIDTH = 460;
const GUTTER = 150;
const ROW = 34;

/** How a shoe changed on the foot of one tester: shoes open up, insoles flatten. */
function ChangesOf({ tester, tryOns }: { tester: string; tryOns: readonly TryOnRecord[] }) {
  const x = scalePoint(
    tryOns.map(({ id }) => id),
    [GUTTER + 10, WIDTH - 40],
  );
  const rows = ROWS.flatMap((row) => {
    const points = tryOns.flatMap((tryOn) => {
      const value = row.valueOf(tryOn);
      return value === undefined ? [] : [{ id: tryOn.id, value }];
    });
    return points.length > 1 ? [{ ...row, points }] : [];
  });
  if (rows.length === 0) return null;
  const says = rows
    .map(
      ({ name, points, wordOf }) =>
        `${name} ${points.map(({ value }) => wordOf(value)).join(', then ')}`,
    )
    .join('; ');
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${rows.length * ROW + 24}`}
      className={classes.changes}
      role="img"
      aria-label={`How it changed on ${tester}: ${says}`}
    >
      {rows.map(({ name, range, points, wordOf }, at) => {
        const top = at * ROW;
        const y = scaleLinear([...range], [top + ROW - 8, top + 10]).clamp(true);
        const path = line<(typeof points)[number]>(
          ({ id }) => x(id) ?? 0,
          ({ value }) => y(value),
        )(points);
        return (
          <g key={name}>
            <text x={0} y={top + ROW / 2 + 4}>
              {name}
            </text>
            <path d={path ?? ''} />
            {points.map(({ id, value }) => (
              <circle key={id} cx={x(id)} cy={y(value)} r={3.5}>
                <title>{wordOf(value)}</title>
              </circle>
            ))}
            <text x={WIDTH} y={top + ROW / 2 + 4} textAnchor="end">
              {wordOf(points.at(-1)?.value ?? 0)}
            </text>
          </g>
        );
      })}
      {tryOns.map(({ id, at, wornKm }) => (
        <text key={id} x={x(id)} y={rows.length * ROW + 18} textAnchor="middle">
          {wornKm > 0 ? `${Math.round(wornKm)} km` : dayjs(at).format('D MMM')}
        </text>
      ))}
    </svg>
  );
}

/** The changes of every tester who has tried it on more than once. */
export function FitChanges({ tryOns }: { tryOns: readonly TryOnRecord[] }) {
  const standing = tryOns.filter(({ withdrawn }) => withdrawn === null).toReversed();
  const testers = [...new Set(standing.map(({ tester }) => tester))];
  return testers
    .map((tester) => ({ tester, own: standing.filter((one) => one.tester === tester) }))
    .filter(({ own }) => own.length > 1)
    .map(({ tester, own }) => (
      <figure key={tester} className={classes.figure}>
        <figcaption>{tester}, from one try-on to the next</figcaption>
        <ChangesOf tester={tester} tryOns={own} />
      </figure>
    ));
}
