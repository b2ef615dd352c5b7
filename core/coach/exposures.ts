import { type QualityId, qualityName } from '~/core/catalogue';
import type { Candidate, LadderQuality } from '~/core/dose/choose';
import type { PlanWeek } from '~/core/plan/season';
import type { Tier } from '~/core/plan/tiers';
import { exposuresOf } from '~/core/plan/week-sets';
import { type Issue, issue } from '~/core/result';
import type { ComposeInput } from './compose-input';
import { type Prescription, prescriptionOf, type Role, roleIn } from './prescription';
import { placesOf, type Room } from './rooms';

/** What a week asks of each quality, as exercises that each go into one session. */

export interface Need {
  readonly id: LadderQuality;
  readonly tier: Exclude<Tier, 'rest'>;
  /** Sets of the stronger side, in the whole week. */
  readonly sets: number;
}

/** Sets the week asks of each quality: of two sides the fewer, the weaker one's extra comes with each exposure. */
export function needsOf(week: Pick<PlanWeek, 'cells'>): Need[] {
  const needs = new Map<LadderQuality, Need>();
  for (const { quality: id, sets, tier } of week.cells) {
    const before = needs.get(id);
    needs.set(id, { id, tier, sets: Math.min(before?.sets ?? Number.POSITIVE_INFINITY, sets) });
  }
  return [...needs.values()].filter(({ sets }) => sets > 0);
}

export interface Exposure {
  readonly item: Prescription;
  readonly need: Need;
  readonly candidate: Candidate;
}

export function exposureOf(
  need: Need,
  from: { readonly candidate: Candidate; readonly setting: string | null },
  sets: number,
  role: Role,
  { athlete, week, weakerSide }: ComposeInput,
): Exposure {
  return {
    need,
    candidate: from.candidate,
    item: prescriptionOf({
      athlete,
      candidate: from.candidate,
      quality: need.id,
      role,
      sets,
      phase: week.phase,
      weaker: weakerSide[need.id as QualityId],
      setting: from.setting,
    }),
  };
}

/** Sets of a week in so many exposures, as even as they come, the larger first. */
export function splitSets(sets: number, exposures: number): number[] {
  return Array.from({ length: exposures }, (_, i) => Math.floor((sets + exposures - 1 - i) / exposures));
}

/** Exposures of a quality at a place: its main exercise, and from the third one (or beside many sets) an accessory. */
export function exposuresIn(
  need: Need,
  { input, chooser }: Pick<Room, 'input' | 'chooser'>,
): Exposure[] | Issue {
  const { athlete, week } = input;
  const breath = need.id === 'breath_brace';
  const role = roleIn(need.id, need.tier);
  const chosen = chooser.choose(need.id, role);
  if ('code' in chosen) return chosen;
  const perExposure = athlete.level === 'advanced' && week.phase === 'load' && need.tier === 'main' ? 5 : 4;
  const opens = breath && need.sets >= 2 * input.days.length ? input.days.length : breath ? 1 : undefined;
  const count = exposuresOf(
    { tier: need.tier, mostPerExposure: perExposure, opens },
    need.sets,
    input.days.length,
  );
  const parts = splitSets(need.sets, count);
  const make = (from: { candidate: Candidate; setting: string | null }, sets: number, as: Role) =>
    exposureOf(need, from, sets, as, input);
  const other =
    need.tier === 'main' && parts.length >= 3 ? chooser.accessory(need.id, chosen.candidate) : undefined;
  return parts.map((sets, i) =>
    other && i >= 2 ? make(other, sets, breath ? 'main' : 'accessory') : make(chosen, sets, role),
  );
}

/** An exposure that still has no day: as it would be at each place where it can be done. */
export interface Undealt {
  readonly need: Need;
  readonly role: Role;
  readonly at: ReadonlyMap<string, Exposure>;
  /** The longest it would be. */
  readonly minutes: number;
}

/** The same at every place of the week; where a place has no exercise for it, the reason is told when no place has one. */
export function wantedIn(need: Need, rooms: readonly Room[]): Undealt[] | Issue {
  const found = placesOf(rooms).map((room) => ({ place: room.place, made: exposuresIn(need, room) }));
  const some = found.flatMap(({ place, made }) => ('code' in made ? [] : [{ place, made }]));
  if (some.length === 0)
    return (
      found.map(({ made }) => made).find((made) => 'code' in made) ??
      issue('compose.no_rung', { quality: qualityName(need.id) })
    );
  const count = Math.max(...some.map(({ made }) => made.length));
  return Array.from({ length: count }, (_, i): Undealt => {
    const at = new Map(some.flatMap(({ place, made }) => (made[i] ? [[place, made[i]] as const] : [])));
    const all = [...at.values()].map(({ item }) => item);
    return {
      need,
      role: all[0]?.role ?? 'keep',
      at,
      minutes: Math.max(...all.map(({ minutes }) => minutes)),
    };
  });
}
