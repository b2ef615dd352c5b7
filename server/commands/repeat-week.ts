import { z } from 'zod';
import { addDays } from '~/core/body/dates';
import { isRepeated, reEntryOf, repeatedWeeks } from '~/core/coach/re-entry';
import { refuse } from '~/core/result';
import { recentLogs } from '~/db/queries/logs';
import { addSeason, isSeasonOf, newestSeason } from '~/db/queries/plan';
import { sessionsBetween } from '~/db/queries/sessions';
import { missedIn } from '../principal/sessions';
import { loadStanding } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

/** Repeats a week that was missed, as a new version of the season; the load weeks after it move on by one. */
export const repeatWeek = command({
  title: 'week.repeat',
  action: 'week.lay_out',
  input: z.object({ athleteId: id, id }),
  async run(principal, { athleteId, id: seasonId }) {
    const { practiceId, today } = principal;
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    if (await isSeasonOf(athleteId, seasonId)) return standsAlready(seasonId);
    const withheld = held.value.gate.may('lay_out');
    if (withheld.length > 0) return refuse([...withheld]);
    const lastDone = (await recentLogs(practiceId, athleteId, 1))[0]?.onDate;
    const newest = await newestSeason(practiceId, athleteId);
    if (lastDone === undefined || !newest) return refuse('re.not_now');
    const since = await sessionsBetween(practiceId, athleteId, addDays(lastDone, 1), addDays(today, -1));
    if (reEntryOf(lastDone, today, missedIn(since)).kind !== 'repeat') return refuse('re.not_now');
    if (isRepeated(newest.weeks, today)) return refuse('re.repeated');
    const weeks = repeatedWeeks(newest.weeks, today);
    if (!weeks) return refuse('re.low_week');
    const { season } = newest;
    const kept = await addSeason(
      {
        ...season,
        id: seasonId,
        parentId: season.id,
        how: 'repeated',
        staffId: principal.staffId,
        createdAt: principal.now,
      },
      weeks.map(({ seasonVersionId: _, ...week }) => week),
    );
    if (kept === 'again') return refuse('plan.elsewhere');
    const { laidOut } = await layOutWeeks(
      principal,
      held.value,
      await loadStanding(principal, held.value),
      'deal',
    );
    return done(seasonId, athleteId, { sessions: laidOut });
  },
});
