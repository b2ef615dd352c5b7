import { addDays, weekStartOf } from '~/core/body/dates';
import { ladder, rung, sides } from '~/core/catalogue';
import { progress, type SetRecord } from '~/core/coach/progress';
import type { SignedIn } from '~/db/queries/practice';
import type { WorldRows } from '~/db/queries/world';
import type { PracticeSettings } from '~/db/schema';
import { makeSeason, makeWeek, rungContext, seasonRows, sessionRows, toPlanWeek } from '~/server/plan.server';
import type { Picture } from '~/server/views/standing.server';
import type { DemoPerson } from './people';
import { stableUuid } from './stable';

/** The practice and coach a person belongs to. */
export interface Who {
  practiceId: string;
  staffId: string;
  /** Who repeats tests. */
  secondStaffId: string;
  settings: PracticeSettings;
  firstWeekday: 0 | 1;
  schoolId: string;
  catalogue: SignedIn['catalogue'];
}

const laterOf = (a: string, b: string): string => [a, b].sort()[1] ?? b;

/** Plans from the first week of work and lives through it to today. */
export function addSeason(
  rows: WorldRows,
  who: Who,
  person: DemoPerson,
  athleteId: string,
  today: string,
  viewOn: (day: string) => Picture,
  random: () => number,
): void {
  const thisWeek = weekStartOf(today, who.firstWeekday);
  const startDay = addDays(thisWeek, -7 * (person.weeksDone ?? 0));
  const firstScreenDay = addDays(today, -(person.screens[0] ?? 0));
  const planDay = laterOf(startDay, firstScreenDay);
  const blackouts = rows.blackouts.filter((each) => each.athleteId === athleteId);
  const made = makeSeason(who, viewOn(planDay), blackouts, {}, startDay);
  const seasonId = stableUuid(`season ${athleteId}`);
  const stored = seasonRows(who, viewOn(planDay), made, seasonId, null, new Date(`${planDay}T12:00:00Z`));
  rows.runs.push(stored.run);
  rows.seasons.push(stored.season);
  for (const { cells, ...week } of stored.weeks) {
    rows.weeks.push({ ...week, seasonVersionId: seasonId });
    rows.doses.push(...cells.map((cell) => ({ ...cell, weekIndex: week.index, seasonVersionId: seasonId })));
  }

  const states = new Map<
    string,
    { ladderId: string; rungId: string; sets: number; amount: number; owned: string[] }
  >();
  const outcomes: Parameters<typeof progress>[0]['outcomes'][number][] = [];
  for (const week of stored.weeks) {
    if (week.startsOn > addDays(thisWeek, 7)) break;
    const view = viewOn(week.startsOn < today ? laterOf(week.startsOn, planDay) : today);
    const composed = makeWeek(
      who,
      view,
      toPlanWeek({ ...week, seasonVersionId: seasonId }),
      [...states.values()],
      [],
      { day: week.startsOn, done: [] },
    );
    const weeksAgo = Math.round((Date.parse(thisWeek) - Date.parse(week.startsOn)) / (7 * 86_400_000));
    for (const made_ of sessionRows(who.practiceId, athleteId, seasonId, week.startsOn, composed)) {
      const { session, items } = made_;
      rows.sessions.push(session);
      rows.prescriptions.push(...items);
      if (session.onDate >= today || person.missedWeeks?.includes(weeksAgo)) continue;
      const logId = stableUuid(`log ${session.id} ${athleteId} ${session.onDate}`);
      const effort = 5 + Math.floor(random() * 3);
      // The newest session behind us: its proposals wait, and its pain is the open flag.
      const last =
        session.onDate >= addDays(today, -3) &&
        !composed.sessions.some((each) => each.onDate > session.onDate && each.onDate < today);
      const records: SetRecord[] = [];
      for (const [at, item] of items.entries()) {
        for (const side of item.sided ? sides : (['both'] as const)) {
          const extra = item.detail.extraSetSide === side ? 1 : 0;
          for (let setNo = 1; setNo <= item.sets + extra; setNo += 1) {
            const lost = random() < 0.035 || (last && at === 2 && setNo >= 2);
            records.push({
              ladderId: item.ladderId,
              rungId: item.rungId,
              setNo,
              side,
              planned: item.amount,
              done: lost ? Math.max(1, Math.floor(item.amount * 0.7)) : item.amount,
              faultId: lost ? (rung(item.rungId).regress_on[0] ?? 'breath_hold') : null,
            });
          }
        }
      }
      const painful = person.painFlag === true && last;
      const outcome = {
        logId,
        onDate: session.onDate,
        sets: records,
        effort,
        painScore: painful ? 5 : 0,
        painRegion: painful ? 'groin or hip' : null,
      };
      outcomes.push(outcome);
      rows.logs.push({
        id: logId,
        practiceId: who.practiceId,
        athleteId,
        sessionId: session.id,
        onDate: session.onDate,
        effort,
        painScore: outcome.painScore,
        painRegion: outcome.painRegion,
        note: '',
        staffId: who.staffId,
        createdAt: new Date(`${session.onDate}T18:00:00Z`),
      });
      rows.sets.push(...records.map((record) => ({ ...record, logId })));
      const context = rungContext(who, view, [...states.values()]);
      const proposed = progress({ ...context, outcomes, states: [...states.values()] });
      if (painful) {
        rows.flags.push({
          id: stableUuid(`flag ${logId}`),
          practiceId: who.practiceId,
          athleteId,
          kind: 'pain',
          qualities: [...new Set(proposed.map((each) => ladder(each.ladderId).quality))],
          text: `Pain 5 of 10 (groin or hip) after the session of ${session.onDate}.`,
          openedAt: new Date(`${session.onDate}T18:00:00Z`),
        });
      }
      for (const each of proposed) {
        const open = last && each.kind !== 'stay';
        const proposalId = stableUuid(`proposal ${logId} ${each.ladderId}`);
        const duplicate = rows.proposals.find(
          (row) => row.athleteId === athleteId && row.ladderId === each.ladderId && row.status === 'open',
        );
        if (duplicate && open) duplicate.status = 'superseded';
        rows.proposals.push({
          id: proposalId,
          practiceId: who.practiceId,
          athleteId,
          logId,
          ladderId: each.ladderId,
          kind: each.kind,
          before: { ...each.from },
          after: { ...each.to },
          owns: each.owns,
          reason: each.reason,
          status: open ? 'open' : 'accepted',
          decidedAt: open ? null : new Date(`${session.onDate}T19:00:00Z`),
          createdAt: new Date(`${session.onDate}T18:00:00Z`),
        });
        if (!open) {
          const before = states.get(each.ladderId);
          states.set(each.ladderId, {
            ...each.to,
            owned: [...new Set([...(before?.owned ?? []), ...(each.owns ? [each.owns] : [])])],
          });
        }
      }
    }
  }
  rows.states.push(...[...states.values()].map((state) => ({ ...state, athleteId })));
}
