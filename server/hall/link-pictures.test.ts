/** Pictures of one link: a few at a time, and no more than a total a day. */
import { Readable } from 'node:stream';
import type { Request } from 'express';
import { describe, expect, it } from 'vitest';
import { picturesOfLinks } from './link-pictures.ts';

const MB = 1024 * 1024;
const request = (bytes: number) => Readable.from([Buffer.alloc(bytes)]) as unknown as Request;

describe('pictures of a link', () => {
  it('are taken three at a time; the next is asked to come again, those of another link are not', async () => {
    const pictures = picturesOfLinks();
    let free: () => void = () => undefined;
    const busy = new Promise<void>((resolve) => {
      free = resolve;
    });
    const kept = [1, 2, 3].map(() => pictures.keep('a', request(10), () => busy));
    await expect(pictures.keep('a', request(10), async () => 'kept')).rejects.toMatchObject({
      status: 503,
    });
    expect(await pictures.keep('b', request(10), async () => 'kept')).toBe('kept');
    free();
    await Promise.all(kept);
    expect(await pictures.keep('a', request(10), async () => 'kept')).toBe('kept');
  });

  it('are no more than a total a day together, and begin anew the next day', async () => {
    let now = 0;
    const pictures = picturesOfLinks(() => now, 5 * MB);
    for (let nth = 0; nth < 5; nth++) await pictures.keep('a', request(MB), async () => nth);
    await expect(pictures.keep('a', request(10), async () => 'kept')).rejects.toMatchObject({
      status: 413,
    });
    now = 86_400_001;
    expect(await pictures.keep('a', request(10), async () => 'kept')).toBe('kept');
  });

  it('that cannot be put down leave their places to the next', async () => {
    const pictures = picturesOfLinks();
    const before = process.env.TMPDIR;
    process.env.TMPDIR = '/no/such/folder';
    try {
      for (let nth = 0; nth < 4; nth++)
        await expect(pictures.keep('a', request(10), async () => 'kept')).rejects.toMatchObject({
          code: 'ENOENT',
        });
    } finally {
      if (before === undefined) delete process.env.TMPDIR;
      else process.env.TMPDIR = before;
    }
    expect(await pictures.keep('a', request(10), async () => 'kept')).toBe('kept');
  });

  it('that are too large are refused whole', async () => {
    const pictures = picturesOfLinks();
    await expect(pictures.keep('a', request(26 * MB), async () => 'kept')).rejects.toMatchObject({
      status: 413,
    });
  });
});
