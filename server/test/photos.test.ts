import { readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { crc32, deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { id, makeKit, serve } from './client';

const api = serve();
const device = id();
let kitId = '';
beforeAll(async () => {
  kitId = (await makeKit(api)).kitId;
});

const put = async (content: Buffer, photo: string = id(), kit = kitId) => {
  const answer = await fetch(`${api.url()}/api/kits/${kit}/photos/${photo}?device=${device}`, {
    method: 'PUT',
    body: new Uint8Array(content),
  });
  return { status: answer.status, body: (await answer.json()) as { error?: { code: string }; width?: number; height?: number }, photo };
};
const picture = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#886644' } });

describe('photos', () => {
  it.each(['jpeg', 'png', 'webp'] as const)('%s is kept as a JPEG of at most 2048 pixels', async (format) => {
    const kept = await put(await picture(3000, 1500).toFormat(format).toBuffer());
    expect([kept.status, kept.body.width, kept.body.height]).toEqual([200, 2048, 1024]);
    const back = await fetch(`${api.url()}/api/photos/${kept.photo}`);
    expect(back.headers.get('content-type')).toBe('image/jpeg');
    expect((await sharp(Buffer.from(await back.arrayBuffer())).metadata()).format).toBe('jpeg');
  });
  it('is turned upright, and what the camera wrote beside it is gone', async () => {
    const turned = await picture(400, 200)
      .withExif({ IFD0: { ImageDescription: '<script>alert(1)</script>', Orientation: '6' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const kept = await put(turned);
    expect([kept.body.width, kept.body.height]).toEqual([200, 400]);
    const back = Buffer.from(await (await fetch(`${api.url()}/api/photos/${kept.photo}`)).arrayBuffer());
    expect((await sharp(back).metadata()).exif).toBeUndefined();
    expect(back.includes('script')).toBe(false);
  });
  it('the same id twice is one photo', async () => {
    const content = await picture(10, 10).png().toBuffer();
    const photo = id();
    await put(content, photo);
    expect((await put(content, photo)).body).toMatchObject({ id: photo, repeated: true });
  });
  it.each([
    ['a program', () => Promise.resolve(Buffer.from('MZ\0\0 not a picture')), 'photo-broken'],
    [
      'an SVG with a script',
      () => Promise.resolve(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>1</script></svg>')),
      'photo-type',
    ],
    ['a GIF', () => picture(10, 10).gif().toBuffer(), 'photo-type'],
    ['a picture cut off', async () => (await picture(800, 800).png({ compressionLevel: 0 }).toBuffer()).subarray(0, 5000), 'photo-broken'],
    ['nothing', () => Promise.resolve(Buffer.from('')), 'photo-broken'],
  ])('%s is refused and nothing is kept', async (_, make, code) => {
    const refused = await put(await make());
    expect([refused.status, refused.body.error?.code]).toEqual([415, code]);
    expect((await fetch(`${api.url()}/api/photos/${refused.photo}`)).status).toBe(404);
  });
  it('a bomb of 50,000 by 50,000 pixels is refused by its head, in little time', async () => {
    const chunk = (type: string, data: Buffer) => {
      const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
      const [length, check] = [Buffer.alloc(4), Buffer.alloc(4)];
      length.writeUInt32BE(data.length);
      check.writeUInt32BE(crc32(body));
      return Buffer.concat([length, body, check]);
    };
    const size = Buffer.from('0000c3500000c3500800000000', 'hex');
    const bomb = Buffer.concat([
      Buffer.from('89504e470d0a1a0a', 'hex'),
      chunk('IHDR', size),
      chunk('IDAT', deflateSync(Buffer.alloc(1e6))),
    ]);
    const refused = await put(bomb);
    expect([refused.status, refused.body.error?.code]).toEqual([415, 'photo-too-large']);
    expect((await api.get('/health')).status).toBe(200);
  });
  it('more bytes than are taken, and another kit, are refused', async () => {
    expect((await put(Buffer.alloc(26 * 1024 * 1024))).status).toBe(413);
    expect((await put(await picture(10, 10).png().toBuffer(), id(), id())).status).toBe(404);
    expect((await put(await picture(10, 10).png().toBuffer(), 'nonsense')).status).toBe(400);
  });
  it('leave as a ZIP each by its id', async () => {
    const { kitId: own } = await makeKit(api);
    const ids = [id(), id()].sort();
    for (const one of ids) expect((await put(await picture(20, 10).png().toBuffer(), one, own)).status).toBe(200);
    const zip = unzipSync(new Uint8Array(await (await fetch(`${api.url()}/api/kits/${own}/photos.zip`)).arrayBuffer()));
    expect(Object.keys(zip)).toEqual(ids.map((i) => `${i}.jpg`));
    for (const content of Object.values(zip)) expect((await sharp(Buffer.from(content)).metadata()).width).toBe(20);
    expect((await fetch(`${api.url()}/api/kits/${id()}/photos.zip`)).status).toBe(404);
  });
});

describe('a photo sent again', () => {
  it('another picture under the same id is refused, and the first stays', async () => {
    const photo = id();
    await put(await picture(10, 10).png().toBuffer(), photo);
    const other = await put(await picture(20, 10).png().toBuffer(), photo);
    expect([other.status, other.body.error?.code]).toEqual([409, 'photo-id-taken']);
    const back = Buffer.from(await (await fetch(`${api.url()}/api/photos/${photo}`)).arrayBuffer());
    expect((await sharp(back).metadata()).width).toBe(10);
  });
  it('as it was kept and given out it is the same picture', async () => {
    const photo = id();
    await put(await picture(30, 20).png().toBuffer(), photo);
    const kept = Buffer.from(await (await fetch(`${api.url()}/api/photos/${photo}`)).arrayBuffer());
    expect((await put(kept, photo)).body).toMatchObject({ repeated: true });
    rmSync(join(api.photosDir(), `${photo}.jpg`));
    expect((await put(kept, photo)).body).toMatchObject({ width: 30, height: 20 });
  });
  it('one whose file is broken or gone is taken anew', async () => {
    const content = await picture(300, 200).jpeg().toBuffer();
    for (const spoil of [(path: string) => writeFileSync(path, 'x'), (path: string) => rmSync(path)]) {
      const photo = id();
      await put(content, photo);
      spoil(join(api.photosDir(), `${photo}.jpg`));
      const again = await put(content, photo);
      expect([again.status, again.body.width]).toEqual([200, 300]);
      const back = await fetch(`${api.url()}/api/photos/${photo}`);
      expect((await sharp(Buffer.from(await back.arrayBuffer())).metadata()).width).toBe(300);
      expect((await put(content, photo)).body).toMatchObject({ repeated: true });
    }
  });
  it('four at once are one photo, and leave no part of themselves behind', async () => {
    const photo = id();
    const content = await picture(500, 400).jpeg().toBuffer();
    const other = await picture(501, 400).jpeg().toBuffer();
    const sent = await Promise.all([content, content, content, other].map((c) => put(c, photo)));
    expect(sent.map((s) => s.status).sort()).toEqual([200, 200, 200, 409]);
    expect(readdirSync(api.photosDir()).filter((n) => n.includes(photo))).toEqual([`${photo}.jpg`]);
  });
});
