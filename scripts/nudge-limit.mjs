/** Moves one limit of a table, so that `npm run mutants limits` can see whether a test fails. */

/** Pattern that finds a limit in the source of its table. */
function placeOf(name) {
  const [, end, use] = /^toeRoom(Least|Most)(?: (.+))?$/.exec(name) ?? [];
  if (end === undefined) return new RegExp(`(\\b${name}: (?:limit|limitOfLab)\\(\\s*)[\\d.]+`);
  const key = use === undefined ? "''" : `'?${use}'?`;
  return new RegExp(
    end === 'Least' ? `(${key}: room\\()[\\d.]+` : `(${key}: room\\([\\d.]+, )[\\d.]+`,
  );
}

/** The source with another value. Throws if the limit is not in the source. */
export function nudged(source, name, value) {
  const place = placeOf(name);
  if (!place.test(source)) throw new Error(`${name} is not in its table`);
  return source.replace(place, `$1${value}`);
}

/** Vite plugin that replaces the limit named by EMVEX_NUDGE: `fit-limits.ts|0.41|wideFoot`. */
export function nudgePlugin() {
  const [file, value, name] = (process.env.EMVEX_NUDGE ?? '').split('|');
  return {
    name: 'nudge-limit',
    enforce: 'pre',
    transform: (source, id) =>
      file && id.endsWith(`/core/limits/${file}`) ? nudged(source, name, value) : undefined,
  };
}
