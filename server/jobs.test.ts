import { describe, expect, it } from 'vitest';
import { jobBook } from './jobs.ts';

describe('a long request', () => {
  it('says how far it is, lets others be answered, and stops where it is told to', async () => {
    const jobs = jobBook();
    const job = jobs.begin('a', new AbortController().signal);
    expect(jobs.of('a')).toEqual({ done: 0, total: 0, ended: false });
    let others = 0;
    const asked = setInterval(() => {
      others += 1;
    }, 0);
    for (let pair = 1; pair <= 200; pair++) {
      await job.step(pair, 200);
      await new Promise((resolve) => setTimeout(resolve));
    }
    clearInterval(asked);
    expect(others).toBeGreaterThan(0);
    expect(jobs.of('a')).toEqual({ done: 200, total: 200, ended: false });
    expect(jobs.stop('a')).toBe(true);
    await expect(job.step(201, 200)).rejects.toMatchObject({ status: 499 });
    expect(jobs.of('a')?.ended).toBe(true);
  });
  it('stops where nobody waits for it any more', async () => {
    const gone = new AbortController();
    const job = jobBook().begin(undefined, gone.signal);
    await job.step(1, 2);
    gone.abort();
    await expect(job.step(2, 2)).rejects.toMatchObject({ status: 499 });
  });
  it('is forgotten after many others', () => {
    const jobs = jobBook();
    for (let n = 0; n < 50; n++) jobs.begin(`job ${n}`, new AbortController().signal).end();
    expect(jobs.of('job 0')).toBeUndefined();
    expect(jobs.of('job 49')?.ended).toBe(true);
    expect(jobs.stop('job 0')).toBe(false);
  });
});
