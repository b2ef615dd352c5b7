import { z } from 'zod';
import { refuse } from '~/core/result';
import { addJob, athletesFor, cancelJob, newestJob } from '~/db/queries/jobs';
import { newId } from '~/db/queries/practice';
import { staffIdOf } from '../principal/principal';
import { command, done, standsAlready } from './command';
import { id } from './fields';

/** Seasons for many: put in the queue, each athlete with their own priorities, days and rules. */
export const planSquad = command({
  title: 'squad.plan',
  action: 'plan.make',
  input: z.object({ id, who: z.enum(['without', 'all']) }),
  async run(principal, { id: jobId, who }) {
    const newest = await newestJob(principal.practiceId);
    if (newest?.id === jobId) return standsAlready(jobId);
    if (newest && newest.of('waiting') + newest.of('doing') > 0) return refuse('squad.under_way');
    const athletes = await athletesFor(principal.practiceId, who);
    if (athletes.length === 0) return refuse('squad.nobody');
    const kept = await addJob(
      {
        id: jobId,
        practiceId: principal.practiceId,
        staffId: staffIdOf(principal),
        createdAt: principal.now,
      },
      athletes.map((athleteId) => ({ athleteId, seasonId: newId() })),
    );
    if (!kept) return refuse('plan.elsewhere');
    return done(jobId, jobId, { athletes: athletes.length, who });
  },
});

/** Cancels what of a squad is not planned yet; what is planned stays. */
export const cancelSquad = command({
  title: 'squad.cancel',
  action: 'plan.make',
  input: z.object({ id }),
  async run(principal, { id: jobId }) {
    const cancelled = await cancelJob(principal.practiceId, jobId);
    if (cancelled === undefined) return refuse('squad.gone');
    return cancelled === 0 ? standsAlready(jobId) : done(jobId, jobId, { athletes: cancelled });
  },
});
