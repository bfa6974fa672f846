import { scaleLinear } from 'd3-scale';
import type { RulerRow } from '#core/fit/label-ruler.ts';
import classes from './LabelRuler.module.css';

/** A length of a shoe on the ruler, with its doubt. */
export interface RulerMark {
  name: string;
  kind: 'inside' | 'insole';
  mm: number;
  U: number;
}

const WIDTH = 1180;
const GUTTER = 210;
const ROW = 40;
const MARK = 24;

/** Feet, lasts and labels of every system on one ruler, with what shoes measure inside below them. */
export function LabelRuler({
  rows,
  marks,
  fromMm,
  toMm,
  atMm,
  onPlace,
}: {
  rows: readonly RulerRow[];
  marks: readonly RulerMark[];
  fromMm: number;
  toMm: number;
  atMm: number;
  onPlace: (mm: number) => void;
}) {
  const x = scaleLinear([fromMm, toMm], [GUTTER, WIDTH - 20]);
  const shown = marks.filter(({ mm }) => mm >= fromMm && mm <= toMm);
  const height = rows.length * ROW + shown.length * MARK + 24;
  return (
    <div className={classes.scroll}>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className={classes.ruler}
        role="img"
        aria-label={`A ruler of last lengths from ${fromMm} to ${toMm} mm with ${rows
          .map(({ name, school }) => [name, school].filter(Boolean).join(', '))
          .join('; ')}; ${shown
          .map(({ name, kind, mm }) => `${kind} of ${name} ${mm.toFixed(1)} mm`)
          .join('; ')}`}
        onPointerMove={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const mm = x.invert(((event.clientX - box.left) / box.width) * WIDTH);
          onPlace(Math.min(toMm, Math.max(fromMm, Math.round(mm * 2) / 2)));
        }}
      >
        {rows.map(({ id, name, school, ticks }, at) => {
          const base = (at + 1) * ROW - 6;
          return (
            <g key={id} className={classes.row}>
              <text x={4} y={base - 8} data-name>
                {name}
              </text>
              {school && (
                <text x={4} y={base + 5} data-school>
                  {school}
                </text>
              )}
              <line x1={GUTTER} x2={WIDTH - 20} y1={base} y2={base} data-strong="true" />
              {ticks.map(({ atMm: place, text, strong }) => (
                <g key={place}>
                  <line
                    x1={x(place)}
                    x2={x(place)}
                    y1={base}
                    y2={base - (strong ? 11 : 6)}
                    data-strong={strong}
                  />
                  {text && (
                    <text x={x(place)} y={base - 14}>
                      {text}
                    </text>
                  )}
                </g>
              ))}
            </g>
          );
        })}
        {shown.map(({ name, kind, mm, U }, at) => {
          const y = rows.length * ROW + (at + 0.7) * MARK;
          return (
            <g key={`${kind} ${name}`} className={classes.row}>
              <text x={4} y={y + 4} data-school>
                {name}, {kind}
              </text>
              <line
                x1={x(mm - U)}
                x2={x(mm + U)}
                y1={y}
                y2={y}
                className={classes.doubt}
                data-strong="true"
              />
              <circle cx={x(mm)} cy={y} r={5} className={classes[kind]} />
            </g>
          );
        })}
        <line x1={x(atMm)} x2={x(atMm)} y1={0} y2={height} className={classes.hand} />
      </svg>
    </div>
  );
}
