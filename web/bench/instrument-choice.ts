/** Which instrument of a kind is in the hand. */
import { useLocalStorage } from '@mantine/hooks';
import type { Instrument, Lab } from '#contract/lab-records.ts';
import { servesStation } from '#core/catalogue/gauge.ts';
import type { ToolName } from '#core/catalogue/tools.ts';

/**
 * The instruments that can take a quantity where a tool is named, those of its kind first, the one in the
 * hand, and a way to take another.
 * @param quantity left out: only tools of the kind will do
 */
export function useInstrument(
  lab: Lab,
  tool: ToolName | undefined,
  quantity?: Parameters<typeof servesStation>[1],
) {
  const [chosen, choose] = useLocalStorage<Partial<Record<ToolName, string>>>({
    key: 'emvex-instruments',
    defaultValue: {},
    getInitialValueInEffect: false,
  });
  const inUse = lab.instruments.filter((one) => one.retired === '');
  const ofKind: Instrument[] = inUse.filter((one) => one.kind === tool);
  const others = inUse.filter(
    (one) => one.kind !== tool && tool && quantity && servesStation(one, quantity, tool),
  );
  const able = [...ofKind, ...others];
  const instrument = able.find((one) => tool && one.id === chosen[tool]) ?? able[0];
  return {
    able,
    instrument,
    choose: (id: string) => tool && choose({ ...chosen, [tool]: id }),
  };
}
