import { daysBetween, type IsoDay } from '~/core/body/dates';
import type { Trade } from '~/core/catalogue/trade';
import type { Gate } from '~/core/clear/gate';
import { issue, ok, type Result, refuse } from '~/core/result';
import { maximalHoldsADay } from '~/core/screen/battery/battery';
import { testOn } from './by-rung';
import { type Trial, type TrialInput, type TrialMark, trialProblems, workingSide } from './trial';
import { isEnding } from './words';

/** The visit a trial belongs to. */
export interface AdmitVisit {
  readonly onDate: IsoDay;
  readonly testIds: readonly string[];
  readonly closed: boolean;
}

export interface AdmitInput {
  readonly trial: TrialInput;
  readonly trade: Trade;
  readonly gate: Gate;
  readonly visit: AdmitVisit;
  /** Trials of the athlete that stand, on the day of the visit. */
  readonly sameDay: readonly Pick<Trial, 'id' | 'testId' | 'side' | 'endReason'>[];
  /** Now by the server's clock, ISO 8601. */
  readonly now: string;
}

/** A device's clock may be off by this before a time counts as one to come. */
const clockSlackMs = 5 * 60_000;

/** How many maximal holds of a quality and side a day already bore; left and right of one test count once each. */
function maximalBefore({ trade, sameDay, trial }: AdmitInput): number {
  const test = trade.test(trial.testId);
  const direct = test.feeds[0];
  if (!test.maximal || !direct) return 0;
  const works = workingSide(trial.side, direct.worksSide);
  return sameDay.filter((other) => {
    const its = trade.test(other.testId);
    const feed = its.feeds[0];
    return (
      other.id !== trial.id &&
      its.maximal &&
      feed?.quality === direct.quality &&
      (works === 'both' || other.side === 'both' || workingSide(other.side, feed.worksSide) === works)
    );
  }).length;
}

/**
 * May this trial be kept, and with which marks? What cannot be is refused with its reasons; what was done against the
 * order of the day is kept with its mark, never silently: outside the battery, after the screen was closed, a third maximal
 * hold of the day, a time to come (kept as of now), over a caution's cap (kept as held to the cap).
 */
export function admitTrial(input: AdmitInput): Result<{ trial: TrialInput; marks: TrialMark[] }> {
  const { trade, gate, visit } = input;
  if (!trade.hasTest(input.trial.testId)) return refuse('trial.unknown_test', { id: input.trial.testId });
  if (input.trial.rungId !== null && !trade.hasRung(input.trial.rungId))
    return refuse('trial.unknown_rung', { id: input.trial.rungId });
  const test = testOn(trade.test(input.trial.testId), trade, input.trial.rungId);
  const limits = gate.test(test.id);
  const marks: TrialMark[] = [];
  let trial = input.trial;
  if (limits.capS !== undefined && test.kind === 'hold' && (trial.value ?? 0) > limits.capS) {
    const capS = limits.capS;
    trial = {
      ...trial,
      value: capS,
      capS,
      t1S: trial.t1S === null ? null : Math.min(trial.t1S, capS),
      faults: trial.faults.map((fault) => ({
        ...fault,
        atS: fault.atS === null ? null : Math.min(fault.atS, capS),
      })),
      endReason: isEnding(trial.endReason) ? 'cap' : trial.endReason,
    };
    marks.push('over_cap');
  }
  const problems = trialProblems(trial, test, limits, trade);
  // A rung of choice passes the gate of rungs, as it is done like an exercise.
  if (trial.rungId !== null)
    problems.push(
      ...gate
        .rung(trial.rungId)
        .bars.map((bar) => issue('trial.barred', { ...bar.values, test: test.name, bar: bar.code })),
    );
  if (problems.length > 0) return refuse(problems);
  const ahead = Date.parse(trial.recordedAt) - Date.parse(input.now) > clockSlackMs;
  if (ahead || daysBetween(gate.day, trial.onDate) > 0) {
    trial = { ...trial, recordedAt: input.now };
    marks.push('future');
  }
  if (!visit.testIds.includes(test.id)) marks.push('outside_battery');
  if (visit.closed) marks.push('after_close');
  if (maximalBefore(input) >= maximalHoldsADay) marks.push('third_maximal');
  // It is of the day of its visit, whatever the device says.
  return ok({ trial: { ...trial, onDate: visit.onDate }, marks });
}
