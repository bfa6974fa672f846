import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { LIMIT_TABLES, LIMITS } from './limits.ts';

const ROOMS = Object.keys(LIMIT_TABLES);

describe('the table of limits', () => {
  it.each(LIMITS)('$id says what it parts, in which unit, by whom', ({ value, says, source }) => {
    expect(value).toBeGreaterThanOrEqual(0);
    expect(says.length).toBeGreaterThan(12);
    expect(says).not.toMatch(/[.]$/);
    expect(source).not.toBe('');
  });
  it('is the one that docs/limits.md prints', () => {
    const page = readFileSync('docs/limits.md', 'utf8');
    for (const { id, value, says } of LIMITS) {
      const name = id.replace(/^.*\//, '');
      expect(page, `run npm run docs: ${id}`).toContain(`| ${name} | ${value}`);
      expect(page, `run npm run docs: ${id}`).toContain(says);
    }
  });
});

/**
 * Numbers that are no lines of a verdict: of the calendar, of drawing, of a search, of what a file or a field may hold,
 * of the level of an interval; ordered lists of weights.
 */
const NO_LIMITS = [
  'DAY_MS',
  'MINUTE_MS',
  'DAY_MINUTES',
  'DAYS_PER_MONTH',
  'INCH',
  'FULL_SIZE_MM',
  'KM_PER_MILE',
  // Levels and factors of intervals, and what searches stop at.
  'LEVEL',
  'SLOPE_LEVEL',
  'WEAR_LEVEL',
  'COVERAGE',
  'TOLERANCE_COVERAGE',
  'TOLERANCE_CONFIDENCE',
  'SLOWEST',
  'LOOKS',
  'CLOSE',
  'MOST_SWEEPS',
  'WEIGHTS',
  'CANNOT',
  'FLOOR',
  'ROUND_OFF',
  'LEAST_SPAN',
  // What a field, a line of text, a study or a batch holds.
  'LONGEST',
  'LONGEST_PIECE',
  'MOST_STUDY_READINGS',
  'MOST_OFFERED',
  'BATCH',
  'FEWEST_EYELETS',
  'MOST_EYELETS',
  // Drawings.
  'RUNG_REACH',
  'USUAL_BALL',
  'WANTED_GAP',
  'SOLE_WIDTH',
  'SOLE_HEIGHT',
  'COLLAR_WIDTH',
  'WANTED_SHIFT',
  'WANTED_TILT',
  'USUAL_COLLAR',
  // The number of a row, degrees of freedom and doubts of the usual figures.
  'ROW_FORCED_LOOSE',
  'CYCLE_DF',
  'DEFAULT_SPREAD_DF',
  'PAIR_EFFORT',
  'TABLES_DIFFER',
  'BEYOND',
];
/** How a picture of a print and a recorded route are read: lines of reading, not of judging. */
const READERS = ['wet-print.ts', 'route.ts'];

it.each(ROOMS)('no line of %s stands outside the table', (room) => {
  const files = readdirSync(`core/${room}`).filter(
    (name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && !READERS.includes(name),
  );
  const stray = files.flatMap((name) =>
    [
      ...readFileSync(`core/${room}/${name}`, 'utf8').matchAll(
        /^(?:export )?const ([A-Z_]+) = -?\d[\d_.]*(?:e-?\d+)?(?: [-+*/] [\w./]+)?;/gm,
      ),
    ]
      .map(([, constant = '']) => constant)
      .filter((constant) => !NO_LIMITS.includes(constant))
      .map((constant) => `${name}: ${constant}`),
  );
  expect(stray).toEqual([]);
});
