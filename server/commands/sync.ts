import { type Result, refuse } from '~/core/result';
import { entrySchema, type SyncEntry } from '~/core/sync/entries';
import type { Principal } from '../principal/principal';
import { changeWarmUp, closeScreening } from './close-screening';
import { issuesOf } from './command';
import { keepLiveSet, keepLog } from './keep-log';
import { keepStill, keepTrace } from './keep-recording';
import { amendTrial, keepTrial } from './keep-trial';
import { openSquadScreening } from './open-screening';
import { voidTrial } from './void-trial';

/** Performs what a device sent: the same commands as the pages. */
function perform(principal: Principal, entry: SyncEntry): Promise<Result<unknown>> {
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
      return keepLog.perform(principal, entry.log);
    case 'set':
      return keepLiveSet.perform(principal, entry.set);
    case 'still':
      return keepStill.perform(principal, entry.still);
    case 'trace':
      return keepTrace.perform(principal, entry.trace);
  }
}

/** Reads one entry of a device's outbox and performs it. */
export async function receive(principal: Principal, sent: unknown): Promise<Result<unknown>> {
  const read = entrySchema.safeParse(sent);
  if (!read.success)
    return refuse([...issuesOf(read.error)].map((found) => ({ ...found, code: 'sync.unread' })));
  return perform(principal, read.data);
}
