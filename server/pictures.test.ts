import sharp from 'sharp';
import { encodedAgain } from './pictures';
import { drawnPng, taggedJpeg } from './pictures-testing';

describe('a picture that is kept', () => {
  it('is decoded and encoded again: what stood beside the pixels is gone, also behind the scan', async () => {
    const sent = Buffer.concat([await taggedJpeg(60, 40), Buffer.from('<script>secret</script>')]);
    expect(sent.includes('somebody real')).toBe(true);
    const kept = await encodedAgain(sent);
    if (!kept.ok) throw new Error('refused');
    expect(kept.value).toMatchObject({ mime: 'image/jpeg', widthPx: 60, heightPx: 40 });
    for (const text of ['somebody real', 'at home', 'secret', 'Exif'])
      expect(kept.value.bytes.includes(text)).toBe(false);
    const { data } = await sharp(kept.value.bytes).raw().toBuffer({ resolveWithObject: true });
    expect([...data.subarray(0, 3)].map((value) => Math.round(value / 10))).toEqual([2, 18, 16]);
  });
  it('is refused when it is none, or damaged', async () => {
    const png = await drawnPng(50, 50);
    const spoilt = Buffer.from(png);
    spoilt.fill(0, 40, 70);
    const code = async (bytes: Buffer) => {
      const read = await encodedAgain(bytes);
      return read.ok ? 'kept' : read.issues[0]?.code;
    };
    expect(await code(png)).toBe('kept');
    expect(await code(Buffer.from('<svg onload="x">'))).toBe('picture.unread');
    expect(['picture.unread', 'picture.damaged']).toContain(await code(spoilt));
  });
});
