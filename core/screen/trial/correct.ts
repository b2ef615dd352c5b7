import { z } from 'zod';
import type { ScreenTest } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { openTestGate } from '~/core/clear/gate';
import { plainLine } from '~/core/formats/text';
import { ok, type Result, refuse } from '~/core/result';
import { testOn } from './by-rung';
import { meanOfParts, type Trial, type TrialInput, trialProblems, trialSchema } from './trial';
import { grades } from './words';

/** A correction as it is sent: another figure or grade, or the trial taken out of the count; always with a reason. */
export const correctionSchema = z.object({
  id: z.uuid(),
  trialId: z.uuid(),
  takeOut: z.boolean(),
  value: z.number({ error: 'form.number' }).nullable(),
  grade: z.enum(grades).nullable(),
  reason: z.string().transform(plainLine).pipe(z.string().min(3, 'trial.reason').max(300, 'form.too_long')),
});
export type Correction = z.infer<typeof correctionSchema>;

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

const correctedParts = (old: Trial, test: ScreenTest, value: number | null) =>
  test.directions && value !== null && old.parts
    ? scaled(
        old.parts,
        test.directions.map((direction) => direction.id),
        value,
      )
    : old.parts;

/** The trial that stands instead of a corrected one; the old one stays in the history. */
export function correctedTrial(trade: Trade, old: Trial, correction: Correction): Result<TrialInput> {
  const test = testOn(trade.test(old.testId), trade, old.rungId);
  const { takeOut, value } = correction;
  const { comparable: _c, staffId: _s, marks: _m, ...before } = old;
  const endLater = old.endReason === 'cap' && value !== null && value !== old.value;
  const t1S = old.t1S !== null && value !== null ? Math.min(old.t1S, value) : old.t1S;
  const stands: TrialInput = takeOut
    ? { ...before, value: null, grade: null, t1S: null, parts: null, faults: [], endReason: 'stopped' }
    : {
        ...before,
        value: value ?? (test.kind === 'grade' ? null : old.value),
        grade: correction.grade ?? old.grade,
        t1S,
        parts: correctedParts(old, test, value),
        faults: old.faults.filter(
          (fault) => test.kind !== 'hold' || value === null || fault.atS === null || fault.atS <= value,
        ),
        endReason: endLater ? 'loss' : old.endReason,
      };
  const read = trialSchema.safeParse({
    ...stands,
    id: correction.id,
    answered: true,
    supersedesId: old.id,
    reason: correction.reason,
  });
  if (!read.success) return refuse('trial.impossible', {}, ['value']);
  // The gates of the day of the test are past; only what a figure can be is checked.
  const problems = trialProblems(read.data, test, openTestGate(test.id), trade);
  return problems.length > 0
    ? refuse(problems.map((problem) => ({ ...problem, path: ['value'] })))
    : ok(read.data);
}
