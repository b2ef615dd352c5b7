import { decodeTable, readTable } from '~/core/formats/table';
import { issue, ok, type Result, refuse } from '~/core/result';

/**
 * A posted text file; else why not. Nothing is kept of it yet.
 *
 * @param unreadable why its text is none that is wanted; undefined when it is
 */
export async function uploadedText(
  request: Request,
  unreadable: (content: string, fileName: string) => string | undefined,
): Promise<Result<{ readonly fileName: string; readonly content: string }>> {
  const file = (await request.formData()).get('file');
  if (!(file instanceof File) || (file.name === '' && file.size === 0)) return refuse('file.choose');
  const unread = (why: string) =>
    refuse([issue('file.unread', { why: `${file.name}: ${why} Nothing was imported.` })]);
  const decoded = decodeTable(new Uint8Array(await file.arrayBuffer()));
  if (!decoded.ok) return unread(decoded.error);
  const why = unreadable(decoded.text, file.name);
  return why === undefined ? ok({ fileName: file.name.slice(0, 200), content: decoded.text }) : unread(why);
}

/** A posted table. */
export const uploadedTable = (request: Request) =>
  uploadedText(request, (content) => {
    const read = readTable(content);
    return read.ok ? undefined : read.error;
  });
