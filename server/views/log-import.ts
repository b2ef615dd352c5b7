import { addDays } from '~/core/body/dates';
import { judgePain, painRegions } from '~/core/clear/pain';
import { whereText } from '~/core/clear/pain-map';
import { logFields } from '~/core/coach/log-columns';
import type { LoggedSet } from '~/core/coach/log-form';
import { flagWithinDays, type LoggedDay, logMapping, readLogRows } from '~/core/coach/log-rows';
import { logsCsv } from '~/core/coach/log-writer';
import { setupText } from '~/core/coach/prescription';
import { readSets } from '~/core/coach/read-log';
import { amountText } from '~/core/dose/work';
import { readTable } from '~/core/formats/table';
import type { Issue } from '~/core/result';
import { draftById } from '~/db/queries/athletes';
import { recentLogs } from '~/db/queries/logs';
import { newId } from '~/db/queries/practice';
import { sessionsBetween } from '~/db/queries/sessions';
import { forAthlete, type Principal, painSettings } from '../principal/principal';
import { loadIn } from '../principal/rows';
import { laidOut } from '../principal/sessions';
import { isUuid, type Subject } from '../principal/subject';

/** The most sessions one file may bring. */
const mostSessions = 400;

/** The session of that day, work besides the plan, or a day that is logged already and left as it is. */
type Status = 'planned' | 'besides' | 'logged';

/** "Full plank, 2 x 40 s" of what a file says was done, sides and loads with it. */
function workLines({ trade, loads }: Principal, sets: readonly LoggedSet[]): string[] {
  const alike = new Map<string, { set: LoggedSet; times: number }>();
  for (const set of sets) {
    const key = `${set.rungId} ${set.side} ${set.done} ${set.load?.value ?? 0}`;
    const known = alike.get(key);
    alike.set(key, { set, times: (known?.times ?? 0) + 1 });
  }
  return [...alike.values()].map(({ set, times }) => {
    const rung = trade.rung(set.rungId);
    return [
      rung.name,
      `${times} \u00d7 ${amountText(set.done, rung.unit)}`,
      set.side === 'both' ? '' : set.side,
      setupText(rung, { load: set.load, lever: null }, loads),
    ]
      .filter(Boolean)
      .join(', ');
  });
}

const asLog = (day: LoggedDay, sessionId: string | undefined) => {
  const { lines: _, ...said } = day;
  return { id: newId(), sessionId: sessionId ?? newId(), ...said };
};

/** What a kept file of sessions would do: confirmed already, or day by day; undefined when it is not here. */
export async function logsFound(
  by: Principal,
  subject: Subject,
  draftId: string | undefined,
  asked: URLSearchParams,
) {
  const principal = forAthlete(by, subject.athlete);
  const { trade, practiceId, today } = principal;
  const draft = isUuid(draftId) ? await draftById(practiceId, draftId) : undefined;
  if (!draft || draft.athleteId !== subject.athlete.id) return undefined;
  const { fileName } = draft;
  if (draft.confirmedAt) return { draftId: draft.id, fileName, found: undefined };
  const read = readTable(draft.content);
  if (!read.ok) return undefined;
  const mapping = logMapping(read.table, Object.fromEntries(asked));
  const missing = logFields
    .filter(({ id, required }) => required && mapping.columns[id] === undefined)
    .map(({ label }) => label);
  const { days, errors, exercises } =
    missing.length > 0
      ? { days: [], errors: [], exercises: [] }
      : readLogRows(read.table, mapping, trade, today);
  const [first, last] = [days[0]?.onDate, days.at(-1)?.onDate];
  const sessions =
    first !== undefined && last !== undefined
      ? await sessionsBetween(practiceId, subject.athlete.id, first, last)
      : [];
  const wrong: { onDate: string; line: number; issues: readonly Issue[] }[] = [];
  const rows = days.slice(0, mostSessions).flatMap((day) => {
    const its = sessions.filter(({ onDate }) => onDate === day.onDate);
    const session = its.find(({ log }) => log === undefined);
    const status: Status = its.some(({ log }) => log) ? 'logged' : session ? 'planned' : 'besides';
    const sound = readSets(trade, laidOut(session?.items ?? []), day.sets, subject.athlete.massKg);
    if (sound.ok || status === 'logged') return [{ day, status, sessionId: session?.id }];
    wrong.push({ onDate: day.onDate, line: day.lines[0] ?? 1, issues: sound.issues });
    return [];
  });
  const pain = painSettings(principal);
  return {
    draftId: draft.id,
    fileName,
    found: {
      headers: read.table.headers,
      mapping,
      missing,
      errors,
      wrong,
      exercises,
      /** Days beyond what one file may bring. */
      over: Math.max(0, days.length - mostSessions),
      days: rows.map(({ day, status }) => ({
        onDate: day.onDate,
        status,
        effort: day.effort,
        pain: day.painScore > 0 ? `${day.painScore} (${whereText(day.painPlaces, day.painRegion)})` : '',
        /** It will raise a flag. */
        flags:
          status !== 'logged' &&
          day.onDate >= addDays(today, -flagWithinDays) &&
          judgePain(day.painScore, day.painRegion, pain) === 'end',
        work: workLines(principal, day.sets),
        note: day.note,
      })),
      writes: rows.flatMap(({ day, status, sessionId }) =>
        status === 'logged' ? [] : [asLog(day, sessionId)],
      ),
      choices: trade.ladders.map((ladder) => ({
        id: ladder.id,
        name: ladder.name,
        rungs: ladder.rungs.map(({ id, name }) => ({ id, name })),
      })),
    },
  };
}

/** Everything an athlete has logged, as a file that can be read in again. */
export async function logsFile({ trade, practiceId }: Principal, { athlete }: Subject): Promise<string> {
  const logs = await recentLogs(practiceId, athlete.id, mostSessions);
  return logsCsv(
    trade,
    logs.map((log) => ({
      onDate: log.onDate,
      effort: log.effort,
      painScore: log.painScore,
      painRegion: painRegions.find((region) => region === log.painRegion) ?? null,
      painPlaces: log.painPlaces,
      sleepHours: log.sleepHours,
      readiness: log.readiness,
      note: log.note,
      sets: log.sets
        .filter(({ rungId }) => trade.hasRung(rungId))
        .map(({ rungId, setNo, side, done, faultId, loadKind, loadValue }) => ({
          rungId,
          setNo,
          side,
          done,
          faultId,
          load: loadIn(loadKind, loadValue),
        })),
    })),
  );
}
