import { pieceRestS } from '~/core/dose/amounts';
import { phaseRules } from '~/core/dose/phases';
import { usualPlace } from '~/core/people/places';
import type { ComposeInput } from './compose-input';
import { type Exposure, exposureOf, type Need, type Undealt, wantedIn } from './exposures';
import { minutesOf, withSets } from './lay-session';
import type { Prescription } from './prescription';
import { placesOf, type Room } from './rooms';

/** Exercises to the days of a week, and what is left of its minutes filled. */

/** Sets one exposure may grow to: the phase's for a main exercise, one more than the least for what is kept. */
function mostSets({ item, need }: Exposure, { athlete, week }: ComposeInput): number {
  // The opener takes two to three minutes.
  if (item.role === 'opener') return withSets(item, item.sets + 1).minutes <= 3 ? item.sets + 1 : item.sets;
  if (item.role === 'neck') return item.sets;
  // Sets that a cap has cut into pieces stay as they are.
  if (item.restS <= pieceRestS) return item.sets;
  const [, most] = phaseRules[week.phase].sets;
  if (need.tier !== 'main') return 4;
  return athlete.level === 'advanced' && week.phase === 'load' ? most + 1 : most;
}

/** What could still be laid on a day: one set more of what is there, or an accessory of a main quality. */
interface More {
  readonly day: number;
  /** Where it stands on its day; undefined for a new one. */
  readonly at: number | undefined;
  readonly exposure: Exposure;
  readonly minutes: number;
  readonly worth: number;
}

/**
 * The minutes the plan has for the week and the cards have not used yet: one set more at a time where it is wanted most, and
 * in load weeks an accessory from another ladder when a main exercise has all its sets. The plan counts with the
 * prescriptions of its own day; the cards have those of theirs.
 */
export function topUp(
  days: readonly Exposure[][],
  rooms: readonly Room[],
  input: ComposeInput,
  wish: (item: Prescription) => number,
  minutes: number,
): Exposure[][] {
  const out = days.map((exposed) => [...exposed]);
  const ofDay = (i: number) => minutesOf((out[i] ?? []).map(({ item }) => item));
  const used = () => out.reduce((sum, _, i) => sum + ofDay(i), 0);
  const fits = (i: number, more: number) =>
    ofDay(i) + more <= (rooms[i]?.minutes ?? 0) + 1e-6 && used() + more <= minutes + 0.5;
  const accessories = new Map<string, Exposure | undefined>();
  const accessoryOf = (main: Exposure, room: Room): Exposure | undefined => {
    const id = main.need.id;
    const key = `${id}|${room.place}`;
    if (!accessories.has(key)) {
      const found = room.chooser.accessory(id, main.candidate);
      const [sets] = phaseRules[input.week.phase].sets;
      accessories.set(key, found && exposureOf(main.need, found, sets, 'accessory', room.input));
    }
    return accessories.get(key);
  };
  for (;;) {
    const more = out.flatMap((exposed, day) =>
      exposed.flatMap((exposure, at): More[] => {
        if (exposure.item.sets + 1 > mostSets(exposure, input)) return [];
        const item = withSets(exposure.item, exposure.item.sets + 1);
        const added = item.minutes - exposure.item.minutes;
        return fits(day, added)
          ? [
              {
                day,
                at,
                exposure: { ...exposure, item },
                minutes: added,
                worth: item.role === 'opener' ? 0 : wish(item) / exposure.item.sets,
              },
            ]
          : [];
      }),
    );
    const best = more.sort((a, b) => b.worth - a.worth)[0];
    if (best) {
      (out[best.day] as Exposure[])[best.at as number] = best.exposure;
      continue;
    }
    if (input.week.kind !== 'load') return out;
    const other = out
      .flatMap((exposed, day) =>
        exposed
          .filter(({ item }) => item.role === 'main')
          .flatMap((main) => {
            const found = accessoryOf(main, rooms[day] as Room);
            const there = exposed.some(({ item }) => item.rungId === found?.item.rungId);
            return found && !there && fits(day, found.item.minutes)
              ? [{ day, found, left: (rooms[day]?.minutes ?? 0) - ofDay(day) }]
              : [];
          }),
      )
      .sort((a, b) => b.left - a.left)[0];
    if (!other) break;
    out[other.day]?.push(other.found);
  }
  // A kept quality that waits this week comes in where a whole exposure of it still fits.
  for (const id of input.week.waiting) {
    const need: Need = { id, tier: 'keep', sets: 2 };
    if (input.athlete.gate.may('lay_out', { quality: id }).length > 0) continue;
    const made = wantedIn(need, rooms);
    const at = 'code' in made ? undefined : made[0]?.at;
    const day = rooms.findIndex(({ place }, i) =>
      fits(i, at?.get(place)?.item.minutes ?? Number.POSITIVE_INFINITY),
    );
    const found = at?.get(rooms[day]?.place ?? usualPlace);
    if (found && day >= 0) out[day]?.push(found);
    for (const { place, chooser } of placesOf(rooms))
      if (day < 0 || place !== rooms[day]?.place) chooser.forget(id);
  }
  return out;
}

/** Puts exposures on days: the longest first, each on the emptiest day that has not the quality yet and has the kit for it. */
export function deal(
  all: readonly Undealt[],
  rooms: readonly Room[],
): { days: Exposure[][]; over: Undealt[] } {
  const perDay: Exposure[][] = rooms.map(() => []);
  const over: Undealt[] = [];
  const minutes = (i: number) => minutesOf((perDay[i] ?? []).map(({ item }) => item));
  const left = (i: number) => (rooms[i]?.minutes ?? 0) - minutes(i);
  const holds = (i: number, item: { readonly minutes: number }) => item.minutes <= left(i) + 1e-6;
  /** Days that have not the quality yet and where it can be done, the one with the most minutes left first. */
  const openTo = ({ need, at }: Undealt) =>
    rooms
      .flatMap(({ place }, i) => {
        const here = at.get(place);
        const has = perDay[i]?.some((other) => other.need.id === need.id);
        return here && !has ? [{ i, here }] : [];
      })
      .sort((a, b) => left(b.i) - left(a.i) || a.i - b.i);
  const first = (one: Undealt) => (one.role === 'opener' ? 0 : one.need.tier === 'main' ? 1 : 2);
  // What few places can do goes before what can be done anywhere.
  const sorted = [...all].sort(
    (a, b) => first(a) - first(b) || a.at.size - b.at.size || b.minutes - a.minutes,
  );
  for (const one of sorted) {
    const found = openTo(one).find(({ i, here }) => holds(i, here.item));
    if (found) perDay[found.i]?.push(found.here);
    else over.push(one);
  }
  // What found no whole place gives up sets, never under two, and takes the emptiest day that holds it.
  const without = over.filter((one) => {
    for (const { i, here } of openTo(one))
      for (let sets = here.item.sets - 1; sets >= 2; sets -= 1) {
        const smaller = withSets(here.item, sets);
        if (holds(i, smaller)) {
          perDay[i]?.push({ ...here, item: smaller });
          return false;
        }
      }
    return true;
  });
  return { days: perDay, over: without };
}
