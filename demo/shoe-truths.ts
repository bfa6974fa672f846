/** The true value of any quantity of any shoe of the scenario: what the stand-ins measure. */
import { randomLcg, randomNormal } from 'd3-random';
import { MATCH_FEATURES } from '#core/catalogue/match-feature-ids.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import { QUANTITIES } from '#core/catalogue/quantities.ts';
import { lastLength, REFERENCE_LABEL } from '#core/sizing/size-label.ts';
import { BUILD_SPREAD, BUILD_TRUTHS, type BuildTruth } from './build-truths.ts';
import { MATCH_TRUTHS } from './match-truths.ts';
import { demoShoes, type TrueShoe } from './scenario.ts';
import { EDITION_TRUTHS, type PairTruth, SIDEWALL_LIP } from './truths.ts';

/** A normal deviate that belongs to a name: the same whenever it is asked for. */
function deviateOf(name: string): number {
  const seed = [...name].reduce((sum, letter) => (sum * 33 + letter.charCodeAt(0)) % 99991, 11);
  const normal = randomNormal.source(randomLcg(seed / 99991))(0, 1);
  // The first numbers of neighbouring seeds are alike.
  normal();
  return normal();
}

/** SD of shoes of no known model about the middle, as a share of the value. */
const STRANGER_SPREAD = 0.05;

/** Mean of the medial half size grading of sole widths: 2.1 mm a full size, common practice. */
const WIDTH_A_SIZE = 2.1;

function shapeOf(pair: PairTruth, shoe: TrueShoe, build: BuildTruth) {
  const last = lastLength(pair.label);
  const sizes = (last - lastLength(REFERENCE_LABEL)) / (25.4 / 3);
  const ball = build.ballWidth + WIDTH_A_SIZE * sizes;
  const { heel, forefoot, insoleHeel, insoleForefoot } = shoe;
  const midfoot = forefoot + 0.62 * (heel - forefoot);
  const outsole = 2.4;
  return {
    mass: shoe.mass,
    'insole-mass': 0.055 * shoe.mass,
    'internal-length': last + build.inside,
    'footbed-length': last + build.inside - 3,
    'footbed-ball-width': ball - 17,
    'footbed-arch-width': 0.62 * ball,
    'outer-length': last + 24,
    'heel-stack': heel,
    'midfoot-stack': midfoot,
    'forefoot-stack': forefoot,
    'heel-insole': insoleHeel,
    'midfoot-insole': (insoleHeel + insoleForefoot) / 2,
    'forefoot-insole': insoleForefoot,
    'heel-outsole': outsole,
    'midfoot-outsole': outsole,
    'forefoot-outsole': outsole,
    'heel-midsole': heel - insoleHeel - outsole - build.lugs,
    'midfoot-midsole': midfoot - (insoleHeel + insoleForefoot) / 2 - outsole - build.lugs,
    'forefoot-midsole': forefoot - insoleForefoot - outsole - build.lugs,
    'heel-lugs': build.lugs,
    'forefoot-lugs': build.lugs - 0.2,
    'heel-width': 0.76 * ball,
    'midfoot-width': 0.66 * ball,
    'ball-width': ball,
    'internal-ball-width': ball - 13,
    'internal-heel-width': 0.58 * ball,
    'toe-box-width': 0.68 * ball,
    'toe-box-height': 24 + 0.02 * build.collar - (build.toeBoxLess ?? 0),
    'toe-tip-height': build.toeTip,
    'toe-point-height': build.toeTip + 14,
    'rocker-start': 71,
    'rocker-angle': 17,
    'bevel-start': 9,
    'bevel-angle': 19,
    'collar-medial': build.collar - 18,
    'collar-lateral': build.collar - 21,
    'collar-rear': build.collar,
    'flex-line': 69,
  } as Record<string, number>;
}

const STIFFNESS = (build: BuildTruth): Record<string, number> => ({
  'bend-toe-up': build.bend,
  'bend-arch-back': 1.9 * build.bend,
  'bend-sideways': 2.6 * build.bend,
  'three-point': build.threePoint,
  'twist-in': build.twist,
  'twist-out': 1.1 * build.twist,
  'press-heel': build.pressHeel,
  'press-forefoot': build.pressForefoot,
  'side-crush': 0.5 * build.pressHeel,
  'counter-stiffness': 2.2 * build.hand.counter,
});

const HARDNESS = (build: BuildTruth): Record<string, number> => ({
  'midsole-medial-hardness': build.foam + build.post,
  'midsole-lateral-hardness': build.foam,
  'midsole-post-hardness': build.foam + 2 * build.post,
  'insole-hardness': build.foam - 18,
  'outsole-hardness': build.rubber,
});

const BY_HAND = (build: BuildTruth): Record<string, number> => ({
  'bend-front-hand': build.hand.bend,
  'bend-rear-hand': Math.min(5, build.hand.bend + 1),
  'twist-front-hand': build.hand.twist,
  'twist-rear-hand': Math.min(5, build.hand.twist + 1),
  'counter-hand': build.hand.counter,
});

const featureOf = (word: string) => MATCH_FEATURES.find((one) => one === word);

/** What a shoe measures that is in no scenario: about the middle of all, each shoe its own. */
function strangerOf(tag: string, side: string, quantity: string): number | undefined {
  const feature = featureOf(quantity);
  const range =
    QUANTITIES[quantity as 'mass']?.plausible ?? (feature && matchFeature(feature).plausible);
  if (!range) return undefined;
  const [least, most] = range;
  // What may stand to either side of zero is small on a sound shoe.
  const about = Math.sqrt(Math.max(1, least) * most);
  const [middle, scale] = least < 0 ? [(least + most) / 2, (most - least) / 10] : [about, about];
  const ofTag = STRANGER_SPREAD * deviateOf(`${tag} ${quantity}`);
  return middle + scale * (ofTag + BUILD_SPREAD.shoe * deviateOf(`${tag} ${side} ${quantity}`));
}

/** Features that only a check of left against right takes, on a sound shoe. */
function checkedOnly(pair: PairTruth): Record<string, number> {
  const last = lastLength(pair.label);
  return {
    'outsole-small': 0.106 * last,
    'outsole-large': 0.7 * last,
    'heel-seam': 0.3,
    'sole-plane': 0.1,
  };
}

/** What the scenario holds a shoe of a checked pair to be. */
function checkedTruth(tag: string, side: string, quantity: string): number | undefined {
  const checked = MATCH_TRUTHS.find((one) => one.tag === tag);
  const feature = featureOf(quantity);
  if (!checked || !feature) return undefined;
  return (side === 'right' ? checked.right[feature] : undefined) ?? checked.left[feature];
}

function stackChange(basis: string, shape: Record<string, number>, quantity: string): number {
  const zone = quantity.replace('-stack', '');
  const [insole, outsole] = [shape[`${zone}-insole`] ?? 0, shape[`${zone}-outsole`] ?? 0];
  const lugs = shape[`${zone}-lugs`] ?? 0;
  if (basis.startsWith('sidewall'))
    return zone === 'forefoot' ? SIDEWALL_LIP.forefoot : SIDEWALL_LIP.heel;
  if (basis.includes('midsole-only')) return -insole - outsole - lugs;
  return (
    (basis.startsWith('in-shoe-out') ? -insole : 0) -
    (/^[a-z]+-[a-z]+-[a-z]+-out/.test(basis) ? lugs : 0)
  );
}

/** Finds true values by tag, side, quantity and stack basis. */
export function shoeTruths(): (held: {
  tag: string;
  side: string;
  quantity: string;
  basis: string;
}) => number | undefined {
  const shoes = demoShoes();
  const known = new Map(
    EDITION_TRUTHS.flatMap((edition) =>
      edition.pairs.map((pair) => [pair.tag, { edition, pair }] as const),
    ),
  );
  return ({ tag, side, quantity, basis }) => {
    const found = known.get(tag.toUpperCase());
    const build = found && BUILD_TRUTHS[found.edition.key];
    if (!found || !build) return strangerOf(tag, side, quantity);
    const { edition, pair } = found;
    const own = shoes.get(pair.tag)?.[side === 'right' ? 'right' : 'left'] ?? {
      mass: edition.massAtUk8,
      heel: edition.heel,
      forefoot: edition.forefoot,
      insoleHeel: edition.insoleHeel,
      insoleForefoot: edition.insoleForefoot,
    };
    const checked = checkedTruth(pair.tag, side, quantity);
    // Where no sitting measured the pair, its shoes are what the check found.
    if (checked !== undefined && !pair.protocol) return checked;
    const shape = shapeOf(pair, own, build);
    const ofPair = deviateOf(`${tag} ${quantity}`);
    const ofShoe = deviateOf(`${tag} ${side} ${quantity}`);
    const graded = BY_HAND(build)[quantity];
    if (graded !== undefined) return graded;
    const hard = HARDNESS(build)[quantity];
    if (hard !== undefined) return hard + BUILD_SPREAD.hardness * (ofPair + 0.5 * ofShoe);
    const stiff = STIFFNESS(build)[quantity];
    if (stiff !== undefined) return stiff * (1 + BUILD_SPREAD.stiffness * (ofPair + 0.5 * ofShoe));
    const value = shape[quantity] ?? checked ?? checkedOnly(pair)[quantity];
    if (value === undefined) return strangerOf(tag, side, quantity);
    // Mass and stacks carry the deviation of their shoe already.
    if (quantity === 'mass') return value;
    if (quantity.endsWith('-stack')) return value + stackChange(basis, shape, quantity);
    return value * (1 + BUILD_SPREAD.pair * ofPair + BUILD_SPREAD.shoe * ofShoe);
  };
}
