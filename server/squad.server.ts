import { daysBetween } from '~/core/body/dates';
import { gateTest } from '~/core/clear/gates';
import type { SignedIn } from '~/db/queries/practice';
import { completeScreening, openScreening, screeningById } from '~/db/queries/screen';
import { keepPriorityRun } from './plan.server';
import { todayIn } from './principal/today';
import { tradeFor } from './principal/trade.server';
import { roster } from './views/roster.server';
import { clearanceOf, pictureOf, requireAthlete } from './views/standing.server';

/** Everybody of the practice with what a test would be for them: allowed or why not, and where the clock stops. */
export async function squadFor(who: SignedIn, testId: string) {
  const { today, rows } = await roster(who);
  const test = tradeFor(who).test(testId);
  return {
    today,
    people: rows.map((row) => {
      const gate = gateTest(test, row.cautions, row.allows);
      return {
        id: row.id,
        name: row.name,
        discipline: row.discipline,
        why: gate.why,
        capS: gate.capS,
        stopAtS: Math.min(gate.capS ?? Number.POSITIVE_INFINITY, test.stopAt ?? test.max),
        notes: gate.notes,
      };
    }),
  };
}

export interface SquadScreening {
  readonly id: string;
  readonly athleteId: string;
  readonly testId: string;
  readonly onDate: string;
  readonly firstSide: 'left' | 'right';
  readonly warmUpDone: boolean;
}

/** How long a device may have been without the server. */
const offlineDays = 7;

/** Opens a screen of one test for one of a squad; sent again it changes nothing. */
export async function openSquadScreening(
  who: SignedIn,
  asked: SquadScreening,
): Promise<{ ok: true } | { ok: false; status: number; error: string }> {
  const trade = tradeFor(who);
  if (!trade.hasTest(asked.testId)) return { ok: false, status: 422, error: 'There is no such test.' };
  const athlete = await requireAthlete(who, asked.athleteId);
  const today = todayIn(who.timeZone);
  const { clearance } = await clearanceOf(who, athlete, today);
  const gate = gateTest(trade.test(asked.testId), clearance.cautions, clearance.allows);
  if (!gate.allowed)
    return {
      ok: false,
      status: 422,
      error: `${trade.test(asked.testId).name} is left out for ${athlete.givenName}: ${gate.why}.`,
    };
  const ago = daysBetween(asked.onDate, today);
  if (ago < -1 || ago > offlineDays)
    return {
      ok: false,
      status: 422,
      error: `This screen is of ${asked.onDate}: only those of the last ${offlineDays} days are taken.`,
    };
  const opened = await openScreening({
    id: asked.id,
    practiceId: who.practiceId,
    athleteId: athlete.id,
    onDate: asked.onDate,
    testIds: [asked.testId],
    firstSide: asked.firstSide,
    warmUpDone: asked.warmUpDone,
    warmUpAt: asked.warmUpDone ? new Date() : null,
    purpose: 'squad',
    staffId: who.staffId,
  });
  return opened ? { ok: true } : { ok: false, status: 409, error: 'This screen belongs to somebody else.' };
}

/** Ends a screen and ranks what it found; false when it is not this practice's. */
export async function closeScreening(who: SignedIn, id: string): Promise<boolean> {
  const screening = await screeningById(who.practiceId, id);
  if (!screening) return false;
  await completeScreening(who.practiceId, id);
  const athlete = await requireAthlete(who, screening.athleteId);
  await keepPriorityRun(who, await pictureOf(who, athlete));
  return true;
}
