/** Photographs over the API: what is taken, what is refused, what is left of what the camera wrote. */
import { existsSync, mkdirSync, readdirSync } from 'node:fs';
import sharp from 'sharp';
import { v7 as uuid7 } from 'uuid';
import { describe, expect, it } from 'vitest';
import { CHANGE_HEADER } from '#contract/headers.ts';
import { servedBench } from '../served-bench.ts';
import { photographFiles } from './photograph-files.ts';

const { get, put, post, bench, served, file, reopen } = servedBench();

/** A picture with a place in it, as a phone writes it: degrees of latitude and the camera's name. */
async function pictureWithPlace(): Promise<Buffer> {
  return sharp({ create: { width: 800, height: 600, channels: 3, background: '#a08060' } })
    .withExif({
      IFD0: { Make: 'Pocket', Model: 'Camera', Copyright: 'secret round' },
      IFD3: { GPSLatitude: '52/1 30/1 0/1', GPSLatitudeRef: 'N' },
    })
    .jpeg()
    .toBuffer();
}

async function send(picture: Buffer, subject: object, change = uuid7()) {
  const query = new URLSearchParams({ photograph: uuid7(), caption: 'heel', ...subject });
  const response = await fetch(`${served().base}/api/photographs?${query}`, {
    method: 'POST',
    headers: { 'content-type': 'image/jpeg', [CHANGE_HEADER]: change },
    body: new Uint8Array(picture),
  });
  return { status: response.status, body: await response.json() };
}

const full = async (id: string) =>
  Buffer.from(await (await fetch(`${served().base}/api/photographs/${id}/full`)).arrayBuffer());

describe('a photograph', () => {
  it('loses its place and camera, and keeps its picture', async () => {
    const { pairId } = await bench();
    const picture = await pictureWithPlace();
    expect(picture.includes('secret round')).toBe(true);
    const { status, body } = await send(picture, { subjectKind: 'pair', subjectId: pairId });
    expect(status).toBe(200);
    expect(body).toMatchObject({ width: 800, height: 600, caption: 'heel' });
    const kept = await full(body.id);
    const { exif, xmp, iptc, format, width } = await sharp(kept).metadata();
    expect({ exif, xmp, iptc, format, width }).toEqual({ format: 'webp', width: 800 });
    expect(kept.includes('secret round')).toBe(false);
    const small = await fetch(`${served().base}/api/photographs/${body.id}/small`);
    expect(small.headers.get('content-type')).toBe('image/webp');
    const edge = (await sharp(Buffer.from(await small.arrayBuffer())).metadata()).width;
    expect(edge).toBe(360);
  });

  it('stands upright, no larger than it need be', async () => {
    const { pairId } = await bench();
    const turned = await sharp({
      create: { width: 3600, height: 1200, channels: 3, background: '#456' },
    })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const { body } = await send(turned, { subjectKind: 'pair', subjectId: pairId });
    expect(body).toMatchObject({ width: 800, height: 2400 });
  });

  it.each(['png', 'webp'] as const)('may be %s', async (format) => {
    const { pairId } = await bench();
    const picture = await sharp({
      create: { width: 40, height: 30, channels: 4, background: '#fff' },
    })
      .toFormat(format)
      .toBuffer();
    expect((await send(picture, { subjectKind: 'pair', subjectId: pairId })).status).toBe(200);
  });

  it('is refused as HEIC, as no picture, damaged, empty, or over 25 MB', async () => {
    const { pairId } = await bench();
    const subject = { subjectKind: 'pair', subjectId: pairId };
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic0000mif1heic')]);
    const refusedHeic = await send(heic, subject);
    expect(refusedHeic.status).toBe(415);
    expect(refusedHeic.body.detail).toMatch(/HEIC.*JPEG/);
    expect((await send(Buffer.from('plain words'), subject)).status).toBe(415);
    expect((await send(Buffer.from([0xff, 0xd8, 0xff, 1, 2, 3]), subject)).status).toBe(422);
    expect((await send(Buffer.alloc(0), subject)).status).toBe(422);
    const large = await send(Buffer.alloc(26 * 1024 * 1024, 0xff), subject);
    expect(large.status).toBe(413);
    expect((await get(`/api/photographs?subjectKind=pair&subjectId=${pairId}`)).body).toEqual([]);
  });

  it('belongs to something that is there', async () => {
    await bench();
    const picture = await pictureWithPlace();
    const lost = await send(picture, { subjectKind: 'match', subjectId: uuid7() });
    expect(lost.status).toBe(404);
    expect((await send(picture, { subjectKind: 'shelf', subjectId: uuid7() })).status).toBe(400);
  });

  it('sent twice is kept once, and removed with its file', async () => {
    const { pairId } = await bench();
    const subject = { subjectKind: 'pair', subjectId: pairId };
    const picture = await pictureWithPlace();
    const first = await send(picture, subject);
    const second = await send(picture, subject);
    const list = async () =>
      (await get(`/api/photographs?subjectKind=pair&subjectId=${pairId}`)).body;
    expect(await list()).toHaveLength(2);
    const folder = file('book-photographs');
    // One picture, two records: one file in two sizes.
    expect(readdirSync(folder)).toHaveLength(2);
    await put(`/api/photographs/${first.body.id}`, { side: 'left', caption: 'toe' });
    expect((await list())[0]).toMatchObject({ side: 'left', caption: 'toe' });
    await post(`/api/photographs/${first.body.id}/removal`, { reason: 'blurred' });
    expect(readdirSync(folder)).toHaveLength(2);
    await post(`/api/photographs/${second.body.id}/removal`, { reason: 'blurred' });
    expect(readdirSync(folder)).toEqual([]);
    expect(await list()).toEqual([]);
  });

  it('is shown where the book lies under a hidden folder', async () => {
    mkdirSync(file('.hidden'));
    await reopen('.hidden/book.db');
    const { pairId } = await bench();
    const { body } = await send(await pictureWithPlace(), {
      subjectKind: 'pair',
      subjectId: pairId,
    });
    const small = await fetch(`${served().base}/api/photographs/${body.id}/small`);
    expect(small.status).toBe(200);
  });

  it('sent again after a lost answer, with the same change, is recorded once', async () => {
    const { pairId } = await bench();
    const subject = { subjectKind: 'pair', subjectId: pairId, photograph: uuid7() };
    const [picture, change] = [await pictureWithPlace(), uuid7()];
    const first = await send(picture, subject, change);
    const again = await send(picture, subject, change);
    expect(again).toEqual(first);
    expect((await get(`/api/photographs?subjectKind=pair&subjectId=${pairId}`)).body).toHaveLength(
      1,
    );
  });

  it('is refused by an edge or by its pixels, before they are decoded', async () => {
    const { pairId } = await bench();
    const subject = { subjectKind: 'pair', subjectId: pairId };
    const thin = await sharp({
      create: { width: 16_001, height: 2, channels: 3, background: '#777' },
    })
      .png()
      .toBuffer();
    const long = await send(thin, subject);
    expect(long.status).toBe(422);
    expect(long.body.detail).toContain('64 million pixels, or an edge of over 16,000');
    const wide = await sharp({
      create: { width: 9000, height: 7600, channels: 3, background: '#777' },
    })
      .jpeg({ quality: 1 })
      .toBuffer();
    const many = await send(wide, subject);
    expect(many).toMatchObject({ status: 422, body: { detail: long.body.detail } });
  });

  it('stays with its files where the change that removes it fails', async () => {
    const { pairId } = await bench();
    const { body } = await send(await pictureWithPlace(), {
      subjectKind: 'pair',
      subjectId: pairId,
    });
    // The transaction breaks at its last step, as on a full disk.
    served().db.exec(
      `CREATE TRIGGER full BEFORE INSERT ON change
       BEGIN SELECT RAISE (ABORT, 'no space'); END`,
    );
    const refused = await post(`/api/photographs/${body.id}/removal`, { reason: 'blurred' });
    expect(refused.status).toBe(500);
    expect((await fetch(`${served().base}/api/photographs/${body.id}/full`)).status).toBe(200);
    served().db.exec('DROP TRIGGER full');
    await post(`/api/photographs/${body.id}/removal`, { reason: 'blurred' });
    expect(readdirSync(file('book-photographs'))).toEqual([]);
  });
});

describe('the process that reads a picture', () => {
  const waited = () => new AbortController().signal;
  // A refusal is told once the process has ended, not when it is asked to.
  it('is ended where it takes too long, and the picture is refused', async () => {
    const files = photographFiles(file('pictures'), 1);
    await expect(files.keep(await pictureWithPlace(), waited())).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('took too long'),
    });
    expect(existsSync(file('pictures'))).toBe(false);
  });

  it('is ended with the one who waits for it, and the next picture has its turn', async () => {
    const files = photographFiles(file('pictures'));
    const leaving = new AbortController();
    const left = files.keep(await pictureWithPlace(), leaving.signal);
    const next = files.keep(await pictureWithPlace(), waited());
    setTimeout(() => leaving.abort(), 20);
    await expect(left).rejects.toMatchObject({ status: 499 });
    expect((await next).width).toBe(800);
  });

  it('is ended with the server', async () => {
    const files = photographFiles(file('pictures'));
    const left = files.keep(await pictureWithPlace(), waited());
    setTimeout(() => files.close(), 20);
    await expect(left).rejects.toMatchObject({ status: 422 });
  });
});
