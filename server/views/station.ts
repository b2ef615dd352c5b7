import { caution } from '~/core/catalogue';
import { judgePain } from '~/core/clear/pain';
import { formPosture } from '~/core/clear/support';
import { rawText, targetText } from '~/core/link/sentence';
import { screenedPerson } from '~/core/link/standing';
import { assess, type TestResult } from '~/core/screen/assess/assess';
import { targetFor } from '~/core/screen/assess/score';
import { fittingFaults } from '~/core/screen/station/fitting';
import type { ShownTrial, StationRung, StationTest } from '~/core/screen/station/shown';
import { minuteRungs, repsInMinute } from '~/core/screen/trial/by-rung';
import { directionsOf, type Trial, trialSchema } from '~/core/screen/trial/trial';
import { staffNames } from '~/db/queries/practice';
import { type ScreeningRow, screeningById } from '~/db/queries/screen';
import { can } from '../principal/can';
import { forAthlete, type Principal, painSettings } from '../principal/principal';
import { type AthleteStanding, isUuid } from '../principal/subject';
import { testLoadFor } from './test-load';

/** Rungs for a minute of reps, each with why it is barred for this athlete. */
function rungsFor({ trade, gate }: AthleteStanding): StationRung[] {
  return minuteRungs(trade).map(({ rung, ladderId }) => ({
    id: rung.id,
    name: rung.name,
    ladder: trade.ladder(ladderId).name,
    sided: rung.sided,
    target: repsInMinute(rung) ?? rung.goal.amount,
    posture: rung.posture,
    bars: gate.rung(rung.id).bars,
  }));
}

/**
 * Tests as the station shows them to a tester of this athlete, in the order given. Tests the gate leaves out are not among
 * them. `before` are the results of earlier screens.
 */
function stationTestsFor(
  principal: Principal,
  standing: AthleteStanding,
  screening: Pick<ScreeningRow, 'testIds' | 'rests' | 'purpose'>,
  before: readonly TestResult[],
): StationTest[] {
  const { trade, gate } = standing;
  const screened = screenedPerson(standing.trade, standing.athlete, standing.today, standing.event);
  const said = forAthlete(principal, standing.athlete).loads;
  return screening.testIds.flatMap((id): StationTest[] => {
    if (!trade.hasTest(id)) return [];
    const test = trade.test(id);
    const limits = gate.test(id);
    const target = targetFor(test, screened, trade.ownTargets[id]);
    const likely = fittingFaults(test, trade.ladders);
    return [
      {
        id,
        name: test.name,
        // Barred since the screen was opened, by a flag of its own perhaps: it stays in its place, and says why.
        bars: limits.bars,
        kind: test.kind,
        withGrade: test.withGrade,
        countsFaults: test.countsFaults ?? false,
        unit: test.unit,
        sided: test.sided,
        sideMeans: test.sideMeans,
        // A re-check takes one trial of each side.
        trials: screening.purpose === 'quick' ? 1 : test.trials,
        min: test.min,
        max: test.max,
        levels: test.levels,
        maxLevel: limits.maxLevel,
        stopAtS:
          test.kind === 'hold'
            ? Math.min(limits.capS ?? Number.POSITIVE_INFINITY, test.stopAt ?? test.max)
            : undefined,
        capS: limits.capS,
        restS: screening.rests[id] ?? test.restS,
        spotter: test.spotter,
        setUp: test.setUp,
        load: testLoadFor(principal, standing.athlete, test),
        posture: formPosture(test.posture, limits.form),
        form: limits.form,
        pace: test.pace,
        stages: test.stages,
        directions: directionsOf(test, limits).map((direction) => ({
          id: direction.id,
          name: direction.name,
          target: Math.min(direction.target, limits.maxDeg ?? direction.target),
          most: limits.maxDeg ?? test.max,
        })),
        limitDeg: limits.maxDeg,
        figures: test.figures ?? [],
        instruments: test.instruments ?? [],
        stills: test.stills ?? [],
        rungs: test.byRung ? rungsFor(standing) : [],
        rungId: undefined,
        needs: test.needs,
        stand: test.stand,
        tell: test.tell,
        stopRule: test.stopRule,
        notes: limits.notes,
        target: test.byRung ? 'the rung’s' : targetText(trade, id, target.value),
        targetSource: target.source,
        targetNote: target.note,
        faults: likely.map((fault) => ({
          id: fault,
          name: trade.fault(fault).name,
          action: trade.fault(fault).action,
          look: trade.fault(fault).look_for,
        })),
        last: before
          .filter((result) => result.testId === id)
          .map((result) => ({
            side: result.side,
            text: result.rungId
              ? `${rawText(trade, result, said)}, ${trade.ladderOf(result.rungId).name.toLowerCase()}`
              : rawText(trade, result, said),
            onDate: result.onDate,
          })),
      },
    ];
  });
}

/** A kept trial as the station lists it. */
function shownTrial(
  standing: AthleteStanding,
  principal: Principal,
  trial: Trial,
  testedBy: string | undefined,
): ShownTrial {
  const verdict = judgePain(trial.painScore, trial.painRegion, painSettings(principal));
  return {
    id: trial.id,
    testId: trial.testId,
    side: trial.side,
    text: rawText(standing.trade, trial, forAthlete(principal, standing.athlete).loads),
    ended: trial.endReason,
    pain: trial.endReason === 'pain' || verdict === 'end',
    sent: true,
    answered: trial.answered,
    simulated: trial.simulated,
    marks: trial.marks ?? [],
    open: trial.answered ? undefined : trialSchema.parse(trial),
    testedBy,
  };
}

/** The station of a screen; undefined when it is not this athlete's. */
export async function stationView(
  principal: Principal,
  standing: AthleteStanding,
  screeningId: string | undefined,
) {
  const screening = isUuid(screeningId) ? await screeningById(principal.practiceId, screeningId) : undefined;
  if (!screening || screening.athleteId !== standing.athlete.id) return undefined;
  const testers = await staffNames(principal.practiceId);
  const { athlete, gate, today, trade } = standing;
  const before = assess({
    trials: standing.trials.filter((trial) => trial.screeningId !== screening.id),
    person: screenedPerson(trade, athlete, today, standing.event),
    today,
    trade,
  }).results;
  return {
    athleteId: athlete.id,
    screeningId: screening.id,
    onDate: screening.onDate,
    name: `${athlete.givenName} ${athlete.familyName}`,
    firstSide: screening.firstSide,
    warmUpDone: screening.warmUpDone,
    done: screening.completedAt !== null,
    withheld: gate.may('test'),
    cautions: gate.cautions.map((id) => ({ id, name: caution(id).name, changes: caution(id).changes })),
    tests: stationTestsFor(principal, standing, screening, before),
    mayVoid: can(principal, 'trial.void'),
    pain: painSettings(principal),
    trials: standing.trials
      .filter((trial) => trial.screeningId === screening.id)
      .map((trial) =>
        shownTrial(
          standing,
          principal,
          trial,
          trial.staffId && trial.staffId !== principal.staffId ? testers.get(trial.staffId) : undefined,
        ),
      ),
  };
}
