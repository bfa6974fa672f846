/** Sentences about suitability: what a rule of a use answers for a shoe. */
import { describePart, type PartId } from '../catalogue/construction.ts';
import { describeQuantity, QUANTITIES, type QuantityId } from '../catalogue/quantities.ts';
import type { Limits } from '../catalogue/tolerance.ts';
import type {
  RuleReading,
  UseAnswer,
  UseAnswerCode,
  UseFinding,
  UseMissing,
  WrittenUseAnswer,
} from '../records/use-verdict.ts';
import { asHeading, joined, message } from './message.ts';
import type { Sentence } from './sentence.ts';

/** Writes a figure in the units of the reader. */
export type WriteFigure = (quantity: QuantityId, value: number, U?: number) => string;

/** The answers, as a person reads them; their codes are stored. */
export const USE_ANSWER_NAMES = {
  suits: message({}, 'suitable'),
  'suits with a but': message({}, 'suitable with reservations'),
  'does not suit': message({}, 'not suitable'),
  'cannot tell': message({}, 'not known'),
};

/** What was read, with its limits. */
export const USE_READINGS = {
  between: message({ low: 'text', high: 'text' }, '{low} to {high}'),
  atMost: message({ limit: 'text' }, 'at most {limit}'),
  atLeast: message({ limit: 'text' }, 'at least {limit}'),
  figure: message(
    { name: 'text', value: 'text', limit: 'text', from: ['stated', 'measured'] },
    '{name} {value}{from, select, stated { as stated} other {}}, {limit}',
  ),
  score: message({ name: 'text', value: 'text', limit: 'text' }, '{name}: {value}, {limit}'),
  part: message(
    { name: 'text', answers: 'text', from: ['stated', 'seen'] },
    '{name}: {answers}{from, select, stated {, as stated} other {}}',
  ),
  madeFor: message({ purposes: 'text' }, 'made for {purposes}'),
  claim: message({ claim: 'text' }, 'as stated: {claim}'),
  finding: message({ says: 'text', readings: 'text' }, '{says} ({readings})'),
  plain: message({ says: 'text' }, '{says}'),
};

/** What would decide an answer that is not known. */
export const USE_MISSING = {
  measure: message({ name: 'text' }, 'measure the {name}'),
  measureAgain: message(
    { name: 'text', value: 'text', limit: 'text' },
    'measure again: {name}; {value} is too near the limit, {limit}',
  ),
  score: message({ name: 'text' }, 'score the {name}'),
  look: message({ name: 'text' }, 'look at the {name}'),
  lookAgain: message({ name: 'text' }, 'look at the {name} again'),
  purpose: message({}, 'say what the shoe is made for'),
  lookOrPurpose: message({ name: 'text' }, 'look at the {name}, or say what the shoe is made for'),
};

export const USE_MESSAGES = {
  bare: message({ rule: 'text', answer: 'text' }, '{rule}: {answer}.'),
  reasons: message(
    { rule: 'text', answer: 'text', reasons: 'text' },
    '{rule}: {answer}. {reasons}.',
  ),
  needed: message(
    { rule: 'text', answer: 'text', needed: 'text' },
    '{rule}: {answer}. What would decide it: {needed}.',
  ),
  reasonsNeeded: message(
    { rule: 'text', answer: 'text', reasons: 'text', needed: 'text' },
    '{rule}: {answer}. {reasons}. What would decide it: {needed}.',
  ),
};

export const suitabilityName = (answer: UseAnswerCode): Sentence => USE_ANSWER_NAMES[answer]({});

const nameOf = (of: string) => describeQuantity(of as QuantityId, QUANTITIES).name.toLowerCase();
const partName = (of: string) => describePart(of as PartId).name.toLowerCase();

/** `at least 4.5 mm`, `65 to 75 %`, `at most 20 mm` */
export function limitPhrase(of: QuantityId, { low, high }: Limits, write: WriteFigure): Sentence {
  // A limit is chosen, not measured: digits that show an uncertainty are left out.
  const limit = (value: number) => write(of, value).replace(/\.0+(?!\d)/, '');
  if (low !== null && high !== null)
    return USE_READINGS.between({ low: limit(low), high: limit(high) });
  return low === null
    ? USE_READINGS.atMost({ limit: limit(high ?? 0) })
    : USE_READINGS.atLeast({ limit: limit(low) });
}

type NumberReading = Extract<RuleReading, { reads: 'figure' | 'score' }>;

const writtenValue = ({ reads, of, value, U }: NumberReading, write: WriteFigure) =>
  reads === 'score' ? write(of as QuantityId, value) : write(of as QuantityId, value, U);

function readingPhrase(reading: RuleReading, write: WriteFigure): Sentence {
  switch (reading.reads) {
    case 'figure':
    case 'score': {
      const { of, limits, reads, isStated } = reading;
      const name = nameOf(of);
      const value = writtenValue(reading, write);
      const limit = limitPhrase(of as QuantityId, limits, write);
      return reads === 'score'
        ? USE_READINGS.score({ name, value, limit })
        : USE_READINGS.figure({ name, value, limit, from: isStated ? 'stated' : 'measured' });
    }
    case 'part':
      return USE_READINGS.part({
        name: partName(reading.of),
        answers: reading.answers.join(' or '),
        from: reading.isStated ? 'stated' : 'seen',
      });
    case 'made for':
      return USE_READINGS.madeFor({ purposes: reading.specialities.join(', ') });
    case 'claim':
      return USE_READINGS.claim({ claim: reading.text });
  }
}

/** `deep lugs (forefoot lugs 5.1 ± 0.3 mm, at least 4.5 mm)` */
export function ruleFindingPhrase(
  { says, readings }: Pick<UseFinding, 'says' | 'readings'>,
  write: WriteFigure,
): Sentence {
  if (readings.length === 0) return USE_READINGS.plain({ says });
  const written = joined(
    readings.map((reading) => readingPhrase(reading, write)),
    '; ',
  );
  return USE_READINGS.finding({ says, readings: written });
}

/** What to do to decide an answer that is not known. */
export function ruleMissingPhrase(
  { kind, subject, unclear, lookAt }: UseMissing,
  write: WriteFigure,
): Sentence {
  if (kind === 'made for')
    return lookAt ? USE_MISSING.lookOrPurpose({ name: partName(lookAt) }) : USE_MISSING.purpose({});
  if (kind === 'part') {
    const name = partName(subject);
    return unclear ? USE_MISSING.lookAgain({ name }) : USE_MISSING.look({ name });
  }
  const name = nameOf(subject);
  if (unclear && 'limits' in unclear)
    return USE_MISSING.measureAgain({
      name,
      value: writtenValue(unclear, write),
      limit: limitPhrase(subject as QuantityId, unclear.limits, write),
    });
  return kind === 'score' ? USE_MISSING.score({ name }) : USE_MISSING.measure({ name });
}

/** What decides an answer: pros where it is favourable, cons where it is not. */
const LEADING = {
  suits: ['for'],
  'cannot tell': ['open'],
  'suits with a but': ['against', 'but'],
  'does not suit': ['against', 'but'],
} as const satisfies Record<UseAnswerCode, readonly UseFinding['mark'][]>;

/** A rule with its answer, what decides it, and what would decide it where it is not known. */
export function suitabilitySentence(
  { rule: { name }, findings, unknown, ...verdict }: UseAnswer,
  write: WriteFigure,
) {
  const marks: readonly string[] = LEADING[verdict.answer];
  const answer = suitabilityName(verdict.answer);
  const leading = findings.filter(({ mark }) => marks.includes(mark));
  const reasons = asHeading(
    joined(
      leading.map((finding) => ruleFindingPhrase(finding, write)),
      '; ',
    ),
  );
  const isOpen = verdict.answer === 'cannot tell' && unknown.length > 0;
  const needed = joined(
    unknown.map((missing) => ruleMissingPhrase(missing, write)),
    '; ',
  );
  const given = { rule: name, answer };
  if (leading.length === 0)
    return isOpen ? USE_MESSAGES.needed({ ...given, needed }) : USE_MESSAGES.bare(given);
  return isOpen
    ? USE_MESSAGES.reasonsNeeded({ ...given, reasons, needed })
    : USE_MESSAGES.reasons({ ...given, reasons });
}

/**
 * Writes an answer to a rule.
 * @param write writes figures in the units of the reader
 */
export function writtenUseAnswer(
  useAnswer: UseAnswer,
  write: WriteFigure,
): WrittenUseAnswer<Sentence> {
  const { rule, use, findings, unknown, aspects, answer } = useAnswer;
  const written = (evidence: readonly Pick<UseFinding, 'says' | 'readings'>[]) =>
    evidence.map((finding) => ruleFindingPhrase(finding, write));
  return {
    rule: rule.id,
    use,
    name: rule.name,
    aims: rule.aims?.join(', ') ?? '',
    why: rule.why,
    words: suitabilitySentence(useAnswer, write),
    verdict: {
      word: answer,
      for: written(findings.filter(({ mark }) => mark === 'for')),
      against: written(findings.filter(({ mark }) => mark !== 'for')),
      source: rule.source,
    },
    evidence: findings.map((finding) => ({
      mark: finding.mark,
      words: ruleFindingPhrase(finding, write),
      ...(finding.aspect ? { aspect: finding.aspect } : {}),
    })),
    wouldTell: unknown.map((missing) => ({
      kind: missing.kind,
      of: missing.subject,
      words: asHeading(ruleMissingPhrase(missing, write)),
    })),
    aspects: aspects.map((entry) => ({ aspect: entry.aspect, word: entry.answer })),
    caution: rule.caution ?? '',
    ...(rule.draws ? { draws: rule.draws } : {}),
  };
}
