import { z } from 'zod';
import { addDays, daysBetween } from '~/core/body/dates';
import { planReach } from '~/core/plan/defaults';
import { longestSession } from '~/core/plan/training/filed';
import { type Result, refuse } from '~/core/result';
import { claimDraft, keepDraft } from '~/db/queries/athletes';
import { addBlackout, addEvent, changeEvent, moveBlackout } from '~/db/queries/plan';
import { putSport, putUsual, removeSport, removeUsual } from '~/db/queries/training';
import type { Principal } from '../principal/principal';
import { command, done, saysTheSame, standsAlready } from './command';
import { day, id, line } from './fields';
import { heldSubject } from './subject';

/** Training of the sport beside the plan; it takes effect when the season is planned or a week laid out again. */

/** Sessions one file may bring. */
const mostTraining = 4000;

const session = {
  startsAt: z
    .string()
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'training.time')
    .nullable()
    .default(null),
  minutes: z
    .number({ error: 'training.minutes' })
    .int('training.minutes')
    .min(1, 'training.minutes')
    .max(longestSession, 'training.minutes'),
  hardness: z
    .number({ error: 'training.hard' })
    .int('training.hard')
    .min(1, 'training.hard')
    .max(10, 'training.hard')
    .nullable()
    .default(null),
  risk: z.boolean().default(false),
  name: line(1, 120, 'training.name'),
};

/** Training is written for days that a plan can still see. */
function dayBars({ today }: Pick<Principal, 'today'>, onDate: string): Result<undefined> {
  if (onDate < addDays(today, -planReach.trainingBack) || daysBetween(today, onDate) > planReach.ahead)
    return refuse('training.day', { back: planReach.trainingBack }, ['onDate']);
  return { ok: true, value: undefined };
}

export const keepUsualTraining = command({
  title: 'training.keep_usual',
  action: 'plan.change',
  input: z.object({
    athleteId: id,
    id,
    weekday: z.number().int().min(0, 'form.choose').max(6, 'form.choose'),
    ...session,
  }),
  async run(principal, { athleteId, ...said }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const kept = await putUsual({ ...said, practiceId: principal.practiceId, athleteId });
    return kept ? done(said.id, athleteId) : refuse('training.gone');
  },
});

export const removeUsualTraining = command({
  title: 'training.remove_usual',
  action: 'plan.change',
  input: z.object({ athleteId: id, id }),
  async run(principal, { athleteId, id: itsId }) {
    const removed = await removeUsual(principal.practiceId, athleteId, itsId);
    return removed ? done(itsId, athleteId) : refuse('training.gone');
  },
});

export const keepTraining = command({
  title: 'training.keep',
  action: 'plan.change',
  input: z.object({ athleteId: id, id, onDate: day, ...session }),
  async run(principal, { athleteId, ...said }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const may = dayBars(principal, said.onDate);
    if (!may.ok) return may;
    const kept = await putSport(principal.practiceId, athleteId, [{ ...said, source: null }]);
    return kept > 0 ? done(said.id, athleteId) : refuse('training.gone');
  },
});

export const removeTraining = command({
  title: 'training.remove',
  action: 'plan.change',
  input: z.object({ athleteId: id, id }),
  async run(principal, { athleteId, id: itsId }) {
    const removed = await removeSport(principal.practiceId, athleteId, [itsId]);
    return removed > 0 ? done(itsId, athleteId) : refuse('training.gone');
  },
});

/** Keeps a file of sport training until it is confirmed; nothing of it is on the plan yet. */
export const keepTrainingDraft = command({
  title: 'training.keep_draft',
  action: 'plan.change',
  input: z.object({ id, athleteId: id, fileName: line(0, 200, 'form.too_long'), content: z.string() }),
  async run(principal, { id: draftId, athleteId, fileName, content }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    await keepDraft(principal.practiceId, draftId, fileName, content, athleteId);
    return done(draftId, athleteId);
  },
});

/**
 * Writes what a confirmed file holds: all of it, or nothing; a second confirmation of the same file does nothing. What came from
 * it before is brought up to date, and what it does not hold any more is taken out.
 */
export const importTraining = command({
  title: 'training.import',
  action: 'plan.change',
  input: z.object({
    athleteId: id,
    draftId: id,
    source: line(1, 200, 'form.too_long'),
    sessions: z.array(z.object({ id, onDate: day, ...session })).max(mostTraining, 'training.many'),
    events: z
      .array(
        z.object({ id, name: line(1, 100, 'event.name'), onDate: day, priority: z.enum(['A', 'B', 'C']) }),
      )
      .max(200, 'training.many'),
    daysOff: z
      .array(z.object({ id, from: day, to: day, reason: line(1, 80, 'blackout.reason') }))
      .max(200, 'training.many'),
    /** Sessions that came from this file before and are not in it any more. */
    gone: z.array(id).max(mostTraining),
  }),
  async run(principal, { athleteId, draftId, source, sessions, events, daysOff, gone }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const { practiceId, today, now } = principal;
    if (!(await claimDraft(practiceId, draftId))) return standsAlready({ sessions: 0, gone: 0 });
    for (const { onDate } of sessions) {
      const may = dayBars(principal, onDate);
      if (!may.ok) return may;
    }
    const kept = await putSport(
      practiceId,
      athleteId,
      sessions.map((one) => ({ ...one, source })),
    );
    const removed = await removeSport(practiceId, athleteId, gone);
    for (const { id: eventId, ...said } of events) {
      if (said.onDate < today || daysBetween(today, said.onDate) > planReach.ahead) continue;
      const stands = held.value.events.find((one) => one.id === eventId);
      if (!stands) await addEvent({ ...said, id: eventId, practiceId, athleteId, primer: false });
      else if (!saysTheSame(said, stands)) await changeEvent(practiceId, athleteId, eventId, said, now);
    }
    for (const { id: offId, from, to, reason } of daysOff) {
      if (to < today || to < from || daysBetween(from, to) > planReach.off) continue;
      const days = { fromDate: from, toDate: to };
      const stands = held.value.blackouts.some((one) => one.id === offId);
      if (stands) await moveBlackout(practiceId, athleteId, offId, days);
      else await addBlackout({ ...days, id: offId, practiceId, athleteId, reason });
    }
    return done({ sessions: kept, gone: removed }, athleteId, {
      sessions: kept,
      gone: removed,
      events: events.length,
      daysOff: daysOff.length,
    });
  },
});
