import { judgePain } from '~/core/clear/pain';
import { type LogInput, logSchema } from '~/core/coach/log-form';
import { painHolds } from '~/core/coach/progress';
import { type KeptSet, type LaidOut, readSets } from '~/core/coach/read-log';
import type { SessionOutcome, SetRecord } from '~/core/dose/logged';
import { workSeconds } from '~/core/dose/work';
import { ok, refuse } from '~/core/result';
import { clearLiveSets, insertLog, type LogWithSets, logState } from '~/db/queries/logs';
import { staffNames } from '~/db/queries/practice';
import {
  lockSession,
  type PrescriptionRow,
  sessionById,
  setMinutes,
  standAsLogged,
} from '~/db/queries/sessions';
import { type Principal, painSettings } from '../principal/principal';
import { loadColumns, loadIn } from '../principal/rows';
import { loadStanding } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { raisePainFlag } from './flags';
import { layOutWeeks } from './laying-out';
import { dayOf, placeOf, placeUnplanned } from './log-place';
import { teach } from './log-teaches';
import { heldSubject } from './subject';

/** The exercises of a session as its log is held against them. */
export const laidOut = (items: readonly PrescriptionRow[]): LaidOut[] =>
  items.map((item) => ({
    ...item,
    firstSide: item.detail.firstSide,
    extraSetSide: item.detail.extraSetSide,
    amount: item.shownAmount,
    load: loadIn(item.loadKind, item.shownLoad),
    lever: item.detail.lever ?? null,
  }));

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
    const { practiceId, trade } = principal;
    const stored = await sessionById(practiceId, input.sessionId);
    const athleteId = stored?.athleteId ?? input.unplannedFor;
    if (athleteId === null) return refuse('session.gone');
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const placed = stored ? ok(stored) : await placeUnplanned(principal, athleteId, input);
    if (!placed.ok) return placed;
    const asked = placed.value;
    await lockSession(practiceId, asked.id);
    const { athlete } = held.value;
    const read = readSets(trade, laidOut(asked.items), input.sets, athlete.massKg);
    if (!read.ok) return read;
    const day = dayOf(principal, held.value, asked, input);
    if (!day.ok) return day;
    const onDate = day.value;
    const { session, other } = await placeOf(principal, asked);
    const before = await logState(session.id, input.id);
    if (before.known) return standsAlready({ logId: input.id, flagged: false });
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
    const standing = await loadStanding(principal, held.value);
    await teach(principal, held.value, standing, outcome, before.ids);
    await layOutWeeks(principal, held.value, standing, 'follow');
    const pain = painSettings(principal);
    const ends =
      judgePain(kept.painScore, kept.painRegion, pain) === 'end' ||
      kept.sets.some((set) => set.faultId === 'pain');
    // A correction says more of the same pain, and so does the log after the pain that was told at once: the flag that is open
    // changes, and one that a coach has closed meanwhile stays closed.
    const open = held.value.flags.find((flag) => before.ids.includes(flag.id));
    if (ends)
      await raisePainFlag(principal, {
        athleteId: athlete.id,
        sourceId: open?.id ?? input.painId ?? input.id,
        score: kept.painScore,
        region: kept.painRegion,
        places: kept.painPlaces,
        qualities: painHolds({ trade, painSettings: pain }, outcome),
        came: 'after the session',
        onDate,
      });
    return done({ logId: input.id, flagged: ends }, athlete.id, {
      sets: kept.sets.length,
      merged: other !== undefined && !corrects,
      corrected: corrects,
      flagged: ends,
    });
  },
});
