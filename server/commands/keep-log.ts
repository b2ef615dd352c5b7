import { judgePain } from '~/core/clear/pain';
import { type LoggedSet, type LogInput, liveSetSchema, logSchema } from '~/core/coach/log-form';
import { plannedSets } from '~/core/coach/planned-sets';
import { painHolds, progress } from '~/core/coach/progress';
import { lessonsOf } from '~/core/dose/learn';
import type { SessionOutcome, SetRecord } from '~/core/dose/logged';
import { weekOf } from '~/core/plan/season-input';
import { type Issue, issue, ok, type Result, refuse } from '~/core/result';
import { insertProposals, supersedeProposals } from '~/db/queries/ladders';
import { insertLessons } from '~/db/queries/learned';
import {
  clearLiveSets,
  insertLog,
  type LogWithSets,
  loggedTwin,
  logState,
  putLiveSet,
  recentLogs,
} from '~/db/queries/logs';
import { newestSeason } from '~/db/queries/plan';
import { newId, staffNames } from '~/db/queries/practice';
import {
  lockSession,
  type PrescriptionRow,
  type StoredSession,
  sessionById,
  standAsLogged,
} from '~/db/queries/sessions';
import { loadDose } from '../principal/dose';
import { type Principal, painSettings } from '../principal/principal';
import { toOutcome, toUnderWay } from '../principal/rows';
import { loadStanding } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { raisePainFlag } from './flags';
import { layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

/** More than was planned may be done; so much more is a slip of the finger. */
const mostOf = (planned: number): number => Math.ceil(planned * 4);

type KeptSet = Omit<SetRecord, 'load'> & { load: LoggedSet['load'] };

/** Sets as they were sent, each held against what was laid out: unknown ones are refused, none is counted beyond it. */
function readSets(
  principal: Principal,
  items: readonly PrescriptionRow[],
  sent: readonly LoggedSet[],
): Result<KeptSet[]> {
  const issues: Issue[] = [];
  const sets = sent.flatMap((set, at): KeptSet[] => {
    const item = items.find((laidOut) => laidOut.rungId === set.rungId);
    const planned =
      item &&
      plannedSets({ ...item, firstSide: item.detail.firstSide, extraSetSide: item.detail.extraSetSide }).some(
        (one) => one.setNo === set.setNo && one.side === set.side,
      );
    if (!item || !planned) {
      issues.push(issue('log.unknown_set', { rung: set.rungId, set: set.setNo }, ['sets', at]));
      return [];
    }
    if (set.done > mostOf(item.amount))
      issues.push(
        issue('log.beyond', { name: item.detail.name, set: set.setNo, most: mostOf(item.amount) }, [
          'sets',
          at,
        ]),
      );
    if (set.faultId !== null && !principal.trade.hasFault(set.faultId))
      issues.push(issue('trial.unknown_fault', { id: set.faultId }, ['sets', at]));
    return [
      {
        ladderId: item.ladderId,
        rungId: item.rungId,
        setNo: set.setNo,
        side: set.side,
        planned: item.shownAmount,
        done: Math.round(set.done * 10) / 10,
        faultId: set.faultId,
        load:
          set.load ??
          (item.loadKind && item.shownLoad !== null ? { by: item.loadKind, value: item.shownLoad } : null),
      },
    ];
  });
  return issues.length > 0 ? refuse(issues) : ok(sets);
}

const keyOf = (set: Pick<SetRecord, 'rungId' | 'setNo' | 'side'>) => `${set.rungId}|${set.setNo}|${set.side}`;

/** Two logs of one session as one: this one's sets before the other's, both notes, the worse pain. */
function together(mine: { input: LogInput; sets: readonly KeptSet[] }, other: LogWithSets) {
  const own = new Set(mine.sets.map(keyOf));
  const theirs = other.sets.filter((set) => !own.has(keyOf(set)));
  const worse = other.painScore > mine.input.painScore ? other : mine.input;
  return {
    effort: mine.input.effort,
    painScore: worse.painScore,
    painRegion: worse.painRegion,
    note: [...new Set([other.note, mine.input.note])].filter(Boolean).join('\n').slice(0, 1000),
    sets: [
      ...mine.sets,
      ...theirs.map(
        (set): KeptSet => ({
          ladderId: set.ladderId,
          rungId: set.rungId,
          setNo: set.setNo,
          side: set.side,
          planned: set.planned,
          done: set.done,
          faultId: set.faultId,
          load: set.loadKind && set.loadValue !== null ? { by: set.loadKind, value: set.loadValue } : null,
        }),
      ),
    ],
  };
}

/** The session a log goes to and the log it finds there: its own, or the one of its day that took its place. */
async function placeOf(
  principal: Principal,
  session: StoredSession,
): Promise<{ session: StoredSession; other: LogWithSets | undefined }> {
  if (session.log) return { session, other: session.log };
  const twinId = session.state === 'replaced' ? await loggedTwin(session) : undefined;
  const twin = twinId ? await sessionById(principal.practiceId, twinId) : undefined;
  return twin ? { session: twin, other: twin.log } : { session, other: undefined };
}

/**
 * Keeps the log of a session with its sets, the proposals made from it, and the flag its pain asks for: all or nothing. One
 * that was logged meanwhile is not overwritten: the sender is told whose log stands, and may put the two together.
 */
export const keepLog = command({
  title: 'log.keep',
  action: 'log.keep',
  input: logSchema,
  async run(principal, input) {
    const { practiceId, trade } = principal;
    const asked = await sessionById(practiceId, input.sessionId);
    if (!asked) return refuse('session.gone');
    const held = await heldSubject(principal, asked.athleteId);
    if (!held.ok) return held;
    await lockSession(practiceId, asked.id);
    const { athlete, gate } = held.value;
    const read = readSets(principal, asked.items, input.sets);
    if (!read.ok) return read;
    const ahead = gate.may('log', { onDate: asked.onDate });
    if (ahead.length > 0) return refuse([...ahead]);
    const { session, other } = await placeOf(principal, asked);
    const before = await logState(session.id, input.id);
    if (before.known) return standsAlready({ logId: input.id, flagged: false });
    if (other && input.mergeWith !== other.id) {
      const names = await staffNames(practiceId);
      return refuse('log.other', {
        logId: other.id,
        by: (other.staffId && names.get(other.staffId)) || 'somebody',
        at: other.createdAt.toISOString(),
        effort: other.effort,
        note: other.note,
      });
    }
    const kept = other ? together({ input, sets: read.value }, other) : { ...input, sets: read.value };
    await insertLog(
      {
        id: input.id,
        practiceId,
        athleteId: athlete.id,
        sessionId: session.id,
        version: (before.newest?.version ?? 0) + 1,
        onDate: session.onDate,
        effort: kept.effort,
        painScore: kept.painScore,
        painRegion: kept.painRegion,
        note: kept.note,
        reserve: input.reserve,
        staffId: principal.staffId,
        createdAt: principal.now,
      },
      kept.sets.map(({ load, ...set }) => ({
        ...set,
        logId: input.id,
        loadKind: load?.by ?? null,
        loadValue: load?.value ?? null,
        loadUnit: load ? (load.by.endsWith('_N') ? ('N' as const) : ('kg' as const)) : null,
      })),
    );
    await standAsLogged(session);
    await clearLiveSets(asked.id);
    const outcome: SessionOutcome = {
      logId: input.id,
      onDate: session.onDate,
      sets: kept.sets.map(({ load, ...set }) => ({ ...set, load: load?.value ?? null })),
      reserve: input.reserve,
      effort: kept.effort,
      painScore: kept.painScore,
      painRegion: kept.painRegion,
    };
    const standing = await loadStanding(principal, held.value);
    const earlier = (await recentLogs(practiceId, athlete.id))
      .filter((log) => log.id !== input.id && log.onDate <= session.onDate)
      .map(toOutcome);
    const pain = painSettings(principal);
    const dosed = await loadDose(principal, held.value, standing);
    const lessons = lessonsOf(dosed, outcome);
    await insertLessons(lessons.map((lesson) => ({ ...lesson, logId: input.id, athleteId: athlete.id })));
    const season = await newestSeason(practiceId, athlete.id);
    const week = season && weekOf(season.weeks, session.onDate);
    const proposals = progress({
      athlete: { ...dosed, lessons: [...dosed.lessons, ...lessons] },
      outcomes: [...earlier, outcome],
      underWay: held.value.underWay.map(toUnderWay),
      phase: week?.phase ?? 'build',
      painSettings: pain,
    });
    await supersedeProposals(
      athlete.id,
      proposals.map((proposal) => proposal.ladderId),
    );
    await insertProposals(
      proposals.map((proposal) => ({
        id: newId(),
        practiceId,
        athleteId: athlete.id,
        logId: input.id,
        ladderId: proposal.ladderId,
        kind: proposal.kind,
        before: proposal.from,
        after: proposal.to,
        owns: proposal.owns,
        reason: proposal.reason,
        createdAt: principal.now,
      })),
    );
    await layOutWeeks(principal, held.value, standing, 'follow');
    const ends =
      judgePain(kept.painScore, kept.painRegion, pain) === 'end' ||
      kept.sets.some((set) => set.faultId === 'pain');
    if (ends)
      await raisePainFlag(principal, {
        athleteId: athlete.id,
        sourceId: input.id,
        score: kept.painScore,
        region: kept.painRegion,
        qualities: painHolds({ trade, painSettings: pain }, outcome),
        came: 'after the session',
        onDate: session.onDate,
      });
    return done({ logId: input.id, flagged: ends }, athlete.id, {
      sets: kept.sets.length,
      merged: other !== undefined,
      flagged: ends,
    });
  },
});

/** Keeps one set of a session under way; from then on the session is begun, and laying out again leaves it. */
export const keepLiveSet = command({
  title: 'log.keep_set',
  action: 'log.keep',
  input: liveSetSchema,
  async run(principal, set) {
    const session = await sessionById(principal.practiceId, set.sessionId);
    if (!session) return refuse('session.gone');
    await lockSession(principal.practiceId, session.id);
    if (session.log) return refuse('log.closed');
    const read = readSets(principal, session.items, [set]);
    if (!read.ok) return read;
    const [kept] = read.value;
    if (!kept) return refuse('log.unknown_set', { rung: set.rungId, set: set.setNo });
    await putLiveSet({
      id: set.id,
      practiceId: principal.practiceId,
      sessionId: session.id,
      rungId: kept.rungId,
      setNo: kept.setNo,
      side: kept.side,
      done: kept.done,
      faultId: kept.faultId,
      loadKind: kept.load?.by ?? null,
      loadValue: kept.load?.value ?? null,
      loadUnit: kept.load ? (kept.load.by.endsWith('_N') ? 'N' : 'kg') : null,
      at: principal.now,
      staffId: principal.staffId,
    });
    return done(set.id, session.athleteId);
  },
});
