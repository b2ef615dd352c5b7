import { z } from 'zod';
import { weekStartOf } from '~/core/body/dates';
import { doseHistory } from '~/core/coach/history';
import { makeSeason } from '~/core/plan/season-input';
import { refuse } from '~/core/result';
import { recentLogs } from '~/db/queries/logs';
import { addPriorityRun, addSeason, blackoutsOf, isSeasonOf, newestSeason } from '~/db/queries/plan';
import { loadStanding } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { layOutWeeks } from './laying-out';
import { rankingRow } from './ranking';
import { heldSubject } from './subject';

/** Logs that hold the four weeks a season begins from. */
const logsRead = 40;

/** Plans (or plans again) the season of a cleared athlete and lays out this week and the next. */
export const planSeason = command({
  title: 'season.plan',
  action: 'plan.make',
  input: z.object({ athleteId: id, id }),
  async run(principal, { athleteId, id: seasonId }) {
    const { practiceId } = principal;
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const subject = held.value;
    const withheld = subject.gate.may('plan');
    if (withheld.length > 0) return refuse([...withheld]);
    const standing = await loadStanding(principal, subject);
    if (standing.trials.length === 0) return refuse('plan.unscreened');
    if (!standing.event) return refuse('plan.no_event');
    const [blackouts, logs, previous] = [
      await blackoutsOf(practiceId, athleteId),
      await recentLogs(practiceId, athleteId, logsRead),
      await newestSeason(practiceId, athleteId),
    ];
    if (await isSeasonOf(athleteId, seasonId)) return standsAlready(seasonId);
    const made = makeSeason(standing, {
      firstWeekday: principal.firstWeekday,
      blackouts: blackouts.map(({ fromDate, toDate, reason }) => ({ from: fromDate, to: toDate, reason })),
      history: doseHistory(principal.trade, logs, weekStartOf(principal.today, principal.firstWeekday)),
    });
    const ranking = rankingRow(principal, standing);
    const kept = await addSeason(
      {
        id: seasonId,
        practiceId,
        athleteId,
        parentId: previous?.season.id ?? null,
        startsOn: made.startsOn,
        priorityRunId: ranking.id,
        catalogueVersion: principal.trade.version,
        warnings: [...made.plan.warnings],
        settings: {
          level: subject.athlete.level,
          sessionsPerWeek: subject.athlete.sessionsPerWeek,
          minutesPerSession: subject.athlete.minutesPerSession,
        },
        staffId: principal.staffId,
        createdAt: principal.now,
      },
      made.plan.weeks.map((week) => ({
        ...week,
        reasons: [...week.reasons],
        eventIds: [...week.eventIds],
        cells: week.cells.map((cell) => ({ ...cell })),
      })),
    );
    if (kept === 'again') return refuse('plan.elsewhere');
    await addPriorityRun(ranking);
    const { laidOut } = await layOutWeeks(principal, subject, standing);
    return done(seasonId, athleteId, { weeks: made.plan.weeks.length, sessions: laidOut });
  },
});
