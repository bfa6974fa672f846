/**
 * Editions that the bench knows by their makers' pages alone: nobody has a pair of them. They make the shelf wide enough
 * to choose from for trail, trekking, running and winter. All invented.
 */
import type { PartId } from '#core/catalogue/construction.ts';
import type { Use } from '#core/catalogue/disciplines.ts';

export interface StatedTruth {
  maker: string;
  model: string;
  name: string;
  claims: string;
  source: string;
  uses: Use[];
  stated?: Partial<Record<PartId, string>>;
  price?: string;
}

const use = (discipline: string, speciality = ''): Use => ({ discipline, speciality });
const PAGE = "maker's page";

export const STATED_TRUTHS: readonly StatedTruth[] = [
  {
    maker: 'Kestvane',
    model: 'Gullysole',
    name: '',
    claims: '26/20 mm; 285 g; 5.5 mm lugs; UK 8',
    source: PAGE,
    uses: [use('trail')],
    stated: {
      compound: 'sticky',
      pattern: 'lugs',
      gusset: 'half',
      'toe-cap': 'soft',
      waterproof: 'nothing',
    },
    price: '130 EUR',
  },
  {
    maker: 'Wrenfold',
    model: 'Furrow',
    name: '',
    claims: '30/24 mm; 300 g; 3 mm lugs; UK 8',
    source: PAGE,
    uses: [use('trail')],
    stated: {
      compound: 'hard-wearing',
      pattern: 'lugs',
      gusset: 'none',
      'toe-cap': 'none',
      waterproof: 'nothing',
    },
    price: '95 EUR',
  },
  {
    maker: 'Norrolt',
    model: 'Scarp Runner',
    name: '',
    claims: '28/22 mm; 310 g; 4.8 mm lugs; UK 8',
    source: PAGE,
    uses: [use('trail')],
    stated: {
      compound: 'sticky',
      pattern: 'lugs',
      gusset: 'to the top',
      'toe-cap': 'hard',
      rand: 'at the toe',
      waterproof: 'coating',
    },
    price: '140 EUR',
  },
  {
    maker: 'Brindlow',
    model: 'Mudlark',
    name: '',
    claims: '24/20 mm; 275 g; 6 mm lugs; UK 8',
    source: PAGE,
    uses: [use('trail')],
    stated: {
      compound: 'blown, soft',
      pattern: 'lugs',
      gusset: 'half',
      'toe-cap': 'soft',
      waterproof: 'nothing',
    },
    price: '115 EUR',
  },
  {
    maker: 'Tarnhus',
    model: 'Drover',
    name: 'mid cut',
    claims: '32/22 mm; 520 g; 4.5 mm lugs; UK 8',
    source: PAGE,
    uses: [use('trekking')],
    stated: {
      'collar-cut': 'mid',
      waterproof: 'membrane',
      'waterproof-height': 'the ankle',
      shank: 'plastic',
      pattern: 'lugs',
      compound: 'plain rubber',
      counter: 'firm',
      rand: 'at the toe',
    },
    price: '180 EUR',
  },
  {
    maker: 'Pelloway',
    model: 'Fellpost',
    name: '',
    claims: '36/24 mm; 610 g; 5 mm lugs; UK 8',
    source: PAGE,
    uses: [use('trekking')],
    stated: {
      'collar-cut': 'high',
      waterproof: 'membrane',
      'waterproof-height': 'the ankle',
      shank: 'steel',
      pattern: 'lugs',
      compound: 'plain rubber',
      counter: 'rigid',
      rand: 'all round',
      'toe-cap': 'hard',
    },
    price: '230 EUR',
  },
  {
    maker: 'Norrolt',
    model: 'Waymark',
    name: 'low cut',
    claims: '29/21 mm; 430 g; 4 mm lugs; UK 8',
    source: PAGE,
    uses: [use('trekking')],
    stated: {
      'collar-cut': 'low',
      waterproof: 'coating',
      shank: 'plastic',
      pattern: 'lugs',
      compound: 'plain rubber',
      counter: 'firm',
    },
    price: '135 EUR',
  },
  {
    maker: 'Brindlow',
    model: 'Packman',
    name: '',
    claims: '31/20 mm; 560 g; 3 mm lugs; UK 8',
    source: PAGE,
    uses: [use('trekking')],
    stated: {
      'collar-cut': 'mid',
      waterproof: 'nothing',
      shank: 'none',
      pattern: 'lugs',
      compound: 'hard-wearing',
      counter: 'soft',
    },
    price: '120 EUR',
  },
  {
    maker: 'Pelloway',
    model: 'Milestone',
    name: '',
    claims: '38/31 mm; 228 g; UK 8',
    source: PAGE,
    uses: [use('running', 'racing')],
    stated: {
      foam: 'PEBA',
      plate: 'carbon',
      rocker: 'at the toe',
      bevel: 'strong',
      walls: 'both',
      pattern: 'grooves',
    },
    price: '190 EUR',
  },
  {
    maker: 'Wrenfold',
    model: 'Longround',
    name: '',
    claims: '36/28 mm; 272 g; UK 8',
    source: PAGE,
    uses: [use('running', 'training')],
    stated: {
      foam: 'EVA',
      plate: 'none',
      rocker: 'at the toe',
      bevel: 'slight',
      walls: 'both',
      counter: 'firm',
      gusset: 'half',
    },
    price: '140 EUR',
  },
  {
    maker: 'Norrolt',
    model: 'Icepost',
    name: '',
    claims: '38/28 mm; 820 g; 5 mm lugs; UK 8',
    source: PAGE,
    uses: [use('winter boots', 'with crampons')],
    stated: {
      'boot-grade': 'B2',
      welts: 'rear',
      rand: 'all round',
      waterproof: 'membrane',
      'collar-cut': 'high',
      'lace-reach': 'to the toe',
      shank: 'steel',
    },
    price: '310 EUR',
  },
  {
    maker: 'Tarnhus',
    model: 'Rime',
    name: '',
    claims: '40/30 mm; 980 g; 5 mm lugs; UK 8',
    source: PAGE,
    uses: [use('winter boots', 'ice climbing')],
    stated: {
      'boot-grade': 'B3',
      welts: 'rear and front',
      rand: 'all round',
      waterproof: 'membrane',
      'collar-cut': 'high',
      'lace-reach': 'to the toe',
      shank: 'steel',
    },
    price: '420 EUR',
  },
];

/** Asked of makers, with what they answered. */
export const QUESTION_TRUTHS = [
  {
    edition: 'lampround',
    question: 'Your page says 34 and 26 mm, and a drop of 5. Which of the three is right?',
    daysAgo: 2,
    answer: '',
  },
  {
    edition: 'latch-low',
    question: 'Is the weight of one shoe with its laces?',
    daysAgo: 40,
    answer: 'One shoe, laces in, regular width.',
  },
] as const;
