import { bodyOf } from '~/core/body/anthropometry';
import type { IsoDay } from '~/core/body/dates';
import { qualityIds, type SideKey } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import type { Gate } from '~/core/clear/gate';
import { type Standing, screenedPerson } from '~/core/link/standing';
import { kitAnywhere } from '~/core/people/places';
import { type Assessment, assess, type TestResult } from '~/core/screen/assess/assess';
import { screenedCapacities } from '~/core/screen/assess/capacity';
import { workingSide } from '~/core/screen/trial/trial';
import { dayInWords } from '~/core/words/days';
import { type Contact, contactOf } from './contact';
import type { Lesson } from './lessons';
import { type KnownAmount, type LimitAthlete, startValue } from './limits';
import { type Rack, usualRack } from './loads';
import { isClean, type SessionOutcome } from './logged';
import { type TurnOut, turnOutOf } from './turn-out';

/** An athlete as doses see them: limits, what may be offered, and what was done before. */
export interface DoseAthlete extends LimitAthlete {
  readonly gate: Gate;
  readonly kit: readonly string[];
  readonly rack: Rack;
  /** What the rack has for those with other kit at hand. */
  readonly rackWith?: ((kit: readonly string[]) => Rack) | undefined;
  /** Ladder sport id. */
  readonly sport: string;
  readonly schoolId: string;
  readonly level: 'novice' | 'trained' | 'advanced';
  readonly ageYears: number;
  readonly owned: ReadonlySet<string>;
  /** Clean sessions on each rung that was done: every set clean, on both sides. */
  readonly cleanSessions: ReadonlyMap<string, number>;
  /** Rungs done before, cleanly or not. */
  readonly done: ReadonlySet<string>;
  /** Where lowered legs lost the contact of the low back, when it was screened. */
  readonly contact?: Contact | undefined;
  /** How far legs were turned out when their raise was screened. */
  readonly turnOut?: TurnOut | undefined;
}

/** Amounts that tests tell of the rungs they stand for. */
function testAmounts(trade: Trade, results: readonly TestResult[]): KnownAmount[] {
  return results.flatMap((result): KnownAmount[] => {
    if (result.value === null || !(result.value > 0)) return [];
    const test = trade.test(result.testId);
    const rungIds = result.rungId ? [result.rungId] : (test.stands_for ?? []);
    const side = workingSide(result.side, test.feeds[0]?.worksSide ?? 'same');
    const capped = result.held || (test.stopAt !== undefined && result.value >= test.stopAt);
    return rungIds.filter(trade.hasRung).map((rungId) => ({
      rungId,
      side,
      amount: result.value ?? 0,
      load: 0,
      lost: !capped && (result.lost || test.kind !== 'hold'),
      onDate: result.onDate,
      source: `${test.name}, ${Math.round(result.value ?? 0)} ${test.unit} on ${dayInWords(result.onDate)}`,
    }));
  });
}

/** What was done of a rung: in how many sessions, in how many of them every set was clean. */
export interface Practised {
  readonly rungId: string;
  readonly sessions: number;
  readonly cleanSessions: number;
}

/** The best clean set of a rung, side and load: at least that much was in it. */
export interface CleanBest {
  readonly rungId: string;
  readonly side: SideKey;
  /** kg or N; null for none, or the rung's start where none was written down. */
  readonly load: number | null;
  /** Where its lever was set, cm or degrees; null for the rung's own. */
  readonly lever: number | null;
  readonly amount: number;
  readonly onDate: IsoDay;
}

/** What logged sessions say of each rung, and their best clean sets. */
export function practisedIn(outcomes: readonly SessionOutcome[]): {
  practised: Practised[];
  bests: CleanBest[];
} {
  const practised = new Map<string, Practised>();
  const bests = new Map<string, CleanBest>();
  for (const { sets, onDate } of outcomes) {
    for (const rungId of new Set(sets.map((set) => set.rungId))) {
      const clean = sets.filter((set) => set.rungId === rungId).every(isClean) ? 1 : 0;
      const before = practised.get(rungId) ?? { rungId, sessions: 0, cleanSessions: 0 };
      practised.set(rungId, {
        rungId,
        sessions: before.sessions + 1,
        cleanSessions: before.cleanSessions + clean,
      });
    }
    for (const { rungId, side, done, faultId, load = null, lever = null } of sets) {
      const key = `${rungId}|${side}|${load}|${lever}`;
      if (faultId !== null || !(done > (bests.get(key)?.amount ?? 0))) continue;
      bests.set(key, { rungId, side, load, lever, amount: done, onDate });
    }
  }
  return { practised: [...practised.values()], bests: [...bests.values()] };
}

const knownBests = (
  a: Pick<LimitAthlete, 'trade' | 'body' | 'under16'>,
  bests: readonly CleanBest[],
): KnownAmount[] =>
  bests
    .filter(({ rungId }) => a.trade.hasRung(rungId))
    .map(({ rungId, side, load, lever, amount, onDate }) => {
      const rung = a.trade.rung(rungId);
      return {
        rungId,
        side,
        amount,
        load: load ?? startValue(a, rung),
        lever,
        lost: false,
        onDate,
        source: `${rung.name}, ${amount} clean on ${dayInWords(onDate)}`,
      };
    });

/** Capabilities as they were screened by a day: those of today, or of an earlier one worked out when it is asked for. */
function capabilitiesOf(standing: Standing): DoseAthlete['capability'] {
  const ids: ReadonlySet<string> = new Set(qualityIds);
  const days = [...new Set(standing.trials.map((trial) => trial.onDate))].sort();
  const known = new Map<string, Map<string, number>>();
  const tableOf = ({ capabilities, results }: Assessment): Map<string, number> => {
    const table = new Map<string, number>();
    for (const found of capabilities)
      if (found.capability !== undefined) table.set(`${found.quality}|${found.side}`, found.capability);
    const neck = results.filter((result) => result.feeds.some((feed) => feed.quality === 'neck_control'));
    if (neck.length > 0) table.set('neck_control|both', Math.min(...neck.map((result) => result.score)));
    return table;
  };
  const latest = days.at(-1);
  const screenedBy = (day: IsoDay): Map<string, number> => {
    const last = days.findLast((one) => one <= day);
    const key = last ?? '';
    const kept = known.get(key);
    if (kept) return kept;
    const { athlete, trade, event } = standing;
    const table =
      last === latest
        ? tableOf(standing.assessment)
        : tableOf(
            assess({
              trials: standing.trials.filter((trial) => last !== undefined && trial.onDate <= last),
              person: screenedPerson(trade, athlete, last ?? day, event),
              today: last ?? day,
              trade,
            }),
          );
    known.set(key, table);
    return table;
  };
  return (quality, side, day) =>
    ids.has(quality) || side === 'both'
      ? screenedBy(day ?? standing.today).get(`${quality}|${side}`)
      : undefined;
}

export interface DoseGiven {
  readonly practiceSchoolId: string;
  readonly owned: ReadonlySet<string>;
  /** What the logs taught, the oldest first. */
  readonly lessons: readonly Lesson[];
  readonly practised: readonly Practised[];
  readonly bests: readonly CleanBest[];
  /** Loads there are for some kit; the usual ones when left out. */
  readonly rackWith?: ((kit: readonly string[]) => Rack) | undefined;
}

/** Where an athlete stands, with what was logged, as doses see them. */
export function doseAthlete(standing: Standing, given: DoseGiven): DoseAthlete {
  const { athlete, trade, gate, assessment, today } = standing;
  const body = bodyOf({ massKg: athlete.massKg, statureM: athlete.statureM, sex: athlete.sex });
  const { results } = assessment;
  const base = { trade, body, under16: gate.under16 };
  const kit = kitAnywhere(athlete);
  return {
    ...base,
    today,
    known: screenedCapacities(trade, results, body),
    amounts: [...testAmounts(trade, results), ...knownBests(base, given.bests)],
    capability: capabilitiesOf(standing),
    screenedOn: results
      .map((result) => result.onDate)
      .sort()
      .at(-1),
    lessons: given.lessons,
    contact: contactOf(results),
    turnOut: turnOutOf(results),
    gate,
    kit,
    rack: given.rackWith?.(kit) ?? usualRack,
    rackWith: given.rackWith,
    sport: standing.trade.discipline(athlete.disciplineId).sport,
    schoolId: athlete.schoolId ?? given.practiceSchoolId,
    level: athlete.level,
    ageYears: standing.ageYears,
    owned: given.owned,
    cleanSessions: new Map(given.practised.map(({ rungId, cleanSessions }) => [rungId, cleanSessions])),
    done: new Set(given.practised.map(({ rungId }) => rungId)),
  };
}

/** The same athlete where other kit is at hand. */
export const withKit = (athlete: DoseAthlete, kit: readonly string[]): DoseAthlete => ({
  ...athlete,
  kit,
  gate: athlete.gate.withKit(kit),
  rack: athlete.rackWith?.(kit) ?? athlete.rack,
});
