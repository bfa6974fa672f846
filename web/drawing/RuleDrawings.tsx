import type { RuleDrawing } from '#core/catalogue/use-rule.ts';
import classes from './RuleDrawings.module.css';

/** A length with its doubt, mm; an angle, degrees. */
type Measures = Readonly<Record<string, { value: number; U: number }>>;

const GROUND = 150;
const MIDDLE = 130;
/** So many pixels a mm. */
const SCALE = 1.35;
const degrees = (radians: number) => (radians * 180) / Math.PI;

/** The heel from behind, to scale: half its width over its stack is how far it leans before it stands on its edge. */
function Tilt({
  width,
  stack,
  least,
}: {
  width: number;
  stack: number;
  least: number | undefined;
}) {
  const half = (width / 2) * SCALE;
  const top = GROUND - stack * SCALE;
  const edge = MIDDLE + half;
  const angle = degrees(Math.atan2(width / 2, stack));
  // Where the top would have to stand for the angle that is wanted.
  const wanted =
    least === undefined ? undefined : GROUND - half / Math.tan((least * Math.PI) / 180);
  const crown = Math.max(0, Math.min(top, wanted ?? top) - 20);
  return (
    <svg
      viewBox={`0 ${crown} 260 ${GROUND + 22 - crown}`}
      className={classes.plate}
      role="img"
      aria-label={`Heel from behind: ${width.toFixed(0)} mm wide and ${stack.toFixed(0)} mm high. It leans ${angle.toFixed(0)} degrees before it stands on its edge${least === undefined ? '' : `; at least ${least.toFixed(0)} are wanted`}.`}
    >
      <line x1="10" x2="250" y1={GROUND} y2={GROUND} className={classes.ground} />
      <path
        d={`M${MIDDLE - half},${GROUND}L${MIDDLE - half * 0.94},${top}L${MIDDLE + half * 0.94},${top}L${edge},${GROUND}Z`}
        className={classes.solid}
      />
      <line x1={MIDDLE} x2={MIDDLE} y1={GROUND} y2={top} className={classes.fine} />
      <line x1={MIDDLE} x2={edge} y1={top} y2={GROUND} className={classes.ink} />
      <circle cx={MIDDLE} cy={top} r="3.5" className={classes.dot} />
      {wanted !== undefined && (
        <g>
          <line x1={MIDDLE - half} x2={edge} y1={wanted} y2={wanted} className={classes.limit} />
          <text x={10} y={wanted - 3} className={classes.words}>
            no higher: {least?.toFixed(0)}°
          </text>
        </g>
      )}
      <text x={MIDDLE + 6} y={GROUND - 6} className={classes.words}>
        {(width / 2).toFixed(0)}
      </text>
      <text x={MIDDLE - 24} y={(GROUND + top) / 2} className={classes.words}>
        {stack.toFixed(0)}
      </text>
      <text x={edge + 4} y={GROUND - 8} className={classes.words}>
        {angle.toFixed(0)}°
      </text>
    </svg>
  );
}

/** The toe box under a lever: its height against the room that a usual lever leaves. */
function ToeUnderLever({ height, most }: { height: number; most: number }) {
  const scale = 1.5;
  const top = GROUND - height * scale;
  const lever = GROUND - most * scale;
  return (
    <svg
      viewBox="0 0 260 172"
      className={classes.plate}
      role="img"
      aria-label={`Toe box from the side: ${height.toFixed(0)} mm high, with ${most.toFixed(0)} mm of room under a usual lever.`}
    >
      <line x1="10" x2="250" y1={GROUND} y2={GROUND} className={classes.ground} />
      <path
        d={`M20,${GROUND}L20,${top + 6}C70,${top} 120,${top} 150,${top + 8}C176,${top + 24} 186,${GROUND - 26} 186,${GROUND}Z`}
        className={classes.solid}
      />
      <circle cx="128" cy={lever - 8} r="8" className={classes.ink} />
      <line x1="128" x2="236" y1={lever - 8} y2={lever - 20} className={classes.ink} />
      <line x1="14" x2="214" y1={lever} y2={lever} className={classes.limit} />
      <text x="192" y={lever + 12} className={classes.words}>
        room {most.toFixed(0)} mm
      </text>
      <text x="26" y={GROUND - 8} className={classes.words}>
        toe {height.toFixed(0)} mm
      </text>
    </svg>
  );
}

/** Larger than life: degrees are small. */
const TIMES = 6;

/** Heel and sole from behind on one plane: the heel's turn against the sole's, drawn larger than life. */
function OnePlane({ twist }: { twist: number }) {
  const turn = TIMES * twist;
  return (
    <svg
      viewBox="0 0 260 172"
      className={classes.plate}
      role="img"
      aria-label={`Sole and heel from behind: ${Math.abs(twist).toFixed(1)} degrees apart, drawn ${TIMES} times larger than life.`}
    >
      <line x1="10" x2="250" y1={GROUND} y2={GROUND} className={classes.ground} />
      <rect x="60" y={GROUND - 18} width="140" height="18" className={classes.solid} />
      <g transform={`rotate(${turn} ${MIDDLE} ${GROUND - 18})`}>
        <path
          d={`M${MIDDLE - 34},${GROUND - 18}L${MIDDLE - 26},${GROUND - 74}L${MIDDLE + 26},${GROUND - 74}L${MIDDLE + 34},${GROUND - 18}Z`}
          className={classes.solid}
        />
        <line x1={MIDDLE} x2={MIDDLE} y1={GROUND - 18} y2={GROUND - 96} className={classes.ink} />
      </g>
      <line x1={MIDDLE} x2={MIDDLE} y1={GROUND} y2={GROUND - 110} className={classes.fine} />
      <text x={MIDDLE + 8} y={GROUND - 100} className={classes.words}>
        {twist.toFixed(1)}°, drawn {TIMES} times larger
      </text>
    </svg>
  );
}

/** Geometry that decides a rule, drawn from the figures; nothing where they are not there. */
export function RuleDrawingOf({
  draws,
  measures,
  limit,
}: {
  draws: RuleDrawing;
  measures: Measures;
  /** The line that decides: degrees, or mm. */
  limit?: number | undefined;
}) {
  const of = (quantity: string) => measures[quantity]?.value;
  if (draws === 'tilt') {
    const stack = of('heel-stack');
    const tilt = of('tilt-angle');
    const width =
      of('heel-width') ??
      (stack !== undefined && tilt !== undefined
        ? 2 * stack * Math.tan((tilt * Math.PI) / 180)
        : undefined);
    return stack === undefined || width === undefined ? null : (
      <Tilt width={width} stack={stack} least={limit} />
    );
  }
  if (draws === 'toe under a lever') {
    const height = of('external-toe-height');
    return height === undefined ? null : <ToeUnderLever height={height} most={limit ?? 65} />;
  }
  const twist = of('sole-plane');
  return twist === undefined ? null : <OnePlane twist={twist} />;
}
