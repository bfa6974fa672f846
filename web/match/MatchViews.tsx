import { memo } from 'react';
import type { FeatureJudgement } from '#core/match/match.ts';
import { footbedDrawing, rearDrawings } from '#core/match/match-drawing.ts';
import { ChartFrame } from '../drawing/ChartFrame.tsx';
import classes from './MatchViews.module.css';

const PAD = 8;

/** Footbeds face to face, heels together. */
function Footbeds({ judgements, name }: { judgements: readonly FeatureJudgement[]; name: string }) {
  const drawing = footbedDrawing(judgements);
  if (!drawing) return null;
  const { left, right, ends, length, width, words } = drawing;
  const rows = judgements.filter(
    (one) => one.id === 'footbed-length' || one.id === 'footbed-ball-width',
  );
  return (
    <ChartFrame
      quiet
      name={`${name}-footbeds`}
      table={{
        columns: ['footbed', 'left mm', 'right mm'],
        rows: rows.map((one) => [
          one.id === 'footbed-length' ? 'length' : 'width at the ball',
          one.left?.value.toFixed(1) ?? '',
          one.right?.value.toFixed(1) ?? '',
        ]),
      }}
    >
      <svg
        viewBox={`${-PAD} ${-width / 2 - PAD} ${length + 2 * PAD} ${width + 2 * PAD + 10}`}
        className={classes.view}
        role="img"
        aria-label={`Footbeds face to face: ${words}.`}
      >
        <path d={left} className={classes.shoe} data-side="left" />
        <path d={right} className={classes.shoe} data-side="right" />
        {(['left', 'right'] as const).map((side) => (
          <line
            key={side}
            x1={ends[side]}
            x2={ends[side]}
            y1={width / 2 + 4}
            y2={width / 2 + 14}
            className={classes.end}
            data-side={side}
          />
        ))}
      </svg>
      <p className={classes.words}>left plain, right dashed: {words}</p>
    </ChartFrame>
  );
}

/** Both shoes from behind, as they stand on the table: left is left. */
function FromBehind({
  judgements,
  name,
}: {
  judgements: readonly FeatureJudgement[];
  name: string;
}) {
  const drawing = rearDrawings(judgements);
  if (!drawing) return null;
  const { shoes, height, words } = drawing;
  const spread = 58;
  return (
    <ChartFrame
      quiet
      name={`${name}-from-behind`}
      table={{
        columns: ['from behind', 'left', 'right'],
        rows: judgements
          .filter((one) => one.id === 'heel-seam' || one.id === 'sole-plane')
          .map((one) => [
            one.id === 'heel-seam' ? 'seam off centre, mm' : 'sole plane, °',
            one.left?.value.toFixed(1) ?? '',
            one.right?.value.toFixed(1) ?? '',
          ]),
      }}
    >
      <svg
        viewBox={`-104 ${-height - 10} 208 ${height + 30}`}
        className={classes.view}
        role="img"
        aria-label={`Both shoes from behind: ${words}.`}
      >
        <line x1={-100} x2={100} y1={0} y2={0} className={classes.ground} />
        {shoes.map((shoe) => (
          <g key={shoe.side} transform={`translate(${shoe.side === 'left' ? -spread : spread} 0)`}>
            <path d={shoe.upper} className={classes.shoe} data-side={shoe.side} />
            <path d={shoe.sole} className={classes.shoe} data-side={shoe.side} />
            <line x1={0} x2={0} y1={0} y2={-height} className={classes.middle} />
            <line {...shoe.seam} className={classes.seam} data-side={shoe.side} />
            <text y={15} className={classes.note} data-middle>
              {shoe.side}
            </text>
          </g>
        ))}
      </svg>
      <p className={classes.words}>{words}</p>
    </ChartFrame>
  );
}

/** The views that the readings so far allow. */
export const MatchViews = memo(function MatchViews(props: {
  judgements: readonly FeatureJudgement[];
  name: string;
}) {
  return (
    <div className={classes.views}>
      <Footbeds {...props} />
      <FromBehind {...props} />
    </div>
  );
});
