import { Button, Modal } from '@mantine/core';
import { useState } from 'react';
import type { Protocol } from '#contract/records.ts';
import { nameStation, type Side } from '#core/quantities.ts';
import type { Sitting } from './sitting.ts';

/** Ends the sitting: says what is missing and doubtful first. */
export function SessionEnd({
  sitting,
  protocol,
  sides,
}: {
  sitting: Sitting;
  protocol: Protocol;
  sides: readonly Side[];
}) {
  const [asking, setAsking] = useState(false);
  const missing = protocol.stations
    .filter((station) => !station.optional)
    .flatMap(({ quantity }) =>
      sides
        .filter((side) => sitting.valuesAt(quantity, side).length === 0)
        .map((side) => nameStation(quantity, side)),
    );
  const doubts = [
    ...new Set(
      sides.flatMap((side) =>
        Object.values(sitting.figures[side]).flatMap((figure) =>
          figure.doubts.map((doubt) => `${nameStation(figure.quantity, side)}: ${doubt.text}`),
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
      <Modal opened={asking} onClose={() => setAsking(false)} title="Finish this session?">
        <p>
          {missing.length === 0
            ? 'Every station has a reading.'
            : `Not measured: ${missing.join('; ')}.`}
        </p>
        {doubts.length > 0 && (
          <ul>
            {doubts.map((doubt) => (
              <li key={doubt}>{doubt}</li>
            ))}
          </ul>
        )}
        <p style={{ margin: '8px 0 14px' }}>
          Its readings stay. The next reading of this pair starts a new session.
        </p>
        <Button onClick={finish} data-autofocus>
          Finish session
        </Button>
      </Modal>
    </>
  );
}
