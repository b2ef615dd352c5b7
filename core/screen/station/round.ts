import type { SideKey } from '~/core/catalogue/qualities';
import { inField } from '~/core/catalogue/rung-load';
import { judgePain, type PainSettings } from '~/core/clear/pain';
import { loadUsed } from '../trial/test-load';
import type { TrialInput } from '../trial/trial';
import { gradeWords } from '../trial/words';
import { otherOf, type ShownTrial, type StationTest } from './shown';

/** A trial as its tester sees it before the server tells of it. */
export function shownFrom(
  trial: TrialInput,
  test: Pick<StationTest, 'kind' | 'levels' | 'unit' | 'load'> | undefined,
  pain: PainSettings,
  sent = false,
): ShownTrial {
  const grade = trial.grade ? gradeWords[trial.grade].toLowerCase() : '';
  const figure =
    trial.value === null
      ? grade
      : test?.kind === 'level'
        ? trial.value < 0
          ? 'not yet'
          : (test.levels?.[trial.value] ?? String(trial.value))
        : `${Math.round(trial.value * 10) / 10} ${test?.unit ?? ''}`;
  const used = loadUsed(trial);
  const field = test?.load?.field;
  return {
    id: trial.id,
    testId: trial.testId,
    side: trial.side,
    text: [figure || 'no figure', used && field ? `${inField(used, field)} ${field.label}` : '']
      .filter(Boolean)
      .join(', '),
    ended: trial.endReason,
    pain: trial.endReason === 'pain' || judgePain(trial.painScore, trial.painRegion, pain) === 'end',
    sent,
    answered: trial.answered,
    simulated: trial.simulated,
    marks: [],
    open: trial.answered ? undefined : trial,
  };
}

/** What was done on this device and concerns trials: one kept or answered, one taken out. */
export interface WaitingEntry {
  readonly op: string;
  /** The server has it already, what it told last is older. */
  readonly sent?: boolean;
  readonly trialId?: string;
  readonly trial?: Pick<TrialInput, 'id' | 'screeningId' | 'testId'>;
}

/** The trials of a screen as its tester sees them: those the server told of with what was done here since put over them. */
export function trialsWith(
  kept: readonly ShownTrial[],
  since: readonly WaitingEntry[],
  screeningId: string,
  tests: readonly StationTest[],
  pain: PainSettings,
): ShownTrial[] {
  const byId = new Map(kept.map((trial) => [trial.id, trial]));
  for (const entry of since) {
    if (entry.op === 'void' && entry.trialId) byId.delete(entry.trialId);
    if (entry.op !== 'trial' && entry.op !== 'amend') continue;
    if (entry.trial?.screeningId !== screeningId) continue;
    const trial = entry.trial as TrialInput;
    byId.set(
      trial.id,
      shownFrom(
        trial,
        tests.find((test) => test.id === trial.testId),
        pain,
        entry.sent,
      ),
    );
  }
  return [...byId.values()];
}

/** Where a screen stands. */
export interface Round {
  readonly sidesOf: (test: StationTest) => readonly SideKey[];
  /** Trials that count of a test on a side. */
  readonly countOf: (testId: string, side: SideKey) => number;
  readonly endedByPain: (test: StationTest) => boolean;
  /** Nothing is left to do: both sides have their trials, pain ended it, or it is barred. */
  readonly isDone: (test: StationTest) => boolean;
  readonly isBegun: (test: StationTest) => boolean;
  /** The side to go on with: the first that lacks a trial. */
  readonly openSide: (test: StationTest) => SideKey;
}

/**
 * Where a screen stands, from its trials.
 *
 * @param firstSide the side each test begins with
 * @param making the trial at hand: in the list already, and not done yet
 */
export function roundOf(
  trials: readonly ShownTrial[],
  firstSide: 'left' | 'right',
  making?: string | undefined,
): Round {
  const done = trials.filter((trial) => trial.id !== making);
  const sidesOf = (test: StationTest): readonly SideKey[] =>
    test.sided ? [firstSide, otherOf(firstSide)] : ['both'];
  const countOf = (testId: string, side: SideKey) =>
    done.filter((trial) => trial.testId === testId && trial.side === side && trial.ended !== 'stopped')
      .length;
  const endedByPain = (test: StationTest) => done.some((trial) => trial.testId === test.id && trial.pain);
  const lacking = (test: StationTest) => sidesOf(test).find((side) => countOf(test.id, side) < test.trials);
  return {
    sidesOf,
    countOf,
    endedByPain,
    isDone: (test) => test.bars.length > 0 || endedByPain(test) || lacking(test) === undefined,
    isBegun: (test) => (['both', 'left', 'right'] as const).some((side) => countOf(test.id, side) > 0),
    openSide: (test) => lacking(test) ?? sidesOf(test)[0] ?? 'both',
  };
}

/** The place of the next test that is not done: forward from here, then from the start; undefined when there is none. */
export function nextOpen(tests: readonly StationTest[], at: number, round: Round): number | undefined {
  return tests
    .map((_, i) => (at + 1 + i) % tests.length)
    .find((i) => i !== at && tests[i] !== undefined && !round.isDone(tests[i] as StationTest));
}
