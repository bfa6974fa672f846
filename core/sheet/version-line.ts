/**
 * Editions in a line: what follows what, which is a wide build of which, where only the colour is new; and
 * what a step of the line changed, in noticeable steps. Common practice.
 */
import type { Difference } from '../figures/difference.ts';
import type { Direction } from '../records/choice-verdict.ts';
import { type Missing, verdictOf } from '../records/verdict.ts';
import {
  LINE_KINDS,
  type LineChange,
  type LineKind,
  type LineQuantity,
  type NothingNoticed,
  type VersionAnswer,
  type VersionFinding,
  type VersionVerdict,
} from '../records/version-verdict.ts';

/** That an edition stands so to another. */
export interface LineLink {
  edition: string;
  kind: LineKind;
  of: string;
}

/**
 * True where an edition would come to stand behind itself.
 * @example closesCircle([{ edition: 'b', kind: 'follows', of: 'a' }], 'a', 'b') // true
 */
export function closesCircle(links: readonly LineLink[], edition: string, of: string): boolean {
  const reached = new Set<string>();
  const open = [of];
  for (let at = open.pop(); at !== undefined; at = open.pop()) {
    if (at === edition) return true;
    if (reached.has(at)) continue;
    reached.add(at);
    open.push(...links.filter((link) => link.edition === at).map((link) => link.of));
  }
  return false;
}

/**
 * The whole line that an edition stands in, the first version first: behind each version its builds in other
 * widths, its colours, then what follows it.
 *
 * @example lineOf([{ edition: 'b', kind: 'follows', of: 'a' }, { edition: 'w', kind: 'width of', of: 'a' }], 'b') // ['a', 'w', 'b']
 */
export function lineOf(links: readonly LineLink[], edition: string): string[] {
  const first = (start: string): string => {
    const passed = new Set<string>([start]);
    let at = start;
    for (;;) {
      const back = LINE_KINDS.map((kind) =>
        links.find((link) => link.edition === at && link.kind === kind),
      ).find((link) => link !== undefined);
      if (!back || passed.has(back.of)) return at;
      passed.add(back.of);
      at = back.of;
    }
  };
  const line: string[] = [];
  const add = (at: string) => {
    if (line.includes(at)) return;
    line.push(at);
    for (const kind of ['width of', 'colour of', 'follows'] as const)
      for (const link of links) if (link.of === at && link.kind === kind) add(link.edition);
  };
  add(first(edition));
  add(edition);
  return line;
}

/** Only where everybody would agree is less of a quantity better. */
const BETTER: Partial<Record<LineQuantity, Direction>> = { mass: 'less' };

/**
 * A difference of a newer edition less an older one, as a change along the line.
 *
 * @param step the smallest noticeable difference of the quantity
 * @example changeOf('mass', { difference: -40, U: 5, noticeable: 'yes', … }, 15) // better, less, −2.7 steps
 */
export function changeOf(
  quantity: LineQuantity,
  { difference, noticeable }: Pick<Difference, 'difference' | 'noticeable'>,
  step: number,
): LineChange {
  const better = BETTER[quantity];
  const direction = difference > 0 ? 'more' : 'less';
  const noticed = better === undefined ? 'other' : better === direction ? 'better' : 'worse';
  return {
    quantity,
    word: noticeable === 'no' ? 'same' : noticeable === 'may be' ? 'perhaps' : noticed,
    direction,
    steps: difference / step,
  };
}

/** A price somebody saw: the last one stands for the edition. */
export interface LinePrice {
  amount: number;
  currency: string;
}

/** A step of the line: what it is, what changed, and what of it nobody can tell. */
export interface LineStep {
  kind: LineKind;
  changes: readonly LineChange[];
  /** Quantities of the line of which there is no difference to be had. */
  missing: readonly string[];
  /** Names of parts that are made otherwise. */
  parts: readonly string[];
  /** That parts of both are known at all. */
  partsKnown: boolean;
  before?: LinePrice | undefined;
  after?: LinePrice | undefined;
  /** That the older one is made no more: it is bought from what is left. */
  ended: boolean;
}

const changeFinding = (change: LineChange): VersionFinding => ({
  rule: `version/${change.word}`,
  subject: change.quantity,
  value: change.steps,
  says: { kind: 'change', change },
});

/** Other parts; nothing where every part is the same. */
const partsFinding = (parts: readonly string[]): VersionFinding[] =>
  parts.length === 0
    ? []
    : [{ rule: 'version/parts', subject: 'parts', says: { kind: 'parts', parts } }];

const SAME_BUILD_WIDTHS: readonly LineQuantity[] = ['ball-width'];

/** What differs at a build in another width though it should not: all but its widths. */
export const oddOfWidth = ({
  changes,
  parts,
}: Pick<LineStep, 'changes' | 'parts'>): VersionFinding[] => [
  ...changes
    .filter(
      ({ quantity, word }) =>
        !SAME_BUILD_WIDTHS.includes(quantity) && word !== 'same' && word !== 'perhaps',
    )
    .map(changeFinding),
  ...partsFinding(parts),
];

/** How much more the newer one costs; undefined where it is not known. */
function priceGapOf({ before, after }: LineStep): VersionVerdict['priceGap'] {
  if (!before || !after || before.currency !== after.currency) return undefined;
  return { amount: after.amount - before.amount, currency: after.currency };
}

/** Why nothing that is sure to be noticed was found. */
function nothingNoticed({ changes, kind }: LineStep): NothingNoticed {
  if (kind === 'colour of' && changes.length === 0) return { kind: 'stated colour' };
  const perhaps = changes.filter(({ word }) => word === 'perhaps');
  return perhaps.length > 0 ? { kind: 'perhaps', changes: perhaps } : { kind: 'nothing' };
}

/**
 * What follows for a buyer from one version to the next: last year's, stay with it, skip this one, take the new
 * one, or that it is another shoe. Price tells last year's from staying and judges nothing else.
 *
 * @example nothing noticeable changed and the older is 20 EUR cheaper: last year's
 */
export function adviseBuyer(step: LineStep): VersionVerdict {
  const { changes, parts, partsKnown, missing, kind, ended } = step;
  const of = (word: LineChange['word']) =>
    changes.filter((change) => change.word === word).map(changeFinding);
  const [better, worse, other] = [of('better'), of('worse'), of('other')];
  const priceGap = priceGapOf(step);
  const judged = (
    answer: VersionAnswer,
    pros: readonly VersionFinding[],
    differences: readonly VersionFinding[] = pros,
    cons: readonly VersionFinding[] = [],
  ): VersionVerdict => ({
    ...verdictOf(answer, {
      decisive: [`version/${answer}`],
      unknown: [
        ...missing.map(
          (name): Missing => ({
            rule: 'version/quantity',
            subject: name,
            how: 'measure',
          }),
        ),
        ...(partsKnown
          ? []
          : [{ rule: 'version/parts', subject: 'parts', how: 'look' } satisfies Missing]),
      ],
    }),
    evidenceFor: pros,
    evidenceAgainst: cons,
    differences,
    kind,
    isOlderEnded: ended,
    ...(priceGap ? { priceGap } : {}),
  });
  if (kind === 'width of') {
    const odd = oddOfWidth(step);
    if (odd.length > 0) return judged('another shoe', odd);
    return changes.length === 0 ? judged('cannot tell', []) : judged('another width', [], other);
  }
  const otherParts = partsFinding(parts);
  if (other.length > 0 || otherParts.length > 0)
    return judged(
      'another shoe',
      [...other, ...otherParts],
      [...other, ...better, ...worse, ...otherParts],
      better,
    );
  if (worse.length > 0) return judged('skip', worse);
  if (better.length > 0) return judged('the new one', better);
  if (changes.length === 0 && kind !== 'colour of') return judged('cannot tell', []);
  const nothing: VersionFinding = {
    rule: 'version/nothing',
    subject: kind,
    says: nothingNoticed(step),
  };
  return judged(priceGap && priceGap.amount > 0 ? 'last year’s' : 'stay', [nothing]);
}
