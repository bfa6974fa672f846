/** Live gauges: their states and samples as a stream of events, and what they are held to. */
import type { Express } from 'express';
import { filePath } from '#contract/file-endpoints.ts';
import { type GaugeFeed, placement } from '#contract/live-gauges.ts';

import { Refusal } from '../problems.ts';

/** A remark now and then keeps the stream from being taken for dead. */
const HEARTBEAT_MS = 15_000;

export function mountGauges(app: Express, feed: GaugeFeed | undefined): void {
  app.get(filePath('liveGauges'), (request, response) => {
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
  });
  const ask = (what: 'place' | 'run') =>
    app.post(filePath(what === 'place' ? 'placeOnGauge' : 'runFixture'), (request, response) => {
      const wanted = placement.parse(request.body);
      if (!feed?.[what](wanted))
        throw new Refusal(409, 'This gauge is not connected. Type the figure, or bring a file.');
      response.json({ placed: true });
    });
  ask('place');
  ask('run');
}
