import { useId } from 'react';
import { SHOE_PARTS, type ShoePart } from '#core/catalogue/construction.ts';
import classes from './ShoeDrawing.module.css';
import { SHOE_BOX, shoeShapes, toPixels } from './shoe-shapes.ts';

/** The shoe with the part in hand lit by section lining, and the other parts of the view as dots to go to. */
export function ShoeDrawing({
  part,
  onChoose,
}: {
  part: ShoePart;
  onChoose: (part: ShoePart) => void;
}) {
  const pattern = useId();
  const { view } = part;
  const place = (of: ShoePart) =>
    toPixels(view === 'from below' ? [of.at[0], (of.at[1] - 2) * 2.5] : of.at, view);
  const [x, y] = place(part);
  const width = 18 + 8.4 * part.name.length;
  const left = Math.min(Math.max(x - width / 2, 2), SHOE_BOX.width - width - 2);
  const above = y > 70;
  return (
    <svg
      viewBox={`0 0 ${SHOE_BOX.width} ${SHOE_BOX.height}`}
      className={classes.drawing}
      role="img"
      aria-label={`${part.name}, on a shoe ${view}`}
    >
      <defs>
        <pattern
          id={pattern}
          width="7"
          height="7"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="7" className={classes.lining} />
        </pattern>
      </defs>
      {view !== 'from below' && (
        <line x1="20" y1="206" x2="640" y2="206" className={classes.ground} />
      )}
      {shoeShapes(view, part.lights).map(({ lit, path }) => (
        <path
          key={lit}
          d={path}
          className={lit === part.lights ? classes.lit : classes.shape}
          style={lit === part.lights ? { fill: `url(#${pattern})` } : undefined}
        />
      ))}
      {SHOE_PARTS.filter((other) => other.view === view && other.id !== part.id).map((other) => {
        const [cx, cy] = place(other);
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the list beside the drawing is the way of the keyboard
          <circle
            key={other.id}
            cx={cx}
            cy={cy}
            r={5}
            className={classes.dot}
            onClick={() => onChoose(other)}
          >
            <title>{other.name}</title>
          </circle>
        );
      })}
      <line x1={x} y1={y} x2={x} y2={above ? y - 30 : y + 30} className={classes.leader} />
      <rect
        x={left}
        y={above ? y - 56 : y + 30}
        width={width}
        height={26}
        className={classes.plate}
      />
      <text
        x={left + width / 2}
        y={above ? y - 38 : y + 48}
        textAnchor="middle"
        className={classes.plateWords}
      >
        {part.name}
      </text>
    </svg>
  );
}
