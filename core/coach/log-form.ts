import { z } from 'zod';
import { loadKindSchema } from '~/core/catalogue/posture-schema';
import { sideKeySchema } from '~/core/catalogue/schema';
import { painRegions } from '~/core/clear/pain';
import { mostPlaces, placeIds, regionsOf } from '~/core/clear/pain-map';
import { reserves } from '~/core/dose/logged';
import { plainText } from '~/core/formats/text';

/** What was done of a session, as it is sent. Messages are codes. */

/** Days back that a log may be written for. */
export const logDaysBack = 400;

export const loggedSetSchema = z.object({
  rungId: z.string().max(80),
  setNo: z.number().int().min(1).max(40),
  side: sideKeySchema,
  /** Clean up to the loss, in the rung's unit. */
  done: z.number().min(0).max(3600),
  faultId: z.string().max(60).nullable().default(null),
  /** Outside load it was done with; null for body weight. */
  load: z
    .object({ by: loadKindSchema, value: z.number().min(0, 'log.load_most').max(500, 'log.load_most') })
    .nullable()
    .default(null),
  /** What was asked of it, where that was not what was laid out: made easier or harder on the spot. */
  asked: z.number().min(0).max(3600).optional(),
  /** Where its lever was set then, cm or degrees; null for the rung's own, nothing for what was laid out. */
  lever: z.number().min(-200).max(200).nullable().optional(),
});
export type LoggedSet = z.infer<typeof loggedSetSchema>;

export const logSchema = z
  .object({
    id: z.uuid(),
    sessionId: z.uuid(),
    effort: z.number({ error: 'log.effort' }).int('log.effort').min(1, 'log.effort').max(10, 'log.effort'),
    painScore: z.number({ error: 'log.pain' }).int('log.pain').min(0, 'log.pain').max(10, 'log.pain'),
    painRegion: z.enum(painRegions).nullable().default(null),
    /** Where it hurts on the map; they say more than the region, which follows from them. */
    painPlaces: z.array(z.enum(placeIds)).max(mostPlaces, 'log.places').default([]),
    /** Hours slept the night before, and readiness from 1 (empty) to 5 (fresh), where somebody said. */
    sleepHours: z.number('log.sleep').min(0, 'log.sleep').max(16, 'log.sleep').nullable().default(null),
    readiness: z
      .number('log.readiness')
      .int('log.readiness')
      .min(1, 'log.readiness')
      .max(5, 'log.readiness')
      .nullable()
      .default(null),
    note: z.string().transform(plainText).pipe(z.string().max(1000, 'form.too_long')).default(''),
    sets: z.array(loggedSetSchema).max(400),
    /** What was left after the last set, by rung; only what was tapped. */
    reserve: z.record(z.string().max(80), z.enum(reserves)).default({}),
    /** The log that stands already and that this one is put together with. */
    mergeWith: z.uuid().nullable().default(null),
    /** The log that stands already and that this one takes the place of. */
    corrects: z.uuid().nullable().default(null),
    /** The day it was done; null for the day it was laid out for. */
    onDate: z.iso.date('log.day').nullable().default(null),
    /** When a session that was followed set by set was over, by the device's own clock, which may be wrong. */
    finishedAt: z.iso.datetime().nullable().default(null),
    /** The pain that was told while it was under way, when that was sent before. */
    painId: z.uuid().nullable().default(null),
    /** Work that nobody laid out, and whose: a session of that day is made for it. */
    unplannedFor: z.uuid().nullable().default(null),
  })
  .superRefine((log, ctx) => {
    if (log.painScore > 0 && log.painRegion === null && log.painPlaces.length === 0)
      ctx.addIssue({ code: 'custom', path: ['painRegion'], message: 'log.where' });
    if (log.unplannedFor !== null && log.onDate === null)
      ctx.addIssue({ code: 'custom', path: ['onDate'], message: 'log.day' });
    if (log.unplannedFor !== null && log.sets.length === 0)
      ctx.addIssue({ code: 'custom', path: ['sets'], message: 'log.nothing' });
  })
  // One truth of where it hurts: the gravest of the places, and none where nothing hurts.
  .transform((log) =>
    log.painScore === 0
      ? { ...log, painRegion: null, painPlaces: [] }
      : { ...log, painRegion: regionsOf(log.painPlaces)[0] ?? log.painRegion },
  );
export type LogInput = z.output<typeof logSchema>;

/** A pain that ends a session, sent the moment it is told: the flag does not wait for the log. */
export const livePainSchema = z
  .object({
    id: z.uuid(),
    sessionId: z.uuid(),
    score: z.number({ error: 'log.pain' }).int('log.pain').min(0, 'log.pain').max(10, 'log.pain'),
    region: z.enum(painRegions).nullable(),
    /** The exercise it came in; null before or between exercises. */
    rungId: z.string().max(80).nullable(),
  })
  .refine(({ score, region }) => score === 0 || region !== null, { path: ['region'], message: 'log.where' });
export type LivePain = z.infer<typeof livePainSchema>;

/** One set of a session under way, sent as it is done. */
export const liveSetSchema = loggedSetSchema.extend({ id: z.uuid(), sessionId: z.uuid() });
export type LiveSet = z.infer<typeof liveSetSchema>;

/** What names a set of a session under way: it is taken back. */
export const takenBackSchema = liveSetSchema.pick({ sessionId: true, rungId: true, setNo: true, side: true });
