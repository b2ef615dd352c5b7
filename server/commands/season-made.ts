import { isDeepStrictEqual } from 'node:util';
import type { SolvedSeason } from '~/core/plan/periodise';
import type { PeriodiseInput, SeasonPlan } from '~/core/plan/season';
import { type Result, refuse } from '~/core/result';
import { addPriorityRun, addSeason, isSeasonOf, newestSeason } from '~/db/queries/plan';
import type { SeasonHow } from '~/db/schema';
import { inWorker } from '../long/run.server';
import type { Principal } from '../principal/principal';
import type { StandingSeason } from '../principal/season';
import { type AthleteStanding, loadStanding, type Subject, subjectOf } from '../principal/subject';
import { rankingRow } from './ranking';

interface Asked {
  readonly id: string;
  readonly how: SeasonHow;
  readonly aside: boolean;
  readonly previous: StandingSeason;
  /** Solved before the transaction; it counts when it was solved from the same. */
  readonly before: SolvedBefore | undefined;
}

/** A season that was solved beside the transaction that keeps it, and what from. */
export interface SolvedBefore {
  readonly input: PeriodiseInput;
  readonly solved: SolvedSeason;
}

/**
 * Solves a season before anything is held for it: the input is read as `run` will read it, and nothing is refused here.
 *
 * @param inputOf the input of a season of this athlete; undefined when there is none to solve
 * @param asIf the athlete as they will be when the season is kept, where the same write changes them
 */
export async function solveBefore(
  principal: Principal,
  { athleteId, id }: { readonly athleteId: string; readonly id: string },
  inputOf: (
    subject: Subject,
    standing: AthleteStanding,
    previous: StandingSeason,
  ) => Promise<PeriodiseInput | undefined>,
  asIf: (subject: Subject) => Subject = (subject) => subject,
): Promise<SolvedBefore | undefined> {
  const stands = await subjectOf(principal, athleteId);
  const subject = stands && asIf(stands);
  if (!subject || subject.gate.may('plan').length > 0 || (await isSeasonOf(athleteId, id))) return undefined;
  const standing = await loadStanding(principal, subject);
  if (standing.trials.length === 0) return undefined;
  const input = await inputOf(subject, standing, await newestSeason(principal.practiceId, athleteId));
  return input && { input, solved: await inWorker('season', input) };
}

/** Solves a season and keeps it as a version, with what it was made from. Refuses where what is set by hand collides. */
export async function makeSeason(
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
  input: PeriodiseInput,
  { id, how, aside, previous, before }: Asked,
): Promise<Result<SeasonPlan>> {
  const same = before && isDeepStrictEqual(before.input, input);
  const solved = same ? before.solved : await inWorker('season', input);
  if (!solved.ok) return refuse('season.collides');
  const { plan } = solved;
  const ranking = rankingRow(principal, standing);
  const { level, sessionsPerWeek, minutesPerSession, timeIn, places } = subject.athlete;
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
        timeIn,
        places,
        trunkWork: input.trunkWork ?? null,
        openWeeks: input.openWeeks ?? null,
        loadWeeksBefore: input.loadWeeksDone ?? 0,
        under: input.under ?? null,
        groundMastered: input.groundMastered ?? null,
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
