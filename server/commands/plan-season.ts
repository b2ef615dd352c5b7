import { z } from 'zod';
import { openBlock } from '~/core/plan/calendar';
import { templateSchema } from '~/core/plan/template';
import { trunkWork } from '~/core/plan/trunk-work';
import { refuse } from '~/core/result';
import { setTrunkWork } from '~/db/queries/athletes';
import { isSeasonOf, newestSeason } from '~/db/queries/plan';
import { loadSeasonInput } from '../principal/season';
import { loadStanding, subjectOf } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { layOutWeeks } from './laying-out';
import { makeSeason, solveBefore } from './season-made';
import { heldSubject } from './subject';
import { takeTemplate, withTemplate } from './take-template';

/** Plans (or plans again) the season of a cleared athlete and lays out this week and the next. */
export const planSeason = command({
  title: 'season.plan',
  action: 'plan.make',
  input: z.object({
    athleteId: id,
    id,
    /** How much trunk work now; asked at the first plan, kept with the athlete. */
    trunkWork: z.enum(trunkWork).nullable().default(null),
    /** Weeks of an open block, for an athlete without an event. */
    openWeeks: z
      .number()
      .int()
      .min(openBlock.least, 'plan.open_weeks')
      .max(openBlock.most, 'plan.open_weeks')
      .nullable()
      .default(null),
    /** The frame it is planned in: what the athlete lacks of it is added, its phases by date are theirs. */
    template: templateSchema.nullable().default(null),
  }),
  prepare: (principal, { athleteId, id: seasonId, trunkWork: work, openWeeks, template }) =>
    solveBefore(
      principal,
      { athleteId, id: seasonId },
      async (subject, standing, previous) =>
        standing.event || openWeeks !== null
          ? loadSeasonInput(principal, subject, standing, previous, { trunkWork: work, openWeeks, template })
          : undefined,
      (subject) => (template ? withTemplate(principal, subject, template, seasonId) : subject),
    ),
  async run(principal, { athleteId, id: seasonId, trunkWork: work, openWeeks, template }, before) {
    const { practiceId } = principal;
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const withheld = held.value.gate.may('plan');
    if (withheld.length > 0) return refuse([...withheld]);
    if (template && !(await isSeasonOf(athleteId, seasonId)))
      await takeTemplate(principal, held.value, template, seasonId);
    const subject = template ? await subjectOf(principal, athleteId) : held.value;
    if (!subject) return refuse('athlete.gone');
    const standing = await loadStanding(principal, subject);
    if (standing.trials.length === 0) return refuse('plan.unscreened');
    if (!standing.event && openWeeks === null) return refuse('plan.no_event');
    if (await isSeasonOf(athleteId, seasonId)) return standsAlready(seasonId);
    const previous = await newestSeason(practiceId, athleteId);
    if (work !== null) await setTrunkWork(practiceId, athleteId, work);
    const input = await loadSeasonInput(principal, subject, standing, previous, {
      trunkWork: work,
      openWeeks,
      template,
    });
    const made = await makeSeason(principal, subject, standing, input, {
      id: seasonId,
      how: 'planned',
      aside: false,
      previous,
      before,
    });
    if (!made.ok) return made;
    const { laidOut } = await layOutWeeks(principal, subject, standing, 'deal');
    return done(seasonId, athleteId, { weeks: made.value.weeks.length, sessions: laidOut });
  },
});
