import { z } from 'zod';
import { refuse } from '~/core/result';
import { correctionOf, lockTrial, voidTrial as voidTrialRow } from '~/db/queries/screen';
import { command, done, standsAlready } from './command';
import { id } from './fields';

/** Takes a trial back (undo); it stays stored. One that was corrected meanwhile stands through its correction. */
export const voidTrial = command({
  title: 'trial.void',
  action: 'trial.void',
  input: z.object({ trialId: id }),
  async run(principal, { trialId }) {
    const known = await lockTrial(principal.practiceId, trialId);
    if (!known) return refuse('trial.gone');
    if (known.voidedAt) return standsAlready(known.athleteId);
    if (await correctionOf(trialId)) return refuse('trial.corrected');
    await voidTrialRow(principal.practiceId, trialId, principal.now);
    return done(known.athleteId, known.athleteId, { test: known.testId });
  },
});
