import { addDays, type IsoDay } from '~/core/body/dates';
import { compose } from '~/core/coach/compose';
import { minutesOf } from '~/core/coach/lay-session';
import { mergeUnderWay, type UnderWay } from '~/core/coach/prescription';
import { redose } from '~/core/coach/redose';
import { type Lighter, lighten } from '~/core/coach/take';
import { redoseInput, weekInput } from '~/core/coach/week-input';
import type { DoseAthlete } from '~/core/dose/athlete';
import { placeNameOn } from '~/core/people/places';
import type { PlanWeek } from '~/core/plan/season';
import { weekOf } from '~/core/plan/season-input';
import type { Issue } from '~/core/result';
import { putUnderWay } from '~/db/queries/ladders';
import { newestSeason, setLeftOut } from '~/db/queries/plan';
import {
  changeSession,
  insertSessions,
  type NewSession,
  type StoredSession,
  sessionsBetween,
  setAside,
} from '~/db/queries/sessions';
import { loadDose } from '../principal/dose';
import type { Principal } from '../principal/principal';
import { toBlackout, toPlanWeek, toUnderWay } from '../principal/rows';
import { bentIn, isBegun, isByHand, isOpen, isPassedOver, toDosed } from '../principal/sessions';
import type { AthleteStanding, Subject } from '../principal/subject';
import { loadTraining } from '../principal/training';
import {
  asks,
  carried,
  changeItems,
  changesKept,
  itemRow,
  type NewItem,
  newSession,
  sameExercises,
} from './session-rows';

interface WeekAtHand {
  readonly principal: Principal;
  readonly subject: Subject;
  readonly standing: AthleteStanding;
  readonly athlete: DoseAthlete;
  readonly week: PlanWeek;
  readonly seasonId: string;
  readonly stored: readonly StoredSession[];
  readonly open: readonly StoredSession[];
}

/** A session of the week at hand: the day, its items. */
const sessionOf = (
  { principal, subject, week, seasonId }: WeekAtHand,
  onDate: IsoDay,
  items: (sessionId: string) => NewItem[],
): NewSession =>
  newSession(
    {
      practiceId: principal.practiceId,
      athleteId: subject.athlete.id,
      seasonVersionId: seasonId,
      weekStart: week.startsOn,
      onDate,
      place: placeNameOn(subject.athlete, onDate, week.phase),
      createdAt: principal.now,
    },
    items,
  );

/** Deals a week's sets to its days. What the coach wrote by hand stays on its day; what would ask the same stays as it is. */
async function deal(
  at: WeekAtHand,
  underWay: readonly UnderWay[],
): Promise<{ laidOut: number; underWay: readonly UnderWay[] }> {
  const { principal, subject, standing, athlete, week, stored, open } = at;
  const { today } = principal;
  // What was skipped or missed is not made up for: the week moves on.
  const begun = stored.filter((session) => isBegun(session) || isPassedOver(session));
  const newest = await newestSeason(principal.practiceId, subject.athlete.id);
  const composed = compose(
    weekInput(standing, athlete, {
      week,
      weeks: newest?.weeks ?? [],
      underWay,
      blackouts: subject.blackouts.map(toBlackout),
      training: await loadTraining(principal, subject.athlete.id),
      fromDay: today,
      doneDays: begun.map((session) => session.onDate),
      bent: bentIn(principal, begun),
    }),
  );
  const taken = new Set(stored.filter((session) => !open.includes(session)).map((session) => session.onDate));
  const days = new Set([
    ...composed.sessions.map((made) => made.onDate),
    ...open.filter((session) => session.items.some(isByHand)).map((session) => session.onDate),
  ]);
  const fresh = [...days].sort().flatMap((onDate): NewSession[] => {
    if (onDate < today || taken.has(onDate)) return [];
    const made = composed.sessions.find((session) => session.onDate === onDate);
    const byHand = open.find((session) => session.onDate === onDate)?.items.filter(isByHand) ?? [];
    const dealt = (made?.items ?? []).filter((item) => !byHand.some((row) => row.rungId === item.rungId));
    return [
      sessionOf(at, onDate, (id) => [
        ...dealt.map((item, position) => itemRow(item, id, position)),
        ...byHand.map((row, i) => carried(row, id, dealt.length + i)),
      ]),
    ];
  });
  const same = (a: StoredSession, b: NewSession) =>
    a.onDate === b.session.onDate && a.place === b.session.place && asks(a.items) === asks(b.items);
  const kept = open.filter((session) => fresh.some((made) => same(session, made)));
  await setAside(open.filter((session) => !kept.includes(session)).map(({ id }) => id));
  const placed = fresh.filter((made) => !kept.some((session) => same(session, made)));
  await insertSessions(placed);
  await setLeftOut(at.seasonId, week.index, composed.leftOut);
  return { laidOut: placed.length, underWay: mergeUnderWay(composed.underWay, underWay) };
}

/** Follows limits, rungs and settings in the sessions still to be done; days and exercises stay where they are. */
async function follow(
  at: WeekAtHand,
  underWay: readonly UnderWay[],
  lighter: Map<string, { sets: number; amount: number }>,
): Promise<number> {
  const { principal, standing, athlete, week, stored, open } = at;
  let changed = 0;
  for (const session of open) {
    const rows = session.items;
    const made = redose(
      redoseInput(standing, athlete, {
        week,
        onDate: session.onDate,
        underWay,
        byHandMinutes: minutesOf(rows.filter(isByHand)),
        bent: bentIn(principal, stored.filter(isBegun)),
      }),
      rows.filter((row) => !isByHand(row)).map(toDosed),
    );
    const items = lighten(made.items, lighter);
    const next = sessionOf(at, session.onDate, (id) => {
      const dosed = [...items];
      // Hand-made ones keep their places; the rest fill in between, in their order.
      const placed = rows.flatMap((row): ((position: number) => NewItem)[] => {
        if (isByHand(row)) return [(position) => carried(row, id, position)];
        const [item] = dosed.splice(0, 1);
        return item ? [(position) => itemRow(item, id, position)] : [];
      });
      return placed.map((make, position) => make(position));
    });
    if (asks(next.items) === asks(rows)) continue;
    changed += 1;
    const noted = made.changes.map((what: Issue) => ({ at: principal.now.toISOString(), what }));
    const changes = [...session.changes, ...noted].slice(-changesKept);
    if (sameExercises(rows, next.items)) {
      // The session keeps its name, so that a log that was begun on it finds it.
      await changeItems(rows, next.items);
      await changeSession(session.id, { state: session.state, changes, minutes: next.session.minutes });
      continue;
    }
    next.session.changes = changes;
    await setAside([session.id]);
    await insertSessions([next]);
  }
  return changed;
}

/**
 * Lays out the season's week of today (from today on) and the one after, in the transaction at hand. `deal` makes them anew
 * from the plan; `follow` leaves a week that is laid out as it is dealt and only lets its amounts, loads, sets and rungs
 * follow. Sessions done or begun stay; others are set aside when they change, never deleted, so that a log begun on them
 * stands.
 */
export async function layOutWeeks(
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
  how: 'deal' | 'follow',
  lighter: Lighter = new Map(),
): Promise<{ laidOut: number }> {
  const { practiceId, today } = principal;
  const athleteId = subject.athlete.id;
  const newest = await newestSeason(practiceId, athleteId);
  if (!newest || subject.gate.may('lay_out').length > 0) return { laidOut: 0 };
  const athlete = await loadDose(principal, subject, standing);
  const less = new Map(lighter);
  let underWay: readonly UnderWay[] = subject.underWay.map(toUnderWay);
  let laidOut = 0;
  let dealtAny = false;
  for (const day of [today, addDays(today, 7)]) {
    const row = weekOf(newest.weeks, day);
    if (!row) continue;
    const week = toPlanWeek(row);
    const stored = await sessionsBetween(practiceId, athleteId, week.startsOn, addDays(week.startsOn, 6));
    const open = stored.filter((session) => isOpen(session, today));
    const at = { principal, subject, standing, athlete, week, seasonId: newest.season.id, stored, open };
    if (how === 'follow' && stored.length > 0) laidOut += await follow(at, underWay, less);
    else {
      const dealt = await deal(at, underWay);
      laidOut += dealt.laidOut;
      underWay = dealt.underWay;
      dealtAny = true;
    }
  }
  if (dealtAny)
    await putUnderWay(
      underWay.map((one) => ({
        ...one,
        lever: one.lever ?? null,
        setting: one.setting ?? null,
        athleteId,
        updatedAt: principal.now,
      })),
    );
  return { laidOut };
}
