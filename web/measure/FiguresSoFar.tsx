import { memo } from 'react';
import type { Lab } from '#contract/lab-records.ts';
import type { PairRecord } from '#contract/pair-records.ts';
import { isClaimed } from '#core/catalogue/claimed-quantities.ts';
import { classOf } from '#core/catalogue/classes.ts';
import type {
  MeasuredQuantityId,
  NoticeableSteps,
  QuantityId,
} from '#core/catalogue/quantities.ts';
import { claimJudgement, claimOnFile } from '#core/claims/claim.ts';
import { nameStackBasis } from '#core/figures/basis.ts';
import { type Figure, figureExpanded } from '#core/figures/figure.ts';
import { claimHindrance, claimTerms } from '#core/wording/claim-sentences.ts';
import { joined } from '#core/wording/message.ts';
import { textOf } from '#core/wording/sentence.ts';
import { Says } from '../kit/Says.tsx';
import { ClaimAnswer } from '../shell/ClaimAnswer.tsx';
import { useUnits } from '../shell/units.ts';
import classes from './FiguresSoFar.module.css';
import type { Sitting } from './sitting.ts';

/** The claims on a quantity, each compared with the figure of this pair. */
function Claims({
  record,
  lab,
  quantity,
  figure,
}: {
  record: PairRecord;
  lab: Lab;
  quantity: QuantityId;
  figure: Figure | undefined;
}) {
  const units = useUnits();
  const claims = record.edition.claims.filter(
    (claim) => claim.quantity === quantity && claim.withdrawn === null,
  );
  if (!isClaimed(quantity) || claims.length === 0) return <span className="soft">none</span>;
  const known = {
    exponent: { ...lab.exponent, df: lab.exponent.df ?? Number.POSITIVE_INFINITY },
    slopes: Object.fromEntries(
      lab.slopes.filter(({ inUse }) => inUse).map((own) => [own.quantity, { size: own }]),
    ),
    noticeable: lab.noticeable as NoticeableSteps,
  };
  return claims.map((claim) => {
    const onFile = claimOnFile(claim, record.edition.sample);
    const judged = figure && claimJudgement(onFile, figure, known);
    return (
      <span
        key={claim.id}
        className={classes.claim}
        title={judged?.hindrance && textOf(claimHindrance(judged.hindrance))}
      >
        <span className="figure">{claim.typed}</span>{' '}
        {judged && <ClaimAnswer judged={judged} gap={units.write(quantity, judged.gap).text} />}
        <span className={classes.terms}>
          {judged && <Says words={joined(claimTerms(onFile), '; ')} />}
        </span>
      </span>
    );
  });
}

/** Drop so far, what is claimed of it and of this station, and the basis. */
export const FiguresSoFar = memo(function FiguresSoFar({
  record,
  lab,
  sitting,
  quantity,
}: {
  record: PairRecord;
  lab: Lab;
  sitting: Sitting;
  quantity: MeasuredQuantityId;
}) {
  const units = useUnits();
  const { left, right, pair } = sitting.figures;
  const { drop } = pair;
  const stack = drop?.basis.stack ?? sitting.figures.pair['heel-stack']?.basis.stack;
  return (
    <dl className={classes.figures}>
      <div>
        <dt>Drop so far</dt>
        <dd className={`figure ${classes.large}`} data-testid="drop">
          {drop ? units.writeOf(drop).text : '–'}
        </dd>
        {drop && (
          <dd className={classes.terms}>
            {left.drop && <span className="left">L {units.writeOf(left.drop).value}</span>}{' '}
            {right.drop && <span className="right">R {units.writeOf(right.drop).value}</span>} ·{' '}
            {classOf(units.define('drop').classes ?? [], drop.value, figureExpanded(drop))}
          </dd>
        )}
      </div>
      <div>
        <dt>Drop claimed, for this pair</dt>
        <dd data-testid="drop-claim">
          <Claims record={record} lab={lab} quantity="drop" figure={drop} />
        </dd>
      </div>
      <div>
        <dt>This station claimed</dt>
        <dd data-testid="station-claim">
          <Claims record={record} lab={lab} quantity={quantity} figure={pair[quantity]} />
        </dd>
      </div>
      <div>
        <dt>Basis</dt>
        <dd>{stack ? nameStackBasis(stack) : 'no stack in this session'}</dd>
      </div>
    </dl>
  );
});
