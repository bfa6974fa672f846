/**
 * The scenario of Marlpit Walking Post as stated truths: what the shoes really measure. All makers,
 * models and figures are invented. Tests read the truths; nothing in the application does.
 */
import type { StackBasis } from '#core/catalogue/stack-basis.ts';
import type { LabelSystem, SizeLabel } from '#core/sizing/size-label.ts';

/** True values of an edition, mm and g; mass at UK 8, stacks through the whole sole with insole. */
export interface EditionTruth {
  key: string;
  maker: string;
  model: string;
  name: string;
  heel: number;
  forefoot: number;
  insoleHeel: number;
  insoleForefoot: number;
  massAtUk8: number;
  madeIn: { system: LabelSystem; from: number; to: number; halfSizes: boolean };
  widths: string[];
  colours: string[];
  /** As read out from box or web page. */
  claims: string;
  claimSource: string;
  pairs: PairTruth[];
}

export interface PairTruth {
  tag: string;
  label: SizeLabel;
  acquisition: 'bought' | 'loaned' | 'gifted';
  from: string;
  listPrice: number | null;
  paidPrice: number | null;
  colour: string;
  width: string;
  receivedDaysAgo: number;
  returnInDays?: number;
  /** What the shop asks for where it goes back. */
  orderNumber?: string;
  boughtDaysAgo?: number;
  wornKm?: number;
  note?: string;
  /** Which protocol it was measured by; left out: not yet. */
  protocol?: DemoProtocol;
  /** Readings per station and shoe; less where the session was broken off. */
  repeats?: number;
  /** Stations taken, in order; left out: all. */
  upTo?: 'mass' | 'heel-stack';
  /** Lot as on the box, and how far its stacks lie off the edition's. */
  lot?: string;
  lotStack?: number;
  /** One reading typed with a slipped decimal mark, voided and retaken. */
  slip?: boolean;
}

export type DemoProtocol = 'in' | 'out' | 'sidewall';

/** Bases of the demo protocols, as the lab's tools give them. */
export const DEMO_STACKS: Record<DemoProtocol, Pick<StackBasis, 'place' | 'insole'>> = {
  in: { place: 'in-shoe', insole: 'in' },
  out: { place: 'in-shoe', insole: 'out' },
  sidewall: { place: 'sidewall', insole: 'in' },
};

/** SD of shoes about their edition, and of one reading about its shoe. */
export const DEMO_SPREAD = {
  pairStack: 0.4,
  pairMass: 3,
  pairInsole: 0.12,
  sideStack: 0.15,
  sideMass: 1.2,
  needle: 0.18,
  ruler: 0.4,
  scale: 0.3,
  insole: 0.12,
};

/** A sidewall shows the midsole's lip, not the foot-side surface: it stands higher. */
export const SIDEWALL_LIP = { heel: 6.5, forefoot: 4.2 };

/** True exponent of mass on last length. */
export const TRUE_MASS_EXPONENT = 1.9;

/** Who sends parcels: it stands on return notes. */
export const DEMO_SENDER = 'Marlpit Walking Post, footwear bench\nThe Sorting Shed, Marlpit';

/** The letter carriers who test, by code and round. */
export const DEMO_PEOPLE = [
  { code: 'B1', role: 'bench' },
  { code: 'B2', role: 'bench' },
  { code: 'T1', role: 'tester' },
  { code: 'T2', role: 'tester' },
  { code: 'T3', role: 'tester' },
  { code: 'T4', role: 'tester' },
  { code: 'T5', role: 'tester' },
  { code: 'T6', role: 'tester' },
] as const;

const uk = (size: number): SizeLabel => ({ system: 'uk', size });
const eu = (size: number): SizeLabel => ({ system: 'eu', size });
const ukRange = (from: number, to: number) => ({
  system: 'uk' as const,
  from,
  to,
  halfSizes: true,
});

const bought = (listPrice: number, paidPrice = listPrice) =>
  ({ acquisition: 'bought', from: 'co-op shop', listPrice, paidPrice }) as const;
const loaned = {
  acquisition: 'loaned',
  from: 'the maker',
  listPrice: null,
  paidPrice: null,
} as const;

/** Two lots of the Lanewalk, as the cooperative bought them: spring and autumn. */
const LANEWALK_PAIRS: PairTruth[] = Array.from({ length: 8 }, (_, index) => ({
  tag: `TL-0${index + 1}`,
  label: uk(8),
  ...bought(96, 84),
  colour: 'peat',
  width: 'regular',
  receivedDaysAgo: index < 4 ? 76 : 24,
  protocol: 'in',
  repeats: 2,
  lot: index < 4 ? 'L2-318' : 'L2-402',
  lotStack: index < 4 ? -0.4 : 0.4,
}));

export const EDITION_TRUTHS: EditionTruth[] = [
  {
    key: 'stairwell-mid',
    maker: 'Norrolt',
    model: 'Stairwell',
    name: 'mid cut',
    heel: 31.6,
    forefoot: 24.5,
    insoleHeel: 4.4,
    insoleForefoot: 3.6,
    massAtUk8: 412,
    madeIn: ukRange(5, 12),
    widths: ['regular'],
    colours: ['slate', 'oat'],
    claims: 'heel 32 mm; drop 7 mm; 415 g; UK 8; with insole',
    claimSource: 'box',
    pairs: [
      {
        tag: 'NS-01',
        label: uk(8),
        ...bought(119),
        colour: 'slate',
        width: 'regular',
        receivedDaysAgo: 61,
        protocol: 'in',
        repeats: 2,
      },
      {
        tag: 'NS-02',
        label: uk(8),
        ...bought(119, 99),
        colour: 'oat',
        width: 'regular',
        receivedDaysAgo: 47,
        protocol: 'in',
        repeats: 2,
        slip: true,
      },
      {
        tag: 'NS-03',
        label: uk(9.5),
        ...bought(119),
        colour: 'slate',
        width: 'regular',
        receivedDaysAgo: 40,
        protocol: 'in',
        repeats: 2,
      },
      {
        tag: 'NS-06',
        label: uk(8),
        ...bought(119),
        colour: 'slate',
        width: 'regular',
        receivedDaysAgo: 3,
        returnInDays: 11,
      },
    ],
  },
  {
    key: 'stairwell-low',
    maker: 'Norrolt',
    model: 'Stairwell',
    name: 'low cut',
    heel: 30.9,
    forefoot: 24.2,
    insoleHeel: 4.4,
    insoleForefoot: 3.6,
    massAtUk8: 358,
    madeIn: ukRange(5, 12),
    widths: ['regular'],
    colours: ['slate'],
    claims: 'heel 32 mm; drop 7 mm; 355 g; UK 8; with insole',
    claimSource: 'box',
    pairs: [
      {
        tag: 'NS-04',
        label: uk(8),
        ...bought(109),
        colour: 'slate',
        width: 'regular',
        receivedDaysAgo: 33,
        protocol: 'in',
        repeats: 2,
      },
      {
        tag: 'NS-05',
        label: uk(8),
        ...bought(109),
        colour: 'slate',
        width: 'regular',
        receivedDaysAgo: 5,
        returnInDays: 6,
        protocol: 'in',
        repeats: 2,
        upTo: 'heel-stack',
        note: 'Broken off: second round of readings to do.',
      },
    ],
  },
  {
    key: 'roundsman-3',
    maker: 'Brindlow',
    model: 'Roundsman 3',
    name: '',
    heel: 33.4,
    forefoot: 23.1,
    insoleHeel: 5.1,
    insoleForefoot: 4.0,
    massAtUk8: 316,
    madeIn: ukRange(6, 12),
    widths: ['regular', '2E'],
    colours: ['navy', 'red'],
    claims: '33/23 mm, 10 mm drop, 11.1 oz / 315 g, UK 8',
    claimSource: "maker's page",
    pairs: [
      {
        tag: 'BR-10',
        label: uk(8),
        ...loaned,
        colour: 'navy',
        width: 'regular',
        receivedDaysAgo: 55,
        returnInDays: 20,
        protocol: 'in',
        repeats: 2,
      },
      {
        tag: 'BR-11',
        label: uk(8),
        ...bought(135),
        colour: 'red',
        width: 'regular',
        receivedDaysAgo: 29,
        protocol: 'in',
        repeats: 2,
      },
      {
        tag: 'BR-12',
        label: uk(10),
        ...bought(135, 108),
        colour: 'navy',
        width: 'regular',
        receivedDaysAgo: 28,
        protocol: 'in',
        repeats: 1,
      },
      {
        tag: 'BR-13',
        label: uk(8),
        ...bought(134),
        colour: 'moss',
        width: 'regular',
        receivedDaysAgo: 6,
        returnInDays: 8,
        orderNumber: 'C-20771',
        boughtDaysAgo: 9,
      },
    ],
  },
  {
    key: 'roundsman-2',
    maker: 'Brindlow',
    model: 'Roundsman 2',
    name: '',
    heel: 29.7,
    forefoot: 20.6,
    insoleHeel: 4.8,
    insoleForefoot: 3.9,
    massAtUk8: 301,
    madeIn: ukRange(6, 12),
    widths: ['regular'],
    colours: ['navy'],
    claims: '30/21 mm, 9 mm drop, 10.6 oz / 301 g, UK 8',
    claimSource: "maker's page",
    pairs: [
      {
        tag: 'BR-07',
        label: uk(8),
        ...bought(125, 79),
        colour: 'navy',
        width: 'regular',
        receivedDaysAgo: 245,
        protocol: 'in',
        repeats: 2,
      },
    ],
  },
  {
    key: 'kerb',
    maker: 'Kestvane',
    model: 'Kerb',
    name: '',
    heel: 24.3,
    forefoot: 20.1,
    insoleHeel: 3.9,
    insoleForefoot: 3.4,
    massAtUk8: 268,
    madeIn: { system: 'eu', from: 38, to: 47, halfSizes: false },
    widths: ['regular', 'wide'],
    colours: ['black', 'moss'],
    claims: 'heel 24 mm, forefoot 20 mm, drop 4 mm, 265 g, EU 42, with insole',
    claimSource: 'box',
    pairs: [
      {
        tag: 'KK-01',
        label: eu(42),
        ...bought(89),
        colour: 'black',
        width: 'regular',
        receivedDaysAgo: 120,
        protocol: 'in',
        repeats: 2,
      },
      {
        tag: 'KK-02',
        label: eu(42),
        ...bought(89),
        colour: 'black',
        width: 'regular',
        receivedDaysAgo: 120,
        protocol: 'in',
        repeats: 2,
      },
      {
        tag: 'KK-03',
        label: eu(42),
        ...bought(89),
        colour: 'moss',
        width: 'regular',
        receivedDaysAgo: 90,
        protocol: 'in',
        repeats: 2,
      },
      {
        tag: 'KK-04',
        label: eu(42),
        ...bought(89, 71),
        colour: 'moss',
        width: 'regular',
        receivedDaysAgo: 88,
        protocol: 'in',
        repeats: 2,
      },
      {
        tag: 'KK-05',
        label: eu(44),
        ...bought(89),
        colour: 'black',
        width: 'regular',
        receivedDaysAgo: 86,
        protocol: 'in',
        repeats: 1,
      },
    ],
  },
  {
    key: 'kerb-wide',
    maker: 'Kestvane',
    model: 'Kerb',
    name: 'wide build',
    heel: 25.4,
    forefoot: 20.9,
    insoleHeel: 3.9,
    insoleForefoot: 3.4,
    massAtUk8: 283,
    madeIn: { system: 'eu', from: 40, to: 47, halfSizes: false },
    widths: ['wide'],
    colours: ['black'],
    claims: 'heel 24 mm, forefoot 20 mm, drop 4 mm, EU 42',
    claimSource: 'box',
    pairs: [
      {
        tag: 'KK-06',
        label: eu(42),
        ...bought(94),
        colour: 'black',
        width: 'wide',
        receivedDaysAgo: 64,
        protocol: 'in',
        repeats: 2,
      },
    ],
  },
  {
    key: 'frostgate',
    maker: 'Tarnhus',
    model: 'Frostgate',
    name: 'high cut',
    heel: 36.8,
    forefoot: 27.2,
    insoleHeel: 6.2,
    insoleForefoot: 5.1,
    massAtUk8: 642,
    madeIn: ukRange(6, 13),
    widths: ['regular'],
    colours: ['pitch'],
    claims: '655 g; UK 8',
    claimSource: 'hang tag',
    pairs: [
      {
        tag: 'TF-01',
        label: uk(8.5),
        ...bought(189),
        colour: 'pitch',
        width: 'regular',
        receivedDaysAgo: 22,
        protocol: 'in',
        repeats: 2,
      },
      {
        tag: 'TF-02',
        label: uk(8.5),
        ...bought(189),
        colour: 'pitch',
        width: 'regular',
        receivedDaysAgo: 22,
        protocol: 'in',
        repeats: 1,
      },
    ],
  },
  {
    key: 'latch-low',
    maker: 'Wrenfold',
    model: 'Latch Low',
    name: '',
    heel: 27.8,
    forefoot: 23.3,
    insoleHeel: 4.7,
    insoleForefoot: 4.1,
    massAtUk8: 305,
    madeIn: ukRange(4, 12),
    widths: ['regular', '2E'],
    colours: ['fern'],
    claims: '23/19 mm without insole, 4 mm drop, 306 g, UK 8',
    claimSource: "maker's page",
    pairs: [
      {
        tag: 'WL-05',
        label: uk(8),
        ...bought(99),
        colour: 'fern',
        width: '2E',
        receivedDaysAgo: 44,
        protocol: 'out',
        repeats: 2,
      },
      {
        tag: 'WL-06',
        label: uk(8),
        acquisition: 'gifted',
        from: 'the maker',
        listPrice: 99,
        paidPrice: 0,
        colour: 'fern',
        width: '2E',
        receivedDaysAgo: 37,
        protocol: 'out',
        repeats: 2,
      },
    ],
  },
  {
    key: 'gravel-lane',
    maker: 'Pelloway',
    model: 'Gravel Lane',
    name: '',
    heel: 29.2,
    forefoot: 23.4,
    insoleHeel: 4.0,
    insoleForefoot: 3.5,
    massAtUk8: 334,
    madeIn: ukRange(5, 12),
    widths: ['regular'],
    colours: ['rust'],
    claims: '36/28 mm sidewall, 334 g, UK 8',
    claimSource: 'catalogue',
    pairs: [
      {
        tag: 'PG-01',
        label: uk(8),
        ...loaned,
        colour: 'rust',
        width: 'regular',
        receivedDaysAgo: 18,
        returnInDays: 12,
        protocol: 'sidewall',
        repeats: 2,
      },
      {
        tag: 'PG-02',
        label: uk(7),
        ...loaned,
        colour: 'rust',
        width: 'regular',
        receivedDaysAgo: 18,
        returnInDays: 12,
        protocol: 'sidewall',
        repeats: 2,
      },
    ],
  },
  {
    key: 'lampround',
    maker: 'Pelloway',
    model: 'Lampround',
    name: '',
    heel: 34.1,
    forefoot: 26.4,
    insoleHeel: 4.6,
    insoleForefoot: 3.9,
    massAtUk8: 249,
    madeIn: ukRange(5, 12),
    widths: ['regular'],
    colours: ['chalk'],
    // Contradicts itself: 34 less 26 is not 5, and 8.4 oz is not 255 g.
    claims: '34/26 mm, 5 mm drop, 8.4 oz / 255 g',
    claimSource: "maker's page",
    pairs: [
      {
        tag: 'PL-01',
        label: uk(8),
        ...bought(149),
        colour: 'chalk',
        width: 'regular',
        receivedDaysAgo: 2,
        returnInDays: 12,
        note: 'Not measured yet.',
      },
    ],
  },
  {
    // Eight pairs in two lots; the second lot stands a little higher.
    key: 'lanewalk',
    maker: 'Tarnhus',
    model: 'Lanewalk',
    name: '',
    heel: 28.4,
    forefoot: 22.3,
    insoleHeel: 4.2,
    insoleForefoot: 3.4,
    massAtUk8: 352,
    madeIn: ukRange(6, 12),
    widths: ['regular'],
    colours: ['peat'],
    claims: 'heel 29 mm; drop 6 mm; 350 g; UK 8; with insole',
    claimSource: 'box',
    pairs: LANEWALK_PAIRS,
  },
];
