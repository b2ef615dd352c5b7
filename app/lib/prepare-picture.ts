import type { DrawnStill } from '~/core/figure/drawn-still';

/** A picture ready to be read and kept: upright, not larger than needed, without anything but its pixels. */
export interface ReadyPicture {
  readonly url: string;
  readonly mime: 'image/png' | 'image/jpeg';
  readonly width: number;
  readonly height: number;
  readonly base64: string;
  readonly source: 'photo' | 'drawn';
}

/** Longest side that is kept: a pixel of it is under a tenth of a degree over a pelvis. */
const longestPx = 2400;
const mostBytes = 80 * 1024 * 1024;

async function encoded(
  image: ImageBitmap | HTMLImageElement,
  width: number,
  height: number,
  mime: ReadyPicture['mime'],
  source: ReadyPicture['source'],
): Promise<ReadyPicture> {
  const scale = Math.min(1, longestPx / Math.max(width, height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(width * scale));
  canvas.height = Math.max(1, Math.round(height * scale));
  const g = canvas.getContext('2d');
  if (!g) throw new Error('no canvas');
  g.imageSmoothingQuality = 'high';
  g.drawImage(image, 0, 0, canvas.width, canvas.height);
  const url = canvas.toDataURL(mime, 0.92);
  return {
    url,
    mime,
    width: canvas.width,
    height: canvas.height,
    base64: url.slice(url.indexOf(',') + 1),
    source,
  };
}

/** Takes a chosen file. The browser turns it upright and the new encoding leaves EXIF behind. Errors are said in words. */
export async function preparePicture(file: File): Promise<ReadyPicture | { error: string }> {
  if (file.size === 0) return { error: 'The file is empty.' };
  if (file.size > mostBytes)
    return { error: `The file has ${Math.round(file.size / 1024 / 1024)} MB; at most 80 MB are read.` };
  const head = new Uint8Array(await file.slice(0, 4).arrayBuffer());
  const png = head[0] === 0x89 && head[1] === 0x50;
  if (!png && !(head[0] === 0xff && head[1] === 0xd8))
    return { error: 'This is neither a PNG nor a JPEG, whatever its name says.' };
  try {
    const bitmap = await createImageBitmap(file);
    const ready = await encoded(
      bitmap,
      bitmap.width,
      bitmap.height,
      png ? 'image/png' : 'image/jpeg',
      'photo',
    );
    bitmap.close();
    return ready;
  } catch {
    return { error: 'The picture is damaged and cannot be read. Take it again, or choose another.' };
  }
}

/** Turns a drawn figure into a picture like any other. */
export async function prepareDrawn(drawn: DrawnStill): Promise<ReadyPicture> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(drawn.svg)}`;
  await image.decode();
  return encoded(image, drawn.width, drawn.height, 'image/png', 'drawn');
}
