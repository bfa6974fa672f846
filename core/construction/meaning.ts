/** What construction says together with figures: its shape, and what its rules share. */
import type { PartId } from '../catalogue/construction.ts';
import type { Use, Uses } from '../catalogue/disciplines.ts';
import type { QuantityId } from '../catalogue/quantities.ts';
import type { ConstructionAnswer, MeaningId } from '../records/construction-verdict.ts';
import { type Finding, type Missing, type Verdict, verdictOf } from '../records/verdict.ts';
import type { ConstructionEvidence, MeaningSaid } from '../wording/construction-sentences.ts';

/** A figure of the edition or the pair, with its U. */
export interface MeantFigure {
  value: number;
  U: number;
  /** Said of it, and measured by nobody here. */
  stated?: boolean;
}

/** A line of evidence: what was read, and how it is said. */
export type MeaningFinding = Finding & ConstructionEvidence;

export interface Meaning extends Verdict<ConstructionAnswer> {
  id: MeaningId;
  said: MeaningSaid;
  evidenceFor: readonly MeaningFinding[];
  evidenceAgainst: readonly MeaningFinding[];
}

export interface Known {
  part(id: PartId): string | undefined;
  figure(id: QuantityId): MeantFigure | undefined;
  /** Median of the scores by hand. */
  score(id: QuantityId): number | undefined;
  uses: readonly Use[];
  /** The uses that the lab has. */
  known: Uses | undefined;
}

/** A rule answers nothing where it has nothing to say of such a shoe. */
export type Rule = (known: Known) => Meaning | Meaning[] | undefined;

/**
 * What a rule says of a shoe.
 * @param pros evidence for the answer *so*; `cons` is evidence against it
 */
export function meant(
  id: MeaningId,
  answer: ConstructionAnswer,
  said: MeaningSaid,
  pros: readonly ConstructionEvidence[],
  cons: readonly ConstructionEvidence[] = [],
): Meaning {
  const rule = `construction/${id}`;
  const finding = (evidence: ConstructionEvidence): MeaningFinding => ({
    rule,
    subject: evidence.says,
    ...evidence,
  });
  return {
    ...verdictOf(answer, { decisive: [rule] }),
    id,
    said,
    evidenceFor: pros.map(finding),
    evidenceAgainst: cons.map(finding),
  };
}

/** What cannot be told, and what is needed for it. */
export function notKnown(
  id: MeaningId,
  needs: Extract<MeaningSaid, { says: 'needs' }>['needs'],
  how: Missing['how'],
): Meaning {
  const rule = `construction/${id}`;
  return {
    ...verdictOf('cannot tell', { decisive: [rule], unknown: [{ rule, subject: needs, how }] }),
    id,
    said: { says: 'needs', needs },
    evidenceFor: [],
    evidenceAgainst: [],
  };
}

export const mm = ({ value, U }: MeantFigure) => `${value.toFixed(1)} ± ${U.toFixed(1)} mm`;
