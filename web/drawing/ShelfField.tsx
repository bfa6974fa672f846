import type { ShelfFigure } from '#core/sheet/shelf.ts';
import type { AskedRange } from './ColumnRuler.tsx';
import { EvidenceMark } from './EvidenceMark.tsx';
import { Plot, widen } from './Plot.tsx';
import { placeLabels } from './place-labels.ts';
import classes from './ShelfField.module.css';

export interface FieldPoint {
  key: string;
  /** Short: the model without its maker. */
  words: string;
  name: string;
  x: ShelfFigure;
  y: ShelfFigure;
  /** Lies outside of what was asked for. */
  soft: boolean;
}

interface FieldAxis {
  title: string;
  /** From the canonical unit to the one that is shown. */
  shown: (value: number) => number;
  write: (figure: ShelfFigure) => string;
  asked: readonly AskedRange[];
}

const extentOf = (figures: readonly ShelfFigure[], shown: (value: number) => number) =>
  widen(
    [
      Math.min(...figures.map(({ low }) => shown(low))),
      Math.max(...figures.map(({ high }) => shown(high))),
    ],
    0.1,
  );

/** Any two figures against each other, with their doubt, and labels that do not lie over each other. */
export function ShelfField({
  points,
  x,
  y,
  pointed,
  onPoint,
}: {
  points: readonly FieldPoint[];
  x: FieldAxis;
  y: FieldAxis;
  /** The row that is pointed at, here or in the table. */
  pointed: string;
  onPoint: (key: string) => void;
}) {
  if (points.length === 0) return <p className="soft">None of these rows has both figures.</p>;
  const named = points.find(({ key }) => key === pointed);
  return (
    <Plot
      name="shelf-field"
      width={330}
      height={380}
      says={
        named
          ? `${named.name}: ${x.write(named.x)}, ${y.write(named.y)}.`
          : `${y.title} against ${x.title}, of ${points.length} rows in sight.`
      }
      table={{
        columns: ['Name', x.title, y.title],
        rows: points.map((point) => [point.name, x.write(point.x), y.write(point.y)]),
      }}
      xRange={extentOf(
        points.map((point) => point.x),
        x.shown,
      )}
      yRange={extentOf(
        points.map((point) => point.y),
        y.shown,
      )}
      xTitle={x.title}
      yTitle={y.title}
    >
      {(scales) => {
        const frame = { left: 58, right: scales.width - 14, top: 22, bottom: scales.height - 36 };
        const marks = points.map((point) => ({
          x: scales.x(x.shown(point.x.value)),
          y: scales.y(y.shown(point.y.value)),
          left: scales.x(x.shown(point.x.low)),
          right: scales.x(x.shown(point.x.high)),
          top: scales.y(y.shown(point.y.high)),
          bottom: scales.y(y.shown(point.y.low)),
          words: point.words,
        }));
        const labels = placeLabels(marks, frame);
        const clamp = (value: number, low: number, high: number) =>
          Math.min(high, Math.max(low, value));
        return (
          <>
            {x.asked.map(({ from, to }) => {
              const left = clamp(
                from === null ? frame.left : scales.x(x.shown(from)),
                frame.left,
                frame.right,
              );
              const right = clamp(
                to === null ? frame.right : scales.x(x.shown(to)),
                frame.left,
                frame.right,
              );
              return (
                <rect
                  key={`x ${from} ${to}`}
                  x={left}
                  y={frame.top}
                  width={Math.max(0, right - left)}
                  height={frame.bottom - frame.top}
                  fill="url(#noticeable)"
                />
              );
            })}
            {y.asked.map(({ from, to }) => {
              const top = clamp(
                to === null ? frame.top : scales.y(y.shown(to)),
                frame.top,
                frame.bottom,
              );
              const bottom = clamp(
                from === null ? frame.bottom : scales.y(y.shown(from)),
                frame.top,
                frame.bottom,
              );
              return (
                <rect
                  key={`y ${from} ${to}`}
                  x={frame.left}
                  y={top}
                  width={frame.right - frame.left}
                  height={Math.max(0, bottom - top)}
                  fill="url(#noticeable)"
                />
              );
            })}
            {points.map((point, at) => {
              const mark = marks[at];
              const label = labels[at];
              if (!mark) return null;
              const isPointed = point.key === pointed;
              return (
                // biome-ignore lint/a11y/noStaticElementInteractions: the table says the same by keyboard
                <g
                  key={point.key}
                  className={classes.point}
                  data-soft={point.soft && !isPointed}
                  data-pointed={isPointed}
                  onMouseEnter={() => onPoint(point.key)}
                  onMouseLeave={() => onPoint('')}
                >
                  <line
                    x1={scales.x(x.shown(point.x.low))}
                    x2={scales.x(x.shown(point.x.high))}
                    y1={mark.y}
                    y2={mark.y}
                  />
                  <line
                    x1={mark.x}
                    x2={mark.x}
                    y1={scales.y(y.shown(point.y.low))}
                    y2={scales.y(y.shown(point.y.high))}
                  />
                  <EvidenceMark x={mark.x} y={mark.y} evidence={point.y.evidence} />
                  {(label || isPointed) && (
                    <text
                      x={label?.x ?? mark.x + 8}
                      y={label?.y ?? mark.y + 4}
                      style={{ textAnchor: label?.anchor ?? 'start' }}
                    >
                      {point.words}
                    </text>
                  )}
                </g>
              );
            })}
          </>
        );
      }}
    </Plot>
  );
}
