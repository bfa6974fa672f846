/**
 * A sound file of readings with something wrong put into it, over and over: it is taken whole or not
 * at all, every fault has its line, and a file that was taken comes out again as it went in.
 */
import { randomInt, randomLcg } from 'd3-random';
import { describe, expect, it } from 'vitest';
import { READINGS_HEADER } from '../formats/readings-file.ts';
import { servedBench } from '../served-bench.ts';

const { get, csv, bench } = servedBench();

const PROTOCOL = '"In-shoe 12 / 75 %, insole in, needle gauge"';
const ROWS = ['left', 'right'].flatMap((side, at) =>
  [1, 2, 3].map((trial) => {
    const second = String(10 * trial + at).padStart(2, '0');
    return `NS-01,${side},heel-stack,${trial},${(31 + 0.1 * trial).toFixed(1)},mm,${PROTOCOL},B1,Needle gauge,2026-02-28T09:00:${second}Z,22.6,48,`;
  }),
);
const FILE = [READINGS_HEADER.join(','), ...ROWS].join('\n');

/** What goes wrong with a file between a bench and a server. */
const MISHAPS: [name: string, (text: string, at: number) => string][] = [
  ['a character is lost', (text, at) => text.slice(0, at) + text.slice(at + 1)],
  ['a character is doubled', (text, at) => text.slice(0, at + 1) + text.slice(at)],
  ['a comma comes in', (text, at) => `${text.slice(0, at)},${text.slice(at)}`],
  ['a quotation mark comes in', (text, at) => `${text.slice(0, at)}"${text.slice(at)}`],
  ['a line breaks', (text, at) => `${text.slice(0, at)}\n${text.slice(at)}`],
  [
    'a digit is another',
    (text, at) => text.replace(/\d/g, (digit, place) => (place === at ? '9' : digit)),
  ],
  ['a letter of another alphabet comes in', (text, at) => `${text.slice(0, at)}я${text.slice(at)}`],
  ['a zero byte comes in', (text, at) => `${text.slice(0, at)}\u0000${text.slice(at)}`],
  ['the rest is missing', (text, at) => text.slice(0, at)],
  ['the rest comes twice', (text, at) => text + text.slice(at)],
];

describe.each(MISHAPS)('a file in which %s', (_name, mishap) => {
  it('is taken whole or not at all, with a line for every fault', async () => {
    await bench();
    const place = randomInt.source(randomLcg(0.2026))(0, FILE.length);
    const standing = async () => (await get('/api/pairs')).body.rows[0].readings as number;
    for (let run = 0; run < 12; run++) {
      const text = mishap(FILE, place());
      const before = await standing();
      const { status, body } = await csv('/api/readings/import', text);
      const after = await standing();
      if (status === 200) {
        // Each is new or was there before; none is lost on the way.
        expect(body.added + body.alreadyThere).toBe(body.lines);
        expect(after - before).toBe(body.added);
        continue;
      }
      expect([400, 422], JSON.stringify(body).slice(0, 300)).toContain(status);
      expect(after).toBe(before);
      const lines = text.split('\n').length;
      expect(body.errors.length).toBeGreaterThan(0);
      expect(body.faultCount).toBeGreaterThanOrEqual(body.errors.length);
      for (const fault of body.errors) {
        expect(fault.message.length, JSON.stringify(fault)).toBeGreaterThan(5);
        expect(fault.line).toBeGreaterThanOrEqual(1);
        expect(fault.line).toBeLessThanOrEqual(lines);
      }
    }
    if ((await standing()) === 0) return;
    // What was taken on the way comes out in the same form, and adds nothing when it comes back.
    const saved = (await get('/api/readings/export')).body as string;
    const again = await csv('/api/readings/import', saved);
    expect(again.status, JSON.stringify(again.body).slice(0, 300)).toBe(200);
    expect(again.body.added).toBe(0);
  });
});
