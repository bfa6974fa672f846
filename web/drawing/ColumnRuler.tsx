import { type ScaleLinear, scaleLinear } from 'd3-scale';
import type { ShelfFigure } from '#core/sheet/shelf.ts';
import classes from './ColumnRuler.module.css';
import { EvidenceMark } from './EvidenceMark.tsx';

const RULER_WIDTH = 58;
const PAD = 7;

/** The scale of a column, over all that stands in it. */
export function columnScale(figures: readonly ShelfFigure[]): ScaleLinear<number, number> {
  const low = Math.min(...figures.map((figure) => figure.low));
  const high = Math.max(...figures.map((figure) => figure.high));
  const middle = (low + high) / 2;
  const half = Math.max((high - low) / 2, Math.abs(middle) * 0.02, 1e-6);
  return scaleLinear([middle - half, middle + half], [PAD, RULER_WIDTH - PAD]).nice(3);
}

export interface AskedRange {
  from: number | null;
  to: number | null;
}

/** Hatching where a figure was asked to lie. */
function Asked({
  scale,
  asked,
  height,
}: {
  scale: ScaleLinear<number, number>;
  asked: AskedRange;
  height: number;
}) {
  const clamp = (x: number) => Math.min(RULER_WIDTH, Math.max(0, x));
  const left = asked.from === null ? 0 : clamp(scale(asked.from));
  const right = asked.to === null ? RULER_WIDTH : clamp(scale(asked.to));
  return right > left ? (
    <rect x={left} y={0} width={right - left} height={height} fill="url(#noticeable)" />
  ) : null;
}

/** The ruler at the head of a column. */
export function ColumnRuler({
  scale,
  write,
}: {
  scale: ScaleLinear<number, number>;
  write: (value: number) => string;
}) {
  const [low = 0, high = 0] = scale.domain();
  const ticks = scale.ticks(8);
  const named = [low, high];
  return (
    <svg width={RULER_WIDTH} height={22} className={classes.ruler} aria-hidden="true">
      <line x1={0} x2={RULER_WIDTH} y1={21} y2={21} />
      {ticks.map((tick) => (
        <line key={tick} x1={scale(tick)} x2={scale(tick)} y1={21} y2={17} />
      ))}
      {named.map((tick, at) => (
        <text
          key={tick}
          x={at === 0 ? 0 : RULER_WIDTH}
          y={12}
          textAnchor={at === 0 ? 'start' : 'end'}
        >
          {write(tick)}
        </text>
      ))}
    </svg>
  );
}

const HEIGHT = 26;

/** A figure on the ruler of its column, with its doubt. */
export function RulerMark({
  scale,
  figure,
  asked,
}: {
  scale: ScaleLinear<number, number>;
  figure: ShelfFigure | undefined;
  asked: readonly AskedRange[];
}) {
  return (
    <svg width={RULER_WIDTH} height={HEIGHT} className={classes.mark} aria-hidden="true">
      {asked.map((range) => (
        <Asked key={`${range.from} ${range.to}`} scale={scale} asked={range} height={HEIGHT} />
      ))}
      {figure && (
        <>
          <line
            x1={scale(figure.low)}
            x2={scale(figure.high)}
            y1={HEIGHT / 2}
            y2={HEIGHT / 2}
            strokeDasharray={
              figure.evidence === 'claimed' || figure.evidence === 'reported' ? '2 2' : undefined
            }
          />
          <EvidenceMark x={scale(figure.value)} y={HEIGHT / 2} evidence={figure.evidence} />
        </>
      )}
    </svg>
  );
}
