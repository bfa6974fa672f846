import { area, line } from 'd3-shape';
import type { WearOfPair } from '#contract/wear-records.ts';
import { Plot } from './Plot.tsx';
import classes from './WearFan.module.css';

type Zone = WearOfPair['zones'][number];
type Fan = NonNullable<Zone['line']>['fan'][number];

/** Depth against distance by zone: the first to be worn through with the fan of its forecast. */
export function WearFan({
  name,
  zones,
  leading,
  km,
}: {
  name: string;
  zones: readonly Zone[];
  /** Name of the zone that is drawn in full. */
  leading: string | undefined;
  /** Worn by now. */
  km: number;
}) {
  const first = zones.find((zone) => zone.name === leading) ?? zones[0];
  if (!first) return null;
  const fan = first.line?.fan ?? [];
  const limit = first.limit ?? 0;
  const points = zones.flatMap((zone) => zone.points);
  const toKm = Math.max(km, 50, ...points.map((point) => point.km), ...fan.map(({ atKm }) => atKm));
  const deepest = Math.max(limit + 1, ...points.map(({ value }) => value));
  const says = `${first.name}: ${first.words}. ${zones.length} zones against distance.`;
  return (
    <Plot
      name={name}
      says={says}
      table={{
        columns: ['Zone', 'km', 'mm left'],
        rows: zones.flatMap((zone) =>
          zone.points.map(({ km: at, value }) => [zone.name, at.toFixed(0), value.toFixed(1)]),
        ),
      }}
      xRange={[0, toKm * 1.04]}
      yRange={[0, deepest * 1.08]}
      xTitle="km"
      yTitle="mm of tread left"
      width={600}
      height={290}
    >
      {({ x, y }) => {
        const path = line<{ km: number; value: number }>(
          (point) => x(point.km),
          (point) => y(point.value),
        );
        const along = line<Fan>(
          ({ atKm }) => x(atKm),
          ({ fit }) => y(Math.max(0, fit)),
        );
        const band = area<Fan>(
          ({ atKm }) => x(atKm),
          ({ lower }) => y(Math.max(0, lower)),
          ({ upper }) => y(Math.max(0, upper)),
        );
        const reaches = first.line?.reachesLimit;
        return (
          <>
            <rect
              x={x(0)}
              width={x(toKm * 1.04) - x(0)}
              y={y(limit)}
              height={y(0) - y(limit)}
              className={classes.limit}
            />
            <line
              x1={x(0)}
              x2={x(toKm * 1.04)}
              y1={y(limit)}
              y2={y(limit)}
              className={classes.edge}
            />
            <path d={band(fan) ?? ''} className={classes.fan} />
            {zones
              .filter((zone) => zone !== first)
              .map((zone) => (
                <path
                  key={`${zone.quantity} ${zone.side}`}
                  d={path(zone.points) ?? ''}
                  className={classes.zone}
                >
                  <title>{zone.name}</title>
                </path>
              ))}
            <path d={path(first.points) ?? ''} className={classes.leading} />
            <path d={along(fan) ?? ''} className={classes.ahead} />
            {first.points.map(({ km: at, value }) => (
              <circle key={at} cx={x(at)} cy={y(value)} r={4} className={classes.point} />
            ))}
            {reaches?.latest !== undefined && (
              <line
                x1={x(Math.max(0, reaches.earliest))}
                x2={x(Math.min(toKm, reaches.latest))}
                y1={y(limit)}
                y2={y(limit)}
                className={classes.crossing}
              />
            )}
          </>
        );
      }}
    </Plot>
  );
}
