import { type ScaleLinear, scaleLinear } from 'd3-scale';
import type { ReactNode } from 'react';
import axes from './axes.module.css';
import { ChartFrame } from './ChartFrame.tsx';
import type { ChartTable } from './ChartRows.tsx';
import classes from './Plot.module.css';

export interface PlotScales {
  x: ScaleLinear<number, number>;
  y: ScaleLinear<number, number>;
  width: number;
  height: number;
}

/** A number of a scale, with a real minus sign. */
const plain = (value: number) => String(value).replace('-', '−');

const PAD = { left: 56, right: 14, top: 24, bottom: 34 };

/** Widens a range so that marks do not sit on the frame; a range of nothing becomes one of something. */
export function widen([low, high]: readonly [number, number], share = 0.08): [number, number] {
  const span = high - low || Math.abs(high) || 1;
  return [low - share * span, high + share * span];
}

/** A frame with two axes for marks that the caller draws: charts of studies share it. */
export function Plot({
  name,
  says,
  table,
  xRange,
  yRange,
  xTitle,
  yTitle,
  xTicks,
  yTicks,
  width = 560,
  height = 220,
  children,
}: {
  /** Names the files. */
  name: string;
  /** What the chart shows, in a sentence. */
  says: string;
  table: ChartTable;
  xRange: readonly [number, number];
  yRange: readonly [number, number];
  xTitle: string;
  yTitle: string;
  /** Words at places of the x axis; left out: numbers. */
  xTicks?: readonly { at: number; words: string }[];
  yTicks?: (value: number) => string;
  width?: number;
  height?: number;
  children: (scales: PlotScales) => ReactNode;
}) {
  const x = scaleLinear([...xRange], [PAD.left, width - PAD.right]);
  const y = scaleLinear([...yRange], [height - PAD.bottom, PAD.top]);
  const ticks = xTicks ?? x.ticks(8).map((at) => ({ at, words: plain(at) }));
  return (
    <ChartFrame name={name} table={table}>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className={`${axes.axes} ${classes.plot}`}
        style={{ maxWidth: width * 1.25 }}
        role="img"
        aria-label={says}
      >
        {y.ticks(5).map((tick) => (
          <g key={tick}>
            <line data-grid x1={PAD.left} x2={width - PAD.right} y1={y(tick)} y2={y(tick)} />
            <text data-end x={PAD.left - 8} y={y(tick) + 4}>
              {yTicks ? yTicks(tick) : plain(tick)}
            </text>
          </g>
        ))}
        <line
          x1={PAD.left}
          x2={width - PAD.right}
          y1={height - PAD.bottom}
          y2={height - PAD.bottom}
        />
        {ticks.map(({ at, words }) => (
          <g key={`${at} ${words}`}>
            <line x1={x(at)} x2={x(at)} y1={height - PAD.bottom} y2={height - PAD.bottom + 4} />
            <text x={x(at)} y={height - PAD.bottom + 16}>
              {words}
            </text>
          </g>
        ))}
        {children({ x, y, width, height })}
        <text data-start x={4} y={14}>
          {yTitle}
        </text>
        <text data-end x={width - PAD.right} y={height - 4}>
          {xTitle}
        </text>
      </svg>
      <p className="soft">{says}</p>
    </ChartFrame>
  );
}
