import { addDays, type IsoDay } from '~/core/body/dates';
import { addFlexion, type Flexion, flexionOfSet, noFlexion } from '~/core/clear/flexion';
import { compose } from '~/core/coach/compose';
import { minutesOf } from '~/core/coach/lay-session';
import { mergeUnderWay, type Prescription, type Role, type UnderWay } from '~/core/coach/prescription';
import { type DosedItem, redose } from '~/core/coach/redose';
import { weekInput } from '~/core/coach/week-input';
import type { DoseAthlete } from '~/core/dose/athlete';
import type { LadderQuality } from '~/core/dose/choose';
import { weakerSides } from '~/core/link/weaker-sides';
import type { PlanWeek } from '~/core/plan/periodise';
import { weekOf } from '~/core/plan/season-input';
import type { Issue } from '~/core/result';
import { putUnderWay } from '~/db/queries/ladders';
import { blackoutsOf, newestSeason, setLeftOut } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import {
  changeItem,
  changeSession,
  insertSessions,
  type NewSession,
  type PrescriptionRow,
  type StoredSession,
  sessionsBetween,
  setAside,
} from '~/db/queries/sessions';
import { loadDose } from '../principal/dose';
import type { Principal } from '../principal/principal';
import { toBlackout, toPlanWeek, toUnderWay } from '../principal/rows';
import type { AthleteStanding, Subject } from '../principal/subject';

/** Changes a session keeps to tell; older ones have been seen. */
const changesKept = 20;

type NewItem = NewSession['items'][number];

/** A prescription as it is stored. */
export function itemRow(item: Prescription, sessionId: string, position: number): NewItem {
  return {
    id: newId(),
    sessionId,
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
      role: item.role,
      wholeSets: item.wholeSets,
      limit: item.limit,
      limitBasis: item.limitBasis,
      orMore: item.orMore,
      share: item.share,
      inHand: item.inHand,
      pair: item.pair,
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
  };
}

/** Roles of what was laid out before roles were written down. */
const roleOf = (row: PrescriptionRow): Role =>
  row.detail.role ??
  (row.quality === 'breath_brace' ? 'opener' : row.quality === 'neck_control' ? 'neck' : 'main');

const toDosed = (row: PrescriptionRow): DosedItem & { row: PrescriptionRow } => ({
  row,
  ladderId: row.ladderId,
  rungId: row.rungId,
  name: row.detail.name,
  quality: row.quality as LadderQuality,
  role: roleOf(row),
  sets: row.sets,
  wholeSets: row.detail.wholeSets ?? row.sets,
  amount: row.amount,
  unit: row.unit,
  load: row.loadKind && row.loadValue !== null ? { by: row.loadKind, value: row.loadValue } : null,
  pair: row.detail.pair ?? null,
  minutes: row.minutes,
  setting: row.detail.setting ?? null,
});

/** What a laid-out session asks, without its ids: two that ask the same are the same session. */
const asks = (
  items: readonly Pick<PrescriptionRow | NewItem, 'rungId' | 'sets' | 'amount' | 'restS' | 'loadValue'>[],
) =>
  JSON.stringify(
    items.map(({ rungId, sets, amount, restS, loadValue }) => [
      rungId,
      sets,
      amount,
      restS,
      loadValue ?? null,
    ]),
  );

/** A session somebody has begun or done is kept as it is. */
export const isBegun = (session: StoredSession): boolean =>
  session.log !== undefined || session.liveSets.length > 0;

function bentIn(principal: Principal, sessions: readonly StoredSession[]): Flexion {
  return sessions
    .flatMap((session) => session.log?.sets ?? [])
    .reduce(
      (sum, set) => addFlexion(sum, flexionOfSet(principal.trade.rung(set.rungId), set.done)),
      noFlexion,
    );
}

/** Lighter work for the next session that has a rung: what an accepted step back or easier day asks. */
export type Lighter = ReadonlyMap<string, { readonly sets: number; readonly amount: number }>;

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

/** A stored session anew: the same day, other items. */
function sessionOf(
  { principal, subject, week, seasonId }: WeekAtHand,
  onDate: IsoDay,
  items: (sessionId: string) => NewItem[],
  changes: StoredSession['changes'] = [],
): NewSession {
  const id = newId();
  const rows = items(id);
  return {
    session: {
      id,
      practiceId: principal.practiceId,
      athleteId: subject.athlete.id,
      seasonVersionId: seasonId,
      weekStart: week.startsOn,
      onDate,
      minutes: Math.round(minutesOf(rows)),
      changes,
      createdAt: principal.now,
    },
    items: rows,
  };
}

const isByHand = (row: PrescriptionRow): boolean => row.detail.byHand === true;

/** A row the coach wrote by hand, carried over into a session that is made again. */
const carried = (row: PrescriptionRow, sessionId: string, position: number): NewItem => ({
  ...row,
  id: newId(),
  sessionId,
  position,
});

/** The same exercises in the same order, with no set taken away: whatever was logged on one fits the other. */
const sameExercises = (rows: readonly PrescriptionRow[], items: readonly NewItem[]): boolean =>
  rows.length === items.length &&
  rows.every((row, i) => row.rungId === items[i]?.rungId && row.sets <= (items[i]?.sets ?? 0));

/** Writes the new figures of those exercises that have some. */
async function changeItems(rows: readonly PrescriptionRow[], items: readonly NewItem[]): Promise<void> {
  for (const [i, row] of rows.entries()) {
    const item = items[i];
    if (!item || asks([row]) === asks([item])) continue;
    const { id: _, sessionId: __, position: ___, ...figures } = item;
    await changeItem(row.id, figures);
  }
}

/** Deals a week's sets to its days. What the coach wrote by hand stays on its day; what would ask the same stays as it is. */
async function deal(
  at: WeekAtHand,
  underWay: readonly UnderWay[],
): Promise<{ laidOut: number; underWay: readonly UnderWay[] }> {
  const { principal, subject, standing, athlete, week, stored, open } = at;
  const { today } = principal;
  const begun = stored.filter(isBegun);
  const [blackouts, newest] = [
    await blackoutsOf(principal.practiceId, subject.athlete.id),
    await newestSeason(principal.practiceId, subject.athlete.id),
  ];
  const composed = compose(
    weekInput(standing, athlete, {
      week,
      weeks: newest?.weeks ?? [],
      underWay,
      blackouts: blackouts.map(toBlackout),
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
    a.onDate === b.session.onDate && asks(a.items) === asks(b.items);
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
  const { principal, subject, standing, athlete, week, stored, open } = at;
  const priority: Partial<Record<LadderQuality, number>> = {};
  for (const found of standing.linked.priorities)
    priority[found.quality] = Math.max(priority[found.quality] ?? 0, found.priority);
  let changed = 0;
  for (const session of open) {
    const rows = session.items;
    const byHand = rows.filter(isByHand);
    const made = redose(
      {
        athlete,
        week,
        weakerSide: weakerSides(standing.linked.priorities),
        underWay,
        minutesPerSession: subject.athlete.minutesPerSession - minutesOf(byHand),
        priority,
        bent: bentIn(principal, stored.filter(isBegun)),
      },
      rows.filter((row) => !isByHand(row)).map(toDosed),
    );
    const items = made.items.map((item) => {
      const less = lighter.get(item.rungId);
      if (!less) return item;
      lighter.delete(item.rungId);
      return { ...item, sets: Math.min(item.sets, less.sets), amount: Math.min(item.amount, less.amount) };
    });
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
    const open = stored.filter((session) => session.onDate >= today && !isBegun(session));
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
      underWay.map((one) => ({ ...one, setting: one.setting ?? null, athleteId, updatedAt: principal.now })),
    );
  return { laidOut };
}
