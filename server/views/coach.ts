import { bodyOf } from '~/core/body/anthropometry';
import { addDays, weekStartOf } from '~/core/body/dates';
import { secondsText } from '~/core/body/units';
import { caution, qualityName } from '~/core/catalogue';
import { type LoadSaid, loadInWords } from '~/core/catalogue/rung-load';
import { disclaimer } from '~/core/clear/signs';
import { isRepeated, reEntryOf } from '~/core/coach/re-entry';
import { type QualityTotal, weekTotals } from '~/core/coach/week-totals';
import { phaseAims, phaseNames } from '~/core/dose/phases';
import { amountText } from '~/core/dose/work';
import { faultsInView } from '~/core/figure/fault-form';
import { pillarCells } from '~/core/link/standing';
import { sportsText } from '~/core/link/two-sports';
import { weekOf } from '~/core/plan/season-input';
import { riskCloseTo, trainingOn } from '~/core/plan/training/training';
import { counted } from '~/core/words/counted';
import { openProposals } from '~/db/queries/ladders';
import { recentLogs } from '~/db/queries/logs';
import { newestSeason, type PlanWeekRow } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { practiceSessions, type StoredSession, sessionsBetween } from '~/db/queries/sessions';
import { can } from '../principal/can';
import { forAthlete, type Principal } from '../principal/principal';
import { loadIn } from '../principal/rows';
import { isPassedOver, missedIn } from '../principal/sessions';
import type { AthleteStanding, Subject } from '../principal/subject';
import { loadTraining } from '../principal/training';
import { blockOf } from './athlete';
import { proposalView } from './proposals';
import { type ItemView, sessionView } from './session';
import { weekAsked } from './weeks';

/** The middle of a week, which tells the season's week it belongs to whichever day weeks begin on. */
const middleOf = (weekStart: string) => addDays(weekStart, 3);

/** The week's sessions, what is not on the card and why, and the proposals to decide. */
export async function weekView(by: Principal, standing: AthleteStanding, query: URLSearchParams) {
  const principal = forAthlete(by, standing.athlete);
  const { practiceId, firstWeekday } = principal;
  const { athlete, gate, today } = standing;
  const thisWeek = weekStartOf(today, firstWeekday);
  const weekStart = weekAsked(principal, query);
  const sessionsMove = weekStart === thisWeek || weekStart === addDays(thisWeek, 7);
  const [both, proposals, newest, training] = await Promise.all([
    // The week before beside it: what a week adds up to is read against the last one; and the two weeks sessions move in.
    sessionsBetween(
      practiceId,
      athlete.id,
      addDays(weekStart, -7),
      sessionsMove ? addDays(thisWeek, 13) : addDays(weekStart, 6),
    ),
    openProposals(practiceId, athlete.id),
    newestSeason(practiceId, athlete.id),
    loadTraining(principal, athlete.id, addDays(weekStart, -7)),
  ]);
  const sessions = both.filter(
    (session) => session.onDate >= weekStart && session.onDate <= addDays(weekStart, 6),
  );
  const week = newest && weekOf(newest.weeks, middleOf(weekStart));
  return {
    athleteId: athlete.id,
    today,
    weekStart,
    thisWeek,
    blocked: blockOf(gate),
    planned: newest !== undefined,
    week: week
      ? {
          phase: phaseNames[week.phase],
          aim: phaseAims[week.phase],
          kind: week.kind,
          retest: week.retest,
          focus: week.focus === null ? undefined : qualityName(week.focus),
          minutes: week.minutes,
          minutesAvailable: week.minutesAvailable,
          reasons: week.reasons,
        }
      : undefined,
    school: principal.trade.school(athlete.schoolId ?? principal.schoolId).name,
    sessions: sessions.map((session) => ({
      ...sessionView(principal, standing, session, week?.focus ?? null),
      sport: trainingOn(session.onDate, training).map(({ id, name, minutes, startsAt, hardness }) => ({
        id,
        name,
        minutes,
        startsAt,
        hardness,
      })),
      /** A sport session of risk that it lies too close to. */
      risk: riskCloseTo(session.onDate, training) ?? null,
    })),
    riskHours: training.riskHours,
    totals: totalsView(
      principal,
      sessions,
      both.filter((session) => session.onDate < weekStart),
    ),
    /** Days of this week and the next that hold no session. */
    reEntry:
      weekStart === thisWeek ? await reEntryView(principal, athlete.id, both, newest?.weeks ?? []) : null,
    freeDays: sessionsMove ? freeDays(today, thisWeek, both) : [],
    // Why something wanted is not on the card, as it was found when the week was laid out.
    leftOut: week?.leftOut ?? [],
    mayDecide: can(principal, 'proposal.decide'),
    mayLayOut: can(principal, 'week.lay_out'),
    proposals: proposals.map((row) => proposalView(principal, gate, row)),
    disclaimer,
  };
}

/** What a break asks for; asked only when nothing was done this week nor the one before. */
async function reEntryView(
  principal: Principal,
  athleteId: string,
  both: readonly StoredSession[],
  weeks: readonly PlanWeekRow[],
) {
  const { practiceId, today } = principal;
  if (both.some(({ log }) => log !== undefined)) return null;
  const [last] = await recentLogs(practiceId, athleteId, 1);
  if (!last) return null;
  const since = await sessionsBetween(practiceId, athleteId, addDays(last.onDate, 1), addDays(today, -1));
  const found = reEntryOf(last.onDate, today, missedIn(since));
  return found.kind === 'go_on'
    ? null
    : {
        ...found,
        lastDone: last.onDate,
        /** Of the season that repeats a missed week. */
        seasonId: newId(),
        repeated: isRepeated(weeks, today),
      };
}

/** Days from today to the end of the next week without a session. */
export const freeDays = (
  today: string,
  thisWeek: string,
  sessions: readonly { readonly onDate: string }[],
): string[] =>
  Array.from({ length: 14 }, (_, i) => addDays(thisWeek, i)).filter(
    (day) => day >= today && !sessions.some((session) => session.onDate === day),
  );

/** "7 sets, 4 min 10 s, 14 kg in the hand" of a quality. */
function totalText({ sets, seconds, reps, topLoad }: QualityTotal, loads: LoadSaid): string {
  const load = topLoad && loadInWords(topLoad, loads);
  return [
    counted(sets, 'set'),
    secondsText(seconds),
    ...(reps > 0 ? [amountText(reps, 'reps')] : []),
    ...(load ? [load] : []),
  ].join(', ');
}

/** What a week adds up to for each quality, beside the week before. */
function totalsView(
  { trade, loads }: Principal,
  week: readonly StoredSession[],
  before: readonly StoredSession[],
) {
  const of = (sessions: readonly StoredSession[]) =>
    weekTotals(
      trade,
      sessions
        .filter((session) => !isPassedOver(session))
        .flatMap(({ items }) =>
          items.map((item) => ({
            ...item,
            extraSetSide: item.detail.extraSetSide,
            load: loadIn(item.loadKind, item.loadValue),
          })),
        ),
    );
  const last = new Map(of(before).map((total) => [total.quality, total]));
  const now = of(week);
  const gone = [...last.values()].filter(({ quality: id }) => !now.some((total) => total.quality === id));
  return [
    ...now.map((total) => {
      const was = last.get(total.quality);
      return {
        quality: qualityName(total.quality),
        now: totalText(total, loads),
        before: was ? totalText(was, loads) : null,
      };
    }),
    ...gone.map((total) => ({
      quality: qualityName(total.quality),
      now: null,
      before: totalText(total, loads),
    })),
  ];
}

/** Faults a card shows of each exercise. */
const faultsShown = 2;

/** An exercise with what to look for: the first faults that show on its drawing. */
function watched({ trade }: Principal, athlete: Subject['athlete'], item: ItemView) {
  const { faults } = trade.ladderOf(item.rungId);
  return {
    ...item,
    watch: faultsInView(faults, item.posture, bodyOf(athlete), item.needs)
      .map((id) => trade.fault(id))
      .filter(({ action }) => action !== 'allowed')
      .slice(0, faultsShown)
      .map(({ id, name, look_for }) => ({ id, name, lookFor: look_for })),
  };
}

/** The week on paper, through the gate of the day. */
export async function cardView(by: Principal, standing: AthleteStanding, query: URLSearchParams) {
  const principal = forAthlete(by, standing.athlete);
  const { athlete, gate, linked } = standing;
  const weekStart = weekAsked(principal, query);
  const sessions = await sessionsBetween(principal.practiceId, athlete.id, weekStart, addDays(weekStart, 6));
  const withheld = gate.may('show');
  return {
    athleteId: athlete.id,
    name: `${athlete.givenName} ${athlete.familyName}`,
    practice: principal.practiceName,
    sport: sportsText(principal.trade, athlete),
    weekStart,
    /** One session a page with its faults on the back, or two a page to cut apart. */
    layout: query.get('pages') === 'half' ? ('half' as const) : ('whole' as const),
    pillar: pillarCells(linked),
    cautions: gate.cautions.map((id) => ({ id, name: caution(id).name, changes: caution(id).changes })),
    withheld,
    sessions:
      withheld.length > 0
        ? []
        : sessions
            .map((session) => sessionView(principal, standing, session))
            .filter(({ calledOff, passedOver, items }) => !calledOff && !passedOver && items.length > 0)
            .map((session) => ({
              ...session,
              items: session.items.map((item) => watched(principal, athlete, item)),
            })),
    disclaimer,
  };
}

/** Everybody's sessions of a week, day by day. */
export async function sessionsView(principal: Principal, query: URLSearchParams) {
  const weekStart = weekAsked(principal, query);
  const sessions = await practiceSessions(principal.practiceId, weekStart, addDays(weekStart, 6));
  return {
    today: principal.today,
    weekStart,
    days: Array.from({ length: 7 }, (_, i) => addDays(weekStart, i)).map((day) => ({
      day,
      sessions: sessions
        .filter((session) => session.onDate === day)
        .map((session) => ({
          id: session.id,
          athleteId: session.athleteId,
          name: `${session.givenName} ${session.familyName}`,
          minutes: session.minutes,
          exercises: session.exercises,
          effort: session.effort,
          calledOff: session.state === 'called_off',
          passedOver: isPassedOver(session) ? session.state : null,
          logged: session.logId !== null,
        })),
    })),
  };
}
