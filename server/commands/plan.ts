import { z } from 'zod';
import { daysBetween } from '~/core/body/dates';
import { refuse } from '~/core/result';
import {
  addBlackout as addBlackoutRow,
  addEvent as addEventRow,
  removeBlackout as removeBlackoutRow,
  removeEvent as removeEventRow,
} from '~/db/queries/plan';
import { command, done } from './command';
import { day, id, line } from './fields';
import { heldSubject } from './subject';

/** Events and days without training; they take effect when the season is planned again. */

export const daysAheadMost = 730;
export const blackoutDaysMost = 180;

export const addEvent = command({
  title: 'event.add',
  action: 'plan.change',
  input: z.object({
    athleteId: id,
    id,
    name: line(1, 100, 'event.name'),
    onDate: day,
    priority: z.enum(['A', 'B', 'C']),
    minutes: z.number().min(0.1, 'event.minutes').max(2880, 'event.minutes').nullable().default(null),
    perMinute: z.number().min(1, 'event.rate').max(400, 'event.rate').nullable().default(null),
    primer: z.boolean().default(false),
  }),
  async run(principal, event) {
    const held = await heldSubject(principal, event.athleteId);
    if (!held.ok) return held;
    if (event.onDate < principal.today) return refuse('event.past', {}, ['onDate']);
    if (daysBetween(principal.today, event.onDate) > daysAheadMost)
      return refuse('event.far', {}, ['onDate']);
    await addEventRow({ ...event, practiceId: principal.practiceId });
    return done(event.id, event.athleteId);
  },
});

export const removeEvent = command({
  title: 'event.remove',
  action: 'plan.change',
  input: z.object({ athleteId: id, id }),
  async run(principal, { athleteId, id: eventId }) {
    const removed = await removeEventRow(principal.practiceId, athleteId, eventId);
    return removed ? done(eventId, athleteId) : refuse('event.gone');
  },
});

export const addBlackout = command({
  title: 'blackout.add',
  action: 'plan.change',
  input: z.object({
    athleteId: id,
    id,
    from: day,
    to: day,
    reason: line(1, 80, 'blackout.reason'),
  }),
  async run(principal, { athleteId, id: blackoutId, from, to, reason }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    if (to < from) return refuse('blackout.order', {}, ['to']);
    if (to < principal.today) return refuse('blackout.past', {}, ['to']);
    if (daysBetween(from, to) > blackoutDaysMost) return refuse('blackout.long', {}, ['to']);
    await addBlackoutRow({
      id: blackoutId,
      practiceId: principal.practiceId,
      athleteId,
      fromDate: from,
      toDate: to,
      reason,
    });
    return done(blackoutId, athleteId);
  },
});

export const removeBlackout = command({
  title: 'blackout.remove',
  action: 'plan.change',
  input: z.object({ athleteId: id, id }),
  async run(principal, { athleteId, id: blackoutId }) {
    const removed = await removeBlackoutRow(principal.practiceId, athleteId, blackoutId);
    return removed ? done(blackoutId, athleteId) : refuse('blackout.gone');
  },
});
