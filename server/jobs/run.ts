import { issue } from '~/core/result';
import { endItem, takeItem } from '~/db/queries/jobs';
import { staffById } from '~/db/queries/practice';
import { practiceById } from '~/db/queries/principal';
import { planSeason } from '../commands/plan-season';
import { principalOf } from '../principal/principal';

/** Work of the queue, one athlete after another, in the name of who asked for it. */

/** How long a runner that found nothing waits before it looks again. */
const pauseMs = 1500;

/**
 * Does the next one of the queue.
 *
 * @returns whether there was one
 */
export async function runNext(now = new Date()): Promise<boolean> {
  const item = await takeItem(now);
  if (!item) return false;
  const { jobId, athleteId, seasonId, practiceId, staffId, template } = item;
  try {
    const staff = await staffById(practiceId, staffId);
    const practice = await practiceById(practiceId);
    // Who has left plans nothing more.
    if (!staff || staff.disabled || !practice)
      await endItem(jobId, athleteId, 'refused', issue('can.not', { action: 'plan.make' }));
    else {
      const result = await planSeason(principalOf({ staff, practice }, now), {
        athleteId,
        id: seasonId,
        template,
      });
      if (result.ok) await endItem(jobId, athleteId, 'done', null);
      else await endItem(jobId, athleteId, 'refused', result.issues[0] ?? issue('job.failed'));
    }
  } catch (error) {
    // One that fails does not hold up the rest; why it did is for the log.
    process.stderr.write(`zest-pillar: a season of a squad failed: ${String(error)}\n`);
    await endItem(jobId, athleteId, 'refused', issue('job.failed'));
  }
  return true;
}

export interface Jobs {
  readonly stop: () => Promise<void>;
}

/** Runs the queue until it is told to stop; what is under way is waited for. */
export function startJobs(runners: number): Jobs {
  let stopped = false;
  let wake: (() => void)[] = [];
  const pause = () =>
    new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, pauseMs);
      timer.unref();
      wake.push(() => {
        clearTimeout(timer);
        resolve();
      });
    });
  const run = async () => {
    while (!stopped) {
      // A database that is away for a moment is looked for again.
      const found = await runNext().catch(() => false);
      if (!found && !stopped) await pause();
    }
  };
  const all = Promise.all(Array.from({ length: runners }, run));
  return {
    stop: async () => {
      stopped = true;
      for (const now of wake) now();
      wake = [];
      await all;
    },
  };
}
