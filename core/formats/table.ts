import Papa from 'papaparse';

export const tableLimits = { bytes: 20 * 1024 * 1024, rows: 100_000, columns: 60 } as const;

export interface Table {
  readonly headers: readonly string[];
  /** Cells by row; line numbers start at 2, below the header. */
  readonly rows: readonly (readonly string[])[];
  readonly delimiter: ',' | ';' | '\t';
}

export type TableResult =
  | { readonly ok: true; readonly table: Table }
  | { readonly ok: false; readonly error: string };

const fail = (error: string): TableResult => ({ ok: false, error });

/**
 * Decodes an uploaded file as text: UTF-8 (with or without BOM), UTF-16 by its BOM, else Windows-1252, as spreadsheets
 * write it. Refuses files that are empty, too large, or not text whatever their name says.
 */
export function decodeTable(bytes: Uint8Array): { ok: true; text: string } | { ok: false; error: string } {
  if (bytes.length === 0) return { ok: false, error: 'The file is empty.' };
  if (bytes.length > tableLimits.bytes) {
    return {
      ok: false,
      error: `The file has ${(bytes.length / 1024 / 1024).toFixed(1)} MB; at most ${tableLimits.bytes / 1024 / 1024} MB are read.`,
    };
  }
  if ((bytes[0] === 0xff && bytes[1] === 0xfe) || (bytes[0] === 0xfe && bytes[1] === 0xff)) {
    return { ok: true, text: new TextDecoder(bytes[0] === 0xff ? 'utf-16le' : 'utf-16be').decode(bytes) };
  }
  const head = bytes.subarray(0, 65_536);
  const controls = head.reduce(
    (n, byte) => n + (byte === 0 || (byte < 32 && byte !== 9 && byte !== 10 && byte !== 13) ? 1 : 0),
    0,
  );
  if (head.includes(0) || controls > head.length * 0.01)
    return {
      ok: false,
      error: 'This is not a text file: it holds binary data, whatever its name says. Save the roster as CSV.',
    };
  try {
    return { ok: true, text: new TextDecoder('utf-8', { fatal: true }).decode(bytes) };
  } catch {
    return { ok: true, text: new TextDecoder('windows-1252').decode(bytes) };
  }
}

/** The separator that cuts the first line into most cells. */
function guessDelimiter(text: string): Table['delimiter'] {
  const first = text.split(/\r?\n/, 1)[0] ?? '';
  const count = (mark: string) => first.split(mark).length;
  const best = ([';', '\t', ','] as const).reduce((a, b) => (count(b) > count(a) ? b : a));
  return count(best) > 1 ? best : ',';
}

/** Reads CSV text (comma, semicolon or tab; quotes; any line ends) into a table with a header line. */
export function readTable(text: string): TableResult {
  const clean = text.replace(/^\ufeff/, '');
  if (clean.trim() === '') return fail('The file is empty.');
  const delimiter = guessDelimiter(clean);
  const parsed = Papa.parse<string[]>(clean, { delimiter, skipEmptyLines: false });
  const broken = parsed.errors.find((error) => error.type === 'Quotes');
  if (broken) return fail(`Line ${(broken.row ?? 0) + 1}: a quotation mark is opened and not closed.`);
  const [headers, ...rows] = parsed.data.map((row) => row.map((cell) => cell.trim()));
  if (!headers || headers.every((cell) => cell === '')) return fail('Line 1 should hold the column names.');
  if (headers.length > tableLimits.columns)
    return fail(`Line 1 has ${headers.length} columns; at most ${tableLimits.columns} are read.`);
  while (rows.length > 0 && rows.at(-1)?.every((cell) => cell === '')) rows.pop();
  if (rows.length === 0) return fail('There is a header line and nothing below it.');
  if (rows.length > tableLimits.rows)
    return fail(`The file has ${rows.length} rows; at most ${tableLimits.rows} are read.`);
  return { ok: true, table: { headers, rows, delimiter } };
}
