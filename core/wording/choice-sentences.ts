/** Sentences about choosing: what is offered and why, what it costs, what is reviewed next. */
import type {
  Balance,
  Contradiction,
  Direction,
  LifeCost,
  Load,
  Matter,
  Offer,
  OfferChange,
  OfferMissing,
  OfferReason,
  PassReason,
  ReviewPrice,
  ReviewReason,
  Risk,
  TwoUses,
} from '../records/choice-verdict.ts';
import { likenessPhrase } from './likeness-sentences.ts';
import { joined, message } from './message.ts';
import type { Sentence } from './sentence.ts';
import {
  ruleFindingPhrase,
  ruleMissingPhrase,
  suitabilitySentence,
  type WriteFigure,
} from './use-sentences.ts';

/** What a matter is, in a line. */
export const MATTER_MEANINGS = {
  cushion: message({}, 'Soft and thick under heel and ball.'),
  steadiness: message({}, 'Wide for its height, with a firm heel counter.'),
  'little weight': message({}, 'Light on the foot.'),
  'long life': message({}, 'Takes long to wear out.'),
  grip: message({}, 'Grips on wet grass, gravel and stone.'),
  'dry feet': message({}, 'Keeps water out.'),
  protection: message({}, 'Covers ankle and toes; stones are not felt through the sole.'),
  'feel for the ground': message({}, 'Low, and bends easily at the ball.'),
  'room for the toes': message({}, 'Wide and high over the toes.'),
  'a low price': message({}, 'Cheap to buy.'),
} satisfies Record<Matter, unknown>;

const MORE = {
  cushion: message({}, 'more cushion'),
  steadiness: message({}, 'steadier'),
  'little weight': message({}, 'lighter'),
  'long life': message({}, 'lasts longer'),
  grip: message({}, 'more grip'),
  'dry feet': message({}, 'keeps feet drier'),
  protection: message({}, 'protects more'),
  'feel for the ground': message({}, 'more feel for the ground'),
  'room for the toes': message({}, 'more room for the toes'),
  'a low price': message({}, 'cheaper'),
} satisfies Record<Matter, unknown>;

const LESS = {
  cushion: message({}, 'less cushion'),
  steadiness: message({}, 'less steady'),
  'little weight': message({}, 'heavier'),
  'long life': message({}, 'wears out sooner'),
  grip: message({}, 'less grip'),
  'dry feet': message({}, 'lets more water in'),
  protection: message({}, 'protects less'),
  'feel for the ground': message({}, 'less feel for the ground'),
  'room for the toes': message({}, 'less room for the toes'),
  'a low price': message({}, 'more expensive'),
} satisfies Record<Matter, unknown>;

/** More of a matter, and less of it. */
export const MATTER_CHANGES = { more: MORE, less: LESS } as const;

export const OFFER_MESSAGES = {
  thanMedian: message({ change: 'text' }, '{change} than the median here'),
  traded: message({ change: 'text', gained: 'text' }, '{change} for {gained}'),
  likeness: message({ likeness: 'text' }, 'compared with what you are used to: {likeness}'),
  madeFor: message({ uses: 'text' }, 'it is made for {uses}'),
  fitUnknown: message({}, 'how it fits'),
  matterUnknown: message({ matter: 'text' }, '{matter}'),
  priceUnknown: message({}, 'its price'),
  priceUnknownIn: message({ currency: 'text' }, 'its price in {currency}'),
  dropChange: message(
    { direction: ['more', 'less'] },
    '{direction, select, more {more} other {less}} drop',
  ),
  suddenDrop: message(
    { gap: 'text' },
    'Its drop differs by {gap} from what you are used to. Change over slowly. If something hurts, see a clinician.',
  ),
};

export const PASS_MESSAGES = {
  risk: message({ finding: 'text' }, 'you accept no risk: {finding}'),
  price: message({ price: 'text' }, 'it costs {price}'),
  fit: message({ fit: 'text' }, '{fit}'),
};

export const ASKED_MESSAGES = {
  foot: message({ foot: 'text' }, 'For the foot {foot}.'),
  matters: message({ matters: 'text' }, 'What matters most: {matters}.'),
  load: message({ load: 'text' }, 'Carrying {load}.'),
  used: message(
    { model: 'text', liked: ['yes', 'no'] },
    'Used to {model}, and {liked, select, yes {likes it} other {wants something else}}.',
  ),
  risk: message({ risk: 'text' }, 'How cautious: risk accepted is {risk}.'),
  price: message({ price: 'text' }, 'At most {price}.'),
  twice: message({ matter: 'text' }, '{matter} is named twice and counts once.'),
  apart: message(
    { first: 'text', second: 'text' },
    'Shoes with {first} rarely have {second}: {first} counts more.',
  ),
};

export const COST_MESSAGES = {
  perKm: message({ cost: 'text' }, '{cost} a km'),
  perKmRange: message({ low: 'text', high: 'text' }, '{low} to {high} a km'),
  nothingOffered: message({}, 'Not known: nothing is offered for one of the two uses.'),
  notBothPriced: message({}, 'The price of at least one of the two pairs is not known.'),
  together: message(
    { price: 'text', first: 'text', second: 'text' },
    'Two cost {price} to buy: {first} for the first and {second} for the second. Each is worn half as much and lasts twice as long.',
  ),
  rated: message({}, 'Where the life of a model is not known, 300 to 400 miles are assumed.'),
  twoPairs: message(
    { first: 'text', second: 'text' },
    'Two pairs: {first} and {second}. No model here is suitable for both.',
  ),
  onePair: message(
    { name: 'text', cost: 'text', sure: ['yes', 'but', 'perhaps'] },
    '{sure, select, yes {One pair} but {One pair, with reservations} other {Perhaps one pair}}: {name} ({cost}).',
  ),
  priceAndKm: message({ price: 'text', perKm: 'text' }, '{price}, {perKm}'),
  priceUnknown: message({}, 'its price is not known'),
};

export const REVIEW_MESSAGES = {
  due: message(
    { days: 'number' },
    '{days, plural, =0 {due today} =1 {due tomorrow} other {due in # days}}',
  ),
  late: message({ days: 'number' }, '{days, plural, one {# day late} other {# days late}}'),
  dueNow: message({}, 'due now'),
  wish: message({ kind: 'text', why: 'text' }, '{kind}: {why}'),
  wishBy: message({ kind: 'text', whom: 'text', why: 'text' }, '{kind} by {whom}: {why}'),
  again: message({ what: 'text' }, 'another check promised: {what}'),
  atHand: message({ tag: 'text' }, '{tag} is here and not measured'),
  goesBack: message({ reason: 'text', due: 'text' }, '{reason}; return {due}'),
  withDay: message({ reason: 'text', due: 'text' }, '{reason}, {due}'),
  fewOfUse: message(
    { use: 'text', measured: 'number' },
    '{use}: {measured, plural, =0 {no model measured} one {# model measured} other {# models measured}}, too few to compare',
  ),
  here: message({}, 'here already'),
  priceUnknown: message({}, 'price not known'),
  price: message({ price: 'text' }, '{price}'),
  overBudget: message({ price: 'text' }, '{price}, over the budget'),
};

export const BALANCE_MESSAGES = {
  none: message({}, 'No pair is here yet.'),
  bought: message(
    { bought: 'number', all: 'number' },
    '{bought} of {all, plural, one {# pair was} other {# pairs were}} bought.',
  ),
  oneSided: message(
    { makers: 'text' },
    'Most pairs of {makers} were lent or given. Say so on their sheets, and buy one.',
  ),
};

/** What a choice answers besides its offers. */
export const CHOICE_MESSAGES = {
  nothingOfUse: message(
    { use: 'text' },
    'No model here is made for {use}, or known to be suitable.',
  ),
  allPassedOver: message(
    { use: 'text', all: 'number' },
    '{all, plural, one {The only model here for {use} is} other {All # models here for {use} are}} ruled out.',
  ),
  purposeAndAim: message({ use: 'text', aim: 'text' }, '{use}, {aim}'),
  sayAim: message({ aims: 'text' }, 'Choose the ground or purpose, and more rules apply: {aims}.'),
  noPrices: message({}, 'No model here has a price, so the price is not used.'),
  archSilent: message({}, 'The convention on foot types has no rule for this arch.'),
  fitNotMeasured: message({}, 'Its fit is not known: its inside was not measured.'),
};

/** What is said of a model that suits, or does not. */
export const OFFER_SUITS = {
  suits: message({}, 'Suitable'),
  'suits with a but': message({}, 'Suitable with reservations'),
  'does not suit': message({}, 'Not suitable'),
  'cannot tell': message({}, 'Suitability not known'),
};

/** More or less of a matter, as an offer has it. */
export const changePhrase = (matter: Matter, direction: Direction): Sentence =>
  MATTER_CHANGES[direction][matter]({});

export function offerReasonPhrase(reason: OfferReason, write: WriteFigure): Sentence {
  switch (reason.kind) {
    case 'matter':
      return OFFER_MESSAGES.thanMedian({ change: changePhrase(reason.matter, reason.direction) });
    case 'traded':
      return OFFER_MESSAGES.traded({
        change: changePhrase(reason.lost, 'less'),
        gained: reason.gained,
      });
    case 'likeness':
      return OFFER_MESSAGES.likeness({ likeness: likenessPhrase(reason.drivers) });
    case 'rule':
      return ruleFindingPhrase(reason.finding, write);
    case 'made for':
      return OFFER_MESSAGES.madeFor({ uses: reason.uses });
  }
}

function offerMissingPhrase(missing: OfferMissing, write: WriteFigure): Sentence {
  switch (missing.kind) {
    case 'rule':
      return ruleMissingPhrase(missing.missing, write);
    case 'matter':
      return OFFER_MESSAGES.matterUnknown({ matter: missing.matter });
    case 'fit':
      return OFFER_MESSAGES.fitUnknown({});
    case 'price':
      return missing.currency === undefined
        ? OFFER_MESSAGES.priceUnknown({})
        : OFFER_MESSAGES.priceUnknownIn({ currency: missing.currency });
  }
}

const offerChangePhrase = (change: OfferChange): Sentence =>
  change.kind === 'drop'
    ? OFFER_MESSAGES.dropChange({ direction: change.direction })
    : changePhrase(change.matter, change.direction);

/**
 * An offer with its reasons in words.
 * @param write writes figures in the units of the reader
 */
export function writtenOffer(offer: Offer, write: WriteFigure) {
  const { why, givesUp, open, next, suddenDropMm, cautions, ...rest } = offer;
  const reasons = (list: readonly OfferReason[]) =>
    list.map((reason) => offerReasonPhrase(reason, write));
  return {
    ...rest,
    why: reasons(why),
    givesUp: reasons(givesUp),
    open: open.map((missing) => offerMissingPhrase(missing, write)),
    next: next.map(offerChangePhrase),
    cautions,
    suddenDrop:
      suddenDropMm === undefined
        ? null
        : OFFER_MESSAGES.suddenDrop({ gap: write('drop', suddenDropMm) }),
  };
}

/** Why a model is not offered. */
export function passPhrase(reason: PassReason, write: WriteFigure): Sentence {
  switch (reason.kind) {
    case 'not suitable':
      return suitabilitySentence(reason.answer, write);
    case 'risk':
      return PASS_MESSAGES.risk({ finding: ruleFindingPhrase(reason.finding, write) });
    case 'price':
      return PASS_MESSAGES.price({ price: `${Math.round(reason.amount)} ${reason.currency}` });
    case 'fit':
      return PASS_MESSAGES.fit({ fit: reason.words });
  }
}

export const contradictionSentence = (contradiction: Contradiction): Sentence =>
  contradiction.kind === 'twice'
    ? ASKED_MESSAGES.twice(contradiction)
    : ASKED_MESSAGES.apart(contradiction);

/** What somebody asks for. */
interface AskedFor {
  /** The foot in a line; empty: none was said. */
  foot: string;
  /** The model that the person is used to; empty: none was said. */
  used: string;
  isUsedLiked: boolean;
  matters: readonly Matter[];
  load: Load;
  risk: Risk;
  most?: number | undefined;
  currency?: string | undefined;
}

/**
 * Sentences in the order of the conversation; what was left open has none.
 * @example grip, then cushion, at most 150 EUR: `What matters most: grip, then cushion.`, `At most 150 EUR.`
 */
export const askedSentences = ({
  foot,
  used,
  isUsedLiked,
  matters,
  load,
  risk,
  most,
  currency = '',
}: AskedFor): Sentence[] => [
  ...(foot === '' ? [] : [ASKED_MESSAGES.foot({ foot })]),
  ...(matters.length === 0
    ? []
    : [ASKED_MESSAGES.matters({ matters: [...new Set(matters)].join(', then ') })]),
  ...(load === 'nothing' ? [] : [ASKED_MESSAGES.load({ load })]),
  ...(used === '' ? [] : [ASKED_MESSAGES.used({ model: used, liked: isUsedLiked ? 'yes' : 'no' })]),
  ...(risk === 'the usual' ? [] : [ASKED_MESSAGES.risk({ risk })]),
  ...(most === undefined ? [] : [ASKED_MESSAGES.price({ price: `${most} ${currency}` })]),
];

const perKmPhrase = ({ perKm: { low, high }, currency }: LifeCost): Sentence =>
  high - low < 0.005
    ? COST_MESSAGES.perKm({ cost: `${low.toFixed(2)} ${currency}` })
    : COST_MESSAGES.perKmRange({ low: low.toFixed(2), high: `${high.toFixed(2)} ${currency}` });

/** Two pairs, to buy and over their lives. */
function togetherSentence(two: TwoUses['two']): Sentence {
  const [first, second] = two.map(({ cost }) => cost);
  if (!first || !second || first.currency !== second.currency)
    return COST_MESSAGES.notBothPriced({});
  return COST_MESSAGES.together({
    price: `${Math.round(first.price + second.price)} ${first.currency}`,
    first: perKmPhrase(first),
    second: perKmPhrase(second),
  });
}

const SURE = {
  'one pair': 'yes',
  'one pair, with a but': 'but',
  'two pairs': 'perhaps',
  'cannot tell': 'perhaps',
} as const satisfies Record<TwoUses['answer'], string>;

/** One pair for two uses, or two, with what they cost. */
export function twoUsesSentence({ answer, one, two }: TwoUses): Sentence {
  const [first, second] = two;
  if (!first || !second) return COST_MESSAGES.nothingOffered({});
  const isRated = [one, first, second].some((pair) => pair?.cost?.rated);
  const lead = one
    ? COST_MESSAGES.onePair({
        name: one.name,
        sure: SURE[answer],
        cost: one.cost
          ? COST_MESSAGES.priceAndKm({
              price: `${Math.round(one.cost.price)} ${one.cost.currency}`,
              perKm: perKmPhrase(one.cost),
            })
          : COST_MESSAGES.priceUnknown({}),
      })
    : COST_MESSAGES.twoPairs({ first: first.name, second: second.name });
  return joined([lead, togetherSentence(two), isRated ? COST_MESSAGES.rated({}) : undefined]);
}

const duePhrase = (days: number): Sentence =>
  days < 0 ? REVIEW_MESSAGES.late({ days: -days }) : REVIEW_MESSAGES.due({ days });

/** Why a model is reviewed next. */
export function reviewReasonPhrase(reason: ReviewReason): Sentence {
  const withDay = (phrase: Sentence, days: number | undefined) =>
    days === undefined ? phrase : REVIEW_MESSAGES.withDay({ reason: phrase, due: duePhrase(days) });
  switch (reason.kind) {
    case 'wish': {
      const { wish, whom, why, dueInDays } = reason;
      const phrase =
        whom === ''
          ? REVIEW_MESSAGES.wish({ kind: wish, why })
          : REVIEW_MESSAGES.wishBy({ kind: wish, whom, why });
      return withDay(phrase, dueInDays);
    }
    case 'again': {
      const phrase = REVIEW_MESSAGES.again({ what: reason.what });
      return reason.dueInDays === undefined && reason.isLate
        ? REVIEW_MESSAGES.withDay({ reason: phrase, due: REVIEW_MESSAGES.dueNow({}) })
        : withDay(phrase, reason.dueInDays);
    }
    case 'at hand': {
      const phrase = REVIEW_MESSAGES.atHand({ tag: reason.tag });
      return reason.returnInDays === undefined
        ? phrase
        : REVIEW_MESSAGES.goesBack({ reason: phrase, due: duePhrase(reason.returnInDays) });
    }
    case 'few of a use':
      return REVIEW_MESSAGES.fewOfUse({ use: reason.use, measured: reason.measured });
  }
}

export function reviewPricePhrase(price: ReviewPrice): Sentence {
  if (price.kind === 'here') return REVIEW_MESSAGES.here({});
  if (price.kind === 'unknown') return REVIEW_MESSAGES.priceUnknown({});
  const written = `${Math.round(price.amount)} ${price.currency}`;
  return price.isOverBudget
    ? REVIEW_MESSAGES.overBudget({ price: written })
    : REVIEW_MESSAGES.price({ price: written });
}

/** How the pairs were acquired. */
export function balanceSentence({ bought, all, oneSided }: Balance): Sentence {
  if (all === 0) return BALANCE_MESSAGES.none({});
  return joined([
    BALANCE_MESSAGES.bought({ bought, all }),
    oneSided.length > 0 ? BALANCE_MESSAGES.oneSided({ makers: oneSided.join(' and ') }) : undefined,
  ]);
}
