import { z } from 'zod';
import { refuse } from '~/core/result';
import { addJob, athletesFor, cancelJob, newestJob } from '~/db/queries/jobs';
import { newId } from '~/db/queries/practice';
import { templateById } from '~/db/queries/season-templates';
import { staffIdOf } from '../principal/principal';
import { command, done, standsAlready } from './command';
import { id } from './fields';

/** Seasons for many: put in the queue, each athlete with their own priorities, days and rules. */
export const planSquad = command({
  title: 'squad.plan',
  action: 'plan.make',
  input: z.object({
    id,
    who: z.enum(['without', 'all']),
    /** Those of one sport alone; everybody when null. */
    disciplineId: z.string().max(80).nullable().default(null),
    /** The frame their seasons have in common. */
    templateId: id.nullable().default(null),
  }),
  async run(principal, { id: jobId, who, disciplineId, templateId }) {
    const newest = await newestJob(principal.practiceId);
    if (newest?.id === jobId) return standsAlready(jobId);
    if (newest && newest.of('waiting') + newest.of('doing') > 0) return refuse('squad.under_way');
    const template = templateId === null ? null : await templateById(principal.practiceId, templateId);
    if (template === undefined) return refuse('template.gone', {}, ['templateId']);
    const athletes = await athletesFor(principal.practiceId, who, disciplineId);
    if (athletes.length === 0) return refuse('squad.nobody');
    const kept = await addJob(
      {
        id: jobId,
        practiceId: principal.practiceId,
        staffId: staffIdOf(principal),
        template: template?.frame ?? null,
        createdAt: principal.now,
      },
      athletes.map((athleteId) => ({ athleteId, seasonId: newId() })),
    );
    if (!kept) return refuse('plan.elsewhere');
    return done(jobId, jobId, { athletes: athletes.length, who, template: template?.name ?? null });
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
