/**
 * Still pictures as they are taken in: PNG or JPEG by their bytes, not by their name; freed of everything but the pixels
 * (EXIF, places, names, comments); checked before anything is kept.
 */

export const pictureLimits = { bytes: 12 * 1024 * 1024, pixels: 16_000_000 } as const;

export type PictureRead =
  | {
      readonly ok: true;
      readonly mime: 'image/png' | 'image/jpeg';
      readonly widthPx: number;
      readonly heightPx: number;
      readonly bytes: Uint8Array;
    }
  | { readonly ok: false; readonly error: string };

const fail = (error: string): PictureRead => ({ ok: false, error });

const crcTable = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k += 1) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});

function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = (crcTable[(c ^ byte) & 0xff] as number) ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

function joined(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}

function sized(
  mime: 'image/png' | 'image/jpeg',
  widthPx: number,
  heightPx: number,
  parts: readonly Uint8Array[],
): PictureRead {
  if (widthPx === 0 || heightPx === 0) return fail('The picture is damaged: it has no size.');
  if (widthPx * heightPx > pictureLimits.pixels)
    return fail(
      `The picture has ${Math.round((widthPx * heightPx) / 1e6)} million pixels; ${pictureLimits.pixels / 1e6} million are taken. Make it smaller.`,
    );
  return { ok: true, mime, widthPx, heightPx, bytes: joined(parts) };
}

/** Chunks of a PNG that make the picture; all others go. */
const pngKept = new Set(['IHDR', 'PLTE', 'IDAT', 'IEND', 'tRNS', 'gAMA', 'cHRM', 'sRGB', 'sBIT']);

function readPng(bytes: Uint8Array): PictureRead {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const parts = [bytes.subarray(0, 8)];
  let at = 8;
  let size: { width: number; height: number } | undefined;
  let pixels = false;
  while (at + 12 <= bytes.length) {
    const length = view.getUint32(at);
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    const end = at + 12 + length;
    if (end > bytes.length) return fail(`The picture is damaged: it breaks off in ${type}.`);
    if (crc32(bytes.subarray(at + 4, end - 4)) !== view.getUint32(end - 4))
      return fail(`The picture is damaged: ${type} does not match its checksum.`);
    if (type === 'IHDR' && length >= 8)
      size = { width: view.getUint32(at + 8), height: view.getUint32(at + 12) };
    if (type === 'IDAT') pixels = true;
    if (pngKept.has(type)) parts.push(bytes.subarray(at, end));
    at = end;
    if (type === 'IEND') {
      if (!size || !pixels) return fail('The picture is damaged: it holds no pixels.');
      return sized('image/png', size.width, size.height, parts);
    }
  }
  return fail('The picture is damaged: it has no end.');
}

/** Start-of-frame markers, which hold the size. */
const isFrame = (marker: number) =>
  marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;

function readJpeg(bytes: Uint8Array): PictureRead {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const parts = [bytes.subarray(0, 2)];
  let at = 2;
  let size: { width: number; height: number } | undefined;
  while (at + 4 <= bytes.length) {
    if (bytes[at] !== 0xff) return fail('The picture is damaged: a marker is missing.');
    const marker = bytes[at + 1] as number;
    if (marker === 0xff) {
      at += 1;
      continue;
    }
    const length = view.getUint16(at + 2);
    const end = at + 2 + length;
    if (length < 2 || end > bytes.length) return fail('The picture is damaged: it breaks off.');
    if (isFrame(marker) && length >= 7)
      size = { height: view.getUint16(at + 5), width: view.getUint16(at + 7) };
    // Application segments carry EXIF, places and thumbnails; 0 (JFIF) and 14 (colour) belong to the picture. FE: comments.
    const kept = !(marker >= 0xe1 && marker <= 0xef && marker !== 0xee) && marker !== 0xfe;
    if (kept) parts.push(bytes.subarray(at, end));
    at = end;
    if (marker === 0xda) {
      const last = bytes.lastIndexOf(0xd9);
      if (!size) return fail('The picture is damaged: it has no size.');
      if (last <= at || bytes[last - 1] !== 0xff) return fail('The picture is damaged: it has no end.');
      parts.push(bytes.subarray(at, last + 1));
      return sized('image/jpeg', size.width, size.height, parts);
    }
  }
  return fail('The picture is damaged: it holds no pixels.');
}

/** Reads a PNG or JPEG and gives it back without anything but its pixels; what cannot be taken is said in words. */
export function readPicture(bytes: Uint8Array): PictureRead {
  if (bytes.length === 0) return fail('The file is empty.');
  if (bytes.length > pictureLimits.bytes)
    return fail(
      `The file has ${(bytes.length / 1024 / 1024).toFixed(1)} MB; at most ${pictureLimits.bytes / 1024 / 1024} MB are taken.`,
    );
  const png = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
  if (png.every((byte, i) => bytes[i] === byte)) return readPng(bytes);
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return readJpeg(bytes);
  return fail('This is neither a PNG nor a JPEG, whatever its name says.');
}
