import { memo } from 'react';
import type { Lab } from '#contract/lab-records.ts';
import type { PairRecord } from '#contract/pair-records.ts';
import { classOf } from '#core/catalogue/classes.ts';
import type {
  MeasuredQuantityId,
  NoticeableSteps,
  QuantityId,
} from '#core/catalogue/quantities.ts';
import { claimJudgement, claimOnFile, isClaimed } from '#core/claims/claim.ts';
import { nameStackBasis } from '#core/figures/basis.ts';
import { type Figure, figureExpanded } from '#core/figures/figure.ts';
import { useUnits } from '../shell/units.ts';
import { Verdict } from '../shell/Verdict.tsx';
import classes from './FiguresSoFar.module.css';
import type { Sitting } from './sitting.ts';

/** The claims on a quantity, each held against the figure of this pair. */
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
    const judged =
      figure && claimJudgement(claimOnFile(claim, record.edition.sample), figure, known);
    return (
      <span key={claim.id} className={classes.claim} title={judged?.reason}>
        <span className="figure">{claim.typed}</span>{' '}
        {judged && <Verdict word={judged.verdict} noticeable={judged.noticeable} />}
        <span className={classes.terms}>{(judged?.terms ?? []).join('; ')}</span>
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
