import { addDays } from '~/core/body/dates';
import { type Matter, mattersToday } from '~/core/today/matters';
import { practiceSessions } from '~/db/queries/sessions';
import { can } from '../principal/can';
import type { Principal } from '../principal/principal';
import { roster } from './roster';

/** Events shown at the side lie at most so far ahead. */
const eventsWithinDays = 70;
const eventsShown = 8;

/** Matters of one athlete together, the athletes in the order of their first. */
function byAthlete(matters: readonly Matter[]): (readonly [Matter, ...Matter[]])[] {
  const groups = new Map<string, [Matter, ...Matter[]]>();
  for (const matter of matters) {
    const known = groups.get(matter.athleteId);
    if (known) known.push(matter);
    else groups.set(matter.athleteId, [matter]);
  }
  return [...groups.values()];
}

/** What needs me now: matters in their order, today's sessions, events coming. */
export async function todayView(principal: Principal) {
  const [{ today, rows }, sessions] = await Promise.all([
    roster(principal),
    practiceSessions(principal.practiceId, principal.today, principal.today),
  ]);
  const people = new Map(rows.map((row) => [row.id, row]));
  return {
    today,
    mayDecide: can(principal, 'proposal.decide'),
    /** One line an athlete, where the first of its matters puts it. */
    people: byAthlete(mattersToday(rows, today)).map((matters) => {
      const athleteId = matters[0].athleteId;
      const person = people.get(athleteId);
      return {
        athleteId,
        name: person?.name ?? '',
        pillar: { parts: person?.pillar ?? [], next: person?.top },
        matters,
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
