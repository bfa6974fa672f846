/** Variance components of 100,000 readings, from file to figures, beside R's `aov` of the same file. */
import { spawnSync } from 'node:child_process';
import { createReadStream, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { randomLcg, randomNormal } from 'd3-random';
import { type PairToPair, studyPairs } from '#core/study/pair-to-pair.ts';
import type { StudyReading } from '#core/study/study-cells.ts';
import { type Measurement, measurement, timed } from './measurement.ts';

const PAIRS = 100;
const TRIALS = 500;
/** The two agree to this share: R prints eight digits. */
const AGREES = 1e-5;

function writeReadings(path: string): void {
  const normal = randomNormal.source(randomLcg(0.271))(0, 1);
  const lines = ['pair,side,value'];
  for (let pair = 0; pair < PAIRS; pair++) {
    const own = 31 + 0.5 * normal();
    for (const side of ['left', 'right']) {
      const shoe = own + 0.15 * normal() + (side === 'right' ? 0.2 : 0);
      for (let trial = 0; trial < TRIALS; trial++)
        lines.push(`${pair},${side},${(shoe + 0.2 * normal()).toFixed(3)}`);
    }
  }
  writeFileSync(path, `${lines.join('\n')}\n`);
}

async function studyFile(path: string): Promise<PairToPair> {
  const readings: StudyReading[] = [];
  for await (const line of createInterface({ input: createReadStream(path) })) {
    const [pair = '', side, value] = line.split(',');
    if (side !== 'left' && side !== 'right') continue;
    readings.push({ pair, side, trial: readings.length, value: Number(value) });
  }
  const study = studyPairs(readings);
  if (!study) throw new Error('no study');
  return study;
}

/** R reads the file, fits, prints the mean squares, and says how long reading and fitting took. */
const R_SCRIPT = `
path <- commandArgs(trailingOnly = TRUE)[1]
time <- system.time({
  d <- read.csv(path)
  d$pair <- factor(d$pair)
  d$side <- factor(d$side)
  table <- summary(aov(value ~ side * pair, data = d))[[1]]
})
cat(sprintf("%.10g", table[["Mean Sq"]]), time[["elapsed"]], "\\n")
`;

/** Where R is not installed the answer is empty, with a word. */
export async function benchVariance(folder: string): Promise<Measurement[]> {
  const version = spawnSync('Rscript', ['--version']);
  if (version.error) {
    console.log("Variance components: skipped, R is not installed (Debian's r-base-core).");
    return [];
  }
  const path = join(folder, 'readings.csv');
  writeReadings(path);
  const ours = await timed(() => studyFile(path), 5);
  const study = await studyFile(path);
  const said = spawnSync('Rscript', ['-e', R_SCRIPT, path], { encoding: 'utf8' });
  const numbers = said.stdout.trim().split(/\s+/).map(Number);
  const seconds = numbers.pop() ?? Number.NaN;
  if (said.status !== 0 || !(seconds > 0)) throw new Error(`R failed: ${said.stderr}`);
  // R's rows: side, pair, side:pair, residuals.
  numbers.forEach((meanSquare, at) => {
    const own = study.anova?.ms[at] ?? Number.NaN;
    if (!(Math.abs(own / meanSquare - 1) < AGREES))
      throw new Error(`mean square ${at}: ${own} here, ${meanSquare} in R`);
  });
  return [
    measurement(
      'variance components of 100,000 readings, read and studied',
      ours,
      1000 * seconds,
      'ms',
      "R's read.csv and aov of the same file",
    ),
  ];
}
