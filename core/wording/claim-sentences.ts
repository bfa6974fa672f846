/** Sentences about claims. */
import type { ClaimedQuantityId } from '../catalogue/claimed-quantities.ts';
import { describeQuantity } from '../catalogue/quantities.ts';
import type { StatedBasis } from '../catalogue/stack-basis.ts';
import {
  type ClaimAnswer,
  type ClaimFault,
  type ClaimHindrance,
  NOTICEABLE,
  type Noticeable,
  type OtherBasis,
  type StatedSide,
} from '../records/claim-verdict.ts';
import { withUnit } from '../sizing/number-words.ts';
import { nameLabel, type SizeLabel } from '../sizing/size-label.ts';
import { canonicalUnit } from '../sizing/units.ts';
import { roundTo } from '../statistics/rounding.ts';
import { joined, message } from './message.ts';
import type { Sentence } from './sentence.ts';

export const CLAIM_MESSAGES = {
  agrees: message({}, 'agrees'),
  differs: message(
    { gap: 'text', noticeable: NOTICEABLE },
    'differs by {gap}: {noticeable, select, yes {noticeable} no {too small to notice} other {may be noticed}}',
  ),
  differsSomehow: message(
    { noticeable: NOTICEABLE },
    'differs: {noticeable, select, yes {noticeable} no {too small to notice} other {may be noticed}}',
  ),
  undecided: message({}, 'undecided'),
  claimed: message({ typed: 'text', answer: 'text' }, 'claimed {typed}: {answer}'),
  size: message({ label: 'text' }, '{label}'),
  sizeNotStated: message({}, 'size not stated'),
  basis: message({ parts: 'text' }, '{parts}'),
  basisNotStated: message({}, 'basis not stated'),
  notComparable: message({ reason: 'text', measure: 'text' }, '{reason}; {measure}'),
  otherMethod: message(
    { insole: 'text', lugs: 'text' },
    'the claim has the insole {insole} and the lugs {lugs}; measure the shoe that way',
  ),
  between: message({ low: 'text', high: 'text' }, '{low} to {high}'),
  atMost: message({ high: 'text' }, 'at most {high}'),
  atLeast: message({ low: 'text' }, 'at least {low}'),
  'insole out': message({ value: 'text' }, 'without the insole it is {value}, which agrees'),
  'insole in': message({ value: 'text' }, 'with the insole it is {value}, which agrees'),
  'lugs out': message({ value: 'text' }, 'without the lugs it is {value}, which agrees'),
  'lugs in': message({ value: 'text' }, 'with the lugs it is {value}, which agrees'),
  'midsole only': message({ value: 'text' }, 'the midsole alone is {value}, which agrees'),
  'whole sole': message({ value: 'text' }, 'the whole sole is {value}, which agrees'),
  saidTwice: message(
    { first: 'text', firstRange: 'text', second: 'text', secondRange: 'text' },
    '{first} means {firstRange}; {second} means {secondRange}.',
  ),
  workedOut: message(
    {
      parts: 'text',
      quantity: 'text',
      partsRange: 'text',
      whole: 'text',
      wholeRange: 'text',
    },
    '{parts} give a {quantity} of {partsRange}; {whole} means {wholeRange}.',
  ),
  apart: message(
    { gap: 'text', rounding: ['yes', 'no'] },
    'They are {gap} apart: {rounding, select, yes {this is probably rounding} other {one of them is wrong}}.',
  ),
};

/**
 * `differs by 2.1 mm: noticeable`
 * @param gap in the units of the reader; left out: a document of a former version does not have it
 */
export function claimAnswer(
  answer: ClaimAnswer,
  noticeable: Noticeable,
  gap: string | undefined,
): Sentence {
  if (answer === 'agrees') return CLAIM_MESSAGES.agrees({});
  if (answer === 'cannot tell') return CLAIM_MESSAGES.undecided({});
  return gap === undefined
    ? CLAIM_MESSAGES.differsSomehow({ noticeable })
    : CLAIM_MESSAGES.differs({ gap, noticeable });
}

/** A claim with its answer: `claimed 8 mm: differs by 2.1 mm: noticeable`. */
export const claimSays = CLAIM_MESSAGES.claimed;

/** Why a claim and a figure cannot be compared. */
export const claimHindrance = (hindrance: ClaimHindrance): Sentence =>
  hindrance.kind === 'not comparable'
    ? CLAIM_MESSAGES.notComparable(hindrance)
    : CLAIM_MESSAGES.otherMethod(hindrance);

/** On which other basis of the record a claim would agree. */
export const agreesElsewhere = (basis: OtherBasis, value: string): Sentence =>
  CLAIM_MESSAGES[basis]({ value });

/** The size and the basis that a claim states, or that it does not; `UK 8; insole in, lugs in`. */
export function claimTerms(claim: {
  quantity: ClaimedQuantityId;
  label?: SizeLabel | undefined;
  statedBasis: StatedBasis;
}): Sentence[] {
  const size = claim.label
    ? CLAIM_MESSAGES.size({ label: nameLabel(claim.label) })
    : CLAIM_MESSAGES.sizeNotStated({});
  if (claim.quantity === 'mass') return [size];
  const parts = Object.entries(claim.statedBasis).map(([part, value]) =>
    part === 'insole' || part === 'lugs' ? `${part} ${value}` : `${value}`,
  );
  return [
    size,
    parts.length > 0
      ? CLAIM_MESSAGES.basis({ parts: parts.join(', ') })
      : CLAIM_MESSAGES.basisNotStated({}),
  ];
}

function rangeOf({ allows: { lower, upper } }: StatedSide, unit: string): Sentence {
  const write = (value: number) => `${roundTo(value, 1)}`;
  const [low, high] = [withUnit(write(lower), unit), withUnit(write(upper), unit)];
  if (lower === Number.NEGATIVE_INFINITY) return CLAIM_MESSAGES.atMost({ high });
  if (upper === Number.POSITIVE_INFINITY) return CLAIM_MESSAGES.atLeast({ low });
  return CLAIM_MESSAGES.between({ low: write(lower), high });
}

const quoted = ({ typed }: StatedSide) => typed.map((text) => `“${text}”`).join(' and ');

/**
 * A contradiction in a claim, in the canonical unit.
 * @example “7.2 oz” means 202.7 to 205.5 g; “202 g” means 201.5 to 202.5 g. They are 0.2 g apart: …
 */
export function claimFault({ quantity, isComputed, sides, gap, rounding }: ClaimFault): Sentence {
  const { kind, short } = describeQuantity(quantity);
  const unit = canonicalUnit(kind).symbol;
  const [first, second] = sides;
  return joined([
    isComputed
      ? CLAIM_MESSAGES.workedOut({
          parts: quoted(first),
          quantity: short,
          partsRange: rangeOf(first, unit),
          whole: quoted(second),
          wholeRange: rangeOf(second, unit),
        })
      : CLAIM_MESSAGES.saidTwice({
          first: quoted(first),
          firstRange: rangeOf(first, unit),
          second: quoted(second),
          secondRange: rangeOf(second, unit),
        }),
    CLAIM_MESSAGES.apart({
      gap: withUnit(`${roundTo(gap, gap < 0.095 ? 2 : 1)}`, unit),
      rounding: rounding ? 'yes' : 'no',
    }),
  ]);
}
