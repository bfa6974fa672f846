/** Sentences about sheets: what changed since a revision, and what an issued sheet no longer says rightly. */
import type { ClaimAnswer } from '../records/claim-verdict.ts';
import type { ChangeCause, SheetChange, SheetWarning } from '../records/sheet-change.ts';
import { TERM_WORDS } from '../statistics/budget-words.ts';
import { joined, message } from './message.ts';
import type { Sentence } from './sentence.ts';

/** The answers about a claim in a word. */
export const CLAIM_ANSWER_NAMES = {
  agrees: message({}, 'agrees'),
  differs: message({}, 'differs'),
  'cannot tell': message({}, 'undecided'),
} satisfies Record<ClaimAnswer, unknown>;

export const CHANGE_CAUSES = {
  read: message({ readings: 'text' }, 'readings since: {readings}'),
  noLongerCounted: message({ readings: 'text' }, 'no longer counted: {readings}'),
  converted: message({ conversions: 'text' }, 'converted differently: {conversions}'),
  notConverted: message({}, 'no longer converted'),
  learned: message({ term: 'text' }, 'learned by the lab since: {term}'),
  shown: message({}, 'the units or digits in which it is shown'),
  noReadingLeft: message({}, 'no reading of it counts any more'),
  andMore: message({ readings: 'text', more: 'number' }, '{readings}; and {more} more'),
};

export const SHEET_CHANGES = {
  moved: message(
    { name: 'text', basis: 'text', before: 'text', after: 'text' },
    '{name}, {basis}: {before}, now {after}',
  ),
  new: message({ name: 'text', basis: 'text', after: 'text' }, '{name}, {basis}: new, {after}'),
  gone: message(
    { name: 'text', basis: 'text', before: 'text' },
    '{name}, {basis}: no longer on the sheet ({before})',
  ),
  claim: message(
    { name: 'text', typed: 'text', before: 'text', after: 'text' },
    '{name}: the claim of {typed} was “{before}”, now “{after}”',
  ),
  elsewhere: message(
    {},
    'No figure and no typed text changed. The text on fit, wear or life changed, or the layout.',
  ),
  text: message({ title: 'text' }, '{title}: changed text'),
  texts: message(
    { title: 'text', before: 'text', after: 'text' },
    '{title}: “{before}”, now “{after}”',
  ),
};

export const SHEET_WARNINGS = {
  moved: message(
    { name: 'text', before: 'text', after: 'text', causes: 'text' },
    '{name} has changed since the sheet was issued, from {before} to {after}. This is more than its uncertainty ({causes}).',
  ),
  checkDue: message(
    { since: 'text', what: 'text' },
    'A further check has been due since {since}: {what}.',
  ),
  void: message(
    { readings: 'number', names: 'text', why: 'text' },
    '{readings, plural, one {# reading} other {# readings}} of {names} no longer {readings, plural, one {counts} other {count}}: {why}.',
  ),
};

const MOST_NAMED = 4;

/** Some of the readings, and how many more. */
function someReadings(readings: readonly string[]): string | Sentence {
  const named = readings.slice(0, MOST_NAMED).join('; ');
  return readings.length > MOST_NAMED
    ? CHANGE_CAUSES.andMore({ readings: named, more: readings.length - MOST_NAMED })
    : named;
}

export function changeCausePhrase(cause: ChangeCause): Sentence {
  switch (cause.kind) {
    case 'read':
      return CHANGE_CAUSES.read({ readings: someReadings(cause.readings) });
    case 'no longer counted':
      return CHANGE_CAUSES.noLongerCounted({ readings: someReadings(cause.readings) });
    case 'converted':
      return cause.conversions.length > 0
        ? CHANGE_CAUSES.converted({ conversions: cause.conversions.join('; ') })
        : CHANGE_CAUSES.notConverted({});
    case 'learned':
      return CHANGE_CAUSES.learned({ term: TERM_WORDS[cause.term] });
    case 'shown':
      return CHANGE_CAUSES.shown({});
    case 'no reading left':
      return CHANGE_CAUSES.noReadingLeft({});
  }
}

function changePhrase(change: SheetChange): Sentence {
  switch (change.kind) {
    case 'claim':
      return SHEET_CHANGES.claim({
        name: change.name,
        typed: change.typed,
        before: CLAIM_ANSWER_NAMES[change.before]({}),
        after: CLAIM_ANSWER_NAMES[change.after]({}),
      });
    case 'text':
      return change.texts
        ? SHEET_CHANGES.texts({ title: change.title, ...change.texts })
        : SHEET_CHANGES.text({ title: change.title });
    case 'elsewhere':
      return SHEET_CHANGES.elsewhere({});
    case 'moved':
      return SHEET_CHANGES.moved(change);
    case 'new':
      return SHEET_CHANGES.new(change);
    case 'gone':
      return SHEET_CHANGES.gone(change);
  }
}

/** A change, and what moved it. */
export const writtenSheetChange = (change: SheetChange) => ({
  words: changePhrase(change),
  because: 'causes' in change ? change.causes.map(changeCausePhrase) : [],
});

export function sheetWarningSentence(warning: SheetWarning): Sentence {
  if (warning.kind === 'void')
    return SHEET_WARNINGS.void({
      readings: warning.readings,
      names: warning.names.join(', '),
      why: warning.why,
    });
  if (warning.kind === 'check due')
    return SHEET_WARNINGS.checkDue({ since: warning.since, what: warning.what });
  const { name, before, after, causes } = warning;
  return SHEET_WARNINGS.moved({
    name,
    before,
    after,
    causes: joined(causes.map(changeCausePhrase), '; '),
  });
}
