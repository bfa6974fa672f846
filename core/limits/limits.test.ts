import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { LIMIT_TABLES, LIMITS } from './limits.ts';

const ROOMS = Object.keys(LIMIT_TABLES);

describe('the table of limits', () => {
  it.each(LIMITS)('$id has a meaning and a source', ({ value, meaning, source }) => {
    expect(value).toBeGreaterThanOrEqual(0);
    expect(meaning).toMatch(/^[A-Z“].+[.]$/);
    expect(source).not.toBe('');
  });
  it('is the table of docs/limits.md', () => {
    const page = readFileSync('docs/limits.md', 'utf8');
    for (const { id, value, meaning } of LIMITS) {
      const name = id.replace(/^.*\//, '');
      expect(page, `run npm run docs: ${id}`).toContain(`| ${name} | ${value}`);
      expect(page, `run npm run docs: ${id}`).toContain(meaning);
    }
  });
});

/** Constants that are not limits of a verdict. */
const NO_LIMITS = [
  'DAY_MS',
  'MINUTE_MS',
  'DAY_MINUTES',
  'DAYS_PER_MONTH',
  'INCH',
  'FULL_SIZE_MM',
  'KM_PER_MILE',
  // Confidence levels, coverage factors and stopping rules of searches.
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
  // Sizes of fields, texts, studies and batches.
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
  // A row number, degrees of freedom and uncertainties of usual figures.
  'ROW_FORCED_LOOSE',
  'CYCLE_DF',
  'DEFAULT_SPREAD_DF',
  'PAIR_EFFORT',
  'TABLES_DIFFER',
  'BEYOND',
];
/** These files read a picture or a route; their constants belong to the reading, not to a verdict. */
const READERS = ['wet-print.ts', 'route.ts'];

it.each(ROOMS)('%s has no limit outside the table', (room) => {
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
