/** The room of the readings: from a live gauge, or as typed today. */
import { useLocalStorage } from '@mantine/hooks';
import dayjs from 'dayjs';
import type { Room } from '#core/figures/room.ts';
import { useGaugeFigure } from '../api/gauges.ts';

interface TypedRoom {
  day: string;
  temperatureC: number;
  humidityPct?: number | undefined;
}

export interface RoomState extends Room {
  source: 'live' | 'typed' | 'none';
  typeRoom: (room: { temperatureC: number; humidityPct: number | undefined }) => void;
}

/** The room as it is now; what was typed stands for one day. */
export function useRoom(): RoomState {
  const temperatureC = useGaugeFigure('room-temperature');
  const humidityPct = useGaugeFigure('room-humidity');
  const [typed, setTyped] = useLocalStorage<TypedRoom | null>({
    key: 'emvex-room',
    defaultValue: null,
  });
  const today = dayjs().format('YYYY-MM-DD');
  const typeRoom: RoomState['typeRoom'] = (room) => setTyped({ ...room, day: today });
  if (temperatureC !== undefined) return { source: 'live', temperatureC, humidityPct, typeRoom };
  if (typed?.day === today)
    return {
      source: 'typed',
      temperatureC: typed.temperatureC,
      humidityPct: typed.humidityPct,
      typeRoom,
    };
  return { source: 'none', typeRoom };
}
