import { z } from 'zod';
import { daysBetween } from '~/core/body/dates';
import { planReach } from '~/core/plan/defaults';
import { type Result, refuse } from '~/core/result';
import {
  addBlackout as addBlackoutRow,
  addEvent as addEventRow,
  changeEvent as changeEventRow,
  removeBlackout as removeBlackoutRow,
  removeEvent as removeEventRow,
} from '~/db/queries/plan';
import type { Principal } from '../principal/principal';
import { command, done, saysTheSame, standsAlready } from './command';
import { day, id, line } from './fields';
import { heldSubject } from './subject';

/** Events and days without training; they take effect when the season is planned again. */

const eventInput = z.object({
  athleteId: id,
  id,
  name: line(1, 100, 'event.name'),
  onDate: day,
  priority: z.enum(['A', 'B', 'C']),
  minutes: z.number().min(0.1, 'event.minutes').max(2880, 'event.minutes').nullable().default(null),
  perMinute: z.number().min(1, 'event.rate').max(400, 'event.rate').nullable().default(null),
  primer: z.boolean().default(false),
});

/** A season is planned towards days to come, and not further than one plans. */
function dayBars({ today }: Pick<Principal, 'today'>, onDate: string): Result<undefined> {
  if (onDate < today) return refuse('event.past', {}, ['onDate']);
  if (daysBetween(today, onDate) > planReach.ahead) return refuse('event.far', {}, ['onDate']);
  return { ok: true, value: undefined };
}

export const addEvent = command({
  title: 'event.add',
  action: 'plan.change',
  input: eventInput,
  async run(principal, event) {
    const held = await heldSubject(principal, event.athleteId);
    if (!held.ok) return held;
    const may = dayBars(principal, event.onDate);
    if (!may.ok) return may;
    await addEventRow({ ...event, practiceId: principal.practiceId });
    return done(event.id, event.athleteId);
  },
});

/** Changes an event where it stands: what hangs on it, in calendars too, stays the same one. */
export const changeEvent = command({
  title: 'event.change',
  action: 'plan.change',
  input: eventInput,
  async run(principal, { athleteId, id: eventId, ...event }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const stands = held.value.events.find((one) => one.id === eventId);
    if (!stands) return refuse('event.gone');
    // The name of an event that is over may be put right; its day is what it was.
    const may = event.onDate === stands.onDate ? undefined : dayBars(principal, event.onDate);
    if (may && !may.ok) return may;
    if (saysTheSame(event, stands)) return standsAlready(eventId);
    await changeEventRow(principal.practiceId, athleteId, eventId, event, principal.now);
    return done(eventId, athleteId);
  },
});

export const removeEvent = command({
  title: 'event.remove',
  action: 'plan.change',
  input: z.object({ athleteId: id, id }),
  async run(principal, { athleteId, id: eventId }) {
    const removed = await removeEventRow(principal.practiceId, athleteId, eventId, principal.now);
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
    if (daysBetween(from, to) > planReach.off) return refuse('blackout.long', {}, ['to']);
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
