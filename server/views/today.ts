import { addDays } from '~/core/body/dates';
import { mattersToday } from '~/core/today/matters';
import { practiceSessions } from '~/db/queries/sessions';
import type { Principal } from '../principal/principal';
import { roster } from './roster';

/** Events shown at the side lie at most so far ahead. */
const eventsWithinDays = 70;
const eventsShown = 8;

/** What needs me now: matters in their order, today's sessions, events coming. */
export async function todayView(principal: Principal) {
  const [{ today, rows }, sessions] = await Promise.all([
    roster(principal),
    practiceSessions(principal.practiceId, principal.today, principal.today),
  ]);
  const people = new Map(rows.map((row) => [row.id, row]));
  return {
    today,
    matters: mattersToday(rows, today).map((matter) => {
      const person = people.get(matter.athleteId);
      return {
        ...matter,
        name: person?.name ?? '',
        pillar: { parts: person?.pillar ?? [], next: person?.top },
      };
    }),
    // What is skipped needs nobody today.
    sessions: sessions
      .filter(({ state }) => state !== 'skipped')
      .map((session) => ({
        id: session.id,
        athleteId: session.athleteId,
        name: `${session.givenName} ${session.familyName}`,
        minutes: session.minutes,
        exercises: session.exercises,
        logged: session.logId !== null,
        calledOff: session.state === 'called_off',
      })),
    events: rows
      .flatMap((row) =>
        row.event && row.event.onDate <= addDays(today, eventsWithinDays)
          ? [{ athleteId: row.id, athlete: row.name, ...row.event }]
          : [],
      )
      .sort((a, b) => a.onDate.localeCompare(b.onDate))
      .slice(0, eventsShown),
    nobody: rows.length === 0,
  };
}
