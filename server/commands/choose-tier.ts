import { z } from 'zod';
import { ladderQualitySchema } from '~/core/catalogue/schema';
import { tiers } from '~/core/plan/tiers';
import { putTier, removeTier } from '~/db/queries/plan';
import { command, done } from './command';
import { id, line } from './fields';
import { heldSubject } from './subject';

/**
 * A coach's word on a priority: pinned as main, kept only, set aside, each with a reason; or as proposed again. It stands from
 * the next plan on.
 */
export const chooseTier = command({
  title: 'tier.choose',
  action: 'plan.change',
  input: z
    .object({
      athleteId: id,
      quality: ladderQualitySchema,
      /** Null for what the rules propose. */
      tier: z.enum(tiers).nullable(),
      reason: line(0, 200, 'form.too_long').default(''),
    })
    .superRefine((choice, ctx) => {
      if (choice.tier !== null && choice.reason.length < 3)
        ctx.addIssue({ code: 'custom', path: ['reason'], message: 'tier.reason' });
    }),
  async run(principal, { athleteId, quality, tier, reason }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    if (tier === null) await removeTier(principal.practiceId, athleteId, quality);
    else
      await putTier({
        practiceId: principal.practiceId,
        athleteId,
        quality,
        tier,
        reason,
        staffId: principal.staffId,
        createdAt: principal.now,
      });
    return done(quality, athleteId, { quality, tier, reason });
  },
});
