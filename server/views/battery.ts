import { equipment, quality, type Side } from '~/core/catalogue';
import { replacementFor, type TestGate } from '~/core/clear/gate';
import { kitName } from '~/core/clear/rung-bars';
import { qualitySideName, targetText } from '~/core/link/sentence';
import { screenedPerson } from '~/core/link/standing';
import { disciplineOf } from '~/core/link/two-sports';
import type { Issue } from '~/core/result';
import { targetFor } from '~/core/screen/assess/score';
import { hasKit, proposeBattery, timedTest } from '~/core/screen/battery/battery';
import {
  oneTrialMinutes,
  quickRecheck,
  quickRestS,
  returnBattery,
  startingSide,
} from '~/core/screen/battery/purposes';
import { type Purpose, purposes } from '~/core/screen/trial/words';
import { newId } from '~/db/queries/practice';
import { type BatteryRow, batteriesOf, screeningsOf } from '~/db/queries/screen';
import { can } from '../principal/can';
import type { Principal } from '../principal/principal';
import type { AthleteStanding } from '../principal/subject';
import { blockOf } from './athlete';

interface BatteryAsked {
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

interface LeftOut {
  readonly testId: string;
  readonly bars: readonly Issue[];
  readonly replacedBy: string | undefined;
}

/** The tests a purpose proposes for this athlete, what is left out, and what nothing tells of. */
function propose(
  standing: AthleteStanding,
  asked: BatteryAsked,
): { items: readonly Proposed[]; leftOut: readonly LeftOut[]; uncovered: readonly string[] } {
  const { trade, gate, athlete, linked } = standing;
  const given = { trade, gate, kit: asked.kit };
  const standIn = (testId: string, ids: readonly string[]) => replacementFor(trade, testId, ids);
  if (asked.saved) {
    const { name, testIds } = asked.saved;
    const gated = testIds
      .filter((id) => trade.hasTest(id))
      .map((testId): Proposed => ({ testId, why: `In “${name}”`, gate: gate.test(testId) }));
    const items = gated.filter((item) => item.gate.allowed);
    const ids = items.map((item) => item.testId);
    return {
      items,
      leftOut: gated
        .filter((item) => !item.gate.allowed)
        .map(({ testId, gate: { bars } }) => ({ testId, bars, replacedBy: standIn(testId, ids) })),
      uncovered: [],
    };
  }
  if (asked.purpose === 'quick') {
    const top = linked.priorities
      .filter(({ verdict }) => verdict === 'first' || verdict === 'train' || verdict === 'settle')
      .map((priority) => ({
        quality: priority.quality,
        name: qualitySideName(priority.quality, priority.side),
      }));
    const done = [...new Set(standing.trials.map((trial) => trial.testId))];
    return { items: quickRecheck(given, top, done).items, leftOut: [], uncovered: [] };
  }
  if (asked.purpose === 'return') {
    const { items, leftOut } = returnBattery(given, asked.mayHop);
    return { items, leftOut: leftOut.map((out) => ({ ...out, replacedBy: undefined })), uncovered: [] };
  }
  const battery = proposeBattery({
    ...given,
    discipline: disciplineOf(standing.trade, athlete),
    minutes: asked.minutes,
    firstSide: asked.firstSide,
  });
  return {
    items: battery.items,
    leftOut: battery.leftOut,
    uncovered: battery.uncovered.map((id) => quality(id).name),
  };
}

/** Everything the builder shows: the proposal in its order, what else may be added, what is left out and why. */
function batteryFor(standing: AthleteStanding, asked: BatteryAsked) {
  const { trade, gate } = standing;
  const screened = screenedPerson(standing.trade, standing.athlete, standing.today, standing.event);
  const { items, leftOut, uncovered } = propose(standing, asked);
  const chosen = new Map(items.map((item) => [item.testId, item]));
  const tests = trade.stationTests.flatMap((test) => {
    const limits = gate.test(test.id);
    if (!limits.allowed) return [];
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
        target: test.byRung ? 'by the rung' : targetText(trade, test.id, target.value),
        source: target.source,
        tests: test.feeds
          .flatMap((feed) => (feed.quality === 'neck_control' ? [] : [quality(feed.quality).name]))
          .join(', '),
        why: chosen.get(test.id)?.why,
        capS: limits.capS,
        notes: limits.notes,
        missing: hasKit(test, asked.kit)
          ? undefined
          : test.needs
              .filter((need) => !asked.kit.includes(need))
              .map(kitName)
              .join(', '),
      },
    ];
  });
  const nameOf = (id: string) => trade.test(id).name;
  return {
    order: items.map((item) => item.testId),
    tests,
    leftOut: leftOut.map((out) => ({
      name: nameOf(out.testId),
      bars: out.bars,
      replacedBy: out.replacedBy && nameOf(out.replacedBy),
    })),
    uncovered,
  };
}

const fullMinutes = 55;
const minutesLimits = { least: 15, most: 120 } as const;

/** The battery builder, from what its address asks. */
export async function batteryView(principal: Principal, standing: AthleteStanding, query: URLSearchParams) {
  const { athlete } = standing;
  const [past, saved] = await Promise.all([
    screeningsOf(principal.practiceId, athlete.id),
    batteriesOf(principal.practiceId),
  ]);
  const minutes = Number(query.get('minutes')) || fullMinutes;
  const asked: BatteryAsked = {
    purpose: purposes.find((known) => known === query.get('purpose') && known !== 'squad') ?? 'first',
    minutes: Math.min(minutesLimits.most, Math.max(minutesLimits.least, minutes)),
    kit: query.get('kitGiven') ? query.getAll('kit') : athlete.kit,
    mayHop: query.get('hop') === 'yes',
    saved: saved.find((battery) => battery.id === query.get('battery')),
    firstSide: startingSide(past[0]?.firstSide, athlete.id),
  };
  return {
    athleteId: athlete.id,
    today: standing.today,
    blocked: blockOf(standing.gate),
    setup: {
      purpose: asked.purpose,
      minutes: asked.minutes,
      kit: asked.kit,
      mayHop: asked.mayHop,
      savedId: asked.saved?.id,
      saved: saved.map(({ id, name }) => ({ id, name })),
      equipment: equipment.map(({ id, name }) => ({ id, name })),
    },
    savedName: asked.saved?.name,
    open: past.find((screening) => !screening.completedAt)?.id,
    past: past
      .filter((screening) => screening.completedAt)
      .map((screening) => ({
        id: screening.id,
        onDate: screening.onDate,
        tests: screening.testIds.length,
        warmUpDone: screening.warmUpDone,
      })),
    battery: batteryFor(standing, asked),
    firstSide: asked.firstSide,
    mayRemove: can(principal, 'battery.remove'),
    id: newId(),
    batteryId: newId(),
  };
}
