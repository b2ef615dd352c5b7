import { judgePain } from '~/core/clear/pain';
import { type LogInput, logSchema } from '~/core/coach/log-form';
import { painHolds } from '~/core/coach/progress';
import { type KeptSet, readSets } from '~/core/coach/read-log';
import type { SessionOutcome, SetRecord } from '~/core/dose/logged';
import { workSeconds } from '~/core/dose/work';
import { ok, type Result, refuse } from '~/core/result';
import { clearLiveSets, insertLog, type LogWithSets, logState } from '~/db/queries/logs';
import { staffNames } from '~/db/queries/practice';
import {
  lockSession,
  type StoredSession,
  sessionById,
  setMinutes,
  standAsLogged,
} from '~/db/queries/sessions';
import { type Principal, painSettings } from '../principal/principal';
import { loadColumns, loadIn } from '../principal/rows';
import { laidOut } from '../principal/sessions';
import { type AthleteStanding, loadStanding, type Subject } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { raisePainFlag } from './flags';
import { layOutWeeks } from './laying-out';
import { dayOf, placeOf, placeUnplanned } from './log-place';
import { teach } from './log-teaches';
import { heldSubject } from './subject';

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
    painPlaces: worse.painPlaces,
    sleepHours: mine.input.sleepHours ?? other.sleepHours,
    readiness: mine.input.readiness ?? other.readiness,
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
          load: loadIn(set.loadKind, set.loadValue),
          lever: set.lever,
        }),
      ),
    ],
  };
}

/** Minutes that some sets took, rests aside: what a session nobody laid out is said to have lasted. */
const minutesDone = ({ trade }: Pick<Principal, 'trade'>, sets: readonly KeptSet[]): number =>
  Math.max(
    1,
    Math.round(
      sets.reduce((sum, set) => {
        const rung = trade.rung(set.rungId);
        return sum + workSeconds(rung.unit, set.done, rung.tempo) + rung.rest_s;
      }, 0) / 60,
    ),
  );

/** A log that was written, and what follows from it. */
interface Written {
  readonly session: StoredSession;
  readonly outcome: SessionOutcome;
  readonly corrects: boolean;
  readonly merged: boolean;
  /** Logs of the session before it. */
  readonly earlierIds: readonly string[];
}

/** Whose log it is, where they stand, and the session it was written for, where that is laid out. */
interface LogOf {
  readonly subject: Subject;
  readonly standing: AthleteStanding;
  readonly stored: StoredSession | undefined;
}

/**
 * Writes a log with its sets, its lessons and the proposals made from it; what is laid out follows when the caller says so.
 * Undefined when it stands already.
 */
export async function writeLog(
  principal: Principal,
  { subject, standing, stored }: LogOf,
  input: LogInput,
): Promise<Result<Written | undefined>> {
  const { practiceId, trade } = principal;
  const { athlete } = subject;
  const placed = stored ? ok(stored) : await placeUnplanned(principal, athlete.id, input);
  if (!placed.ok) return placed;
  const asked = placed.value;
  await lockSession(practiceId, asked.id);
  const read = readSets(trade, laidOut(asked.items), input.sets, athlete.massKg);
  if (!read.ok) return read;
  const day = dayOf(principal, subject, asked, input);
  if (!day.ok) return day;
  const onDate = day.value;
  const { session, other } = await placeOf(principal, asked);
  const before = await logState(session.id, input.id);
  if (before.known) return ok(undefined);
  const corrects = other !== undefined && input.corrects === other.id;
  if (other && !corrects && input.mergeWith !== other.id) {
    const names = await staffNames(practiceId);
    return refuse('log.other', {
      logId: other.id,
      by: other.linkId ? 'the athlete' : (other.staffId && names.get(other.staffId)) || 'somebody',
      at: other.createdAt.toISOString(),
      effort: other.effort,
      note: other.note,
    });
  }
  const kept =
    other && !corrects ? together({ input, sets: read.value }, other) : { ...input, sets: read.value };
  await insertLog(
    {
      id: input.id,
      practiceId,
      athleteId: athlete.id,
      sessionId: session.id,
      version: (before.newest?.version ?? 0) + 1,
      onDate,
      effort: kept.effort,
      painScore: kept.painScore,
      painRegion: kept.painRegion,
      painPlaces: kept.painPlaces,
      sleepHours: kept.sleepHours,
      readiness: kept.readiness,
      note: kept.note,
      reserve: input.reserve,
      staffId: principal.staffId,
      linkId: principal.linkId,
      createdAt: principal.now,
    },
    kept.sets.map(({ load, ...set }) => ({
      ...set,
      logId: input.id,
      ...loadColumns(load),
    })),
  );
  if (session.state === 'unplanned') await setMinutes(session.id, minutesDone(principal, kept.sets));
  else await standAsLogged(session);
  await clearLiveSets(asked.id);
  const outcome: SessionOutcome = {
    logId: input.id,
    onDate,
    sets: kept.sets.map(({ load, ...set }) => ({ ...set, load: load?.value ?? null })),
    reserve: input.reserve,
    effort: kept.effort,
    painScore: kept.painScore,
    painRegion: kept.painRegion,
    painPlaces: kept.painPlaces,
  };
  await teach(principal, subject, standing, outcome, before.ids);
  return ok({
    session,
    outcome,
    corrects,
    merged: other !== undefined && !corrects,
    earlierIds: before.ids,
  });
}

/** Does a log say that something hurts so much, or there, that its qualities are held? */
export const endsByPain = (principal: Principal, { painScore, painRegion, sets }: SessionOutcome): boolean =>
  judgePain(painScore, painRegion, painSettings(principal)) === 'end' ||
  sets.some((set) => set.faultId === 'pain');

/**
 * Raises the flag a log asks for. A correction says more of the same pain, and so does the log after the pain that was told
 * at once: the flag that is open changes, and one that a coach has closed meanwhile stays closed.
 */
export async function flagOfLog(
  principal: Principal,
  subject: Subject,
  { outcome, earlierIds }: Written,
  painId: string | null,
): Promise<void> {
  const open = subject.flags.find((flag) => earlierIds.includes(flag.id));
  await raisePainFlag(principal, {
    athleteId: subject.athlete.id,
    sourceId: open?.id ?? painId ?? outcome.logId,
    score: outcome.painScore,
    region: outcome.painRegion,
    places: outcome.painPlaces,
    qualities: painHolds({ trade: principal.trade, painSettings: painSettings(principal) }, outcome),
    came: 'after the session',
    onDate: outcome.onDate,
  });
}

/**
 * Keeps the log of a session with its sets, the lessons and proposals made from it, and the flag its pain asks for: all or
 * nothing. One that was logged meanwhile is not overwritten: the sender is told whose log stands, and may put the two
 * together; a correction says which log it takes the place of, and that one stays to be read. Work nobody laid out gets a
 * session of its own.
 */
export const keepLog = command({
  title: 'log.keep',
  action: 'log.keep',
  input: logSchema,
  async run(principal, input) {
    const stored = await sessionById(principal.practiceId, input.sessionId);
    const athleteId = stored?.athleteId ?? input.unplannedFor;
    if (athleteId === null) return refuse('session.gone');
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const subject = held.value;
    const standing = await loadStanding(principal, subject);
    const written = await writeLog(principal, { subject, standing, stored }, input);
    if (!written.ok) return written;
    if (!written.value) return standsAlready({ logId: input.id, flagged: false });
    const { outcome, merged, corrects } = written.value;
    await layOutWeeks(principal, subject, standing, 'follow');
    const flagged = endsByPain(principal, outcome);
    if (flagged) await flagOfLog(principal, subject, written.value, input.painId);
    return done({ logId: input.id, flagged }, athleteId, {
      sets: outcome.sets.length,
      merged,
      corrected: corrects,
      flagged,
    });
  },
});
