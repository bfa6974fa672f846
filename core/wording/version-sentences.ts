/** Sentences about the versions of a model: what changed, and what follows for a buyer. */

import type { Missing } from '../records/verdict.ts';
import type {
  LineChange,
  LineKind,
  NothingNoticed,
  VersionFinding,
  VersionVerdict,
} from '../records/version-verdict.ts';
import { COMMON_PRACTICE } from '../statistics/answers.ts';
import { likenessChange } from './likeness-sentences.ts';
import { joined, message } from './message.ts';
import type { Sentence } from './sentence.ts';

/** How one model is related to another, as it is typed and shown. */
export const LINE_WORDS = {
  follows: message({}, 'follows'),
  'width of': message({}, 'wide build of'),
  'colour of': message({}, 'same shoe in a new colour as'),
} satisfies Record<LineKind, unknown>;

export const VERSION_FINDINGS = {
  asStated: message({ change: 'text' }, '{change}, as stated'),
  parts: message({ parts: 'text' }, 'different {parts}'),
  statedColour: message({}, 'only the colour is new, as stated'),
  nothing: message({}, 'no difference that would be noticed'),
  perhaps: message(
    { changes: 'text' },
    'no difference that is sure to be noticed (perhaps {changes})',
  ),
  quantityUnknown: message({ name: 'text' }, '{name} is not known of both'),
  partsUnknown: message({}, 'the parts of one of them are not known'),
};

/** A change in a table, with its size. */
export const LINE_STEPS = {
  same: message({}, 'same'),
  perhaps: message({ change: 'text' }, 'perhaps {change}'),
  noticed: message(
    { change: 'text', steps: 'number' },
    '{change}, {steps, plural, =1 {about the smallest noticeable difference} other {# noticeable differences}}',
  ),
};

export const VERSION_MESSAGES = {
  moreThanWidth: message(
    { differences: 'text' },
    'It differs in more than its width: {differences}. Its figures do not apply to the other build. Try it on, even if you liked the other one.',
  ),
  notKnown: message({ missing: 'text' }, 'Not known yet: {missing}.'),
  anotherWidth: message({}, 'Another width of the same shoe. Choose by the foot.'),
  anotherWidthBy: message(
    { differences: 'text' },
    'Another width of the same shoe ({differences}). Choose by the foot.',
  ),
  anotherShoe: message(
    { differences: 'text' },
    'A different shoe: {differences}. Try it on before buying, even if you liked the other one.',
  ),
  skipVersion: message(
    { differences: 'text' },
    'Skip this version: {differences}, and nothing is noticeably better.',
  ),
  theNewOne: message(
    { differences: 'text' },
    'Take the new version: {differences}, and nothing is noticeably worse.',
  ),
  lastYears: message(
    { nothing: 'text', gap: 'text' },
    'Take last year’s version: {nothing}, and it costs {gap} less.',
  ),
  lastYearsWhileSold: message(
    { nothing: 'text', gap: 'text' },
    'Take last year’s version while you can get it: {nothing}, and it costs {gap} less.',
  ),
  stay: message({ nothing: 'text' }, 'Stay with it while it lasts: {nothing}.'),
  stayNoCheaper: message(
    { nothing: 'text' },
    'Stay with it while it lasts: {nothing}, and the older one is no cheaper.',
  ),
};

/** `lighter, as stated` */
export const lineChangePhrase = ({ quantity, direction, stated }: LineChange): Sentence => {
  const change = likenessChange(quantity, direction);
  return stated ? VERSION_FINDINGS.asStated({ change }) : change;
};

/** A change in a table: `lighter, 3 noticeable differences`, `same`. */
export function lineStepPhrase({ quantity, direction, word, steps, stated }: LineChange): Sentence {
  const change = likenessChange(quantity, direction);
  const phrase =
    word === 'same'
      ? LINE_STEPS.same({})
      : word === 'perhaps'
        ? LINE_STEPS.perhaps({ change })
        : LINE_STEPS.noticed({ change, steps: Math.max(1, Math.round(Math.abs(steps))) });
  return stated ? VERSION_FINDINGS.asStated({ change: phrase }) : phrase;
}

function nothingPhrase(nothing: NothingNoticed): Sentence {
  if (nothing.kind === 'stated colour') return VERSION_FINDINGS.statedColour({});
  return nothing.kind === 'nothing'
    ? VERSION_FINDINGS.nothing({})
    : VERSION_FINDINGS.perhaps({ changes: joined(nothing.changes.map(lineChangePhrase), ', ') });
}

/** A line of evidence. */
export function versionFindingPhrase({ says }: VersionFinding): Sentence {
  if (says.kind === 'change') return lineChangePhrase(says.change);
  return says.kind === 'parts'
    ? VERSION_FINDINGS.parts({ parts: says.parts.join(', ') })
    : nothingPhrase(says);
}

const missingPhrase = ({ rule, subject }: Missing): Sentence =>
  rule === 'version/parts'
    ? VERSION_FINDINGS.partsUnknown({})
    : VERSION_FINDINGS.quantityUnknown({ name: subject });

export const versionFindingsPhrase = (findings: readonly VersionFinding[]): Sentence =>
  joined(findings.map(versionFindingPhrase), ', ');

/** What follows for a buyer. */
export function versionSentence(verdict: VersionVerdict): Sentence {
  const { answer, kind, differences: findings, unknown, priceGap, isOlderEnded } = verdict;
  const differences = versionFindingsPhrase(findings);
  switch (answer) {
    case 'another shoe':
      return kind === 'width of'
        ? VERSION_MESSAGES.moreThanWidth({ differences })
        : VERSION_MESSAGES.anotherShoe({ differences });
    case 'another width':
      return findings.length > 0
        ? VERSION_MESSAGES.anotherWidthBy({ differences })
        : VERSION_MESSAGES.anotherWidth({});
    case 'cannot tell':
      return VERSION_MESSAGES.notKnown({ missing: joined(unknown.map(missingPhrase), ', ') });
    case 'skip':
      return VERSION_MESSAGES.skipVersion({ differences });
    case 'the new one':
      return VERSION_MESSAGES.theNewOne({ differences });
    case 'stay':
      return priceGap
        ? VERSION_MESSAGES.stayNoCheaper({ nothing: differences })
        : VERSION_MESSAGES.stay({ nothing: differences });
    case 'last year’s': {
      const gap = priceGap
        ? `${priceGap.amount.toFixed(2).replace(/[.]00$/, '')} ${priceGap.currency}`
        : '';
      const given = { nothing: differences, gap };
      return isOlderEnded
        ? VERSION_MESSAGES.lastYearsWhileSold(given)
        : VERSION_MESSAGES.lastYears(given);
    }
  }
}

/** The advice for a buyer as it is written for a person or a program. */
export const writtenVersion = (verdict: VersionVerdict) => ({
  words: versionSentence(verdict),
  verdict: {
    word: verdict.answer,
    for: verdict.evidenceFor.map(versionFindingPhrase),
    against: [
      ...verdict.evidenceAgainst.map(versionFindingPhrase),
      ...(verdict.kind !== 'width of' && verdict.answer === 'another shoe'
        ? []
        : verdict.unknown.map(missingPhrase)),
    ],
    source: COMMON_PRACTICE,
  },
});
