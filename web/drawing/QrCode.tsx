import { create } from 'qrcode';
import { useMemo } from 'react';

/** Free space around a code, in its own squares, without which cameras miss it. */
const QUIET = 4;

/** A text as a code for cameras; dark on light in both schemes, as cameras want it. */
export function QrCode({
  text,
  label,
  size = 220,
}: {
  text: string;
  label: string;
  size?: number;
}) {
  const { path, side } = useMemo(() => {
    const { modules } = create(text, { errorCorrectionLevel: 'M' });
    const squares = Array.from(modules.data, (dark, at) =>
      dark
        ? `M${(at % modules.size) + QUIET} ${Math.floor(at / modules.size) + QUIET}h1v1h-1z`
        : '',
    );
    return { path: squares.join(''), side: modules.size + 2 * QUIET };
  }, [text]);
  return (
    <svg
      viewBox={`0 0 ${side} ${side}`}
      width={size}
      height={size}
      role="img"
      aria-label={label}
      shapeRendering="crispEdges"
    >
      <rect width={side} height={side} fill="#ffffff" />
      <path d={path} fill="#000000" />
    </svg>
  );
}
