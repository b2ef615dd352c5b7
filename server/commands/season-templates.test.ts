import { addDays } from '~/core/body/dates';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { templatesOfPractice } from '~/db/queries/season-templates';
import { ownDatabase } from '~/db/testing';
import { runNext } from '../jobs/run';
import { subjectOf } from '../principal/subject';
import {
  aPlanned,
  aPractice,
  aScreened,
  athleteValues,
  codesOf,
  must,
  type TestPractice,
  testDay,
} from '../testing';
import { seasonsView } from '../views/plan';
import { keepSeason } from './keep-season';
import { addBlackout, addEvent } from './plan';
import { planSeason } from './plan-season';
import { cancelSquad, planSquad } from './plan-squad';
import { saveAthlete } from './save-athlete';
import { keepSeasonTemplate, removeSeasonTemplate } from './season-templates';

ownDatabase();

let practice: TestPractice;
let model: string;
const off = { from: addDays(testDay, 26), to: addDays(testDay, 32), reason: 'the holidays' };
beforeEach(async () => {
  practice = await aPractice();
  model = await aPlanned(practice.coach);
  must(await addBlackout(practice.coach, { athleteId: model, id: newId(), ...off }));
});

const keep = async (name = 'the spring', athleteId = model) => {
  const id = newId();
  return { id, kept: await keepSeasonTemplate(practice.coach, { id, athleteId, name }) };
};
const framed = async (athleteId: string) => {
  const subject = await subjectOf(practice.coach, athleteId);
  const season = await newestSeason(practice.practiceId, athleteId);
  return {
    events: (subject?.events ?? []).map(({ name, onDate, priority }) => [name, onDate, priority]),
    daysOff: (subject?.blackouts ?? []).map(({ fromDate, toDate, reason }) => [fromDate, toDate, reason]),
    phases: (season?.weeks ?? []).map(({ phase }) => phase),
    black: (season?.weeks ?? []).filter(({ kind }) => kind === 'black').length,
    focus: (season?.weeks ?? []).map(({ focus }) => focus),
  };
};
const emptied = async () => {
  while (await runNext(new Date(`${testDay}T12:00:00Z`)));
};

it('a frame is kept under a name, one of the same name anew, and forgotten; an empty one is refused', async () => {
  const { coach, practiceId } = practice;
  must((await keep()).kept);
  must((await keep()).kept);
  const [row, ...more] = await templatesOfPractice(practiceId);
  expect(more).toEqual([]);
  expect(row).toMatchObject({
    name: 'the spring',
    frame: { events: [{ name: 'The race', onDate: addDays(testDay, 80), priority: 'A' }], daysOff: [off] },
  });
  expect((await seasonsView(coach)).templates).toMatchObject([
    { name: 'the spring', size: { events: 1, daysOff: 7, phases: 0, until: addDays(testDay, 80) } },
  ]);
  expect(codesOf((await keep(' x ')).kept)).toEqual(['template.name']);
  expect(codesOf((await keep('nothing', await aScreened(coach))).kept)).toEqual(['template.empty']);
  const other = await aPractice();
  expect(
    codesOf(await keepSeasonTemplate(other.coach, { id: newId(), athleteId: model, name: 'theirs' })),
  ).toEqual(['athlete.gone']);
  expect(codesOf(await removeSeasonTemplate(other.coach, { id: row?.id }))).toEqual(['template.gone']);
  must(await removeSeasonTemplate(coach, { id: row?.id }));
  expect(await templatesOfPractice(practiceId)).toEqual([]);
});

it('many are planned in it: what they lack is added once, what they have stays, and their priorities are their own', async () => {
  const { coach } = practice;
  const { id } = await keep();
  const bare = await aScreened(coach);
  const own = await aScreened(coach);
  must(
    await addEvent(coach, {
      athleteId: own,
      id: newId(),
      name: 'the RACE',
      onDate: addDays(testDay, 80),
      priority: 'B',
    }),
  );
  must(
    await addEvent(coach, {
      athleteId: own,
      id: newId(),
      name: 'A fun run',
      onDate: addDays(testDay, 40),
      priority: 'C',
    }),
  );
  must(await planSquad(coach, { id: newId(), who: 'without', templateId: id }));
  await emptied();
  const frame = await framed(model);
  const planned = await framed(bare);
  expect(planned.events).toEqual(frame.events);
  expect(planned.daysOff).toEqual(frame.daysOff);
  expect(planned.black).toBe(1);
  expect(await framed(own)).toMatchObject({
    events: [
      ['A fun run', addDays(testDay, 40), 'C'],
      ['the RACE', addDays(testDay, 80), 'B'],
    ],
    daysOff: frame.daysOff,
  });
  // Once more, for everybody: nothing comes twice.
  must(await planSquad(coach, { id: newId(), who: 'all', templateId: id }));
  await emptied();
  expect((await framed(bare)).events).toEqual(frame.events);
  expect((await framed(own)).daysOff).toEqual(frame.daysOff);
  expect((await framed(model)).black).toBe(1);
});

it('phases by date of the frame are those of every season planned in it', async () => {
  const { coach, practiceId } = practice;
  const newest = await newestSeason(practiceId, model);
  const third = newest?.weeks[2]?.startsOn ?? '';
  const parentId = newest?.season.id;
  must(
    await keepSeason(coach, {
      athleteId: model,
      id: newId(),
      parentId,
      aside: false,
      draft: { locks: [], giving: [], phaseStarts: [{ startsOn: third, phase: 'load' }] },
    }),
  );
  const { id } = await keep();
  const bare = await aScreened(coach);
  must(await planSquad(coach, { id: newId(), who: 'without', templateId: id }));
  await emptied();
  expect((await framed(bare)).phases.slice(0, 4)).toEqual((await framed(model)).phases.slice(0, 4));
  expect((await framed(bare)).phases[2]).toBe('load');
});

it('whoever cannot be planned is left as they were', async () => {
  const { coach } = practice;
  const { id } = await keep();
  const template = (await templatesOfPractice(practice.practiceId)).find((row) => row.id === id)?.frame;
  const bare = await aScreened(coach);
  const before = await framed(bare);
  // An empty frame brings no event: the refusal takes back what was added.
  const refused = await planSeason(coach, {
    athleteId: bare,
    id: newId(),
    template: { ...template, events: [] },
  });
  expect(codesOf(refused)).toEqual(['plan.no_event']);
  expect(await framed(bare)).toEqual(before);
  // Twice by a double click it is one season, and one event.
  const seasonId = newId();
  for (let i = 0; i < 2; i += 1) must(await planSeason(coach, { athleteId: bare, id: seasonId, template }));
  expect((await framed(bare)).events).toHaveLength(1);
});

it('those of one sport are planned alone; a frame that is gone is told', async () => {
  const { coach, practiceId } = practice;
  const rider = await aScreened(coach);
  const runner = await aScreened(coach);
  must(
    await saveAthlete(coach, {
      id: rider,
      version: 1,
      values: { ...athleteValues, disciplineId: 'cycling.time-trial' },
    }),
  );
  const { id } = await keep();
  const job = newId();
  must(
    await planSquad(coach, { id: job, who: 'without', disciplineId: 'cycling.time-trial', templateId: id }),
  );
  await emptied();
  expect(await newestSeason(practiceId, rider)).toBeDefined();
  expect(await newestSeason(practiceId, runner)).toBeUndefined();
  const view = await seasonsView(coach);
  expect(view.sports.map(({ id: sport, all, without }) => [sport, all, without])).toEqual([
    ['running.marathon', 2, 1],
    ['cycling.time-trial', 1, 0],
  ]);
  // A frame that is changed or forgotten meanwhile is, for the job, what it was.
  must(await planSquad(coach, { id: newId(), who: 'without', templateId: id }));
  must(await removeSeasonTemplate(coach, { id }));
  await emptied();
  expect((await framed(runner)).events).toHaveLength(1);
  expect(codesOf(await planSquad(coach, { id: newId(), who: 'all', templateId: id }))).toEqual([
    'template.gone',
  ]);
  expect(codesOf(await cancelSquad(coach, { id: job }))).toEqual([]);
});
