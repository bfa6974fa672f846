/** Answers the rules of a use for a shoe: a verdict each, with what speaks for it, against it, and what would tell. */
import type { PartId } from '../catalogue/construction.ts';
import { describePart } from '../catalogue/construction.ts';
import {
  type Discipline,
  describeDiscipline,
  type Use,
  type Uses,
} from '../catalogue/disciplines.ts';
import { describeQuantity, QUANTITIES, type QuantityId } from '../catalogue/quantities.ts';
import { rulesOfUse } from '../catalogue/rules-of-uses.ts';
import { judgeLimits, type Limits } from '../catalogue/tolerance.ts';
import {
  ASPECTS,
  type Aspect,
  type Criterion,
  type EvidenceMark,
  type RuleDrawing,
  type RuleTest,
  ruleSubject,
  type UseRule,
} from '../catalogue/use-rule.ts';
import type { Verdict } from '../statistics/verdict.ts';
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
  /** A line that the lab drew elsewhere, by its subject. */
  drawn?: (subject: string, use: Discipline) => Limits | undefined;
  /** Writes a figure in the units of whoever reads. */
  write: (quantity: QuantityId, value: number, U?: number) => string;
}

/** What would settle a rule: a figure to take, a score, a part to look at, or a word to be said. */
export interface WouldTell {
  kind: 'figure' | 'score' | 'part' | 'made for';
  /** Of a quantity or a part; empty: what it is made for. */
  of: string;
  /** `Forefoot lugs, measured` */
  words: string;
}

export interface RuleEvidence {
  mark: EvidenceMark;
  /** `deep lugs (5.1 ± 0.3 mm, at least 4.5 mm)` */
  words: string;
  aspect?: Aspect;
}

export interface UseAnswer {
  rule: string;
  use: Discipline;
  name: string;
  /** For which ground, event or way it was asked; empty: for all. */
  aims: string;
  why: string;
  words: string;
  verdict: Verdict<'suits'>;
  evidence: RuleEvidence[];
  wouldTell: WouldTell[];
  /** Each aspect that a rule keeps apart. */
  aspects: { aspect: Aspect; word: Verdict<'suits'>['word'] }[];
  caution: string;
  draws?: RuleDrawing;
}

type Held = 'yes' | 'no' | 'open' | 'unknown';
interface Read {
  held: Held;
  /** What was read, with its limits; empty where nothing was. */
  words: string;
  wouldTell: WouldTell | undefined;
}

const UNKNOWN = (wouldTell: WouldTell): Read => ({ held: 'unknown', words: '', wouldTell });
const plain = (text: string) => text.trim().toLowerCase();

/** `at least 4.5 mm`, `65 to 75 %`, `at most 20 mm` */
export function limitWords(
  of: QuantityId,
  { low, high }: Limits,
  write: RuleTerms['write'],
): string {
  // A line is drawn, not measured: no digits stand for its doubt.
  const line = (value: number) => write(of, value).replace(/\.0+(?!\d)/, '');
  if (low !== null && high !== null) return `${line(low)} to ${line(high)}`;
  return low === null ? `at most ${line(high ?? 0)}` : `at least ${line(low)}`;
}

/** The lines of a test: the lab's where it drew its own, else those of practice. */
export function limitsOf(
  id: string,
  test: Extract<RuleTest, { reads: 'figure' | 'score' }>,
  use: Discipline,
  drawn: RuleTerms['drawn'],
): Limits {
  const usual = { low: test.from ?? null, high: test.to ?? null };
  return drawn?.(ruleSubject(id, test) ?? '', use) ?? usual;
}

const WITHIN_LIMITS = { within: 'yes', out: 'no', 'cannot tell': 'open' } as const;

function readNumber(
  test: Extract<RuleTest, { reads: 'figure' | 'score' }>,
  shoe: KnownShoe,
  limits: Limits,
  write: RuleTerms['write'],
): Read {
  const { of } = test;
  const isScore = test.reads === 'score';
  const name = describeQuantity(of, QUANTITIES).name;
  const figure: MeantFigure | undefined = isScore
    ? shoe.scores.has(of)
      ? { value: shoe.scores.get(of) ?? 0, U: 0 }
      : undefined
    : shoe.figures.get(of);
  const tell: WouldTell = {
    kind: test.reads,
    of,
    words: isScore ? `${name}, scored` : `${name}, measured`,
  };
  if (!figure) return UNKNOWN(tell);
  const word = judgeLimits(figure.value, figure.U, limits);
  const own = `${isScore ? write(of, figure.value) : write(of, figure.value, figure.U)}${figure.stated ? ' as stated' : ''}`;
  return {
    held: WITHIN_LIMITS[word],
    words: `${name.toLowerCase()}${isScore ? ': ' : ' '}${own}, ${limitWords(of, limits, write)}`,
    wouldTell:
      word === 'cannot tell'
        ? {
            ...tell,
            words: `${name}, surer: ${own} is too near to ${limitWords(of, limits, write)}`,
          }
        : undefined,
  };
}

function readPart(of: PartId, is: readonly string[], shoe: KnownShoe): Read {
  const part = describePart(of);
  const known = shoe.parts.find((one) => one.part === of);
  const tell: WouldTell = { kind: 'part', of, words: `${part.name}, looked at` };
  if (!known) return UNKNOWN(tell);
  const belongs = (answer: string) => is.some((one) => plain(one) === plain(answer));
  const answers = known.seen.length > 0 ? known.seen.map(({ answer }) => answer) : [known.answer];
  const yes = answers.filter(belongs);
  // A word of one's own is none of those the rule knows.
  const strange =
    part.answers !== undefined &&
    answers.some((answer) => !part.answers?.some((one) => plain(one) === plain(answer)));
  const held: Held =
    yes.length === answers.length ? 'yes' : yes.length > 0 || strange ? 'open' : 'no';
  const how = known.state === 'stated' ? ', as stated' : '';
  return {
    held,
    words: `${part.name.toLowerCase()}: ${answers.join(' or ')}${how}`,
    wouldTell: held === 'open' ? { ...tell, words: `${part.name}, looked at again` } : undefined,
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

function readMadeFor(
  { is, seenAt }: Extract<RuleTest, { reads: 'made for' }>,
  shoe: KnownShoe,
  use: Discipline,
  known: Uses | undefined,
): Read {
  const seen = seenAt ? readPart(seenAt, is, shoe) : undefined;
  if (seen && seen.held !== 'unknown') return seen;
  const said = specialitiesOf(shoe, use, known);
  if (said.length === 0)
    return UNKNOWN({
      kind: 'made for',
      of: '',
      words: seenAt
        ? `${describePart(seenAt).name}, or what it is made for`
        : 'what it is made for',
    });
  return {
    held: said.some((one) => is.includes(one)) ? 'yes' : 'no',
    words: `made for ${said.join(', ')}`,
    wouldTell: undefined,
  };
}

function readTest(
  test: RuleTest,
  rule: UseRule,
  shoe: KnownShoe,
  use: Discipline,
  terms: RuleTerms,
) {
  switch (test.reads) {
    case 'figure':
    case 'score':
      return readNumber(test, shoe, limitsOf(rule.id, test, use, terms.drawn), terms.write);
    case 'part':
      return readPart(test.of, test.is, shoe);
    case 'made for':
      return readMadeFor(test, shoe, use, terms.known);
    case 'use': {
      if (shoe.uses.length === 0)
        return UNKNOWN({ kind: 'made for', of: '', words: 'what it is made for' });
      const shipped = ({ discipline }: Use) =>
        describeDiscipline(discipline, terms.known).copiedFrom ?? discipline;
      return {
        held: shoe.uses.some((one) => shipped(one) === test.is) ? 'yes' : 'no',
        words: '',
        wouldTell: undefined,
      } satisfies Read;
    }
    case 'claim': {
      const words = shoe.claims.find((claim) =>
        test.words.some((word) => plain(claim).includes(plain(word))),
      );
      return {
        held: words === undefined ? 'no' : 'yes',
        words: words === undefined ? '' : `as stated: ${words}`,
        wouldTell: undefined,
      } satisfies Read;
    }
  }
}

/** Any of several tests is enough: the first that holds speaks for all. */
function readAny(reads: readonly Read[]): Read {
  const of = (held: Held) => reads.find((one) => one.held === held);
  const best = of('yes') ?? of('open') ?? of('unknown');
  if (best) return best;
  return {
    held: 'no',
    words: reads
      .map(({ words }) => words)
      .filter(Boolean)
      .join('; '),
    wouldTell: undefined,
  };
}

interface Judged {
  criterion: Criterion;
  read: Read;
  /** What it says; undefined: nothing of such a shoe. */
  line: RuleEvidence | undefined;
  /** Asked, and nobody can tell yet. */
  missing: boolean;
  /** Only asked under a condition that nobody knows. */
  perhaps: boolean;
}

function judgeCriterion(
  criterion: Criterion,
  rule: UseRule,
  shoe: KnownShoe,
  use: Discipline,
  terms: RuleTerms,
): Judged | undefined {
  const ask = (tests: readonly RuleTest[]) =>
    readAny(tests.map((test) => readTest(test, rule, shoe, use, terms)));
  if (criterion.when) {
    const condition = ask(criterion.when);
    if (condition.held === 'no') return undefined;
    if (condition.held !== 'yes')
      return { criterion, read: condition, line: undefined, missing: false, perhaps: true };
  }
  const read = ask(criterion.tests);
  const isHeld = read.held === 'yes';
  if (!isHeld && read.held !== 'no')
    return { criterion, read, line: undefined, missing: true, perhaps: false };
  const words = isHeld ? criterion.holds : criterion.fails;
  if (words === '') return undefined;
  const { aspect } = criterion;
  return {
    criterion,
    read,
    line: {
      mark: isHeld ? criterion.holding : criterion.failing,
      words: read.words ? `${words} (${read.words})` : words,
      ...(aspect ? { aspect } : {}),
    },
    missing: false,
    perhaps: false,
  };
}

type Word = Verdict<'suits'>['word'];

/** The word that judged criteria come to; the gravest decides, and what is needed and not known leaves it open. */
function wordOf(judged: readonly Judged[]): Word {
  const marks = judged.flatMap(({ line }) => line?.mark ?? []);
  if (marks.includes('against')) return 'does not suit';
  const missing = judged.filter((one) => one.missing);
  if (marks.includes('open') || missing.some(({ criterion }) => criterion.needed === true))
    return 'cannot tell';
  // What is needed is known, or else more is known than not: nothing is said on less.
  const hasNeeded = judged.some(({ criterion, line }) => criterion.needed === true && line);
  if (marks.length === 0 || (!hasNeeded && missing.length > marks.length)) return 'cannot tell';
  return marks.includes('but') ? 'suits with a but' : 'suits';
}

const uniqueBy = <T>(rows: readonly T[], key: (row: T) => string): T[] => [
  ...new Map(rows.map((row) => [key(row), row])).values(),
];

/** Answers one rule for a shoe; `use` says whose lines hold. */
export function answerRule(
  rule: UseRule,
  use: Discipline,
  shoe: KnownShoe,
  terms: RuleTerms,
): UseAnswer {
  const judged = rule.asks.flatMap(
    (criterion) => judgeCriterion(criterion, rule, shoe, use, terms) ?? [],
  );
  const evidence = judged.flatMap(({ line }) => line ?? []);
  const word = wordOf(judged);
  const wouldTell = uniqueBy(
    judged.flatMap(({ read, missing, perhaps }) =>
      (missing || perhaps) && read.wouldTell ? [read.wouldTell] : [],
    ),
    ({ kind, of }) => `${kind} ${of}`,
  );
  const of = (...marks: EvidenceMark[]) =>
    evidence.filter(({ mark }) => marks.includes(mark)).map(({ words }) => words);
  const lead =
    word === 'suits' ? of('for') : word === 'cannot tell' ? of('open') : of('against', 'but');
  const missing =
    word === 'cannot tell' && wouldTell.length > 0
      ? `it would tell: ${wouldTell.map(({ words }) => words).join('; ')}`
      : '';
  const reason = [...lead, missing].filter(Boolean).join('; ');
  return {
    rule: rule.id,
    use,
    name: rule.name,
    aims: rule.aims?.join(', ') ?? '',
    why: rule.why,
    words: `${rule.name}: ${word}${reason ? `; ${reason}` : ''}.`,
    verdict: { word, for: of('for'), against: of('against', 'but', 'open'), source: rule.source },
    evidence,
    wouldTell,
    aspects: ASPECTS.flatMap((aspect) => {
      const own = judged.filter(({ criterion }) => criterion.aspect === aspect);
      return own.length === 0 ? [] : [{ aspect, word: wordOf(own) }];
    }),
    caution: rule.caution ?? '',
    ...(rule.draws ? { draws: rule.draws } : {}),
  };
}

/** No ground, event or way is asked for. */
export const WHATEVER = 'whatever';

/**
 * Answers the rules of a use for a shoe.
 *
 * @param aim a ground, an event or a way; empty: those that the shoe is said to be made for, else all; `whatever`: what
 *   holds whatever the ground is
 * @example a court shoe whose tilt is 60 ± 1° is low enough; at 54.5 ± 1° it cannot be told, and the tilt would tell
 */
export function answerUse(
  use: Discipline,
  aim: string,
  shoe: KnownShoe,
  terms: RuleTerms,
): UseAnswer[] {
  const entry = rulesOfUse(use, terms.known);
  if (!entry) return [];
  const own = specialitiesOf(shoe, use, terms.known).filter((one) => entry.aims.includes(one));
  const asked = aim === WHATEVER ? [] : aim !== '' ? [aim] : own.length > 0 ? own : entry.aims;
  return entry.rules
    .filter(
      ({ aims, isTable }) =>
        !aims || (isTable && aim === '') || aims.some((one) => asked.includes(one)),
    )
    .map((rule) => answerRule(rule, use, shoe, terms));
}

/** The rules of all uses that a shoe is for. */
export const answerUses = (shoe: KnownShoe, terms: RuleTerms): UseAnswer[] =>
  [...new Set(shoe.uses.map(({ discipline }) => discipline))].flatMap((use) =>
    answerUse(use, '', shoe, terms),
  );

const GRAVEST: readonly Word[] = ['does not suit', 'cannot tell', 'suits with a but', 'suits'];

/** What several rules come to together: the gravest of their words. */
export const suitability = (answers: readonly UseAnswer[]): Word =>
  GRAVEST.find((word) => answers.some(({ verdict }) => verdict.word === word)) ?? 'cannot tell';
