/** Curves over the API, from file to figure. */
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { servedBench } from './served-bench.ts';

const { post, get, csv, bench, served } = servedBench();

function curveText(cycles = 5, n = 200): string {
  const lines = ['angle_deg,moment_nm'];
  for (let i = 0; i <= cycles * n; i++) {
    const t = (2 * Math.PI * i) / n;
    const angle = 20 - 20 * Math.cos(t);
    lines.push(`${angle},${0.2 * angle + 0.8 * Math.sin(t)}`);
  }
  return lines.join('\n');
}

describe('a curve', () => {
  async function fixture() {
    const made = await bench();
    const sessionId = await made.session();
    const curve = uuid7();
    const address = (more: object = {}) => {
      const query = new URLSearchParams({
        curve,
        reading: uuid7(),
        side: 'left',
        quantity: 'bend-toe-up',
        instrument: made.instrument('bend fixture').id,
        takenAt: '2026-03-01T09:02:00Z',
        from: '10',
        to: '30',
        ...more,
      });
      return `/api/sessions/${sessionId}/curves?${query}`;
    };
    return { ...made, sessionId, curve, address };
  }
  it('is stored as taken and gives a reading; fitted otherwise, the reading is superseded', async () => {
    const { address, curve } = await fixture();
    const { status, body } = await csv(address({ temperatureC: '22.6' }), curveText());
    expect(status).toBe(200);
    expect(body).toMatchObject({
      quantity: 'bend-toe-up',
      entered: 'curve',
      curveWindow: [10, 30],
      temperatureC: 22.6,
      unit: 'N·m/°',
    });
    expect(body.value).toBeCloseTo(0.2, 3);
    const back = (await get(`/api/curves/${curve}`)).body as string;
    expect(back.split('\n')).toHaveLength(1003);
    const again = await post(`/api/curves/${curve}/window`, {
      readingId: uuid7(),
      window: [12, 28],
      reason: 'edges left out',
    });
    expect(again.body).toMatchObject({ trial: 1, curveWindow: [12, 28], supersedes: body.id });
    const { sections } = (await get('/api/sheets/norrolt-stairwell-mid-cut')).body;
    const [bend] = sections.find((one: { key: string }) => one.key === 'flex').figures;
    // The ellipse loses π·20°·0.8 N·m; each of the last three cycles alike.
    expect(bend.loops).toEqual([
      expect.objectContaining({
        tag: 'NS-01',
        side: 'left',
        lossJ: expect.closeTo(Math.PI * ((20 * Math.PI) / 180) * 0.8, 2),
      }),
    ]);
    const { readings } = (await get('/api/pairs/NS-01')).body.sessions[0];
    expect(readings).toHaveLength(2);
    expect(readings[0].supersededBy).toBe(again.body.id);
  });
  it('keeps both directions and the time, and is recorded once however often it is sent', async () => {
    const { address, curve } = await fixture();
    // A fixture that turns both ways: the quantity takes its own half, the file keeps both.
    const lines = ['time_s,angle_deg,moment_nm'];
    for (let i = 0; i <= 1000; i++) {
      const angle = 40 * Math.sin((2 * Math.PI * i) / 200);
      lines.push(`${i / 100},${angle},${0.2 * angle}`);
    }
    const text = `${lines.join('\n')}\n`;
    const change = uuid7();
    const path = address({ reading: uuid7() });
    const send = () => served().send('POST', path, text, { change, type: 'text/csv' });
    const first = await send();
    expect(first.status).toBe(200);
    expect(first.body.value).toBeCloseTo(0.2, 6);
    expect(await send()).toEqual(first);
    expect((await get('/api/pairs/NS-01')).body.sessions[0].readings).toHaveLength(1);
    const back = (await get(`/api/curves/${curve}`)).body as string;
    expect(back).toBe(text);
    expect(
      Math.min(
        ...back
          .split('\n')
          .slice(1, -1)
          .map((row) => Number(row.split(',')[1])),
      ),
    ).toBe(-40);
  });
  it.each([
    ['angle_deg\n1\n2\n3', 'one column'],
    ['angle_deg,moment_nm\n0,0\n10,2\n20,x', '“x” is no number'],
    ['time_s,angle_deg,moment_nm\n0,0,0\n2,10,2\n1,20,4', 'Time goes back'],
    ['angle_deg,moment_nm\n0,0\n10,2\n20,4\n30,6', 'does not come back'],
    [
      curveText().replaceAll(/^(\d[\d.e-]*),/gm, (_, a) => `${(Number(a) * Math.PI) / 180},`),
      'angle_rad',
    ],
  ])('is refused whole: %#', async (text, says) => {
    const { address } = await fixture();
    const { status, body } = await csv(address(), text);
    expect(status).toBe(422);
    expect(body.detail).toContain(says);
    expect((await get('/api/pairs')).body.rows[0].readings).toBe(0);
    expect(served().db.prepare('SELECT count(*) AS n FROM curve').get()).toEqual({ n: 0 });
  });
  it('whose line never ends is refused by its line, though much of it is still to come', async () => {
    const { address } = await fixture();
    const { status, body } = await csv(
      address(),
      `angle_deg,moment_nm\n0,0\n${'1'.repeat(12_000_000)}`,
    );
    expect(status).toBe(422);
    expect(body.errors).toEqual([
      { field: '', line: 3, message: expect.stringContaining('no end') },
    ]);
  });
  it('is not taken of a mass, nor in a window that it does not cover', async () => {
    const { address } = await fixture();
    expect((await csv(address({ quantity: 'mass' }), curveText())).body.detail).toContain(
      'not taken as a curve',
    );
    expect((await csv(address({ to: '80' }), curveText())).body.detail).toContain('does not cover');
  });
});
