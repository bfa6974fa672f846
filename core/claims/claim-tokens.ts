/** Claims as people say them, cut into tokens: figures, what they are of, size, basis, how sure, whose. */

import { CLAIMED_QUANTITIES, type ClaimedQuantityId } from '../catalogue/claimed-quantities.ts';
import { QUANTITIES } from '../catalogue/quantities.ts';
import type { StackBasis } from '../catalogue/stack-basis.ts';

/** How a figure is qualified; `under` and `over` bound it on one side of its rounding. */
export type Qualifier = 'about' | 'under' | 'over' | 'at most' | 'at least';

/** Parts of a shoe that are claimed in words. */
export const CLAIMED_PARTS = ['foam', 'plate', 'compound', 'membrane', 'grade'] as const;
export type ClaimedPart = (typeof CLAIMED_PARTS)[number];

type Meaning =
  /** A number as typed, with a unit or without; a word for one has no last digit. */
  | { kind: 'figure'; number: string; unit: string; word: boolean }
  | { kind: 'quantity'; quantity: ClaimedQuantityId }
  | { kind: 'label'; label: string }
  /** A size whose system was named before. */
  | { kind: 'size'; size: string }
  | { kind: 'basis'; basis: Partial<StackBasis> }
  | { kind: 'qualifier'; qualifier: Qualifier }
  | { kind: 'per'; pair: boolean }
  | { kind: 'part'; part: ClaimedPart }
  /** Joins two stacks: a slash, a dash, “and”. */
  | { kind: 'join'; and: boolean }
  | { kind: 'stop' }
  | { kind: 'noise' }
  | { kind: 'word' };

export type ClaimToken = Meaning & { text: string; start: number; end: number };

const NUMBER = String.raw`\d+(?:[.,]\d+)?(?:\s*[½¼¾⅓⅔]|\s+\d\/\d)?|[½¼¾]`;
const UNIT = String.raw`(?:mm|cm|in(?:ch(?:es)?)?(?!\s*(?:\d|us\b|uk\b|eu|men|women|a\b))|["″”]|g(?:r|rams?)?|kg|kilo(?:gram)?s?|oz|ounces?|lbs?|pounds?|milli?met(?:re|er)s?)`;
const SYSTEM = String.raw`(?:us\s*)?(?:wo)?men'?s?|ladies|wmns|kids?'?s?|uk|gb|eur?|us|mondo(?:point)?|jp`;
const SIZE = String.raw`\d{1,3}(?:[.,]\d{1,2})?(?:\s*[½⅓⅔]|\s+[12]\/[23](?!\d))?`;

const NUMBER_WORDS: Record<string, string> = {
  zero: '0',
  no: '0',
  half: '0.5',
  'half a': '0.5',
  a: '1',
  an: '1',
  one: '1',
  two: '2',
  three: '3',
  four: '4',
  five: '5',
  six: '6',
  seven: '7',
  eight: '8',
  nine: '9',
  ten: '10',
  eleven: '11',
  twelve: '12',
};

const BASIS: [phrase: string, basis: Partial<StackBasis>][] = [
  [
    String.raw`(?:without|excluding|less)\s+(?:the\s+)?(?:insole|sockliner)|(?:insole|sockliner)\s+out|with\s+the\s+insole\s+out`,
    { insole: 'out' },
  ],
  [
    String.raw`(?:with|including|incl\.?)\s+(?:the\s+)?(?:insole|sockliner)(?:\s+in)?|(?:insole|sockliner)\s+in(?!\w)`,
    { insole: 'in' },
  ],
  [String.raw`(?:without|excluding)\s+(?:the\s+)?lugs|lugs\s+out`, { lugs: 'out' }],
  [String.raw`(?:with|including|incl\.?)\s+(?:the\s+)?lugs|lugs\s+in(?!\w)`, { lugs: 'in' }],
  [String.raw`midsole(?:\s+only)?(?!\s*foam)`, { layers: 'midsole only' }],
  [String.raw`(?:at\s+the\s+|on\s+the\s+)?(?:visible\s+)?sidewall`, { place: 'sidewall' }],
  [String.raw`in[- ]shoe(?:\s+12\s*\/\s*75\s*%?)?`, { place: 'in-shoe' }],
];

const QUALIFIERS: [phrase: string, qualifier: Qualifier][] = [
  [String.raw`just\s+under|nearly|almost|barely`, 'under'],
  [String.raw`just\s+over|a\s+little\s+over`, 'over'],
  [String.raw`up\s+to|at\s+most|no\s+more\s+than|max(?:imum|\.)?|under|below`, 'at most'],
  [String.raw`at\s+least|no\s+less\s+than|min(?:imum|\.)?|from|over|above`, 'at least'],
  [String.raw`some|about|around|roughly|approx(?:imately|\.)?|circa|ca\.?|~|≈`, 'about'],
];

const PARTS: [phrase: string, part: ClaimedPart][] = [
  [String.raw`b[0-3](?!\d)`, 'grade'],
  ['foam|eva|tpu|peba|pebax', 'foam'],
  ['plate|shank', 'plate'],
  ['rubber|compound', 'compound'],
  ['membrane|waterproof|water[- ]resistant', 'membrane'],
];

const QUANTITY_PHRASES = CLAIMED_QUANTITIES.flatMap((quantity) =>
  (QUANTITIES[quantity].claimed?.words ?? []).map((phrase) => ({ phrase, quantity })),
).sort((a, b) => b.phrase.length - a.phrase.length);

const NOISE = String.raw`stacks?|stack\s+heights?|height|thickness|depth|deep|of|at|the|is|are|it|and\s+it|weight|mass|weighs|weighing|size|for|with|only|rear|front|tall|high|thick|has|a|in|on|an`;

type Rule = [pattern: string, read: (match: RegExpExecArray) => Meaning];

const RULES: Rule[] = [
  [String.raw`[;\n()]+|[.](?=\s|$)|,(?!\d)`, () => ({ kind: 'stop' })],
  ...BASIS.map(([phrase, basis]): Rule => [phrase, () => ({ kind: 'basis', basis })]),
  [
    String.raw`(?:a|per|each|\/)\s*(?:shoe|foot)(?!\w)|each(?!\w)|apiece`,
    () => ({ kind: 'per', pair: false }),
  ],
  [
    String.raw`(?:a|per|the|\/)\s*pair(?!\w)|pair(?!\w)|(?:the|both)\s+two|the\s+two|both|together`,
    () => ({ kind: 'per', pair: true }),
  ],
  ...QUALIFIERS.map(
    ([phrase, qualifier]): Rule => [
      String.raw`(?:${phrase})(?=\s|\d)`,
      () => ({ kind: 'qualifier', qualifier }),
    ],
  ),
  [
    String.raw`(?:${SYSTEM}|[mw](?=\s?\d))\s*(?:size\s*)?(${SIZE})|(${SIZE})\s*(?:uk|eur?|us)(?!\w)`,
    (match) => ({ kind: 'label', label: match[0] }),
  ],
  [
    String.raw`(?:in|for|at)\s+(?:a\s+)?(?:size\s+)?(${SIZE})(?!\s*(?:${UNIT}|%))(?![\d.,/])|size\s+(${SIZE})`,
    (match) => ({ kind: 'size', size: match[1] ?? match[2] ?? '' }),
  ],
  [
    String.raw`(${NUMBER})\s*(${UNIT})?(?![a-z0-9])`,
    (match) => ({ kind: 'figure', number: match[1] ?? '', unit: match[2] ?? '', word: false }),
  ],
  [
    String.raw`(half\s+an?|${Object.keys(NUMBER_WORDS).join('|')})\s+(?:(${UNIT})(?![a-z])|(?=(?:heel[- ]to[- ]toe\s+)?drop))`,
    (match) => {
      const word = (match[1] ?? '').replace(/\s+/g, ' ').replace('half an', 'half a');
      return { kind: 'figure', number: NUMBER_WORDS[word] ?? '', unit: match[2] ?? '', word: true };
    },
  ],
  ...QUANTITY_PHRASES.map(
    ({ phrase, quantity }): Rule => [
      `${phrase.replaceAll(' ', String.raw`\s+`)}(?![a-z])`,
      () => ({ kind: 'quantity', quantity }),
    ],
  ),
  ...PARTS.map(
    ([phrase, part]): Rule => [`(?:${phrase})(?![a-z])`, () => ({ kind: 'part', part })],
  ),
  ['and(?![a-z])|&', () => ({ kind: 'join', and: true })],
  [String.raw`[\/–-]|to(?![a-z])`, () => ({ kind: 'join', and: false })],
  [`(?:${NOISE})(?![a-z])|[:=]`, () => ({ kind: 'noise' })],
  [String.raw`(?:(?![,;()])\S)+|\S`, () => ({ kind: 'word' })],
];

// A line ends what was said on it: no phrase goes on over its end.
const COMPILED = RULES.map(([pattern, read]) => ({
  pattern: new RegExp(pattern.replaceAll(String.raw`\s`, String.raw`[^\S\n]`), 'iy'),
  read,
}));

/** Every token of a text, in order; nothing of it is left out. */
export function claimTokens(text: string): ClaimToken[] {
  const tokens: ClaimToken[] = [];
  let start = 0;
  while (start < text.length) {
    if (/[^\S\n]/.test(text[start] ?? '')) {
      start += 1;
      continue;
    }
    for (const { pattern, read } of COMPILED) {
      pattern.lastIndex = start;
      const match = pattern.exec(text);
      if (!match || match[0] === '') continue;
      const end = start + match[0].length;
      tokens.push({ ...read(match), text: match[0], start, end });
      start = end;
      break;
    }
  }
  return tokens;
}
