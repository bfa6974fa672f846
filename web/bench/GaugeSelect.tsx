import { NativeSelect } from '@mantine/core';
import type { Instrument } from '#contract/lab-records.ts';

/** Which gauge of its kind is in the hand; nothing to choose where the lab has one. */
export function GaugeSelect({
  ofKind,
  instrument,
  onChoose,
}: {
  ofKind: Instrument[];
  instrument: Instrument | undefined;
  onChoose: (id: string) => void;
}) {
  if (ofKind.length < 2) return null;
  return (
    <NativeSelect
      size="xs"
      label="Gauge"
      w={130}
      data={ofKind.map((one) => ({ value: one.id, label: one.name }))}
      value={instrument?.id ?? ''}
      onChange={(event) => onChoose(event.currentTarget.value)}
    />
  );
}
