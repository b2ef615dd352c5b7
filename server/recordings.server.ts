import { readPicture } from '~/core/formats/picture';
import { readTraceCsv } from '~/core/formats/trace-csv';
import type { Landmarks, StillAngle } from '~/core/screen/still/still';
import { durationS } from '~/core/signals/instruments';
import type { SignedIn } from '~/db/queries/practice';
import { addStill, addTrace } from '~/db/queries/screen';

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

export interface SentStill {
  readonly id: string;
  readonly angle: StillAngle;
  readonly source: 'photo' | 'drawn';
  readonly landmarks: Landmarks;
  readonly base64: string;
}

/** Keeps a still, freed of everything but its pixels; the same one twice is kept once. */
export async function keepStill(
  who: SignedIn,
  athleteId: string,
  { base64, ...sent }: SentStill,
): Promise<{ ok: true } | { ok: false; error: string }> {
  const read = readPicture(Buffer.from(base64, 'base64'));
  if (!read.ok) return { ok: false, error: `The still cannot be kept. ${read.error}` };
  await addStill({
    ...sent,
    practiceId: who.practiceId,
    athleteId,
    mime: read.mime,
    widthPx: read.widthPx,
    heightPx: read.heightPx,
    bytes: Buffer.from(read.bytes),
    staffId: who.staffId,
  });
  return { ok: true };
}
