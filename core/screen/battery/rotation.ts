/**
 * Who is where when on a squad day: n athletes pass s stations, each run by one of k testers. An open shop, filled by a
 * greedy rule that looks at what is free and who has most left to do; times in minutes from the start of the day.
 */

export interface RotationStation {
  readonly id: string;
  readonly name: string;
  /** Minutes it takes an athlete; 0 or missing when nothing of it is for them. */
  readonly minutesFor: Readonly<Record<string, number>>;
  /** Maximal holds are done when everything else is. */
  readonly maximal: boolean;
  /** Minutes an athlete rests before this station after another one. */
  readonly restMinutes: number;
}

export interface RotationSlot {
  readonly athleteId: string;
  readonly stationId: string;
  /** 1 to k. */
  readonly tester: number;
  readonly startMin: number;
  readonly endMin: number;
}

export interface RotationInput {
  readonly athleteIds: readonly string[];
  readonly stations: readonly RotationStation[];
  readonly testers: number;
  readonly warmUpMin: number;
  /** Nothing new begins before; slots that have begun stand in `begun`. */
  readonly nowMin?: number | undefined;
  readonly begun?: readonly RotationSlot[] | undefined;
  /** When somebody late comes, in minutes from the start. */
  readonly from?: Readonly<Record<string, number>> | undefined;
}

export interface Rotation {
  readonly slots: readonly RotationSlot[];
  readonly finishMin: number;
  /** No plan can finish earlier: the work over the testers, the fullest station, the longest athlete. */
  readonly boundMin: number;
}

interface Progress {
  freeMin: number;
  lastStation: string | undefined;
  left: RotationStation[];
}

const minutesOf = (station: RotationStation, athleteId: string) => station.minutesFor[athleteId] ?? 0;
const sum = (values: readonly number[]) => values.reduce((total, value) => total + value, 0);

/** The earliest finish any plan could have; rests and lateness left aside. */
function boundOf({ athleteIds, stations, testers, warmUpMin }: RotationInput): number {
  const perStation = stations.map((station) => sum(athleteIds.map((id) => minutesOf(station, id))));
  const perAthlete = athleteIds.map((id) => sum(stations.map((station) => minutesOf(station, id))));
  return warmUpMin + Math.max(0, sum(perStation) / Math.max(1, testers), ...perStation, ...perAthlete);
}

/** The first moment at which this athlete could begin this station. */
function readyMin(progress: Progress, station: RotationStation): number {
  return progress.lastStation === undefined ? progress.freeMin : progress.freeMin + station.restMinutes;
}

/**
 * Plans the rotation. Everybody warms up together; then, at every moment at which a tester and a station are free, the
 * athlete with most left to do who may begin there goes next (the earlier in the list of equals). Maximal stations wait
 * until an athlete has done the rest. The same input gives the same plan.
 */
export function planRotation(input: RotationInput): Rotation {
  const { athleteIds, stations, warmUpMin, nowMin = 0, begun = [], from = {} } = input;
  const testers = Math.max(1, Math.min(input.testers, stations.length));
  const slots: RotationSlot[] = [...begun];
  const firstMin = Math.max(warmUpMin, nowMin);
  const progress = new Map<string, Progress>(
    athleteIds.map((id) => {
      const mine = begun.filter((slot) => slot.athleteId === id).sort((a, b) => a.endMin - b.endMin);
      const done = new Set(mine.map((slot) => slot.stationId));
      const last = mine.at(-1);
      return [
        id,
        {
          freeMin: Math.max(last?.endMin ?? 0, last ? 0 : firstMin, from[id] ?? 0),
          lastStation: last?.stationId,
          left: stations.filter((station) => !done.has(station.id) && minutesOf(station, id) > 0),
        },
      ];
    }),
  );
  const ends = (key: 'stationId' | 'tester', value: string | number) =>
    Math.max(firstMin, ...begun.filter((slot) => slot[key] === value).map((slot) => slot.endMin));
  const stationFree = new Map(stations.map((station) => [station.id, ends('stationId', station.id)]));
  const testerFree = Array.from({ length: testers }, (_, i) => ends('tester', i + 1));
  for (;;) {
    let best: { athleteId: string; station: RotationStation; startMin: number; left: number } | undefined;
    const soonestTester = Math.min(...testerFree);
    for (const athleteId of athleteIds) {
      const its = progress.get(athleteId) as Progress;
      const left = sum(its.left.map((station) => minutesOf(station, athleteId)));
      const easyLeft = its.left.some((station) => !station.maximal);
      for (const station of its.left) {
        if (station.maximal && easyLeft) continue;
        const startMin = Math.max(
          readyMin(its, station),
          stationFree.get(station.id) as number,
          soonestTester,
          firstMin,
        );
        // Earliest first; of equals whoever has most left.
        if (!best || startMin < best.startMin - 1e-9 || (startMin < best.startMin + 1e-9 && left > best.left))
          best = { athleteId, station, startMin, left };
      }
    }
    if (!best) break;
    const endMin = best.startMin + minutesOf(best.station, best.athleteId);
    const tester = testerFree.findIndex((free) => free <= (best?.startMin ?? 0) + 1e-9);
    testerFree[tester] = endMin;
    stationFree.set(best.station.id, endMin);
    const its = progress.get(best.athleteId) as Progress;
    its.freeMin = endMin;
    its.lastStation = best.station.id;
    its.left = its.left.filter((station) => station !== best?.station);
    slots.push({
      athleteId: best.athleteId,
      stationId: best.station.id,
      tester: tester + 1,
      startMin: best.startMin,
      endMin,
    });
  }
  return {
    slots: slots.sort((a, b) => a.startMin - b.startMin || a.tester - b.tester),
    finishMin: Math.max(warmUpMin, ...slots.map((slot) => slot.endMin)),
    boundMin: boundOf(input),
  };
}

/** Somebody is late: known at a minute of the day, coming at another. */
export interface Lateness {
  readonly athleteId: string;
  readonly knownMin: number;
  readonly untilMin: number;
}

/**
 * The plan as it stands after each lateness in the order it became known: what had begun by then is kept, the rest is
 * planned anew.
 */
export function planWithLateness(input: RotationInput, late: readonly Lateness[]): Rotation {
  let plan = planRotation(input);
  let from: Record<string, number> = { ...input.from };
  for (const lateness of [...late].sort((a, b) => a.knownMin - b.knownMin)) {
    from = { ...from, [lateness.athleteId]: Math.max(from[lateness.athleteId] ?? 0, lateness.untilMin) };
    const begun = plan.slots.filter(
      (slot) => slot.startMin < lateness.knownMin && slot.athleteId !== lateness.athleteId,
    );
    // What the late one had done before stays done.
    const done = plan.slots.filter(
      (slot) => slot.athleteId === lateness.athleteId && slot.endMin <= lateness.knownMin,
    );
    plan = planRotation({ ...input, from, nowMin: lateness.knownMin, begun: [...begun, ...done] });
  }
  return plan;
}

/**
 * Spreads tests over stations in their order, so that the fullest station is as short as can be (shared evenly by the
 * running sum). Maximal holds keep stations of their own. Fewer stations than asked when there are fewer tests.
 */
export function spreadOverStations<T extends { readonly minutes: number; readonly maximal: boolean }>(
  tests: readonly T[],
  stations: number,
): T[][] {
  const spread = (some: readonly T[], count: number): T[][] => {
    if (some.length === 0 || count <= 0) return [];
    const total = sum(some.map((part) => part.minutes));
    const groups: T[][] = Array.from({ length: Math.min(count, some.length) }, () => []);
    let run = 0;
    some.forEach((part, i) => {
      const share = Math.floor(((run + part.minutes / 2) / total) * groups.length);
      // Enough tests stay over for the groups that are still empty.
      const first = groups.findIndex((group) => group.length === 0);
      const rest = some.length - i;
      const empty = groups.filter((group) => group.length === 0).length;
      const at = rest <= empty && first >= 0 ? first : Math.min(share, groups.length - 1);
      groups[at]?.push(part);
      run += part.minutes;
    });
    return groups.filter((group) => group.length > 0);
  };
  const easy = tests.filter((test) => !test.maximal);
  const maximal = tests.filter((test) => test.maximal);
  if (stations <= 1 || easy.length === 0 || maximal.length === 0) return spread(tests, Math.max(1, stations));
  const wanted = (sum(maximal.map((its) => its.minutes)) / sum(tests.map((its) => its.minutes))) * stations;
  const forMaximal = Math.min(stations - 1, Math.max(1, Math.round(wanted)));
  return [...spread(easy, stations - forMaximal), ...spread(maximal, forMaximal)];
}
