/** A curve of 100,000 samples: read from its file and analysed, beside a bare pass over its numbers. */
import { Readable } from 'node:stream';
import { randomLcg, randomNormal } from 'd3-random';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { analyseCurve } from '#core/curves/curve-analysis.ts';
import { writeCurveFile } from '#core/curves/curve-file.ts';
import { readCurveStream } from '#server/formats/curve-csv.ts';
import { type Measurement, measurement, timed } from './measurement.ts';

const SAMPLES = 100_000;
const CYCLES = 10;

export async function benchCurve(): Promise<Measurement> {
  const traits = QUANTITIES['bend-toe-up'].curve;
  if (!traits) throw new Error('bending is taken as a curve');
  const noise = randomNormal.source(randomLcg(0.5))(0, 0.01);
  const x = Float64Array.from(
    { length: SAMPLES },
    (_, i) => 20 - 20 * Math.cos((2 * Math.PI * CYCLES * i) / SAMPLES) + noise(),
  );
  const y = Float64Array.from(
    { length: SAMPLES },
    (_, i) => 0.2 * (x[i] as number) + Math.sin((2 * Math.PI * CYCLES * i) / SAMPLES),
  );
  const file = writeCurveFile({ curve: { x, y } }, traits).join('');
  const ours = await timed(async () => {
    const read = await readCurveStream(Readable.from([Buffer.from(file)]), traits);
    if (!read.ok) throw new Error(read.faults[0]?.message);
    const { stiffness } = analyseCurve(read.value.curve, traits);
    if (!stiffness) throw new Error('no stiffness');
  }, 5);
  const alternative = await timed(() => {
    let sum = 0;
    for (const line of file.split('\n')) {
      const [a, b] = line.split(',');
      sum += Number(a) + Number(b);
    }
    return sum;
  }, 5);
  return measurement(
    'a curve of 100,000 samples, read and analysed',
    ours,
    alternative,
    'ms',
    'its lines split and its numbers added up',
  );
}
