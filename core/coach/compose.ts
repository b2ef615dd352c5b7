import type { IsoDay } from '~/core/body/dates';
import { qualityName } from '~/core/catalogue';
import { addFlexion, noFlexion } from '~/core/clear/flexion';
import { usualPlace } from '~/core/people/places';
import type { tiers } from '~/core/plan/tiers';
import { type Issue, issue } from '~/core/result';
import type { ComposeInput } from './compose-input';
import { deal, topUp } from './deal';
import { type Exposure, needsOf, type Undealt, wantedIn } from './exposures';
import { minutesOf, ordered } from './lay-session';
import type { Prescription, UnderWay } from './prescription';
import { primerOf } from './primer';
import { placesOf, type Room, roomsOf } from './rooms';
import { flexionOf, wishOf, withinGate } from './within-gate';

export interface ComposedSession {
  readonly onDate: IsoDay;
  readonly minutes: number;
  readonly items: readonly Prescription[];
}

export interface ComposedWeek {
  readonly sessions: readonly ComposedSession[];
  /** What was wanted and did not get in, and why. */
  readonly leftOut: readonly Issue[];
  /** Exercises as they are under way now, to be kept. */
  readonly underWay: readonly UnderWay[];
}

/** Days of the week that still get a session: those the plan names, less what is past or keeps its own. */
const openDays = (input: ComposeInput): IsoDay[] =>
  input.days.filter((day) => day >= input.fromDay && !input.doneDays.includes(day));

/** The five minutes before an event, on those of its days that still have no session. */
function primersOf(input: ComposeInput): ComposedSession[] {
  const days = (input.primerDays ?? []).filter(
    (day) => day >= input.fromDay && !input.doneDays.includes(day) && !input.days.includes(day),
  );
  if (days.length === 0) return [];
  const made = new Map<string, readonly Prescription[]>();
  return roomsOf(input, days).flatMap(({ day: onDate, place, input: here }): ComposedSession[] => {
    const items = made.get(place) ?? primerOf(here);
    made.set(place, items);
    return items.length === 0 ? [] : [{ onDate, minutes: Math.round(minutesOf(items)), items }];
  });
}

/** Why an exercise found no day: those that have its kit are full, or all are. */
function overBy({ at }: Undealt, rooms: readonly Room[]): Issue {
  const places = placesOf(rooms);
  const here = places.filter(({ place }) => at.has(place));
  const name = [...at.values()][0]?.item.name ?? '';
  if (here.length === places.length)
    return issue('compose.minutes', { minutes: Math.max(...here.map(({ minutes }) => minutes)), name });
  const names = here.map(({ place }) => (place === usualPlace ? 'the usual place' : place));
  return issue('compose.place', { name, places: names });
}

/** What is under way at a place: where there are several, only what a session there has. */
const underWayIn =
  (days: readonly (readonly Exposure[])[], rooms: readonly Room[]) =>
  ({ place, chooser }: Room): UnderWay[] => {
    if (rooms.every((room) => room.place === usualPlace)) return chooser.underWay;
    const done = new Set(
      days.flatMap((exposed, i) => (rooms[i]?.place === place ? exposed.map(({ item }) => item.rungId) : [])),
    );
    return chooser.underWay
      .filter(({ rungId }) => done.has(rungId))
      .map((one) => (place === usualPlace ? one : { ...one, place }));
  };

/**
 * A week's sets to sessions on days: for each quality its main exercise and accessory (what is under way, else the rung whose
 * limit fits the phase), amounts as the phase's share of the weaker side's limit, weaker side first with one more set while
 * its gap acts; each session within its minutes, the ledger of bending and what lying on the back allows; in order, with
 * antagonists in turns.
 */
export function compose(input: ComposeInput): ComposedWeek {
  const leftOut: Issue[] = [];
  const { athlete, week } = input;
  const { gate } = athlete;
  const nothing = (...issues: readonly Issue[]): ComposedWeek => ({
    sessions: [],
    leftOut: issues,
    underWay: [],
  });
  if (gate.clearance.allows === 'nothing') return nothing(...gate.clearance.issues);
  if (week.kind === 'black') return nothing(issue('compose.black'));
  const days = openDays(input);
  const primers = primersOf(input);
  if (days.length === 0 || week.cells.length === 0)
    return { ...nothing(issue('compose.no_day')), sessions: primers };
  const rooms = roomsOf(input, days);
  // A week under way gets the part of its exposures that its remaining days carry.
  const share = days.length / Math.max(1, input.days.length);
  const all: Undealt[] = [];
  const order: Record<(typeof tiers)[number], number> = { main: 0, keep: 1, rest: 2 };
  const needs = needsOf(week).sort(
    (a, b) => order[a.tier] - order[b.tier] || (input.priority[b.id] ?? 0) - (input.priority[a.id] ?? 0),
  );
  for (const need of needs) {
    const [bar] = gate.may('lay_out', { quality: need.id });
    if (bar) {
      leftOut.push(issue('compose.barred', { quality: qualityName(need.id), bar: bar.code }));
      continue;
    }
    const made = wantedIn(need, rooms);
    if ('code' in made) leftOut.push(made);
    else all.push(...made.slice(0, Math.max(1, Math.round(made.length * share))));
  }
  const wish = wishOf(input.priority);
  const dealt = deal(all, rooms);
  leftOut.push(...dealt.over.map((one) => overBy(one, rooms)));
  const filled = topUp(dealt.days, rooms, input, wish, week.minutes * share);
  let bent = input.bent ?? noFlexion;
  const sessions = filled.flatMap((exposed, i): ComposedSession[] => {
    const items = exposed.map(({ item }) => item);
    const kept = withinGate(athlete, items, bent, wish, leftOut);
    bent = addFlexion(bent, flexionOf(athlete.trade, kept));
    if (kept.length === 0) return [];
    return [
      {
        onDate: days[i] as IsoDay,
        minutes: Math.round(minutesOf(kept)),
        items: ordered(kept, week.focus),
      },
    ];
  });
  return {
    sessions: [...sessions, ...primers].toSorted((a, b) => a.onDate.localeCompare(b.onDate)),
    leftOut: distinct(leftOut),
    underWay: placesOf(rooms).flatMap(underWayIn(filled, rooms)),
  };
}

/** Each issue once. */
const distinct = (issues: readonly Issue[]): Issue[] => [
  ...new Map(issues.map((found) => [`${found.code} ${JSON.stringify(found.values)}`, found])).values(),
];
