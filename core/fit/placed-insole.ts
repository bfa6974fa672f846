/** What an insole that is in a pair by name makes of it: for a try-on, and for a sitting. */
import type { Configuration } from '../catalogue/stack-basis.ts';

/** What is in a pair by name, instead of its own or on top of it. */
export interface PlacedThing {
  kind: string;
  how: 'instead' | 'on top';
}

const insoleOf = (placed: readonly PlacedThing[]) => placed.find(({ kind }) => kind === 'insole');

/** As a try-on calls it. */
export function insoleWordOf(placed: readonly PlacedThing[]): 'original' | 'another' | 'on top' {
  const insole = insoleOf(placed);
  if (!insole) return 'original';
  return insole.how === 'on top' ? 'on top' : 'another';
}

/** As a sitting calls it: a shoe with another insole is another shoe to measure. */
export function configurationOf(placed: readonly PlacedThing[]): Configuration {
  const insole = insoleOf(placed);
  if (!insole) return 'as sold';
  return insole.how === 'on top' ? 'insole added' : 'insole replaced';
}
