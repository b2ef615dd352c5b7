import { addDays } from '~/core/body/dates';
import { disclaimer } from '~/core/clear/signs';
import { workText } from '~/core/coach/prescription';
import { goneEvents, newestSeason, retestWeeks } from '~/db/queries/plan';
import { writeAudit } from '~/db/queries/practice';
import { goneSessions, type StoredSession, sessionsBetween } from '~/db/queries/sessions';
import { forAthlete, type Principal } from '../principal/principal';
import type { Subject } from '../principal/subject';
import { sessionView } from './session';

/** Days a calendar file holds, back and ahead. */
const calendarDays = { back: 7, ahead: 400 } as const;

/** An appointment for any calendar: one id for its life, a sequence that grows when it changes. */
export interface Appointment {
  readonly uid: string;
  readonly kind: 'session' | 'retest' | 'event';
  readonly onDate: string;
  /** What an event is called. */
  readonly name: string | undefined;
  readonly minutes: number;
  /** Where it is; empty for the usual place. */
  readonly place?: string | undefined;
  /** Where the practice says when its sessions begin. */
  readonly at?: { readonly time: string; readonly minutes: number } | undefined;
  readonly lines: readonly string[];
  /** It is off: it stays in the file for a while, so that calendars take it out. */
  readonly cancelled: boolean;
  readonly sequence: number;
  readonly changedAt: Date | undefined;
}

const uidOf = (id: string): string => `${id}@zest-pillar`;

/** What goes up when a thing is called off, and once more when it is on again. */
const sequenceOf = (changes: number, cancelled: boolean): number => 2 * changes + (cancelled ? 1 : 0);

/**
 * An athlete's sessions, retests and events for any calendar, through the gate: what may not be done, and what was laid out
 * again, comes as cancelled. In the trail as an export.
 */
export async function calendarView(by: Principal, { athlete, gate, events }: Subject) {
  const principal = forAthlete(by, athlete);
  const { today, practiceId } = principal;
  const [from, to] = [addDays(today, -calendarDays.back), addDays(today, calendarDays.ahead)];
  const sessions = await sessionsBetween(practiceId, athlete.id, from, to);
  const over = await goneSessions(practiceId, athlete.id, from, to);
  const off = await goneEvents(practiceId, athlete.id, from, to);
  const season = await newestSeason(practiceId, athlete.id);
  const retests = await retestWeeks(practiceId, athlete.id, from);
  await writeAudit({
    practiceId,
    staffId: principal.staffId,
    action: 'calendar.export',
    subject: 'calendar',
    subjectId: athlete.id,
  });
  const { sessionTime } = principal.settings;
  const at = (minutes: number) =>
    sessionTime?.startsAt && minutes > 0 ? { time: sessionTime.startsAt, minutes } : undefined;
  // Another hour changes all of them.
  const moves = sessionTime?.changes ?? 0;
  const later = (changedAt: Date) => {
    const moved = sessionTime && new Date(sessionTime.changedAt);
    return moved && moved > changedAt ? moved : changedAt;
  };
  const stopped = gate.may('send').length > 0;
  const ofSession = (session: StoredSession): Appointment => {
    const view = sessionView(principal, { athlete, gate }, session);
    const cancelled =
      session.log === undefined &&
      (view.passedOver || (session.onDate >= today && (stopped || view.calledOff)));
    return {
      uid: uidOf(session.uid),
      kind: 'session',
      onDate: session.onDate,
      name: undefined,
      minutes: view.minutes,
      place: view.place,
      at: at(view.minutes),
      lines: cancelled
        ? []
        : view.items.map(
            (item) =>
              `${item.name}: ${workText(item)}${item.load ? `, ${item.load}` : ''}, rest ${item.restS} s`,
          ),
      cancelled,
      sequence: sequenceOf(session.sequence + moves, cancelled),
      changedAt: later(session.changedAt),
    };
  };
  const gone = over.map(
    ({ uid, onDate, sequence, changedAt }): Appointment => ({
      uid: uidOf(uid),
      kind: 'session',
      onDate,
      name: undefined,
      minutes: 0,
      lines: [],
      cancelled: true,
      sequence: sequenceOf(sequence + moves, true),
      changedAt: later(changedAt),
    }),
  );
  const weeks = [...new Set(retests.map(({ startsOn }) => startsOn))].sort();
  const ofRetest = (startsOn: string): Appointment => {
    const planned = retests.filter((one) => one.startsOn === startsOn);
    const newest = planned.find(({ seasonId }) => seasonId === season?.season.id);
    const onDate = addDays(startsOn, 6);
    const cancelled = newest === undefined || (stopped && onDate >= today);
    return {
      uid: uidOf(`${athlete.id}-retest-${startsOn}`),
      kind: 'retest',
      onDate,
      name: undefined,
      minutes: 0,
      lines: [],
      cancelled,
      // Each season that planned it counts.
      sequence: sequenceOf(planned.length, cancelled),
      changedAt: newest?.plannedAt ?? season?.season.createdAt,
    };
  };
  return {
    name: `${athlete.givenName} ${athlete.familyName}`,
    stamp: principal.now,
    zone: principal.timeZone,
    entries: [
      // Work nobody planned is nobody's appointment.
      ...sessions.filter(({ state }) => state !== 'unplanned').map(ofSession),
      ...gone,
      ...weeks.map(ofRetest),
      ...events
        .filter(({ onDate }) => onDate >= from && onDate <= to)
        .map(
          ({ id, name, onDate, sequence, changedAt }): Appointment => ({
            uid: uidOf(id),
            kind: 'event',
            onDate,
            name,
            minutes: 0,
            lines: [],
            cancelled: false,
            sequence: sequenceOf(sequence, false),
            changedAt: changedAt ?? undefined,
          }),
        ),
      ...off.map(
        ({ id, name, onDate, sequence, goneAt }): Appointment => ({
          uid: uidOf(id),
          kind: 'event',
          onDate,
          name,
          minutes: 0,
          lines: [],
          cancelled: true,
          sequence: sequenceOf(sequence, true),
          changedAt: goneAt,
        }),
      ),
    ],
    disclaimer,
  };
}
