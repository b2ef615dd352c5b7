import { z } from 'zod';
import { parseDecimal } from '~/core/body/units';
import { gateTest } from '~/core/clear/gates';
import { testOn } from '~/core/screen/trial/by-rung';
import { meanOfParts, trialProblems, trialSchema } from '~/core/screen/trial/trial';
import { grades } from '~/core/screen/trial/words';
import type { SignedIn } from '~/db/queries/practice';
import { correctTrial, trialHistoryOf } from '~/db/queries/screen';
import { type Picture, toTrial } from './views/standing.server';

const askedSchema = z.object({
  id: z.uuid(),
  trialId: z.uuid(),
  intent: z.enum(['correct', 'take-out']),
  value: z.string().trim().default(''),
  grade: z.enum(grades).or(z.literal('')).default(''),
  reason: z.string().trim().min(3, 'Say in a few words why.').max(300),
});

export type CorrectionOutcome =
  | { readonly ok: true }
  | { readonly ok: false; readonly errors: Readonly<Record<string, string>> };

/** Corrects a trial, or takes it out of the count: a new one supersedes it with the reason; the old one stays in the history. */
export async function correct(who: SignedIn, picture: Picture, form: FormData): Promise<CorrectionOutcome> {
  const refuse = (errors: Record<string, string>): CorrectionOutcome => ({ ok: false, errors });
  const read = askedSchema.safeParse(Object.fromEntries(form));
  if (!read.success) {
    const issue = read.error.issues[0];
    return refuse({ [String(issue?.path[0] ?? 'form')]: issue?.message ?? 'This could not be read.' });
  }
  const asked = read.data;
  const { trade, athlete } = picture;
  const rows = await trialHistoryOf(who.practiceId, athlete.id);
  const old = rows.find((row) => row.id === asked.trialId);
  if (!old || !trade.hasTest(old.testId)) return refuse({ form: 'This trial is not here.' });
  const test = testOn(trade.test(old.testId), trade, old.rungId);
  const number = asked.value === '' ? null : parseDecimal(asked.value);
  if (number === undefined) return refuse({ value: 'Enter a number.' });
  const out = asked.intent === 'take-out';
  const { comparable: _, ...before } = toTrial(old);
  const parts =
    test.directions && number !== null && before.parts
      ? scaled(
          before.parts,
          test.directions.map((each) => each.id),
          number,
        )
      : before.parts;
  const corrected = trialSchema.safeParse({
    ...before,
    id: asked.id,
    value: out ? null : (number ?? (test.kind === 'grade' ? null : before.value)),
    grade: out ? null : asked.grade || before.grade,
    t1S: out ? null : before.t1S !== null && number !== null ? Math.min(before.t1S, number) : before.t1S,
    parts: out ? null : parts,
    endReason: out
      ? 'stopped'
      : before.endReason === 'cap' && number !== before.value
        ? 'loss'
        : before.endReason,
    supersedesId: old.id,
    reason: asked.reason,
    recordedAt: new Date().toISOString(),
  });
  if (!corrected.success) return refuse({ value: 'This figure cannot be.' });
  // The gates of the day of the test are past; only what a figure can be is checked.
  const problems = trialProblems(corrected.data, test, gateTest(test, [])).filter(
    (text) => !out || !text.includes('needs'),
  );
  if (problems.length > 0) return refuse({ value: problems.join(' ') });
  const kept = await correctTrial({
    ...corrected.data,
    practiceId: who.practiceId,
    athleteId: athlete.id,
    supersedesId: old.id,
    // Beside the one it corrects, so that the order of the day stays.
    recordedAt: old.recordedAt,
    staffId: who.staffId,
  });
  return kept === 'stale'
    ? refuse({ form: 'Somebody corrected this trial after you opened the page. Nothing was overwritten.' })
    : { ok: true };
}

/** Directions scaled so that their mean is the corrected figure. */
function scaled(parts: Readonly<Record<string, number>>, ids: readonly string[], mean: number) {
  const before = meanOfParts(
    parts,
    ids.filter((id) => parts[id] !== undefined),
  );
  if (before === 0) return parts;
  return Object.fromEntries(
    Object.entries(parts).map(([id, value]) => [
      id,
      ids.includes(id) ? Math.round((10 * value * mean) / before) / 10 : value,
    ]),
  );
}
