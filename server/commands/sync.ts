import type { LogInput } from '~/core/coach/log-form';
import { type Result, refuse } from '~/core/result';
import { entrySchema, type SyncEntry } from '~/core/sync/entries';
import type { Principal } from '../principal/principal';
import { dayIn } from '../principal/today';
import { changeWarmUp, closeScreening } from './close-screening';
import { issuesOf } from './command';
import { keepLog } from './keep-log';
import { keepStill, keepTrace } from './keep-recording';
import { amendTrial, keepTrial } from './keep-trial';
import { keepLiveSet, takeBackSet, tellPain } from './live-session';
import { openSquadScreening } from './open-screening';
import { voidTrial } from './void-trial';

/**
 * A log with the day it was done. A session that was followed set by set says when it was over, by a clock that may be hours or
 * days off: what counts is how long before the sending that was.
 */
function dated({ timeZone, today }: Principal, log: LogInput, skewMs: number): LogInput {
  if (log.onDate !== null || log.finishedAt === null) return log;
  const onDate = dayIn(timeZone, new Date(Date.parse(log.finishedAt) + skewMs));
  return { ...log, onDate: onDate > today ? today : onDate };
}

/** Performs what a device sent: the same commands as the pages. */
function perform(principal: Principal, entry: SyncEntry, skewMs: number): Promise<Result<unknown>> {
  switch (entry.op) {
    case 'trial':
      return keepTrial.perform(principal, { trial: entry.trial });
    case 'amend':
      return amendTrial.perform(principal, { amendmentId: entry.amendmentId, trial: entry.trial });
    case 'void':
      return voidTrial.perform(principal, { trialId: entry.trialId });
    case 'open':
      return openSquadScreening.perform(principal, entry.screening);
    case 'close':
      return closeScreening.perform(principal, { screeningId: entry.screeningId });
    case 'warm_up':
      return changeWarmUp.perform(principal, { screeningId: entry.screeningId, done: entry.done });
    case 'log':
      return keepLog.perform(principal, dated(principal, entry.log, skewMs));
    case 'set':
      return keepLiveSet.perform(principal, entry.set);
    case 'unset':
      return takeBackSet.perform(principal, entry.set);
    case 'pain':
      return tellPain.perform(principal, entry.pain);
    case 'still':
      return keepStill.perform(principal, entry.still);
    case 'trace':
      return keepTrace.perform(principal, entry.trace);
  }
}

/**
 * Reads one entry of a device's outbox and performs it.
 *
 * @param deviceNow the device's own clock at the sending, ISO; null when it does not say
 */
export async function receive(
  principal: Principal,
  sent: unknown,
  deviceNow: string | null = null,
): Promise<Result<unknown>> {
  const read = entrySchema.safeParse(sent);
  if (!read.success)
    return refuse([...issuesOf(read.error)].map((found) => ({ ...found, code: 'sync.unread' })));
  const theirs = deviceNow === null ? Number.NaN : Date.parse(deviceNow);
  const skewMs = Number.isFinite(theirs) ? principal.now.getTime() - theirs : 0;
  return perform(principal, read.data, skewMs);
}
