import { z } from 'zod';
import { type IsoDay, isIsoDay, weekdayOf } from '~/core/body/dates';
import { type Phase, phases } from '~/core/catalogue/phases';
import { plainLine } from '~/core/formats/text';
import { phaseTimeSchema, type TimeGiven, timeIn } from './time';

/** Where an athlete trains when it is not with the usual kit: the gym on Mondays, the bare floor of a hall in the Sport phase. */

/** The usual place, which has no name. */
export const usualPlace = '';

/** Places beside the usual one. */
export const mostPlaces = 3;

export interface Place {
  readonly name: string;
  /** Weekdays one is there, 0 Sunday to 6 Saturday; every day when empty. */
  readonly weekdays: readonly number[];
  /** Phases of the season one is there; in all of them when empty. */
  readonly phases: readonly Phase[];
  /** What is at hand there, instead of the usual kit. */
  readonly kit: readonly string[];
  /** Minutes of a session there; as in the phase when null. */
  readonly minutesPerSession: number | null;
  /** A journey or a camp: only from the one day to the other. */
  readonly from?: IsoDay | null | undefined;
  readonly to?: IsoDay | null | undefined;
}

/** @param kit one piece of it, as the catalogue knows it; messages are codes */
export const placesSchema = (kit: z.ZodType<string>) =>
  z
    .array(
      z.object({
        name: z.string().transform(plainLine).pipe(z.string().min(1, 'place.name').max(40, 'form.too_long')),
        weekdays: z.array(z.number().int().min(0).max(6)).max(7),
        phases: z.array(z.enum(phases)).max(phases.length),
        kit: z.array(kit).max(60),
        minutesPerSession: phaseTimeSchema.shape.minutesPerSession.nullable(),
        from: z.string().refine(isIsoDay, 'form.not_a_day').nullable().default(null),
        to: z.string().refine(isIsoDay, 'form.not_a_day').nullable().default(null),
      }),
    )
    .max(mostPlaces, 'place.most')
    .superRefine((places, ctx) => {
      for (const [i, { name }] of places.entries())
        if (places.findIndex((other) => other.name === name) < i)
          ctx.addIssue({ code: 'custom', path: [i, 'name'], message: 'place.twice' });
      for (const [i, { from, to }] of places.entries())
        if ((from === null) !== (to === null) || (from !== null && to !== null && to < from))
          ctx.addIssue({ code: 'custom', path: [i, 'to'], message: 'place.days' });
    });

export interface PlacesGiven {
  readonly places?: readonly Place[] | null | undefined;
}

const isDated = ({ from, to }: Place): boolean => from != null && to != null;

/**
 * Where one trains on a day of a phase: the first place that has both, those with dates before the others; undefined for the
 * usual.
 */
export function placeOn({ places }: PlacesGiven, day: IsoDay, phase: Phase): Place | undefined {
  const there = (place: Place) =>
    (place.weekdays.length === 0 || place.weekdays.includes(weekdayOf(day))) &&
    (place.phases.length === 0 || place.phases.includes(phase)) &&
    (!isDated(place) || (day >= (place.from ?? '') && day <= (place.to ?? '')));
  const found = places?.filter(there) ?? [];
  return found.find(isDated) ?? found[0];
}

/** The name of the place of a day. */
export const placeNameOn = (given: PlacesGiven, day: IsoDay, phase: Phase): string =>
  placeOn(given, day, phase)?.name ?? usualPlace;

type Given = TimeGiven & PlacesGiven;

/** Minutes of a session on a day of a phase. */
export const minutesOn = (given: Given, day: IsoDay, phase: Phase): number =>
  placeOn(given, day, phase)?.minutesPerSession ?? timeIn(given, phase).minutesPerSession;

/** A week of days long gone, to ask a weekday of; a journey lies on none of them. */
const someWeek: readonly IsoDay[] = Array.from({ length: 7 }, (_, i) => `2000-01-0${2 + i}`);

/** Minutes a whole week of a phase has: its sessions, each as long as its days are in the mean. */
export function minutesIn(given: Given, phase: Phase): number {
  const { sessionsPerWeek, weekdays } = timeIn(given, phase);
  const days = someWeek.filter((day) => weekdays.includes(weekdayOf(day)));
  const all = days.reduce((sum, day) => sum + minutesOn(given, day, phase), 0);
  return (sessionsPerWeek * all) / days.length;
}

/** Kit at a place, by its name; one that is gone has the usual. */
export const kitAt = (
  given: PlacesGiven & { readonly kit: readonly string[] },
  place: string,
): readonly string[] => given.places?.find(({ name }) => name === place)?.kit ?? given.kit;

/** All kit there is somewhere: at the usual place or at another. */
export const kitAnywhere = (given: PlacesGiven & { readonly kit: readonly string[] }): readonly string[] => {
  const places = given.places ?? [];
  return places.length === 0 ? given.kit : [...new Set([given.kit, ...places.map(({ kit }) => kit)].flat())];
};
