import { z } from 'zod';
import { refuse } from '~/core/result';
import { changeWarmUp as changeWarmUpRow, completeScreening, screeningById } from '~/db/queries/screen';
import { loadStanding } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { keepRanking } from './ranking';
import { heldSubject } from './subject';

/** Ends a screen and ranks what it found. */
export const closeScreening = command({
  title: 'screen.close',
  action: 'screen.close',
  input: z.object({
    screeningId: id,
    /** Whose it is, where the address says so. */
    athleteId: id.optional(),
  }),
  async run(principal, { screeningId, athleteId }) {
    const screening = await screeningById(principal.practiceId, screeningId);
    if (!screening || (athleteId && athleteId !== screening.athleteId)) return refuse('screen.gone');
    const held = await heldSubject(principal, screening.athleteId);
    if (!held.ok) return held;
    if (!(await completeScreening(principal.practiceId, screeningId, principal.now)))
      return standsAlready(screening.athleteId);
    await keepRanking(principal, await loadStanding(principal, held.value));
    return done(screening.athleteId, screening.athleteId);
  },
});

/** Says whether the standard warm-up was done; it may be corrected, as results without it are not compared. */
export const changeWarmUp = command({
  title: 'screen.warm_up',
  action: 'screen.warm_up',
  input: z.object({ screeningId: id, done: z.boolean() }),
  async run(principal, { screeningId, done: warmUpDone }) {
    const screening = await screeningById(principal.practiceId, screeningId);
    if (!screening) return refuse('screen.gone');
    if (screening.warmUpDone === warmUpDone) return standsAlready(screeningId);
    await changeWarmUpRow(principal.practiceId, screeningId, warmUpDone, principal.now);
    return done(screeningId, screening.athleteId, { done: warmUpDone });
  },
});
