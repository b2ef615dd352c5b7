import { weekdayOf } from '~/core/body/dates';
import { kitBar } from '~/core/clear/rung-bars';
import type { Place } from '~/core/people/places';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { loadStanding, subjectOf } from '../principal/subject';
import {
  aPlanned,
  aPractice,
  athleteValues,
  codesOf,
  must,
  on,
  sessionsOf,
  type TestPractice,
  testDay,
} from '../testing';
import { calendarView } from '../views/calendar';
import { handView } from '../views/hand';
import { sessionView } from '../views/session';
import { editSession } from './edit-session';
import { planSeason } from './plan-season';
import { saveAthlete } from './save-athlete';

ownDatabase();

let practice: TestPractice;
let athleteId: string;
const gym: Place = {
  name: 'Gym',
  weekdays: [3],
  phases: [],
  kit: ['towel', 'wall', 'box', 'cable', 'dumbbell', 'ball', 'plate'],
  minutesPerSession: 40,
  from: null,
  to: null,
};
const bare = ['towel', 'wall'];
const values = { ...athleteValues, kit: bare, weekdays: [1, 3, 5], minutesPerSession: 15 };
const save = (places: readonly object[], version = 1) =>
  saveAthlete(practice.coach, { id: athleteId, version, values: { ...values, places } });
const subject = async () => {
  const found = await subjectOf(practice.coach, athleteId);
  if (!found) throw new Error('gone');
  return found;
};
/** Of the next week, which lies in the plan whole. */
const ahead = async () =>
  (await sessionsOf(practice.coach, athleteId)).filter(({ onDate }) => onDate > '2026-11-29');
const isGym = ({ onDate }: { readonly onDate: string }) => weekdayOf(onDate) === 3;

beforeEach(async () => {
  practice = await aPractice();
  athleteId = await aPlanned(practice.coach);
});

describe('the places of an athlete', () => {
  it('are refused where they cannot be, and kept', async () => {
    expect(codesOf(await save([{ ...gym, name: '' }]))).toEqual(['place.name']);
    expect(codesOf(await save([{ ...gym, kit: ['anvil'] }]))).toEqual(['athlete.kit']);
    expect(codesOf(await save([gym, gym]))).toEqual(['place.twice']);
    must(await save([gym]));
    expect((await subject()).athlete.places).toEqual([gym]);
  });
  it('give their days their minutes and their kit; the others have the usual', async () => {
    const { coach, practiceId } = practice;
    must(await save([gym]));
    must(await planSeason(await on(coach, testDay, 12), { athleteId, id: newId() }));
    const whole = ((await newestSeason(practiceId, athleteId))?.weeks ?? []).filter(
      ({ kind, sessions }) => kind === 'load' && sessions === 3,
    );
    expect(whole.length).toBeGreaterThan(3);
    for (const week of whole) expect(week.minutesAvailable).toBe(15 + 40 + 15);
    const sessions = await ahead();
    expect(sessions.map(({ onDate }) => weekdayOf(onDate))).toEqual([1, 3, 5]);
    const there = await subject();
    for (const session of sessions) {
      expect(sessionView(coach, there, session).minutes).toBeLessThanOrEqual(isGym(session) ? 40 : 15);
      for (const { rungId } of session.items)
        expect([rungId, kitBar(coach.trade.rung(rungId), isGym(session) ? gym.kit : bare)]).toEqual([
          rungId,
          [],
        ]);
    }
    expect(sessions.map(({ place }) => place)).toEqual(['', 'Gym', '']);
    const calendar = await calendarView(coach, there);
    const places = calendar.entries.filter(({ onDate, kind }) => kind === 'session' && onDate > '2026-11-29');
    expect(places.map(({ place }) => place)).toEqual(expect.arrayContaining(['', 'Gym']));
    const needing = sessions
      .filter(isGym)
      .flatMap(({ items }) => items)
      .filter(({ rungId }) => kitBar(coach.trade.rung(rungId), bare).length > 0);
    expect(needing.length).toBeGreaterThan(0);
    expect(there.underWay.filter(({ place }) => place === 'Gym').map(({ rungId }) => rungId)).toEqual(
      expect.arrayContaining(
        needing.filter(({ detail }) => detail.role === 'main').map(({ rungId }) => rungId),
      ),
    );
  });
  it('on a journey its days have what is there, and no others', async () => {
    const { coach, practiceId } = practice;
    const camp = {
      ...gym,
      name: 'Camp',
      weekdays: [],
      minutesPerSession: 8,
      kit: [],
      from: '2026-12-01',
      to: '2026-12-03',
    };
    expect(codesOf(await save([{ ...camp, to: '2026-11-30' }]))).toEqual(['place.days']);
    must(await save([gym, camp]));
    must(await planSeason(await on(coach, testDay, 12), { athleteId, id: newId() }));
    const sessions = await ahead();
    expect(sessions.map(({ onDate, place }) => [onDate, place])).toEqual([
      ['2026-11-30', ''],
      ['2026-12-02', 'Camp'],
      ['2026-12-04', ''],
    ]);
    for (const { rungId } of sessions[1]?.items ?? [])
      expect(kitBar(coach.trade.rung(rungId), [])).toEqual([]);
    const week = (await newestSeason(practiceId, athleteId))?.weeks.find(
      ({ startsOn }) => startsOn === '2026-11-30',
    );
    expect(week?.minutesAvailable).toBe(15 + 8 + 15);
  });
  it('kit that is taken away is missed on its days alone', async () => {
    const { coach } = practice;
    must(await save([gym]));
    must(await planSeason(await on(coach, testDay, 12), { athleteId, id: newId() }));
    const held = async () =>
      (await ahead()).map((session) => [
        isGym(session),
        session.items.filter(({ bars }) => bars.length > 0).length > 0,
      ]);
    expect(await held()).toEqual([
      [false, false],
      [true, false],
      [false, false],
    ]);
    must(await save([{ ...gym, kit: [] }], 2));
    expect(await held()).toEqual([
      [false, false],
      [true, true],
      [false, false],
    ]);
    const there = await subject();
    for (const session of await ahead())
      expect(sessionView(coach, there, session).withheld.length > 0).toBe(isGym(session));
  });
  it('an exercise goes to no day without its kit; a whole session that does is told what is missing', async () => {
    const { coach } = practice;
    must(await save([gym]));
    must(await planSeason(await on(coach, testDay, 12), { athleteId, id: newId() }));
    const sessions = await ahead();
    const gymDay = sessions.find(isGym);
    const bareDay = sessions.find((session) => !isGym(session));
    const item = gymDay?.items.find(({ rungId }) => kitBar(coach.trade.rung(rungId), bare).length > 0);
    if (!gymDay || !bareDay || !item) throw new Error('nothing needs the gym');
    const edit = (sent: object) =>
      editSession(coach, {
        athleteId,
        sessionId: gymDay.id,
        revision: gymDay.revision,
        edit: sent as never,
      });
    const to = { op: 'to_session', itemId: item.id, toSessionId: bareDay.id };
    expect(codesOf(await edit(to))).toEqual(['hand.no_kit']);
    const moved = must(await edit({ op: 'to_day', onDate: '2026-12-05' }));
    const [now] = (await ahead()).filter(({ id }) => id === moved.sessionId);
    expect([now?.onDate, now?.place]).toEqual(['2026-12-05', '']);
    expect(now?.changes.map(({ what }) => [what.code, what.values?.name])).toContainEqual([
      'hand.no_kit',
      coach.trade.rung(item.rungId).name,
    ]);
  });
  it('under a coach’s hand a day is offered what its kit allows, and a lasting change stays at its place', async () => {
    const { coach } = practice;
    must(await save([gym]));
    must(await planSeason(await on(coach, testDay, 12), { athleteId, id: newId() }));
    const there = await subject();
    const standing = await loadStanding(coach, there);
    const needsMore = (rungId: string) => kitBar(coach.trade.rung(rungId), bare).length > 0;
    const sessions = await ahead();
    const gymDay = sessions.find(isGym);
    const bareDay = sessions.find((session) => !isGym(session));
    const offered = async (id: string | undefined) => {
      const view = await handView(coach, there, standing, id);
      return {
        minutes: view?.minutesOffered,
        rungs: view?.items.flatMap(({ instead }) => instead.map(({ rungId }) => rungId)) ?? [],
        adds: view?.toAdd.flatMap(({ rungs }) => rungs.map(({ id: rungId }) => rungId)) ?? [],
      };
    };
    const atGym = await offered(gymDay?.id);
    const atBare = await offered(bareDay?.id);
    expect([atGym.minutes, atBare.minutes]).toEqual([40, 15]);
    expect(atBare.rungs.filter(needsMore)).toEqual([]);
    expect(atBare.adds.filter(needsMore)).toEqual([]);
    expect(atGym.adds.filter(needsMore).length).toBeGreaterThan(0);
    const view = await handView(coach, there, standing, gymDay?.id);
    const [item, swap] =
      view?.items.flatMap((one) => (one.instead[0] ? [[one, one.instead[0]] as const] : []))[0] ?? [];
    if (!gymDay || !item || !swap) throw new Error('nothing to swap');
    must(
      await editSession(coach, {
        athleteId,
        sessionId: gymDay.id,
        revision: gymDay.revision,
        edit: { op: 'swap', itemId: item.id, rungId: swap.rungId, lasting: true },
      }),
    );
    const after = (await subject()).underWay.filter(({ rungId }) => rungId === swap.rungId);
    expect(after.map(({ place }) => place)).toContain('Gym');
    const usual = ({ underWay }: Awaited<ReturnType<typeof subject>>) =>
      underWay
        .filter(({ place }) => place === '')
        .map(({ rungId }) => rungId)
        .sort();
    expect(usual(await subject())).toEqual(usual(there));
  });
});
