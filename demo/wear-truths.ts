/** Wear of the scenario: outings by tester, tread at its checks, looks, totals and decisions. */
import type { PairJob } from '#contract/life-records.ts';
import type { Ground, OutingRating, Surface } from '#core/wear/outing-words.ts';

export interface WearTruth {
  tag: string;
  tester: string;
  /** Of a round, km. */
  roundKm: number;
  /** Days between two outings. */
  every: number;
  /** Days after it was received on which the last outing was. */
  until: number;
  surface: Surface;
  /** Ground of its outings; left out: dry, now and then wet. */
  ground?: Ground;
  /** Comfort over hours: where it begins, where it ends, how fast. */
  comfort?: { start: number; plateau: number; tauH: number };
  /** What is felt besides, from 0 to 10. */
  felt?: Partial<Record<OutingRating, number>>;
  /** Tread left when new and what is lost of it in 100 km, mm. */
  tread?: Record<string, readonly [left: number, loss: number]>;
  /** Distances at which its tread was measured. */
  checksAtKm?: readonly number[];
  looks?: readonly { afterKm: number; signs: readonly string[] }[];
  /** What it is for among the pairs of its tester. */
  job?: Partial<PairJob>;
  decided?: { answer: 'retire' | 'another use' | 'go on'; why: string };
}

/** The heel outside is worn first, and that is normal. */
const TREAD: WearTruth['tread'] = {
  'tread-heel-lateral': [3.6, 0.52],
  'tread-heel-medial': [3.6, 0.34],
  'tread-midfoot': [3.5, 0.05],
  'tread-forefoot-lateral': [3.5, 0.32],
  'tread-forefoot-medial': [3.5, 0.28],
  'tread-toe': [3.3, 0.12],
};

export const WEAR_TRUTHS: readonly WearTruth[] = [
  // Three months of rounds: the lining tore, and it is late in its life. A decision waits.
  {
    tag: 'KK-04',
    tester: 'T2',
    felt: { cushioning: 3.5, stability: 7, 'ground feel': 8.5, grip: 5 },
    roundKm: 13,
    every: 2.2,
    until: 84,
    surface: 'paved',
    comfort: { start: 5, plateau: 8.2, tauH: 4 },
    tread: TREAD,
    checksAtKm: [0, 52, 150, 301, 470],
    looks: [
      { afterKm: 52, signs: [] },
      { afterKm: 210, signs: ['lining torn at 205 km'] },
      {
        afterKm: 470,
        signs: ['lining not growing', 'insole not flat', 'rebound a little less'],
      },
    ],
  },
  // Retired: the tear in its lining grew, and chafed.
  {
    tag: 'BR-07',
    tester: 'T5',
    roundKm: 14,
    every: 9,
    until: 225,
    surface: 'road',
    looks: [
      { afterKm: 190, signs: ['lining torn at 180 km'] },
      { afterKm: 330, signs: ['lining growing', 'lining chafing'] },
    ],
    decided: { answer: 'retire', why: 'the heel was bleeding after the town round' },
  },
  // Three more of the same edition, each ended by something else: enough ends for a life.
  {
    tag: 'KK-02',
    tester: 'T1',
    felt: { cushioning: 3, stability: 7.5, 'ground feel': 7, grip: 7 },
    roundKm: 15,
    every: 2.7,
    until: 100,
    surface: 'stairs',
    comfort: { start: 4, plateau: 8, tauH: 6 },
    looks: [
      { afterKm: 300, signs: ['lining torn at 290 km'] },
      { afterKm: 530, signs: ['lining growing', 'lining chafing'] },
    ],
    decided: { answer: 'retire', why: 'the lining chafes' },
  },
  {
    tag: 'KK-03',
    tester: 'T4',
    felt: { cushioning: 5, stability: 7, 'ground feel': 7, grip: 5 },
    roundKm: 18,
    every: 2.9,
    until: 80,
    surface: 'road',
    comfort: { start: 6, plateau: 8.5, tauH: 1.2 },
    looks: [{ afterKm: 470, signs: ['rubber worn through at the heel'] }],
    decided: { answer: 'retire', why: 'the heel is through' },
  },
  {
    tag: 'KK-05',
    tester: 'T6',
    felt: { cushioning: 3.2, stability: 9, 'ground feel': 9, grip: 3 },
    roundKm: 14,
    every: 2.4,
    until: 74,
    surface: 'gravel',
    looks: [{ afterKm: 420, signs: ['upper torn at the little toe'] }],
    decided: { answer: 'retire', why: 'the upper is through' },
  },
  // Fine cracks where they count: the foam is PU.
  {
    tag: 'TF-01',
    tester: 'T4',
    felt: { warmth: 7, grip: 8.5, stability: 8.5 },
    roundKm: 13,
    every: 2,
    until: 20,
    surface: 'trail',
    looks: [{ afterKm: 100, signs: ['fine cracks at the heel'] }],
  },
  // Kept for icy days.
  {
    tag: 'TF-02',
    tester: 'T1',
    felt: { warmth: 7.5, grip: 6.5 },
    roundKm: 9,
    every: 8,
    until: 18,
    surface: 'snow',
    ground: 'ice',
    job: { purposes: ['icy rounds'], season: 'winter', iceOnly: true },
  },
  // Too little wear to tell.
  {
    tag: 'KK-06',
    tester: 'T3',
    roundKm: 11,
    every: 9,
    until: 60,
    surface: 'road',
    tread: TREAD,
    checksAtKm: [0, 22, 55],
    comfort: { start: 3, plateau: 8, tauH: 3 },
  },
  // Fine cracks: normal in one foam, the end of another.
  {
    tag: 'WL-06',
    tester: 'T6',
    felt: { cushioning: 5, grip: 5, debris: 3 },
    roundKm: 12,
    every: 5,
    until: 30,
    surface: 'gravel',
    looks: [{ afterKm: 60, signs: ['fine cracks at the heel'] }],
  },
];
