import { daysBetween, type IsoDay } from '~/core/body/dates';
import type { DoseAthlete } from '~/core/dose/athlete';
import { startValue } from '~/core/dose/limits';
import { type Phase, phaseRules } from '~/core/dose/phases';
import type { UnderWay } from './prescription';
import { easier } from './progress';
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
  const [least, most] = phaseRules[given.phase].sets;
  const moved = underWay.flatMap((one): UnderWay[] => {
    if (one.since > given.lastDone || !athlete.trade.hasRung(one.rungId)) return [];
    const rung = athlete.trade.rung(one.rungId);
    const lower = easier(
      { athlete, phase: given.phase },
      { rung, load: one.load ?? startValue(athlete, rung) },
    );
    if (!lower) return [];
    // Two sets stay two; what they may not lose in number they lose in amount.
    const sets = Math.max(2, Math.round(easedShare * most));
    const amount = Math.max(1, Math.floor((lower.asked.amount * easedShare * Math.max(least, most)) / sets));
    lighter.set(lower.rung.id, { sets, amount: Math.min(lower.asked.amount, amount) });
    return [
      {
        ...one,
        ladderId: lower.ladder.id,
        rungId: lower.rung.id,
        load: lower.load > 0 ? lower.load : null,
        setting: lower.rung.id === one.rungId ? one.setting : null,
        since: given.today,
      },
    ];
  });
  return { underWay: moved, lighter };
}
