import sharp from 'sharp';
import { pictureLimits, readPicture } from '~/core/formats/picture';
import { ok, type Result, refuse } from '~/core/result';

export interface Picture {
  readonly mime: 'image/png' | 'image/jpeg';
  readonly widthPx: number;
  readonly heightPx: number;
  readonly bytes: Buffer;
}

const quality = 90;

/**
 * A picture as it is kept: recognised by its bytes, within the limits, decoded and encoded again, so that what is stored is
 * pixels alone, whatever stood before, between or behind them.
 */
export async function encodedAgain(sent: Buffer): Promise<Result<Picture>> {
  const read = readPicture(sent);
  if (!read.ok) return refuse('picture.unread', { why: read.error });
  try {
    const decoded = sharp(read.bytes, {
      failOn: 'error',
      limitInputPixels: pictureLimits.pixels,
      animated: false,
    });
    const encoded =
      read.mime === 'image/png' ? decoded.png({ compressionLevel: 6 }) : decoded.jpeg({ quality });
    const { data, info } = await encoded.toBuffer({ resolveWithObject: true });
    return ok({ mime: read.mime, widthPx: info.width, heightPx: info.height, bytes: data });
  } catch {
    return refuse('picture.damaged');
  }
}
