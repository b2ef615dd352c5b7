import { validate as isUuid } from 'uuid';
import { addDays } from '~/core/body/dates';
import { type Matter, mattersToday } from '~/core/today/matters';
import { mayWait, triage } from '~/core/today/triage';
import { flagWithName } from '~/db/queries/clear';
import { practiceSessions } from '~/db/queries/sessions';
import { putOffBy } from '~/db/queries/today';
import { can } from '../principal/can';
import { type Principal, staffIdOf } from '../principal/principal';
import { roster } from '../principal/roster';

/** Events shown at the side lie at most so far ahead. */
const eventsWithinDays = 70;
const eventsShown = 8;

/** Matters of one athlete together, the athletes in the order of their first. */
function byAthlete<M extends Matter>(matters: readonly M[]): (readonly [M, ...M[]])[] {
  const groups = new Map<string, [M, ...M[]]>();
  for (const matter of matters) {
    const known = groups.get(matter.athleteId);
    if (known) known.push(matter);
    else groups.set(matter.athleteId, [matter]);
  }
  return [...groups.values()];
}

/** A session whose last set was told so recently is being done. */
const trainingWithinMs = 15 * 60_000;

/** What a flag says and whose it is; for who may read it. */
export async function raisedFlag({ practiceId }: Principal, flagId: string) {
  if (!isUuid(flagId)) return undefined;
  const found = await flagWithName(practiceId, flagId);
  return found
    ? {
        id: flagId,
        athleteId: found.flag.athleteId,
        name: `${found.givenName} ${found.familyName}`,
        text: found.flag.text,
      }
    : undefined;
}

/** What needs me now: matters in their order, today's sessions, events coming. */
export async function todayView(principal: Principal) {
  const { trade, now } = principal;
  const [{ today, rows }, sessions, putOff] = await Promise.all([
    roster(principal),
    practiceSessions(principal.practiceId, principal.today, principal.today),
    putOffBy(staffIdOf(principal), principal.today),
  ]);
  const { open, later } = triage(mattersToday(rows, today), putOff, today);
  const people = new Map(rows.map((row) => [row.id, row]));
  return {
    today,
    mayDecide: can(principal, 'proposal.decide'),
    /** One line an athlete, where the first of its matters puts it. */
    people: byAthlete(open).map((matters) => {
      const athleteId = matters[0].athleteId;
      const person = people.get(athleteId);
      return {
        athleteId,
        name: person?.name ?? '',
        pillar: { parts: person?.pillar ?? [], next: person?.top },
        matters,
        maySort: matters.some(mayWait),
      };
    }),
    /** Put off by this person, until a day. */
    later: byAthlete(later).map((matters) => ({
      athleteId: matters[0].athleteId,
      name: people.get(matters[0].athleteId)?.name ?? '',
      matters,
      until: matters.map(({ until }) => until).sort()[0] ?? today,
    })),
    tomorrow: addDays(today, 1),
    training: sessions.flatMap((session) => {
      const at = session.lastSetAt === null ? undefined : new Date(session.lastSetAt).getTime();
      if (session.logId !== null || at === undefined || now.getTime() - at > trainingWithinMs) return [];
      const { lastRungId } = session;
      return [
        {
          id: session.id,
          athleteId: session.athleteId,
          name: `${session.givenName} ${session.familyName}`,
          sets: session.setsTold,
          exercise: lastRungId !== null && trade.hasRung(lastRungId) ? trade.rung(lastRungId).name : '',
          minutesAgo: Math.max(0, Math.floor((now.getTime() - at) / 60_000)),
        },
      ];
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
