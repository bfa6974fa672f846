/**
 * `npm run mutants [room …]`: changes the rules of a room of `core` one fault at a time, and lists the faults that no
 * test notices. Writes `checks/mutants/<room>.json`; a reason that stands beside a survivor there is kept.
 */
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT, start } from './install.mjs';

const ROOMS = ['claims', 'match', 'fit', 'wear', 'construction', 'choose'];
/** At least so many of a hundred are to be noticed. */
const WANTED_PERCENT = 80;

const cache = join(ROOT, 'node_modules', '.cache', 'mutants');
const tables = join(ROOT, 'checks', 'mutants');
mkdirSync(cache, { recursive: true });
mkdirSync(tables, { recursive: true });

const report = (room) => join(cache, `${room}.report.json`);
const table = (room) => join(tables, `${room}.json`);

/** What the tool is told: sentences are left alone, and what was tried before is not tried again. */
const termsOf = (room) => ({
  testRunner: 'vitest',
  vitest: { configFile: 'scripts/mutants.vitest.config.mjs' },
  plugins: ['@stryker-mutator/vitest-runner'],
  mutate: [`core/${room}/**/*.ts`, '!core/**/*.test.ts'],
  mutator: { excludedMutations: ['StringLiteral'] },
  coverageAnalysis: 'perTest',
  // What is worked out when a file is read runs in every test: a limit among it has its own case in checks/.
  ignoreStatic: true,
  concurrency: 2,
  reporters: ['json', 'progress-append-only'],
  jsonReporter: { fileName: report(room) },
  incremental: true,
  incrementalFile: join(cache, `${room}.incremental.json`),
  // No test is looked for below node_modules.
  tempDirName: join(tmpdir(), 'emvex-mutants'),
  ignorePatterns: ['dist', 'data', 'docs', 'e2e', 'web', 'server', 'demo', 'instruments', 'bench'],
});

/** The text that a mutant stands for, on one line. */
function textAt(lines, { start, end }) {
  const whole =
    start.line === end.line
      ? (lines[start.line - 1] ?? '').slice(start.column - 1, end.column - 1)
      : `${(lines[start.line - 1] ?? '').slice(start.column - 1)} …`;
  return whole.trim();
}

/** The table of a room: how many were noticed, and each that was not. */
function tableOf(room) {
  const reasons = new Map(
    existsSync(table(room))
      ? JSON.parse(readFileSync(table(room), 'utf8')).survivors.map(
          ({ file, from, to, reason }) => [`${file}\n${from}\n${to}`, reason],
        )
      : [],
  );
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
        survivors.push({ file, line: location.start.line, from, to, reason });
      } else counts.leftOut += 1;
    }
  }
  const percent = Math.floor((1000 * counts.noticed) / (counts.noticed + counts.survived)) / 10;
  survivors.sort((a, b) => a.file.localeCompare(b.file) || a.line - b.line);
  return { room, ...counts, percent, survivors };
}

const asked = process.argv.slice(2);
const unknown = asked.filter((room) => !ROOMS.includes(room));
if (unknown.length > 0) {
  console.error(`No room ${unknown.join(', ')}: there are ${ROOMS.join(', ')}.`);
  process.exit(2);
}
let short = 0;
for (const room of asked.length > 0 ? asked : ROOMS) {
  const terms = join(cache, `${room}.terms.json`);
  writeFileSync(terms, JSON.stringify(termsOf(room)));
  rmSync(report(room), { force: true });
  await start(join(ROOT, 'node_modules', '.bin', 'stryker'), ['run', terms]);
  if (!existsSync(report(room))) {
    console.error(`${room}: no report was written.`);
    process.exit(1);
  }
  const result = tableOf(room);
  writeFileSync(table(room), `${JSON.stringify(result, null, 2)}\n`);
  console.log(
    `${room}: ${result.noticed} of ${result.noticed + result.survived} faults noticed, ${result.percent} %`,
  );
  if (result.percent < WANTED_PERCENT) short += 1;
}
process.exitCode = short > 0 ? 1 : 0;
