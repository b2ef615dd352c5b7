import { decodeTable, readTable } from '~/core/formats/table';
import { issue, ok, type Result, refuse } from '~/core/result';

/** A posted table file as text, looked through so far that it is one; else why not. Nothing is kept of it yet. */
export async function uploadedTable(
  request: Request,
): Promise<Result<{ readonly fileName: string; readonly content: string }>> {
  const file = (await request.formData()).get('file');
  if (!(file instanceof File) || (file.name === '' && file.size === 0)) return refuse('file.choose');
  const unread = (why: string) =>
    refuse([issue('file.unread', { why: `${file.name}: ${why} Nothing was imported.` })]);
  const decoded = decodeTable(new Uint8Array(await file.arrayBuffer()));
  if (!decoded.ok) return unread(decoded.error);
  const read = readTable(decoded.text);
  return read.ok ? ok({ fileName: file.name.slice(0, 200), content: decoded.text }) : unread(read.error);
}
