import { screenTest } from '~/core/catalogue';
import { demoWorld } from './world';

const world = demoWorld('2026-11-25', { coach: 'x', other: 'y' });

describe('the demo world', () => {
  it('is the same for the same day, but for random ids', () => {
    const again = demoWorld('2026-11-25', { coach: 'x', other: 'y' });
    expect(again.trials).toEqual(world.trials);
    expect(again.logs.map((log) => [log.onDate, log.effort])).toEqual(
      world.logs.map((log) => [log.onDate, log.effort]),
    );
    expect(again.doses).toEqual(world.doses);
  });
  it('holds a story in every state: screens, weeks of logs, a missed fortnight, a flag, a retest due, a referral', () => {
    expect(world.athletes.length).toBeGreaterThanOrEqual(20);
    expect(world.logs.length).toBeGreaterThan(150);
    expect(world.flags).toHaveLength(1);
    expect(world.clearances.some((form) => form.stopSigns.length > 0)).toBe(true);
    expect(world.proposals.some((proposal) => proposal.status === 'open')).toBe(true);
    const ingrith = world.athletes.find((athlete) => athlete.givenName === 'Ingrith');
    const days = world.logs
      .filter((log) => log.athleteId === ingrith?.id)
      .map((log) => log.onDate)
      .sort();
    const gaps = days
      .slice(1)
      .map((day, i) => (Date.parse(day) - Date.parse(days[i] as string)) / 86_400_000);
    expect(Math.max(...gaps)).toBeGreaterThan(14);
  });
  it.each(['2026-11-28', '2026-11-29', '2026-11-30', '2027-01-01'])(
    'has something open to decide and to do on %s too',
    (today) => {
      const other = demoWorld(today, { coach: 'x', other: 'y' });
      expect(other.flags).toHaveLength(1);
      expect(other.proposals.some((proposal) => proposal.status === 'open')).toBe(true);
      const ysolde = other.athletes[0];
      expect(
        other.sessions.some((session) => session.athleteId === ysolde?.id && session.onDate > today),
      ).toBe(true);
      expect(other.events.every((event) => event.onDate > today)).toBe(true);
    },
  );
  it('keeps every trial within its test, and every log within the past', () => {
    for (const trial of world.trials) {
      const test = screenTest(trial.testId);
      if (trial.value !== null && trial.value !== undefined) {
        expect(trial.value).toBeGreaterThanOrEqual(test.min);
        expect(trial.value).toBeLessThanOrEqual(test.max);
      }
    }
    for (const log of world.logs) expect(log.onDate < '2026-11-25').toBe(true);
  });
  it('gives each athlete one session a day at most', () => {
    const keys = world.sessions.map((session) => `${session.athleteId}|${session.onDate}`);
    expect(new Set(keys).size).toBe(keys.length);
  });
});
