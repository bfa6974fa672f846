import { useId } from 'react';

/** Half of what the ruler shows at once, km. */
const HALF_KM = 5;
const STEP_KM = 0.1;
const WIDTH = 360;
const TICKS_A_KM = 5;

/** A ruler to drag: the distance stands under its middle. Keys move it by a tenth. */
export function DistanceRuler({
  km,
  onKm,
}: {
  km: number | undefined;
  onKm: (km: number) => void;
}) {
  const id = useId();
  const shown = km ?? 5;
  const from = Math.max(0, Math.floor(shown - HALF_KM));
  const to = from + 2 * HALF_KM;
  const x = (at: number) => ((at - from) / (to - from)) * WIDTH;
  const ticks = Array.from(
    { length: (to - from) * TICKS_A_KM + 1 },
    (_, n) => from + n / TICKS_A_KM,
  );
  return (
    <div className="hall-ruler">
      <svg viewBox={`-10 0 ${WIDTH + 20} 42`} aria-hidden="true">
        <line x1={0} x2={WIDTH} y1={1} y2={1} className="hall-rule" />
        {ticks.map((at) => {
          const isWhole = Number.isInteger(at);
          return (
            <g key={at}>
              <line
                x1={x(at)}
                x2={x(at)}
                y1={1}
                y2={isWhole ? 22 : 10}
                className={isWhole ? 'hall-rule' : 'hall-tick'}
              />
              {isWhole && (
                <text x={x(at)} y={38} textAnchor="middle">
                  {at}
                </text>
              )}
            </g>
          );
        })}
        {km !== undefined && <line x1={x(km)} x2={x(km)} y1={-6} y2={28} className="hall-hand" />}
      </svg>
      <label htmlFor={id}>Along the ruler, km</label>
      <input
        id={id}
        type="range"
        min={from}
        max={to}
        step={STEP_KM}
        value={shown}
        aria-valuetext={`${shown.toFixed(1)} km`}
        onChange={(event) => onKm(Number(event.currentTarget.value))}
      />
    </div>
  );
}
