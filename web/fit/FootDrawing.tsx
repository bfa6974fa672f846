import type { SORE_PLACES, ToeRoom } from '#core/fit/try-on.ts';
import classes from './FitPage.module.css';

type SorePlace = (typeof SORE_PLACES)[number];

/** Where each place lies on the foot, seen from above: the heel left, the big toe at the top. */
const SPOTS: Readonly<
  Record<SorePlace, readonly (readonly [x: number, y: number, rx: number, ry: number])[]>
> = {
  edges: [
    [238, 34, 26, 8],
    [222, 134, 30, 8],
  ],
  'arch edge': [[140, 50, 30, 8]],
  midfoot: [[150, 88, 28, 14]],
  'toes top': [[292, 62, 18, 14]],
  instep: [[190, 82, 20, 12]],
  'heel back': [[38, 88, 7, 26]],
  ankle: [[74, 50, 14, 9]],
};

const FOOT =
  'M34,88 C32,56 58,44 92,46 C130,48 150,62 184,48 C214,34 250,26 286,32 C306,36 314,48 312,60 C320,66 318,78 308,82 C314,92 308,102 296,102 C300,112 290,120 280,118 C280,128 268,134 256,132 C228,142 196,144 164,138 C120,130 98,132 76,130 C48,128 36,114 34,88 Z';

/** A place on the foot: % of its length from the heel, % of its width from the inner edge. */
export interface Spot {
  x: number;
  y: number;
}

/** The box of the foot as it is drawn. */
const [HEEL, TOES, INNER, OUTER] = [34, 316, 32, 144];
const MOST_SPOTS = 12;
/** A touch as near to a place that was laid takes it up again. */
const TAKEN_UP = 10;

const leftOf = ({ x }: Spot) => HEEL + (x / 100) * (TOES - HEEL);
const topOf = ({ y }: Spot) => INNER + (y / 100) * (OUTER - INNER);
const percentOf = (place: number, from: number, to: number) =>
  Math.round(Math.min(100, Math.max(0, (100 * (place - from)) / (to - from))));
const spotAt = (x: number, y: number): Spot => ({
  x: percentOf(x, HEEL, TOES),
  y: percentOf(y, INNER, OUTER),
});

/** The named place that a touch lies nearest to. */
function placeAt(x: number, y: number): SorePlace {
  const away = (place: SorePlace) =>
    Math.min(...SPOTS[place].map(([cx, cy, rx, ry]) => Math.hypot((x - cx) / rx, (y - cy) / ry)));
  return (Object.keys(SPOTS) as SorePlace[]).reduce((a, b) => (away(b) < away(a) ? b : a));
}

/** What room is left before the toes, in drawing units: more than is there, to be seen. */
const ROOM: Record<ToeRoom, number> = { short: 4, right: 26, long: 52 };

/** The foot in the shoe, from above: what is sore is lined in the signal colour, the room before the toes is drawn. */
export function FootDrawing({
  sore,
  room,
  gapMm,
  spots,
  onSpots,
}: {
  sore: readonly SorePlace[];
  room: ToeRoom | undefined;
  gapMm: number | undefined;
  /** Places that a hand laid on the drawing, % along the foot and across it. */
  spots: readonly Spot[];
  /** Another place, with the name of what lies there; the list beside it names the same by keyboard. */
  onSpots: (spots: Spot[], place?: SorePlace) => void;
}) {
  const lay = (event: React.MouseEvent<SVGPathElement>) => {
    const svg = event.currentTarget.ownerSVGElement;
    const matrix = svg?.getScreenCTM();
    if (!svg || !matrix) return;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const near = spots.find((spot) => Math.hypot(leftOf(spot) - x, topOf(spot) - y) < TAKEN_UP);
    if (near) onSpots(spots.filter((spot) => spot !== near));
    else if (spots.length < MOST_SPOTS) onSpots([...spots, spotAt(x, y)], placeAt(x, y));
  };
  const end = 318 + (room ? ROOM[room] : 26);
  const says = [
    sore.length > 0 ? `sore: ${sore.join(', ')}` : 'nothing sore',
    gapMm !== undefined
      ? `${gapMm} mm before the toes`
      : room
        ? `room before the toes: ${room}`
        : '',
  ]
    .filter(Boolean)
    .join('; ');
  return (
    <svg
      viewBox="0 0 400 176"
      className={classes.foot}
      role="img"
      aria-label={`The foot from above; ${says}`}
    >
      <path
        d={`M18,88 C14,40 50,30 94,34 C140,38 160,44 190,34 C230,18 290,16 ${end - 10},40 C${end + 4},56 ${end + 4},110 ${end - 40},128 C260,152 190,158 150,152 C90,146 40,152 18,88 Z`}
        className={classes.shoe}
      />
      <path d={FOOT} className={classes.skin} />
      {Object.entries(SPOTS).map(([place, places]) => {
        const isSore = sore.includes(place as SorePlace);
        return places.map(([x, y, rx, ry]) => (
          <ellipse
            key={`${place} ${x}`}
            cx={x}
            cy={y}
            rx={rx}
            ry={ry}
            className={classes.spot}
            data-sore={isSore}
          >
            <title>{place}</title>
          </ellipse>
        ));
      })}
      {spots.map((spot) => (
        <circle
          key={`${spot.x} ${spot.y}`}
          cx={leftOf(spot)}
          cy={topOf(spot)}
          r={6}
          className={classes.laid}
        />
      ))}
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the list beside the drawing is the keyboard's way */}
      <path d={FOOT} className={classes.touch} onClick={lay} />
      {room && (
        <g className={classes.gap}>
          <line x1={316} x2={end} y1={60} y2={60} />
          <line x1={316} x2={316} y1={54} y2={66} />
          <line x1={end} x2={end} y1={54} y2={66} />
          <text x={396} y={170} textAnchor="end">
            {gapMm === undefined ? `room: ${room}` : `${gapMm} mm before the toes`}
          </text>
        </g>
      )}
    </svg>
  );
}
