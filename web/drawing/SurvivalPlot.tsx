import { area, curveStepAfter, line } from 'd3-shape';
import type { EditionLife } from '#contract/life-records.ts';
import { Plot } from './Plot.tsx';
import classes from './SurvivalPlot.module.css';

type Step = NonNullable<EditionLife['curve']>[number];

/** How many are still in use against distance, each pair as a mark: filled where it ended. */
export function SurvivalPlot({ life }: { life: EditionLife }) {
  const { pairs, curve, median } = life;
  const toKm = Math.max(50, ...pairs.map(({ km }) => km)) * 1.05;
  const start: Step = { km: 0, survival: 1, lower: 1, upper: 1 };
  const steps = curve ? [start, ...curve] : [];
  return (
    <Plot
      name={`life-${life.edition.slug}`}
      says={`Share of pairs still in use against distance: ${life.words}`}
      table={{
        columns: ['Pair', 'km', 'how'],
        rows: pairs.map(({ tag, km, how, cause }) => [
          tag,
          km.toFixed(0),
          cause ? `${how}, ${cause}` : how,
        ]),
      }}
      xRange={[0, toKm]}
      yRange={[0, 1.05]}
      xTitle="km"
      yTitle="still in use"
      yTicks={(value) => `${Math.round(100 * value)} %`}
      height={240}
    >
      {({ x, y }) => {
        const path = line<Step>(
          ({ km }) => x(km),
          ({ survival }) => y(survival),
        ).curve(curveStepAfter);
        const band = area<Step>(
          ({ km }) => x(km),
          ({ lower }) => y(lower ?? 0),
          ({ upper }) => y(upper ?? 0),
        )
          .curve(curveStepAfter)
          .defined(({ lower, upper }) => lower !== null && upper !== null);
        return (
          <>
            <path d={band(steps) ?? ''} className={classes.band} />
            <path d={path(steps) ?? ''} className={classes.curve} />
            {median?.km != null && (
              <line
                x1={x(median.km)}
                x2={x(median.km)}
                y1={y(0)}
                y2={y(0.5)}
                className={classes.median}
              />
            )}
            {pairs.map(({ tag, km, ended }, at) => (
              <circle
                key={tag}
                cx={x(km)}
                cy={y(0.06 + 0.05 * (at % 6))}
                r={4}
                className={ended ? classes.ended : classes.inUse}
              >
                <title>{`${tag}, ${km.toFixed(0)} km`}</title>
              </circle>
            ))}
          </>
        );
      }}
    </Plot>
  );
}
