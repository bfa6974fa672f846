/** One ruler of lengths: feet, lasts and the labels of every system, read off at any place. */
import {
  LABEL_STEPS,
  LABEL_SYSTEMS,
  type LabelSystem,
  lastLength,
  nearestPrinted,
  SIZE_RANGE,
  SYSTEM_NAMES,
} from '../sizing/size-label.ts';

const INCH = 25.4;
/** A last is longer than the foot by so much in the formulas for men. */
const LAST_BEYOND_FOOT_MM = (2 / 3) * INCH;

export interface RulerRow {
  id: string;
  name: string;
  /** Which of two schools, where there are two. */
  school?: string;
  ticks: { atMm: number; text: string; strong: boolean }[];
  /** What stands at a last length, in words; empty beyond the range of the system. */
  readAt: (lastMm: number) => string;
}

const range = (from: number, to: number, step: number): number[] => {
  const first = Math.ceil(from / step - 1e-9);
  const last = Math.floor(to / step + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, at) => (first + at) * step);
};

/** Millimetres along the ruler, every tenth named. */
function millimetreRow(
  id: string,
  name: string,
  fromMm: number,
  toMm: number,
  beyondMm: number,
): RulerRow {
  return {
    id,
    name,
    ticks: range(fromMm - beyondMm, toMm - beyondMm, 2).map((mm) => ({
      atMm: mm + beyondMm,
      text: mm % 10 === 0 ? String(mm) : '',
      strong: mm % 10 === 0,
    })),
    readAt: (lastMm) => `${(lastMm - beyondMm).toFixed(1)} mm`,
  };
}

/** A system whose label is a straight line of the last. */
function systemRow(
  system: LabelSystem,
  fromMm: number,
  toMm: number,
  {
    name = SYSTEM_NAMES[system],
    school,
    shift = 0,
  }: { name?: string; school?: string; shift?: number } = {},
): RulerRow {
  const [least, most] = SIZE_RANGE[system];
  const zero = lastLength({ system, size: least });
  const perNumber = (lastLength({ system, size: most }) - zero) / (most - least);
  const labelAt = (lastMm: number) => least + (lastMm - zero) / perNumber + shift;
  const lastOf = (label: number) => zero + (label - shift - least) * perNumber;
  const step = LABEL_STEPS[system];
  const within = (label: number) => label >= least && label <= most;
  const whole = system === 'mondopoint' ? 10 : 1;
  return {
    id: `${system}${school ? ` ${school}` : ''}`,
    name,
    ...(school ? { school } : {}),
    ticks: range(Math.max(least, labelAt(fromMm)), Math.min(most, labelAt(toMm)), step).map(
      (label) => ({
        atMm: lastOf(label),
        text: label % whole === 0 ? String(Number(label.toFixed(1))) : '',
        strong: label % whole === 0,
      }),
    ),
    readAt(lastMm) {
      const label = labelAt(lastMm);
      return within(label)
        ? `${nearestPrinted(system, label)} (${label.toFixed(2).replace(/\.?0+$/, '')})`
        : '';
    },
  };
}

/**
 * The rows of a ruler between two last lengths. Women's labels stand twice: by the last they are 1.5 above the men's
 * number, on the device 1.
 *
 * @param fromMm last length, mm
 * @example labelRuler(270, 290)[1].readAt(279.4) // the last itself: '279.4 mm'
 */
export function labelRuler(fromMm: number, toMm: number): RulerRow[] {
  return [
    millimetreRow('foot', 'Foot, men’s formulas', fromMm, toMm, LAST_BEYOND_FOOT_MM),
    millimetreRow('last', 'Last', fromMm, toMm, 0),
    ...LABEL_SYSTEMS.flatMap((system) =>
      system === 'us-women'
        ? [
            systemRow(system, fromMm, toMm, { school: 'label school, men’s + 1.5' }),
            systemRow(system, fromMm, toMm, { school: 'device school, men’s + 1', shift: -0.5 }),
          ]
        : [systemRow(system, fromMm, toMm)],
    ),
  ].filter(({ ticks }) => ticks.length > 0);
}
