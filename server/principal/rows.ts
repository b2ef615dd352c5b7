import type { QualityId } from '~/core/catalogue/qualities';
import type { SessionOutcome } from '~/core/coach/progress';
import type { PlanWeek } from '~/core/plan/periodise';
import type { Trial } from '~/core/screen/trial/trial';
import type { LogWithSets } from '~/db/queries/logs';
import type { PlanWeekRow } from '~/db/queries/plan';
import type { TrialRow } from '~/db/queries/screen';

/** Rows of the database as core knows them. */

export const toTrial = (row: TrialRow): Trial => ({
  id: row.id,
  screeningId: row.screeningId,
  testId: row.testId,
  onDate: row.onDate,
  side: row.side,
  value: row.value,
  grade: row.grade,
  t1S: row.t1S,
  faults: row.faults,
  feltIn: row.feltIn,
  painScore: row.painScore,
  painRegion: row.painRegion as Trial['painRegion'],
  endReason: row.endReason,
  capS: row.capS,
  recordedAt: row.recordedAt.toISOString(),
  parts: row.parts,
  rungId: row.rungId,
  answered: row.answered,
  simulated: row.simulated,
  marks: row.marks,
  readBy: row.readBy,
  traceId: row.traceId,
  stillId: row.stillId,
  supersedesId: row.supersedesId,
  reason: row.reason,
  staffId: row.staffId,
  comparable: row.comparable,
});

export const toOutcome = (log: LogWithSets): SessionOutcome => ({
  logId: log.id,
  onDate: log.onDate,
  effort: log.effort,
  painScore: log.painScore,
  painRegion: log.painRegion,
  sets: log.sets.map(({ ladderId, rungId, setNo, side, planned, done: amount, faultId }) => ({
    ladderId,
    rungId,
    setNo,
    side,
    planned,
    done: amount,
    faultId,
  })),
});

export const toPlanWeek = (row: PlanWeekRow): PlanWeek => ({
  ...row,
  cells: row.cells.map((cell) => ({ ...cell, quality: cell.quality as QualityId })),
});
