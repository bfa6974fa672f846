/** Which label of an edition to take for a foot: of those that are made, by the room that its inside leaves. */
import { FIT_LIMITS } from '../limits/fit-limits.ts';
import { HALF_SIZE_MM, lastLength, nameLabel, type SizeLabel } from '../sizing/size-label.ts';
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

export interface LabelChance {
  label: SizeLabel;
  gapMm: number;
  short: number;
  right: number;
  long: number;
}

export interface Recommendation {
  take?: { label: SizeLabel; width?: string };
  verdict: 'sure' | 'probably' | 'cannot tell';
  words: string;
  /** The label taken first, then its neighbours that are made. */
  chances: LabelChance[];
  /** What would change it, and what is done for the other foot. */
  notes: string[];
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

/** The figure and its sign stay on one line. */
const percent = (share: number) => `${(100 * share).toFixed(0)}\u00a0%`;

/** The width that is made and comes nearest to what a foot wants. */
function widthFor(made: readonly MadeWidth[], wanted: number): MadeWidth | undefined {
  return [...made].sort(
    (a, b) =>
      Math.abs((widthRank(a.width) ?? 0) - wanted) - Math.abs((widthRank(b.width) ?? 0) - wanted),
  )[0];
}

/** What is done with a longer and a shorter foot. */
function unequalNotes({ lengthLeftMm, lengthRightMm }: FootToFit): string[] {
  if (lengthLeftMm === undefined || lengthRightMm === undefined) return [];
  const differ = Math.abs(lengthLeftMm - lengthRightMm);
  if (isAtMost(differ, FIT_LIMITS.unequalFeet.value)) return [];
  const smaller = lengthLeftMm < lengthRightMm ? 'left' : 'right';
  return [
    `The feet differ by ${differ.toFixed(0)} mm: fitted to the larger. In the ${smaller} shoe an insole on top, or a lock at the ankle, takes up the rest.`,
  ];
}

function insoleNote({ gapMm, short, long }: LabelChance): string[] {
  if (long > short && long >= 1 - FIT_LIMITS.sureLabel.value)
    return [
      `Roomy with ${percent(long)}: an insole on top takes up room before half a size down does; a lock at the ankle holds the heel.`,
    ];
  return short >= 1 - FIT_LIMITS.sureLabel.value
    ? [
        `Tight with ${percent(short)}, ${gapMm.toFixed(0)} mm before the toes: a thinner insole lowers the foot and gains a little, lacing gains nothing of length.`,
      ]
    : [];
}

const archNote = (arch: FootToFit['arch'], { byArch }: FitSchools): string[] =>
  !byArch || !arch || arch === 'middle'
    ? []
    : [
        arch === 'low'
          ? 'A low arch, by this school: a stable, stiffer shoe on a straight last.'
          : 'A high arch, by this school: a more flexible, cushioned shoe.',
      ];

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
  const cannot = (words: string): Recommendation => ({
    verdict: 'cannot tell',
    words,
    chances: [],
    notes: [],
  });
  if (lengths.length === 0) return cannot('Cannot tell: no length of the foot is known.');
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
  if (chances.length === 0) return cannot('Cannot tell: its inside was not measured.');
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
  const name = [nameLabel(best.label), chosen?.width].filter(Boolean).join(' ');
  const notes = [
    ...(word === 'wide' && (widthRank(chosen?.width) ?? 0) < 1
      ? ['A wide foot, and no wider build is known to be made: try its width on first.']
      : []),
    ...unequalNotes(foot),
    ...insoleNote(best),
    ...(foot.sock === 'thick' || foot.sock === 'two pairs'
      ? [
          `${foot.sock === 'thick' ? 'A thick sock' : 'Two pairs of socks'}: ${(SOCK_MM[foot.sock] ?? 0).toFixed(0)} mm of length are counted for it, half to a whole size.`,
        ]
      : []),
    ...(stretch === 0
      ? []
      : [
          'Leather that stretches, bought half a size small: the room is that after it has. Another school buys it true.',
        ]),
    ...archNote(foot.arch, schools),
    ...(known ? [] : ['Sizes made are not known: half sizes are taken for granted.']),
  ];
  return {
    ...(verdict === 'cannot tell'
      ? {}
      : { take: { label: best.label, ...(chosen?.width ? { width: chosen.width } : {}) } }),
    verdict,
    words:
      verdict === 'cannot tell'
        ? `Cannot tell: ${name} comes nearest, right with ${percent(best.right)}.`
        : `${verdict === 'sure' ? 'Take' : 'Probably'} ${name}: ${best.gapMm.toFixed(0)} mm before the toes, right with ${percent(best.right)}.`,
    chances: [best, ...neighbours],
    notes,
  };
}

/** Uses where length is not traded for anything, and why. */
const NOT_TRADED: Readonly<Record<string, string>> = {
  'winter boots':
    'Winter boots: downhill the toes must not reach the front. One finger fits behind the heel in the sock that is worn; length is not given up for a better heel.',
  climbing:
    'Climbing: pain is no sign of a good fit. Toes lie flat or slightly bent; ask the shop’s fitter, and a clinician where it stays numb.',
};

/** What is said of a use before any label. */
export const fitCaution = (use: string): string | undefined => NOT_TRADED[use];
