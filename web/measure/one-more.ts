/** One more thing at a sitting: stations beyond those of the protocol. */
import { useLocalStorage } from '@mantine/hooks';
import { useMemo } from 'react';
import type { Protocol } from '#contract/lab-records.ts';
import type { MeasuredQuantityId } from '#core/catalogue/quantities.ts';
import { isTaken } from '#core/catalogue/quantity.ts';
import { DEFAULT_REPEATABILITY_DF } from '#core/statistics/repeated-readings.ts';
import { useCatalogue } from '../shell/units.ts';
import type { Sitting } from './sitting.ts';

type Station = Protocol['stations'][number];

/**
 * The protocol with what was taken or asked for besides, each at a station of its own: asked once, by the
 * usual tool, never missed.
 */
export function useStationsBeyond(tag: string, protocol: Protocol, sitting: Sitting) {
  const catalogue = useCatalogue();
  const [asked, setAsked] = useLocalStorage<MeasuredQuantityId[]>({
    key: `emvex-one-more-${tag}`,
    defaultValue: [],
    getInitialValueInEffect: false,
  });
  const taken = useMemo(
    () => [...new Set(sitting.readings.map(({ quantity }) => quantity))].sort().join(' '),
    [sitting.readings],
  );
  const stations = useMemo(() => {
    const known = new Set<string>(protocol.stations.map(({ quantity }) => quantity));
    const beyond = [...new Set([...taken.split(' '), ...asked])].flatMap((id): Station[] => {
      const definition = catalogue[id];
      if (!definition || !isTaken(definition) || known.has(id)) return [];
      const { sd, df } = { sd: definition.repeatabilitySd, df: DEFAULT_REPEATABILITY_DF };
      return [
        {
          quantity: id as MeasuredQuantityId,
          optional: true,
          repeats: 1,
          tool: definition.tool,
          setup: '',
          repeatability: { sd, df, source: `usual scatter: ${id}` },
          ownRepeatability: { sd, df },
        },
      ];
    });
    return beyond.length === 0 ? protocol.stations : [...protocol.stations, ...beyond];
  }, [protocol.stations, taken, asked, catalogue]);
  return {
    stations,
    /** Asks for one more thing; this browser goes on asking for it with this pair. */
    ask: (quantity: MeasuredQuantityId) =>
      setAsked((before) => [...new Set([...before, quantity])]),
  };
}
