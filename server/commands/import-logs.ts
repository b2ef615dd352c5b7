import { z } from 'zod';
import { addDays } from '~/core/body/dates';
import { logSchema } from '~/core/coach/log-form';
import { flagWithinDays } from '~/core/coach/log-rows';
import { refuse } from '~/core/result';
import { claimDraft } from '~/db/queries/athletes';
import { sessionById } from '~/db/queries/sessions';
import { loadStanding } from '../principal/subject';
import { command, done, issuesOf, standsAlready } from './command';
import { id } from './fields';
import { endsByPain, flagOfLog, writeLog } from './keep-log';
import { layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

/**
 * Writes the sessions of a confirmed file: every one, or none; a second confirmation of the same file does nothing. They teach in
 * the order of their days, and the weeks ahead follow once, at the end.
 */
export const importLogs = command({
  title: 'log.import',
  action: 'log.import',
  input: z.object({ draftId: id, athleteId: id, logs: z.array(z.record(z.string(), z.unknown())).max(400) }),
  async run(principal, { draftId, athleteId, logs }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const subject = held.value;
    if (!(await claimDraft(principal.practiceId, draftId))) return standsAlready({ logged: 0, flagged: 0 });
    const standing = await loadStanding(principal, subject);
    let logged = 0;
    let flagged = 0;
    for (const sent of logs) {
      const read = logSchema.safeParse({ ...sent, unplannedFor: athleteId });
      if (!read.success) return refuse(issuesOf(read.error));
      const stored = await sessionById(principal.practiceId, read.data.sessionId);
      const wrote = await writeLog(principal, { subject, standing, stored }, read.data);
      if (!wrote.ok) return wrote;
      const written = wrote.value;
      if (!written) continue;
      logged += 1;
      const recent = written.outcome.onDate >= addDays(principal.today, -flagWithinDays);
      if (!recent || !endsByPain(principal, written.outcome)) continue;
      await flagOfLog(principal, subject, written, null);
      flagged += 1;
    }
    if (logged > 0) await layOutWeeks(principal, subject, standing, 'follow');
    return done({ logged, flagged }, athleteId, { logged, flagged });
  },
});
