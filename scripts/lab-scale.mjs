/** `node scripts/lab-scale.mjs --editions N --pairs M --out FILE`: a lab of any size, for measuring speed. */
import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { runSource } from './source.mjs';

const USAGE = 'node scripts/lab-scale.mjs --editions 1000 --pairs 3 --out lab.db';

const { values } = parseArgs({
  options: {
    editions: { type: 'string' },
    pairs: { type: 'string' },
    out: { type: 'string' },
  },
});
const count = (name) => {
  const number = Number(values[name]);
  if (Number.isInteger(number) && number > 0) return number;
  console.error(`--${name} is a whole number from 1 on: ${USAGE}`);
  process.exit(1);
};
const [editions, pairs] = [count('editions'), count('pairs')];
if (!values.out || existsSync(values.out)) {
  console.error(`--out names a file that is not there yet: ${USAGE}`);
  process.exit(1);
}
const start = performance.now();
const [{ openDatabase }, { fillLab }] = await Promise.all(
  ['server/store/database.ts', 'bench/lab-scale.ts'].map(runSource),
);
const db = openDatabase(resolve(values.out), new Date().toISOString().slice(0, 10));
const filled = fillLab(db, { editions, pairs });
db.pragma('wal_checkpoint(TRUNCATE)');
db.close();
const seconds = (performance.now() - start) / 1000;
console.log(
  `${values.out}: ${editions.toLocaleString('en')} editions, ${filled.pairs.toLocaleString('en')} pairs, ${filled.readings.toLocaleString('en')} readings, in ${seconds.toFixed(1)} s`,
);
