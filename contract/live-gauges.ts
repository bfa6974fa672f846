/** What the server tells a page of the gauges it reads, and what a page may ask of them. */
import { z } from 'zod';
import { SIDES } from '#core/catalogue/quantities.ts';
import { id, matchFeatureId, measuredQuantity } from './fields.ts';

/**
 * How a gauge stands: being reached, lost, connected and silent, its figure moving or steady, two of
 * one name.
 */
export const GAUGE_STATES = ['reaching', 'lost', 'silent', 'moving', 'steady', 'conflict'] as const;

export const liveGauge = z.object({
  instrumentId: id,
  name: z.string(),
  address: z.string(),
  state: z.enum(GAUGE_STATES),
  /** As the gauge says it; null before it has said anything. */
  value: z.number().nullable(),
  unit: z.string(),
  quantity: z.string(),
  /** All figures that it says in turn: temperature and humidity of a room. */
  figures: z.array(z.object({ quantity: z.string(), value: z.number(), unit: z.string() })),
  /** What is wrong and what would be right; empty where nothing is. */
  says: z.string(),
});
export type LiveGauge = z.infer<typeof liveGauge>;

export const gaugeSample = z.object({
  seconds: z.number(),
  x: z.number(),
  xUnit: z.string(),
  y: z.number(),
  yUnit: z.string(),
});
export type GaugeSample = z.infer<typeof gaugeSample>;

/** One event of the stream. */
export const gaugeEvent = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('gauges'),
    gauges: z.array(liveGauge),
    /** Gauges that speak and are no instrument of the lab. */
    strangers: z.array(z.object({ name: z.string(), address: z.string() })),
  }),
  z.object({
    kind: z.literal('samples'),
    instrumentId: id,
    quantity: z.string(),
    samples: z.array(gaugeSample),
    ended: z.boolean(),
  }),
]);
export type GaugeEvent = z.infer<typeof gaugeEvent>;

/** Which shoe and station a gauge is held to. */
export const placement = z.object({
  instrumentId: id,
  // It goes on to gauges as part of a line.
  tag: z.string().regex(/^[A-Za-z0-9-]{1,16}$/, 'a tag has letters, digits and hyphens'),
  side: z.enum(SIDES),
  quantity: z.union([measuredQuantity, matchFeatureId]),
  basis: z
    .string()
    .regex(/^[a-z0-9-]{0,60}$/)
    .default(''),
});
export type Placement = z.infer<typeof placement>;

export interface WatchedInstrument {
  id: string;
  name: string;
  connection: string;
}

/** The gauges that a server reads: what it needs of a driver. */
export interface GaugeFeed {
  /** Reads these instruments from now on, and no others. */
  watch: (instruments: readonly WatchedInstrument[]) => void;
  /** False where the instrument has no connection. */
  place: (placement: Placement) => boolean;
  run: (placement: Placement) => boolean;
  /** Calls back with every event, the present state first; answers with a way to stop. */
  listen: (hear: (event: GaugeEvent) => void) => () => void;
  close: () => void;
}
