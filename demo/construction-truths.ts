/** What the editions of the scenario are for, and what they are made of: as seen at their first pair, and as stated. */
import type { PartId } from '#core/catalogue/construction.ts';
import type { Use } from '#core/catalogue/disciplines.ts';

type Answers = Partial<Record<PartId, string>>;

export interface ConstructionTruth {
  uses: Use[];
  /** At the first pair of the edition, unless another is named. */
  seen: Answers;
  at?: string;
  stated?: Answers;
  /** Claims in words, with what became of them. */
  words?: { text: string; source: string; mark: 'seen' | 'contradicted' | 'cannot be seen' | '' }[];
}

/** What most shoes for rounds have. */
const LOW_SHOE: Answers = {
  'upper-material': 'mesh',
  layers: 'two',
  overlays: 'bonded',
  gusset: 'half',
  tongue: 'padded',
  closure: 'laces',
  eyelets: '6',
  counter: 'firm',
  'collar-cut': 'low',
  'collar-pad': 'thick',
  'toe-cap': 'soft',
  rand: 'none',
  waterproof: 'nothing',
  'insole-loose': 'comes out',
  'arch-pad': 'none',
  'heel-pad': 'none',
  orthotic: 'fits',
  foam: 'EVA',
  'foam-layers': 'one',
  post: 'neither',
  walls: 'neither side',
  bevel: 'slight',
  rocker: 'at the toe',
  plate: 'none',
  shank: 'none',
  coverage: 'heel and forefoot',
  compound: 'plain rubber',
  pattern: 'grooves',
  studs: 'none',
  'flex-grooves': 'across',
  pivot: 'none',
  marking: 'does not',
  'last-shape': 'semi-curved',
  'sole-split': 'full',
  downturn: 'none',
  welts: 'none',
};

const rounds: Use = { discipline: 'walking and work', speciality: 'rounds on foot' };

/** By the key of the edition. */
export const CONSTRUCTION_TRUTHS: Readonly<Record<string, ConstructionTruth>> = {
  'stairwell-mid': {
    uses: [rounds],
    seen: {
      ...LOW_SHOE,
      'upper-material': 'leather',
      'collar-cut': 'mid',
      compound: 'gum',
      pattern: 'lugs',
    },
  },
  'stairwell-low': {
    uses: [rounds],
    seen: { ...LOW_SHOE, 'upper-material': 'leather', compound: 'hard-wearing', pattern: 'lugs' },
    words: [{ text: 'hard-wearing rubber', source: 'box', mark: 'seen' }],
  },
  'roundsman-3': {
    uses: [{ discipline: 'running', speciality: 'training' }, rounds],
    seen: {
      ...LOW_SHOE,
      'upper-material': 'knit',
      layers: 'one',
      foam: 'PEBA',
      walls: 'both',
      bevel: 'strong',
    },
    stated: { foam: 'PEBA' },
  },
  'roundsman-2': {
    uses: [{ discipline: 'running', speciality: 'training' }, rounds],
    seen: { ...LOW_SHOE, bevel: 'none' },
  },
  kerb: {
    uses: [rounds],
    seen: { ...LOW_SHOE, bevel: 'none', rocker: 'none' },
    stated: { foam: 'EVA', plate: 'none' },
  },
  'kerb-wide': {
    uses: [rounds],
    seen: {
      ...LOW_SHOE,
      bevel: 'none',
      rocker: 'none',
      plate: 'plastic',
      'plate-reach': 'to the arch',
    },
  },
  frostgate: {
    uses: [
      { discipline: 'winter boots', speciality: 'with crampons' },
      { ...rounds, speciality: 'on ice' },
    ],
    seen: {
      ...LOW_SHOE,
      'upper-material': 'leather',
      layers: 'three or more',
      overlays: 'stitched',
      gusset: 'to the top',
      closure: 'laces',
      eyelets: '9',
      counter: 'rigid',
      'collar-cut': 'high',
      rand: 'all round',
      waterproof: 'membrane',
      'waterproof-height': 'the ankle',
      foam: 'PU',
      shank: 'steel',
      coverage: 'all',
      pattern: 'lugs',
      rocker: 'none',
      welts: 'rear',
    },
    stated: { waterproof: 'membrane', 'boot-grade': 'B1' },
    words: [
      { text: 'B1', source: 'tongue', mark: '' },
      { text: 'membrane to the ankle', source: 'tongue', mark: 'seen' },
    ],
  },
  'latch-low': {
    uses: [{ discipline: 'court', speciality: 'wood or PU floor' }, rounds],
    seen: {
      ...LOW_SHOE,
      closure: 'straps',
      eyelets: '0',
      compound: 'gum',
      pattern: 'herringbone',
      pivot: 'circle',
      walls: 'lateral',
    },
  },
  'gravel-lane': {
    uses: [{ discipline: 'trail', speciality: '' }, rounds],
    seen: {
      ...LOW_SHOE,
      pattern: 'lugs',
      rand: 'at the toe',
      'toe-cap': 'hard',
      plate: 'plastic',
      'plate-reach': 'forefoot',
    },
    stated: { plate: 'carbon' },
    words: [{ text: 'carbon plate', source: 'web page', mark: 'contradicted' }],
  },
  lampround: {
    uses: [{ discipline: 'running', speciality: 'racing' }],
    seen: { ...LOW_SHOE, foam: 'TPU beads', walls: 'both', rocker: 'all along', bevel: 'none' },
    words: [{ text: 'bead foam', source: 'letter', mark: 'cannot be seen' }],
  },
  lanewalk: {
    uses: [rounds],
    seen: { ...LOW_SHOE, post: 'medial', foam: 'EVA', 'foam-layers': 'two' },
  },
};

/** An edition that nobody has a pair of. */
export const STATED_EDITION = {
  maker: 'Tarnhus',
  model: 'Lanewalk 2',
  name: '',
  claims: 'heel 33 mm; drop 7 mm; 330 g; bead foam',
  source: 'web page, 1 October',
  uses: [rounds],
};
