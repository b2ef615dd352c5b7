import { z } from 'zod';
import { answeredFormSchema } from '~/core/clear/form';
import { addClearance } from '~/db/queries/clear';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { recheckOpenSessions } from './recheck';
import { heldSubject } from './subject';

/** Keeps an answered safety form. Signs ticked before stay until somebody licensed answers them; sessions are checked again. */
export const answerForm = command({
  title: 'clearance.answer',
  action: 'clearance.answer',
  input: z.object({ athleteId: id, form: answeredFormSchema }),
  async run(principal, { athleteId, form }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const { noStopSigns: _, ...answers } = form;
    const kept = await addClearance({
      ...answers,
      practiceId: principal.practiceId,
      athleteId,
      onDate: principal.today,
      staffId: principal.staffId,
      createdAt: principal.now,
    });
    if (kept === 'again') return standsAlready({ changedSessions: 0 });
    const changedSessions = await recheckOpenSessions(principal, athleteId);
    return done({ changedSessions }, athleteId, { sessions: changedSessions });
  },
});
