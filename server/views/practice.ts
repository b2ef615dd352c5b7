import { athleteNames } from '~/db/queries/athletes';
import { auditTrail, staffOf } from '~/db/queries/practice';
import type { Principal } from '../principal/principal';
import { dayIn } from '../principal/today';

/** The practice itself: who works in it, and what was done. */

const linesShown = 100;

/** What was done before a moment, or lately, the newest first. */
export async function trailView({ practiceId, timeZone, today }: Principal, query: URLSearchParams) {
  const before = new Date(query.get('before') ?? Number.NaN);
  const [lines, athletes] = await Promise.all([
    auditTrail(practiceId, {
      limit: linesShown + 1,
      before: Number.isNaN(before.getTime()) ? undefined : before,
    }),
    athleteNames(practiceId),
  ]);
  const names = new Map(athletes.map((athlete) => [athlete.id, athlete.name]));
  return {
    today,
    more: lines.length > linesShown ? lines[linesShown - 1]?.at.toISOString() : undefined,
    lines: lines.slice(0, linesShown).map((line) => ({
      id: line.id,
      day: dayIn(timeZone, line.at),
      at: line.at.toISOString(),
      by: line.by,
      action: line.action,
      about: names.get(line.subjectId ?? ''),
      detail: Object.entries(line.detail ?? {})
        .map(([key, value]) => `${key} ${value}`)
        .join(', '),
    })),
  };
}

/** Everybody who works here, with what their row offers. */
export async function staffView({ practiceId, staffId }: Principal) {
  const people = await staffOf(practiceId);
  return {
    me: staffId,
    people: people.map(({ id, name, email, role, disabled, mustChangePassword }) => ({
      id,
      name,
      email,
      role,
      disabled,
      mustChangePassword,
    })),
  };
}

/** Athletes by name, for the palette. */
export const athleteList = ({ practiceId }: Principal) => athleteNames(practiceId);
