import { readTraceCsv } from '~/core/formats/trace-csv';
import { durationS } from '~/core/signals/instruments';
import type { SignedIn } from '~/db/queries/practice';
import { addTrace } from '~/db/queries/screen';

export interface SentTrace {
  readonly id: string;
  readonly testId: string | null;
  readonly side: 'left' | 'right' | 'both';
  readonly source: 'simulated' | 'imported';
  readonly recordedAt: string;
  readonly csv: string;
}

/** Keeps a recording when it can be read; the same one twice is kept once. */
export async function keepTrace(
  who: SignedIn,
  athleteId: string,
  sent: SentTrace,
): Promise<{ ok: true } | { ok: false; error: string }> {
  const read = readTraceCsv(sent.csv);
  if (!read.ok) return { ok: false, error: `The trace cannot be kept. ${read.error}` };
  await addTrace({
    ...sent,
    practiceId: who.practiceId,
    athleteId,
    instrument: read.trace.instrument,
    seconds: durationS(read.trace),
    recordedAt: new Date(sent.recordedAt),
    staffId: who.staffId,
  });
  return { ok: true };
}
