/** Minimises a function of a few variables without derivatives. */

interface Vertex {
  x: number[];
  f: number;
}

const along = (from: readonly number[], to: readonly number[], share: number): number[] =>
  from.map((value, at) => value + share * ((to[at] as number) - value));

function firstSimplex(
  f: (x: readonly number[]) => number,
  from: readonly number[],
  step: number,
): Vertex[] {
  return [from, ...from.map((_, moved) => from.map((v, at) => (at === moved ? v + step : v)))].map(
    (x) => ({ x: [...x], f: f(x) }),
  );
}

/**
 * The Nelder-Mead simplex with the usual coefficients (reflect 1, expand 2, contract and shrink
 * one half; Nelder and Mead 1965, ordering as in Lagarias et al. 1998).
 *
 * @param step edge of the first simplex
 * @param within ends where all vertices lie this close to the best: the square root of the digits of
 *   a number is the best that values alone can tell of a place
 * @example minimise(([x]) => (x - 3) ** 2, [0], 0.5) // about [3]
 */
export function minimise(
  f: (x: readonly number[]) => number,
  from: readonly number[],
  step: number,
  { within = 1e-8, most = 2000 }: { within?: number; most?: number } = {},
): number[] {
  const vertices = firstSimplex(f, from, step);
  const at = (x: number[]): Vertex => ({ x, f: f(x) });
  for (let round = 0; round < most; round++) {
    vertices.sort((a, b) => a.f - b.f);
    const best = vertices[0] as Vertex;
    const worst = vertices.at(-1) as Vertex;
    const second = vertices.at(-2) as Vertex;
    const size = Math.max(
      ...vertices.flatMap(({ x }) => x.map((value, i) => Math.abs(value - (best.x[i] as number)))),
    );
    if (size <= within) break;
    const others = vertices.slice(0, -1);
    const centre = from.map(
      (_, i) => others.reduce((sum, vertex) => sum + (vertex.x[i] as number), 0) / others.length,
    );
    const reflected = at(along(centre, worst.x, -1));
    let next = reflected;
    if (reflected.f < best.f) {
      const expanded = at(along(centre, worst.x, -2));
      if (expanded.f < reflected.f) next = expanded;
    } else if (reflected.f >= second.f) {
      const contracted = at(along(centre, reflected.f < worst.f ? reflected.x : worst.x, 0.5));
      if (contracted.f < Math.min(reflected.f, worst.f)) next = contracted;
      else {
        vertices.forEach((vertex, i) => {
          if (i > 0) vertices[i] = at(along(best.x, vertex.x, 0.5));
        });
        continue;
      }
    }
    vertices[vertices.length - 1] = next;
  }
  vertices.sort((a, b) => a.f - b.f);
  return (vertices[0] as Vertex).x;
}
