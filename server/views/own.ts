import { addDays, earlierOf, weekStartOf } from '~/core/body/dates';
import { disclaimer } from '~/core/clear/signs';
import { rawText } from '~/core/link/sentence';
import { screenedPerson } from '~/core/link/standing';
import { weekOf } from '~/core/plan/season-input';
import { review } from '~/core/review/review';
import { type LinkRow, linksOf } from '~/db/queries/links';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { sessionById, sessionsBetween } from '~/db/queries/sessions';
import { can } from '../principal/can';
import { forAthlete, type Principal } from '../principal/principal';
import { isPassedOver } from '../principal/sessions';
import { isUuid, loadStanding, type Subject } from '../principal/subject';
import { sessionView } from './session';

/** What an athlete sees by their link: their own card, their own log, their own progress. */

/** Sessions shown behind and ahead of today, days. */
const shownDays = { back: 6, ahead: 13 } as const;

const frameOf = (link: LinkRow, principal: Principal, { athlete, flags, gate }: Subject) => ({
  practice: principal.practiceName,
  name: athlete.givenName,
  holder: link.holder,
  agreed: link.agreedAt !== null,
  today: principal.today,
  athleteId: athlete.id,
  /** Something is held until the coach has looked at it. */
  held: flags.some(({ kind }) => kind === 'pain'),
  /** Nothing may be done now: the coach has to see to it first. */
  stopped: gate.may('send').length > 0,
  disclaimer,
});

/** The card: today's session, or the next one; what was done and what is to come around it. */
export async function ownCardView(by: Principal, link: LinkRow, subject: Subject, asked: string | null) {
  const principal = forAthlete(by, subject.athlete);
  const { today, practiceId } = principal;
  const { athlete } = subject;
  const frame = frameOf(link, principal, subject);
  if (!frame.agreed || frame.stopped) return { ...frame, session: null, days: [] };
  const [sessions, newest] = await Promise.all([
    sessionsBetween(practiceId, athlete.id, addDays(today, -shownDays.back), addDays(today, shownDays.ahead)),
    newestSeason(practiceId, athlete.id),
  ]);
  const views = sessions.map((session) =>
    sessionView(
      principal,
      subject,
      session,
      (newest && weekOf(newest.weeks, addDays(session.weekStart, 3)))?.focus ?? null,
    ),
  );
  const open = views.filter(({ log, passedOver, calledOff }) => !log && !passedOver && !calledOff);
  const shown =
    views.find(({ id }) => id === asked) ??
    open.find(({ onDate }) => onDate === today) ??
    open.find(({ onDate }) => onDate > today) ??
    views.findLast(({ onDate }) => onDate <= today);
  return {
    ...frame,
    session: shown
      ? {
          id: shown.id,
          onDate: shown.onDate,
          minutes: shown.minutes,
          place: shown.place,
          planB: shown.planB,
          logged: shown.log !== undefined,
          open: open.includes(shown),
          items: shown.items.map((item) => ({
            id: item.id,
            name: item.name,
            pair: item.pair,
            sets: item.sets,
            amountText: item.amountText,
            said: [item.sidesText, item.load, item.setting, item.schoolAmount].filter(Boolean).join(', '),
            cues: item.cues.slice(0, 2),
            breath: item.breath,
            endsSet: item.endsSet,
            inHand: item.inHand,
            lastSet: item.lastSet,
            coachNote: item.coachNote,
            restS: item.restS,
            tempo: item.tempo,
            posture: item.posture,
            needs: item.needs,
            still: item.still,
          })),
          withheld: shown.withheld.map(({ name }) => name),
        }
      : null,
    days: views
      .filter(({ calledOff }) => !calledOff)
      .map((view) => ({
        id: view.id,
        onDate: view.onDate,
        minutes: view.minutes,
        place: view.place,
        state: view.log
          ? ('done' as const)
          : view.state === 'skipped'
            ? ('skipped' as const)
            : view.missed
              ? ('missed' as const)
              : ('open' as const),
      })),
  };
}

/** A session to be logged without having been followed: what was asked, to be confirmed. */
export async function ownLogView(
  by: Principal,
  link: LinkRow,
  subject: Subject,
  sessionId: string | undefined,
) {
  const principal = forAthlete(by, subject.athlete);
  const frame = frameOf(link, principal, subject);
  const session = isUuid(sessionId) ? await sessionById(principal.practiceId, sessionId) : undefined;
  if (!session || session.athleteId !== subject.athlete.id || !frame.agreed) return undefined;
  const view = sessionView(principal, subject, session);
  return {
    ...frame,
    sessionId: session.id,
    onDate: session.onDate,
    /** A session that lies ahead may be done today; one that lies behind was done on its day, unless another is said. */
    doneOn: earlierOf(session.onDate, principal.today),
    logId: newId(),
    logged: session.log !== undefined,
    items: view.items.map((item) => ({
      rungId: item.rungId,
      name: item.name,
      work: item.work,
      unit: item.unit,
      amount: item.amount,
      sets: item.sets,
      sided: item.sided,
      firstSide: item.firstSide,
      extraSetSide: item.extraSetSide,
      load: item.load,
    })),
  };
}

/** Weeks of work that are shown. */
const progressWeeks = 8;

/** Their own progress: tests then and now, and the sessions of the last weeks. Nothing is praised, nothing scolded. */
export async function ownProgressView(by: Principal, link: LinkRow, subject: Subject) {
  const principal = forAthlete(by, subject.athlete);
  const { trade, today, practiceId, firstWeekday } = principal;
  const frame = frameOf(link, principal, subject);
  if (!frame.agreed) return { ...frame, weeks: [], tests: [] };
  const from = addDays(weekStartOf(today, firstWeekday), -7 * (progressWeeks - 1));
  const [sessions, standing] = await Promise.all([
    sessionsBetween(practiceId, subject.athlete.id, from, today),
    loadStanding(principal, subject),
  ]);
  const { trials, athlete, event } = standing;
  return {
    ...frame,
    weeks: Array.from({ length: progressWeeks }, (_, i) => {
      const start = addDays(from, 7 * i);
      const its = sessions.filter(({ onDate }) => onDate >= start && onDate < addDays(start, 7));
      return {
        start,
        done: its.filter(({ log }) => log).length,
        planned: its.filter((session) => session.log || !isPassedOver(session) || session.state === 'missed')
          .length,
      };
    }),
    tests: review({ trials, person: screenedPerson(trade, athlete, today, event), today, trade }).map(
      (change) => ({
        key: `${change.testId}|${change.side}|${change.latest.rungId ?? ''}`,
        test: `${trade.test(change.testId).name}${change.side === 'both' ? '' : `, ${change.side}`}`,
        first: rawText(trade, change.first),
        firstOn: change.first.onDate,
        latest: rawText(trade, change.latest),
        latestOn: change.latest.onDate,
        verdict: change.verdict,
      }),
    ),
  };
}

/** Links of an athlete, for their coach: when each was opened, until when it holds. */
export async function linksView(principal: Principal, { athlete }: Subject) {
  const rows = await linksOf(principal.practiceId, athlete.id);
  return {
    athleteId: athlete.id,
    name: athlete.givenName,
    mayMake: can(principal, 'link.make'),
    newLinkId: newId(),
    links: rows.map((row) => ({
      id: row.id,
      holder: row.holder,
      createdAt: row.createdAt.toISOString(),
      expiresAt: row.expiresAt.toISOString(),
      ended: row.revokedAt !== null,
      over: row.expiresAt <= principal.now,
      agreedAt: row.agreedAt?.toISOString() ?? null,
      openedAt: row.openedAt?.toISOString() ?? null,
      openedTimes: row.openedTimes,
    })),
  };
}
