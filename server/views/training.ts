import { isDeepStrictEqual } from 'node:util';
import { v5 as uuidv5 } from 'uuid';
import { addDays, daysBetween, type IsoDay, weekStartOf } from '~/core/body/dates';
import { readCalendar } from '~/core/formats/calendar-read';
import type { RowError } from '~/core/formats/columns';
import { readTable } from '~/core/formats/table';
import { exposure } from '~/core/link/exposure';
import { planReach } from '~/core/plan/defaults';
import { trainingFields } from '~/core/plan/training/columns';
import type { Filed } from '~/core/plan/training/filed';
import { filedCalendar, titlesOf } from '~/core/plan/training/from-calendar';
import { readTrainingRows, trainingCsv, trainingMapping } from '~/core/plan/training/from-rows';
import { riskCloseTo, type Training, trainingOn, trainingWeek } from '~/core/plan/training/training';
import { draftById } from '~/db/queries/athletes';
import { newId } from '~/db/queries/practice';
import { openSessions } from '~/db/queries/sessions';
import { trainingRows } from '~/db/queries/training';
import { can } from '../principal/can';
import type { Principal } from '../principal/principal';
import { isUuid, type Subject } from '../principal/subject';
import { riskHoursOf, toSport, toUsual } from '../principal/training';

const daysBack = planReach.trainingBack;
const weeksAhead = 8;
const sessionsShown = 24;

const windowOf = ({ today }: Pick<Principal, 'today'>): { from: IsoDay; to: IsoDay } => ({
  from: addDays(today, -daysBack),
  to: addDays(today, planReach.ahead),
});

/** Sessions of the trunk that lie too close to one of risk. */
export const tooClose = (days: readonly IsoDay[], training: Training) =>
  days.flatMap((onDate) => {
    const risk = riskCloseTo(onDate, training);
    return risk ? [{ onDate, risk }] : [];
  });

/** An athlete's training of the sport: the usual week, what lies ahead on its days, weeks in figures, and what it closes. */
export async function trainingView(principal: Principal, subject: Subject) {
  const { practiceId, today, firstWeekday } = principal;
  const { athlete } = subject;
  const [{ usual, dated }, open] = await Promise.all([
    trainingRows(practiceId, athlete.id, addDays(today, -daysBack)),
    openSessions(practiceId, athlete.id, today),
  ]);
  const training: Training = {
    usual: usual.map(toUsual),
    dated: dated.map(toSport),
    riskHours: riskHoursOf(principal),
  };
  const first = weekStartOf(today, firstWeekday);
  const weeks = Array.from({ length: weeksAhead }, (_, i) => {
    const startsOn = addDays(first, 7 * i);
    return { startsOn, ...trainingWeek(startsOn, training) };
  });
  const known = weeks.filter(({ sessions }) => sessions > 0);
  const minutesAWeek =
    known.length === 0 ? 0 : known.reduce((sum, { minutes }) => sum + minutes, 0) / known.length;
  const ahead = dated.filter(({ onDate }) => onDate >= today);
  return {
    athleteId: athlete.id,
    today,
    firstWeekday,
    riskHours: training.riskHours,
    usual: training.usual,
    ahead: ahead.slice(0, sessionsShown).map((row) => ({ ...toSport(row), source: row.source })),
    more: Math.max(0, ahead.length - sessionsShown),
    weeks,
    /** The sport's own steps or strokes of a mean week, by event arithmetic. */
    exposure:
      minutesAWeek > 0
        ? exposure(principal.trade.discipline(athlete.disciplineId), { minutes: minutesAWeek }).arithmetic
        : null,
    tooClose: tooClose(
      open.map(({ onDate }) => onDate),
      training,
    ),
    mayChange: can(principal, 'plan.change'),
    ids: { usual: newId(), dated: newId() },
  };
}

/** Why a file cannot be read as training; undefined when it can. */
export function unreadableDraft(principal: Principal, content: string, fileName: string): string | undefined {
  if (/\.(ics|ical)$/i.test(fileName) && !isCalendar(content)) {
    const read = readCalendar(content, { zone: principal.timeZone, ...windowOf(principal) });
    return read.ok ? undefined : read.error;
  }
  const read = readDraft(content, {}, windowOf(principal), principal.timeZone);
  return read.ok ? undefined : read.error;
}

/** The same for the same thing of the same athlete, so that a file that comes again finds what it brought. */
const idOf = (athleteId: string, key: string): string => uuidv5(key, athleteId);

/** What a kept file would do: confirmed already, or session by session; undefined when it is not here. */
export async function trainingFound(
  principal: Principal,
  { athlete, events: standing, blackouts }: Subject,
  draftId: string | undefined,
  asked: URLSearchParams,
) {
  const { practiceId, today, timeZone } = principal;
  const draft = isUuid(draftId) ? await draftById(practiceId, draftId) : undefined;
  if (!draft || draft.athleteId !== athlete.id) return undefined;
  const { fileName } = draft;
  if (draft.confirmedAt) return { draftId: draft.id, fileName, found: undefined };
  const window = windowOf(principal);
  const read = readDraft(draft.content, Object.fromEntries(asked), window, timeZone);
  if (!read.ok) return { draftId: draft.id, fileName, error: read.error, found: undefined };
  const { filed } = read;
  const source = (read.name || fileName || 'a file').slice(0, 200);
  const sessions = filed.sessions.map(({ key, ...one }) => ({ id: idOf(athlete.id, key), ...one }));
  const ids = new Set(sessions.map(({ id }) => id));
  const { dated } = await trainingRows(practiceId, athlete.id, window.from);
  const known = new Map(dated.map((row) => [row.id, row]));
  const gone = dated.filter((row) => row.source === source && row.onDate >= today && !ids.has(row.id));
  const changed = sessions.filter((one) => {
    const was = known.get(one.id);
    return was !== undefined && !isDeepStrictEqual(toSport(was), one);
  });
  const events = filed.events
    .filter(({ onDate }) => onDate >= today)
    .map(({ key, ...one }) => ({ id: idOf(athlete.id, key), ...one }));
  const daysOff = filed.daysOff
    .filter(({ from, to }) => to >= today && daysBetween(from, to) <= planReach.off)
    .map(({ key, ...one }) => ({ id: idOf(athlete.id, key), ...one }));
  return {
    draftId: draft.id,
    fileName,
    found: {
      ...read.shown,
      source,
      writes: { sessions, events, daysOff, gone: gone.map(({ id }) => id) },
      counts: {
        sessions: sessions.length,
        new: sessions.filter(({ id }) => !known.has(id)).length,
        changed: changed.length,
        gone: gone.length,
        events: events.length,
        newEvents: events.filter(({ id }) => !standing.some((one) => one.id === id)).length,
        daysOff: daysOff.length,
        newDaysOff: daysOff.filter(({ id }) => !blackouts.some((one) => one.id === id)).length,
        risk: sessions.filter(({ risk }) => risk).length,
      },
      shownSessions: sessions.slice(0, sessionsShown),
      shownEvents: events.slice(0, sessionsShown),
      shownDaysOff: daysOff.slice(0, sessionsShown),
    },
  };
}

interface ReadDraft {
  readonly name: string;
  readonly filed: Filed;
  readonly shown:
    | {
        readonly kind: 'table';
        readonly headers: readonly string[];
        readonly mapping: ReturnType<typeof trainingMapping>;
        readonly missing: readonly string[];
        readonly errors: readonly RowError[];
        readonly outside: number;
      }
    | {
        readonly kind: 'calendar';
        readonly titles: ReturnType<typeof titlesOf>;
        readonly missing: readonly string[];
        readonly errors: readonly RowError[];
        readonly outside: number;
        readonly cancelled: number;
        readonly withoutMinutes: number;
        readonly unknownZones: readonly string[];
        readonly zone: string;
      };
}

const isCalendar = (content: string): boolean => /^\ufeff?\s*BEGIN:VCALENDAR/i.test(content);

function readDraft(
  content: string,
  asked: Readonly<Record<string, string>>,
  window: { readonly from: IsoDay; readonly to: IsoDay },
  zone: string,
): ({ readonly ok: true } & ReadDraft) | { readonly ok: false; readonly error: string } {
  if (isCalendar(content)) {
    const read = readCalendar(content.trimStart(), { zone, ...window });
    if (!read.ok) return read;
    const { occurrences, problems, outside, cancelled, unknownZones, name } = read.calendar;
    const titles = titlesOf(occurrences, asked);
    const { withoutMinutes, ...filed } = filedCalendar(occurrences, titles);
    return {
      ok: true,
      name,
      filed,
      shown: {
        kind: 'calendar',
        titles,
        missing: [],
        errors: problems.map(({ line, title, reason }) => ({ line, column: title, reason })),
        outside,
        cancelled,
        withoutMinutes,
        unknownZones,
        zone,
      },
    };
  }
  const table = readTable(content);
  if (!table.ok) return table;
  const mapping = trainingMapping(table.table, asked);
  const missing = trainingFields
    .filter(({ id, required }) => required && mapping.columns[id] === undefined)
    .map(({ label }) => label);
  const { sessions, errors, outside } =
    missing.length > 0
      ? { sessions: [], errors: [], outside: 0 }
      : readTrainingRows(table.table, mapping, window);
  return {
    ok: true,
    name: '',
    filed: { sessions, events: [], daysOff: [] },
    shown: { kind: 'table', headers: table.table.headers, mapping, missing, errors, outside },
  };
}

/** An athlete's training of the sport for the weeks to come, day by day, as a file that can be read in again. */
export async function trainingFile(principal: Principal, { athlete }: Subject): Promise<string> {
  const { usual, dated } = await trainingRows(
    principal.practiceId,
    athlete.id,
    addDays(principal.today, -daysBack),
  );
  const training = { usual: usual.map(toUsual), dated: dated.map(toSport) };
  const days = Array.from({ length: daysBack + 7 * weeksAhead }, (_, i) =>
    addDays(principal.today, i - daysBack),
  );
  return trainingCsv(
    days.flatMap((onDate) => trainingOn(onDate, training).map((one) => ({ ...one, onDate }))),
  );
}
