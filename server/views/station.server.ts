import type { ShownTrial, StationRung, StationTest } from '~/app/components/station/types';
import { fault, faults, ladder } from '~/core/catalogue';
import { cautionBar, formPosture, gateTest } from '~/core/clear/gates';
import { judgePain } from '~/core/clear/pain';
import { kitBar, schoolBar } from '~/core/coach/choose-rung';
import { rawText, targetText } from '~/core/link/sentence';
import type { TestResult } from '~/core/screen/assess/assess';
import { targetFor } from '~/core/screen/assess/score';
import { minuteRungs, repsInMinute } from '~/core/screen/trial/by-rung';
import { directionsOf, type Trial } from '~/core/screen/trial/trial';
import type { SignedIn } from '~/db/queries/practice';
import type { ScreeningRow } from '~/db/queries/screen';
import { type Picture, screenedPerson } from './standing.server';

/** Rungs for a minute of reps, each with why it is barred for this athlete. */
function rungsFor(person: SignedIn, picture: Picture): StationRung[] {
  const { trade, clearance, athlete } = picture;
  return minuteRungs(trade).map(({ rung, ladderId }) => {
    const its = trade.ladder(ladderId);
    return {
      id: rung.id,
      name: rung.name,
      ladder: its.name,
      sided: rung.sided,
      target: repsInMinute(rung) ?? rung.goal.amount,
      posture: rung.posture,
      bar:
        cautionBar(its, rung, clearance.cautions) ??
        schoolBar(its, rung, athlete.schoolId ?? person.schoolId) ??
        kitBar(rung, athlete.kit),
    };
  });
}

/**
 * Tests as the station shows them to a tester of this athlete, in the order given. Tests the clearance leaves out are not
 * among them. `before` are the results of earlier screens.
 */
export function stationTestsFor(
  person: SignedIn,
  picture: Picture,
  screening: Pick<ScreeningRow, 'testIds' | 'rests' | 'purpose'>,
  before: readonly TestResult[],
): StationTest[] {
  const { trade, clearance } = picture;
  const screened = screenedPerson(picture.athlete, picture.today, picture.event);
  return screening.testIds.flatMap((id): StationTest[] => {
    if (!trade.hasTest(id)) return [];
    const test = trade.test(id);
    const gate = gateTest(test, clearance.cautions, clearance.allows);
    if (!gate.allowed) return [];
    const target = targetFor(test, screened, trade.ownTargets[id]);
    const likely = [
      ...test.faults,
      ...faults
        .map((each) => each.id)
        .filter((each) => !test.faults.includes(each) && each !== 'pain' && each !== 'side_gap'),
    ];
    return [
      {
        id,
        name: test.name,
        kind: test.kind,
        withGrade: test.withGrade,
        unit: test.unit,
        sided: test.sided,
        sideMeans: test.sideMeans,
        // A re-check takes one trial of each side.
        trials: screening.purpose === 'quick' ? 1 : test.trials,
        min: test.min,
        max: test.max,
        levels: test.levels,
        maxLevel: gate.maxLevel,
        stopAtS:
          test.kind === 'hold'
            ? Math.min(gate.capS ?? Number.POSITIVE_INFINITY, test.stopAt ?? test.max)
            : undefined,
        capS: gate.capS,
        restS: screening.rests[id] ?? test.restS,
        spotter: test.spotter,
        setUp: test.setUp,
        posture: formPosture(test.posture, gate.form),
        form: gate.form,
        pace: test.pace,
        stages: test.stages,
        directions: directionsOf(test, gate).map((each) => ({
          id: each.id,
          name: each.name,
          target: Math.min(each.target, gate.maxDeg ?? each.target),
          most: gate.maxDeg ?? test.max,
        })),
        limitDeg: gate.maxDeg,
        figures: test.figures ?? [],
        instruments: test.instruments ?? [],
        stills: test.stills ?? [],
        rungs: test.byRung ? rungsFor(person, picture) : [],
        rungId: undefined,
        needs: test.needs,
        stand: test.stand,
        tell: test.tell,
        stopRule: test.stopRule,
        notes: gate.notes,
        target: test.byRung ? 'the rung’s' : targetText(id, target.value),
        targetSource: target.source,
        targetNote: target.note,
        faults: likely.map((each) => ({
          id: each,
          name: fault(each).name,
          action: fault(each).action,
          look: fault(each).look_for,
        })),
        last: before
          .filter((each) => each.testId === id)
          .map((each) => ({
            side: each.side,
            text:
              each.rungId && trade.hasRung(each.rungId)
                ? `${rawText(each)}, ${ladder(trade.ladderOf(each.rungId).id).name.toLowerCase()}`
                : rawText(each),
            onDate: each.onDate,
          })),
      },
    ];
  });
}

/** A kept trial as the station lists it. */
export function shownTrial(trial: Trial, testedBy: string | undefined): ShownTrial {
  return {
    id: trial.id,
    testId: trial.testId,
    side: trial.side,
    text: rawText(trial),
    ended: trial.endReason,
    pain: trial.endReason === 'pain' || judgePain(trial.painScore, trial.painRegion ?? undefined) === 'end',
    sent: true,
    testedBy,
  };
}
