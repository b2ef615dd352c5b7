import { addDays } from '~/core/body/dates';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { trainingRows } from '~/db/queries/training';
import { ownDatabase, snapshot } from '~/db/testing';
import { subjectOf } from '../principal/subject';
import {
  anAthlete,
  aPlanned,
  aPractice,
  codesOf,
  must,
  on,
  sessionsOf,
  type TestPractice,
  testDay,
} from '../testing';
import { trainingFile, trainingFound, trainingView } from '../views/training';
import { layOut } from './lay-out';
import { planSeason } from './plan-season';
import {
  importTraining,
  keepTraining,
  keepTrainingDraft,
  keepUsualTraining,
  removeTraining,
  removeUsualTraining,
} from './training';

ownDatabase();

let practice: TestPractice;
beforeAll(async () => {
  practice = await aPractice();
});

/** The test day is a Wednesday. */
const ahead = (days: number) => addDays(testDay, days);
const downhill = { startsAt: '10:00', minutes: 90, hardness: 7, risk: true, name: 'Downhill' };
const rows = (athleteId: string) => trainingRows(practice.practiceId, athleteId, ahead(-40));

describe('the usual week', () => {
  it('is kept as it is said now, and taken out; by its own practice alone', async () => {
    const { coach } = practice;
    const athleteId = await anAthlete(coach);
    const usual = { athleteId, id: newId(), weekday: 6, ...downhill };
    must(await keepUsualTraining(coach, usual));
    must(await keepUsualTraining(coach, { ...usual, minutes: 60 }));
    expect((await rows(athleteId)).usual).toMatchObject([
      { weekday: 6, minutes: 60, risk: true, name: 'Downhill' },
    ]);
    const other = await anAthlete(coach);
    // An id that is another athlete's is not taken over.
    expect(codesOf(await keepUsualTraining(coach, { ...usual, athleteId: other }))).toEqual([
      'training.gone',
    ]);
    expect(codesOf(await removeUsualTraining(coach, { athleteId: other, id: usual.id }))).toEqual([
      'training.gone',
    ]);
    const elsewhere = await aPractice();
    expect(codesOf(await keepUsualTraining(elsewhere.coach, usual))).toEqual(['athlete.gone']);
    expect(codesOf(await removeUsualTraining(elsewhere.coach, usual))).toEqual(['training.gone']);
    must(await removeUsualTraining(coach, usual));
    expect((await rows(athleteId)).usual).toEqual([]);
  });
  it.each([
    [{ minutes: 0 }, 'training.minutes'],
    [{ minutes: 1441 }, 'training.minutes'],
    [{ minutes: 30.5 }, 'training.minutes'],
    [{ minutes: null }, 'training.minutes'],
    [{ hardness: 0 }, 'training.hard'],
    [{ hardness: 11 }, 'training.hard'],
    [{ startsAt: '24:00' }, 'training.time'],
    [{ startsAt: '7:5' }, 'training.time'],
    [{ name: ' ' }, 'training.name'],
    [{ weekday: 7 }, 'form.choose'],
  ])('is refused with %j: %s', async (wrong, code) => {
    const athleteId = await anAthlete(practice.coach);
    const kept = await keepUsualTraining(practice.coach, {
      athleteId,
      id: newId(),
      weekday: 1,
      ...downhill,
      ...wrong,
    });
    expect(codesOf(kept)).toEqual([code]);
  });
});

it('a session on its day lies within four weeks back and two years ahead', async () => {
  const { coach } = practice;
  const athleteId = await anAthlete(coach);
  const keep = (onDate: string) => keepTraining(coach, { athleteId, id: newId(), onDate, ...downhill });
  for (const days of [-28, 0, 730]) must(await keep(ahead(days)));
  for (const days of [-29, 731]) expect(codesOf(await keep(ahead(days)))).toEqual(['training.day']);
  const [first] = (await rows(athleteId)).dated;
  must(await removeTraining(coach, { athleteId, id: first?.id }));
  expect(codesOf(await removeTraining(coach, { athleteId, id: first?.id }))).toEqual(['training.gone']);
  expect((await rows(athleteId)).dated).toHaveLength(2);
});

describe('a session of risk', () => {
  it('takes its day out of the season and of the weeks that are laid out, and says so on a session that stands', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const view = async () => {
      const subject = await subjectOf(coach, athleteId);
      if (!subject) throw new Error('gone');
      return trainingView(coach, subject);
    };
    const open = (await sessionsOf(coach, athleteId)).filter(({ onDate }) => onDate > testDay);
    const day = open[0]?.onDate as string;
    expect((await view()).tooClose).toEqual([]);
    must(await keepTraining(coach, { athleteId, id: newId(), onDate: day, ...downhill }));
    expect((await view()).tooClose).toEqual([
      { onDate: day, risk: { name: 'Downhill', onDate: day, startsAt: '10:00' } },
    ]);
    must(await layOut(coach, { athleteId }));
    const after = (await sessionsOf(coach, athleteId)).map(({ onDate }) => onDate);
    expect(after).not.toContain(day);
    expect(after.length).toBeGreaterThan(0);
    expect((await view()).tooClose).toEqual([]);
  });
  it('on every weekday of the trunk but one leaves a season with that one', async () => {
    const { coach } = practice;
    const athleteId = await aPlanned(coach);
    const before = await newestSeason(practice.practiceId, athleteId);
    const most = Math.max(...(before?.weeks.map(({ sessions }) => sessions) ?? []));
    expect(most).toBeGreaterThan(1);
    for (const weekday of [0, 1, 2, 3, 4, 6])
      must(await keepUsualTraining(coach, { athleteId, id: newId(), weekday, ...downhill }));
    must(await planSeason(coach, { athleteId, id: newId() }));
    const now = await newestSeason(practice.practiceId, athleteId);
    expect(Math.max(...(now?.weeks.map(({ sessions }) => sessions) ?? []))).toBe(1);
    expect(now?.weeks.some(({ reasons }) => reasons.some((one) => one.includes('session of risk')))).toBe(
      true,
    );
  });
  it('closes the day before too where the practice keeps that many hours', async () => {
    const careful = await aPractice({ riskHours: 24 });
    const athleteId = await aPlanned(careful.coach);
    const open = (await sessionsOf(careful.coach, athleteId)).filter(({ onDate }) => onDate > testDay);
    const day = open[0]?.onDate as string;
    must(await keepTraining(careful.coach, { athleteId, id: newId(), onDate: addDays(day, 1), ...downhill }));
    const subject = await subjectOf(careful.coach, athleteId);
    if (!subject) throw new Error('gone');
    expect((await trainingView(careful.coach, subject)).tooClose.map(({ onDate }) => onDate)).toContain(day);
  });
});

describe('a file of training', () => {
  const stamp = (day: string) => day.replaceAll('-', '');
  const weekly = (title: string, uid: string, first: string, times: number, ...more: string[]) => [
    'BEGIN:VEVENT',
    `UID:${uid}`,
    `SUMMARY:${title}`,
    `DTSTART:${stamp(first)}T183000`,
    `DTEND:${stamp(first)}T193000`,
    `RRULE:FREQ=WEEKLY;COUNT=${times}`,
    ...more,
    'END:VEVENT',
  ];
  const whole = (title: string, uid: string, from: string, to: string) => [
    'BEGIN:VEVENT',
    `UID:${uid}`,
    `SUMMARY:${title}`,
    `DTSTART;VALUE=DATE:${stamp(from)}`,
    `DTEND;VALUE=DATE:${stamp(to)}`,
    'END:VEVENT',
  ];
  const calendar = (...lines: string[]) =>
    ['BEGIN:VCALENDAR', 'X-WR-CALNAME:Club diary', ...lines, 'END:VCALENDAR'].join('\r\n');

  async function kept(athleteId: string, content: string) {
    const { coach } = practice;
    const draftId = newId();
    must(await keepTrainingDraft(coach, { id: draftId, athleteId, fileName: 'club.ics', content }));
    const found = async (asked = '') => {
      const subject = await subjectOf(coach, athleteId);
      if (!subject) throw new Error('gone');
      return trainingFound(coach, subject, draftId, new URLSearchParams(asked));
    };
    const write = async (asked = '') => {
      const its = (await found(asked))?.found;
      return importTraining(coach, {
        draftId,
        athleteId,
        source: its?.source ?? 'x',
        ...(its?.writes ?? { sessions: [], events: [], daysOff: [], gone: [] }),
      });
    };
    return { draftId, found, write };
  }

  it('brings training, events and days off, once; the same calendar again brings them up to date', async () => {
    const athleteId = await anAthlete(practice.coach);
    const first = calendar(
      ...weekly('Club run', 'run', ahead(2), 6),
      ...whole('Family holiday', 'off', ahead(28), ahead(35)),
      ...whole('Hill championship', 'race', ahead(80), ahead(81)),
    );
    const one = await kept(athleteId, first);
    const asked = 'use.hill+championship=A&hard.club+run=6';
    expect((await one.found(asked))?.found?.counts).toEqual({
      sessions: 6,
      new: 6,
      changed: 0,
      gone: 0,
      events: 1,
      newEvents: 1,
      daysOff: 1,
      newDaysOff: 1,
      risk: 0,
    });
    must(await one.write(asked));
    const before = await snapshot();
    must(await one.write(asked));
    expect(await snapshot()).toEqual(before);
    expect((await one.found())?.found).toBeUndefined();
    const subject = await subjectOf(practice.coach, athleteId);
    expect(subject?.events).toMatchObject([{ name: 'Hill championship', priority: 'A', onDate: ahead(80) }]);
    expect(subject?.blackouts).toMatchObject([
      { fromDate: ahead(28), toDate: ahead(34), reason: 'Family holiday' },
    ]);
    const written = (await rows(athleteId)).dated;
    expect(written.map(({ onDate, hardness, source }) => [onDate, hardness, source])).toEqual(
      [2, 9, 16, 23, 30, 37].map((days) => [ahead(days), 6, 'Club diary']),
    );

    // A week later: one day called off, one moved, the race a day later, the holiday longer.
    const second = calendar(
      ...weekly('Club run', 'run', ahead(2), 5, `EXDATE:${stamp(ahead(9))}T183000`),
      'BEGIN:VEVENT',
      'UID:run',
      'SUMMARY:Club run',
      `RECURRENCE-ID:${stamp(ahead(16))}T183000`,
      `DTSTART:${stamp(ahead(17))}T070000`,
      `DTEND:${stamp(ahead(17))}T080000`,
      'END:VEVENT',
      ...whole('Family holiday', 'off', ahead(28), ahead(38)),
      ...whole('Hill championship', 'race', ahead(81), ahead(82)),
    );
    const two = await kept(athleteId, second);
    expect((await two.found(asked))?.found?.counts).toMatchObject({
      sessions: 4,
      new: 0,
      changed: 1,
      gone: 2,
      newEvents: 0,
      newDaysOff: 0,
    });
    must(await two.write(asked));
    const now = (await rows(athleteId)).dated;
    expect(now.map(({ onDate, startsAt }) => [onDate, startsAt])).toEqual([
      [ahead(2), '18:30'],
      [ahead(17), '07:00'],
      [ahead(23), '18:30'],
      [ahead(30), '18:30'],
    ]);
    expect(now[1]?.id).toBe(written[2]?.id);
    const later = await subjectOf(practice.coach, athleteId);
    expect(later?.events).toMatchObject([{ onDate: ahead(81), sequence: 1 }]);
    expect(later?.blackouts).toMatchObject([{ toDate: ahead(37) }]);
  });

  it('takes out what it brought alone: not what was typed, nor what another calendar brought', async () => {
    const { coach } = practice;
    const athleteId = await anAthlete(coach);
    must(await keepTraining(coach, { athleteId, id: newId(), onDate: ahead(5), ...downhill }));
    const other = await kept(
      athleteId,
      calendar(...weekly('Ride', 'ride', ahead(3), 2)).replace('Club diary', 'Bike'),
    );
    must(await other.write());
    const mine = await kept(athleteId, calendar(...weekly('Club run', 'run', ahead(2), 2)));
    must(await mine.write());
    const empty = await kept(athleteId, calendar(...weekly('Swim', 'swim', ahead(4), 1)));
    expect((await empty.found())?.found?.counts.gone).toBe(2);
    must(await empty.write());
    expect((await rows(athleteId)).dated.map(({ name }) => name).sort()).toEqual([
      'Downhill',
      'Ride',
      'Ride',
      'Swim',
    ]);
  });

  it('leaves what lies behind as it was', async () => {
    const { coach } = practice;
    const athleteId = await anAthlete(coach);
    const one = await kept(athleteId, calendar(...weekly('Club run', 'run', ahead(-14), 4)));
    must(await one.write());
    const two = await kept(athleteId, calendar(...weekly('Swim', 'swim', ahead(1), 1)));
    must(await two.write());
    expect((await rows(athleteId)).dated.map(({ onDate }) => onDate)).toEqual([
      ahead(-14),
      ahead(-7),
      ahead(1),
    ]);
  });

  it('as a table is read by its columns, and what is written out is read in the same', async () => {
    const { coach } = practice;
    const athleteId = await anAthlete(coach);
    must(await keepUsualTraining(coach, { athleteId, id: newId(), weekday: 5, ...downhill }));
    must(await keepTraining(coach, { athleteId, id: newId(), onDate: ahead(1), ...downhill, name: 'Camp' }));
    const subject = await subjectOf(coach, athleteId);
    if (!subject) throw new Error('gone');
    const text = await trainingFile(coach, subject);
    const other = await anAthlete(coach);
    const one = await kept(other, text);
    must(await one.write());
    const back = await subjectOf(coach, other);
    if (!back) throw new Error('gone');
    expect(await trainingFile(coach, back)).toBe(text);
    const missing = await kept(other, 'when,name\n2026-12-01,Run\n');
    expect((await missing.found())?.found?.missing).toEqual(['Day', 'Minutes']);
  });

  it('is a draft of one athlete: another does not find it', async () => {
    const { coach } = practice;
    const athleteId = await anAthlete(coach);
    const { draftId } = await kept(athleteId, calendar(...weekly('Run', 'run', ahead(1), 1)));
    const other = await subjectOf(coach, await anAthlete(coach));
    if (!other) throw new Error('gone');
    expect(await trainingFound(coach, other, draftId, new URLSearchParams())).toBeUndefined();
  });

  it('is not written by who may not, nor half when a part of it may not be', async () => {
    const { coach } = practice;
    const athleteId = await anAthlete(coach);
    const { draftId } = await kept(athleteId, calendar(...weekly('Run', 'run', ahead(1), 1)));
    const write = (onDate: string, by = coach) =>
      importTraining(by, {
        draftId,
        athleteId,
        source: 'x',
        sessions: [
          { id: newId(), ...downhill, onDate: ahead(1) },
          { id: newId(), ...downhill, onDate },
        ],
        events: [],
        daysOff: [],
        gone: [],
      }).then(codesOf);
    expect(await write(ahead(900))).toEqual(['training.day']);
    expect((await rows(athleteId)).dated).toEqual([]);
    expect(await write(ahead(2), await on(coach, testDay))).toEqual([]);
    expect((await rows(athleteId)).dated).toHaveLength(2);
  });
});
