/** What is offered to somebody who chooses a shoe, as data. */
import type { UseAnswer, UseAnswerCode, UseFinding, UseMissing } from './use-verdict.ts';

/** What may matter most in a shoe. */
export const MATTERS = [
  'cushion',
  'steadiness',
  'little weight',
  'long life',
  'grip',
  'dry feet',
  'protection',
  'feel for the ground',
  'room for the toes',
  'a low price',
] as const;
export type Matter = (typeof MATTERS)[number];

/** What is carried, and what it adds to steadiness: a load sways. */
export const LOADS = { nothing: 0, 'a bag': 1, 'a heavy pack': 2 } as const;
export type Load = keyof typeof LOADS;

export const RISKS = ['none', 'the usual', 'more than usual'] as const;
export type Risk = (typeof RISKS)[number];

/** More or less of a matter. */
export type Direction = 'more' | 'less';

/** Difference of a column in smallest noticeable differences; signed. */
export interface Driver {
  column: string;
  steps: number;
}

/** Why a model is offered, or what it gives up. */
export type OfferReason =
  | { kind: 'matter'; matter: Matter; direction: Direction }
  | { kind: 'traded'; lost: Matter; gained: Matter }
  | { kind: 'likeness'; drivers: readonly Driver[] }
  | { kind: 'rule'; finding: UseFinding }
  | { kind: 'made for'; uses: string };

/** What is not known of an offer. */
export type OfferMissing =
  | { kind: 'rule'; missing: UseMissing }
  | { kind: 'matter'; matter: Matter }
  | { kind: 'fit' }
  /** Its price, in this currency where it is known in another. */
  | { kind: 'price'; currency?: string };

/** What the next offer would change. */
export type OfferChange =
  | { kind: 'matter'; matter: Matter; direction: Direction }
  | { kind: 'drop'; direction: Direction };

/** How sure the order of two offers is. */
export const SURENESS = [
  'clearly ahead',
  'probably ahead',
  'about as good as the next',
  'the only one',
] as const;
export type Sureness = (typeof SURENESS)[number];

export interface Offer {
  slug: string;
  name: string;
  /** How it suits the use and the ground. */
  suits: UseAnswerCode;
  why: OfferReason[];
  /** What it gives up, compared with the median. */
  givesUp: OfferReason[];
  sure: Sureness;
  /** How likely it is better than the next one; null: there is none. */
  ahead: number | null;
  open: OfferMissing[];
  next: OfferChange[];
  take: string | null;
  fitWords: string;
  /** Cautions of the rules. */
  cautions: string[];
  /** Its drop differs by so many mm from what the person is used to. */
  suddenDropMm?: number;
}

/** Why a model is not offered. */
export type PassReason =
  | { kind: 'not suitable'; answer: UseAnswer }
  | { kind: 'risk'; finding: UseFinding }
  | { kind: 'price'; amount: number; currency: string }
  | { kind: 'fit'; words: string };

/** What was asked for that contradicts itself. */
export type Contradiction =
  | { kind: 'twice'; matter: Matter }
  | { kind: 'apart'; first: Matter; second: Matter };

export const TWO_USES_ANSWERS = [
  'one pair',
  'one pair, with a but',
  'two pairs',
  'cannot tell',
] as const;
export type TwoUsesAnswer = (typeof TWO_USES_ANSWERS)[number];

/** Price over life. */
export interface LifeCost {
  price: number;
  currency: string;
  /** The least and the most per km. */
  perKm: { low: number; high: number };
  /** The life is a usual one, not of this model. */
  rated: boolean;
}

/** One pair for two uses, or two. */
export interface TwoUses {
  answer: TwoUsesAnswer;
  one?: { name: string; cost: LifeCost | undefined } | undefined;
  two: readonly { name: string; cost: LifeCost | undefined }[];
}

/** Why a model is reviewed next. */
export type ReviewReason =
  | {
      kind: 'wish';
      wish: 'promised' | 'wished for' | 'asked for';
      whom: string;
      why: string;
      /** Days from today; absent: no day was said. */
      dueInDays?: number;
    }
  | { kind: 'again'; what: string; dueInDays?: number; isLate: boolean }
  | { kind: 'at hand'; tag: string; returnInDays?: number }
  | { kind: 'few of a use'; use: string; measured: number };

/** What a review costs. */
export type ReviewPrice =
  | { kind: 'here' }
  | { kind: 'unknown' }
  | { kind: 'price'; amount: number; currency: string; isOverBudget: boolean };

/** How pairs were acquired. */
export interface Balance {
  bought: number;
  all: number;
  /** Makers most of whose pairs were lent or given. */
  oneSided: readonly string[];
}
