import { Button } from '@mantine/core';
import { lazy, memo, Suspense, useState } from 'react';
import type { Protocol } from '#contract/lab-records.ts';
import { nameStation, type Side } from '#core/catalogue/quantities.ts';
import { figuresIn } from '#core/figures/pair-figure.ts';
import { useCatalogue } from '../shell/units.ts';
import type { Sitting } from './sitting.ts';

const EndDialog = lazy(async () => ({ default: (await import('./ReasonDialogs.tsx')).EndDialog }));

/** Ends the sitting: says what is missing and doubtful first. */
export const SessionEnd = memo(function SessionEnd({
  sitting,
  protocol,
  sides,
}: {
  sitting: Sitting;
  protocol: Protocol;
  sides: readonly Side[];
}) {
  const [asking, setAsking] = useState(false);
  const catalogue = useCatalogue();
  const missing = protocol.stations
    .filter((station) => !station.optional)
    .flatMap(({ quantity }) =>
      sides
        .filter(
          (side) =>
            sitting.valuesAt(quantity, side).length === 0 &&
            sitting.countedAt(quantity, side) === 0,
        )
        .map((side) => nameStation(quantity, side, catalogue)),
    );
  const doubts = [
    ...new Set(
      sides.flatMap((side) =>
        figuresIn(sitting.figures[side]).flatMap((figure) =>
          figure.doubts.map(
            (doubt) => `${nameStation(figure.quantity, side, catalogue)}: ${doubt.text}`,
          ),
        ),
      ),
    ),
  ];
  if (!sitting.open || sitting.readings.length === 0) return null;
  const finish = () => {
    setAsking(false);
    sitting.finish();
  };
  return (
    <>
      <Button size="xs" variant="default" onClick={() => setAsking(true)}>
        Finish session
      </Button>
      <Suspense fallback={null}>
        {asking && (
          <EndDialog
            missing={missing}
            doubts={doubts}
            onClose={() => setAsking(false)}
            onFinish={finish}
          />
        )}
      </Suspense>
    </>
  );
});
