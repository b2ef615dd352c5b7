import { z } from 'zod';
import { openBlock } from '~/core/plan/calendar';
import { trunkWork } from '~/core/plan/trunk-work';
import { refuse } from '~/core/result';
import { setTrunkWork } from '~/db/queries/athletes';
import { isSeasonOf, newestSeason } from '~/db/queries/plan';
import { loadSeasonInput } from '../principal/season';
import { loadStanding } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { layOutWeeks } from './laying-out';
import { makeSeason, solveBefore } from './season-made';
import { heldSubject } from './subject';

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
  }),
  prepare: (principal, { athleteId, id: seasonId, trunkWork: work, openWeeks }) =>
    solveBefore(principal, { athleteId, id: seasonId }, async (subject, standing, previous) =>
      standing.event || openWeeks !== null
        ? loadSeasonInput(principal, subject, standing, previous, { trunkWork: work, openWeeks })
        : undefined,
    ),
  async run(principal, { athleteId, id: seasonId, trunkWork: work, openWeeks }, before) {
    const { practiceId } = principal;
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const subject = held.value;
    const withheld = subject.gate.may('plan');
    if (withheld.length > 0) return refuse([...withheld]);
    const standing = await loadStanding(principal, subject);
    if (standing.trials.length === 0) return refuse('plan.unscreened');
    if (!standing.event && openWeeks === null) return refuse('plan.no_event');
    if (await isSeasonOf(athleteId, seasonId)) return standsAlready(seasonId);
    const previous = await newestSeason(practiceId, athleteId);
    if (work !== null) await setTrunkWork(practiceId, athleteId, work);
    const input = await loadSeasonInput(principal, subject, standing, previous, {
      trunkWork: work,
      openWeeks,
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
