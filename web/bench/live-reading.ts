/** The gauge in the hand: told what it is held to, and asked for its figure where that may be taken. */
import { useEffect, useRef } from 'react';
import type { Instrument } from '#contract/lab-records.ts';
import type { LiveGauge, Placement } from '#contract/live-gauges.ts';
import { nameTool, type ToolName } from '#core/catalogue/tools.ts';
import { tellGauge, useGauge } from '../api/gauges.ts';

/** What the gauge is held to, and how many readings were taken there. */
export interface HeldPlace extends Omit<Placement, 'instrumentId'> {
  /** In a sentence: `heel stack, left`. */
  words: string;
  taken: number;
}

export interface LiveReading {
  live: LiveGauge | undefined;
  /** The figure as it stands, or why it is not taken. */
  take: () => { ok: true; value: number; unit: string } | { ok: false; fault: string };
}

/**
 * The live figure of the gauge in the hand; wherever a figure is taken, Space asks this.
 * @param tool named where the lab has no such instrument
 * @param place undefined where nothing is measured: no gauge is told anything then
 */
export function useLiveReading(
  instrument: Instrument | undefined,
  tool: ToolName,
  place: HeldPlace | undefined,
): LiveReading {
  const live = useGauge(instrument?.id);

  // The gauge is told anew for each reading: placing it again is the repeat.
  const heldTo = live && instrument ? instrument.id : undefined;
  const connected = live !== undefined && live.state !== 'lost' && live.state !== 'reaching';
  const { tag = '', side = 'left', quantity, basis = '', taken = 0 } = place ?? {};
  // biome-ignore lint/correctness/useExhaustiveDependencies(taken): each reading taken tells the gauge anew
  useEffect(() => {
    if (!heldTo || !connected || !quantity) return;
    void tellGauge('place', { instrumentId: heldTo, tag, side, quantity, basis });
  }, [heldTo, connected, quantity, side, taken, tag, basis]);

  /** The figure taken last, until the gauge moves: one that still stands there is no repeat. */
  const held = useRef<{ gauge: string; value: number } | null>(null);
  if (held.current && live?.instrumentId === held.current.gauge) {
    const step = 3 * (instrument?.resolution ?? 0);
    const gone = live.value === null || Math.abs(live.value - held.current.value) > step;
    if (live.state !== 'steady' || gone) held.current = null;
  }

  function faultOf(): string {
    if (!instrument) return `The lab has no ${nameTool(tool)}. Add one under Lab, Instruments.`;
    if (!live)
      return `${instrument.name} is not connected: type the figure. A connection is set under Lab, Instruments.`;
    if (live.state !== 'steady' || live.value === null)
      return live.says || `${live.name} is still moving. Hold it still, then take it.`;
    if (place && live.quantity !== '-' && live.quantity !== place.quantity)
      return `${live.name} is held to another station; this is ${place.words}.`;
    if (held.current?.gauge === live.instrumentId)
      return `${live.name} has not moved since its last reading. Place gauge and shoe again, then take it.`;
    return '';
  }

  return {
    live,
    take() {
      const fault = faultOf();
      if (fault !== '' || !live || live.value === null) return { ok: false, fault };
      held.current = { gauge: live.instrumentId, value: live.value };
      return { ok: true, value: live.value, unit: live.unit };
    },
  };
}
