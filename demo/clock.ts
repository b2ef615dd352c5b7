import { addDays, type IsoDay } from '~/core/body/dates';
import type { Issue, Result } from '~/core/result';
import type { PracticeRow, StaffRow } from '~/db/queries/principal';
import { type Principal, principalOf } from '~/server/principal/principal';

/** Somebody of a demo practice. */
export interface Actor {
  readonly staff: StaffRow;
  readonly practice: PracticeRow;
}

/** Who acts at an hour of a day: the same principal as at a sign-in, with the clock set. */
export const at = (actor: Actor, day: IsoDay, hour = 10, minute = 0): Principal =>
  principalOf(
    actor,
    new Date(`${day}T${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}:00Z`),
  );

/** The answer of a command that must not be refused in this world. */
export function must<T>(result: Result<T>, what: string): T {
  if (result.ok) return result.value;
  const why = result.issues.map((issue: Issue) => `${issue.code} ${JSON.stringify(issue.values)}`).join('; ');
  throw new Error(`the demo world: ${what} was refused: ${why}`);
}

/** Something that happens to a person on a day; the demo world lives its days in order. */
export interface Happening {
  readonly day: IsoDay;
  /** Before others of the same day when smaller. */
  readonly order: number;
  readonly happens: () => Promise<void>;
}

export async function live(happenings: readonly Happening[]): Promise<void> {
  const inOrder = happenings.toSorted((a, b) => a.day.localeCompare(b.day) || a.order - b.order);
  for (const { happens } of inOrder) await happens();
}

export const daysAgo = (today: IsoDay, days: number): IsoDay => addDays(today, -days);
