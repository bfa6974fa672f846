import type { DrawingView, QuantityDefinition } from '#core/catalogue/quantity.ts';
import classes from './QuantityDrawing.module.css';

/** Schematic outlines of the views, x 0 to 100 from heel to toe or across, y from the ground up. */
const VIEWS: Record<DrawingView, { outlines: string[]; faint: string[]; says: string }> = {
  side: {
    outlines: [
      'M3,4 C2,9 3,13 6,14 L40,12 C60,10 80,8 92,11 C96,11 98,9 98,6 C90,1 82,0 72,0 L12,0 C8,0 5,1 3,4Z',
      'M6,14 C3,24 5,34 8,38 C14,34 24,34 30,38 C42,38 54,28 66,24 C80,22 90,20 95,15 L92,11',
    ],
    faint: ['M8,14 C10,24 10,32 8,38', 'M30,38 C34,32 40,28 46,26'],
    says: 'shoe from the side',
  },
  section: {
    outlines: [
      'M3,4 C2,9 3,12 6,13 L16,13 C40,12 60,9 74,9 C84,9 92,11 95,12 C97,11 98,9 98,6 C90,1 82,0 72,0 L12,0 C8,0 5,1 3,4Z',
      'M6,13 C3,24 5,34 8,38 C14,34 24,34 30,38 C42,38 54,28 66,24 C80,22 92,20 95,12',
    ],
    faint: ['M5,11 L16,11 C40,10 60,7 74,7 C84,7 92,9 95,10', 'M4,2 C30,2 60,2 76,2'],
    says: 'shoe cut along its length',
  },
  plan: {
    outlines: [
      'M2,10 C2,0 8,-3 16,-3 C28,-3 34,0 45,0 C58,0 64,-8 76,-8 C90,-8 99,0 99,10 C99,20 90,28 74,28 C60,28 56,21 45,21 C34,21 28,23 16,23 C6,23 2,18 2,10Z',
    ],
    faint: [
      'M6,10 C6,3 10,1 16,1 C28,1 34,4 45,4 C58,4 64,-3 76,-3 C88,-3 95,3 95,10 C95,18 88,23 74,23 C60,23 56,17 45,17 C34,17 28,19 16,19 C9,19 6,16 6,10Z',
    ],
    says: 'sole from above, medial side below',
  },
  rear: {
    outlines: [
      'M28,0 C26,4 30,10 34,12 L66,12 C70,10 74,4 72,0Z',
      'M36,12 C34,22 32,32 34,40 C44,46 56,46 66,38 C66,30 66,20 64,12',
    ],
    faint: ['M50,12 L50,44', 'M50,0 L50,12'],
    says: 'shoe from behind, lateral side right',
  },
  boot: {
    outlines: [
      'M4,0 L32,0 L32,5 L72,3 C84,2 94,2 98,6 C96,12 90,14 78,15 L4,12Z',
      'M4,12 C4,30 6,48 8,58 L34,58 C34,44 36,34 44,28 C60,24 82,22 94,12',
    ],
    faint: ['M8,46 L34,46', 'M32,0 L32,12'],
    says: 'boot from the side',
  },
  insole: {
    outlines: [
      'M2,10 C2,0 8,-1 16,-1 C28,-1 34,-3 45,-3 C58,-3 62,-8 74,-8 C88,-8 98,0 98,10 C98,20 90,28 74,28 C60,28 56,22 45,22 C34,22 28,21 16,21 C6,21 2,18 2,10Z',
    ],
    faint: ['M45,-3 L45,22', 'M72,-8 L72,28'],
    says: 'insole, flat',
  },
  fixture: {
    outlines: [
      'M62,2 L98,2 L98,6 L62,6Z',
      'M62,16 L98,16 L98,20 L62,20Z',
      'M62,6 C50,7 34,16 14,40 L10,36 C30,10 46,2 62,2',
    ],
    faint: ['M2,0 L98,0', 'M70,2 L70,20'],
    says: 'sole in the fixture',
  },
};

const TOP = 62;
const y = (up: number) => TOP - up;
/** Turns the upward y of an outline into the downward y of a drawing. */
const flip = (path: string) =>
  path.replace(/(-?\d+(?:\.\d+)?),(-?\d+(?:\.\d+)?)/g, (_, a, b) => `${a},${y(Number(b))}`);

function Span({ span }: { span: readonly [number, number, number, number] }) {
  const [x1, y1, x2, y2] = span;
  const length = Math.hypot(x2 - x1, y2 - y1) || 1;
  const [nx, ny] = [(2.4 * (y2 - y1)) / length, (2.4 * (x2 - x1)) / length];
  const cap = (cx: number, cy: number) => (
    <line x1={cx - nx} y1={y(cy) - ny} x2={cx + nx} y2={y(cy) + ny} />
  );
  return (
    <g className={classes.mark}>
      <line x1={x1} y1={y(y1)} x2={x2} y2={y(y2)} />
      {cap(x1, y1)}
      {cap(x2, y2)}
    </g>
  );
}

function Angle({ angle }: { angle: readonly [number, number, number, number] }) {
  const [cx, cy, from, to] = angle;
  const at = (degrees: number, reach: number) => {
    const radians = (degrees * Math.PI) / 180;
    return `${cx + reach * Math.cos(radians)},${y(cy + reach * Math.sin(radians))}`;
  };
  return (
    <g className={classes.mark}>
      <path d={`M${at(from, 26)}L${cx},${y(cy)}L${at(to, 26)}`} />
      <path d={`M${at(from, 19)}A19,19 0 0 ${to > from ? 0 : 1} ${at(to, 19)}`} />
    </g>
  );
}

/** Where a quantity is taken, on a schematic shoe. Not to scale: it shows the datum, not a figure. */
export function QuantityDrawing({
  definition,
  height = 120,
}: {
  definition: QuantityDefinition;
  height?: number;
}) {
  const { view, span, spot, angle } = definition.drawing;
  const { outlines, faint, says } = VIEWS[view];
  return (
    <svg
      viewBox="-4 -2 108 78"
      height={height}
      className={classes.drawing}
      role="img"
      aria-label={`${definition.name} on a ${says}. ${definition.datum}`}
    >
      <line x1={-2} x2={102} y1={y(0)} y2={y(0)} className={classes.ground} />
      {outlines.map((path) => (
        <path key={path} d={flip(path)} className={classes.outline} />
      ))}
      {faint.map((path) => (
        <path key={path} d={flip(path)} className={classes.faint} />
      ))}
      {span && <Span span={span} />}
      {angle && <Angle angle={angle} />}
      {spot && (
        <g className={classes.mark}>
          <circle cx={spot[0]} cy={y(spot[1])} r={3} />
          <line x1={spot[0]} x2={spot[0]} y1={y(spot[1]) - 6} y2={y(spot[1]) + 6} />
          <line x1={spot[0] - 6} x2={spot[0] + 6} y1={y(spot[1])} y2={y(spot[1])} />
        </g>
      )}
    </svg>
  );
}
