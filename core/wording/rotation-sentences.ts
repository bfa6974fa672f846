/** Sentences about the rotation of pairs: which one next, its care, how pairs ended. */
import type {
  CareStep,
  LifeSummary,
  RotationBar,
  RotationChoice,
  RotationReason,
  SameJob,
} from '../records/rotation-verdict.ts';
import { message } from './message.ts';
import type { Sentence } from './sentence.ts';

export const ROTATION_REASONS = {
  ice: message({}, 'kept for icy days'),
  forPurpose: message({ purpose: 'text' }, 'for {purpose}'),
  forSeason: message(
    { season: ['summer', 'winter'] },
    'for the {season, select, summer {summer} other {winter}}',
  ),
  past: message({ km: 'text' }, 'past its {km}'),
  tooLittle: message({ left: 'text', ceiling: 'text' }, 'only {left} left of its {ceiling}'),
  nearEnd: message({ left: 'text' }, 'near its end: {left} left'),
  new: message({}, 'not worn yet'),
  damp: message({}, 'worn the day before: let it dry'),
  rested: message({ days: 'number' }, 'rested {days, plural, one {# day} other {# days}}'),
  checkOpen: message({}, 'its wear check is undecided'),
};

export const ROTATION_BARS = {
  retire: message({}, 'it is to be retired'),
  gone: message({ how: ['lost', 'given'] }, 'it is {how, select, lost {lost} other {given away}}'),
  iceOnly: message({}, 'it is kept for icy days'),
  purposes: message({ purposes: 'text' }, 'it is for {purposes}'),
  surfaces: message({ surfaces: 'text' }, 'it is used on {surfaces} only'),
};

export const ROTATION_MESSAGES = {
  sameJob: message(
    { first: 'text', second: 'text', purposes: 'text' },
    '{first} and {second} do the same job: {purposes}. Their drop and stack are alike.',
  ),
  noneDue: message({}, 'No pair is due to be retired.'),
  oneDue: message({ tag: 'text' }, '{tag} is due to be retired. A new pair can replace it.'),
  severalDue: message({ tags: 'text' }, 'Retire two pairs before you add a new one. Due: {tags}.'),
};

const wholeKm = (km: number) => `${Math.round(km)} km`;

function reasonPhrase(reason: RotationReason): Sentence {
  switch (reason.kind) {
    case 'ice':
      return ROTATION_REASONS.ice({});
    case 'purpose':
      return ROTATION_REASONS.forPurpose({ purpose: reason.purpose });
    case 'surface':
      return ROTATION_REASONS.forPurpose({ purpose: reason.surface });
    case 'season':
      return ROTATION_REASONS.forSeason({ season: reason.season });
    case 'past its life':
      return ROTATION_REASONS.past({ km: wholeKm(reason.ceilingKm) });
    case 'too little left':
      return ROTATION_REASONS.tooLittle({
        left: wholeKm(reason.leftKm),
        ceiling: wholeKm(reason.ceilingKm),
      });
    case 'near its end':
      return ROTATION_REASONS.nearEnd({ left: wholeKm(reason.leftKm) });
    case 'not worn yet':
      return ROTATION_REASONS.new({});
    case 'damp':
      return ROTATION_REASONS.damp({});
    case 'rested':
      return ROTATION_REASONS.rested({ days: reason.days });
    case 'wear check open':
      return ROTATION_REASONS.checkOpen({});
  }
}

function barPhrase(bar: RotationBar): Sentence {
  switch (bar.kind) {
    case 'retire':
      return ROTATION_BARS.retire({});
    case 'gone':
      return ROTATION_BARS.gone({ how: bar.how === 'lost' ? 'lost' : 'given' });
    case 'ice only':
      return ROTATION_BARS.iceOnly({});
    case 'purposes':
      return ROTATION_BARS.purposes({ purposes: bar.purposes.join(', ') });
    case 'surfaces':
      return ROTATION_BARS.surfaces({ surfaces: bar.surfaces.join(', ') });
  }
}

/** A pair for tomorrow, as it is written. */
export const writtenRotationChoice = ({ tag, for: pros, against, not }: RotationChoice) => ({
  tag,
  for: pros.map(reasonPhrase),
  against: against.map(reasonPhrase),
  not: not && barPhrase(not),
});

export const sameJobSentence = ({ tags: [first, second], purposes }: SameJob): Sentence =>
  ROTATION_MESSAGES.sameJob({ first, second, purposes: purposes.join(', ') });

/** @param tags pairs that are due to be retired */
export function newPairSentence(tags: readonly string[]): Sentence {
  const [tag] = tags;
  if (tag === undefined) return ROTATION_MESSAGES.noneDue({});
  return tags.length === 1
    ? ROTATION_MESSAGES.oneDue({ tag })
    : ROTATION_MESSAGES.severalDue({ tags: tags.join(', ') });
}

export const CARE_MESSAGES = {
  dry: message(
    {},
    'It was worn in the wet. Dry it at once: insole out, paper inside, away from heat and sun.',
  ),
  suede: message({}, 'Never wear suede soles in the wet. Brush them when they are dry.'),
  salt: message({}, 'Wash salt off with plain water before it dries.'),
  hot: message({}, 'It was hot. Warm foam measures softer: let it rest for a day.'),
} satisfies Record<CareStep, unknown>;

export const careSentence = (step: CareStep): Sentence => CARE_MESSAGES[step]({});

export const LIFE_MESSAGES = {
  none: message({ pairs: 'number' }, 'none of {pairs} has ended yet'),
  at: message({ ended: 'number', pairs: 'number', km: 'text' }, '{ended} of {pairs} ended at {km}'),
  between: message(
    { ended: 'number', pairs: 'number', least: 'text', most: 'text' },
    '{ended} of {pairs} ended between {least} and {most}',
  ),
  byCause: message(
    { life: 'text', count: 'number', cause: 'text' },
    '{life}, {count} because of the {cause}',
  ),
};

/** `4 of 6 ended between 480 and 610 km, 2 because of the lining` */
export function lifePhrase({ pairs, ended, span, cause }: LifeSummary): Sentence {
  if (!span) return LIFE_MESSAGES.none({ pairs });
  const most = wholeKm(span.most);
  const life =
    span.least === span.most
      ? LIFE_MESSAGES.at({ ended, pairs, km: most })
      : LIFE_MESSAGES.between({ ended, pairs, least: `${Math.round(span.least)}`, most });
  return cause ? LIFE_MESSAGES.byCause({ life, count: cause.count, cause: cause.name }) : life;
}
