import { addDays } from '~/core/body/dates';
import {
  eventsOfPractice,
  newestSeason,
  type PlanWeekRow,
  seasonById,
  seasonVersions,
} from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { ownDatabase, snapshot } from '~/db/testing';
import { works } from '../long/works';
import type { StaffPrincipal } from '../principal/principal';
import { aPlanned, aPractice, codesOf, must, on, sessionsOf, testDay } from '../testing';
import { keepSeason } from './keep-season';
import { addBlackout, addEvent } from './plan';
import { planSeason } from './plan-season';
import { restoreSeason } from './restore-season';

/** A season that is moved by hand, as the server keeps it. */

ownDatabase();

const draftWith = (more: object = {}) => ({ locks: [], giving: [], ...more });

async function planned() {
  const { coach } = await aPractice();
  const athleteId = await aPlanned(coach);
  const standing = async () => {
    const newest = await newestSeason(coach.practiceId, athleteId);
    if (!newest) throw new Error('nothing stands');
    return newest;
  };
  return { coach, athleteId, standing };
}

const setsIn = (weeks: readonly PlanWeekRow[], startsOn: string, quality: string): number[] =>
  weeks
    .find((week) => week.startsOn === startsOn)
    ?.cells.filter((cell) => cell.quality === quality)
    .map(({ sets }) => sets) ?? [];

/** A lock of this week's busiest quality without sides, one set fewer than planned. */
async function aLock(standing: () => Promise<NonNullable<Awaited<ReturnType<typeof newestSeason>>>>) {
  const { weeks } = await standing();
  const week = weeks.find(({ kind, cells }) => kind === 'load' && cells.some(({ side }) => side === 'both'));
  const cell = week?.cells.filter(({ side }) => side === 'both').sort((a, b) => b.sets - a.sets)[0];
  if (!week || !cell) throw new Error('no load week');
  return { startsOn: week.startsOn, quality: cell.quality, sets: cell.sets - 1 };
}

const keep = (
  coach: StaffPrincipal,
  athleteId: string,
  parentId: string,
  draft: object,
  more: object = {},
) => {
  const id = newId();
  return keepSeason(coach, { athleteId, id, parentId, draft, ...more }).then((result) => ({ id, result }));
};

it('keeps what is locked, says how it came about, and lays the sessions out from it; planning again keeps the lock', async () => {
  const { coach, athleteId, standing } = await planned();
  const first = await standing();
  const lock = await aLock(standing);
  const { id, result } = await keep(coach, athleteId, first.season.id, draftWith({ locks: [lock] }));
  must(result);
  const kept = await standing();
  expect(kept.season).toMatchObject({ id, parentId: first.season.id, how: 'by_hand', aside: false });
  expect(kept.season.byHand.locks).toEqual([lock]);
  expect(setsIn(kept.weeks, lock.startsOn, lock.quality)).toEqual([lock.sets]);
  const sessions = (await sessionsOf(coach, athleteId)).filter(({ onDate }) => onDate >= testDay);
  expect(new Set(sessions.map(({ seasonVersionId }) => seasonVersionId)).has(id)).toBe(true);
  must(await planSeason(coach, { athleteId, id: newId() }));
  const again = await standing();
  expect(again.season.id).not.toBe(id);
  expect(setsIn(again.weeks, lock.startsOn, lock.quality)).toEqual([lock.sets]);
  // The rest stays with what was aimed at.
  expect(again.weeks.map(({ minutes }) => minutes)).toEqual(kept.weeks.map(({ minutes }) => minutes));
});

it('moves events and days off with it, and not into the past', async () => {
  const { coach, athleteId, standing } = await planned();
  const event = { athleteId, id: newId(), name: 'Club race', priority: 'B', onDate: addDays(testDay, 24) };
  const off = {
    athleteId,
    id: newId(),
    from: addDays(testDay, 9),
    to: addDays(testDay, 10),
    reason: 'travel',
  };
  must(await addEvent(coach, event));
  must(await addBlackout(coach, off));
  const { season } = await standing();
  const before = await snapshot();
  const move = (events: object, blackouts: object = {}) =>
    keep(coach, athleteId, season.id, draftWith({ events, blackouts }));
  expect(codesOf((await move({ [event.id]: addDays(testDay, -1) })).result)).toEqual(['event.past']);
  expect(codesOf((await move({ [event.id]: addDays(testDay, 900) })).result)).toEqual(['event.far']);
  expect(codesOf((await move({ [newId()]: addDays(testDay, 20) })).result)).toEqual(['event.gone']);
  const turned = { from: addDays(testDay, 12), to: addDays(testDay, 11) };
  expect(codesOf((await move({}, { [off.id]: turned })).result)).toEqual(['blackout.order']);
  expect(codesOf((await move({ 'no id': addDays(testDay, 20) })).result)).toEqual(['input.invalid']);
  expect(await snapshot()).toEqual(before);
  const days = { from: addDays(testDay, 16), to: addDays(testDay, 18) };
  must((await move({ [event.id]: addDays(testDay, 31) }, { [off.id]: days })).result);
  const moved = (await eventsOfPractice(coach.practiceId)).find(({ id }) => id === event.id);
  expect(moved?.onDate).toBe(addDays(testDay, 31));
  const { weeks } = await standing();
  expect(weeks.find(({ kind }) => kind === 'event')?.eventIds).toEqual([event.id]);
  expect(weeks.reduce((sum, { blackDays }) => sum + blackDays, 0)).toBe(3);
});

it('refuses what cannot all be kept, and writes nothing', async () => {
  const { coach, athleteId, standing } = await planned();
  const { season } = await standing();
  const lock = { ...(await aLock(standing)), sets: 60 };
  const before = await snapshot();
  const { result } = await keep(coach, athleteId, season.id, draftWith({ locks: [lock] }));
  expect(codesOf(result)).toEqual(['season.collides']);
  expect(await snapshot()).toEqual(before);
});

it('tells the later of two coaches, who may keep theirs aside; what stands stays, and either can be made to stand', async () => {
  const { coach, athleteId, standing } = await planned();
  const first = await standing();
  const lock = await aLock(standing);
  const { id: mine } = await keep(coach, athleteId, first.season.id, draftWith({ locks: [lock] }));
  const other = draftWith({ locks: [{ ...lock, sets: Math.max(2, lock.sets - 1) }] });
  const late = await keep(coach, athleteId, first.season.id, other);
  expect(codesOf(late.result)).toEqual(['season.stale']);
  expect((await standing()).season.id).toBe(mine);
  const sessions = () => sessionsOf(coach, athleteId);
  const before = await sessions();
  const aside = await keep(coach, athleteId, first.season.id, other, { aside: true });
  must(aside.result);
  expect((await standing()).season.id).toBe(mine);
  expect(await sessions()).toEqual(before);
  const listed = await seasonVersions(coach.practiceId, athleteId, 10);
  expect(listed.map(({ id, aside: isAside, how }) => [id, isAside, how])).toEqual(
    expect.arrayContaining([
      [aside.id, true, 'by_hand'],
      [mine, false, 'by_hand'],
      [first.season.id, false, 'planned'],
    ]),
  );
  const next = await on(coach, testDay, 14);
  const restored = newId();
  must(await restoreSeason(next, { athleteId, id: restored, versionId: aside.id }));
  const now = await standing();
  expect(now.season).toMatchObject({ id: restored, parentId: mine, how: 'restored', aside: false });
  const theirs = await seasonById(coach.practiceId, athleteId, aside.id);
  expect(now.weeks.map(({ cells }) => cells)).toEqual(theirs?.weeks.map(({ cells }) => cells));
  // A retry makes no second one, and a version of somebody else is not here.
  must(await restoreSeason(next, { athleteId, id: restored, versionId: aside.id }));
  expect(await seasonVersions(coach.practiceId, athleteId, 10)).toHaveLength(4);
  const elsewhere = await planned();
  expect(
    codesOf(
      await restoreSeason(elsewhere.coach, { athleteId: elsewhere.athleteId, id: newId(), versionId: mine }),
    ),
  ).toEqual(['season.gone']);
});

it('an old version of which no week is left does not stand again', async () => {
  const { coach, athleteId, standing } = await planned();
  const { season, weeks } = await standing();
  const later = await on(coach, addDays(weeks.at(-1)?.startsOn ?? testDay, 7));
  expect(codesOf(await restoreSeason(later, { athleteId, id: newId(), versionId: season.id }))).toEqual([
    'season.over',
  ]);
});

it('takes phases by hand, and keeps them when it is planned again', async () => {
  const { coach, athleteId, standing } = await planned();
  const { season, weeks } = await standing();
  const from = weeks[2]?.startsOn ?? '';
  const draft = draftWith({ phaseStarts: [{ startsOn: from, phase: 'sport' }] });
  must((await keep(coach, athleteId, season.id, draft)).result);
  const phaseOf = async () => (await standing()).weeks.find(({ startsOn }) => startsOn === from)?.phase;
  expect(await phaseOf()).toBe('sport');
  must(await planSeason(coach, { athleteId, id: newId() }));
  expect(await phaseOf()).toBe('sport');
});

it('is solved once and beside its transaction; where something changed meanwhile, again from what stands', async () => {
  const { coach, athleteId, standing } = await planned();
  const solve = works.season;
  let asked = 0;
  let meanwhile: (() => Promise<void>) | undefined;
  const listening = works as { season: typeof works.season };
  listening.season = async (input) => {
    asked += 1;
    await meanwhile?.();
    meanwhile = undefined;
    return solve(input);
  };
  try {
    must(await planSeason(coach, { athleteId, id: newId() }));
    expect(asked).toBe(1);
    const event = { athleteId, id: newId(), name: 'Club race', priority: 'B', onDate: addDays(testDay, 24) };
    // Nobody waits for the season: the athlete is free while it is solved.
    meanwhile = async () => {
      must(await addEvent(coach, event));
    };
    must(await planSeason(await on(coach, testDay, 15), { athleteId, id: newId() }));
    expect(asked).toBe(3);
    expect((await standing()).weeks.flatMap(({ eventIds }) => eventIds)).toContain(event.id);
  } finally {
    listening.season = solve;
  }
});
