import { deflateSync } from 'node:zlib';
import fc from 'fast-check';
import { pictureLimits, readPicture } from './picture';

function crc(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) {
    c ^= byte;
    for (let k = 0; k < 8; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  }
  return (c ^ 0xffffffff) >>> 0;
}
function chunk(type: string, data: Uint8Array): Buffer {
  const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
  const head = Buffer.alloc(4);
  head.writeUInt32BE(data.length);
  const tail = Buffer.alloc(4);
  tail.writeUInt32BE(crc(body));
  return Buffer.concat([head, body, tail]);
}
function png(width: number, height: number, extra: Buffer[] = []): Buffer {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header[8] = 8;
  const rows = Buffer.alloc(Math.min(1000, height * (width + 1)));
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', header),
    ...extra,
    chunk('IDAT', deflateSync(rows)),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}
const segment = (marker: number, data: string | Buffer) => {
  const body = Buffer.from(data as string, 'latin1');
  const head = Buffer.from([0xff, marker, 0, 0]);
  head.writeUInt16BE(body.length + 2, 2);
  return Buffer.concat([head, body]);
};
const frame = Buffer.from([8, 0, 120, 0, 160, 1, 1, 0x11, 0]);
const jpeg = (extra: Buffer[] = []) =>
  Buffer.concat([
    Buffer.from([0xff, 0xd8]),
    segment(0xe0, 'JFIF\0\x01\x01\0\0\x01\0\x01\0\0'),
    ...extra,
    segment(0xc0, frame),
    segment(0xda, Buffer.from([1, 1, 0, 0, 63, 0])),
    Buffer.from([1, 2, 3, 4, 0xff, 0xd9]),
  ]);

describe('still pictures', () => {
  it('are known by their bytes and give their size', () => {
    expect(readPicture(png(30, 20))).toMatchObject({
      ok: true,
      mime: 'image/png',
      widthPx: 30,
      heightPx: 20,
    });
    expect(readPicture(jpeg())).toMatchObject({ ok: true, mime: 'image/jpeg', widthPx: 160, heightPx: 120 });
    expect(readPicture(Buffer.from('GIF89a'))).toMatchObject({
      error: expect.stringContaining('neither a PNG'),
    });
    expect(readPicture(new Uint8Array())).toEqual({ ok: false, error: 'The file is empty.' });
  });
  it('lose places, names and comments', () => {
    const told = png(30, 20, [
      chunk('tEXt', Buffer.from('Author\0Somebody')),
      chunk('eXIf', Buffer.from('where')),
    ]);
    const plain = readPicture(told);
    expect(plain.ok && Buffer.from(plain.bytes)).toEqual(png(30, 20));
    const exif = jpeg([segment(0xe1, 'Exif\0\0 51.5 N'), segment(0xfe, 'a comment')]);
    const read = readPicture(exif);
    expect(read.ok && Buffer.from(read.bytes)).toEqual(jpeg());
  });
  it('that are damaged or too large are refused by what is wrong', () => {
    const spoilt = png(30, 20);
    spoilt[spoilt.indexOf('IDAT') + 6] = (spoilt[spoilt.indexOf('IDAT') + 6] ?? 0) ^ 0xff;
    expect(readPicture(spoilt)).toEqual({
      ok: false,
      error: 'The picture is damaged: IDAT does not match its checksum.',
    });
    expect(readPicture(png(30, 20).subarray(0, 60))).toMatchObject({
      error: expect.stringContaining('damaged'),
    });
    expect(readPicture(jpeg().subarray(0, 40))).toMatchObject({ error: expect.stringContaining('damaged') });
    expect(readPicture(png(8000, 5000))).toMatchObject({
      error: 'The picture has 40 million pixels; 16 million are taken. Make it smaller.',
    });
    expect(readPicture(new Uint8Array(pictureLimits.bytes + 1))).toMatchObject({
      error: expect.stringContaining('MB'),
    });
  });
  it('of any bytes give a picture or an error, and what is given is read again the same', () => {
    const base = [png(30, 20), jpeg()];
    fc.assert(
      fc.property(
        fc.constantFrom(...base),
        fc.array(fc.tuple(fc.nat(300), fc.nat(255)), { maxLength: 4 }),
        fc.nat(300),
        (bytes, flips, cut) => {
          const spoilt = Buffer.from(bytes.subarray(0, bytes.length - (cut % bytes.length)));
          for (const [at, value] of flips) if (spoilt.length > 0) spoilt[at % spoilt.length] = value;
          const read = readPicture(spoilt);
          if (!read.ok) expect(read.error.length).toBeGreaterThan(5);
          else expect(readPicture(read.bytes)).toEqual(read);
        },
      ),
    );
  });
});
