/** The room in which a shoe is measured (ISO 18454: 23 ± 2 °C, 50 ± 5 % RH; values from memory). */
import { FIGURE_LIMITS } from '../limits/figure-limits.ts';
import type { AnswerOf } from '../statistics/answers.ts';
import { isAbove, isAtMost } from '../statistics/at-limit.ts';
import type { Doubt } from './figure.ts';

const {
  roomTemperature: { value: standardC },
  roomTemperatureWithin: { value: withinC },
  roomHumidity: { value: standardPct },
  roomHumidityWithin: { value: withinPct },
} = FIGURE_LIMITS;

export interface Room {
  temperatureC?: number | undefined;
  humidityPct?: number | undefined;
}

/** Is a room within the standard band? Without a temperature nobody can tell. */
export function judgeRoom({ temperatureC, humidityPct }: Room): AnswerOf<'room'> {
  if (temperatureC === undefined) return 'not recorded';
  const warm = isAbove(Math.abs(temperatureC - standardC), withinC);
  const damp = humidityPct !== undefined && isAbove(Math.abs(humidityPct - standardPct), withinPct);
  return warm || damp ? 'out' : 'within';
}

/**
 * The doubts that a room leaves on a figure of foam or rubber: softer warm, harder cold (common
 * practice).
 */
export function roomDoubts(room: Room): Doubt[] {
  const verdict = judgeRoom(room);
  if (verdict === 'within') return [];
  if (verdict === 'not recorded' || room.temperatureC === undefined)
    return [{ code: 'room', text: 'room temperature not recorded' }];
  const apart = room.temperatureC - standardC;
  const effect = isAtMost(Math.abs(apart), withinC)
    ? ''
    : apart < 0
      ? '; foam is harder cold'
      : '; foam is softer warm';
  const humidity = room.humidityPct === undefined ? '' : `, ${room.humidityPct.toFixed(0)} % RH`;
  return [
    {
      code: 'room',
      text: `taken at ${room.temperatureC.toFixed(1)} °C${humidity}, outside the standard room${effect}`,
    },
  ];
}
