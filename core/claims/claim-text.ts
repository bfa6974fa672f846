/** Reads claims as people read them out: "34/26 mm, 8 mm drop, 10.9 oz / 309 g, men's 10". */
import { QUANTITIES } from '../catalogue/quantities.ts';
import type { StackBasis, StatedBasis } from '../catalogue/stack-basis.ts';
import { readLabel } from '../sizing/printed-label.ts';
import type { SizeLabel } from '../sizing/size-label.ts';
import { readTypedQuantity } from '../sizing/typed-quantity.ts';
import { CLAIMED_QUANTITIES } from './claim.ts';
import type { StatedFigure } from './claim-consistency.ts';

export interface ClaimText {
  figures: StatedFigure[];
  /** The label the figures were stated for. */
  label?: SizeLabel;
  statedBasis: StatedBasis;
  /** Pieces that could not be read, with what would help. */
  unread: { text: string; help: string }[];
}

const NUMBER = String.raw`\d+(?:[.,]\d+)?(?:\s+\d+\/\d+)?`;
const STACKS = new RegExp(
  String.raw`^(?:stack(?:\s+height)?s?:?\s*)?(${NUMBER})\s*(?:mm)?\s*[/–-]\s*(${NUMBER})\s*(mm|cm|in)?(?:\s+stack(?:\s+height)?)?$`,
);
const MASS_UNIT = '(?:g|gr|grams?|kg|oz|ounces?|lbs?|pounds?)';
const MASS = new RegExp(String.raw`^(${NUMBER})\s*(${MASS_UNIT})\b\.?(.*)$`);

const BASIS_WORDS: [RegExp, Partial<StackBasis>][] = [
  [/^(?:without|excluding|no)\s+(?:the\s+)?(?:insole|sockliner)$|^insole out$/, { insole: 'out' }],
  [/^(?:with|including)\s+(?:the\s+)?(?:insole|sockliner)$|^insole in$/, { insole: 'in' }],
  [/^(?:without|excluding|no)\s+(?:the\s+)?lugs$|^lugs out$/, { lugs: 'out' }],
  [/^(?:with|including)\s+(?:the\s+)?lugs$|^lugs in$/, { lugs: 'in' }],
  [/^midsole(?:\s+only)?$/, { layers: 'midsole only' }],
  [/^(?:at the\s+|on the\s+)?(?:visible\s+)?sidewall$/, { place: 'sidewall' }],
  [/^in[- ]shoe(?:\s+12\s*\/\s*75\s*%?)?$/, { place: 'in-shoe' }],
];

/** Words by which a claimed length is known: those that say most first. */
const LENGTH_WORDS = CLAIMED_QUANTITIES.flatMap((quantity) => {
  const words = QUANTITIES[quantity].claimed?.words;
  return words ? [{ quantity, words }] : [];
}).reverse();

function lengthFigure(
  quantity: StatedFigure['quantity'],
  text: string,
): StatedFigure | { help: string } {
  const read = readTypedQuantity(text, 'length');
  if (!read.ok) return { help: read.fault.message };
  const said = QUANTITIES[quantity].claimed?.said;
  const typed = read.value.bare ? `${read.value.typed} mm` : read.value.typed;
  return {
    quantity,
    typed: said ? `${typed} ${said}` : typed,
    value: read.value.value,
    halfWidth: read.value.halfWidth,
    unit: read.value.enteredUnit,
  };
}

function massFigure(text: string): StatedFigure | { help: string } | undefined {
  const match = MASS.exec(text);
  if (!match) return undefined;
  const [, number = '', unit = '', rest = ''] = match;
  const read = readTypedQuantity(`${number} ${unit === 'gr' ? 'g' : unit}`, 'mass');
  if (!read.ok) return { help: read.fault.message };
  const pair = /\bpair\b/.test(rest);
  if (!pair && !/^(?:\s*(?:a|per|each|\/)?\s*(?:shoe|foot)?\s*)$/.test(rest))
    return { help: `“${rest.trim()}” after the mass was not understood.` };
  // A mass of a pair is kept as that of one shoe; so is the room its rounding leaves.
  const share = pair ? 0.5 : 1;
  return {
    quantity: 'mass',
    typed: pair ? `${read.value.typed} a pair` : read.value.typed,
    value: share * read.value.value,
    halfWidth: share * read.value.halfWidth,
    unit: read.value.enteredUnit,
  };
}

function readPiece(piece: string, into: ClaimText): void {
  const plain = piece
    .toLowerCase()
    .replace(/^(?:in|size|for|weight|mass|weighs)[:\s]+/, '')
    .trim();
  const refuse = (help: string) => into.unread.push({ text: piece, help });
  const keep = (figure: StatedFigure | { help: string }) =>
    'help' in figure ? refuse(figure.help) : into.figures.push(figure);

  const basis = BASIS_WORDS.find(([words]) => words.test(plain));
  if (basis) {
    Object.assign(into.statedBasis, basis[1]);
    return;
  }
  const stacks = STACKS.exec(plain);
  if (stacks) {
    const unit = stacks[3] ?? 'mm';
    keep(lengthFigure('heel-stack', `${stacks[1]} ${unit}`));
    keep(lengthFigure('forefoot-stack', `${stacks[2]} ${unit}`));
    return;
  }
  const length = LENGTH_WORDS.find(({ words }) => words.test(plain));
  if (length) {
    const value = plain.replace(length.words, ' ').replace(/\b(?:stack|height|of|at)\b|:/g, ' ');
    keep(lengthFigure(length.quantity, value));
    return;
  }
  const masses = plain.split(/\s*\/\s*(?!pair|shoe)/).map(massFigure);
  if (masses.every((figure) => figure !== undefined)) {
    for (const figure of masses) keep(figure);
    return;
  }
  const label = readLabel(plain);
  if (label.ok) {
    into.label = label.value;
    return;
  }
  refuse(
    label.fault.code === 'ambiguous'
      ? label.fault.message
      : 'Type it as 34/26 mm, 8 mm drop, 309 g, UK 9 or with insole.',
  );
}

/**
 * Reads one figure as it is kept with a claim, back to its value: what is typed and what is stored
 * must agree.
 *
 * @param typed as `readClaims` writes it: `8 mm drop`, `10.65 oz`, `21.3 oz a pair`
 * @returns value and half the last digit, of one shoe, in mm or g; undefined where it is no figure
 * @example readClaimFigure('mass', '21.3 oz a pair')?.value // 301.92…
 */
export function readClaimFigure(
  quantity: StatedFigure['quantity'],
  typed: string,
): Pick<StatedFigure, 'value' | 'halfWidth'> | undefined {
  const said = QUANTITIES[quantity].claimed?.said;
  const plain = typed.trim().replace(said ? new RegExp(`\\s+${said}$`) : '', '');
  const figure = quantity === 'mass' ? massFigure(plain) : lengthFigure(quantity, plain);
  return figure && !('help' in figure) ? figure : undefined;
}

/**
 * Where one line of claims parts: a comma between digits is a decimal mark, anywhere else it parts
 * two figures; words of the basis may follow a figure without a mark.
 */
const PARTING =
  /[;\n()]|(?<!\d),|,(?!\d)|\band\b|\s+(?=(?:with|without|including|excluding)\s)|(?<=(?:mm|cm|in))\s+(?=(?:on|at|sidewall|midsole|in-shoe)\b)/i;

/**
 * Reads one or several claimed figures from a line as it is read out, with their size and basis.
 * Whatever is not understood comes back in `unread`; nothing is guessed and nothing thrown.
 *
 * @param text figures parted by commas, semicolons, brackets or lines
 * @example readClaims("34/26 mm, 8 mm drop, 10.9 oz / 309 g, men's 10").figures.length // 5
 */
export function readClaims(text: string): ClaimText {
  const claims: ClaimText = { figures: [], statedBasis: {}, unread: [] };
  const pieces = text.slice(0, 500).replace(/[’`]/g, "'").split(PARTING);
  for (const piece of pieces.map((part) => part.trim()).filter((part) => part !== ''))
    readPiece(piece, claims);
  return claims;
}
