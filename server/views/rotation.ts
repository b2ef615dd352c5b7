import type { ScreenTest } from '~/core/catalogue';
import type { Issue } from '~/core/result';
import { orderBattery } from '~/core/screen/battery/battery';
import {
  type Lateness,
  planWithLateness,
  type RotationStation,
  spreadOverStations,
} from '~/core/screen/battery/rotation';
import { warmUpMinutes } from '~/core/screen/battery/timeline';
import { batteriesOf } from '~/db/queries/screen';
import { type Principal, painSettings } from '../principal/principal';
import { roster } from '../principal/roster';
import { testLoadFor } from './test-load';

/** Letters of the stations. */
const stationLetter = (i: number) => String.fromCharCode(65 + i);

/** Tests of a squad day until somebody chooses others. */
const usualTests = [
  'brace_breathing',
  'heel_tap_level',
  'pelvic_drop_stance',
  'side_plank',
  'trunk_extensor_hold',
];
const stageNames = ['Breath and brace', 'Control', 'Single leg', 'Loaded shapes', 'Maximal holds'] as const;
const squadMost = 60;
/** Nobody comes later than this, in minutes. */
const latestMin = 600;

/** Who is late, in the order it became known; the newest may stand in fields of its own. */
function latenessOf(query: URLSearchParams): Lateness[] {
  const told = query.get('lateId');
  const all = [
    ...query.getAll('late'),
    ...(told ? [`${told}.${query.get('knownMin')}.${query.get('untilMin')}`] : []),
  ];
  return all.flatMap((text) => {
    const [athleteId = '', known, until] = text.split('.');
    const [knownMin, untilMin] = [Number(known), Number(until)];
    return Number.isFinite(knownMin) && Number.isFinite(untilMin) && knownMin >= 0
      ? [{ athleteId, knownMin, untilMin: Math.min(latestMin, Math.max(knownMin, untilMin)) }]
      : [];
  });
}

interface SquadDayAsked {
  readonly athleteIds: readonly string[];
  readonly testIds: readonly string[];
  readonly testers: number;
  readonly stations: number;
  readonly late: readonly Lateness[];
}

/** A squad day: who is in, which tests stand at which station, and the rotation with its finishing time. */
async function squadDay(principal: Principal, asked: SquadDayAsked) {
  const { trade } = principal;
  const { rows } = await roster(principal);
  const testIds = [...new Set(asked.testIds)].filter((id) => trade.hasTest(id));
  const tests = orderBattery(trade, testIds).map((id) => trade.test(id));
  const chosen = rows.filter((row) => asked.athleteIds.includes(row.id));
  const stations = spreadOverStations(tests, asked.stations).map(
    (group, i): RotationStation & { tests: ScreenTest[] } => ({
      id: stationLetter(i),
      name: group.map((test) => test.name).join(', '),
      tests: group,
      maximal: group.some((test) => test.maximal),
      restMinutes: Math.max(...group.map((test) => test.restS)) / 60,
      minutesFor: Object.fromEntries(
        chosen.map((row) => [
          row.id,
          group.filter((test) => row.gate.test(test.id).allowed).reduce((sum, test) => sum + test.minutes, 0),
        ]),
      ),
    }),
  );
  const plan = planWithLateness(
    {
      athleteIds: chosen.map((row) => row.id),
      stations,
      testers: asked.testers,
      warmUpMin: warmUpMinutes,
    },
    asked.late.filter((late) => asked.athleteIds.includes(late.athleteId)),
  );
  return {
    people: rows.map((row) => ({
      id: row.id,
      name: row.name,
      discipline: row.discipline,
      chosen: asked.athleteIds.includes(row.id),
      withheld: row.gate.may('test').slice(0, 1),
    })),
    stations: stations.map(({ id, name, maximal, restMinutes }) => ({ id, name, maximal, restMinutes })),
    plan,
    leftOut: tests.flatMap((test) =>
      chosen.flatMap((row): { test: string; name: string; bars: readonly Issue[] }[] => {
        const { bars } = row.gate.test(test.id);
        return bars.length > 0 ? [{ test: test.name, name: row.name, bars }] : [];
      }),
    ),
    clocked: tests.filter((test) => test.kind === 'hold').map(({ id, name }) => ({ id, name })),
  };
}

/** The squad day of an address. */
export async function squadView(principal: Principal, query: URLSearchParams) {
  const { trade } = principal;
  const saved = await batteriesOf(principal.practiceId);
  const battery = saved.find((kept) => kept.id === query.get('battery'));
  const within = (name: string, low: number, high: number, usually: number) =>
    Math.min(high, Math.max(low, Math.round(Number(query.get(name)) || usually)));
  const asked: SquadDayAsked = {
    athleteIds: query.getAll('with').slice(0, squadMost),
    testIds: query.has('tests') ? query.getAll('tests') : (battery?.testIds ?? usualTests),
    testers: within('testers', 1, 12, 2),
    stations: within('stations', 1, 12, 3),
    late: latenessOf(query),
  };
  return {
    asked,
    saved: saved.map(({ id, name }) => ({ id, name })),
    stages: stageNames.map((name, i) => ({
      name,
      tests: trade.stationTests
        .filter((test) => test.stage === i + 1)
        .map((test) => ({ id: test.id, name: test.name, minutes: test.minutes })),
    })),
    day: await squadDay(principal, asked),
  };
}

/** The squad clocks of a test: who may be on them, where each clock stops, who is left out and why. */
export async function clocksView(principal: Principal, testId: string, query: URLSearchParams) {
  const { trade, today } = principal;
  const { rows } = await roster(principal);
  const test = trade.test(testId);
  const wanted = new Set(query.getAll('with'));
  const people = rows.map((row) => {
    const limits = row.gate.test(testId);
    return {
      id: row.id,
      name: row.name,
      discipline: row.discipline,
      bars: limits.bars,
      capS: limits.capS,
      stopAtS: Math.min(limits.capS ?? Number.POSITIVE_INFINITY, test.stopAt ?? test.max),
      notes: limits.notes,
      load: testLoadFor(principal, row, test),
    };
  });
  const free = people.filter((person) => person.bars.length === 0);
  return {
    today,
    pain: painSettings(principal),
    warmUpDone: query.get('warmUp') !== 'no',
    test: {
      id: test.id,
      name: test.name,
      sided: test.sided,
      sideMeans: test.sideMeans,
      setUp: test.setUp,
      tell: test.tell,
      stopRule: test.stopRule,
      spotter: test.spotter,
      /** A staged hold is called for everybody from one clock. */
      stages: test.stages,
      needs: test.needs,
      faults: test.faults.map((id) => ({ id, name: trade.fault(id).name })),
    },
    people: free,
    chosen: free.filter((person) => wanted.has(person.id)).map((person) => person.id),
    barred: people
      .filter((person) => wanted.has(person.id) && person.bars.length > 0)
      .map(({ name, bars }) => ({ name, bars })),
  };
}
