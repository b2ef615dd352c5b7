import { addDays, type IsoDay } from '~/core/body/dates';
import {
  type SportSession,
  type Training,
  type UsualSession,
  usualRiskHours,
} from '~/core/plan/training/training';
import { type SportRow, trainingRows, type UsualRow } from '~/db/queries/training';
import type { Principal } from './principal';

/** Training of the sport beside a plan, as core knows it. */

/** Days back that are read: a week under way is looked at whole. */
const daysBack = 7;

const whatOf = ({ id, startsAt, minutes, hardness, risk, name }: UsualRow | SportRow) => ({
  id,
  startsAt,
  minutes,
  hardness,
  risk,
  name,
});
export const toUsual = (row: UsualRow): UsualSession => ({ ...whatOf(row), weekday: row.weekday });
export const toSport = (row: SportRow): SportSession => ({ ...whatOf(row), onDate: row.onDate });

/** Hours before a session of risk in which nothing is laid out. */
export const riskHoursOf = ({ settings }: Pick<Principal, 'settings'>): number =>
  settings.riskHours ?? usualRiskHours;

/** An athlete's training of the sport from a week ago on, or from another day. */
export async function loadTraining(
  principal: Pick<Principal, 'practiceId' | 'settings' | 'today'>,
  athleteId: string,
  from: IsoDay = addDays(principal.today, -daysBack),
): Promise<Training> {
  const { usual, dated } = await trainingRows(principal.practiceId, athleteId, from);
  return { usual: usual.map(toUsual), dated: dated.map(toSport), riskHours: riskHoursOf(principal) };
}
