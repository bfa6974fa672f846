/** Two pairs, or two builds of a model, held against each other: is it the same outsole, the same footbed? */

import { MATCH_FEATURES, type MatchFeatureId } from '../catalogue/match-feature-ids.ts';
import { matchFeature, type ToleranceRule } from '../catalogue/match-features.ts';
import type { Catalogue } from '../catalogue/quantities.ts';
import { compareBases } from '../figures/basis.ts';
import type { Figure } from '../figures/figure.ts';
import { type MeasuredPair, sessionFigures } from '../figures/pair-figure.ts';
import { nameLabel } from '../sizing/size-label.ts';
import type { FeatureFigures } from './check-figures.ts';
import { type FeatureJudgement, judgeFigures } from './match.ts';

/** What a feature tells of. */
const PARTS = {
  outsole: ['outsole-small', 'outsole-large', 'outsole-hardness'],
  footbed: ['footbed-length', 'footbed-ball-width'],
  foam: ['midsole-lateral-hardness'],
  upper: ['toe-tip-height', 'collar-lateral', 'collar-medial'],
  'whole shoe': ['mass'],
} as const satisfies Record<string, readonly MatchFeatureId[]>;
export type HeldPart = keyof typeof PARTS;
export const HELD_PARTS = Object.keys(PARTS) as HeldPart[];

/** What two pairs are held by: what stands off zero by itself is of one shoe, not of two pairs. */
const FEATURES = MATCH_FEATURES.filter((id) => matchFeature(id).against === 'other');

export interface HeldPairs {
  judgements: FeatureJudgement[];
  /** Features that both have and that are not like for like, each with the reason. */
  apart: { feature: MatchFeatureId; reason: string }[];
  parts: { part: HeldPart; word: 'alike' | 'differs' | 'cannot tell'; by: MatchFeatureId[] }[];
}

/**
 * The latest figure of each feature of a pair, both shoes together: from a sitting, and from a check where no
 * sitting has it.
 */
export function featuresOfPair({ sessions, checks = [] }: MeasuredPair): FeatureFigures {
  const features: FeatureFigures = {};
  for (const { figures } of checks)
    for (const id of FEATURES) {
      const figure = figures.pair[id];
      if (figure) features[id] = figure;
    }
  for (const session of sessions) {
    const { pair } = sessionFigures(session);
    for (const id of FEATURES) {
      const figure = pair[id];
      if (figure) features[id] = figure;
    }
  }
  return features;
}

const reasonApart = (id: MatchFeatureId, a: Figure, b: Figure, catalogue?: Catalogue) => {
  const answer = compareBases(id, a.basis, b.basis, catalogue);
  if (answer.terms === 'like') return undefined;
  if (answer.terms === 'not') return answer.reason;
  const labels = [nameLabel(a.basis.label), nameLabel(b.basis.label)];
  return labels[0] === labels[1] ? 'taken on another basis' : `taken in ${labels.join(' and in ')}`;
};

/**
 * Holds two pairs against each other by the features of the ladder, left and right together. A part is
 * *alike* where all that was taken of it is within, *differs* where one feature is out; else *cannot tell*.
 *
 * @param a stands on the left
 * @param b stands on the right: differences are b less a
 */
export function holdPairs(
  a: FeatureFigures,
  b: FeatureFigures,
  tolerances: Partial<Record<MatchFeatureId, ToleranceRule | undefined>>,
  catalogue?: Catalogue,
): HeldPairs {
  const apart: HeldPairs['apart'] = [];
  const judgements = FEATURES.map((id) => {
    const [left, right] = [a[id], b[id]];
    const reason = left && right && reasonApart(id, left, right, catalogue);
    if (reason) apart.push({ feature: id, reason });
    return judgeFigures(
      id,
      reason ? {} : { ...(left ? { left } : {}), ...(right ? { right } : {}) },
      tolerances[id],
    );
  });
  const parts = HELD_PARTS.map((part) => {
    const own = judgements.filter(
      ({ id, verdict }) =>
        verdict !== 'not taken' && (PARTS[part] as readonly MatchFeatureId[]).includes(id),
    );
    const out = own.filter(({ verdict }) => verdict === 'out');
    const open = own.filter(({ verdict }) => verdict === 'cannot tell');
    const word =
      out.length > 0 ? 'differs' : own.length > 0 && open.length === 0 ? 'alike' : 'cannot tell';
    return { part, word, by: (out.length > 0 ? out : own).map(({ id }) => id) } as const;
  });
  return { judgements, apart, parts };
}
