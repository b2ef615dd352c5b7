import { addDays } from '~/core/body/dates';
import { endsElsewhere } from '~/core/body/trunk-loss';
import type { SideKey } from '~/core/catalogue';
import { growth, growthsAWeek } from './growth';
import type { Lesson, LessonWhy } from './lessons';
import { directionOf, groupOf, type Limit, type LimitAthlete, limitOf } from './limits';
import { isClean, type SessionOutcome, type SetRecord } from './logged';

/** Logs to lessons. */

/** How far one session is trusted: against a screened limit, and against an estimate, a prior or a bound. */
const gains = { screened: 0.15, unsure: 0.35, lost: 0.5 } as const;
/** At most this much up in one session. */
const mostUp = Math.log(1.1);
/** Each set before tires the last one by this much. */
const tiredPerSet = 0.13;
const reserveShare = { none: 1, little: 0.9, lots: 0.75 } as const;

const gainOf = (limit: Limit): number =>
  (limit.basis === 'moment' || limit.basis === 'best') && !limit.orMore ? gains.screened : gains.unsure;

/** Sets of one exercise and side in a session, in order, and how many sets of its group were done before it. */
interface Done {
  readonly rungId: string;
  readonly side: SideKey;
  readonly load: number | undefined;
  readonly lever: number | null | undefined;
  readonly sets: readonly SetRecord[];
  readonly group: string;
  readonly before: number;
}

function exercisesOf(a: LimitAthlete, outcome: SessionOutcome): Done[] {
  const done = new Map<string, Omit<Done, 'sets'> & { sets: SetRecord[] }>();
  /** Sets done so far by direction (or quality), over all archetypes. */
  const tired = new Map<string, number>();
  for (const set of outcome.sets) {
    if (!a.trade.hasRung(set.rungId)) continue;
    const rung = a.trade.rung(set.rungId);
    const ladder = a.trade.ladderOf(set.rungId);
    const group = groupOfRung(a, set.rungId);
    // The direction: whatever the shape, it is the same wall that tires.
    const direction = group.split('|')[0] ?? ladder.quality;
    const side = rung.sided ? set.side : 'both';
    const key = `${set.rungId}|${side}`;
    const entry = done.get(key) ?? {
      rungId: set.rungId,
      side,
      load: set.load ?? undefined,
      lever: set.lever,
      sets: [],
      group,
      before: tired.get(`${direction}|${side}`) ?? 0,
    };
    entry.sets.push(set);
    done.set(key, entry);
    tired.set(`${direction}|${side}`, (tired.get(`${direction}|${side}`) ?? 0) + 1);
  }
  return [...done.values()];
}

/** A rung's group. */
const groupOfRung = (a: LimitAthlete, rungId: string): string =>
  groupOf(a.trade.ladderOf(rungId), a.trade.rung(rungId), directionOf(a, rungId));

/** The weaker side of an exercise that was done on both; undefined when it has one side or both are equal. */
function weakerOf(a: LimitAthlete, exercise: Done, all: readonly Done[]): SideKey | undefined {
  if (exercise.side === 'both') return undefined;
  const other = all.find((one) => one.rungId === exercise.rungId && one.side !== exercise.side);
  if (!other) return exercise.side;
  const own = limitOf(a, exercise.rungId, exercise.side, exercise.load, exercise.lever).amount;
  const others = limitOf(a, other.rungId, other.side, other.load, other.lever).amount;
  return own <= others ? exercise.side : other.side;
}

function lessonOf(
  a: LimitAthlete,
  outcome: SessionOutcome,
  exercise: Done,
  all: readonly Done[],
): Lesson | undefined {
  const { rungId, side, load, lever, sets, group, before } = exercise;
  const limit = limitOf(a, rungId, side, load, lever);
  const told = sets.filter((set) => set.faultId === null || !endsElsewhere(set.faultId));
  if (outcome.painScore > 3 || sets.some((set) => set.faultId === 'pain')) return undefined;
  const make = (moved: number, why: LessonWhy): Lesson => ({
    onDate: outcome.onDate,
    rungId,
    group,
    side,
    moved,
    before: limit.amount,
    after: limit.amount * Math.exp(moved),
    why,
  });
  const toward = (amount: number, r: number, g: number) =>
    Math.min(mostUp, g * (Math.log(Math.max(amount, 0.5) / r) - Math.log(limit.amount)));
  const lost = told.filter((set) => set.faultId !== null && set.done < set.planned);
  if (lost.length >= 2) {
    // Work of the direction done before, in whatever shape, shortened what was lost.
    const fresh = (set: SetRecord) => set.done * (1 + tiredPerSet * before);
    const mean = Math.exp(
      lost.reduce((sum, set) => sum + Math.log(Math.max(0.5, fresh(set))), 0) / lost.length,
    );
    const moved = toward(mean, 1, gains.lost);
    // A loss beyond the limit is no reason to lower it.
    return make(lost.some((set) => set.done >= limit.amount) ? Math.max(0, moved) : moved, 'lost');
  }
  if (lost.length === 1 || told.length < sets.length || !told.every(isClean)) return undefined;
  const amount = Math.max(...told.map((set) => set.done));
  const reserve = outcome.reserve?.[rungId];
  if (reserve === 'lots')
    // Against what was asked of this very side, so that a long hold that was cut short teaches little.
    return make(
      Math.max(0, toward(amount, reserveShare.lots * (amount / limit.amount), gainOf(limit))),
      'lots',
    );
  if (reserve === 'none' || reserve === 'little') {
    const weaker = weakerOf(a, exercise, all);
    if (weaker !== undefined && weaker !== side) return undefined;
    const r = reserveShare[reserve] / (1 + tiredPerSet * (told.length - 1 + before));
    return make(toward(amount, r, gainOf(limit)), reserve);
  }
  return make(growth, reserve ?? 'clean');
}

const isGrowth = ({ why }: Lesson): boolean => why === 'clean' || why === 'planned';

/**
 * What one logged session teaches, read against the limits as they stand after the lessons so far: one lesson an exercise and
 * side. A session grows a limit once, however many exercises of its group were clean in it.
 */
export function lessonsOf(a: LimitAthlete, outcome: SessionOutcome): Lesson[] {
  const then: LimitAthlete = { ...a, today: outcome.onDate };
  const all = exercisesOf(then, outcome);
  const weekAgo = addDays(outcome.onDate, -7);
  const grew = a.lessons.filter((lesson) => isGrowth(lesson) && lesson.onDate > weekAgo);
  return all
    .flatMap((exercise) => lessonOf(then, outcome, exercise, all) ?? [])
    .filter((lesson) => {
      if (!isGrowth(lesson)) return true;
      const before = grew.filter(({ group, side }) => group === lesson.group && side === lesson.side);
      const today = before.some(({ onDate }) => onDate === outcome.onDate);
      if (today || before.length >= growthsAWeek) return false;
      grew.push(lesson);
      return true;
    });
}

/** Lessons of logged sessions, the oldest first, each read against the limits as they stood after those before it. */
export function learn(a: Omit<LimitAthlete, 'lessons'>, outcomes: readonly SessionOutcome[]): Lesson[] {
  const lessons: Lesson[] = [];
  for (const outcome of [...outcomes].sort((x, y) => x.onDate.localeCompare(y.onDate)))
    lessons.push(...lessonsOf({ ...a, lessons }, outcome));
  return lessons;
}
