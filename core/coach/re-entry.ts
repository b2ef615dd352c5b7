import { addDays, daysBetween, type IsoDay } from '~/core/body/dates';
import type { Phase } from '~/core/catalogue/phases';
import type { DoseAthlete } from '~/core/dose/athlete';
import { startValue } from '~/core/dose/limits';
import { phaseRules } from '~/core/dose/phases';
import type { PlanWeek } from '~/core/plan/season';
import { dayInWords } from '~/core/words/days';
import type { UnderWay } from './prescription';
import { easier } from './steps';
import type { Lighter } from './take';

/** How an athlete comes back after sessions that nobody did. Source: prescription rules, "missed". */

export type ReEntry = 'go_on' | 'repeat' | 'ease_back' | 'rescreen';

/** Days without a session from which a week is repeated, the work is eased, and a new screen is due. */
const fromDays = { repeat: 7, easeBack: 14, rescreen: 28 } as const;
/** Share of the dose after two or three weeks. */
const easedShare = 0.6;

/** What a break asks for; sessions that were never planned are no break. */
export function reEntryOf(
  lastDone: IsoDay | undefined,
  today: IsoDay,
  plannedBetween: number,
): { readonly kind: ReEntry; readonly daysOff: number } {
  const daysOff = lastDone === undefined ? 0 : daysBetween(lastDone, today);
  if (plannedBetween === 0 || daysOff < fromDays.repeat) return { kind: 'go_on', daysOff };
  if (daysOff < fromDays.easeBack) return { kind: 'repeat', daysOff };
  return { kind: daysOff < fromDays.rescreen ? 'ease_back' : 'rescreen', daysOff };
}

/**
 * Back after two or three weeks: every exercise one step of load or rung lower, and 60 % of its dose in the first session that
 * has it. Exercises begun since the last session are left: easing back twice is easing back once.
 */
export function easeBack(
  athlete: DoseAthlete,
  underWay: readonly UnderWay[],
  given: { readonly phase: Phase; readonly lastDone: IsoDay; readonly today: IsoDay },
): { readonly underWay: UnderWay[]; readonly lighter: Lighter } {
  const lighter = new Map<string, { sets: number; amount: number }>();
  const [, most] = phaseRules[given.phase].sets;
  const moved = underWay.flatMap((one): UnderWay[] => {
    if (one.since > given.lastDone || !athlete.trade.hasRung(one.rungId)) return [];
    const rung = athlete.trade.rung(one.rungId);
    const lower = easier(
      { athlete, phase: given.phase },
      { rung, load: one.load ?? startValue(athlete, rung), lever: one.lever },
    );
    if (!lower) return [];
    // Two sets stay two; what they may not lose in number they lose in amount.
    const sets = Math.max(2, Math.round(easedShare * most));
    const amount = Math.max(1, Math.floor((lower.asked.amount * easedShare * most) / sets));
    lighter.set(lower.rung.id, { sets, amount: Math.min(lower.asked.amount, amount) });
    return [
      {
        ...one,
        ladderId: lower.ladder.id,
        rungId: lower.rung.id,
        load: lower.load > 0 ? lower.load : null,
        lever: lower.lever,
        setting: lower.rung.id === one.rungId ? one.setting : null,
        since: given.today,
      },
    ];
  });
  return { underWay: moved, lighter };
}

/** A week of a season as far as repeating one needs it. */
export type Repeatable = Omit<PlanWeek, 'cells' | 'focus' | 'waiting'> & {
  readonly cells: readonly { readonly quality: string; readonly side: string; readonly sets: number }[];
};

const workOf = ({ cells }: Repeatable): string =>
  cells
    .map(({ quality, side, sets }) => `${quality} ${side} ${sets}`)
    .toSorted()
    .join();

const weekAt = (weeks: readonly Repeatable[], today: IsoDay): number =>
  weeks.findIndex(({ startsOn }) => startsOn <= today && today < addDays(startsOn, 7));

/** Does this week do the work of the one before already? */
export function isRepeated(weeks: readonly Repeatable[], today: IsoDay): boolean {
  const at = weekAt(weeks, today);
  const [before, now] = [weeks[at - 1], weeks[at]];
  return before !== undefined && now !== undefined && workOf(before) === workOf(now);
}

/** What belongs to the days of a week, not to its work. */
const stays = ({ index, startsOn, retest, blackDays, minutesAvailable, sessions, eventIds }: Repeatable) => ({
  index,
  startsOn,
  retest,
  blackDays,
  minutesAvailable,
  sessions,
  eventIds,
});

/**
 * Back after a week that was missed: the load week under way is done as the missed one was laid down, and the load weeks
 * after it, up to the next low week, each take the place of the one before, so that no step is left out. Days, events and
 * retests stay where they are.
 *
 * @returns undefined where this week or the missed one is no load week: it stays as planned; and where it is repeated already
 */
export function repeatedWeeks<W extends Repeatable>(weeks: readonly W[], today: IsoDay): W[] | undefined {
  const at = weekAt(weeks, today);
  const [missed, now] = [weeks[at - 1], weeks[at]];
  if (missed?.kind !== 'load' || now?.kind !== 'load' || isRepeated(weeks, today)) return undefined;
  const low = weeks.findIndex(({ kind }, i) => i > at && kind !== 'load');
  return weeks.map((week, i) => {
    const before = weeks[i - 1];
    if (!before || i < at || (low >= 0 && i >= low)) return week;
    return {
      ...before,
      ...stays(week),
      minutes: Math.min(before.minutes, week.minutesAvailable),
      reasons:
        i === at
          ? [`Repeats the week of ${dayInWords(missed.startsOn)}, which was missed.`, ...before.reasons]
          : before.reasons,
    };
  });
}
