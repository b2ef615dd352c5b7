import { discipline, equipment, quality, type Side } from '~/core/catalogue';
import { gateTest, replacementFor, type TestGate } from '~/core/clear/gates';
import { qualitySideName, targetText } from '~/core/link/sentence';
import { targetFor } from '~/core/screen/assess/score';
import { hasKit, proposeBattery, timedTest } from '~/core/screen/battery/battery';
import { oneTrialMinutes, quickRecheck, quickRestS, returnBattery } from '~/core/screen/battery/purposes';
import type { Purpose } from '~/core/screen/trial/words';
import type { BatteryRow } from '~/db/queries/screen';
import { type Picture, screenedPerson } from './standing.server';

export interface BatteryAsked {
  readonly purpose: Purpose;
  readonly minutes: number;
  readonly kit: readonly string[];
  readonly mayHop: boolean;
  readonly saved: BatteryRow | undefined;
  readonly firstSide: Side;
}

interface Proposed {
  readonly testId: string;
  readonly why: string;
  readonly gate: TestGate;
}

/** The tests a purpose proposes for this athlete, what is left out, and what nothing tells of. */
function propose(picture: Picture, asked: BatteryAsked) {
  const { trade, clearance, athlete } = picture;
  const given = {
    tests: trade.stationTests,
    cautions: clearance.cautions,
    allows: clearance.allows,
    kit: asked.kit,
  };
  const nameOf = (id: string) => trade.test(id).name;
  if (asked.saved) {
    const known = asked.saved.testIds.filter((id) => trade.hasTest(id));
    const gated = known.map((id) => ({
      testId: id,
      gate: gateTest(trade.test(id), given.cautions, given.allows),
    }));
    const items = gated.filter((each) => each.gate.allowed);
    return {
      items: items.map((each): Proposed => ({ ...each, why: `In “${asked.saved?.name}”` })),
      leftOut: gated
        .filter((each) => !each.gate.allowed)
        .map((each) =>
          leftOutLine(
            nameOf(each.testId),
            each.gate.why ?? '',
            replacementFor(
              each.testId,
              items.map((item) => item.testId),
            ),
            nameOf,
          ),
        ),
      uncovered: [] as string[],
    };
  }
  if (asked.purpose === 'quick') {
    const top = picture.linked.priorities
      .filter((each) => each.verdict === 'first' || each.verdict === 'train' || each.verdict === 'settle')
      .map((each) => ({ quality: each.quality, name: qualitySideName(each.quality, each.side) }));
    const done = [...new Set(picture.trials.map((trial) => trial.testId))];
    return { items: quickRecheck(given, top, done).items, leftOut: [], uncovered: [] };
  }
  if (asked.purpose === 'return') {
    const { items, leftOut } = returnBattery(given, asked.mayHop);
    return { items, leftOut, uncovered: [] };
  }
  const battery = proposeBattery({
    ...given,
    discipline: discipline(athlete.disciplineId),
    minutes: asked.minutes,
    firstSide: asked.firstSide,
  });
  return {
    items: battery.items,
    leftOut: battery.leftOut.map((each) =>
      leftOutLine(nameOf(each.testId), each.why, each.replacedBy, nameOf),
    ),
    uncovered: battery.uncovered.map((id) => quality(id).name),
  };
}

function leftOutLine(
  name: string,
  why: string,
  replacedBy: string | undefined,
  nameOf: (id: string) => string,
): string {
  return `${name}: ${why}. ${replacedBy ? `${nameOf(replacedBy)} stands in.` : 'Nothing stands in.'}`;
}

/** Everything the builder shows: the proposal in its order, what else may be added, what is left out and why. */
export function batteryFor(picture: Picture, asked: BatteryAsked) {
  const { trade, clearance } = picture;
  const screened = screenedPerson(picture.athlete, picture.today, picture.event);
  const { items, leftOut, uncovered } = propose(picture, asked);
  const chosen = new Map(items.map((item) => [item.testId, item]));
  const tests = trade.stationTests.flatMap((test) => {
    const gate = gateTest(test, clearance.cautions, clearance.allows);
    if (!gate.allowed) return [];
    const target = targetFor(test, screened, trade.ownTargets[test.id]);
    const timed = timedTest(
      test,
      asked.purpose === 'quick' && !asked.saved ? quickRestS(test) : asked.saved?.rests[test.id],
    );
    return [
      {
        ...timed,
        minutes: asked.purpose === 'quick' ? oneTrialMinutes(test) : test.minutes,
        name: test.name,
        sided: test.sided,
        spotter: test.spotter,
        target: test.byRung ? 'by the rung' : targetText(test.id, target.value),
        source: target.source,
        tests: test.feeds
          .flatMap((feed) => (feed.quality === 'neck_control' ? [] : [quality(feed.quality).name]))
          .join(', '),
        why: chosen.get(test.id)?.why,
        capS: gate.capS,
        notes: gate.notes,
        missing: hasKit(test, asked.kit)
          ? undefined
          : test.needs
              .filter((need) => !asked.kit.includes(need))
              .map((need) => equipment.find((each) => each.id === need)?.name.toLowerCase() ?? need)
              .join(', '),
      },
    ];
  });
  return { order: items.map((item) => item.testId), tests, leftOut, uncovered };
}
