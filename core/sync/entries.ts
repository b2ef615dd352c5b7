import { z } from 'zod';
import { sideKeySchema } from '~/core/catalogue/schema';
import { livePainSchema, liveSetSchema, logSchema, takenBackSchema } from '~/core/coach/log-form';
import { pictureLimits } from '~/core/formats/picture';
import { tableLimits } from '~/core/formats/table';
import { openedVisitSchema } from '~/core/screen/battery/visit';
import { stillAngles } from '~/core/screen/still/still';
import { trialSchema } from '~/core/screen/trial/trial';

/**
 * Everything a device may send later, as one union. Each entry carries ids made on the device, so that sending it again
 * changes nothing; the server performs the same commands as the pages do.
 */

export const stillSchema = z.object({
  id: z.uuid(),
  athleteId: z.uuid(),
  angle: z.enum(stillAngles),
  source: z.enum(['photo', 'drawn']),
  landmarks: z.record(
    z.string().regex(/^[a-z_]{1,30}$/),
    z.tuple([z.number().min(-100).max(20_000), z.number().min(-100).max(20_000)]).readonly(),
  ),
  base64: z.string().max(Math.ceil((pictureLimits.bytes * 4) / 3) + 4),
});
export type StillEntry = z.infer<typeof stillSchema>;

export const traceSchema = z.object({
  id: z.uuid(),
  athleteId: z.uuid(),
  testId: z.string().max(60).nullable(),
  side: sideKeySchema,
  source: z.enum(['simulated', 'imported']),
  recordedAt: z.iso.datetime(),
  csv: z.string().max(tableLimits.bytes),
});
export type TraceEntry = z.infer<typeof traceSchema>;

export const entrySchema = z.discriminatedUnion('op', [
  /** A trial, kept at the stop; its questions may still be open. */
  z.object({ op: z.literal('trial'), trial: trialSchema }),
  /** The same trial with its questions answered. */
  z.object({ op: z.literal('amend'), amendmentId: z.uuid(), trial: trialSchema }),
  z.object({ op: z.literal('void'), trialId: z.uuid() }),
  z.object({ op: z.literal('open'), screening: openedVisitSchema }),
  z.object({ op: z.literal('close'), screeningId: z.uuid() }),
  z.object({ op: z.literal('warm_up'), screeningId: z.uuid(), done: z.boolean() }),
  z.object({ op: z.literal('log'), log: logSchema }),
  z.object({ op: z.literal('set'), set: liveSetSchema }),
  /** A set that was undone on the device after it had been sent. */
  z.object({ op: z.literal('unset'), set: takenBackSchema }),
  /** A pain that ends a session, before its log. */
  z.object({ op: z.literal('pain'), pain: livePainSchema }),
  z.object({ op: z.literal('still'), still: stillSchema }),
  z.object({ op: z.literal('trace'), trace: traceSchema }),
]);
export type SyncEntry = z.infer<typeof entrySchema>;
/** An entry as a device writes it, before defaults. */
export type SyncEntryInput = z.input<typeof entrySchema>;
