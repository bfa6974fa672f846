import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import axes from './axes.module.css';
import { ChartFrame } from './ChartFrame.tsx';
import classes from './CurveChart.module.css';

export interface LoopLine {
  counted: boolean;
  points: [number, number][];
}

interface AveragedBranches {
  x: number[];
  loading: { mean: number; sd: number }[];
  unloading: { mean: number; sd: number }[];
}

const WIDTH = 560;
const HEIGHT = 278;
const PAD = { left: 50, right: 14, top: 24, bottom: 34 };
/** Steps of the arrow keys, in shares of the axis. */
const KEY_STEP = 0.01;

/** Loops of a bend, twist or press curve, their mean with its spread, and the window of the fit. */
export function CurveChart({
  loops,
  averaged,
  x: xRange,
  y: yRange,
  xName,
  yName,
  window,
  windowOn,
  side,
  name,
  says,
  onWindow,
}: {
  loops: LoopLine[];
  averaged?: AveragedBranches | undefined;
  x: [number, number];
  y: [number, number];
  xName: string;
  yName: string;
  window: readonly [number, number];
  windowOn: 'x' | 'y';
  side: 'left' | 'right';
  name: string;
  says: string;
  onWindow: (window: [number, number]) => void;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [dragging, setDragging] = useState<0 | 1 | null>(null);
  const x = scaleLinear(xRange, [PAD.left, WIDTH - PAD.right]).nice();
  const y = scaleLinear([Math.min(0, yRange[0]), yRange[1]], [HEIGHT - PAD.bottom, PAD.top]).nice();
  const path = line<[number, number]>()
    .x(([at]) => x(at))
    .y(([, up]) => y(up))
    .digits(1);
  const band = area<[number, { mean: number; sd: number }]>()
    .x(([at]) => x(at))
    .y0(([, { mean, sd }]) => y(mean - 2 * sd))
    .y1(([, { mean, sd }]) => y(mean + 2 * sd))
    .digits(1);
  const across = windowOn === 'x';
  const scale = across ? x : y;
  const [low, high] = scale.domain() as [number, number];
  const span = high - low;
  const tidy = (value: number) => Number(value.toPrecision(3));

  /** Keeps the ends apart and inside the axis. */
  function move(end: 0 | 1, value: number): void {
    const other = window[1 - end] as number;
    const gap = 0.02 * span;
    const kept =
      end === 0
        ? Math.min(Math.max(value, low), other - gap)
        : Math.max(Math.min(value, high), other + gap);
    const next: [number, number] = [...window];
    next[end] = tidy(kept);
    onWindow(next);
  }

  function drag(event: PointerEvent): void {
    if (dragging === null || !svg.current) return;
    const box = svg.current.getBoundingClientRect();
    const at = across
      ? ((event.clientX - box.left) / box.width) * WIDTH
      : ((event.clientY - box.top) / box.height) * HEIGHT;
    move(dragging, scale.invert(at));
  }

  function press(event: KeyboardEvent, end: 0 | 1): void {
    const steps: Record<string, number> = {
      ArrowLeft: -1,
      ArrowDown: -1,
      ArrowRight: 1,
      ArrowUp: 1,
      PageDown: -10,
      PageUp: 10,
    };
    const step = steps[event.key];
    if (step === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    move(end, (window[end] as number) + step * KEY_STEP * span);
  }

  const unit = across ? xName : yName;
  const rows = averaged
    ? averaged.x.map((at, index) => [
        tidy(at),
        tidy(averaged.loading[index]?.mean ?? 0),
        tidy(averaged.loading[index]?.sd ?? 0),
        tidy(averaged.unloading[index]?.mean ?? 0),
      ])
    : (loops.at(-1)?.points ?? []).map(([at, up]) => [tidy(at), tidy(up), '', '']);
  return (
    <ChartFrame
      name={name}
      table={{ columns: [xName, `${yName}, loading`, 'cycles scatter by', 'unloading'], rows }}
    >
      <svg
        ref={svg}
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className={`${axes.axes} ${classes.chart}`}
        role="group"
        aria-label={says}
        onPointerMove={drag}
        onPointerUp={() => setDragging(null)}
      >
        {x.ticks(10).map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1={HEIGHT - PAD.bottom} y2={HEIGHT - PAD.bottom + 6} />
            <text x={x(tick)} y={HEIGHT - 17}>
              {tick}
            </text>
          </g>
        ))}
        {y.ticks(6).map((tick) => (
          <g key={tick}>
            <line x1={PAD.left - 6} x2={WIDTH - PAD.right} y1={y(tick)} y2={y(tick)} data-grid />
            <text x={PAD.left - 9} y={y(tick) + 4} data-end>
              {tick}
            </text>
          </g>
        ))}
        <text x={WIDTH - PAD.right} y={HEIGHT - 3} data-end>
          {xName}
        </text>
        <text x={6} y={14} data-start>
          {yName}
        </text>
        <rect
          className={classes.window}
          x={across ? x(window[0]) : PAD.left}
          width={across ? Math.max(0, x(window[1]) - x(window[0])) : WIDTH - PAD.left - PAD.right}
          y={across ? PAD.top : y(window[1])}
          height={across ? HEIGHT - PAD.top - PAD.bottom : Math.max(0, y(window[0]) - y(window[1]))}
        />
        {averaged && (
          <path
            className={classes.spread}
            data-side={side}
            d={`${band(averaged.x.map((at, i) => [at, averaged.loading[i] ?? { mean: 0, sd: 0 }])) ?? ''}${
              band(averaged.x.map((at, i) => [at, averaged.unloading[i] ?? { mean: 0, sd: 0 }])) ??
              ''
            }`}
          />
        )}
        {loops.map((loop, index) => (
          <path
            key={index}
            d={path(loop.points) ?? ''}
            className={classes.loop}
            data-side={side}
            data-counted={loop.counted}
          />
        ))}
        {([0, 1] as const).map((end) => {
          const at = scale(window[end]);
          return (
            <g
              key={end}
              className={classes.handle}
              data-across={across}
              transform={across ? `translate(${at},${PAD.top})` : `translate(${PAD.left},${at})`}
              role="slider"
              tabIndex={0}
              aria-label={end === 0 ? 'Window from' : 'Window to'}
              aria-orientation={across ? 'horizontal' : 'vertical'}
              aria-valuemin={tidy(low)}
              aria-valuemax={tidy(high)}
              aria-valuenow={window[end]}
              aria-valuetext={`${window[end]} ${unit}`}
              onKeyDown={(event) => press(event, end)}
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                setDragging(end);
              }}
            >
              {across ? (
                <>
                  <line y2={HEIGHT - PAD.top - PAD.bottom} />
                  <path d="M-7,-9h14v9l-7,7l-7,-7z" />
                </>
              ) : (
                <>
                  <line x2={WIDTH - PAD.left - PAD.right} />
                  <path d="M-9,-7v14h9l7,-7l-7,-7z" />
                </>
              )}
            </g>
          );
        })}
      </svg>
    </ChartFrame>
  );
}
