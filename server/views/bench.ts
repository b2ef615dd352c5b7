import type { BenchRung, Pair } from '~/core/bench/tool';
import { addDays, weekStartOf } from '~/core/body/dates';
import type { Rung } from '~/core/catalogue';
import { rungHasMoment } from '~/core/catalogue/rung-load';
import type { Trade } from '~/core/catalogue/trade';
import type { TestResult } from '~/core/screen/assess/assess';
import { testOn } from '~/core/screen/trial/by-rung';
import { type LogWithSets, recentLogs } from '~/db/queries/logs';
import { sessionsBetween } from '~/db/queries/sessions';
import type { Principal } from '../principal/principal';
import { isOpen } from '../principal/sessions';
import type { ChosenBody } from './body';

/** The rung a bench starts with when none is asked for. */
const usualRung = 'plank_full';

/** A rung as the instruments take it. */
export function benchRung(trade: Trade, rung: Rung): BenchRung {
  return {
    id: rung.id,
    name: rung.name,
    posture: rung.posture,
    needs: rung.needs,
    hasMoment: rungHasMoment(trade.ladderOf(rung.id), rung),
    loadBy: rung.load.by,
    loadMost: rung.load.max,
    unit: rung.unit,
    goalAmount: rung.goal.amount,
    tempo: rung.tempo,
    sided: rung.sided,
    flexionCyclesPerRep: rung.flexion_cycles_per_rep,
  };
}

/** The hold the other trunk holds are read against. */
const againstTest = 'trunk_extensor_hold';

/** Tests an athlete has a figure of on both sides, with what the ratios start from. */
export function pairsOf(trade: Trade, results: readonly TestResult[]): Pair[] {
  const back = results.find(({ testId, value }) => testId === againstTest && value !== null);
  return results.flatMap((left): Pair[] => {
    if (left.side !== 'left' || left.value === null) return [];
    const right = results.find(
      ({ testId, side, rungId }) => testId === left.testId && side === 'right' && rungId === left.rungId,
    );
    const test = testOn(trade.test(left.testId), trade, left.rungId);
    if (!right || right.value === null || test.kind === 'level' || test.kind === 'grade') return [];
    return [
      {
        testId: left.rungId === null ? left.testId : `${left.testId}|${left.rungId}`,
        name: test.name,
        unit: test.unit,
        left: left.value,
        right: right.value,
        typicalError: left.typicalError,
        against:
          back?.value && test.unit === 's'
            ? { name: trade.test(againstTest).name, value: back.value, typicalError: back.typicalError }
            : undefined,
      },
    ];
  });
}

/** The rung of the address; an unknown one is said, and the plank stands in. */
export function askedRung(
  trade: Trade,
  params: URLSearchParams,
): { rung: BenchRung; problem: string | undefined } {
  const asked = params.get('rung');
  const known = asked !== null && trade.hasRung(asked);
  return {
    rung: benchRung(trade, trade.rung(known ? asked : usualRung)),
    problem:
      asked === null || known
        ? undefined
        : 'The rung of this address is not in the library any more; the plank stands in.',
  };
}

/** Weekly count of loaded bends from logs, the newest week last. */
export function flexionWeeks(
  trade: Trade,
  logs: readonly LogWithSets[],
  today: string,
  firstWeekday: Principal['firstWeekday'],
): { weekStart: string; cycles: number }[] {
  const thisWeek = weekStartOf(today, firstWeekday);
  return [-14, -7, 0].map((shift) => {
    const weekStart = addDays(thisWeek, shift);
    const end = addDays(weekStart, 6);
    const cycles = logs
      .filter((log) => log.onDate >= weekStart && log.onDate <= end)
      .flatMap((log) => log.sets)
      .reduce(
        (sum, set) =>
          sum + (trade.hasRung(set.rungId) ? trade.rung(set.rungId).flexion_cycles_per_rep * set.done : 0),
        0,
      );
    return { weekStart, cycles: Math.round(cycles) };
  });
}

/** Logs that are read for a count of some weeks. */
const readLogs = 20;

/** What the instruments start from; only the ledger of bending reads logs. */
export async function benchContext(
  principal: Principal,
  params: URLSearchParams,
  chosen: ChosenBody,
  usesLogs: boolean,
) {
  const { trade, today, firstWeekday } = principal;
  const { rung, problem } = askedRung(trade, params);
  const logs =
    chosen.athlete && usesLogs ? await recentLogs(principal.practiceId, chosen.athlete.id, readLogs) : [];
  const pairs = pairsOf(trade, chosen.results);
  const weeks = chosen.athlete ? flexionWeeks(trade, logs, today, firstWeekday) : [];
  return {
    context: {
      body: chosen.body,
      known: chosen.known,
      today: chosen.athlete ? today : undefined,
      rung,
      pair: pairs.find(({ testId }) => testId === params.get('test')) ?? pairs[0],
      flexionWeeks: weeks,
    },
    pairs: pairs.map(({ testId, name }) => ({ id: testId, name })),
    problem,
  };
}

/** Cards a rung can be put on: the sessions still to be done of the next two weeks. */
export async function openCards(principal: Principal, athleteId: string) {
  const { practiceId, today } = principal;
  const sessions = await sessionsBetween(practiceId, athleteId, today, addDays(today, 14));
  return sessions.filter((session) => isOpen(session, today)).map(({ id, onDate }) => ({ id, onDate }));
}
