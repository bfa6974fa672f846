/** A table of limits with one of them moved: how `npm run mutants limits` asks whether a test notices. */

/** Where a limit stands in the source of its table. */
function placeOf(name) {
  const [, end, use] = /^toeRoom(Least|Most)(?: (.+))?$/.exec(name) ?? [];
  if (end === undefined) return new RegExp(`(\\b${name}: (?:line|labLine)\\(\\s*)[\\d.]+`);
  const key = use === undefined ? "''" : `'?${use}'?`;
  return new RegExp(
    end === 'Least' ? `(${key}: room\\()[\\d.]+` : `(${key}: room\\([\\d.]+, )[\\d.]+`,
  );
}

/** The source with another value; throws where the limit is not found in it. */
export function nudged(source, name, value) {
  const place = placeOf(name);
  if (!place.test(source)) throw new Error(`${name} is not in its table`);
  return source.replace(place, `$1${value}`);
}

/** Plugin of Vite: the table is read with the limit that EMVEX_NUDGE names, `fit-limits.ts wideFoot 0.41`. */
export function nudgePlugin() {
  const [file, value, name] = (process.env.EMVEX_NUDGE ?? '').split('|');
  return {
    name: 'nudge-limit',
    enforce: 'pre',
    transform: (source, id) =>
      file && id.endsWith(`/core/limits/${file}`) ? nudged(source, name, value) : undefined,
  };
}
