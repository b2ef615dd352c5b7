import { z } from 'zod';
import { leastGuardianYears } from '~/core/clear/clear';
import { readBand, readWeights } from '~/core/dose/rack';
import { mostRiskHours } from '~/core/plan/training/training';
import { refuse } from '~/core/result';
import { savePractice } from '~/db/queries/practice';
import { practiceById } from '~/db/queries/principal';
import { isTimeZone } from '../principal/today';
import { command, done, saysTheSame, standsAlready } from './command';
import { line } from './fields';

const between = (least: number, most: number, code: string) =>
  z.number({ error: code }).min(least, code).max(most, code);
const share = between(0, 1, 'settings.share');

export const leastPasswordLetters = 10;

/** Weights of a rack as written; nothing for the usual ones. */
const weights = line(0, 200, 'form.too_long').refine(
  (text) => text === '' || (readWeights(text)?.length ?? 0) > 0,
  'settings.rack',
);

/** How the practice works. Weights make one; pain ends no sooner than it eases; a guardian is asked under 16 whatever is set. */
export const settingsSchema = z
  .object({
    version: z.number().int(),
    name: line(1, 120, 'settings.name'),
    timeZone: z.string().max(60).refine(isTimeZone, 'settings.time_zone'),
    schoolId: z.string().max(80, 'athlete.school'),
    firstWeekday: z.union([z.literal(0), z.literal(1)]),
    massUnit: z.enum(['kg', 'lb']),
    lengthUnit: z.enum(['cm', 'in']),
    weights: z.object({ shortfall: share, sideGap: share, faults: share }),
    actingGap: between(0.01, 0.5, 'settings.gap'),
    guardianUnderYears: between(leastGuardianYears, 25, 'settings.guardian').int('settings.guardian'),
    renewMonths: between(1, 24, 'settings.months').int('settings.months'),
    painEaseFrom: between(1, 10, 'settings.pain').int('settings.pain'),
    painEndFrom: between(1, 10, 'settings.pain').int('settings.pain'),
    flexionCycles: between(0, 2000, 'settings.flexion').int('settings.flexion'),
    flexionSeconds: between(0, 7200, 'settings.flexion').int('settings.flexion'),
    /** Why the ceiling of loaded bending was widened. */
    flexionReason: line(0, 200, 'form.too_long').default(''),
    /** Hours before a sport session of risk in which no trunk session lies; left as it is when a page says nothing of it. */
    riskHours: between(0, mostRiskHours, 'settings.risk_hours').int('settings.risk_hours').optional(),
    /** When sessions begin in calendars, "17:30"; empty for whole days, left as it is when a page says nothing of it. */
    startsAt: z
      .string()
      .regex(/^(?:(?:[01]\d|2[0-3]):[0-5]\d)?$/, 'settings.starts_at')
      .optional(),
    passwordLetters: between(leastPasswordLetters, 64, 'settings.letters').int('settings.letters'),
    rack: z
      .object({
        hand: weights,
        plate: weights,
        vest: weights,
        ankle: weights,
        stack: weights,
        pulley: z.number().refine((times) => times === 1 || times === 2, 'settings.pulley'),
        bandName: line(0, 40, 'form.too_long'),
        band: line(0, 200, 'form.too_long').refine(
          (text) => text === '' || readBand(text) !== undefined,
          'settings.band',
        ),
      })
      .optional(),
  })
  .superRefine((form, ctx) => {
    const { shortfall, sideGap, faults } = form.weights;
    if (Math.abs(shortfall + sideGap + faults - 1) > 0.001)
      ctx.addIssue({ code: 'custom', path: ['weights', 'faults'], message: 'settings.weights' });
    if (form.painEndFrom < form.painEaseFrom)
      ctx.addIssue({ code: 'custom', path: ['painEndFrom'], message: 'settings.pain_order' });
  });

export const saveSettings = command({
  title: 'settings.change',
  action: 'settings.change',
  input: settingsSchema,
  async run(principal, form) {
    const { version, name, timeZone, schoolId, firstWeekday, flexionReason, rack, startsAt, ...figures } =
      form;
    if (!principal.trade.hasSchool(schoolId)) return refuse('athlete.school', {}, ['schoolId']);
    const before = principal.settings;
    // A page that says nothing of the rack leaves it as it is.
    const settings = rack === undefined ? figures : { ...figures, rack };
    const startedAt = before.sessionTime?.startsAt ?? '';
    const startsNow = startsAt ?? startedAt;
    const moved = startsNow !== startedAt || (startsNow !== '' && timeZone !== principal.timeZone);
    const sessionTime = {
      startsAt: startsNow || null,
      changes: (before.sessionTime?.changes ?? 0) + 1,
      changedAt: principal.now.toISOString(),
    };
    const widened = form.flexionCycles > before.flexionCycles || form.flexionSeconds > before.flexionSeconds;
    if (widened && flexionReason === '') return refuse('settings.flexion_reason', {}, ['flexionReason']);
    const saved = await savePractice(principal.practiceId, version, {
      name,
      timeZone,
      schoolId,
      firstWeekday,
      settings: { ...before, ...settings, ...(moved ? { sessionTime } : {}) },
    });
    if (!saved) {
      // The same save whose answer was lost finds itself done.
      const now = await practiceById(principal.practiceId);
      const same =
        now?.version === version + 1 &&
        saysTheSame({ name, timeZone, schoolId, firstWeekday }, now) &&
        saysTheSame(settings, now.settings) &&
        (startsAt === undefined || startsAt === (now.settings.sessionTime?.startsAt ?? ''));
      return same ? standsAlready(version + 1) : refuse('settings.stale');
    }
    return done(version + 1, undefined, {
      ...(widened
        ? { flexion: `${form.flexionCycles} cycles, ${form.flexionSeconds} s: ${flexionReason}` }
        : {}),
      ...(timeZone !== principal.timeZone ? { timeZone } : {}),
    });
  },
});
