import { addDays, weekStartOf } from '~/core/body/dates';
import { kitBar } from '~/core/clear/rung-bars';
import { athleteOn } from '~/core/coach/week-input';
import { placeNameOn } from '~/core/people/places';
import { nearEvent } from '~/core/plan/days';
import { issue, type Result, refuse } from '~/core/result';
import { changeSession, markByHand, moveSession, sessionsBetween } from '~/db/queries/sessions';
import { isBegun, isPassedOver } from '../principal/sessions';
import { type AtHand, byHand, noted, type SessionEdit, standsWith, write } from './hand-session';
import type { NewItem } from './session-rows';

/** A session as a whole under a coach's hand: another day, another session for one of its exercises, done or not. */

/** Weeks ahead of this one that are laid out: as far as a session can be moved. */
const weeksAhead = 1;

/** Exercises that cannot be done on a day, with the kit of its place. */
const withoutKit = (
  { standing, athlete, phase, principal }: AtHand,
  items: readonly NewItem[],
  onDate: string,
) => {
  const { kit } = athleteOn(standing, athlete, onDate, phase);
  return items.flatMap(({ rungId }) =>
    principal.trade.hasRung(rungId)
      ? kitBar(principal.trade.rung(rungId), kit).map((bar) => ({
          name: principal.trade.rung(rungId).name,
          bar,
        }))
      : [],
  );
};

/** Moves a whole session to another day, of its week or of another one that is laid out. */
async function toDay(at: AtHand, onDate: string): Promise<Result<string>> {
  const { session, principal, standing } = at;
  const { today, firstWeekday, practiceId } = principal;
  const last = addDays(weekStartOf(today, firstWeekday), 7 * weeksAhead + 6);
  if (onDate < today || onDate > last) return refuse('hand.other_week', {}, ['onDate']);
  if (onDate === session.onDate) return { ok: true, value: session.id };
  const weekStart = weekStartOf(onDate, firstWeekday);
  const another = weekStart !== session.weekStart;
  const week = another
    ? await sessionsBetween(practiceId, session.athleteId, weekStart, addDays(weekStart, 6))
    : at.week;
  if (week.some((other) => other.onDate === onDate)) return refuse('hand.day_taken', { onDate }, ['onDate']);
  const bars = another ? standsWith({ ...at, week }, session.items) : [];
  if (bars.length > 0) return refuse(bars);
  const notes = [
    issue('hand.moved', { from: session.onDate, to: onDate }),
    ...(nearEvent(onDate, { events: standing.events }) ? [issue('hand.near_event', { onDate })] : []),
    ...withoutKit(at, session.items, onDate).map(({ name, bar }) =>
      issue('hand.no_kit', { ...bar.values, name, onDate, bar: bar.code }),
    ),
  ];
  await moveSession(session.id, {
    onDate,
    weekStart,
    place: placeNameOn(standing.athlete, onDate, at.phase),
    // A missed one that gets another day is on again.
    state: isPassedOver(session) ? 'planned' : session.state,
    changes: noted(at, session, notes),
  });
  // Another week would lay it out anew: what was carried over stays as it is.
  if (another) await markByHand(session.items);
  return { ok: true, value: session.id };
}

/** A coach's word on whether a session is done at all. */
async function stand(
  at: AtHand,
  { state, reason }: Extract<SessionEdit, { op: 'stand' }>,
): Promise<Result<string>> {
  const { session, principal } = at;
  if (session.state === 'called_off' || session.state === 'unplanned') return refuse('hand.not_standing');
  if (state === 'missed' && session.onDate > principal.today)
    return refuse('hand.missed_ahead', { onDate: session.onDate });
  if (state === session.state) return { ok: true, value: session.id };
  await changeSession(session.id, {
    state,
    changes: noted(at, session, [issue(`hand.${state === 'planned' ? 'on_again' : state}`, { reason })]),
  });
  return { ok: true, value: session.id };
}

/** Moves one exercise into another session of the week. */
async function toSession(
  at: AtHand,
  { itemId, toSessionId, at: place }: Extract<SessionEdit, { op: 'to_session' }>,
): Promise<Result<string>> {
  const { session, week } = at;
  const item = session.items.find((row) => row.id === itemId);
  if (!item) return refuse('hand.item_gone');
  const other = week.find((one) => one.id === toSessionId && one.id !== session.id);
  if (!other || other.onDate < at.principal.today) return refuse('hand.no_session', {}, ['toSessionId']);
  if (isBegun(other) || isPassedOver(other)) return refuse('hand.begun', {}, ['toSessionId']);
  const { name } = item.detail;
  if (other.items.some((row) => row.rungId === item.rungId))
    return refuse('hand.there', { name }, ['toSessionId']);
  const [missing] = withoutKit(at, [item], other.onDate);
  if (missing)
    return refuse([
      issue('hand.no_kit', { ...missing.bar.values, name, onDate: other.onDate, bar: missing.bar.code }, [
        'toSessionId',
      ]),
    ]);
  const added: NewItem[] = [...other.items];
  added.splice(place ?? added.length, 0, byHand({ ...item, detail: { ...item.detail, pair: null } }));
  const bars = standsWith({ ...at, session: other }, added).filter(({ code }) => code === 'hand.on_back');
  if (bars.length > 0) return refuse(bars);
  await write(at, other, added, [issue('hand.came', { name, onDate: session.onDate })]);
  const left = session.items.filter((row) => row !== item);
  return {
    ok: true,
    value: await write(at, session, left, [issue('hand.went', { name, onDate: other.onDate })]),
  };
}

/** Edits of a session as a whole, or of two. */
export function elsewhere(
  at: AtHand,
  sent: Extract<SessionEdit, { op: 'to_day' | 'to_session' | 'stand' }>,
): Promise<Result<string>> {
  switch (sent.op) {
    case 'to_day':
      return toDay(at, sent.onDate);
    case 'to_session':
      return toSession(at, sent);
    case 'stand':
      return stand(at, sent);
  }
}
