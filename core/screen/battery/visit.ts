import { z } from 'zod';
import { addDays, daysBetween, isIsoDay } from '~/core/body/dates';
import type { Trade } from '~/core/catalogue/trade';
import type { Gate } from '~/core/clear/gate';
import { type Issue, issue } from '~/core/result';
import { maximalOverload, splitOverDays } from './battery';

/** A screen as it is opened: by the builder on its day, or by a device that was without the server for some days. */

export const openedVisitSchema = z.object({
  id: z.uuid(),
  athleteId: z.uuid(),
  testId: z.string().max(60),
  onDate: z.string().refine(isIsoDay, 'form.not_a_day'),
  firstSide: z.enum(['left', 'right']),
  warmUpDone: z.boolean(),
});
export type OpenedVisit = z.infer<typeof openedVisitSchema>;

/** How long a device may have been without the server. */
export const offlineDays = 7;

/** Why a battery cannot be done on a day: a test barred, unknown, or a third maximal hold. */
export function batteryProblems(input: {
  readonly trade: Trade;
  readonly gate: Gate;
  readonly testIds: readonly string[];
  /** Tests done on that day already. */
  readonly doneToday: readonly string[];
}): Issue[] {
  const { trade, gate, testIds, doneToday } = input;
  if (testIds.length === 0) return [issue('battery.empty')];
  const withheld = gate.may('test');
  if (withheld.length > 0) return [...withheld];
  const barred = testIds.flatMap((testId) =>
    gate
      .test(testId)
      .bars.map((bar) =>
        issue('trial.barred', { ...bar.values, test: trade.test(testId).name, bar: bar.code }),
      ),
  );
  if (barred.length > 0) return barred;
  const overload = maximalOverload(trade, [...new Set([...doneToday, ...testIds])]);
  if (!overload) return [];
  const later = splitOverDays(trade, testIds, doneToday).slice(1).flat();
  return [{ ...overload, values: { ...overload.values, later: later.map((id) => trade.test(id).name) } }];
}

/** Is the day of a screen from a device one that is still taken? */
export function visitDayIssue(onDate: string, today: string): Issue | undefined {
  const ago = daysBetween(onDate, today);
  return ago < -1 || ago > offlineDays
    ? issue('screen.too_old', { onDate, days: offlineDays, from: addDays(today, -offlineDays) })
    : undefined;
}
