import { guessShape, solePath } from '#core/sheet/sole-outline.ts';

/** A small drawing of the sole's side, to the scale of its own figures; dotted before there are any. */
export function SoleMark({
  heel,
  forefoot,
  length,
}: {
  heel: number | null;
  forefoot: number | null;
  length: number;
}) {
  const shape = guessShape(heel, forefoot, length);
  const scale = 66 / 320;
  const path = solePath(
    shape,
    (mm) => 1 + mm * scale,
    (mm) => 13 - mm * scale,
  );
  return (
    <svg width="68" height="15" aria-hidden="true">
      <path
        d={path}
        fill="none"
        stroke="currentColor"
        strokeWidth="1.2"
        strokeDasharray={shape.known ? undefined : '2 3'}
      />
    </svg>
  );
}
