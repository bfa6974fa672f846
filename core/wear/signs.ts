/** Signs of wear as people write them down: `lining torn at 200 km, not growing`. */

/** The words by which each is known, in order, others may stand between. */
const KNOWN: readonly (readonly [Sign, ...string[]])[] = [
  ['upper torn', 'upper', 'torn'],
  ['upper torn', 'hole', 'upper'],
  ['rubber worn through', 'rubber', 'worn'],
  ['counter broken', 'counter', 'broken'],
  ['shank broken', 'shank', 'broken'],
  ['foam dead', 'foam', 'dead'],
  ['creases plain', 'crease', 'plain'],
  ['lining growing', 'lining', 'growing'],
  ['lining chafing', 'lining', 'chafing'],
  ['lining torn', 'lining', 'torn'],
  ['lining seen', 'lining', 'seen'],
  ['fine cracks', 'fine', 'crack'],
  ['fine cracks', 'hairline', 'crack'],
  ['fine cracks', 'hairline'],
  ['new aches', 'new', 'ache'],
  ['rubber marked', 'rubber', 'marked'],
  ['rubber marked', 'rubber', 'nicked'],
  ['rubber marked', 'rubber', 'ripped'],
  ['rebound less', 'rebound', 'less'],
  ['insole flat', 'insole', 'flat'],
  ['tread wear', 'tread', 'wear'],
];

const NOUNS = [
  'upper',
  'rubber',
  'counter',
  'shank',
  'foam',
  'lining',
  'insole',
  'tread',
  'rebound',
];
const NEGATIONS = ['no', 'not', 'without', 'never', 'none'];

/** A word without its plural s; `less` is none. */
const stem = (word: string) => (word.length > 3 ? word.replace(/([^s])s$/, '$1') : word);

export interface ReadSigns {
  present: Sign[];
  /** Said not to be there. */
  absent: Sign[];
  unknown: string[];
}

/** Where the words stand in order; undefined where they do not. */
function placesOf(words: readonly string[], said: readonly string[]): number[] | undefined {
  const places: number[] = [];
  for (const word of words) {
    const at = said.indexOf(word, (places.at(-1) ?? -1) + 1);
    if (at < 0) return undefined;
    places.push(at);
  }
  return places;
}

/**
 * Reads signs out of phrases. After a comma the noun before it holds; no or not before one makes it evidence against.
 * @example readSigns(['lining torn at 200 km, not growing']) // present lining torn, absent lining growing
 */
export function readSigns(phrases: readonly string[]): ReadSigns {
  const [present, absent] = [new Set<Sign>(), new Set<Sign>()];
  const unknown: string[] = [];
  for (const phrase of phrases) {
    let noun = '';
    for (const part of phrase.split(',')) {
      const own = (part.toLowerCase().match(/[a-z]+/g) ?? []).map(stem);
      if (own.length === 0) continue;
      const has = own.find((word) => NOUNS.includes(word));
      const said = has || !noun ? own : [noun, ...own];
      noun = has ?? noun;
      let found = false;
      for (const [sign, ...words] of KNOWN) {
        const places = placesOf(words, said);
        if (!places) continue;
        found = true;
        const negated = said.slice(0, places.at(-1)).some((word) => NEGATIONS.includes(word));
        (negated ? absent : present).add(sign);
      }
      if (!found) unknown.push(part.trim());
    }
  }
  return {
    present: SIGNS.filter((sign) => present.has(sign)),
    absent: SIGNS.filter((sign) => absent.has(sign) && !present.has(sign)),
    unknown,
  };
}

import { SIGNS, type Sign } from '../catalogue/wear-signs.ts';
