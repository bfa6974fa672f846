/** Sentences about sizing: how a label runs, which label to take, by what testers differ. */
import type {
  AspectChange,
  Deviation,
  DeviationKind,
  DeviationMissing,
  FitCause,
  FitNote,
  LabelDecision,
  LabelEvidence,
  LabelHindrance,
  Recommendation,
  SizeComparison,
  Split,
  SplitSide,
  TakenLabel,
  Tendency,
} from '../records/sizing-verdict.ts';
import { nameLabel } from '../sizing/size-label.ts';
import { asHeading, joined, message } from './message.ts';
import type { Sentence } from './sentence.ts';

/** `half a size`, `a size`, `one and a half sizes` */
export const HALF_SIZES = {
  half: message({}, 'half a size'),
  one: message({}, 'a size'),
  whole: message({ sizes: 'number' }, '{sizes} sizes'),
  andHalf: message({ sizes: 'number' }, '{sizes} and a half sizes'),
};

/** A number of half sizes, without its sign. */
export function halfSizesPhrase(halfSizes: number): Sentence {
  const size = Math.abs(halfSizes);
  if (size === 1) return HALF_SIZES.half({});
  if (size === 2) return HALF_SIZES.one({});
  return size % 2 === 0
    ? HALF_SIZES.whole({ sizes: size / 2 })
    : HALF_SIZES.andHalf({ sizes: (size - 1) / 2 });
}

export const DEVIATION_MESSAGES = {
  notKnown: message({}, 'not known'),
  true: message({}, 'runs true'),
  by: message(
    { size: 'text', orMore: ['yes', 'no'], way: ['long', 'short'] },
    'runs {size}{orMore, select, yes { or more} other {}} {way, select, long {long} other {short}}',
  ),
  open: message(
    { way: ['long', 'short'] },
    'runs {way, select, long {long} other {short}}; by how much is not known',
  ),
  label: message({}, 'inside length compared with its label'),
  reference: message(
    { length: 'text', n: 'number' },
    '{length} compared with {n, plural, =1 {a reference shoe} other {# reference shoes}}',
  ),
  knownShoes: message({}, 'what testers wear, compared with their usual size'),
  tryOns: message({}, 'try-ons, compared with the usual size'),
  contradiction: message(
    { first: 'text', firstBy: 'text', second: 'text', secondBy: 'text' },
    'The evidence disagrees. It {first} by {firstBy}; it {second} by {secondBy}.',
  ),
  nothing: message({}, 'Nothing is known about its size yet.'),
  undecided: message({}, 'Not known whether it runs true.'),
  runs: message({ runs: 'text', by: 'text' }, 'It {runs}, by {by}.'),
  runsRestOpen: message(
    { runs: 'text', by: 'text' },
    'It {runs}, by {by}. The other evidence is undecided.',
  ),
};

export const DEVIATION_MISSING = {
  otherInsole: message({}, 'a try-on with another insole: the feel may not come from the length'),
  lengths: message({}, 'the inside length of this shoe and of a reference shoe that fits true'),
  testers: message(
    { more: 'number' },
    'a try-on by {more} more {more, plural, one {tester} other {testers}} with measured feet and a usual size',
  ),
};

const wayOf = (verdict: DeviationKind['verdict']) => (verdict === 'long' ? 'long' : 'short');

/** `runs true`, `runs half a size long`, `runs long; by how much is not known` */
export function deviationPhrase({
  verdict,
  sureHalfSizes,
}: Pick<DeviationKind, 'verdict' | 'sureHalfSizes'>): Sentence {
  if (verdict === 'cannot tell') return DEVIATION_MESSAGES.notKnown({});
  if (verdict === 'true') return DEVIATION_MESSAGES.true({});
  const way = wayOf(verdict);
  return sureHalfSizes
    ? DEVIATION_MESSAGES.by({
        size: halfSizesPhrase(sureHalfSizes.halfSizes),
        orMore: sureHalfSizes.orMore ? 'yes' : 'no',
        way,
      })
    : DEVIATION_MESSAGES.open({ way });
}

/** What was compared. */
export function deviationSource({ group, length = '', n }: DeviationKind): Sentence {
  switch (group) {
    case 'label':
      return DEVIATION_MESSAGES.label({});
    case 'reference':
      return DEVIATION_MESSAGES.reference({ length, n });
    case 'known shoes':
      return DEVIATION_MESSAGES.knownShoes({});
    case 'try-ons':
      return DEVIATION_MESSAGES.tryOns({});
  }
}

export function deviationSentence({ kinds, parts, decisive }: Deviation): Sentence {
  if (parts) {
    const [first, second] = parts;
    return DEVIATION_MESSAGES.contradiction({
      first: deviationPhrase(first),
      firstBy: deviationSource(first),
      second: deviationPhrase(second),
      secondBy: deviationSource(second),
    });
  }
  const [mostExact] = decisive;
  if (!mostExact)
    return kinds.length === 0 ? DEVIATION_MESSAGES.nothing({}) : DEVIATION_MESSAGES.undecided({});
  const sources = kinds.filter((kind) => decisive.includes(kind)).map(deviationSource);
  const given = { runs: deviationPhrase(mostExact), by: joined(sources, ' and ') };
  return kinds.some(({ verdict }) => verdict === 'cannot tell')
    ? DEVIATION_MESSAGES.runsRestOpen(given)
    : DEVIATION_MESSAGES.runs(given);
}

export function deviationMissing(missing: DeviationMissing): Sentence {
  if (missing.kind === 'testers') return DEVIATION_MISSING.testers({ more: missing.more });
  return missing.kind === 'lengths'
    ? DEVIATION_MISSING.lengths({})
    : DEVIATION_MISSING.otherInsole({});
}

const FIT_WAY = ['true', 'long', 'short', 'cannot tell'] as const;

export const TENDENCY_MESSAGES = {
  tooFew: message(
    { models: 'number' },
    'not known from {models, plural, one {# model} other {# models}}',
  ),
  none: message(
    { agreeing: 'number', all: 'number', way: FIT_WAY },
    'no tendency: {agreeing} of {all} run {way, select, long {long} short {short} other {true}}',
  ),
  runs: message(
    { agreeing: 'number', all: 'number', way: FIT_WAY },
    'runs {way, select, long {long} short {short} other {true}} in {agreeing} of {all} models',
  ),
};

export function tendencyPhrase({ n, verdict, agreeing, exceptions }: Tendency): Sentence {
  if (verdict === 'cannot tell') return TENDENCY_MESSAGES.tooFew({ models: n });
  const given = { agreeing, all: n, way: verdict };
  return 2 * exceptions.length >= n ? TENDENCY_MESSAGES.none(given) : TENDENCY_MESSAGES.runs(given);
}

export const SIZE_COMPARISONS = {
  'only size': message({}, 'the only size measured'),
  'as others': message({}, 'as its other sizes'),
  longer: message({}, 'runs longer than its other sizes'),
  shorter: message({}, 'runs shorter than its other sizes'),
} satisfies Record<SizeComparison, unknown>;

export const LABEL_EVIDENCE_NAMES = {
  'wore both': message({}, 'testers who wore both'),
  'try-ons': message({}, 'try-ons'),
  lengths: message({}, 'lengths'),
} satisfies Record<LabelEvidence, unknown>;

export const LABEL_MESSAGES = {
  nothingKnown: message({}, 'nothing is known of both models'),
  twoCamps: message({}, 'testers are divided; see by what they differ'),
  testersContradict: message({}, 'two kinds of evidence from testers contradict each other'),
  contradicted: message({ by: 'text' }, 'contradicted by {by}'),
  nothingSure: message({}, 'no kind of evidence is sure by itself'),
  notKnown: message({ why: 'text' }, 'Not known: {why}.'),
  tryOn: message({ labels: 'text' }, 'Try on {labels}.'),
  take: message({ label: 'text' }, 'Take {label}.'),
  takeLong: message({ label: 'text', mm: 'text' }, 'Take {label}, which is {mm} too long.'),
  probably: message({ label: 'text' }, 'Probably take {label}.'),
  probablyLong: message(
    { label: 'text', mm: 'text' },
    'Probably take {label}, which is {mm} too long.',
  ),
  notMadeSame: message({}, 'The same size is right, but it is not made.'),
  notMade: message(
    { size: 'text', way: ['up', 'down'] },
    '{size} {way, select, up {larger} other {smaller}} is right, but it is not made.',
  ),
};

function hindrancePhrase(hindrance: LabelHindrance): Sentence {
  switch (hindrance.kind) {
    case 'nothing known':
      return LABEL_MESSAGES.nothingKnown({});
    case 'two camps':
      return LABEL_MESSAGES.twoCamps({});
    case 'testers contradict':
      return LABEL_MESSAGES.testersContradict({});
    case 'contradicted':
      return LABEL_MESSAGES.contradicted({
        by: joined(
          hindrance.by.map((kind) => LABEL_EVIDENCE_NAMES[kind]({})),
          ' and ',
        ),
      });
    case 'nothing sure':
      return LABEL_MESSAGES.nothingSure({});
  }
}

const labelInWidth = ({ label, width }: TakenLabel) =>
  [nameLabel(label), width].filter(Boolean).join(' ');

/** Which label to take in another model. */
export function labelSentence({
  verdict,
  hindrance,
  offset = 0,
  take,
  tryOnLabels,
}: LabelDecision): Sentence {
  if (hindrance) {
    const why = LABEL_MESSAGES.notKnown({ why: hindrancePhrase(hindrance) });
    const labels = tryOnLabels.map(nameLabel).join(', then ');
    return joined([why, labels === '' ? undefined : LABEL_MESSAGES.tryOn({ labels })]);
  }
  if (!take)
    return offset === 0
      ? LABEL_MESSAGES.notMadeSame({})
      : LABEL_MESSAGES.notMade({
          size: asHalfSizes(offset),
          way: offset > 0 ? 'up' : 'down',
        });
  const label = labelInWidth(take);
  const isProbable = verdict === 'probably';
  if (take.tooLongMm) {
    const given = { label, mm: `${take.tooLongMm.toFixed(1)} mm` };
    return isProbable ? LABEL_MESSAGES.probablyLong(given) : LABEL_MESSAGES.takeLong(given);
  }
  return isProbable ? LABEL_MESSAGES.probably({ label }) : LABEL_MESSAGES.take({ label });
}

const asHalfSizes = (offset: number) => asHeading(halfSizesPhrase(offset));

export const RECOMMENDATION_MESSAGES = {
  noFootLength: message({}, 'Not known: the length of the foot is missing.'),
  notMeasured: message({}, 'Not known: its inside was not measured.'),
  nearest: message(
    { label: 'text', chance: 'text' },
    'Not known. {label} is nearest; the chance that it is right is {chance}.',
  ),
  take: message(
    { label: 'text', gap: 'text', chance: 'text' },
    'Take {label}: {gap} in front of the toes. The chance that it is right is {chance}.',
  ),
  probably: message(
    { label: 'text', gap: 'text', chance: 'text' },
    'Probably {label}: {gap} in front of the toes. The chance that it is right is {chance}.',
  ),
};

export const FIT_NOTES = {
  wideFoot: message({}, 'The foot is wide and no wider build is known. Try its width on first.'),
  unequalFeet: message(
    { gap: 'text', smaller: ['left', 'right'] },
    'The feet differ by {gap}; the label fits the larger foot. In the {smaller, select, left {left} other {right}} shoe use an insole on top or a heel lock.',
  ),
  roomy: message(
    { chance: 'text' },
    'The chance that it is roomy is {chance}. Try an insole on top before half a size down. A heel lock holds the heel.',
  ),
  tight: message(
    { chance: 'text', gap: 'text' },
    'The chance that it is tight is {chance}, with {gap} in front of the toes. A thinner insole gains a little length; lacing gains none.',
  ),
  thickSock: message(
    { mm: 'text' },
    'A thick sock takes {mm} of length: half a size to a whole size.',
  ),
  twoSocks: message(
    { mm: 'text' },
    'Two pairs of socks take {mm} of length: half a size to a whole size.',
  ),
  leather: message(
    {},
    'Leather stretches, so half a size small is bought; the room is that after stretching. By another convention it is bought true to size.',
  ),
  lowArch: message({}, 'Low arch, by this convention: a stable, stiffer shoe on a straight last.'),
  highArch: message({}, 'High arch, by this convention: a more flexible, cushioned shoe.'),
  sizesUnknown: message({}, 'The sizes made are not known. Half sizes are assumed.'),
};

/** The figure and its sign stay on one line. */
const percent = (share: number) => `${(100 * share).toFixed(0)}\u00a0%`;
const wholeMm = (mm: number) => `${mm.toFixed(0)} mm`;

export function fitNote(note: FitNote): Sentence {
  switch (note.kind) {
    case 'wide foot':
      return FIT_NOTES.wideFoot({});
    case 'unequal feet':
      return FIT_NOTES.unequalFeet({ gap: wholeMm(note.differMm), smaller: note.smaller });
    case 'roomy':
      return FIT_NOTES.roomy({ chance: percent(note.share) });
    case 'tight':
      return FIT_NOTES.tight({ chance: percent(note.share), gap: wholeMm(note.gapMm) });
    case 'sock': {
      const given = { mm: wholeMm(note.mm) };
      return note.sock === 'thick' ? FIT_NOTES.thickSock(given) : FIT_NOTES.twoSocks(given);
    }
    case 'leather':
      return FIT_NOTES.leather({});
    case 'arch':
      return note.arch === 'low' ? FIT_NOTES.lowArch({}) : FIT_NOTES.highArch({});
    case 'sizes unknown':
      return FIT_NOTES.sizesUnknown({});
  }
}

export function recommendationSentence({
  verdict,
  hindrance,
  width,
  chances: [best],
}: Recommendation): Sentence {
  if (hindrance === 'no foot length') return RECOMMENDATION_MESSAGES.noFootLength({});
  if (!best) return RECOMMENDATION_MESSAGES.notMeasured({});
  const label = [nameLabel(best.label), width].filter(Boolean).join(' ');
  const chance = percent(best.right);
  if (verdict === 'cannot tell') return RECOMMENDATION_MESSAGES.nearest({ label, chance });
  const given = { label, gap: wholeMm(best.gapMm), chance };
  return verdict === 'sure'
    ? RECOMMENDATION_MESSAGES.take(given)
    : RECOMMENDATION_MESSAGES.probably(given);
}

/** By what testers differ, as messages select by it. */
const SPLIT_BY = ['length', 'width', 'toes', 'sock'] as const;
const SPLIT_KEYS = {
  'foot length': 'length',
  'foot width': 'width',
  'toe shape': 'toes',
  sock: 'sock',
} as const satisfies Record<Split['by'], (typeof SPLIT_BY)[number]>;

export const SPLIT_MESSAGES = {
  measure: message(
    { mm: 'text', by: SPLIT_BY, side: ['below', 'above'] },
    'feet of {mm} and {by, select, length {{side, select, below {shorter} other {longer}}} other {{side, select, below {narrower} other {wider}}}}',
  ),
  name: message(
    { name: 'text', by: SPLIT_BY },
    '{by, select, sock {sock {name}} other {toes {name}}}',
  ),
  other: message({ by: SPLIT_BY }, '{by, select, sock {other socks} other {other toe shapes}}'),
  side: message({ feet: 'text', testers: 'text' }, '{feet} ({testers})'),
  split: message(
    { by: SPLIT_BY, first: 'text', second: 'text' },
    'Testers differ by {by, select, length {foot length} width {foot width} sock {sock} other {toe shape}}: {first} and {second}',
  ),
  hint: message(
    { split: 'text' },
    '{split}; there is only one tester on one side, so this is a hint',
  ),
};

const sidePhrase = ({ feet, testers }: SplitSide, by: (typeof SPLIT_BY)[number]): Sentence => {
  const phrase =
    feet.kind === 'measure'
      ? SPLIT_MESSAGES.measure({ mm: wholeMm(feet.mm), by, side: feet.side })
      : feet.kind === 'name'
        ? SPLIT_MESSAGES.name({ name: feet.name, by })
        : SPLIT_MESSAGES.other({ by });
  return SPLIT_MESSAGES.side({ feet: phrase, testers: testers.join(', ') });
};

/** By what testers differ. With one tester on a side it may be that tester, and not the foot. */
export function splitPhrase({ by: difference, sides: [one, other] }: Split): Sentence {
  const by = SPLIT_KEYS[difference];
  const split = SPLIT_MESSAGES.split({
    by,
    first: sidePhrase(one, by),
    second: sidePhrase(other, by),
  });
  return Math.min(one.testers.length, other.testers.length) < 2
    ? SPLIT_MESSAGES.hint({ split })
    : split;
}

/** How far testers agree. */
export const AGREEMENT = {
  agree: message({}, 'testers agree'),
  mostly: message({}, 'testers mostly agree'),
  little: message({}, 'testers agree little: read every answer'),
  none: message({}, 'testers do not agree: read every answer'),
};

/** Reasons of try-on rows that are about something other than length. */
export const FELT_ROWS = {
  5: message({}, 'too narrow'),
  6: message({}, 'an insole narrower than the foot'),
  9: message({}, 'the foot slides forward'),
  12: message({}, 'roomy, although its length is right'),
  13: message({}, 'the heel lifts because of the lacing'),
  15: message({}, 'the heel is made for wide heels'),
  16: message({}, 'roomy'),
  17: message({}, 'a low toe box, or no room for a high instep'),
  18: message({}, 'the collar rubs'),
};

export const FIT_CAUSES = {
  tryOns: message(
    { times: 'number', tryOns: 'number', reason: 'text' },
    '{times} of {tryOns, plural, one {# try-on} other {# try-ons}}: {reason}',
  ),
  lowToeBox: message(
    { mm: 'text', others: 'text' },
    'its toe box is {mm} high inside; the median of other models is {others}',
  ),
  'arch-pad': message({ answer: 'text' }, 'pad under the arch: {answer}'),
  'heel-pad': message({ answer: 'text' }, 'pad at the heel: {answer}'),
  'toe-cap': message({ answer: 'text' }, 'toe cap: {answer}'),
  tongue: message({ answer: 'text' }, 'tongue: {answer}'),
  'upper-material': message({ answer: 'text' }, 'upper: {answer}'),
};

const isFeltRow = (row: number): row is keyof typeof FELT_ROWS => row in FELT_ROWS;
const isCausePart = (
  part: string,
): part is Exclude<keyof typeof FIT_CAUSES, 'tryOns' | 'lowToeBox'> =>
  part in FIT_CAUSES && part !== 'tryOns' && part !== 'lowToeBox';

export function fitCausePhrase(cause: FitCause): Sentence | undefined {
  if (cause.kind === 'low toe box')
    return FIT_CAUSES.lowToeBox({
      mm: `${cause.mm.toFixed(1)} mm`,
      others: `${cause.othersMm.toFixed(1)} mm`,
    });
  if (cause.kind === 'try-ons')
    return isFeltRow(cause.row)
      ? FIT_CAUSES.tryOns({
          times: cause.times,
          tryOns: cause.tryOns,
          reason: FELT_ROWS[cause.row]({}),
        })
      : undefined;
  return isCausePart(cause.part) ? FIT_CAUSES[cause.part]({ answer: cause.answer }) : undefined;
}

/** What a change of insole or lacing did, tester by tester. */
export const CHANGE_MESSAGES = {
  better: message(
    { name: 'text', count: 'number', all: 'number' },
    '{name}: better for {count} of {all}',
  ),
  worse: message(
    { name: 'text', count: 'number', all: 'number' },
    '{name}: worse for {count} of {all}',
  ),
  none: message({}, 'no change in what was answered both times'),
  hint: message(
    { change: 'text', testers: 'number' },
    '{change}; from {testers, plural, one {# tester} other {# testers}}, so this is a hint',
  ),
};

/** @param isHint too few testers made the change */
export function changePhrase(
  aspects: readonly AspectChange[],
  testers: number,
  isHint: boolean,
): Sentence {
  const phrases = aspects.flatMap(({ name, better, same, worse }) => {
    const all = better + same + worse;
    return [
      ...(better > 0 ? [CHANGE_MESSAGES.better({ name, count: better, all })] : []),
      ...(worse > 0 ? [CHANGE_MESSAGES.worse({ name, count: worse, all })] : []),
    ];
  });
  const change = phrases.length > 0 ? joined(phrases, '; ') : CHANGE_MESSAGES.none({});
  return isHint ? CHANGE_MESSAGES.hint({ change, testers }) : change;
}

/** What is said of a use before any label. */
export const USE_FIT_CAUTIONS = {
  'winter boots': message(
    {},
    'Winter boots: the toes must not touch the front when walking downhill. One finger fits behind the heel in the sock you wear. Do not give up length for a better heel.',
  ),
  climbing: message(
    {},
    'Climbing: pain is no sign of a good fit. Toes lie flat or slightly bent. Ask the shop’s fitter; if numbness stays, see a clinician.',
  ),
};

export const fitCaution = (use: string): Sentence | undefined =>
  use === 'winter boots' || use === 'climbing' ? USE_FIT_CAUTIONS[use]({}) : undefined;
