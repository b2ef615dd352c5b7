import { heldByPain, judgePain } from '~/core/clear/pain';
import { livePainSchema, liveSetSchema, takenBackSchema } from '~/core/coach/log-form';
import { readSets } from '~/core/coach/read-log';
import { type Result, refuse } from '~/core/result';
import { dropLiveSet, putLiveSet } from '~/db/queries/logs';
import { lockSession, type StoredSession, sessionById } from '~/db/queries/sessions';
import { type Principal, painSettings } from '../principal/principal';
import { loadColumns } from '../principal/rows';
import { laidOut } from '../principal/sessions';
import type { Subject } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { raisePainFlag } from './flags';
import { heldSubject } from './subject';

/** What a session under way sends before its log: its sets one by one, one taken back, a pain that ends it. */

async function underWay(
  principal: Principal,
  sessionId: string,
): Promise<Result<{ session: StoredSession; subject: Subject }>> {
  const session = await sessionById(principal.practiceId, sessionId);
  if (!session) return refuse('session.gone');
  await lockSession(principal.practiceId, session.id);
  const held = await heldSubject(principal, session.athleteId);
  return held.ok ? { ok: true, value: { session, subject: held.value } } : held;
}

/** Keeps one set of a session under way; from then on the session is begun, and laying out again leaves it. */
export const keepLiveSet = command({
  title: 'log.keep_set',
  action: 'log.keep',
  input: liveSetSchema,
  async run(principal, set) {
    const found = await underWay(principal, set.sessionId);
    if (!found.ok) return found;
    const { session, subject } = found.value;
    // Two devices on one session: the log that came first took the sets in.
    if (session.log) return standsAlready(set.id);
    const read = readSets(principal.trade, laidOut(session.items), [set], subject.athlete.massKg);
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
      ...loadColumns(kept.load),
      at: principal.now,
      staffId: principal.staffId,
    });
    return done(set.id, session.athleteId);
  },
});

/** Takes a set back that was undone where it was done. */
export const takeBackSet = command({
  title: 'log.take_back_set',
  action: 'log.keep',
  input: takenBackSchema,
  async run(principal, set) {
    const found = await underWay(principal, set.sessionId);
    if (!found.ok) return found;
    const dropped = await dropLiveSet(set);
    return dropped ? done(null, found.value.session.athleteId) : standsAlready(null);
  },
});

/** Raises the flag of a pain that ends a session, the moment it is told; the log that follows says more of the same pain. */
export const tellPain = command({
  title: 'log.pain',
  action: 'log.keep',
  input: livePainSchema,
  async run(principal, told) {
    const { trade } = principal;
    const found = await underWay(principal, told.sessionId);
    if (!found.ok) return found;
    const { session } = found.value;
    if (judgePain(told.score, told.region, painSettings(principal)) !== 'end')
      return standsAlready({ flagged: false });
    const rung = told.rungId !== null && trade.hasRung(told.rungId) ? trade.rung(told.rungId) : undefined;
    const doing = rung
      ? [trade.ladderOf(rung.id).quality]
      : session.items.map((item) => trade.ladderOf(item.rungId).quality);
    const raised = await raisePainFlag(principal, {
      athleteId: session.athleteId,
      sourceId: told.id,
      score: told.score,
      region: told.region,
      qualities: heldByPain(told.region, doing),
      came: rung ? `in ${rung.name.toLowerCase()}` : 'during the session',
      onDate: principal.today,
    });
    return raised === 'raised'
      ? done({ flagged: true }, session.athleteId, { score: told.score })
      : standsAlready({ flagged: true });
  },
});
