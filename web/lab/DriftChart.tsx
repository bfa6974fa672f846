import { scaleLinear } from 'd3-scale';
import dayjs from 'dayjs';
import type { Instrument } from '#contract/lab-records.ts';
import { calibrationOn } from '#core/catalogue/gauge.ts';
import { writeNumber } from '#core/sizing/number-words.ts';
import { driftTrend, judgeDrift } from '#core/study/drift.ts';
import axes from '../drawing/axes.module.css';
import { ChartFrame } from '../drawing/ChartFrame.tsx';
import classes from './DriftChart.module.css';

const WIDTH = 520;
const HEIGHT = 170;
const PAD = { left: 52, right: 12, top: 24, bottom: 26 };

const DAY_MS = 86_400_000;
/** Months that are named at most. */
const MOST_MONTHS = 9;

/** The firsts of the months in a span of ms, thinned where there are many. */
function monthsBetween(from: number, to: number): number[] {
  const months: number[] = [];
  for (
    let at = dayjs(from).startOf('month').add(1, 'month');
    at.valueOf() <= to;
    at = at.add(1, 'month')
  )
    months.push(at.valueOf());
  const every = Math.ceil(months.length / MOST_MONTHS);
  return months.filter((_, index) => index % every === 0);
}

/** Deviations from the reference piece over time, with the band that the calibration allows. */
export function DriftChart({ instrument }: { instrument: Instrument }) {
  const { driftChecks: checks, resolution, unit } = instrument;
  const judged = checks.map((check) => ({
    check,
    ...judgeDrift(check, { ...(calibrationOn(instrument, check.at) ?? instrument), resolution }),
  }));
  const decimals = Math.max(1, Math.ceil(-Math.log10(resolution)) + 1);
  const digits = (value: number) => writeNumber(value, decimals);
  const limit = Math.max(...judged.map((one) => one.limit));
  const reach = 1.25 * Math.max(limit, ...judged.map((one) => Math.abs(one.deviation)));
  const times = checks.map((check) => Date.parse(check.at));
  const first = times[0] ?? 0;
  const last = Math.max(times.at(-1) ?? 0, first + DAY_MS);
  // A scale of times would bring a calendar of its own into every page that draws.
  const x = scaleLinear([first, last], [PAD.left + 8, WIDTH - PAD.right - 8]);
  const y = scaleLinear([-reach, reach], [HEIGHT - PAD.bottom, PAD.top]);
  const trend = driftTrend(checks);
  const says = trend
    ? `${instrument.name} ${trend.verdict === 'drifting' ? 'drifts' : 'shows no drift'}: ${digits(trend.perMonth)} ± ${digits(trend.U)} ${unit} a month over ${checks.length} checks.`
    : `${checks.length} checks: too few to tell a drift.`;
  return (
    <div>
      <ChartFrame
        name={`drift-${instrument.name.toLowerCase().replaceAll(' ', '-')}`}
        table={{
          columns: ['checked', 'piece', 'deviation', 'allowed', 'verdict'],
          rows: judged.map(({ check, deviation, limit: allowed, verdict }) => [
            dayjs(check.at).format('D MMM YYYY'),
            check.piece,
            `${digits(deviation)} ${unit}`,
            `± ${digits(allowed)}`,
            verdict,
          ]),
        }}
      >
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          className={`${axes.axes} ${classes.chart}`}
          role="img"
          aria-label={says}
        >
          <rect
            x={PAD.left}
            width={WIDTH - PAD.left - PAD.right}
            y={y(limit)}
            height={y(-limit) - y(limit)}
            className={classes.band}
          />
          {y.ticks(5).map((tick) => (
            <g key={tick}>
              <line x1={PAD.left - 5} x2={WIDTH - PAD.right} y1={y(tick)} y2={y(tick)} />
              <text x={PAD.left - 8} y={y(tick) + 4} data-end>
                {digits(tick)}
              </text>
            </g>
          ))}
          <line x1={PAD.left} x2={WIDTH - PAD.right} y1={y(0)} y2={y(0)} className={classes.zero} />
          {monthsBetween(first, last).map((month) => (
            <text key={month} x={x(month)} y={HEIGHT - 8}>
              {dayjs(month).format('MMM')}
            </text>
          ))}
          {judged.map(({ check, deviation, verdict }) => (
            <circle
              key={check.id}
              cx={x(Date.parse(check.at))}
              cy={y(deviation)}
              r={5}
              data-verdict={verdict}
            />
          ))}
          <text x={4} y={13} data-start>
            deviation, {unit}; band: what the calibration allows (E = 1)
          </text>
        </svg>
      </ChartFrame>
      <p>{says}</p>
    </div>
  );
}
