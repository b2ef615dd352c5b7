import { addDays } from '~/core/body/dates';
import { shippedTrade } from '~/core/catalogue/trade';
import { openProposals } from '~/db/queries/ladders';
import { recentLogs } from '~/db/queries/logs';
import { practiceById, staffByEmail } from '~/db/queries/principal';
import { trialsOf } from '~/db/queries/screen';
import { sessionsBetween } from '~/db/queries/sessions';
import { ownDatabase } from '~/db/testing';
import { principalOf } from '~/server/principal/principal';
import { subjectOf } from '~/server/principal/subject';
import { dayIn } from '~/server/principal/today';
import { demoPeople } from './people';
import { demoId, liveDemo } from './world';
import { demoSignIn } from './world-sign-in';

ownDatabase();

const today = '2026-11-25';
/** One of each story: a season under way, a missed fortnight, a pain flag, a referral. */
const told = demoPeople.filter(
  (person) =>
    person.given === 'Ysolde' ||
    person.missedWeeks !== undefined ||
    person.painFlag ||
    person.stop !== undefined,
);

async function coach() {
  const staff = await staffByEmail(demoSignIn.email);
  const practice = staff && (await practiceById(staff.practiceId));
  if (!staff || !practice) throw new Error('nobody works here');
  return principalOf({ staff, practice }, new Date(`${today}T08:00:00Z`));
}

describe('the demo world', () => {
  beforeAll(() => liveDemo(today, { coach: 'x', other: 'y' }, told), 120_000);

  it('is lived through the product’s own commands: everybody is there, and in the state of their story', async () => {
    const principal = await coach();
    expect(dayIn(principal.timeZone, principal.now)).toBe(today);
    for (const person of told) {
      const subject = await subjectOf(principal, demoId(person.given, person.family));
      expect(subject?.athlete.givenName).toBe(person.given);
      const stopped = person.stop !== undefined && person.agreed === undefined;
      expect(subject?.gate.clearance.state === 'refer').toBe(stopped);
      expect(subject?.flags.length).toBe(person.painFlag ? 1 : 0);
    }
  });
  it('has trials within their tests, logs in the past, one session a day, and something to decide', async () => {
    const principal = await coach();
    const { practiceId } = principal;
    for (const person of told) {
      const id = demoId(person.given, person.family);
      for (const trial of await trialsOf(practiceId, id)) {
        const test = shippedTrade.test(trial.testId);
        if (trial.value === null) continue;
        expect(trial.value).toBeGreaterThanOrEqual(test.min);
        expect(trial.value).toBeLessThanOrEqual(test.max);
      }
      for (const log of await recentLogs(practiceId, id, 100)) expect(log.onDate < today).toBe(true);
      const days = (await sessionsBetween(practiceId, id, addDays(today, -100), addDays(today, 20))).map(
        ({ onDate }) => onDate,
      );
      expect(new Set(days).size).toBe(days.length);
    }
    const ysolde = demoId('Ysolde', 'Marrick');
    expect((await openProposals(practiceId, ysolde)).length).toBeGreaterThan(0);
    expect((await sessionsBetween(practiceId, ysolde, today, addDays(today, 7))).length).toBeGreaterThan(0);
  });
  it('shows the fortnight that was missed', async () => {
    const { practiceId } = await coach();
    const missed = told.find((person) => (person.missedWeeks?.length ?? 0) > 1);
    const logs = await recentLogs(practiceId, demoId(missed?.given ?? '', missed?.family ?? ''), 100);
    const gaps = logs
      .slice(1)
      .map((log, i) => (Date.parse(log.onDate) - Date.parse(logs[i]?.onDate ?? '')) / 86_400_000);
    expect(Math.max(...gaps)).toBeGreaterThan(14);
  });
});
