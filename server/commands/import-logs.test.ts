import { addDays } from '~/core/body/dates';
import { recentLogs } from '~/db/queries/logs';
import { newId } from '~/db/queries/practice';
import { ownDatabase, snapshot } from '~/db/testing';
import { subjectOf } from '../principal/subject';
import {
  aCleared,
  aPlanned,
  aPractice,
  codesOf,
  must,
  sessionsOf,
  type TestPractice,
  testDay,
} from '../testing';
import { logsFile, logsFound } from '../views/log-import';
import { importLogs } from './import-logs';
import { keepDraft, keepLogDraft } from './keep-draft';

ownDatabase();

let practice: TestPractice;
beforeAll(async () => {
  practice = await aPractice();
});

const head = 'Date,Exercise,Sets,Seconds,Side,Effort,Pain,Where';
const ago = (days: number) => addDays(testDay, -days);

async function kept(athleteId: string, lines: readonly string[]) {
  const draftId = newId();
  must(
    await keepLogDraft(practice.coach, {
      id: draftId,
      athleteId,
      fileName: 'a.csv',
      content: [head, ...lines].join('\n'),
    }),
  );
  const found = async (asked = '') => {
    const subject = await subjectOf(practice.coach, athleteId);
    if (!subject) throw new Error('gone');
    return logsFound(practice.coach, subject, draftId, new URLSearchParams(asked));
  };
  const write = async () =>
    importLogs(practice.coach, {
      draftId,
      athleteId,
      logs: (await found())?.found?.writes ?? [],
    });
  return { draftId, found, write };
}

describe('sessions from a file', () => {
  it('are written each on its day, the planned one as itself, and teach in the order of their days; once', async () => {
    const athleteId = await aPlanned(practice.coach);
    const { found, write } = await kept(athleteId, [
      `${testDay},plank_full,2,30,,6,,`,
      `${ago(9)},plank_full,2,25,,5,,`,
      `${ago(30)},side_plank_full,1,20,,4,2,left knee`,
    ]);
    const preview = await found();
    expect(preview?.found).toMatchObject({ missing: [], errors: [], wrong: [], over: 0 });
    expect(preview?.found?.days.map(({ onDate, status, flags }) => [onDate, status, flags])).toEqual([
      [ago(30), 'besides', false],
      [ago(9), 'besides', false],
      [testDay, 'planned', false],
    ]);
    expect(must(await write())).toEqual({ logged: 3, flagged: 0 });
    const logs = await recentLogs(practice.practiceId, athleteId);
    expect(
      logs.map(({ onDate, effort, painRegion, painPlaces }) => [onDate, effort, painRegion, painPlaces]),
    ).toEqual([
      [ago(30), 4, 'knee', ['front_knee.left']],
      [ago(9), 5, null, []],
      [testDay, 6, null, []],
    ]);
    const session = (await sessionsOf(practice.coach, athleteId)).find(({ onDate }) => onDate === testDay);
    expect(session?.log?.sets.map(({ rungId, done }) => [rungId, done])).toEqual([
      ['plank_full', 30],
      ['plank_full', 30],
    ]);
    // A second confirmation of the same file does nothing; the same file again finds every day logged.
    const before = await snapshot();
    expect(must(await write())).toEqual({ logged: 0, flagged: 0 });
    expect(await snapshot()).toEqual(before);
    expect((await found())?.found).toBeUndefined();
    const again = await kept(athleteId, [`${testDay},plank_full,2,30,,6,,`]);
    expect((await again.found())?.found).toMatchObject({ writes: [], days: [{ status: 'logged' }] });
  });

  it('raise a flag for a pain of these two weeks, and only keep an older one', async () => {
    const athleteId = await aPlanned(practice.coach);
    const { found, write } = await kept(athleteId, [
      `${ago(15)},plank_full,1,20,,6,7,low back`,
      `${ago(14)},plank_full,1,20,,6,6,left groin`,
    ]);
    expect((await found())?.found?.days.map(({ flags }) => flags)).toEqual([false, true]);
    expect(must(await write())).toEqual({ logged: 2, flagged: 1 });
    const flags = (await subjectOf(practice.coach, athleteId))?.flags ?? [];
    expect(flags.map(({ text }) => text)).toEqual([expect.stringContaining('Pain 6 of 10 (left groin)')]);
  });

  it('a day that cannot have been so is named and not among what would be written', async () => {
    const athleteId = await aCleared(practice.coach);
    const { found } = await kept(athleteId, [
      `${ago(2)},plank_full,1,3000,,6,,`,
      `${ago(1)},plank_full,1,30,,6,,`,
    ]);
    const view = (await found())?.found;
    expect(view?.wrong).toMatchObject([{ onDate: ago(2), line: 2, issues: [{ code: 'log.beyond' }] }]);
    expect(view?.writes.map(({ onDate }) => onDate)).toEqual([ago(1)]);
  });

  it('all of a file or nothing: what is refused at the end leaves nothing of the beginning', async () => {
    const athleteId = await aCleared(practice.coach);
    const { draftId, found } = await kept(athleteId, [
      `${ago(3)},plank_full,1,30,,6,,`,
      `${ago(2)},plank_full,1,30,,6,,`,
    ]);
    const logs = (await found())?.found?.writes ?? [];
    const before = await snapshot();
    const broken = [...logs.slice(0, 1), { ...logs[1], sets: [{ ...logs[1]?.sets[0], rungId: 'no_such' }] }];
    expect(codesOf(await importLogs(practice.coach, { draftId, athleteId, logs: broken }))).toEqual([
      'log.unknown_set',
    ]);
    expect(await snapshot()).toEqual(before);
    // It can still be confirmed.
    expect(must(await importLogs(practice.coach, { draftId, athleteId, logs })).logged).toBe(2);
  });

  it('belong to one athlete of one practice; a roster is no file of sessions', async () => {
    const [one, other] = [await aCleared(practice.coach), await aCleared(practice.coach)];
    const { draftId } = await kept(one, [`${ago(2)},plank_full,1,30,,6,,`]);
    const stranger = await subjectOf(practice.coach, other);
    if (!stranger) throw new Error('gone');
    expect(await logsFound(practice.coach, stranger, draftId, new URLSearchParams())).toBeUndefined();
    const elsewhere = (await aPractice()).coach;
    const file = { id: newId(), athleteId: one, fileName: 'a.csv', content: 'x' };
    expect(codesOf(await keepLogDraft(elsewhere, file))).toEqual(['athlete.gone']);
    expect(codesOf(await importLogs(elsewhere, { draftId, athleteId: one, logs: [] }))).toEqual([
      'athlete.gone',
    ]);
    const roster = newId();
    must(await keepDraft(practice.coach, { id: roster, fileName: 'a.csv', content: `${head}\nx` }));
    expect(await logsFound(practice.coach, stranger, roster, new URLSearchParams())).toBeUndefined();
  });

  it('what is logged is written out, and read in again it is all there already', async () => {
    const athleteId = await aPlanned(practice.coach);
    const { write } = await kept(athleteId, [
      `${ago(9)},plank_full,2,25,,5,,`,
      `${ago(9)},side_plank_full,2,20,left,5,3,right groin`,
    ]);
    must(await write());
    const subject = await subjectOf(practice.coach, athleteId);
    if (!subject) throw new Error('gone');
    const [, ...lines] = (await logsFile(practice.coach, subject)).trim().split('\n');
    expect(lines).toHaveLength(2);
    const draftId = newId();
    must(
      await keepLogDraft(practice.coach, {
        id: draftId,
        athleteId,
        fileName: 'a.csv',
        content: await logsFile(practice.coach, subject),
      }),
    );
    const again = await logsFound(practice.coach, subject, draftId, new URLSearchParams());
    expect(again?.found).toMatchObject({
      missing: [],
      errors: [],
      writes: [],
      days: [{ onDate: ago(9), status: 'logged', pain: '3 (right groin)' }],
    });
  });
});
