/** Live gauges: their states and samples as a stream of events, and what they are held to. */
import type { z } from 'zod';
import type { GaugeFeed, placement } from '#contract/live-gauges.ts';
import type { FileHandlers, Handlers } from '../endpoint.ts';
import { Refusal } from '../problems.ts';

/** A remark now and then keeps the stream from being taken for dead. */
const HEARTBEAT_MS = 15_000;

export function gaugeStream(feed: GaugeFeed | undefined): Pick<FileHandlers, 'liveGauges'> {
  return {
    liveGauges: ({ request, response }) => {
      response.writeHead(200, {
        'Content-Type': 'text/event-stream',
        // Compression would hold events back.
        'Cache-Control': 'no-store, no-transform',
        Connection: 'keep-alive',
      });
      response.flushHeaders();
      const stop = feed?.listen((event) => response.write(`data: ${JSON.stringify(event)}\n\n`));
      if (!feed) response.write('data: {"kind":"gauges","gauges":[],"strangers":[]}\n\n');
      const beat = setInterval(() => response.write(': \n\n'), HEARTBEAT_MS);
      request.on('close', () => {
        clearInterval(beat);
        stop?.();
      });
    },
  };
}

export function gaugeRoutes(
  feed: GaugeFeed | undefined,
): Pick<Handlers, 'placeOnGauge' | 'runFixture'> {
  const ask = (what: 'place' | 'run', wanted: z.output<typeof placement>) => {
    if (!feed?.[what](wanted))
      throw new Refusal(409, 'This gauge is not connected. Type the figure, or bring a file.');
    return { placed: true as const };
  };
  return {
    placeOnGauge: ({ body }) => ask('place', body),
    runFixture: ({ body }) => ask('run', body),
  };
}
