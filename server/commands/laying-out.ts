import { addDays, type IsoDay } from '~/core/body/dates';
import { addFlexion, flexionOfSet, noFlexion } from '~/core/clear/flexion';
import type { ComposedSession } from '~/core/coach/compose';
import { makeWeek } from '~/core/coach/week-input';
import { weekOf } from '~/core/plan/season-input';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import {
  insertSessions,
  type NewSession,
  type StoredSession,
  sessionsBetween,
  setAside,
} from '~/db/queries/sessions';
import type { Principal } from '../principal/principal';
import { toPlanWeek } from '../principal/rows';
import type { AthleteStanding, Subject } from '../principal/subject';

/** A composed session as it is stored. */
function sessionRow(
  principal: Principal,
  athleteId: string,
  seasonVersionId: string,
  weekStart: IsoDay,
  composed: ComposedSession,
): NewSession {
  const id = newId();
  return {
    session: {
      id,
      practiceId: principal.practiceId,
      athleteId,
      seasonVersionId,
      weekStart,
      onDate: composed.onDate,
      minutes: composed.minutes,
      createdAt: principal.now,
    },
    items: composed.items.map((item, position) => ({
      id: newId(),
      sessionId: id,
      position,
      ladderId: item.ladderId,
      rungId: item.rungId,
      quality: item.quality,
      sets: item.sets,
      amount: item.amount,
      unit: item.unit,
      sided: item.sided,
      restS: item.restS,
      minutes: item.minutes,
      dose: item.dose,
      loadKind: item.load?.by ?? null,
      loadValue: item.load?.value ?? null,
      loadUnit: item.load ? (item.load.by.endsWith('_N') ? 'N' : 'kg') : null,
      shownAmount: item.amount,
      shownLoad: item.load?.value ?? null,
      detail: {
        name: item.name,
        firstSide: item.firstSide,
        extraSetSide: item.extraSetSide,
        tempo: item.tempo,
        effortMost: item.effortMost,
        setting: item.setting,
        breath: item.breath,
        cues: [...item.cues],
        schoolCue: item.schoolCue,
        schoolAmount: item.schoolAmount,
        endsSet: [...item.endsSet],
        why: { ...item.why },
      },
    })),
  };
}

/** What a laid-out session asks, without its ids: two that ask the same are the same session. */
const asks = (items: readonly { rungId: string; sets: number; amount: number; restS: number }[]) =>
  JSON.stringify(items.map(({ rungId, sets, amount, restS }) => [rungId, sets, amount, restS]));

/** A session somebody has begun or done is kept as it is. */
const isBegun = (session: StoredSession) => session.log !== undefined || session.liveSets.length > 0;

function bentIn(principal: Principal, sessions: readonly StoredSession[]) {
  return sessions
    .flatMap((session) => session.log?.sets ?? [])
    .reduce(
      (sum, set) => addFlexion(sum, flexionOfSet(principal.trade.rung(set.rungId), set.done)),
      noFlexion,
    );
}

/**
 * Composes the season's week of today (from today on) and the one after. Sessions that are done or begun stay; one that would
 * ask the same stays too; others are set aside, never deleted, so that a log begun on them stands. In the transaction at hand.
 */
export async function layOutWeeks(
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
): Promise<{ laidOut: number }> {
  const { practiceId, today } = principal;
  const athleteId = subject.athlete.id;
  const newest = await newestSeason(practiceId, athleteId);
  if (!newest || subject.gate.may('lay_out').length > 0) return { laidOut: 0 };
  let laidOut = 0;
  for (const day of [today, addDays(today, 7)]) {
    const row = weekOf(newest.weeks, day);
    if (!row) continue;
    const week = toPlanWeek(row);
    const stored = await sessionsBetween(practiceId, athleteId, week.startsOn, addDays(week.startsOn, 6));
    const begun = stored.filter(isBegun);
    const composed = makeWeek(standing, {
      practiceSchoolId: principal.schoolId,
      week,
      states: subject.states,
      fromDay: today,
      doneDays: begun.map((session) => session.onDate),
      bent: bentIn(principal, begun),
    });
    const open = stored.filter((session) => session.onDate >= today && !isBegun(session));
    const same = open.filter((session) =>
      composed.sessions.some(
        (made) => made.onDate === session.onDate && asks(made.items) === asks(session.items),
      ),
    );
    await setAside(open.filter((session) => !same.includes(session)).map((session) => session.id));
    const taken = new Set(
      stored.filter((session) => !open.includes(session)).map((session) => session.onDate),
    );
    const fresh = composed.sessions.filter(
      (made) =>
        made.onDate >= today &&
        !taken.has(made.onDate) &&
        !same.some((session) => session.onDate === made.onDate),
    );
    await insertSessions(
      fresh.map((made) => sessionRow(principal, athleteId, newest.season.id, week.startsOn, made)),
    );
    laidOut += fresh.length;
  }
  return { laidOut };
}
