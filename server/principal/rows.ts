import type { Load } from '~/core/body/posture';
import type { UnderWay } from '~/core/coach/prescription';
import type { Step } from '~/core/coach/steps';
import type { LadderQuality } from '~/core/dose/choose';
import type { SessionOutcome } from '~/core/dose/logged';
import type { Blackout } from '~/core/plan/calendar';
import type { PlanWeek } from '~/core/plan/season';
import type { Trial } from '~/core/screen/trial/trial';
import type { ProposalRow, UnderWayRow } from '~/db/queries/ladders';
import type { LogWithSets } from '~/db/queries/logs';
import type { BlackoutRow, PlanWeekRow } from '~/db/queries/plan';
import type { TrialRow } from '~/db/queries/screen';
import type { PrescriptionRow } from '~/db/queries/sessions';

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
  feltAlso: row.feltAlso,
  note: row.note,
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
  painPlaces: log.painPlaces,
  reserve: log.reserve,
  sets: log.sets.map(
    ({ ladderId, rungId, setNo, side, planned, done: amount, faultId, loadValue, lever }) => ({
      ladderId,
      rungId,
      setNo,
      side,
      planned,
      done: amount,
      faultId,
      load: loadValue,
      lever,
    }),
  ),
});

export const toPlanWeek = (row: PlanWeekRow): PlanWeek => ({
  ...row,
  focus: row.focus as LadderQuality | null,
  waiting: row.waiting as LadderQuality[],
  cells: row.cells.map((cell) => ({ ...cell, quality: cell.quality as LadderQuality })),
});

/** A load as it is stored; null for body weight alone. */
export const loadIn = (kind: PrescriptionRow['loadKind'], value: number | null): Load | null =>
  kind && value !== null ? { by: kind, value } : null;

/** The columns of a load. */
export const loadColumns = (
  load: Load | null,
): Required<Pick<PrescriptionRow, 'loadKind' | 'loadValue' | 'loadUnit'>> => ({
  loadKind: load?.by ?? null,
  loadValue: load?.value ?? null,
  loadUnit: load ? (load.by.endsWith('_N') ? 'N' : 'kg') : null,
});

/** Where a stored proposal leads from or to. */
export const stepIn = (state: ProposalRow['before']): Step => ({
  ...state,
  load: state.load ?? null,
  lever: state.lever ?? null,
});

export const toUnderWay = (row: UnderWayRow): UnderWay => ({
  quality: row.quality as LadderQuality,
  role: row.role,
  ladderId: row.ladderId,
  rungId: row.rungId,
  load: row.load,
  lever: row.lever,
  since: row.since,
  setting: row.setting,
  place: row.place,
});

export const toBlackout = ({ id, fromDate, toDate, reason }: BlackoutRow): Blackout => ({
  id,
  from: fromDate,
  to: toDate,
  reason,
});
