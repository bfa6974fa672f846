/**
 * `npm run mutants [room …]`: changes the rules of a folder of `core` one at a time, and lists the changes that no test
 * notices. `limits` moves each limit up and down instead. The results are in `checks/mutants/<room>.json`; a reason
 * that is written there beside a surviving change is kept.
 */
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installPackages, ROOT, start } from './install.mjs';
import { runSource } from './source.mjs';

const ROOMS = ['claims', 'match', 'fit', 'wear', 'construction', 'choose', 'limits'];
/** Required percentage of noticed changes. */
const WANTED_PERCENT = 80;

const cache = join(ROOT, 'node_modules', '.cache', 'mutants');
const tables = join(ROOT, 'checks', 'mutants');
mkdirSync(cache, { recursive: true });
mkdirSync(tables, { recursive: true });

const report = (room) => join(cache, `${room}.report.json`);
const table = (room) => join(tables, `${room}.json`);

/** Settings of Stryker. Texts are not changed, and results of earlier runs are reused. */
const termsOf = (room) => ({
  testRunner: 'vitest',
  vitest: { configFile: 'scripts/mutants.vitest.config.mjs' },
  plugins: ['@stryker-mutator/vitest-runner'],
  mutate: [`core/${room}/**/*.ts`, '!core/**/*.test.ts'],
  mutator: { excludedMutations: ['StringLiteral'] },
  coverageAnalysis: 'perTest',
  // Code that runs when a file is loaded needs all tests for each change. Most of it is tables.
  ignoreStatic: true,
  concurrency: 2,
  reporters: ['json', 'progress-append-only'],
  jsonReporter: { fileName: report(room) },
  incremental: true,
  incrementalFile: join(cache, `${room}.incremental.json`),
  // Vitest finds no tests below node_modules.
  tempDirName: join(tmpdir(), 'emvex-mutants'),
  ignorePatterns: ['dist', 'data', 'docs', 'e2e', 'web', 'server', 'demo', 'instruments', 'bench'],
});

/** The changed text on one line. */
function textAt(lines, { start, end }) {
  const whole =
    start.line === end.line
      ? (lines[start.line - 1] ?? '').slice(start.column - 1, end.column - 1)
      : `${(lines[start.line - 1] ?? '').slice(start.column - 1)} …`;
  return whole.trim();
}

/** Reasons in the former results, by change. */
const reasonsOf = (room) =>
  new Map(
    existsSync(table(room))
      ? JSON.parse(readFileSync(table(room), 'utf8')).survivors.map(
          ({ file, from, to, reason }) => [`${file}\n${from}\n${to}`, reason],
        )
      : [],
  );

/** The results of a folder: the counts, and each change that no test notices. */
function tableOf(room) {
  const reasons = reasonsOf(room);
  const counts = { noticed: 0, survived: 0, leftOut: 0 };
  const survivors = [];
  for (const [file, { source, mutants }] of Object.entries(
    JSON.parse(readFileSync(report(room), 'utf8')).files,
  )) {
    const lines = source.split('\n');
    for (const { status, location, replacement } of mutants) {
      if (status === 'Killed' || status === 'Timeout') counts.noticed += 1;
      else if (status === 'Survived' || status === 'NoCoverage') {
        counts.survived += 1;
        const from = textAt(lines, location);
        const to = replacement.replace(/\s+/g, ' ');
        const reason = reasons.get(`${file}\n${from}\n${to}`) ?? '';
        survivors.push({
          file,
          line: location.start.line,
          from,
          to,
          ...(reason ? { reason } : {}),
        });
      } else counts.leftOut += 1;
    }
  }
  const percent = Math.floor((1000 * counts.noticed) / (counts.noticed + counts.survived)) / 10;
  survivors.sort((a, b) => a.file.localeCompare(b.file) || a.line - b.line);
  return { room, ...counts, percent, survivors };
}

/** A count moves by one, other values by 5 %. */
function movedBy(value, unit) {
  const isCounted = Number.isInteger(value) && value < 20 && !/^(mm|g|km|°|%|°C|SDs|U)$/.test(unit);
  const step = isCounted ? 1 : value === 0 ? 1 : 0.05 * value;
  return [value - step, value + step].map((moved) => Math.max(0, Number(moved.toPrecision(6))));
}

/** Tests of the limits of each folder. */
const TESTS_OF = {
  figures: [
    'checks/figure-limits',
    'checks/spread-limits',
    'checks/carrying',
    'checks/uncertainty',
    'core/figures',
    'core/layers',
  ],
  claims: ['checks/claim', 'core/claims'],
  match: ['checks/match', 'core/match'],
  study: ['checks/figure-limits', 'checks/studies', 'checks/study-honesty', 'checks/lots'],
  construction: ['checks/construction', 'core/construction'],
  fit: ['checks/fit', 'checks/try-on', 'checks/size-converter', 'core/fit'],
  wear: ['checks/wear', 'checks/retirement', 'checks/rotation', 'core/wear'],
  choose: ['checks/choose', 'core/choose'],
};

/** Runs the tests of a folder, with a limit moved as `nudge` says. */
const testLimits = (room, nudge = '') =>
  start(
    join(ROOT, 'node_modules', '.bin', 'vitest'),
    ['run', '--bail=1', '--config=scripts/mutants.vitest.config.mjs', ...TESTS_OF[room]],
    { env: { ...process.env, EMVEX_NUDGE: nudge }, stdio: 'ignore' },
  );

/** Moves each limit up and down, and counts how often a test fails. */
async function moveLimits() {
  const { LIMIT_TABLES } = await runSource('core/limits/limits.ts');
  const reasons = reasonsOf('limits');
  const result = { room: 'limits', noticed: 0, survived: 0, leftOut: 0, survivors: [] };
  for (const [room, limits] of Object.entries(LIMIT_TABLES)) {
    const file = `${room.replace(/s$/, '')}-limits.ts`;
    if ((await testLimits(room)) !== 0) {
      console.error(`The tests of ${room} fail without any change.`);
      process.exit(1);
    }
    for (const [name, { value, unit }] of Object.entries(limits))
      for (const to of movedBy(value, unit)) {
        if (to === value) continue;
        if ((await testLimits(room, [file, to, name].join('|'))) !== 0) result.noticed += 1;
        else {
          result.survived += 1;
          const survivor = { file: `core/limits/${file}`, from: `${name} ${value}`, to: `${to}` };
          const reason = reasons.get(`${survivor.file}\n${survivor.from}\n${survivor.to}`) ?? '';
          result.survivors.push({ ...survivor, ...(reason ? { reason } : {}) });
          console.log(`${survivor.file}: ${survivor.from} moved to ${to} is not noticed`);
        }
      }
  }
  const percent = Math.floor((1000 * result.noticed) / (result.noticed + result.survived)) / 10;
  return { ...result, percent };
}

async function mutate(room) {
  const terms = join(cache, `${room}.terms.json`);
  writeFileSync(terms, JSON.stringify(termsOf(room)));
  rmSync(report(room), { force: true });
  await start(join(ROOT, 'node_modules', '.bin', 'stryker'), ['run', terms]);
  if (existsSync(report(room))) return tableOf(room);
  console.error(`${room}: no report was written.`);
  process.exit(1);
}

installPackages();
const asked = process.argv.slice(2);
const unknown = asked.filter((room) => !ROOMS.includes(room));
if (unknown.length > 0) {
  console.error(`No room ${unknown.join(', ')}: there are ${ROOMS.join(', ')}.`);
  process.exit(2);
}
let short = 0;
for (const room of asked.length > 0 ? asked : ROOMS) {
  const result = room === 'limits' ? await moveLimits() : await mutate(room);
  writeFileSync(table(room), `${JSON.stringify(result, null, 2)}\n`);
  console.log(
    `${room}: ${result.noticed} of ${result.noticed + result.survived} changes noticed, ${result.percent} %`,
  );
  if (result.percent < WANTED_PERCENT) short += 1;
}
process.exitCode = short > 0 ? 1 : 0;
