import { extent } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { ChartFrame } from './ChartFrame.tsx';
import classes from './VersionLine.module.css';

/** A figure of one edition on a row of the line. */
export interface LineMark {
  value: number;
  U?: number | undefined;
  /** As it is written beside the mark. */
  words: string;
  kind: 'measured' | 'carried' | 'claimed' | 'reported';
}

/** What a step says of a row: between the marks of two editions. */
export interface LineSpan {
  from: number;
  to: number;
  words: string;
  /** Somebody notices it. */
  noticed: boolean;
}

export interface LineRow {
  key: string;
  name: string;
  /** The noticeable step, in words, and in the unit of the values; none: it has none. */
  step: string;
  stepValue: number;
  /** One for each edition; null: no figure. */
  marks: (LineMark | null)[];
  spans: LineSpan[];
}

const GUTTER = 150;
const ROW = 84;
const HEAD = 8;
/** Under the last row the keys of the chart lie. */
const FOOT = 26;

/** How far apart editions stand: few of them fill the page, many scroll. */
export const columnWidth = (editions: number): number =>
  Math.min(360, Math.max(220, 860 / Math.max(1, editions)));

const LETTERS: Partial<Record<LineMark['kind'], string>> = { claimed: 'c', reported: 'r' };

function Mark({ mark, x, y, reach }: { mark: LineMark; x: number; y: number; reach: number }) {
  const letter = LETTERS[mark.kind];
  return (
    <g className={classes.mark}>
      {mark.U !== undefined && <line x1={x} x2={x} y1={y - reach} y2={y + reach} />}
      <circle
        cx={x}
        cy={y}
        r={letter ? 7 : 5}
        className={mark.kind === 'measured' ? '' : classes.open}
      />
      {letter && (
        <text x={x} y={y + 4} className={classes.letter}>
          {letter}
        </text>
      )}
      <text x={x - 6} y={y + 22} data-start className={classes.value}>
        {mark.words}
      </text>
    </g>
  );
}

function Row({
  row,
  top,
  width,
  column,
}: {
  row: LineRow;
  top: number;
  width: number;
  column: number;
}) {
  const xOf = (at: number) => GUTTER + 24 + at * column;
  const known = row.marks.flatMap((mark) => (mark ? [mark.value] : []));
  const [low = 0, high = 0] = extent(known);
  // A row shows three steps at least, so that what nobody notices does not look like much.
  const room = Math.max(high - low, 3 * row.stepValue) || 1;
  const middle = (low + high) / 2;
  const y = scaleLinear([middle - room / 2, middle + room / 2], [top + ROW - 34, top + 24]);
  const yOf = (at: number) => {
    const mark = row.marks[at];
    return mark ? y(mark.value) : undefined;
  };
  const perUnit = Math.abs(y(1) - y(0));
  return (
    <g>
      <line x1={0} x2={width} y1={top + ROW} y2={top + ROW} className={classes.rule} />
      <text x={0} y={top + ROW / 2 - 2} data-start className={classes.name}>
        {row.name}
      </text>
      <text x={0} y={top + ROW / 2 + 14} data-start>
        {row.step}
      </text>
      {row.spans.map(({ from, to, words, noticed }) => {
        const [a, b] = [yOf(from), yOf(to)];
        if (a === undefined || b === undefined) return null;
        return (
          <g key={`${from} ${to}`} className={noticed ? classes.noticed : classes.span}>
            <line x1={xOf(from)} y1={a} x2={xOf(to)} y2={b} />
            <text x={xOf(to) - 10} y={top + 14} data-end>
              {words}
            </text>
          </g>
        );
      })}
      {row.marks.map((mark, at) =>
        mark ? (
          <Mark
            key={at}
            mark={mark}
            x={xOf(at)}
            y={y(mark.value)}
            reach={Math.min((mark.U ?? 0) * perUnit, ROW / 2 - 18)}
          />
        ) : (
          <text key={at} x={xOf(at)} y={top + ROW / 2 + 4} data-start className={classes.none}>
            no figure
          </text>
        ),
      )}
    </g>
  );
}

/** Figures along a line of versions, a row each, with what every step comes to between the marks. */
export function VersionLine({
  name,
  says,
  editions,
  rows,
}: {
  name: string;
  says: string;
  editions: readonly string[];
  rows: readonly LineRow[];
}) {
  const column = columnWidth(editions.length);
  const width = GUTTER + editions.length * column;
  const height = HEAD + rows.length * ROW + FOOT;
  return (
    <ChartFrame
      name={name}
      keysAt="foot"
      table={{
        columns: ['', ...editions],
        rows: rows.map((row) => [row.name, ...row.marks.map((mark) => mark?.words ?? 'no figure')]),
      }}
    >
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        className={classes.chart}
        role="img"
        aria-label={says}
      >
        {rows.map((row, at) => (
          <Row key={row.key} row={row} top={HEAD + at * ROW} width={width} column={column} />
        ))}
      </svg>
    </ChartFrame>
  );
}
