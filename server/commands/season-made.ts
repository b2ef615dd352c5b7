import type { PeriodiseInput, SeasonPlan } from '~/core/plan/season';
import { type Result, refuse } from '~/core/result';
import { addPriorityRun, addSeason } from '~/db/queries/plan';
import type { SeasonHow } from '~/db/schema';
import { inWorker } from '../long/run.server';
import type { Principal } from '../principal/principal';
import type { StandingSeason } from '../principal/season';
import type { AthleteStanding, Subject } from '../principal/subject';
import { rankingRow } from './ranking';

interface Asked {
  readonly id: string;
  readonly how: SeasonHow;
  readonly aside: boolean;
  readonly previous: StandingSeason;
}

/** Solves a season and keeps it as a version, with what it was made from. Refuses where what is set by hand collides. */
export async function makeSeason(
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
  input: PeriodiseInput,
  { id, how, aside, previous }: Asked,
): Promise<Result<SeasonPlan>> {
  const solved = await inWorker('season', input);
  if (!solved.ok) return refuse('season.collides');
  const { plan } = solved;
  const ranking = rankingRow(principal, standing);
  const { level, sessionsPerWeek, minutesPerSession } = subject.athlete;
  const { locks = [], giving = [], phaseStarts } = input;
  const kept = await addSeason(
    {
      id,
      practiceId: principal.practiceId,
      athleteId: subject.athlete.id,
      parentId: previous?.season.id ?? null,
      startsOn: input.startsOn,
      priorityRunId: ranking.id,
      catalogueVersion: principal.trade.version,
      warnings: [...plan.warnings],
      settings: {
        level,
        sessionsPerWeek,
        minutesPerSession,
        trunkWork: input.trunkWork ?? null,
        openWeeks: input.openWeeks ?? null,
        loadWeeksBefore: input.loadWeeksDone ?? 0,
        under: input.under ?? null,
        eased: plan.eased.map((one) => ({ ...one })),
      },
      how,
      aside,
      byHand: { locks, giving, phaseStarts },
      aimed: plan.aimed,
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
  return { ok: true, value: plan };
}
