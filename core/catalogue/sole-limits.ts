/** Limits of sole thickness by event and date, from memory: the rule book of the meeting decides. */
export interface SoleLimit {
  event: string;
  /** From this day on. */
  from: string;
  mostMm: number;
}
export const SOLE_LIMITS: readonly SoleLimit[] = [
  { event: 'track, under 800 m', from: '2020-01-31', mostMm: 20 },
  { event: 'track, 800 m and over', from: '2020-01-31', mostMm: 25 },
  { event: 'track, 800 m and over', from: '2024-11-01', mostMm: 20 },
  { event: 'long jump', from: '2020-01-31', mostMm: 20 },
  { event: 'high jump', from: '2020-01-31', mostMm: 20 },
  { event: 'triple jump', from: '2020-01-31', mostMm: 25 },
  { event: 'triple jump', from: '2024-11-01', mostMm: 20 },
  { event: 'road', from: '2020-01-31', mostMm: 40 },
];

/** The limit of an event on a day; undefined where none is known. */
export const soleLimit = (event: string, day: string): SoleLimit | undefined =>
  SOLE_LIMITS.filter((limit) => limit.event === event && limit.from <= day).at(-1);

/** The latest limit that is known of an event, mm. */
export const latestLimit = (event: string): number =>
  SOLE_LIMITS.findLast((limit) => limit.event === event)?.mostMm ?? Number.POSITIVE_INFINITY;

/** Spikes a shoe may have at most. */
export const MOST_SPIKES = 11;

export const LIMITS_SOURCE = 'rules of the governing body of athletics, from memory';
