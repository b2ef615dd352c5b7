import { plannedSets } from '~/core/coach/planned-sets';
import { newId } from '~/db/queries/practice';
import type { StoredSession } from '~/db/queries/sessions';
import type { Principal } from './principal/principal';
import { sessionsOf, testDay } from './testing';

/** Logs for tests of the server. */

export async function todaysOf(principal: Principal, athleteId: string): Promise<StoredSession> {
  const found = (await sessionsOf(principal, athleteId)).find(({ onDate }) => onDate === testDay);
  if (!found) throw new Error('no session today');
  return found;
}

/** Every set of a session as it was asked. */
export const setsOf = (session: StoredSession) =>
  session.items.flatMap((item) =>
    plannedSets({ ...item, firstSide: item.detail.firstSide, extraSetSide: item.detail.extraSetSide }).map(
      ({ setNo, side }) => ({
        rungId: item.rungId,
        setNo,
        side,
        done: item.amount,
        faultId: null as string | null,
        load: null as { by: string; value: number } | null,
      }),
    ),
  );

export const logOf = (session: StoredSession, over: object = {}) => ({
  id: newId(),
  sessionId: session.id,
  effort: 6,
  painScore: 0,
  painRegion: null,
  note: '',
  sets: setsOf(session),
  ...over,
});
