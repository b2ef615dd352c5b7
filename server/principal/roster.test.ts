import { addDays } from '~/core/body/dates';
import { type RequestTrace, traced } from '~/db/client.server';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { answerForm } from '../commands/answer-form';
import { easeBackIn } from '../commands/ease-back';
import { editSession } from '../commands/edit-session';
import { keepLog } from '../commands/keep-log';
import { addEvent } from '../commands/plan';
import {
  aCleared,
  anAthlete,
  aPlanned,
  aPractice,
  formOf,
  must,
  on,
  sessionsOf,
  type TestPractice,
  testDay,
} from '../testing';
import { logOf, todaysOf } from '../testing-logs';
import { roster } from './roster';

ownDatabase();

let practice: TestPractice;
beforeAll(async () => {
  practice = await aPractice();
});

async function rowOf(athleteId: string, day = testDay) {
  const { rows } = await roster(await on(practice.coach, day));
  const row = rows.find(({ id }) => id === athleteId);
  if (!row) throw new Error('not on the roster');
  return row;
}
const event = (athleteId: string, name: string, inDays: number) =>
  addEvent(practice.coach, {
    athleteId,
    id: newId(),
    name,
    onDate: addDays(testDay, inDays),
    priority: 'B',
  });

describe('the roster', () => {
  it('is one query, whoever is on it, by family name', async () => {
    const { coach } = practice;
    await aPlanned(coach);
    await anAthlete(coach, { familyName: 'Aa' });
    const trace: RequestTrace = { queries: 0 };
    const { rows } = await traced(trace, () => roster(coach));
    expect(trace.queries).toBe(1);
    expect(rows.map(({ familyName }) => familyName)).toEqual(
      rows.map(({ familyName }) => familyName).toSorted(),
    );
  });

  it('shows who was never asked as not cleared, with no pillar, screen or event', async () => {
    const row = await rowOf(await anAthlete(practice.coach));
    expect(row).toMatchObject({
      clearState: 'missing',
      pillar: [],
      top: undefined,
      event: undefined,
      lastScreen: undefined,
      lastSeen: undefined,
      openScreenId: undefined,
      openProposals: 0,
      changedSessions: 0,
      flags: [],
    });
  });

  it('keeps an older sign that nobody licensed answered, under a newer form without it', async () => {
    const { coach } = practice;
    const athleteId = await aCleared(coach, { stopSigns: ['chest_faint'], noStopSigns: false });
    expect((await rowOf(athleteId)).clearState).toBe('refer');
    must(await answerForm(coach, { athleteId, form: formOf() }));
    expect((await rowOf(athleteId)).clearState).toBe('refer');
  });

  it('shows the next event and none that is over', async () => {
    const athleteId = await aCleared(practice.coach);
    must(await event(athleteId, 'later', 30));
    must(await event(athleteId, 'next', 9));
    expect((await rowOf(athleteId)).event).toEqual({
      name: 'next',
      onDate: addDays(testDay, 9),
      priority: 'B',
    });
    expect((await rowOf(athleteId, addDays(testDay, 9))).event?.name).toBe('next');
    expect((await rowOf(athleteId, addDays(testDay, 10))).event?.name).toBe('later');
    expect((await rowOf(athleteId, addDays(testDay, 31))).event).toBeUndefined();
  });

  it('shows the newest log with its flag and proposals, and the sessions a caution changed', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const before = await rowOf(athleteId);
    expect(before).toMatchObject({ openProposals: 0, changedSessions: 0, flags: [], lastSeen: testDay });
    expect(before.pillar.length).toBeGreaterThan(8);
    expect(before.top).toBeDefined();
    const [first] = (await sessionsOf(coach, athleteId)).filter(({ onDate }) => onDate >= testDay);
    if (!first) throw new Error('no session');
    // What a coach does by hand is no news to look at.
    const later = (await sessionsOf(coach, athleteId)).find(({ onDate }) => onDate > first.onDate);
    must(
      await editSession(coach, {
        athleteId,
        sessionId: later?.id,
        revision: later?.revision,
        edit: { op: 'stand', state: 'skipped', reason: '' },
      }),
    );
    expect((await rowOf(athleteId)).changedSessions).toBe(0);
    const that = await on(coach, first.onDate, 18);
    must(
      await keepLog(that, {
        id: newId(),
        sessionId: first.id,
        effort: 5,
        painScore: 7,
        painRegion: 'low back',
        note: '',
        sets: [],
      }),
    );
    const hurt = await rowOf(athleteId, first.onDate);
    expect(hurt.lastSeen).toBe(first.onDate);
    expect(hurt.flags).toMatchObject([{ text: expect.stringContaining('low back') }]);
    // Sessions ahead that load the hurt region were thinned; those of the past are nobody's news.
    expect(hurt.changedSessions).toBeGreaterThan(0);
    expect((await rowOf(athleteId, addDays(testDay, 60))).changedSessions).toBe(0);
  });
});

it('a break of planned days asks for its way back until somebody answered it', async () => {
  const athleteId = await aPlanned(practice.coach);
  must(await keepLog(practice.coach, logOf(await todaysOf(practice.coach, athleteId))));
  const back = async (days: number) => (await rowOf(athleteId, addDays(testDay, days))).comeBack;
  expect(await back(6)).toBeUndefined();
  expect(await back(7)).toEqual({ kind: 'repeat', daysOff: 7 });
  expect(await back(13)).toMatchObject({ kind: 'repeat' });
  expect(await back(14)).toEqual({ kind: 'ease_back', daysOff: 14 });
  expect(await back(27)).toMatchObject({ kind: 'ease_back' });
  expect(await back(28)).toMatchObject({ kind: 'rescreen' });
  must(await easeBackIn(await on(practice.coach, addDays(testDay, 16)), { athleteId }));
  expect(await back(17)).toBeUndefined();
  // Nothing was planned for one who has no season: that is no break.
  const idle = await aCleared(practice.coach);
  expect((await rowOf(idle, addDays(testDay, 60))).comeBack).toBeUndefined();
});
