/** Answers the rules of a use for a shoe: a verdict each, with its evidence and what is not known. */
import type { PartId } from '../catalogue/construction.ts';
import { describePart } from '../catalogue/construction.ts';
import {
  type Discipline,
  describeDiscipline,
  type Use,
  type Uses,
} from '../catalogue/disciplines.ts';
import { rulesOfUse } from '../catalogue/rules-of-uses.ts';
import { judgeLimits, type Limits } from '../catalogue/tolerance.ts';
import {
  ASPECTS,
  type Criterion,
  type RuleTest,
  ruleSubject,
  type UseRule,
} from '../catalogue/use-rule.ts';
import type {
  RuleReading,
  UseAnswer,
  UseAnswerCode,
  UseFinding,
  UseMissing,
} from '../records/use-verdict.ts';
import { verdictOf } from '../records/verdict.ts';
import type { MadeOfPart } from './made-of.ts';
import type { MeantFigure } from './meaning.ts';

/** All that is known of a shoe, as rules read it. */
export interface KnownShoe {
  parts: readonly MadeOfPart[];
  figures: ReadonlyMap<string, MeantFigure>;
  /** Medians of scores by hand. */
  scores: ReadonlyMap<string, number>;
  uses: readonly Use[];
  /** What its maker says in words. */
  claims: readonly string[];
}

export interface RuleTerms {
  /** The uses that the lab has. */
  known?: Uses | undefined;
  /** A limit that the lab changed, by its subject. */
  drawn?: ((subject: string, use: Discipline) => Limits | undefined) | undefined;
}

/** A test of a rule: met, not met, too close to say, or nothing to read. */
type Outcome = 'yes' | 'no' | 'open' | 'unknown';
interface Tested {
  outcome: Outcome;
  readings: readonly RuleReading[];
  /** What would settle it, where it is not settled. */
  missing?: Omit<UseMissing, 'rule'>;
}

const unknown = (missing: Tested['missing']): Tested => ({
  outcome: 'unknown',
  readings: [],
  ...(missing ? { missing } : {}),
});
const plain = (text: string) => text.trim().toLowerCase();

type NumberTest = Extract<RuleTest, { reads: 'figure' | 'score' }>;

/** The limits of a test: the lab's where it changed them, else those of common practice. */
export function limitsOf(
  id: string,
  test: NumberTest,
  use: Discipline,
  drawn: RuleTerms['drawn'],
): Limits {
  const usual = { low: test.from ?? null, high: test.to ?? null };
  return drawn?.(ruleSubject(id, test) ?? '', use) ?? usual;
}

const OUTCOMES = { within: 'yes', out: 'no', 'cannot tell': 'open' } as const;

function readNumber({ of, reads }: NumberTest, shoe: KnownShoe, limits: Limits): Tested {
  const score = shoe.scores.get(of);
  const figure: MeantFigure | undefined =
    reads === 'figure'
      ? shoe.figures.get(of)
      : score === undefined
        ? undefined
        : { value: score, U: 0 };
  const missing = {
    kind: reads,
    subject: of,
    how: reads === 'score' ? 'score' : 'measure',
  } as const;
  if (!figure) return unknown(missing);
  const reading: RuleReading = {
    reads,
    of,
    value: figure.value,
    U: figure.U,
    limits,
    isStated: figure.stated === true,
  };
  const outcome = OUTCOMES[judgeLimits(figure.value, figure.U, limits)];
  return {
    outcome,
    readings: [reading],
    ...(outcome === 'open' ? { missing: { ...missing, unclear: reading } } : {}),
  };
}

function readPart(of: PartId, is: readonly string[], shoe: KnownShoe): Tested {
  const part = describePart(of);
  const madeOf = shoe.parts.find((entry) => entry.part === of);
  const missing = { kind: 'part', subject: of, how: 'look' } as const;
  if (!madeOf) return unknown(missing);
  const belongs = (answer: string) => is.some((wanted) => plain(wanted) === plain(answer));
  const answers =
    madeOf.seen.length > 0 ? madeOf.seen.map(({ answer }) => answer) : [madeOf.answer];
  const met = answers.filter(belongs);
  // An answer in the tester's own words is none of those that the rule knows.
  const isStrange =
    part.answers !== undefined &&
    answers.some((answer) => !part.answers?.some((listed) => plain(listed) === plain(answer)));
  const outcome: Outcome =
    met.length === answers.length ? 'yes' : met.length > 0 || isStrange ? 'open' : 'no';
  const reading: RuleReading = {
    reads: 'part',
    of,
    answers,
    isStated: madeOf.state === 'stated',
  };
  return {
    outcome,
    readings: [reading],
    ...(outcome === 'open' ? { missing: { ...missing, unclear: reading } } : {}),
  };
}

/** What is narrower than the use, as it is said of the shoe. */
const specialitiesOf = (shoe: KnownShoe, use: Discipline, known?: Uses): string[] => {
  const shipped = describeDiscipline(use, known).copiedFrom ?? use;
  return shoe.uses.flatMap(({ discipline, speciality }) =>
    speciality !== '' &&
    (discipline === use ||
      (describeDiscipline(discipline, known).copiedFrom ?? discipline) === shipped)
      ? [speciality]
      : [],
  );
};

const PURPOSE_MISSING = { kind: 'made for', subject: '', how: 'ask' } as const;

function readMadeFor(
  { is, seenAt }: Extract<RuleTest, { reads: 'made for' }>,
  shoe: KnownShoe,
  use: Discipline,
  known: Uses | undefined,
): Tested {
  const seen = seenAt ? readPart(seenAt, is, shoe) : undefined;
  if (seen && seen.outcome !== 'unknown') return seen;
  const specialities = specialitiesOf(shoe, use, known);
  if (specialities.length === 0)
    return unknown({ ...PURPOSE_MISSING, ...(seenAt ? { lookAt: seenAt } : {}) });
  return {
    outcome: specialities.some((speciality) => is.includes(speciality)) ? 'yes' : 'no',
    readings: [{ reads: 'made for', specialities }],
  };
}

function readTest(
  test: RuleTest,
  rule: UseRule,
  shoe: KnownShoe,
  use: Discipline,
  { drawn, known }: RuleTerms,
): Tested {
  switch (test.reads) {
    case 'figure':
    case 'score':
      return readNumber(test, shoe, limitsOf(rule.id, test, use, drawn));
    case 'part':
      return readPart(test.of, test.is, shoe);
    case 'made for':
      return readMadeFor(test, shoe, use, known);
    case 'use': {
      if (shoe.uses.length === 0) return unknown(PURPOSE_MISSING);
      const isOfUse = shoe.uses.some(
        ({ discipline }) =>
          (describeDiscipline(discipline, known).copiedFrom ?? discipline) === test.is,
      );
      return { outcome: isOfUse ? 'yes' : 'no', readings: [] };
    }
    case 'claim': {
      const text = shoe.claims.find((claim) =>
        test.words.some((word) => plain(claim).includes(plain(word))),
      );
      return text === undefined
        ? { outcome: 'no', readings: [] }
        : { outcome: 'yes', readings: [{ reads: 'claim', text }] };
    }
  }
}

/** Any of several tests is enough: the first that is met counts for all. */
function readAny(results: readonly Tested[]): Tested {
  const first = (outcome: Outcome) => results.find((result) => result.outcome === outcome);
  return (
    first('yes') ??
    first('open') ??
    first('unknown') ?? { outcome: 'no', readings: results.flatMap(({ readings }) => readings) }
  );
}

interface JudgedCriterion {
  criterion: Criterion;
  /** Absent: it says nothing of such a shoe. */
  finding?: UseFinding | undefined;
  /** It is asked, and nobody can tell yet. */
  isMissing: boolean;
  /** What would settle it, or whether it is asked at all. */
  missing?: UseMissing | undefined;
}

function findingOf(criterion: Criterion, rule: UseRule, { outcome, readings }: Tested): UseFinding {
  const isMet = outcome === 'yes';
  const [first] = readings;
  const { aspect } = criterion;
  return {
    rule: rule.id,
    subject: first && 'of' in first ? first.of : (first?.reads ?? 'use'),
    ...(first && 'value' in first
      ? {
          value: first.value,
          U: first.U,
          limit: {
            ...(first.limits.low === null ? {} : { low: first.limits.low }),
            ...(first.limits.high === null ? {} : { high: first.limits.high }),
          },
        }
      : {}),
    mark: isMet ? criterion.holding : criterion.failing,
    says: isMet ? criterion.holds : criterion.fails,
    readings,
    ...(aspect ? { aspect } : {}),
  };
}

function judgeCriterion(
  criterion: Criterion,
  rule: UseRule,
  shoe: KnownShoe,
  use: Discipline,
  terms: RuleTerms,
): JudgedCriterion | undefined {
  const ask = (tests: readonly RuleTest[]) =>
    readAny(tests.map((test) => readTest(test, rule, shoe, use, terms)));
  const missingOf = ({ missing }: Tested) => missing && { ...missing, rule: rule.id };
  if (criterion.when) {
    const condition = ask(criterion.when);
    if (condition.outcome === 'no') return undefined;
    if (condition.outcome !== 'yes')
      return { criterion, isMissing: false, missing: missingOf(condition) };
  }
  const tested = ask(criterion.tests);
  if (tested.outcome === 'open' || tested.outcome === 'unknown')
    return { criterion, isMissing: true, missing: missingOf(tested) };
  const finding = findingOf(criterion, rule, tested);
  return finding.says === '' ? undefined : { criterion, finding, isMissing: false };
}

/** The answer of judged criteria: the gravest decides, and what is needed and not known leaves it open. */
function answerOf(judged: readonly JudgedCriterion[]): UseAnswerCode {
  const marks = judged.flatMap(({ finding }) => finding?.mark ?? []);
  if (marks.includes('against')) return 'does not suit';
  const missing = judged.filter(({ isMissing }) => isMissing);
  if (marks.includes('open') || missing.some(({ criterion }) => criterion.needed === true))
    return 'cannot tell';
  // Without a needed criterion, more must be known than not.
  const hasNeeded = judged.some(({ criterion, finding }) => criterion.needed === true && finding);
  if (marks.length === 0 || (!hasNeeded && missing.length > marks.length)) return 'cannot tell';
  return marks.includes('but') ? 'suits with a but' : 'suits';
}

const uniqueBy = <T>(rows: readonly T[], key: (row: T) => string): T[] => [
  ...new Map(rows.map((row) => [key(row), row])).values(),
];

/**
 * Answers one rule for a shoe.
 * @param use its limits hold
 */
export function answerRule(
  rule: UseRule,
  use: Discipline,
  shoe: KnownShoe,
  terms: RuleTerms,
): UseAnswer {
  const judged = rule.asks.flatMap(
    (criterion) => judgeCriterion(criterion, rule, shoe, use, terms) ?? [],
  );
  const findings = judged.flatMap(({ finding }) => finding ?? []);
  return {
    ...verdictOf(answerOf(judged), {
      decisive: [rule.id],
      evidenceFor: findings.filter(({ mark }) => mark === 'for'),
      evidenceAgainst: findings.filter(({ mark }) => mark !== 'for'),
      safety: findings.some(({ aspect }) => aspect === 'safety') || rule.caution !== undefined,
    }),
    rule,
    use,
    findings,
    unknown: uniqueBy(
      judged.flatMap(({ missing }) => missing ?? []),
      ({ kind, subject }) => `${kind} ${subject}`,
    ),
    aspects: ASPECTS.flatMap((aspect) => {
      const ofAspect = judged.filter(({ criterion }) => criterion.aspect === aspect);
      return ofAspect.length === 0 ? [] : [{ aspect, answer: answerOf(ofAspect) }];
    }),
  };
}

/** No ground, event or way is asked for. */
export const WHATEVER = 'whatever';

/**
 * Answers the rules of a use for a shoe.
 *
 * @param aim a ground, an event or a way; empty: those that the shoe is said to be made for, else all; `whatever`: what
 *   holds for any ground
 * @example a court shoe whose tilt is 60 ± 1° is low enough; at 54.5 ± 1° the answer is not known, and the tilt decides
 */
export function answerUse(
  use: Discipline,
  aim: string,
  shoe: KnownShoe,
  terms: RuleTerms,
): UseAnswer[] {
  const entry = rulesOfUse(use, terms.known);
  if (!entry) return [];
  const madeFor = specialitiesOf(shoe, use, terms.known).filter((name) =>
    entry.aims.includes(name),
  );
  const asked =
    aim === WHATEVER ? [] : aim !== '' ? [aim] : madeFor.length > 0 ? madeFor : entry.aims;
  return entry.rules
    .filter(
      ({ aims, isTable }) =>
        !aims || (isTable && aim === '') || aims.some((name) => asked.includes(name)),
    )
    .map((rule) => answerRule(rule, use, shoe, terms));
}

/** The rules of all uses that a shoe is for. */
export const answerUses = (shoe: KnownShoe, terms: RuleTerms): UseAnswer[] =>
  [...new Set(shoe.uses.map(({ discipline }) => discipline))].flatMap((use) =>
    answerUse(use, '', shoe, terms),
  );

const GRAVEST: readonly UseAnswerCode[] = [
  'does not suit',
  'cannot tell',
  'suits with a but',
  'suits',
];

/** The answer of several rules together: the gravest of their answers. */
export const suitability = (answers: readonly UseAnswer[]): UseAnswerCode =>
  GRAVEST.find((code) => answers.some(({ answer }) => answer === code)) ?? 'cannot tell';
