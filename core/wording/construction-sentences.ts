/** Sentences about construction: what parts and figures of a shoe say together. */
import type { MeaningId } from '../records/construction-verdict.ts';
import { message, type SaidOf, say } from './message.ts';
import type { Sentence } from './sentence.ts';

export const MEANING_NAMES = {
  guided: message({}, 'Guided or neutral'),
  bevel: message({}, 'High stack without a bevel'),
  rocker: message({}, 'Stiff sole without a rocker'),
  'bends-at-ball': message({}, 'Bends at the ball'),
  'insole-gap': message({}, 'Insole narrower than the shoe'),
  weight: message({}, 'Padding and overlays compared with weight'),
  'one-plane': message({}, 'Heel and sole in one plane'),
  crampons: message({}, 'Crampons'),
  'boot-grade': message({}, 'Stiffness compared with its grade'),
};

/** Evidence, in a phrase. */
export const CONSTRUCTION_EVIDENCE = {
  medialPost: message({}, 'a post on the medial side'),
  otherPost: message({ post: 'text' }, 'post: {post}'),
  medialFirmer: message({ points: 'text' }, 'medial foam firmer by {points} points'),
  alikeHardness: message({}, 'both sides are of the same hardness'),
  walls: message({}, 'walls on both sides'),
  bevel: message({ bevel: 'text' }, 'bevel: {bevel}'),
  heelStack: message({ height: 'text' }, 'heel stack {height}'),
  resistsBending: message({}, 'it resists bending by hand'),
  plate: message({ plate: 'text' }, 'plate: {plate}'),
  rocker: message({ rocker: 'text' }, 'rocker: {rocker}'),
  bendLine: message({ place: 'text' }, 'it bends at {place}'),
  gap: message({ width: 'text' }, 'gap {width}'),
  angle: message({ angle: 'text' }, '{angle}'),
  mass: message({ mass: 'text' }, '{mass}'),
  thickCollar: message({}, 'a thick collar'),
  paddedTongue: message({}, 'a padded tongue'),
  stitchedOverlays: message({}, 'stitched overlays'),
  slightPadding: message({}, 'padding and overlays are slight'),
  statedGrade: message({ grade: 'text' }, 'stated {grade}'),
  welts: message({ welts: 'text' }, 'welts: {welts}'),
  weltsUnknown: message({}, 'welts: not checked'),
  bendByHand: message({ score: 'number' }, 'bend by hand {score}'),
};
export type ConstructionEvidence = SaidOf<typeof CONSTRUCTION_EVIDENCE>;

/** What is needed and not known. */
export const CONSTRUCTION_MISSING = {
  postAndHardness: message({}, 'post, and the hardness of both sides'),
  surerHardness: message({}, 'a more certain hardness of both sides'),
  bevel: message({}, 'whether the heel is bevelled'),
  rocker: message({}, 'whether the sole has a rocker'),
};

export const CONSTRUCTION_MESSAGES = {
  missing: message({ name: 'text', needed: 'text' }, '{name}: not known. Needed: {needed}.'),
  guided: message({ evidence: 'text' }, 'It guides: {evidence}.'),
  neutral: message({ evidence: 'text' }, 'It is neutral: {evidence}.'),
  bevelled: message(
    { height: 'text', bevel: 'text' },
    'The heel stack of {height} goes with a bevel that is {bevel}.',
  ),
  noBevel: message(
    { height: 'text' },
    'A heel stack of {height} without a bevel lands hard on its edge.',
  ),
  perhapsNoBevel: message(
    { height: 'text' },
    'The heel stack of {height} may be too high for a heel without a bevel.',
  ),
  noRocker: message(
    {},
    'The sole is stiff and has no rocker: the heel lifts out of the shoe at each step.',
  ),
  rocks: message(
    { rocker: 'text' },
    'The sole is stiff and has a rocker ({rocker}): they go together.',
  ),
  atBall: message({ place: 'text' }, 'It bends at the ball, at {place}.'),
  notAtBall: message(
    { place: 'text' },
    'It bends at {place}, not at the ball: the foot and the shoe bend in two places.',
  ),
  perhapsAtBall: message({ place: 'text' }, 'It may bend at the ball: {place}.'),
  gap: message(
    { width: 'text' },
    'There is a gap of {width} beside the insole at the arch: try another insole before another size.',
  ),
  perhapsGap: message(
    { width: 'text' },
    'There may be a gap beside the insole at the arch: {width}.',
  ),
  heavyByPadding: message(
    { mass: 'text', evidence: 'text' },
    'It is heavy at {mass}, partly because of {evidence}.',
  ),
  heavySole: message(
    { mass: 'text' },
    'It is heavy at {mass}, but padding and overlays are slight: the weight is in the sole.',
  ),
  lightForPadding: message(
    { mass: 'text', evidence: 'text' },
    'It is light at {mass} for {evidence}.',
  ),
  onePlane: message({}, 'Heel and sole are in one plane.'),
  twisted: message(
    { angle: 'text' },
    'The sole is twisted by {angle} against the heel: do not dance, climb or carry loads in it.',
  ),
  perhapsTwisted: message({ angle: 'text' }, 'The sole may be twisted: {angle}.'),
  crampons: message(
    { grade: 'text', crampons: 'text', bindings: 'text' },
    'Stated {grade}: usually with {crampons}; bindings: {bindings}. Try boot and crampon together.',
  ),
  cramponsWeltsUnknown: message(
    { grade: 'text', crampons: 'text' },
    'Stated {grade}: usually with {crampons}; the welts were not checked. Try boot and crampon together.',
  ),
  noCrampon: message(
    { grade: 'text' },
    'Stated {grade}: no graded crampon; ask an expert. Try boot and crampon together.',
  ),
  bendsAsGraded: message({ grade: 'text' }, 'It bends by hand as a {grade} usually does.'),
  bendsUnlikeGrade: message(
    { grade: 'text', way: ['more', 'less'] },
    'It bends by hand {way, select, more {more} other {less}} easily than a {grade} usually does. The grade is stated by the maker and was not measured here.',
  ),
};
type ConstructionSaid = SaidOf<typeof CONSTRUCTION_MESSAGES>;

/** What a meaning says: a message of its own, or what is missing. */
export type MeaningSaid =
  | ConstructionSaid
  | { says: 'needs'; needs: keyof typeof CONSTRUCTION_MISSING };

export const meaningName = (id: MeaningId): Sentence => MEANING_NAMES[id]({});

export const constructionEvidence = (said: ConstructionEvidence): Sentence =>
  say(CONSTRUCTION_EVIDENCE, said);

export const meaningSentence = (id: MeaningId, said: MeaningSaid): Sentence =>
  said.says === 'needs'
    ? CONSTRUCTION_MESSAGES.missing({
        name: meaningName(id),
        needed: CONSTRUCTION_MISSING[said.needs]({}),
      })
    : say(CONSTRUCTION_MESSAGES, said);
