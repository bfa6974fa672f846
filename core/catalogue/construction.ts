/**
 * What a shoe is made of: the parts of the walk along it, each a question with its answers. Every word that a part
 * goes by finds it. Common practice.
 */

/** How the shoe is drawn where a part is lit. */
export const WALK_VIEWS = ['outside', 'inside', 'cut open', 'from below'] as const;
export type WalkView = (typeof WALK_VIEWS)[number];

export const PART_GROUPS = [
  'upper',
  'insole',
  'midsole',
  'plate and shank',
  'outsole',
  'last',
  'welts',
] as const;
export type PartGroup = (typeof PART_GROUPS)[number];

interface PartDraft {
  id: string;
  name: string;
  group: PartGroup;
  view: WalkView;
  /** What is asked, and how one looks. */
  asks: string;
  look: string;
  /** Answers by key 1 to 9, in order. */
  answers?: readonly string[];
  /** A number is asked for instead, from 0 to this. */
  most?: number;
  /** Other words that it goes by. */
  alias?: readonly string[];
  /** Where it lies on the drawing, in % of length from the heel and of height from the ground. */
  at: readonly [number, number];
  /** Part of the drawing that is lit. */
  lights:
    | 'upper'
    | 'collar'
    | 'tongue'
    | 'eyelets'
    | 'toe'
    | 'counter'
    | 'insole'
    | 'midsole'
    | 'plate'
    | 'outsole'
    | 'last'
    | 'welts';
}

const PARTS = [
  {
    id: 'upper-material',
    name: 'Material',
    group: 'upper',
    view: 'outside',
    asks: 'What is the upper made of?',
    look: 'The largest piece over the forefoot.',
    answers: ['mesh', 'knit', 'leather', 'suede', 'synthetic', 'canvas', 'rubber'],
    alias: ['vamp', 'fabric', 'upper'],
    at: [66, 50],
    lights: 'upper',
  },
  {
    id: 'layers',
    name: 'Layers',
    group: 'upper',
    view: 'outside',
    asks: 'How many layers over the toes?',
    look: 'Pinch the vamp, and hold it against a light.',
    answers: ['one', 'two', 'three or more'],
    alias: ['lining', 'liner'],
    at: [72, 44],
    lights: 'upper',
  },
  {
    id: 'overlays',
    name: 'Overlays',
    group: 'upper',
    view: 'outside',
    asks: 'How are overlays put on?',
    look: 'Feel for seams with a nail.',
    answers: ['none', 'bonded', 'stitched', 'printed'],
    alias: ['reinforcements', 'seams', 'stitching'],
    at: [60, 42],
    lights: 'upper',
  },
  {
    id: 'gusset',
    name: 'Gusset',
    group: 'upper',
    view: 'inside',
    asks: 'Is the tongue sewn to the sides?',
    look: 'Run a finger down beside the tongue.',
    answers: ['none', 'half', 'to the top', 'bootie'],
    alias: ['bellows', 'gusseted tongue'],
    at: [52, 62],
    lights: 'tongue',
  },
  {
    id: 'tongue',
    name: 'Tongue',
    group: 'upper',
    view: 'inside',
    asks: 'What is the tongue like?',
    look: 'Pinch its middle.',
    answers: ['none', 'thin', 'padded', 'stiff'],
    alias: ['tongue padding'],
    at: [48, 72],
    lights: 'tongue',
  },
  {
    id: 'closure',
    name: 'Closure',
    group: 'upper',
    view: 'outside',
    asks: 'How is it closed?',
    look: 'As it is worn.',
    answers: ['laces', 'quick lace', 'dial', 'straps', 'zip', 'buckles', 'slip-on'],
    alias: ['lacing', 'fastening', 'laces', 'velcro', 'hook and loop'],
    at: [54, 58],
    lights: 'eyelets',
  },
  {
    id: 'eyelets',
    name: 'Eyelets a side',
    group: 'upper',
    view: 'outside',
    asks: 'How many eyelets has each side?',
    look: 'Hooks and loops counted.',
    most: 20,
    alias: ['lace holes', 'hooks', 'loops'],
    at: [56, 52],
    lights: 'eyelets',
  },
  {
    id: 'counter',
    name: 'Counter',
    group: 'upper',
    view: 'cut open',
    asks: 'What holds the heel?',
    look: 'Press the back between thumb and finger.',
    answers: ['none', 'soft', 'firm', 'rigid', 'cup outside'],
    alias: ['heel counter', 'heel cup', 'stiffener'],
    at: [4, 42],
    lights: 'counter',
  },
  {
    id: 'collar-cut',
    name: 'Collar cut',
    group: 'upper',
    view: 'outside',
    asks: 'How high is it cut?',
    look: 'Against the ankle bone.',
    answers: ['low', 'mid', 'high', 'shaft'],
    alias: ['cut', 'ankle', 'shaft'],
    at: [18, 62],
    lights: 'collar',
  },
  {
    id: 'collar-pad',
    name: 'Collar padding',
    group: 'upper',
    view: 'inside',
    asks: 'How is the collar padded?',
    look: 'Pinch it below the ankle.',
    answers: ['none', 'thin', 'thick'],
    alias: ['ankle padding', 'collar foam'],
    at: [22, 58],
    lights: 'collar',
  },
  {
    id: 'toe-cap',
    name: 'Toe cap',
    group: 'upper',
    view: 'outside',
    asks: 'What is over the toes?',
    look: 'Press the tip.',
    answers: ['none', 'soft', 'hard', 'safety cap'],
    alias: ['toe bumper', 'toe guard', 'toe box'],
    at: [92, 34],
    lights: 'toe',
  },
  {
    id: 'rand',
    name: 'Rand',
    group: 'upper',
    view: 'outside',
    asks: 'Is there a rand?',
    look: 'Rubber that runs up over the sole’s edge.',
    answers: ['none', 'at the toe', 'all round'],
    alias: ['mudguard', 'foxing'],
    at: [84, 24],
    lights: 'toe',
  },
  {
    id: 'waterproof',
    name: 'Keeps water out',
    group: 'upper',
    view: 'cut open',
    asks: 'What keeps water out?',
    look: 'A label at the tongue; a drop on the vamp.',
    answers: ['nothing', 'coating', 'membrane', 'rubber'],
    alias: ['membrane', 'waterproofing', 'water resistance'],
    at: [68, 40],
    lights: 'upper',
  },
  {
    id: 'waterproof-height',
    name: 'Keeps water out to',
    group: 'upper',
    view: 'cut open',
    asks: 'How high does it keep water out?',
    look: 'Where the gusset ends; where the membrane is seen.',
    answers: ['the sole', 'the gusset', 'the ankle', 'the top'],
    alias: ['membrane height', 'waterproof height'],
    at: [30, 60],
    lights: 'collar',
  },
  {
    id: 'insole-loose',
    name: 'Footbed',
    group: 'insole',
    view: 'inside',
    asks: 'Does the footbed come out?',
    look: 'Lift it at the heel.',
    answers: ['comes out', 'glued in', 'none in it'],
    alias: ['insole', 'sockliner', 'removable', 'inlay'],
    at: [40, 22],
    lights: 'insole',
  },
  {
    id: 'arch-pad',
    name: 'Arch pad',
    group: 'insole',
    view: 'inside',
    asks: 'Is there a pad under the arch?',
    look: 'On the footbed, with a thumb.',
    answers: ['none', 'soft', 'firm'],
    alias: ['arch support', 'arch'],
    at: [44, 24],
    lights: 'insole',
  },
  {
    id: 'heel-pad',
    name: 'Heel pad',
    group: 'insole',
    view: 'inside',
    asks: 'Is there a pad under the heel?',
    look: 'On the footbed, and under it.',
    answers: ['none', 'soft', 'firm'],
    alias: ['heel cushion'],
    at: [14, 24],
    lights: 'insole',
  },
  {
    id: 'orthotic',
    name: 'Own orthotic',
    group: 'insole',
    view: 'inside',
    asks: 'Would an orthotic of one’s own fit?',
    look: 'With the footbed out: depth at heel and instep.',
    answers: ['fits', 'tight', 'does not'],
    alias: ['orthopaedic insole', 'custom insole'],
    at: [30, 26],
    lights: 'insole',
  },
  {
    id: 'foam',
    name: 'Foam',
    group: 'midsole',
    view: 'cut open',
    asks: 'Which foam?',
    look: 'Press with a thumb; look at the sidewall and into the window of the outsole.',
    answers: ['EVA', 'PU', 'TPU beads', 'TPU', 'PEBA', 'rubber', 'cork', 'none'],
    alias: ['midsole', 'cushioning'],
    at: [40, 14],
    lights: 'midsole',
  },
  {
    id: 'foam-layers',
    name: 'Foams',
    group: 'midsole',
    view: 'cut open',
    asks: 'How many foams, one on another?',
    look: 'Seams and colours along the sidewall.',
    answers: ['one', 'two', 'three or more', 'in a carrier'],
    alias: ['midsole layers', 'dual foam', 'carrier'],
    at: [52, 14],
    lights: 'midsole',
  },
  {
    id: 'post',
    name: 'Post',
    group: 'midsole',
    view: 'cut open',
    asks: 'Is a side firmer?',
    look: 'Press both sides at the arch with a thumb.',
    answers: ['neither', 'medial', 'lateral', 'both'],
    alias: ['medial post', 'stability', 'wedge'],
    at: [34, 12],
    lights: 'midsole',
  },
  {
    id: 'walls',
    name: 'Walls beside the foot',
    group: 'midsole',
    view: 'cut open',
    asks: 'Does foam stand up beside the foot?',
    look: 'From behind, with the footbed in.',
    answers: ['neither side', 'medial', 'lateral', 'both'],
    alias: ['sidewalls', 'rails', 'cupsole'],
    at: [10, 22],
    lights: 'midsole',
  },
  {
    id: 'bevel',
    name: 'Heel bevel',
    group: 'midsole',
    view: 'outside',
    asks: 'Is the heel’s edge bevelled?',
    look: 'From the side, on a flat table.',
    answers: ['none', 'slight', 'strong'],
    alias: ['crash pad', 'heel edge'],
    at: [2, 6],
    lights: 'midsole',
  },
  {
    id: 'rocker',
    name: 'Rocker',
    group: 'midsole',
    view: 'outside',
    asks: 'Does the sole roll?',
    look: 'Press the heel, then the tip, on a flat table.',
    answers: ['none', 'at the toe', 'all along'],
    alias: ['toe spring', 'rolling sole'],
    at: [88, 8],
    lights: 'midsole',
  },
  {
    id: 'plate',
    name: 'Plate',
    group: 'plate and shank',
    view: 'cut open',
    asks: 'Is there a plate?',
    look: 'Bend it; look through the window of the outsole.',
    answers: ['none', 'carbon', 'plastic', 'glass fibre', 'steel', 'rods'],
    alias: ['carbon plate', 'propulsion plate'],
    at: [62, 12],
    lights: 'plate',
  },
  {
    id: 'plate-reach',
    name: 'Plate reaches',
    group: 'plate and shank',
    view: 'cut open',
    asks: 'How far does the plate reach?',
    look: 'Where it stops bending.',
    answers: ['forefoot', 'to the arch', 'to the heel'],
    alias: ['plate length'],
    at: [50, 12],
    lights: 'plate',
  },
  {
    id: 'shank',
    name: 'Shank',
    group: 'plate and shank',
    view: 'cut open',
    asks: 'Is the arch stiffened?',
    look: 'Bend the sole backward at the arch.',
    answers: ['none', 'plastic', 'steel', 'wood or board'],
    alias: ['arch bridge', 'midfoot shank'],
    at: [38, 10],
    lights: 'plate',
  },
  {
    id: 'coverage',
    name: 'Rubber covers',
    group: 'outsole',
    view: 'from below',
    asks: 'How much of the sole is rubber?',
    look: 'From below.',
    answers: ['all', 'heel and forefoot', 'in patches', 'nothing'],
    alias: ['outsole', 'coverage', 'bare foam'],
    at: [50, 2],
    lights: 'outsole',
  },
  {
    id: 'compound',
    name: 'Compound',
    group: 'outsole',
    view: 'from below',
    asks: 'Which rubber, or what else?',
    look: 'As stated; by thumb nail and smell.',
    answers: [
      'plain rubber',
      'hard-wearing',
      'blown, soft',
      'gum',
      'sticky',
      'suede',
      'leather',
      'plastic',
    ],
    alias: ['rubber', 'sole material'],
    at: [60, 2],
    lights: 'outsole',
  },
  {
    id: 'pattern',
    name: 'Pattern',
    group: 'outsole',
    view: 'from below',
    asks: 'What pattern has it?',
    look: 'From below.',
    answers: ['flat', 'grooves', 'lugs', 'herringbone', 'blades', 'studs', 'spikes'],
    alias: ['tread', 'profile', 'lugs'],
    at: [70, 2],
    lights: 'outsole',
  },
  {
    id: 'studs',
    name: 'Studs',
    group: 'outsole',
    view: 'from below',
    asks: 'Which studs?',
    look: 'Number, length and shape; screwed in or moulded.',
    answers: ['none', 'firm ground', 'soft ground', 'artificial grass', 'turf', 'spikes'],
    alias: ['cleats', 'spikes', 'stud pattern'],
    at: [76, 0],
    lights: 'outsole',
  },
  {
    id: 'stud-count',
    name: 'Studs or spikes',
    group: 'outsole',
    view: 'from below',
    asks: 'How many studs or spikes has each shoe?',
    look: 'Empty places counted.',
    most: 60,
    alias: ['number of studs', 'spike places'],
    at: [80, 0],
    lights: 'outsole',
  },
  {
    id: 'flex-grooves',
    name: 'Flex grooves',
    group: 'outsole',
    view: 'from below',
    asks: 'Is the forefoot grooved?',
    look: 'From below, at the ball.',
    answers: ['none', 'across', 'along', 'both ways'],
    alias: ['grooves', 'sipes', 'decoupled'],
    at: [72, 3],
    lights: 'outsole',
  },
  {
    id: 'pivot',
    name: 'Pivot',
    group: 'outsole',
    view: 'from below',
    asks: 'Is there a turning circle?',
    look: 'Under the ball.',
    answers: ['none', 'circle'],
    alias: ['pivot point', 'turning circle'],
    at: [68, 1],
    lights: 'outsole',
  },
  {
    id: 'marking',
    name: 'Marks floors',
    group: 'outsole',
    view: 'from below',
    asks: 'Does it mark floors?',
    look: 'Drag it over a white sheet.',
    answers: ['does not', 'marks'],
    alias: ['non-marking', 'marking'],
    at: [58, 1],
    lights: 'outsole',
  },
  {
    id: 'last-shape',
    name: 'Last',
    group: 'last',
    view: 'from below',
    asks: 'How is it curved?',
    look: 'A line through heel and forefoot, from below.',
    answers: ['straight', 'semi-curved', 'curved'],
    alias: ['last', 'curve'],
    at: [46, 4],
    lights: 'last',
  },
  {
    id: 'sole-split',
    name: 'Sole',
    group: 'last',
    view: 'from below',
    asks: 'Is the sole one piece?',
    look: 'At the arch.',
    answers: ['full', 'split'],
    alias: ['split sole', 'full sole'],
    at: [44, 2],
    lights: 'last',
  },
  {
    id: 'downturn',
    name: 'Downturn',
    group: 'last',
    view: 'outside',
    asks: 'Does the toe point down?',
    look: 'Set on a table, from the side.',
    answers: ['none', 'moderate', 'strong'],
    alias: ['toe down', 'camber'],
    at: [96, 8],
    lights: 'last',
  },
  {
    id: 'welts',
    name: 'Welts',
    group: 'welts',
    view: 'outside',
    asks: 'Where is there a welt for a binding?',
    look: 'A ledge behind the heel, in front of the toe.',
    answers: ['none', 'rear', 'rear and front'],
    alias: ['crampon welt', 'welt', 'binding ledge'],
    at: [1, 16],
    lights: 'welts',
  },
  {
    id: 'boot-grade',
    name: 'Boot grade',
    group: 'welts',
    view: 'outside',
    asks: 'Which grade does the maker or fitter state?',
    look: 'On the box or the tongue; never from a stiffness.',
    answers: ['B0', 'B1', 'B2', 'B3'],
    alias: ['grade', 'crampon grade', 'stiffness grade'],
    at: [98, 16],
    lights: 'welts',
  },
] as const satisfies readonly PartDraft[];

export type PartId = (typeof PARTS)[number]['id'];
export type ShoePart = Omit<PartDraft, 'id'> & { id: PartId };

/** The parts in the order of the walk. */
export const SHOE_PARTS: readonly ShoePart[] = PARTS;

export function describePart(id: PartId): ShoePart {
  const part = SHOE_PARTS.find((known) => known.id === id);
  if (!part) throw new RangeError(`no part ${id}`);
  return part;
}

/** What is said where one looked and nothing can be told. */
export const UNSEEN = 'cannot be seen';

/** How a part is known: looked at, or said by somebody. */
export const WAYS_KNOWN = ['seen', 'stated'] as const;
export type WayKnown = (typeof WAYS_KNOWN)[number];

/** Longest answer in a word of one's own. */
export const LONGEST_ANSWER = 60;

/** Says what is wrong with an answer; undefined where it can stand: one of the list, a number, a word of one's own. */
export function answerFault(part: PartId, answer: string): string | undefined {
  const { most, name } = describePart(part);
  if (answer.trim() === '') return `${name}: say what it is, or leave it “not looked”`;
  if (answer.length > LONGEST_ANSWER) return `${name}: at most ${LONGEST_ANSWER} letters`;
  if (most === undefined || answer === UNSEEN) return undefined;
  const count = Number(answer);
  return Number.isInteger(count) && count >= 0 && count <= most
    ? undefined
    : `${name}: a whole number from 0 to ${most}`;
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, ' ')
    .trim();

/**
 * Parts that a typed word finds: by name first, then by another of their words, then by an answer.
 * @example findParts('sockliner')[0].id // 'insole-loose'
 */
export function findParts(typed: string): ShoePart[] {
  const wanted = plain(typed);
  if (wanted === '') return [];
  const begins = (text: string) => {
    const words = plain(text);
    return words.startsWith(wanted) || words.includes(` ${wanted}`);
  };
  const rank = ({ name, alias = [], answers = [] }: ShoePart) =>
    begins(name) ? 0 : alias.some(begins) ? 1 : answers.some(begins) ? 2 : 3;
  return SHOE_PARTS.map((part) => ({ part, rank: rank(part) }))
    .filter((found) => found.rank < 3)
    .sort((a, b) => a.rank - b.rank)
    .map(({ part }) => part);
}
