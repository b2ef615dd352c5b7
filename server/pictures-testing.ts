import sharp from 'sharp';

/** A small picture for tests, with metadata that must not come in. */
export const drawnPng = (width: number, height: number): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: { r: 200, g: 180, b: 160 } } })
    .png()
    .toBuffer();

export const taggedJpeg = (width: number, height: number): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: { r: 20, g: 180, b: 160 } } })
    .withMetadata({ exif: { IFD0: { Artist: 'somebody real', Copyright: 'at home' } } })
    .jpeg()
    .toBuffer();
