/** Which label of an edition to take for a foot: of those that are made, by the room that its inside leaves. */

import { FIT_LIMITS } from '../limits/fit-limits.ts';
import type { FitNote, LabelChance, Recommendation } from '../records/sizing-verdict.ts';
import { HALF_SIZE_MM, lastLength, type SizeLabel } from '../sizing/size-label.ts';
import { isAtLeast, isAtMost } from '../statistics/at-limit.ts';
import { tProbability } from '../statistics/distributions.ts';
import type { LengthWithDoubt } from './deviation.ts';
import { labelAway, type MadeWidth } from './made-sizes.ts';
import { rightGap } from './try-on.ts';
import { widthRank } from './widths.ts';

/** What a sock takes of the length, mm: half a size for a thick one, a size for two pairs. Common practice. */
export const SOCK_MM: Readonly<Record<string, number>> = {
  none: 0,
  thin: 0,
  usual: 0,
  thick: HALF_SIZE_MM,
  'two pairs': 2 * HALF_SIZE_MM,
};

/** Where practice differs: how it is done here. */
export interface FitSchools {
  /** Leather for climbing is bought half a size small, since it stretches; else true. */
  leatherSmall: boolean;
  /** A low arch wants a stiff straight shoe, a high one a flexible soft shoe; else as it feels. */
  byArch: boolean;
}

export interface FootToFit {
  lengthLeftMm?: number | undefined;
  lengthRightMm?: number | undefined;
  widthMm?: number | undefined;
  arch?: '' | 'high' | 'middle' | 'low' | undefined;
  sock: string;
  use: string;
}

/** An edition at hand: its inside at a label, what is made of it. */
export interface EditionToFit {
  insideAt: (label: SizeLabel) => LengthWithDoubt | undefined;
  made: readonly MadeWidth[];
  /** Its own label, where nobody has said what is made. */
  label: SizeLabel;
  leather: boolean;
}

/** @example footWidthWord(270, 112) // 'wide' */
export function footWidthWord(
  lengthMm: number | undefined,
  widthMm: number | undefined,
): 'narrow' | 'usual' | 'wide' | undefined {
  if (lengthMm === undefined || widthMm === undefined) return undefined;
  const share = widthMm / lengthMm;
  return isAtLeast(share, FIT_LIMITS.wideFoot.value)
    ? 'wide'
    : isAtMost(share, FIT_LIMITS.narrowFoot.value)
      ? 'narrow'
      : 'usual';
}

function chanceOf(
  label: SizeLabel,
  inside: LengthWithDoubt,
  footMm: number,
  [least, most]: readonly [number, number],
): LabelChance {
  const gapMm = inside.mm - footMm;
  const u = Math.hypot(inside.u, FIT_LIMITS.footUncertainty.value, FIT_LIMITS.equalLengths.value);
  const short = tProbability((least - gapMm) / u, inside.df);
  const long = 1 - tProbability((most - gapMm) / u, inside.df);
  return { label, gapMm, short, right: Math.max(0, 1 - short - long), long };
}

/** The width that is made and comes nearest to what a foot wants. */
function widthFor(made: readonly MadeWidth[], wanted: number): MadeWidth | undefined {
  return [...made].sort(
    (a, b) =>
      Math.abs((widthRank(a.width) ?? 0) - wanted) - Math.abs((widthRank(b.width) ?? 0) - wanted),
  )[0];
}

/** What is done with a longer and a shorter foot. */
function unequalNotes({ lengthLeftMm, lengthRightMm }: FootToFit): FitNote[] {
  if (lengthLeftMm === undefined || lengthRightMm === undefined) return [];
  const differMm = Math.abs(lengthLeftMm - lengthRightMm);
  if (isAtMost(differMm, FIT_LIMITS.unequalFeet.value)) return [];
  return [
    { kind: 'unequal feet', differMm, smaller: lengthLeftMm < lengthRightMm ? 'left' : 'right' },
  ];
}

function roomNotes({ gapMm, short, long }: LabelChance): FitNote[] {
  if (long > short && long >= 1 - FIT_LIMITS.sureLabel.value)
    return [{ kind: 'roomy', share: long }];
  return short >= 1 - FIT_LIMITS.sureLabel.value ? [{ kind: 'tight', share: short, gapMm }] : [];
}

const archNotes = (arch: FootToFit['arch'], { byArch }: FitSchools): FitNote[] =>
  !byArch || !arch || arch === 'middle' ? [] : [{ kind: 'arch', arch }];

/**
 * The label that is made whose inside leaves the wanted gap on the longer foot, with how sure that is.
 *
 * @example an inside of 267.8 mm and a foot of 256 mm leave 11.8 mm: right with more than 0.9
 */
export function recommend(
  foot: FootToFit,
  edition: EditionToFit,
  schools: FitSchools,
): Recommendation {
  const lengths = [foot.lengthLeftMm, foot.lengthRightMm].filter((mm) => mm !== undefined);
  const notKnown = (hindrance: NonNullable<Recommendation['hindrance']>): Recommendation => ({
    verdict: 'cannot tell',
    hindrance,
    chances: [],
    notes: [],
  });
  if (lengths.length === 0) return notKnown('no foot length');
  const longest = Math.max(...lengths);
  const stretch =
    foot.use === 'climbing' && edition.leather && schools.leatherSmall ? -HALF_SIZE_MM : 0;
  const footMm = longest + (SOCK_MM[foot.sock] ?? 0) + stretch;
  const word = footWidthWord(longest, foot.widthMm);
  const known = edition.made.length > 0;
  const made = known
    ? edition.made
    : [{ labels: [-4, -3, -2, -1, 0, 1, 2, 3, 4].map((away) => labelAway(edition.label, away)) }];
  const chosen = widthFor(made, word === 'wide' ? 1 : word === 'narrow' ? -1 : 0);
  const gap = rightGap(foot.use);
  const chances = (chosen?.labels ?? []).flatMap((label) => {
    const inside = edition.insideAt(label);
    return inside ? [chanceOf(label, inside, footMm, gap)] : [];
  });
  if (chances.length === 0) return notKnown('not measured inside');
  const byLength = [...chances].sort((a, b) => lastLength(a.label) - lastLength(b.label));
  const best = byLength.reduce((a, b) => (b.right > a.right ? b : a));
  const at = byLength.indexOf(best);
  const neighbours = [byLength[at - 1], byLength[at + 1]].filter((one) => one !== undefined);
  const verdict =
    best.right >= FIT_LIMITS.sureLabel.value
      ? 'sure'
      : best.right >= FIT_LIMITS.likelyLabel.value
        ? 'probably'
        : 'cannot tell';
  const isWide = word === 'wide' && (widthRank(chosen?.width) ?? 0) < 1;
  const notes: FitNote[] = [
    ...(isWide ? [{ kind: 'wide foot' } as const] : []),
    ...unequalNotes(foot),
    ...roomNotes(best),
    ...(foot.sock === 'thick' || foot.sock === 'two pairs'
      ? [{ kind: 'sock', sock: foot.sock, mm: SOCK_MM[foot.sock] ?? 0 } as const]
      : []),
    ...(stretch === 0 ? [] : [{ kind: 'leather' } as const]),
    ...archNotes(foot.arch, schools),
    ...(known ? [] : [{ kind: 'sizes unknown' } as const]),
  ];
  const inWidth = chosen?.width ? { width: chosen.width } : {};
  return {
    ...(verdict === 'cannot tell' ? {} : { take: { label: best.label, ...inWidth } }),
    ...inWidth,
    verdict,
    chances: [best, ...neighbours],
    notes,
  };
}
