/**
 * What shoes are made for, an entry each: the interface calls it their use. An entry says what is taken of such
 * a shoe, which parts are looked at first, by which tolerances its two shoes are held against each other, and
 * what may hurt somebody. Common practice.
 */
import type { PartId } from './construction.ts';
import type { MatchFeatureId } from './match-feature-ids.ts';
import type { ToleranceRule } from './match-features.ts';
import type { MeasuredQuantityId } from './quantities.ts';

export interface UseEntry {
  name: string;
  /** For whom and for what, in a line. */
  says: string;
  /** Stack and drop are called by the classes of running and walking shoes. */
  classed?: boolean;
  /** Left-right tolerances drawn tighter or wider than the general ones. */
  tolerances?: Partial<Record<MatchFeatureId, ToleranceRule>>;
  /** What its protocol takes, in the order of the hand: at most twenty stations. */
  takes: readonly MeasuredQuantityId[];
  /** Those of them that may be left out. */
  optional?: readonly MeasuredQuantityId[];
  /** Parts that are looked at first on the walk along the shoe. */
  parts: readonly PartId[];
  /** What is narrower than the use: an event, a ground, a floor. */
  specialities?: readonly string[];
  /** Where it can hurt someone: said wherever such a shoe is judged. */
  cautions: readonly string[];
  /** A lab's own: the shipped use that it was copied from, whose rules hold for it too. */
  copiedFrom?: string;
}

/** A boot's shaft is made wider than a shoe's collar. */
const SHAFT: ToleranceRule = { absolute: 4, share: 0 };

/** The most stations of a use's protocol: more are a full bench. */
export const MOST_STATIONS = 20;

const WORN_OUT = 'Worn-out shoes hurt: pain belongs to a clinician, not to a sheet.';

const ENTRIES = [
  {
    name: 'running',
    says: 'Roads and tracks at any pace, in training or in a race.',
    classed: true,
    takes: [
      'mass',
      'heel-stack',
      'forefoot-stack',
      'heel-width',
      'midfoot-width',
      'ball-width',
      'flare-medial',
      'flare-lateral',
      'bevel-start',
      'rocker-start',
      'toe-box-width',
      'toe-box-height',
      'collar-padding',
      'midsole-medial-hardness',
      'midsole-lateral-hardness',
      'flex-groove-depth',
      'bend-front-hand',
      'twist-front-hand',
      'counter-hand',
    ],
    optional: ['bevel-start', 'rocker-start', 'flex-groove-depth'],
    parts: ['foam', 'plate', 'post', 'walls', 'bevel', 'rocker', 'gusset', 'counter'],
    specialities: ['training', 'racing', 'guided by a firmer inside'],
    cautions: [WORN_OUT],
  },
  {
    name: 'trail',
    says: 'Paths, mud and stones, uphill and down.',
    classed: true,
    takes: [
      'mass',
      'heel-stack',
      'forefoot-stack',
      'heel-lugs',
      'forefoot-lugs',
      'heel-width',
      'ball-width',
      'toe-box-width',
      'toe-box-height',
      'external-toe-height',
      'outsole-hardness',
      'midsole-lateral-hardness',
      'insole-step',
      'bend-front-hand',
      'twist-front-hand',
      'counter-hand',
    ],
    optional: ['insole-step', 'external-toe-height'],
    parts: ['pattern', 'compound', 'toe-cap', 'rand', 'gusset', 'waterproof', 'plate'],
    cautions: [WORN_OUT, 'Grip on wet rock is found by walking on it, not by a durometer.'],
  },
  {
    name: 'track and jumps',
    says: 'Sprints, laps and jumps in spikes.',
    takes: [
      'mass',
      'heel-stack',
      'forefoot-stack',
      'jump-padding',
      'plate-coverage',
      'internal-length',
      'ball-width',
      'internal-ball-width',
      'insole-arch-height',
      'bend-front-hand',
      'twist-front-hand',
      'counter-hand',
    ],
    parts: ['plate', 'studs', 'stud-count', 'ball-shape', 'closure', 'foam', 'last-shape'],
    specialities: ['sprint', 'middle and long distance', 'long jump', 'triple jump', 'high jump'],
    cautions: [
      'A long-jump shoe never serves the triple jump: the heel is not padded for the step.',
      'Sole thickness, spikes and their length are limited by event and date: read the rule book of the meeting.',
    ],
  },
  {
    name: 'football',
    says: 'Studs on grass, real or artificial.',
    takes: [
      'mass',
      'heel-stack',
      'forefoot-stack',
      'heel-lugs',
      'forefoot-lugs',
      'internal-length',
      'internal-ball-width',
      'internal-heel-width',
      'toe-box-width',
      'toe-box-height',
      'tongue-padding',
      'bend-front-hand',
      'twist-front-hand',
      'counter-hand',
    ],
    parts: ['studs', 'stud-count', 'upper-material', 'closure', 'pivot'],
    specialities: ['firm ground', 'soft ground', 'artificial grass'],
    cautions: [
      'Studs that hold too well turn the knee instead of the shoe: choose them by the ground.',
      'Which studs are allowed is for the rule book and the referee.',
    ],
  },
  {
    name: 'court',
    says: 'Halls and hard courts: starts, stops and side steps.',
    takes: [
      'mass',
      'heel-stack',
      'forefoot-stack',
      'heel-width',
      'ball-width',
      'wall-medial',
      'wall-lateral',
      'insole-step',
      'collar-lateral',
      'collar-medial',
      'outsole-hardness',
      'midsole-lateral-hardness',
      'bend-front-hand',
      'twist-front-hand',
      'twist-rear-hand',
      'counter-hand',
    ],
    optional: ['insole-step'],
    parts: ['compound', 'marking', 'pivot', 'walls', 'collar-cut', 'toe-cap', 'pattern'],
    specialities: ['wood or PU floor', 'cement', 'clay'],
    cautions: [
      'Height lengthens the lever of a rolling ankle: no running shoes on court.',
      WORN_OUT,
    ],
  },
  {
    name: 'trekking',
    says: 'Long ways with a load, over days.',
    takes: [
      'mass',
      'heel-stack',
      'forefoot-stack',
      'heel-breast-depth',
      'heel-lugs',
      'forefoot-lugs',
      'ball-width',
      'internal-length',
      'internal-ball-width',
      'toe-box-height',
      'collar-medial',
      'collar-lateral',
      'collar-rear',
      'membrane-height',
      'tongue-padding',
      'outsole-hardness',
      'tap-ear',
      'bend-front-hand',
      'twist-front-hand',
      'counter-hand',
    ],
    optional: ['membrane-height', 'tap-ear'],
    parts: [
      'waterproof',
      'waterproof-height',
      'rand',
      'shank',
      'gusset',
      'insole-loose',
      'pattern',
    ],
    cautions: ['Break boots in for two weeks before the trip.', WORN_OUT],
  },
  {
    name: 'winter boots',
    says: 'Snow, ice and crampons.',
    tolerances: { 'collar-lateral': SHAFT, 'collar-medial': SHAFT },
    takes: [
      'mass',
      'heel-stack',
      'forefoot-stack',
      'heel-breast-depth',
      'heel-lugs',
      'forefoot-lugs',
      'internal-length',
      'internal-ball-width',
      'toe-box-height',
      'shaft-height',
      'membrane-height',
      'heel-insole',
      'outsole-hardness',
      'tap-ear',
      'bend-front-hand',
      'bend-rear-hand',
      'twist-front-hand',
      'counter-hand',
    ],
    optional: ['membrane-height', 'heel-insole', 'tap-ear'],
    parts: [
      'welts',
      'boot-grade',
      'rand',
      'waterproof',
      'waterproof-height',
      'lace-reach',
      'cuff',
      'shank',
    ],
    specialities: ['walking', 'with crampons', 'ice climbing'],
    cautions: [
      'Boot and crampon are matched by the maker’s grade, and tried on together by an expert.',
      'No length is traded for warmth: toes that touch downhill freeze and bruise.',
    ],
  },
  {
    name: 'motorcycle boots',
    says: 'Under the lever, on the peg, and in a fall.',
    tolerances: { 'collar-lateral': SHAFT, 'collar-medial': SHAFT },
    takes: [
      'mass',
      'heel-stack',
      'forefoot-stack',
      'heel-breast-depth',
      'external-toe-height',
      'external-toe-width',
      'ball-width',
      'shaft-height',
      'shaft-girth',
      'membrane-height',
      'side-crush',
      'bend-arch-back',
      'bend-rear-hand',
      'twist-front-hand',
      'counter-hand',
    ],
    optional: ['membrane-height', 'side-crush', 'bend-arch-back'],
    parts: ['shank', 'shin', 'closure', 'toe-cap', 'waterproof', 'waterproof-height'],
    cautions: [
      'Protection is certified to its standard by a test house: this bench measures, and certifies nothing.',
    ],
  },
  {
    name: 'climbing',
    says: 'Rock and plastic, on edges and by rubbing.',
    takes: [
      'mass',
      'internal-length',
      'outer-length',
      'internal-ball-width',
      'internal-heel-width',
      'toe-box-height',
      'forefoot-stack',
      'downturn',
      'heel-tension-hand',
      'outsole-hardness',
      'bend-front-hand',
      'twist-front-hand',
    ],
    parts: ['downturn', 'sole-split', 'closure', 'upper-material', 'compound', 'rand'],
    cautions: ['Sharp pain and numb toes are no fit: take them off, and ask a clinician.'],
  },
  {
    name: 'dance',
    says: 'Floors, turns and heels.',
    // A heel that stands askew by little already turns a dancer's foot.
    tolerances: { 'sole-plane': { absolute: 0.7, share: 0 } },
    takes: [
      'mass',
      'heel-height',
      'heel-base-width',
      'heel-base-length',
      'base-flare',
      'forefoot-stack',
      'internal-length',
      'internal-ball-width',
      'insole-arch-height',
      'heel-padding',
      'sole-plane',
      'heel-plane',
      'heel-seam',
      'bend-front-hand',
      'bend-rear-hand',
      'twist-front-hand',
    ],
    optional: ['heel-plane'],
    parts: ['compound', 'sole-split', 'shank', 'closure', 'heel-pad', 'arch-pad'],
    specialities: ['ballroom', 'latin and social', 'jazz and ballet', 'street'],
    cautions: [
      'A heel and a sole that do not stand on one plane turn the foot: do not dance in them.',
      'Suede soles never get wet.',
    ],
  },
  {
    name: 'walking and work',
    says: 'All day on kerbs, stairs and lanes.',
    classed: true,
    takes: [
      'mass',
      'heel-stack',
      'forefoot-stack',
      'heel-width',
      'midfoot-width',
      'ball-width',
      'heel-lugs',
      'forefoot-lugs',
      'toe-box-width',
      'toe-box-height',
      'collar-rear',
      'collar-padding',
      'tongue-padding',
      'midsole-lateral-hardness',
      'outsole-hardness',
      'bend-front-hand',
      'twist-front-hand',
      'counter-hand',
    ],
    parts: ['foam', 'coverage', 'compound', 'waterproof', 'insole-loose', 'orthotic', 'collar-pad'],
    specialities: ['office', 'rounds on foot', 'on ice'],
    cautions: [
      WORN_OUT,
      'Safety shoes are certified to their standard by a test house: this bench measures, and certifies nothing.',
    ],
  },
] as const satisfies readonly UseEntry[];

/** A use that ships. */
export type ShippedUse = (typeof ENTRIES)[number]['name'];
/** The name of a use: one that ships, or a lab's own. */
export type Discipline = string;
export const DISCIPLINES: readonly ShippedUse[] = ENTRIES.map(({ name }) => name);

/** The uses that a lab has: those that ship, then its own. */
export type Uses = readonly UseEntry[];
export const SHIPPED_USES: Uses = ENTRIES;

/** A use that a lab copied and changed, as it is kept. */
export interface OwnUse {
  name: string;
  copiedFrom: ShippedUse;
  says: string;
  classed: boolean;
  takes: MeasuredQuantityId[];
  parts: PartId[];
  specialities: string[];
  /** Said beside the cautions of the use it was copied from, which stay. */
  cautions: string[];
}

/** A lab's own use as an entry: tolerances and cautions of what it was copied from hold for it. */
export function entryOfOwn({ copiedFrom, cautions, ...own }: OwnUse): UseEntry {
  const source: UseEntry = describeDiscipline(copiedFrom);
  return {
    ...own,
    copiedFrom,
    ...(source.tolerances ? { tolerances: source.tolerances } : {}),
    optional: (source.optional ?? []).filter((quantity) => own.takes.includes(quantity)),
    cautions: [...new Set([...source.cautions, ...cautions])],
  };
}

/** The shipped uses with a lab's own. */
export const usesWith = (own: readonly OwnUse[]): Uses => [...ENTRIES, ...own.map(entryOfOwn)];

/** A copy to be changed: all of a shipped use but its name. */
export function copyOfUse(name: ShippedUse): OwnUse {
  const { says, classed = false, takes, parts, specialities = [] } = describeDiscipline(name);
  return {
    name: '',
    copiedFrom: name,
    says,
    classed,
    takes: [...takes],
    parts: [...parts],
    specialities: [...specialities],
    cautions: [],
  };
}

/** The entry of a use, with all that it brings; one that is not known, or not yet, brings nothing. */
export function describeDiscipline(name: Discipline, uses: Uses = SHIPPED_USES): UseEntry {
  return (
    uses.find((known) => known.name === name) ?? {
      name,
      says: '',
      takes: [],
      parts: [],
      cautions: [],
    }
  );
}

/** What an edition is for: a use, and what is narrower than it. */
export interface Use {
  discipline: Discipline;
  /** One of the use's own; empty: none said. */
  speciality: string;
}

/** Do the classes of stack and drop belong to a use? The first one decides; where none is said they do. */
export function hasStackClasses(uses: readonly Use[], known?: Uses): boolean {
  const [first] = uses;
  return !first || describeDiscipline(first.discipline, known).classed === true;
}

/**
 * The tolerance that a discipline draws by itself; undefined: it has the general one.
 * @example ownTolerance('sole-plane', 'dance') // { absolute: 0.7, share: 0 }
 */
export const ownTolerance = (
  feature: MatchFeatureId,
  discipline: Discipline | '',
  known?: Uses,
): ToleranceRule | undefined =>
  discipline === '' ? undefined : describeDiscipline(discipline, known).tolerances?.[feature];

/** The cautions of all uses of an edition, each once. */
export const cautionsOf = (uses: readonly Use[], known?: Uses): string[] => [
  ...new Set(uses.flatMap(({ discipline }) => describeDiscipline(discipline, known).cautions)),
];

/** Is an edition made for a shipped use, or for a lab's own that was copied from it? */
export const isMadeFor = (uses: readonly Use[], shipped: ShippedUse, known?: Uses): boolean =>
  uses.some(
    ({ discipline }) =>
      discipline === shipped || describeDiscipline(discipline, known).copiedFrom === shipped,
  );

/** `trekking · with crampons`, or `any use`. */
export const nameUses = (uses: readonly Use[]): string =>
  uses
    .map(({ discipline, speciality }) => [discipline, speciality].filter(Boolean).join(', '))
    .join(' · ') || 'any use';
