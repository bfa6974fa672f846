/** What a try-on shows: reasons, what to try next, and whether to keep the shoe. Common practice. */

import { FIT_LIMITS } from '../limits/fit-limits.ts';
import type {
  TryOnOutcome,
  TryOnStep,
  TryOnSwap,
  TryOnVerdict,
} from '../records/try-on-verdict.ts';
import { type Finding, verdictOf } from '../records/verdict.ts';
import { HALF_SIZE_MM, isSameSize, lastLength } from '../sizing/size-label.ts';
import { labelAway, labelsInWidth, nearestMade, nextWidth } from './made-sizes.ts';
import type { TryOn } from './try-on.ts';
import {
  ANOTHER_MODEL,
  type Answers,
  answersOf,
  missingAnswer,
  REMEDIES,
  type Remedy,
  type RemedyKind,
  TRY_ON_RULES,
  type TryOnRule,
} from './try-on-rules.ts';

const SWAPS: readonly RemedyKind[] = ['wider build', 'narrower build', 'half up', 'half down'];
/** What is tried on the shoe at hand. */
const EXPERIMENTS: readonly RemedyKind[] = [
  'again as usual',
  'wear indoors',
  'sock',
  'lacing',
  'heel padding',
  'insole',
  'clinician',
];

const LAST_RESORT = {
  lacing: { kind: 'lacing', what: 'other-lacing', why: 'no-swap' },
  insole: { kind: 'insole', what: 'another-insole', why: 'lacing-no-help' },
  letGo: { kind: 'let go', what: 'return', why: 'neither-helps' },
} as const satisfies Record<string, Remedy>;

const ROW_FORCED_LOOSE = 4;

/** A remedy with what it would be swapped for, where it is a swap. */
type Planned = Remedy & { swap?: TryOnSwap };

const inWidth = (width: string | undefined) => (width === undefined ? {} : { width });

/** The shoe that a swap would bring; undefined where it is not made, or the label is not known. */
function swapOf(kind: RemedyKind, tryOn: TryOn): TryOnSwap | undefined {
  const { label, labelWidth, made } = tryOn;
  if (!label) return undefined;
  if (kind === 'wider build' || kind === 'narrower build') {
    const found =
      made && nextWidth(made, label, labelWidth, kind === 'wider build' ? 'wider' : 'narrower');
    return found && { label, ...inWidth(found.width) };
  }
  const wanted = lastLength(label) + (kind === 'half up' ? 1 : -1) * HALF_SIZE_MM;
  if (!made)
    return { label: labelAway(label, kind === 'half up' ? 1 : -1), ...inWidth(labelWidth) };
  const others = labelsInWidth(made, labelWidth).filter((known) => !isSameSize(known, label));
  const found = nearestMade(others, wanted);
  // Half a size is asked for: a whole one is another thing, and comes after the wider build.
  return found && found.tooLongMm === 0
    ? { label: found.label, ...inWidth(labelWidth) }
    : undefined;
}

/** Where only whole sizes are made: the wider build, and only then the size above. */
function insteadOfHalfUp(tryOn: TryOn): Planned[] {
  const wider = swapOf('wider build', tryOn);
  const { label, labelWidth, made = [] } = tryOn;
  const full =
    label &&
    nearestMade(
      labelsInWidth(made, labelWidth).filter((known) => lastLength(known) > lastLength(label)),
      lastLength(label) + 2 * HALF_SIZE_MM,
    );
  return [
    ...(wider
      ? [
          {
            kind: 'wider build' as const,
            what: 'wider-same-size' as const,
            why: 'width-before-full' as const,
            swap: wider,
          },
        ]
      : []),
    ...(full
      ? [
          {
            kind: 'half up' as const,
            what: 'full-up' as const,
            why: 'no-half-size' as const,
            swap: { label: full.label, ...inWidth(labelWidth) },
          },
        ]
      : []),
  ];
}

/** The remedies of one rule that there are: a swap that is not made gives way to the next in cost. */
function availableOf(remedies: readonly Remedy[], tryOn: TryOn): Planned[] {
  return remedies.flatMap((remedy): Planned[] => {
    if (!SWAPS.includes(remedy.kind)) return [remedy];
    const swap = swapOf(remedy.kind, tryOn);
    if (swap) return [{ ...remedy, swap }];
    // A width that nobody says is made may be: it is asked for by its name alone.
    if (!tryOn.made || !tryOn.label) return [remedy];
    return remedy.kind === 'half up' ? insteadOfHalfUp(tryOn) : [];
  });
}

const costOf = ({ kind }: Remedy) => REMEDIES.indexOf(kind);

/** Each thing once, as it stands first. */
const once = (planned: readonly Planned[]): Planned[] =>
  planned.filter(
    (one, at) =>
      planned.findIndex(
        (other) =>
          other.what === one.what ||
          (one.swap !== undefined && JSON.stringify(other.swap) === JSON.stringify(one.swap)),
      ) === at,
  );

const stepOf = ({ what, why, swap }: Planned): TryOnStep => ({ what, why, ...swap });

/** What follows from the leading remedy alone. */
function outcomeOf(leading: Planned | undefined): TryOnOutcome {
  if (!leading) return 'let go';
  if (SWAPS.includes(leading.kind)) return 'swap';
  return EXPERIMENTS.includes(leading.kind) ? 'open' : 'let go';
}

/** The remedies of the leading rule, when the shoe cannot be swapped any more. */
function withoutSwaps(leading: readonly Planned[], row: number): Planned[] {
  const left = leading.filter(({ kind }) => !SWAPS.includes(kind));
  const last = [
    ...(row === ROW_FORCED_LOOSE ? [] : [LAST_RESORT.lacing]),
    LAST_RESORT.insole,
    LAST_RESORT.letGo,
  ].filter(({ kind }) => !left.some((one) => one.kind === kind));
  return [...left, ...last];
}

const findingOf = ({ row }: TryOnRule): Finding => ({ rule: `fit/${row}`, subject: 'try-on' });

/** What no rule speaks of: it fits, or it is not known, with the one answer that would decide most. */
function withoutRule(answers: Answers): TryOnVerdict {
  const fits =
    answers.room === 'right' &&
    answers.heel === 'none' &&
    answers.widths.length > 0 &&
    answers.widths.every((value) => value === 0);
  if (fits)
    return {
      ...verdictOf('keep', {
        decisive: ['fit/20'],
        evidenceFor: [{ rule: 'fit/20', subject: 'try-on' }],
      }),
      rows: [20],
      next: [],
    };
  const missing = missingAnswer(answers);
  return {
    ...verdictOf('cannot tell', {
      decisive: ['fit/21'],
      unknown: missing ? [{ rule: 'fit/21', subject: missing, how: 'answer' }] : [],
    }),
    rows: [21],
    next: [
      missing
        ? { what: missing, why: 'most-useful' }
        : { what: 'another-size', why: 'all-answered' },
    ],
  };
}

/**
 * Judges a try-on by the rules: every one that holds is a reason, the first leads and alone decides.
 *
 * @example tryOnVerdict({ toeRoom: 'right', heel: 'none', width: { ball: 0 } }).answer // 'keep'
 */
export function tryOnVerdict(tryOn: TryOn): TryOnVerdict {
  const answers = answersOf(tryOn);
  const fired = TRY_ON_RULES.filter((rule) => rule.fires(answers));
  const [leading, ...others] = fired;
  if (!leading) return withoutRule(answers);
  const isFinal =
    (tryOn.daysLeft !== undefined && tryOn.daysLeft <= 0) || tryOn.wornOutside === true;
  const isUrgent =
    !isFinal && (tryOn.daysLeft ?? Number.POSITIVE_INFINITY) <= FIT_LIMITS.swapNow.value;
  let own = availableOf(leading.remedies, tryOn);
  const wantsSwap = leading.remedies.some(({ kind }) => SWAPS.includes(kind));
  if (isFinal && wantsSwap) own = withoutSwaps(own, leading.row);
  // What is swapped comes first while it still can be; experiments are for the shoe that stays.
  if (isUrgent)
    own = [
      ...own.filter(({ swap }) => swap !== undefined),
      ...own.filter(({ swap }) => swap === undefined),
    ];
  const rest = others
    .flatMap(({ remedies }) => availableOf(remedies, tryOn))
    .filter(({ kind }) => !isFinal || !SWAPS.includes(kind))
    // Row 4 says that lacing does not help, whatever others would try.
    .filter(({ kind }) => leading.row !== ROW_FORCED_LOOSE || kind !== 'lacing')
    .sort((a, b) => costOf(a) - costOf(b));
  const isPair = leading.row !== 1;
  // What is not made leaves the foot to another model.
  const otherwise: Planned[] = own.length === 0 ? [ANOTHER_MODEL] : [];
  const planned = once(isPair ? [...own, ...rest, ...otherwise] : own);
  const outcome = outcomeOf(own[0]);
  const swap = outcome === 'swap' ? own[0]?.swap : undefined;
  return {
    ...verdictOf(outcome, {
      decisive: [`fit/${leading.row}`],
      evidenceAgainst: fired.map(findingOf),
      safety: leading.remedies.some(({ kind }) => kind === 'clinician'),
    }),
    rows: fired.map(({ row }) => row),
    next: planned.map(stepOf),
    ...(swap ? { swapFor: swap } : {}),
  };
}
