/** Threads and processes of the server run as built; tests, which run the source, use them too. */

const BUILT = import.meta.url.endsWith('.ts')
  ? new URL('../dist/server/', import.meta.url)
  : new URL('./', import.meta.url);

export type BuiltName =
  | 'import-thread'
  | 'package-thread'
  | 'care-thread'
  | 'picture-process'
  | 'look-process'
  | 'workbook-process';

export const builtFile = (name: BuiltName): URL => new URL(`${name}.js`, BUILT);
