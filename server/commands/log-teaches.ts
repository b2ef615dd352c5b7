import { progress } from '~/core/coach/progress';
import { lessonsOf } from '~/core/dose/learn';
import type { SessionOutcome } from '~/core/dose/logged';
import { weekOf } from '~/core/plan/season-input';
import { insertProposals, supersedeProposals, supersedeProposalsOfLogs } from '~/db/queries/ladders';
import { insertLessons } from '~/db/queries/learned';
import { recentLogs } from '~/db/queries/logs';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { loadDose } from '../principal/dose';
import { type Principal, painSettings } from '../principal/principal';
import { toOutcome, toUnderWay } from '../principal/rows';
import type { AthleteStanding, Subject } from '../principal/subject';

/**
 * What a log that was just kept teaches: lessons of the limits, and what is proposed from it. A log of a day before the
 * newest one teaches, but proposes nothing: what came after it has been weighed already.
 *
 * @param corrected logs it takes the place of; what they proposed and nobody decided goes with them
 */
export async function teach(
  principal: Principal,
  subject: Subject,
  standing: AthleteStanding,
  outcome: SessionOutcome,
  corrected: readonly string[],
): Promise<void> {
  const { practiceId } = principal;
  const athleteId = subject.athlete.id;
  const logs = await recentLogs(practiceId, athleteId);
  const others = logs.filter((log) => log.id !== outcome.logId);
  const dosed = await loadDose(principal, subject, standing);
  const lessons = lessonsOf(dosed, outcome);
  await insertLessons(lessons.map((lesson) => ({ ...lesson, logId: outcome.logId, athleteId })));
  await supersedeProposalsOfLogs(athleteId, corrected);
  if (others.some((log) => log.onDate > outcome.onDate)) return;
  const season = await newestSeason(practiceId, athleteId);
  const proposals = progress({
    athlete: { ...dosed, lessons: [...dosed.lessons, ...lessons] },
    outcomes: [...others.map(toOutcome), outcome],
    underWay: subject.underWay.map(toUnderWay),
    phase: (season && weekOf(season.weeks, outcome.onDate))?.phase ?? 'build',
    painSettings: painSettings(principal),
  });
  await supersedeProposals(
    athleteId,
    proposals.map((proposal) => proposal.ladderId),
  );
  await insertProposals(
    proposals.map((proposal) => ({
      id: newId(),
      practiceId,
      athleteId,
      logId: outcome.logId,
      ladderId: proposal.ladderId,
      kind: proposal.kind,
      before: proposal.from,
      after: proposal.to,
      owns: proposal.owns,
      reason: proposal.reason,
      effect: proposal.effect,
      createdAt: principal.now,
    })),
  );
}
