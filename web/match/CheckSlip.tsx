import { memo } from 'react';
import type { MatchRecord } from '#contract/match-records.ts';
import { matchFeature } from '#core/catalogue/match-features.ts';
import type { BenchCheck } from '../bench/projected.ts';
import { SlipLines } from '../bench/SlipLines.tsx';
import { useUnits } from '../shell/units.ts';
import type { Check } from './check.ts';

/** The record of what was taken in this check, newest first. */
export const CheckSlip = memo(function CheckSlip({
  bench,
  check,
  names,
}: {
  bench: Check;
  check: BenchCheck;
  names: MatchRecord['names'];
}) {
  const units = useUnits();
  return (
    <details>
      <summary>
        Slip · {check.readings.length} {check.readings.length === 1 ? 'reading' : 'readings'}
      </summary>
      <SlipLines
        readings={check.readings}
        nameOf={({ quantity, side, trial }) =>
          `${(names[quantity] ?? matchFeature(quantity).name).toLowerCase()} ${side === 'left' ? 'L' : 'R'} ${trial}`
        }
        write={({ quantity, value }) => {
          const { kind, decimals } = matchFeature(quantity);
          return units.writeKind(kind, value, decimals);
        }}
        onUndo={
          check.decision ? undefined : (reading) => void bench.undo(reading, 'undone at the slip')
        }
      />
    </details>
  );
});
