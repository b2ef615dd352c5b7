import { addDays, type IsoDay, isIsoDay, weekStartOf } from '~/core/body/dates';
import { type LogInput, logDaysBack } from '~/core/coach/log-form';
import { ok, type Result, refuse } from '~/core/result';
import { type LogWithSets, loggedTwin } from '~/db/queries/logs';
import { insertUnplanned, type StoredSession, sessionById, sessionOnDay } from '~/db/queries/sessions';
import type { Principal } from '../principal/principal';
import type { Subject } from '../principal/subject';

/** Where a log belongs: the session it was written for, the day it was done. */

/** The day a log says it was done. */
export function dayOf(
  { today }: Pick<Principal, 'today'>,
  { gate }: Pick<Subject, 'gate'>,
  session: Pick<StoredSession, 'onDate'>,
  input: Pick<LogInput, 'onDate'>,
): Result<IsoDay> {
  const onDate = input.onDate ?? session.onDate;
  const ahead = gate.may('log', { onDate });
  if (ahead.length > 0) return refuse([...ahead]);
  return isIsoDay(onDate) && onDate >= addDays(today, -logDaysBack)
    ? ok(onDate)
    : refuse('log.too_old', { onDate, days: logDaysBack }, ['onDate']);
}

/** A session for work nobody laid out, on its day; the session that stands on that day is the one to log. */
export async function placeUnplanned(
  principal: Principal,
  athleteId: string,
  input: Pick<LogInput, 'sessionId' | 'onDate'>,
): Promise<Result<StoredSession>> {
  const { practiceId, firstWeekday, now, today } = principal;
  const onDate = input.onDate ?? today;
  if (!isIsoDay(onDate)) return refuse('log.day', {}, ['onDate']);
  const standing = await sessionOnDay(practiceId, athleteId, onDate);
  if (standing) return refuse('log.day_taken', { onDate, sessionId: standing }, ['onDate']);
  const made = await insertUnplanned({
    id: input.sessionId,
    practiceId,
    athleteId,
    weekStart: weekStartOf(onDate, firstWeekday),
    onDate,
    createdAt: now,
  });
  const session = made && (await sessionById(practiceId, input.sessionId));
  return session ? ok(session) : refuse('session.gone');
}

/** The session a log goes to and the log it finds there: its own, or the one of its day that took its place. */
export async function placeOf(
  principal: Principal,
  session: StoredSession,
): Promise<{ session: StoredSession; other: LogWithSets | undefined }> {
  if (session.log) return { session, other: session.log };
  const twinId = session.state === 'replaced' ? await loggedTwin(session) : undefined;
  const twin = twinId ? await sessionById(principal.practiceId, twinId) : undefined;
  return twin ? { session: twin, other: twin.log } : { session, other: undefined };
}
