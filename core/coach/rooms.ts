import type { IsoDay } from '~/core/body/dates';
import { withKit } from '~/core/dose/athlete';
import { usualPlace } from '~/core/people/places';
import { Chooser } from './chooser';
import type { ComposeInput } from './compose-input';
import type { UnderWay } from './prescription';

/** Where and how long the sessions of a week are: at each place with its kit, and the exercises that are under way there. */

/** What a place has under way. */
export const underWayAt = (underWay: readonly UnderWay[], place: string): UnderWay[] =>
  underWay.filter((one) => (one.place ?? usualPlace) === place);

export interface Room {
  readonly day: IsoDay;
  readonly minutes: number;
  /** Its name; empty for the usual one. */
  readonly place: string;
  /** The week as this place sees it. */
  readonly input: ComposeInput;
  readonly chooser: Chooser;
}

/** The rooms of some days; days at one place choose together. */
export function roomsOf(input: ComposeInput, days: readonly IsoDay[]): Room[] {
  const places = new Map<string, Pick<Room, 'input' | 'chooser'>>();
  return days.map((day): Room => {
    const place = input.placeOn?.(day);
    const name = place?.name ?? usualPlace;
    const kit = place?.kit ?? input.usualKit;
    const known = places.get(name);
    const here = known?.input ?? {
      ...input,
      athlete: kit ? withKit(input.athlete, kit) : input.athlete,
      underWay: underWayAt(input.underWay, name),
    };
    const found = known ?? { input: here, chooser: new Chooser(here) };
    places.set(name, found);
    return { day, place: name, minutes: place?.minutesPerSession ?? input.minutesPerSession, ...found };
  });
}

/** Each place once, in the order of the days. */
export const placesOf = (rooms: readonly Room[]): Room[] =>
  rooms.filter(({ place }, i) => rooms.findIndex((room) => room.place === place) === i);
