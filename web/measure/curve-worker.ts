/** The worker that holds a curve, made when the first curve is looked at. */
import { type Remote, wrap } from 'comlink';
import type { CurveBench } from '../workers/curve-bench.ts';

let bench: Remote<CurveBench> | undefined;

export function curveBench(): Remote<CurveBench> {
  bench ??= wrap<CurveBench>(
    new Worker(new URL('../workers/curve-bench.ts', import.meta.url), { type: 'module' }),
  );
  return bench;
}
