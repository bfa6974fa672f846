/** Reads claims as people say them: "34/26 mm, zero drop, some 480 g each, men's 10, PEBA foam". */

import type { ClaimedQuantityId } from '../catalogue/claimed-quantities.ts';
import { describeQuantity } from '../catalogue/quantities.ts';
import type { StatedBasis } from '../catalogue/stack-basis.ts';
import { CLAIM_LIMITS } from '../limits/claim-limits.ts';
import { readLabel, readPrintedLabel } from '../sizing/printed-label.ts';
import type { LabelSystem, SizeLabel } from '../sizing/size-label.ts';
import { readTypedQuantity } from '../sizing/typed-quantity.ts';
import { canonicalUnit, findUnit, type QuantityKind } from '../sizing/units.ts';
import type { StatedFigure } from './claim-consistency.ts';
import { type ClaimedPart, type ClaimToken, claimTokens, type Qualifier } from './claim-tokens.ts';

/** One figure as it was claimed. */
export interface ReadClaim extends StatedFigure {
  /** Said to be about so much. */
  about?: boolean;
}

/** What is claimed in words: kept as stated. */
export interface ClaimInWords {
  part: ClaimedPart;
  text: string;
}

export interface ClaimText {
  figures: ReadClaim[];
  /** The label the figures were stated for. */
  label?: SizeLabel;
  statedBasis: StatedBasis;
  words: ClaimInWords[];
  /** Pieces that could not be read, kept as text, with what would help. */
  unread: { text: string; help: string }[];
}

type Figure = Extract<ClaimToken, { kind: 'figure' }>;

/** A line of claims is no essay: what goes on beyond is kept as text. */
const LONGEST = 500;
/** A figure is kept with so many characters of what was typed; a longer piece is kept as text. */
const LONGEST_PIECE = 60;

const HELP = 'Figures are read as 34/26 mm, 8 mm drop, 309 g, UK 9 or with insole.';

interface Clause {
  tokens: ClaimToken[];
  text: string;
}

/** The unit of a figure, as the catalogue spells it. */
const spell = (unit: string) => (/^gr$/i.test(unit) ? 'g' : unit);
const kindOf = (unit: string): QuantityKind | undefined =>
  unit === '' ? undefined : findUnit(spell(unit))?.kind;

/** “and” parts two claims, except between two stacks: “38 and 30 mm”. */
function joinsStacks(tokens: readonly ClaimToken[], at: number): boolean {
  const [before, after] = [tokens[at - 1], tokens[at + 1]];
  return (
    before?.kind === 'figure' &&
    after?.kind === 'figure' &&
    [before, after].every(({ unit }) => unit === '' || kindOf(unit) === 'length') &&
    tokens[at - 2]?.kind !== 'quantity' &&
    tokens[at + 2]?.kind !== 'quantity'
  );
}

function clausesOf(text: string): Clause[] {
  const tokens = claimTokens(text);
  const clauses: ClaimToken[][] = [[]];
  tokens.forEach((token, at) => {
    const parts =
      token.kind === 'stop' || (token.kind === 'join' && token.and && !joinsStacks(tokens, at));
    if (parts) clauses.push([]);
    else clauses.at(-1)?.push(token);
  });
  return clauses.flatMap((own) => {
    const [first, last] = [own[0], own.at(-1)];
    if (!first || !last || own.every(({ kind }) => kind === 'noise' || kind === 'join')) return [];
    return [{ tokens: own, text: text.slice(first.start, last.end).trim() }];
  });
}

/** Value and half the last digit of a figure, canonical unit of the kind; or what is wrong. */
function readFigure(
  figure: Figure,
  kind: QuantityKind,
): { value: number; halfWidth: number; unit: string } | { help: string } {
  const typed = `${figure.number} ${spell(figure.unit)}`.trim();
  const read = readTypedQuantity(typed, kind);
  if (!read.ok) return { help: read.fault.message };
  const { value, halfWidth, enteredUnit } = read.value;
  return { value, halfWidth: figure.word ? 0 : halfWidth, unit: enteredUnit };
}

/** What a qualifier leaves of a figure: about so much, or bounded by its rounding on one side. */
function qualified(
  { value, halfWidth }: { value: number; halfWidth: number },
  qualifier: Qualifier | undefined,
  word: boolean,
): Pick<ReadClaim, 'value' | 'halfWidth' | 'about' | 'limit'> {
  const loose = Math.max(halfWidth, CLAIM_LIMITS.about.value * Math.abs(value));
  switch (qualifier) {
    case 'about':
      return { value, halfWidth: loose, about: true };
    case 'under':
      return { value: value - loose / 2, halfWidth: loose / 2, about: true };
    case 'over':
      return { value: value + loose / 2, halfWidth: loose / 2, about: true };
    case 'at most':
    case 'at least':
      return { value, halfWidth: word ? loose : halfWidth, limit: qualifier };
    default:
      return word && value !== 0 ? { value, halfWidth: loose, about: true } : { value, halfWidth };
  }
}

/** A figure in a clause with what stands about it. */
interface Stated {
  figure: Figure;
  quantity?: ClaimedQuantityId;
  qualifier?: Qualifier;
  joined: boolean;
}

/** Each figure with the quantity named before it, or else behind it. */
function statedIn(tokens: readonly ClaimToken[]): Stated[] {
  const stated: Stated[] = [];
  let ahead: Partial<Stated> = {};
  let joined = false;
  for (const token of tokens) {
    const last = stated.at(-1);
    if (token.kind === 'figure') {
      stated.push({ ...ahead, figure: token, joined });
      ahead = {};
      joined = false;
    } else if (token.kind === 'join') joined = true;
    else if (token.kind === 'qualifier') ahead = { ...ahead, qualifier: token.qualifier };
    else if (token.kind === 'quantity') {
      if (last && last.quantity === undefined) last.quantity = token.quantity;
      else ahead = { ...ahead, quantity: token.quantity };
    }
  }
  return stated;
}

interface Said {
  claims: ReadClaim[];
  help?: string;
}

function massClaims(stated: readonly Stated[], { tokens, text }: Clause): Said {
  const pair = tokens.some((token) => token.kind === 'per' && token.pair);
  // A mass of a pair is kept as that of one shoe; so is the room its rounding leaves.
  const share = pair ? 0.5 : 1;
  const claims: ReadClaim[] = [];
  for (const { figure, qualifier } of stated) {
    const read = readFigure(figure, 'mass');
    if ('help' in read) return { claims: [], help: read.help };
    const said = qualified(read, qualifier, figure.word);
    claims.push({
      quantity: 'mass',
      unit: read.unit,
      ...said,
      value: share * said.value,
      halfWidth: share * said.halfWidth,
      typed: stated.length > 1 ? `${figure.text}${pair ? ' a pair' : ''}` : text,
    });
  }
  return { claims };
}

function lengthClaim(
  { figure, qualifier }: Stated,
  quantity: ClaimedQuantityId,
  unit: string,
  typed: string,
): Said {
  const { kind, name } = describeQuantity(quantity);
  const own = figure.unit === '' ? { ...figure, unit } : figure;
  if (own.unit !== '' && kindOf(own.unit) !== kind)
    return { claims: [], help: `${name} is a ${kind}, not in ${own.unit}.` };
  const read = readFigure(own, kind);
  if ('help' in read) return { claims: [], help: read.help };
  const said =
    figure.word && read.value === 0
      ? { value: 0, halfWidth: CLAIM_LIMITS.zeroDrop.value }
      : qualified(read, qualifier, figure.word);
  return { claims: [{ quantity, unit: read.unit, ...said, typed }] };
}

/** The figures of a clause; none where it says what cannot be read. */
function figuresOf(clause: Clause, bare: (stated: Stated) => Said): Said {
  const stated = statedIn(clause.tokens);
  const [first, second] = stated;
  if (!first) return { claims: [] };
  const kinds = stated.map(({ figure }) => kindOf(figure.unit));
  if (kinds.every((kind) => kind === 'mass'))
    return stated.some(({ quantity }) => quantity !== undefined)
      ? { claims: [], help: HELP }
      : massClaims(stated, clause);
  const unit = stated.find(({ figure }) => figure.unit !== '')?.figure.unit ?? '';
  if (second && stated.length === 2 && second.joined && !first.quantity && !second.quantity) {
    const each = (one: Stated, quantity: ClaimedQuantityId) =>
      lengthClaim(one, quantity, unit || 'mm', `${one.figure.number} ${unit || 'mm'}`);
    const both = [each(first, 'heel-stack'), each(second, 'forefoot-stack')];
    const help = both.find((said) => said.help !== undefined)?.help;
    return help ? { claims: [], help } : { claims: both.flatMap(({ claims }) => claims) };
  }
  const said = stated.map((one) => {
    if (one.quantity === undefined) return bare(one);
    const typed =
      stated.length === 1 ? clause.text : `${one.figure.number} ${one.figure.unit || unit}`;
    const spare = kindOf(unit) === describeQuantity(one.quantity).kind ? unit : '';
    return lengthClaim(one, one.quantity, spare, typed.trim());
  });
  const help = said.find((one) => one.help !== undefined)?.help;
  return help ? { claims: [], help } : { claims: said.flatMap(({ claims }) => claims) };
}

/** The size that a clause names; one without a system is of the system named before it. */
function labelOf(
  tokens: readonly ClaimToken[],
  hint: LabelSystem | undefined,
): SizeLabel | undefined {
  for (const token of tokens) {
    if (token.kind === 'label') {
      const read = readLabel(token.label);
      if (read.ok) return read.value;
    }
    if (token.kind === 'size' && hint) {
      const [size] = readPrintedLabel(token.size, hint).labels;
      if (size?.system) return { system: size.system, size: size.size };
    }
  }
  return undefined;
}

/** Where reading ends: a long line is never cut within a claim. */
const endOfLine = (text: string): number =>
  text.length <= LONGEST
    ? text.length
    : Math.max(0, text.slice(0, LONGEST).search(/[;,\n][^;,\n]*$/));

const isUnsized = (token: ClaimToken, hint: LabelSystem | undefined) =>
  (token.kind === 'size' && !hint) || (token.kind === 'label' && !readLabel(token.label).ok);

/**
 * Reads claimed figures from a line as it is read out, with their size and basis, and what is claimed in
 * words. What is not understood comes back in `unread`; nothing is guessed and nothing thrown.
 *
 * @example readClaims("34/26 mm, 8 mm drop, 10.9 oz / 309 g, men's 10").figures.length // 5
 * @example readClaims('zero drop, 28 mm').figures.length // 3: one stack stands for both
 */
export function readClaims(text: string): ClaimText {
  const claims: ClaimText = { figures: [], statedBasis: {}, words: [], unread: [] };
  const end = endOfLine(text);
  const clauses = clausesOf(text.slice(0, end).replace(/[’`]/g, "'"));
  let hint: LabelSystem | undefined;
  const isLevel = clauses.some(({ tokens }) =>
    statedIn(tokens).some(
      ({ figure, quantity }) => quantity === 'drop' && Number(figure.number) === 0,
    ),
  );
  /** A length of nothing in particular: with zero drop one stack stands for both. */
  const bare = (stated: Stated): Said => {
    const { figure } = stated;
    const isLength = kindOf(figure.unit) === 'length';
    if (!isLength || !isLevel)
      return { claims: [], help: `${figure.text}: of what? Say heel, forefoot, drop or the like.` };
    const typed = figure.text;
    return {
      claims: (['heel-stack', 'forefoot-stack'] as const).flatMap(
        (quantity) => lengthClaim(stated, quantity, '', typed).claims,
      ),
    };
  };
  for (const clause of clauses) {
    const { tokens } = clause;
    const basis = Object.assign(
      {},
      ...tokens.map((token) => (token.kind === 'basis' ? token.basis : {})),
    );
    const hasBasis = Object.keys(basis).length > 0;
    const label = labelOf(tokens, hint);
    hint = label?.system ?? hint;
    const part = tokens.find((token) => token.kind === 'part');
    const said = figuresOf(clause, bare);
    const odd =
      tokens.some((token) => token.kind === 'word' || isUnsized(token, hint)) ||
      said.claims.some(({ typed }) => typed.length > LONGEST_PIECE);
    if (said.claims.length > 0 && !odd) {
      for (const claim of said.claims)
        claims.figures.push({
          ...claim,
          ...(label ? { label } : {}),
          ...(hasBasis && clauses.length > 1 && isBasisOwn(clauses, clause) ? { basis } : {}),
        });
      if (hasBasis && !isBasisOwn(clauses, clause)) Object.assign(claims.statedBasis, basis);
      continue;
    }
    const figures = tokens.some(({ kind }) => kind === 'figure');
    if (!figures && !odd && (label || hasBasis)) {
      if (label) claims.label = label;
      Object.assign(claims.statedBasis, basis);
    } else if (part?.kind === 'part' && !figures)
      claims.words.push({ part: part.part, text: clause.text });
    else claims.unread.push({ text: clause.text, help: said.help ?? HELP });
  }
  const beyond = text.slice(end).trim();
  if (beyond !== '') claims.unread.push({ text: beyond, help: HELP });
  return claims;
}

/** A basis is a figure’s own where another clause states another: 38/30 with the insole, 36/30 without. */
function isBasisOwn(clauses: readonly Clause[], clause: Clause): boolean {
  const basisOf = ({ tokens }: Clause) =>
    JSON.stringify(tokens.flatMap((token) => (token.kind === 'basis' ? [token.basis] : [])));
  const own = basisOf(clause);
  return clauses.some(
    (other) => other !== clause && basisOf(other) !== '[]' && basisOf(other) !== own,
  );
}

/**
 * Reads one figure as it is kept with a claim, back to its value: what is typed and what is stored must
 * agree.
 *
 * @param typed as `readClaims` writes it: `8 mm drop`, `10.65 oz`, `some 480 g each`, or a bare figure
 * @returns value and half the last digit, of one shoe, in the canonical unit; undefined where it is none
 * @example readClaimFigure('mass', '21.3 oz a pair')?.value // 301.92…
 */
export function readClaimFigure(
  quantity: ClaimedQuantityId,
  typed: string,
): Pick<ReadClaim, 'value' | 'halfWidth' | 'about' | 'limit'> | undefined {
  const { figures } = readClaims(typed);
  const named = figures.find((figure) => figure.quantity === quantity);
  if (named && figures.length === 1) return named;
  const [only, ...more] = clausesOf(typed).flatMap(({ tokens }) => statedIn(tokens));
  if (!only || more.length > 0 || only.quantity !== undefined) return undefined;
  const said = lengthClaim(
    only,
    quantity,
    canonicalUnit(describeQuantity(quantity).kind).symbol,
    typed,
  );
  return said.claims[0];
}
