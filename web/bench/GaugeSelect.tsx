import { NativeSelect } from '@mantine/core';
import type { Instrument } from '#contract/lab-records.ts';

/** Which gauge is in the hand, of those that can take what is wanted; nothing to choose where the lab has one. */
export function GaugeSelect({
  able,
  instrument,
  onChoose,
}: {
  able: Instrument[];
  instrument: Instrument | undefined;
  onChoose: (id: string) => void;
}) {
  if (able.length < 2) return null;
  return (
    <NativeSelect
      size="xs"
      label="Gauge"
      w={130}
      data={able.map((one) => ({ value: one.id, label: one.name }))}
      value={instrument?.id ?? ''}
      onChange={(event) => onChoose(event.currentTarget.value)}
    />
  );
}
