import { readTraceCsv } from '~/core/formats/trace-csv';
import { refuse } from '~/core/result';
import { landmarkIssue } from '~/core/screen/still/still';
import { durationS } from '~/core/signals/instruments';
import { stillSchema, traceSchema } from '~/core/sync/entries';
import { addStill, addTrace } from '~/db/queries/screen';
import { encodedAgain } from '../pictures';
import { command, done, standsAlready } from './command';
import { heldSubject } from './subject';

/** Keeps a recording when it can be read; the same one twice is kept once. */
export const keepTrace = command({
  title: 'recording.keep_trace',
  action: 'recording.keep',
  input: traceSchema,
  async run(principal, sent) {
    const held = await heldSubject(principal, sent.athleteId);
    if (!held.ok) return held;
    if (sent.testId !== null && !principal.trade.hasTest(sent.testId))
      return refuse('trial.unknown_test', { id: sent.testId });
    const read = readTraceCsv(sent.csv);
    if (!read.ok) return refuse('recording.trace', { why: read.error });
    const kept = await addTrace({
      ...sent,
      practiceId: principal.practiceId,
      instrument: read.trace.instrument,
      seconds: durationS(read.trace),
      recordedAt: new Date(sent.recordedAt),
      staffId: principal.staffId,
    });
    return kept === 'again' ? standsAlready(sent.id) : done(sent.id, sent.athleteId);
  },
});

/** Keeps a still, decoded and encoded again so that nothing but its pixels comes in; the same one twice is kept once. */
export const keepStill = command({
  title: 'recording.keep_still',
  action: 'recording.keep',
  input: stillSchema,
  async run(principal, { base64, ...sent }) {
    const held = await heldSubject(principal, sent.athleteId);
    if (!held.ok) return held;
    const picture = await encodedAgain(Buffer.from(base64, 'base64'));
    if (!picture.ok) return picture;
    const wrong = landmarkIssue(sent.angle, sent.landmarks, picture.value);
    if (wrong) return refuse([wrong]);
    const kept = await addStill({
      ...sent,
      practiceId: principal.practiceId,
      ...picture.value,
      createdAt: principal.now,
      staffId: principal.staffId,
    });
    return kept === 'again' ? standsAlready(sent.id) : done(sent.id, sent.athleteId);
  },
});
