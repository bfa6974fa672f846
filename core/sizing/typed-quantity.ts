import { accepted, type Fault, type Result, refused } from './result.ts';
import {
  type Canonical,
  canonicalUnit,
  findUnit,
  type QuantityKind,
  toCanonical,
  type Unit,
  unitsOfKind,
} from './units.ts';

/** A quantity as a person typed it, read into the canonical unit of its kind. */
export interface TypedQuantity<Kind extends QuantityKind = QuantityKind> {
  /** Value in the canonical unit (mm, g, m, …). */
  value: Canonical<Kind>;
  /** Symbol of the canonical unit. */
  unit: string;
  /** The text as typed, trimmed. */
  typed: string;
  /** Symbol of the unit that was typed, or that a bare number stood for. */
  enteredUnit: string;
  /** True where no unit was typed. */
  bare: boolean;
  /** Half the last digit shown, in the canonical unit: what the typist's rounding may hide. */
  halfWidth: number;
}

/** Longest text that is read as one value; longer is a paste gone wrong. */
export const LONGEST_TYPED = 60;

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

const NUMBER = String.raw`\d+\s+\d+\s*/\s*\d+|\d+\s*/\s*\d+|\d[\d.,]*|[.,]\d+`;
const TERM = new RegExp(String.raw`^(${NUMBER})\s*([^\d\s.,+\-/][^\d,+]*?)?\s*(?=\d|[.,]\d|$)`);

interface ReadNumber {
  value: number;
  /** Half of the last digit or half of the fraction's step. */
  half: number;
}

function list(words: string[]): string {
  return words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} or ${words[words.length - 1]}`;
}

function tidy(text: string): string {
  let plain = text.replace(/[\u2212\u2013\u2014]/g, '-').replace(/[\u00a0\u2009\u202f]/g, ' ');
  plain = plain.replace(/\u2044/g, '/');
  for (const [glyph, fraction] of Object.entries(VULGAR))
    plain = plain.replaceAll(glyph, ` ${fraction} `);
  return plain.trim();
}

function readFraction(text: string): Result<ReadNumber> | undefined {
  const match = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/.exec(text);
  if (!match) return undefined;
  const [, whole, over, under] = match;
  const numerator = Number(over);
  const denominator = Number(under);
  // 31/24 is a heel and a forefoot, not a fraction: only proper fractions of a ruler are read.
  if (denominator === 0 || denominator > 64 || numerator >= denominator)
    return refused(
      'two-values',
      `“${text}” reads as two figures, or as no proper fraction. Type one figure, such as 1 1/2.`,
    );
  return accepted({ value: Number(whole ?? 0) + numerator / denominator, half: 0.5 / denominator });
}

/**
 * Reads the digits of one number. A point is a decimal mark; a comma is one where it can be
 * nothing else, and is asked about where it could part thousands too (`1,234`).
 */
function readNumber(text: string): Result<ReadNumber> {
  const fraction = readFraction(text);
  if (fraction) return fraction;
  const points = text.split('.').length - 1;
  const commas = text.split(',').length - 1;
  let plain = text;
  if (points > 0 && commas > 0) {
    const grouped = text.lastIndexOf('.') > text.lastIndexOf(',') ? ',' : '.';
    const shape = grouped === ',' ? /^\d{1,3}(,\d{3})+\.\d*$/ : /^\d{1,3}(\.\d{3})+,\d*$/;
    if (!shape.test(text))
      return refused('number', `“${text}” mixes points and commas. Use one decimal mark: 27.4.`);
    plain = text.replaceAll(grouped, '').replace(',', '.');
  } else if (commas > 1 || points > 1) {
    const mark = commas > 1 ? ',' : '.';
    if (!new RegExp(`^\\d{1,3}(\\${mark}\\d{3})+$`).test(text))
      return refused('number', `“${text}” has more than one decimal mark. Type it as 27.4.`);
    plain = text.replaceAll(mark, '');
  } else if (commas === 1) {
    const [before = '', after = ''] = text.split(',');
    if (/^[1-9]\d{0,2}$/.test(before) && after.length === 3)
      return refused(
        'ambiguous',
        `“${text}” could be ${before}${after} or ${before}.${after}. Type it without the comma.`,
        [`${before}${after}`, `${before}.${after}`],
      );
    plain = `${before}.${after}`;
  }
  const value = Number(plain.startsWith('.') ? `0${plain}` : plain);
  if (!Number.isFinite(value))
    return refused('number', `“${text}” is not a number of usable size.`);
  const digits = plain.includes('.') ? plain.length - plain.indexOf('.') - 1 : 0;
  return accepted({ value, half: 0.5 * 10 ** -digits });
}

/** Hardness scales are not units of one another. */
const SCALES: readonly QuantityKind[] = ['rubber-hardness', 'foam-hardness'];

function unknownUnit(spelling: string, kind: QuantityKind): { ok: false; fault: Fault } {
  const wanted = list(unitsOfKind(kind).map((u) => u.symbol));
  const other = findUnit(spelling, kind);
  if (other && SCALES.includes(other.kind) && SCALES.includes(kind))
    return refused(
      'wrong-scale',
      kind === 'rubber-hardness'
        ? 'That is the type C scale, for foam. Rubber is read with the type A durometer; the scales are not converted.'
        : 'That is the type A scale, for rubber. Foam is read with the type C durometer; the scales are not converted.',
    );
  return other
    ? refused('wrong-unit', `${other.symbol} is a unit of ${other.kind}; here ${wanted} is wanted.`)
    : refused('unknown-unit', `“${spelling}” is no unit known here. Use ${wanted}.`);
}

/**
 * Reads one quantity as people type it: `31`, `31.0 mm`, `1 1/2 in`, `11.3 oz`, `27,4`, `9 ½`,
 * `1 lb 3 oz`. Never throws; a text that could mean two things is asked about, not guessed.
 *
 * @param text what was typed
 * @param kind what is measured: decides which units are understood
 * @param bareUnit symbol of the unit a number without one stands for (default: the canonical unit)
 * @returns the value in the canonical unit of the kind with the text as typed, or a fault
 * @example readTypedQuantity('1 1/2 in', 'length') // value 38.1, unit 'mm'
 */
export function readTypedQuantity<Kind extends QuantityKind>(
  text: string,
  kind: Kind,
  bareUnit?: string,
): Result<TypedQuantity<Kind>> {
  const typed = text.trim();
  const canonical = canonicalUnit(kind);
  const bare = bareUnit === undefined ? canonical : findUnit(bareUnit, kind);
  if (!bare || bare.kind !== kind) return unknownUnit(bareUnit ?? '', kind);
  if (typed === '') return refused('empty', `Nothing typed. Type a ${kind}, such as 31.0.`);
  if (/[\r\n\t;]/.test(typed))
    return refused('several', 'That is a column of values. Enter one reading at a time.');
  if (typed.length > LONGEST_TYPED)
    return refused('too-long', `That is ${typed.length} characters; one value has a few digits.`);

  let rest = tidy(typed);
  const sign = rest.startsWith('-') ? -1 : 1;
  rest = rest.replace(/^[+-]\s*/, '');
  let value = 0;
  let half = 0;
  let previous: Unit | undefined;
  let terms = 0;
  while (rest !== '') {
    const match = TERM.exec(rest);
    if (!match || match[1] === undefined)
      return refused('text', `“${typed}” is not a number with a unit. Type it as 31.0 or 31.0 mm.`);
    const number = readNumber(match[1]);
    if (!number.ok) return number;
    const spelling = match[2]?.trim();
    const found = spelling ? findUnit(spelling, kind) : bare;
    if (!found || found.kind !== kind) return unknownUnit(spelling ?? '', kind);
    // Several terms are one value only in falling units: 1 lb 3 oz, not 31 24 mm.
    if (terms > 0 && (!spelling || !previous || found.factor >= previous.factor || found.offset))
      return refused('several', `“${typed}” holds several figures. Enter one at a time.`);
    if (terms > 0 && sign < 0)
      return refused('number', `“${typed}”: a minus sign goes with one figure only.`);
    value += toCanonical(sign * number.value.value, found);
    half = number.value.half * found.factor;
    previous = spelling ? found : undefined;
    rest = rest.slice(match[0].length).trim();
    terms += 1;
    if (terms === 1 && !spelling && rest !== '')
      return refused('several', `“${typed}” holds several figures. Enter one at a time.`);
  }
  if (!Number.isFinite(value)) return refused('number', `“${typed}” is too large a number.`);
  return accepted({
    // 1.5 × 25.4 is 38.1: fifteen digits drop what only binary fractions added.
    value: Number(value.toPrecision(15)),
    unit: canonical.symbol,
    typed,
    enteredUnit: (previous ?? bare).symbol,
    bare: previous === undefined,
    halfWidth: half,
  });
}

/**
 * Reads a value whose kind only its unit tells, as in a claim: `31 mm`, `11.3 oz`.
 * A bare number is refused unless `bareUnit` says what it means.
 */
export function readAnyQuantity(
  text: string,
  kinds: readonly QuantityKind[],
  bareUnit?: string,
): Result<TypedQuantity & { kind: QuantityKind }> {
  let first: { ok: false; fault: Fault } | undefined;
  for (const kind of kinds) {
    const usable = bareUnit !== undefined && findUnit(bareUnit, kind)?.kind === kind;
    const read = readTypedQuantity(text, kind, usable ? bareUnit : undefined);
    if (read.ok && (!read.value.bare || usable)) return accepted({ ...read.value, kind });
    if (!read.ok && read.fault.code !== 'wrong-unit') first ??= read;
  }
  return first ?? refused('unit', `“${text.trim()}” needs its unit, such as mm or g.`);
}
