import { z } from 'zod';
import { weekStartOf } from '~/core/body/dates';
import { doseHistory } from '~/core/coach/history';
import { openBlock } from '~/core/plan/calendar';
import { type SeasonGiven, seasonInput, weekOf } from '~/core/plan/season-input';
import { trunkWork } from '~/core/plan/trunk-work';
import { refuse } from '~/core/result';
import { setTrunkWork } from '~/db/queries/athletes';
import { recentLogs } from '~/db/queries/logs';
import { addPriorityRun, addSeason, isSeasonOf, newestSeason } from '~/db/queries/plan';
import { inWorker } from '../long/run.server';
import { loadDose } from '../principal/dose';
import { toBlackout, toOutcome } from '../principal/rows';
import { loadStanding, type Subject } from '../principal/subject';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { layOutWeeks } from './laying-out';
import { rankingRow } from './ranking';
import { heldSubject } from './subject';

/** Logs that hold the four weeks a season begins from. */
const logsRead = 40;

/** Tiers a coach has set by hand. */
const tiersOf = (subject: Pick<Subject, 'tiers'>): SeasonGiven['tiers'] =>
  Object.fromEntries(subject.tiers.map(({ quality, tier }) => [quality, tier]));

/** Where a plan that is made again goes on: the phase it is in, and how much of it lies behind. */
function underAnew(
  previous: Awaited<ReturnType<typeof newestSeason>>,
  startsOn: string,
): Pick<SeasonGiven, 'under' | 'loadWeeksDone'> {
  const week = previous && weekOf(previous.weeks, startsOn);
  if (!previous || !week) return {};
  const behind = previous.weeks.filter((one) => one.startsOn < startsOn);
  const before = Number(previous.season.settings.loadWeeksBefore ?? 0);
  return {
    under: { phase: week.phase, weeks: behind.length },
    loadWeeksDone: before + behind.filter((one) => one.kind === 'load').length,
  };
}

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
  async run(principal, { athleteId, id: seasonId, trunkWork: work, openWeeks }) {
    const { practiceId } = principal;
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const subject = held.value;
    const withheld = subject.gate.may('plan');
    if (withheld.length > 0) return refuse([...withheld]);
    const standing = await loadStanding(principal, subject);
    if (standing.trials.length === 0) return refuse('plan.unscreened');
    if (!standing.event && openWeeks === null) return refuse('plan.no_event');
    const [logs, previous] = [
      await recentLogs(practiceId, athleteId, logsRead),
      await newestSeason(practiceId, athleteId),
    ];
    if (await isSeasonOf(athleteId, seasonId)) return standsAlready(seasonId);
    const dosed = await loadDose(principal, subject, standing);
    const startsOn = weekStartOf(principal.today, principal.firstWeekday);
    const anew = underAnew(previous, startsOn);
    if (work !== null) await setTrunkWork(practiceId, athleteId, work);
    const input = seasonInput(standing, {
      athlete: dosed,
      firstWeekday: principal.firstWeekday,
      blackouts: subject.blackouts.map(toBlackout),
      history: doseHistory(dosed, logs.map(toOutcome), startsOn),
      trunkWork: work ?? subject.athlete.trunkWork ?? undefined,
      openWeeks: standing.event ? undefined : (openWeeks ?? undefined),
      tiers: tiersOf(subject),
      ...anew,
    });
    const plan = await inWorker('season', input);
    const ranking = rankingRow(principal, standing);
    const kept = await addSeason(
      {
        id: seasonId,
        practiceId,
        athleteId,
        parentId: previous?.season.id ?? null,
        startsOn: input.startsOn,
        priorityRunId: ranking.id,
        catalogueVersion: principal.trade.version,
        warnings: [...plan.warnings],
        settings: {
          level: subject.athlete.level,
          sessionsPerWeek: subject.athlete.sessionsPerWeek,
          minutesPerSession: subject.athlete.minutesPerSession,
          trunkWork: work ?? subject.athlete.trunkWork,
          openWeeks: standing.event ? null : openWeeks,
          loadWeeksBefore: anew.loadWeeksDone ?? 0,
          eased: plan.eased.map((one) => ({ ...one })),
        },
        staffId: principal.staffId,
        createdAt: principal.now,
      },
      plan.weeks.map((week) => ({
        ...week,
        reasons: [...week.reasons],
        eventIds: [...week.eventIds],
        waiting: [...week.waiting],
        cells: week.cells.map((cell) => ({ ...cell })),
      })),
    );
    if (kept === 'again') return refuse('plan.elsewhere');
    await addPriorityRun(ranking);
    const { laidOut } = await layOutWeeks(principal, subject, standing, 'deal');
    return done(seasonId, athleteId, { weeks: plan.weeks.length, sessions: laidOut });
  },
});
