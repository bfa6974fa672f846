/**
 * Editions in a line: what follows what, which is a wide build of which, where only the colour is new; and
 * what a step of the line changed, in noticeable steps. Common practice.
 */
import type { QuantityId } from '../catalogue/quantities.ts';
import type { Difference } from '../figures/difference.ts';
import { COMMON_PRACTICE, type Verdict } from '../statistics/verdict.ts';

/** How an edition stands to another one. */
export const LINE_KINDS = ['follows', 'width of', 'colour of'] as const;
export type LineKind = (typeof LINE_KINDS)[number];

/** `follows`, `wide build of`, `same shoe, new colour: of`, as they are typed and shown. */
export const LINE_WORDS: Readonly<Record<LineKind, string>> = {
  follows: 'follows',
  'width of': 'wide build of',
  'colour of': 'same shoe, new colour, as',
};

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

/** What is shown along a line, where anybody measured or stated it. */
export const LINE_QUANTITIES = [
  'heel-stack',
  'forefoot-stack',
  'drop',
  'mass',
  'ball-width',
] as const satisfies readonly QuantityId[];
export type LineQuantity = (typeof LINE_QUANTITIES)[number];

/** What more of a quantity is called, and what less. Only where everybody would agree is one of them better. */
const WAYS: Record<LineQuantity, { more: string; less: string; better?: 'less' }> = {
  'heel-stack': { more: 'higher at the heel', less: 'lower at the heel' },
  'forefoot-stack': { more: 'higher at the forefoot', less: 'lower at the forefoot' },
  drop: { more: 'more drop', less: 'less drop' },
  mass: { more: 'heavier', less: 'lighter', better: 'less' },
  'ball-width': { more: 'wider at the ball', less: 'narrower at the ball' },
};

/** What a difference comes to along the line: nobody notices it, somebody may, everybody does. */
export interface LineChange {
  quantity: LineQuantity;
  /** `same`: nobody would notice; `perhaps`: it may be noticed; `other`: noticed, but neither better nor worse. */
  word: 'same' | 'perhaps' | 'better' | 'worse' | 'other';
  /** `lighter`, `higher at the heel`; of what is the same too: where the figure went. */
  way: string;
  /** How many noticeable steps, with their sign. */
  steps: number;
  /** One of the two is only stated. */
  stated?: boolean;
}

/**
 * A difference of a newer edition less an older one, as a change along the line.
 *
 * @param step the noticeable step of the quantity
 * @example changeOf('mass', { difference: -40, U: 5, noticeable: 'yes', … }, 15) // better, lighter, −2.7 steps
 */
export function changeOf(
  quantity: LineQuantity,
  { difference, noticeable }: Pick<Difference, 'difference' | 'noticeable'>,
  step: number,
): LineChange {
  const { more, less, better } = WAYS[quantity];
  const direction = difference > 0 ? 'more' : 'less';
  const noticed = better === undefined ? 'other' : better === direction ? 'better' : 'worse';
  return {
    quantity,
    word: noticeable === 'no' ? 'same' : noticeable === 'may be' ? 'perhaps' : noticed,
    way: direction === 'more' ? more : less,
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

/** `another foam, plate`; nothing where every part is the same. */
const madeOtherwise = (parts: readonly string[]): string[] =>
  parts.length > 0 ? [`another ${parts.join(', ')}`] : [];

const SAME_BUILD_WIDTHS: readonly LineQuantity[] = ['ball-width'];

/** What differs at a build in another width though it should not: all but its widths. */
export const oddOfWidth = ({ changes, parts }: Pick<LineStep, 'changes' | 'parts'>): string[] => [
  ...changes
    .filter(
      ({ quantity, word }) =>
        !SAME_BUILD_WIDTHS.includes(quantity) && word !== 'same' && word !== 'perhaps',
    )
    .map(({ way }) => way),
  ...madeOtherwise(parts),
];

/** How much dearer the newer one is; undefined where it cannot be said. */
function dearerBy({ before, after }: LineStep): number | undefined {
  if (!before || !after || before.currency !== after.currency) return undefined;
  return after.amount - before.amount;
}

const listed = (words: readonly string[]) => words.join(', ');

/**
 * What follows for a buyer from one version to the next: last year's, stay with it, skip this one, take the new
 * one, or that it is another shoe. Price tells last year's from staying and judges nothing else.
 *
 * @example nothing noticeable changed and the older is 20 EUR cheaper: last year's
 */
export function adviseBuyer(step: LineStep): { words: string; verdict: Verdict<'version'> } {
  const { changes, parts, partsKnown, missing, kind, ended, after } = step;
  const of = (word: LineChange['word']) =>
    changes
      .filter((change) => change.word === word)
      .map(({ way, stated }) => (stated ? `${way}, as stated` : way));
  const [better, worse, other, perhaps] = [of('better'), of('worse'), of('other'), of('perhaps')];
  const open = [
    ...missing.map((name) => `${name} is not known of both`),
    ...(partsKnown ? [] : ['what one of them is made of is not known']),
  ];
  const judged = (
    word: Verdict<'version'>['word'],
    words: string,
    speaking: { for?: string[]; against?: string[] },
  ) => ({
    words,
    verdict: { word, for: [], against: [], source: COMMON_PRACTICE, ...speaking },
  });
  if (kind === 'width of') {
    const odd = oddOfWidth(step);
    if (odd.length > 0)
      return judged(
        'another shoe',
        `More than another width: ${listed(odd)}. Its figures do not stand for the other build; who liked the one tries the other on.`,
        { for: odd, against: open },
      );
    return judged(
      changes.length === 0 ? 'cannot tell' : 'another width',
      changes.length === 0
        ? `Cannot tell yet: ${listed(open)}.`
        : `Another width of the same shoe${other.length > 0 ? ` (${listed(other)})` : ''}: choose by the foot.`,
      { against: open },
    );
  }
  if (other.length > 0 || parts.length > 0) {
    const made = madeOtherwise(parts);
    return judged(
      'another shoe',
      `Another shoe: ${listed([...other, ...better, ...worse, ...made])}. Who liked the one tries the other on before buying.`,
      { for: [...other, ...made], against: better },
    );
  }
  if (worse.length > 0)
    return judged('skip', `Skip this one: ${listed(worse)}, and nothing noticeable for it.`, {
      for: worse,
      against: open,
    });
  if (better.length > 0)
    return judged('the new one', `The new one: ${listed(better)}, and nothing noticeable lost.`, {
      for: better,
      against: open,
    });
  if (changes.length === 0 && kind !== 'colour of')
    return judged('cannot tell', `Cannot tell yet: ${listed(open)}.`, { against: open });
  const nothing =
    kind === 'colour of' && changes.length === 0
      ? 'As stated only the colour is new'
      : perhaps.length > 0
        ? `Nothing that is sure to be noticed (perhaps ${listed(perhaps)})`
        : 'Nothing that anybody would notice';
  const dearer = dearerBy(step);
  if (dearer !== undefined && dearer > 0)
    return judged(
      'last year’s',
      `Last year’s${ended ? ', while it is to be had' : ''}: ${nothing.toLowerCase()}, and it costs ${dearer.toFixed(2).replace(/[.]00$/, '')} ${after?.currency} less.`,
      { for: [nothing], against: open },
    );
  return judged(
    'stay',
    `Stay with it while it lasts: ${nothing.toLowerCase()}${dearer === undefined ? '' : ', and the older is no cheaper'}.`,
    { for: [nothing], against: open },
  );
}
