import { z } from 'zod';
import { refuse } from '~/core/result';
import { correctedTrial, correctionSchema } from '~/core/screen/trial/correct';
import { addTrial, correctionOf, lockTrial, trialsOf } from '~/db/queries/screen';
import { toTrial } from '../principal/rows';
import { standingFrom } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { keepRanking } from './ranking';
import { heldSubject } from './subject';

/** Corrects a trial, or takes it out of the count, within its athlete; ranks again. */
export const correctTrial = command({
  title: 'trial.correct',
  action: 'trial.correct',
  input: z.object({ athleteId: id, correction: correctionSchema }),
  async run(principal, { athleteId, correction }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const known = await lockTrial(principal.practiceId, correction.id);
    if (known)
      return known.athleteId === athleteId && known.supersedesId === correction.trialId
        ? standsAlready(athleteId)
        : refuse('trial.gone');
    const old = await lockTrial(principal.practiceId, correction.trialId);
    if (!old || old.athleteId !== athleteId) return refuse('trial.gone');
    if (old.voidedAt || (await correctionOf(old.id))) return refuse('trial.corrected');
    const corrected = correctedTrial(principal.trade, toTrial({ ...old, comparable: true }), correction);
    if (!corrected.ok) return corrected;
    await addTrial({
      ...corrected.value,
      practiceId: principal.practiceId,
      athleteId,
      supersedesId: old.id,
      // Beside the one it corrects, so that the order of the day stays.
      recordedAt: old.recordedAt,
      marks: old.marks,
      staffId: principal.staffId,
    });
    const trials = await trialsOf(principal.practiceId, athleteId);
    await keepRanking(principal, standingFrom(principal, held.value, trials.map(toTrial)));
    return done(athleteId, athleteId, { test: old.testId, takenOut: correction.takeOut });
  },
});
