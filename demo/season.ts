import { addDays, daysBetween, type IsoDay, weekStartOf } from '~/core/body/dates';
import { shippedTrade } from '~/core/catalogue/trade';
import type { LoggedSet } from '~/core/coach/log-form';
import { plannedSets } from '~/core/coach/planned-sets';
import type { Reserve } from '~/core/dose/logged';
import { mulberry32 } from '~/core/signals/random';
import { openProposals } from '~/db/queries/ladders';
import { type StoredSession, sessionsBetween } from '~/db/queries/sessions';
import { decideProposals } from '~/server/commands/decide-proposals';
import { keepLog } from '~/server/commands/keep-log';
import { layOut } from '~/server/commands/lay-out';
import { planSeason } from '~/server/commands/plan-season';
import { type Actor, at, daysAgo, type Happening, must } from './clock';
import type { DemoPerson } from './people';
import { stableUuid } from './stable';

const laterOf = (a: string, b: string): string => [a, b].sort()[1] ?? b;

/** Plans in the first week of work and lives through it to today. */
export function seasonOf(person: DemoPerson, id: string, coach: Actor, today: IsoDay): Happening[] {
  const thisWeek = weekStartOf(today, coach.practice.firstWeekday === 0 ? 0 : 1);
  const weeksDone = person.weeksDone ?? 0;
  const firstScreen = daysAgo(today, person.screens[0] ?? 0);
  const planDay = laterOf(daysAgo(thisWeek, 7 * weeksDone), firstScreen);
  const plan: Happening = {
    day: planDay,
    order: 2,
    async happens() {
      must(
        await planSeason(at(coach, planDay, 12), { athleteId: id, id: stableUuid(`season ${id}`) }),
        `the season of ${person.given}`,
      );
    },
  };
  const weeks = Array.from({ length: weeksDone + 1 }, (_, i): Happening[] => {
    const weekStart = addDays(thisWeek, -7 * (weeksDone - i));
    const from = laterOf(weekStart, planDay);
    const laidOut: Happening = {
      day: from,
      order: 3,
      async happens() {
        if (from > planDay)
          must(await layOut(at(coach, from, 7), { athleteId: id }), `a week of ${person.given}`);
      },
    };
    const missed = person.missedWeeks?.includes(weeksDone - i) ?? false;
    const days = Array.from({ length: 7 }, (_, d): Happening => {
      const day = addDays(weekStart, d);
      return {
        day,
        order: 4,
        happens: () => (missed ? Promise.resolve() : trained(person, id, coach, today, day)),
      };
    }).filter(({ day }) => day >= from && day < today);
    return [laidOut, ...days];
  }).flat();
  return [plan, ...weeks];
}

/** Proposals of so many days are left open. */
const undecidedDays = 13;

/** A day of the work: its session is logged, and but for the last fortnight its proposals are accepted. */
async function trained(
  person: DemoPerson,
  id: string,
  coach: Actor,
  today: IsoDay,
  day: IsoDay,
): Promise<void> {
  const { practice } = coach;
  // Each day draws its own numbers, counted back from today: a world begun on another weekday differs little.
  const random = mulberry32(`log ${id} ${daysBetween(day, today)}`);
  const [session, ...ahead] = await sessionsBetween(practice.id, id, day, addDays(today, -1));
  if (session?.onDate !== day) return;
  // The newest session behind us: its proposals wait, and its pain is the open flag.
  const last = day >= daysAgo(today, 3) && ahead.length === 0;
  const painful = person.painFlag === true && last;
  must(
    await keepLog(at(coach, day, 18), {
      id: stableUuid(`log ${id} ${day}`),
      sessionId: session.id,
      effort: 5 + Math.floor(random() * 3),
      painScore: painful ? 5 : 0,
      painRegion: painful ? 'groin or hip' : null,
      note: '',
      sets: setsOf(session, last, random),
      reserve: reserveOf(session, random),
    }),
    `a log of ${person.given}`,
  );
  // What the last fortnight proposes waits to be decided.
  if (day >= daysAgo(today, undecidedDays)) return;
  const open = await openProposals(practice.id, id);
  if (open.length > 0)
    must(
      await decideProposals(at(coach, day, 19), {
        athleteId: id,
        accept: open.map((proposal) => proposal.id),
        reject: [],
      }),
      `deciding for ${person.given}`,
    );
}

/** What was left, tapped for about every second exercise: mostly as planned. */
function reserveOf(session: StoredSession, random: () => number): Record<string, Reserve> {
  const tapped: [string, Reserve][] = [];
  for (const item of session.items) {
    if (random() < 0.5) continue;
    const felt = random();
    tapped.push([item.rungId, felt < 0.2 ? 'lots' : felt < 0.85 ? 'planned' : 'little']);
  }
  return Object.fromEntries(tapped);
}

/** Sets as planned, some lost; in the newest session one exercise gave way twice. */
function setsOf(session: StoredSession, last: boolean, random: () => number): LoggedSet[] {
  return session.items.flatMap((item, place) =>
    item.bars.length > 0
      ? []
      : plannedSets({
          ...item,
          firstSide: item.detail.firstSide,
          extraSetSide: item.detail.extraSetSide,
        }).map(({ setNo, side }): LoggedSet => {
          const lost = random() < 0.035 || (last && place === 2 && setNo >= 2);
          return {
            rungId: item.rungId,
            setNo,
            side,
            done: lost ? Math.max(1, Math.floor(item.shownAmount * 0.7)) : item.shownAmount,
            faultId: lost ? (shippedTrade.rung(item.rungId).regress_on[0] ?? 'breath_hold') : null,
            load: null,
          };
        }),
  );
}
