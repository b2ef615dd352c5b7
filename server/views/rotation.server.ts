import type { ScreenTest } from '~/core/catalogue';
import { gateTest } from '~/core/clear/gates';
import { orderBattery } from '~/core/screen/battery/battery';
import {
  type Lateness,
  planWithLateness,
  type RotationStation,
  spreadOverStations,
} from '~/core/screen/battery/rotation';
import { warmUpMinutes } from '~/core/screen/battery/timeline';
import type { SignedIn } from '~/db/queries/practice';
import { tradeFor } from '~/server/principal/trade.server';
import { roster } from './roster.server';

export interface SquadDay {
  readonly athleteIds: readonly string[];
  readonly testIds: readonly string[];
  readonly testers: number;
  readonly stations: number;
  readonly late: readonly Lateness[];
}

/** Letters of the stations. */
const stationLetter = (i: number) => String.fromCharCode(65 + i);

/** A squad day: who is in, which tests stand at which station, and the rotation with its finishing time. */
export async function squadDay(who: SignedIn, asked: SquadDay) {
  const trade = tradeFor(who);
  const { rows } = await roster(who);
  const tests = orderBattery(asked.testIds.filter((id) => trade.hasTest(id))).map((id) => trade.test(id));
  const chosen = rows.filter((row) => asked.athleteIds.includes(row.id));
  const barredFrom = (test: ScreenTest) =>
    chosen.flatMap((row) => {
      const { why } = gateTest(test, row.cautions, row.allows);
      return why === undefined ? [] : [{ name: row.name, why, id: row.id }];
    });
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
          group
            .filter((test) => gateTest(test, row.cautions, row.allows).allowed)
            .reduce((sum, test) => sum + test.minutes, 0),
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
    asked.late.filter((each) => asked.athleteIds.includes(each.athleteId)),
  );
  return {
    people: rows.map((row) => ({
      id: row.id,
      name: row.name,
      discipline: row.discipline,
      chosen: asked.athleteIds.includes(row.id),
      why: row.allows === 'nothing' ? (row.clearReason ?? 'not cleared') : undefined,
    })),
    stations: stations.map(({ id, name, maximal, restMinutes }) => ({ id, name, maximal, restMinutes })),
    plan,
    leftOut: tests.flatMap((test) =>
      barredFrom(test).map(({ name, why }) => ({ test: test.name, name, why })),
    ),
    clocked: tests.filter((test) => test.kind === 'hold').map(({ id, name }) => ({ id, name })),
  };
}
