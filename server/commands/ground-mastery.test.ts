import { addDays } from '~/core/body/dates';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { loadStanding, subjectOf } from '../principal/subject';
import {
  aPlanned,
  aPractice,
  aScreen,
  athleteValues,
  must,
  on,
  type TestPractice,
  testDay,
  trialOf,
} from '../testing';
import { planView } from '../views/plan';
import { todayView } from '../views/today';
import { closeScreening } from './close-screening';
import { keepTrial } from './keep-trial';
import { planSeason } from './plan-season';
import { saveAthlete } from './save-athlete';

ownDatabase();

let practice: TestPractice;
let athleteId: string;
beforeEach(async () => {
  practice = await aPractice();
  athleteId = await aPlanned(practice.coach);
});

const weeks = async () => (await newestSeason(practice.practiceId, athleteId))?.weeks ?? [];
const phaseOn = async (day: string) =>
  (await weeks()).find(({ startsOn }) => startsOn <= day && addDays(startsOn, 7) > day)?.phase;
const groundOn = async (day: string, hour = 12) => {
  const coach = await on(practice.coach, day, hour);
  const subject = await subjectOf(coach, athleteId);
  if (!subject) throw new Error('gone');
  const { ground } = await planView(coach, subject, await loadStanding(coach, subject));
  const matters = (await todayView(coach)).people
    .flatMap((person) => person.matters)
    .filter(({ kind }) => kind === 'ground')
    .map(({ issue }) => issue?.code);
  return { ground, matters };
};
const planAgain = async (day: string) =>
  must(await planSeason(await on(practice.coach, day, 13), { athleteId, id: newId() }));
const ends = async (groundEnds: 'date' | 'mastery', version = 1) =>
  must(
    await saveAthlete(practice.coach, { id: athleteId, version, values: { ...athleteValues, groundEnds } }),
  );
/** A screen in which breath and pelvis are as good as asked for. */
async function masteredOn(day: string) {
  const coach = await on(practice.coach, day);
  const screeningId = await aScreen(coach, athleteId);
  const onDate = { onDate: day, recordedAt: coach.now.toISOString() };
  for (const trial of [
    trialOf(screeningId, 'brace_breathing', { ...onDate, value: 10, endReason: 'done' }),
    ...(['left', 'right'] as const).map((side) =>
      trialOf(screeningId, 'pelvic_drop_stance', {
        ...onDate,
        side,
        value: 3,
        endReason: 'done',
        readBy: 'eye',
      }),
    ),
  ])
    must(await keepTrial(coach, { trial }));
  must(await closeScreening(coach, { screeningId }));
}

it('Ground that ends on its date asks nothing of anybody', async () => {
  expect(await phaseOn(testDay)).toBe('ground');
  expect(await groundOn(testDay)).toEqual({ ground: null, matters: [] });
});

it('not mastered, it asks for one more week in its last one, and planned again has it; mastered, it ends', async () => {
  await ends('mastery');
  const ground = (await weeks()).filter(({ phase }) => phase === 'ground');
  const last = ground.at(-1)?.startsOn ?? '';
  expect(ground.length).toBeGreaterThan(1);
  // While there is more of it to come the plan does what is asked.
  const first = await groundOn(testDay);
  expect(first.ground?.mastered).toBe(false);
  expect(first.ground?.criteria.find((line) => line.startsWith('\u25a1'))).toMatch(
    /Level pelvis, left: \d+ of 70 %/,
  );
  expect([first.ground?.matter, first.matters]).toEqual([undefined, []]);

  const inLast = await groundOn(addDays(last, 2));
  expect([inLast.ground?.matter, inLast.matters]).toEqual(['goes_on', ['ground.goes_on']]);
  expect(await phaseOn(addDays(last, 7))).toBe('build');
  await planAgain(addDays(last, 2));
  expect(await phaseOn(addDays(last, 7))).toBe('ground');
  expect(await phaseOn(addDays(last, 14))).toBe('build');
  expect((await groundOn(addDays(last, 2))).matters).toEqual([]);

  await masteredOn(addDays(last, 3));
  const met = await groundOn(addDays(last, 3));
  expect(met.ground?.criteria.every((line) => line.startsWith('\u25a0'))).toBe(true);
  expect([met.ground?.matter, met.matters]).toEqual(['mastered', ['ground.mastered']]);
  await planAgain(addDays(last, 3));
  expect(await phaseOn(addDays(last, 3))).toBe('ground');
  expect(await phaseOn(addDays(last, 7))).toBe('build');
  expect(await groundOn(addDays(last, 3))).toMatchObject({
    ground: { mastered: true, matter: undefined },
    matters: [],
  });
  // Once it is over nobody speaks of it.
  expect(await groundOn(addDays(last, 8))).toEqual({ ground: null, matters: [] });
});
