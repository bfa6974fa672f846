/** What a try-on comes to: reasons, what to try next, and whether to keep the shoe. Common practice. */
import { FIT_LIMITS } from '../limits/fit-limits.ts';
import {
  HALF_SIZE_MM,
  isSameSize,
  lastLength,
  nameLabel,
  type SizeLabel,
} from '../sizing/size-label.ts';
import { labelAway, labelsInWidth, nearestMade, nextWidth } from './made-sizes.ts';
import type { TryOn } from './try-on.ts';
import {
  ANOTHER_MODEL,
  answersOf,
  missingAnswer,
  REMEDIES,
  type Remedy,
  type RemedyKind,
  TRY_ON_RULES,
} from './try-on-rules.ts';

export const TRY_ON_OUTCOMES = ['keep', 'swap', 'let go', 'open', 'cannot tell'] as const;
export type TryOnOutcome = (typeof TRY_ON_OUTCOMES)[number];

export interface TryOnStep {
  what: string;
  why: string;
  label?: SizeLabel;
  width?: string;
}

export interface TryOnVerdict {
  reasons: { row: number; verdict: string }[];
  next: TryOnStep[];
  outcome: TryOnOutcome;
  swapFor?: { label: SizeLabel; width?: string };
}

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
  lacing: { kind: 'lacing', what: 'other lacing', why: 'it can no longer be swapped' },
  insole: { kind: 'insole', what: 'another insole', why: 'where lacing does not help' },
  letGo: { kind: 'let go', what: 'let it go', why: 'where neither helps' },
} as const satisfies Record<string, Remedy>;

const ROW_FORCED_LOOSE = 4;

interface Swap {
  label: SizeLabel;
  width?: string;
}

/** A remedy with what it would be swapped for, where it is a swap. */
type Planned = Remedy & { swap?: Swap };

const inWidth = (width: string | undefined) => (width === undefined ? {} : { width });

/** The shoe that a swap would bring; undefined where it is not made, or the label is not known. */
function swapOf(kind: RemedyKind, tryOn: TryOn): Swap | undefined {
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
            what: 'the wider build, same label',
            why: 'no half size is made: width before a full size',
            swap: wider,
          },
        ]
      : []),
    ...(full
      ? [
          {
            kind: 'half up' as const,
            what: 'a full size up',
            why: 'no half size is made',
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

/**
 * Judges a try-on by the rules: every one that fires gives its reason, the first leads and alone decides.
 *
 * @example tryOnVerdict({ toeRoom: 'right', heel: 'none', width: { ball: 0 } }).outcome // 'keep'
 */
export function tryOnVerdict(tryOn: TryOn): TryOnVerdict {
  const answers = answersOf(tryOn);
  const fired = TRY_ON_RULES.filter((rule) => rule.fires(answers));
  const [leading, ...others] = fired;
  if (!leading) {
    const isTrue =
      answers.room === 'right' &&
      answers.heel === 'none' &&
      answers.widths.length > 0 &&
      answers.widths.every((value) => value === 0);
    if (isTrue)
      return { reasons: [{ row: 20, verdict: 'true to size' }], next: [], outcome: 'keep' };
    const missing = missingAnswer(answers);
    return {
      reasons: [{ row: 21, verdict: 'cannot tell' }],
      next: [
        missing
          ? { what: `say ${missing}`, why: 'the one answer that would tell the most' }
          : {
              what: 'another label or shoe to hold against it',
              why: 'all is answered, and nothing speaks up',
            },
      ],
      outcome: 'cannot tell',
    };
  }
  const reasons = fired.map(({ row, verdict }) => ({ row, verdict }));
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
    // Rule 4 says that no lacing helps, whatever others would try.
    .filter(({ kind }) => leading.row !== ROW_FORCED_LOOSE || kind !== 'lacing')
    .sort((a, b) => costOf(a) - costOf(b));
  const isPair = leading.row !== 1;
  // What is not made leaves the foot to another model.
  const otherwise: Planned[] = own.length === 0 ? [ANOTHER_MODEL] : [];
  const planned = once(isPair ? [...own, ...rest, ...otherwise] : own);
  const outcome = outcomeOf(own[0]);
  const swap = outcome === 'swap' ? own[0]?.swap : undefined;
  return {
    reasons,
    next: planned.map(stepOf),
    outcome,
    ...(swap ? { swapFor: swap } : {}),
  };
}

/** `Swap for 12 wide`, `Keep it`, `Open: something to try first`. */
export function outcomeWords({ outcome, swapFor }: TryOnVerdict): string {
  switch (outcome) {
    case 'keep':
      return 'Keep it';
    case 'swap':
      return swapFor
        ? `Swap for ${[nameLabel(swapFor.label), swapFor.width].filter(Boolean).join(' ')}`
        : 'Swap it';
    case 'let go':
      return 'Let it go';
    case 'open':
      return 'Open: something to try first';
    default:
      return 'Cannot tell yet';
  }
}
