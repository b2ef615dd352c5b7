import { z } from 'zod';
import { weekOf } from '~/core/plan/season-input';
import { refuse } from '~/core/result';
import { addSeason, isSeasonOf, newestSeason, seasonById } from '~/db/queries/plan';
import { loadStanding } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

/**
 * Makes an earlier version of a season, or one that was kept aside, the one that stands: week by week as it was, as a version of
 * its own, so that this can be taken back in the same way.
 */
export const restoreSeason = command({
  title: 'season.restore',
  action: 'plan.make',
  input: z.object({ athleteId: id, id, versionId: id }),
  async run(principal, { athleteId, id: seasonId, versionId }) {
    const { practiceId, today } = principal;
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const withheld = held.value.gate.may('plan');
    if (withheld.length > 0) return refuse([...withheld]);
    if (await isSeasonOf(athleteId, seasonId)) return standsAlready(seasonId);
    const again = await seasonById(practiceId, athleteId, versionId);
    if (!again) return refuse('season.gone');
    if (!weekOf(again.weeks, today)) return refuse('season.over');
    const standing = await loadStanding(principal, held.value);
    const previous = await newestSeason(practiceId, athleteId);
    const kept = await addSeason(
      {
        ...again.season,
        id: seasonId,
        parentId: previous?.season.id ?? null,
        how: 'restored',
        aside: false,
        staffId: principal.staffId,
        createdAt: principal.now,
      },
      again.weeks.map(({ seasonVersionId: _, ...week }) => week),
    );
    if (kept === 'again') return refuse('plan.elsewhere');
    const { laidOut } = await layOutWeeks(principal, held.value, standing, 'deal');
    return done(seasonId, athleteId, { version: versionId, sessions: laidOut });
  },
});
