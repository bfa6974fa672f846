/** Which instrument of a kind is in the hand. */
import { useLocalStorage } from '@mantine/hooks';
import type { Instrument, Lab } from '#contract/lab-records.ts';
import type { ToolName } from '#core/catalogue/tools.ts';

/** The instruments of a kind that are in use, the one in the hand, and a way to take another. */
export function useInstrument(lab: Lab, tool: ToolName | undefined) {
  const [chosen, choose] = useLocalStorage<Partial<Record<ToolName, string>>>({
    key: 'emvex-instruments',
    defaultValue: {},
    getInitialValueInEffect: false,
  });
  const ofKind: Instrument[] = lab.instruments.filter(
    (one) => one.kind === tool && one.retired === '',
  );
  const instrument = ofKind.find((one) => tool && one.id === chosen[tool]) ?? ofKind[0];
  return {
    ofKind,
    instrument,
    choose: (id: string) => tool && choose({ ...chosen, [tool]: id }),
  };
}
