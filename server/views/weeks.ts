import { daysBetween, type IsoDay, isIsoDay, weekStartOf } from '~/core/body/dates';
import type { Principal } from '../principal/principal';

/** Weeks further away than this are not asked for by anybody who means it. */
const furthestDays = 3660;

/** The week an address asks for; this week when it asks for none, or for none that can be. */
export function weekAsked(
  principal: Pick<Principal, 'today' | 'firstWeekday'>,
  query: URLSearchParams,
): IsoDay {
  const asked = query.get('week');
  const day =
    asked && isIsoDay(asked) && Math.abs(daysBetween(principal.today, asked)) < furthestDays
      ? asked
      : principal.today;
  return weekStartOf(day, principal.firstWeekday);
}
