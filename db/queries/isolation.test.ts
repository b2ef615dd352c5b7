import { addDays } from '~/core/body/dates';
import { keepSeasonTemplate } from '~/server/commands/season-templates';
import { keepTraining, keepUsualTraining } from '~/server/commands/training';
import { aPlanned, aPractice, must, type TestPractice, testDay } from '~/server/testing';
import { newestIdOf, ownDatabase, snapshot } from '../testing';
import * as athletes from './athletes';
import * as catalogue from './catalogue';
import * as clear from './clear';
import * as ladders from './ladders';
import * as logs from './logs';
import * as plan from './plan';
import * as practices from './practice';
import { newId } from './practice';
import * as screens from './screen';
import * as templates from './season-templates';
import * as sessions from './sessions';
import * as training from './training';

ownDatabase();

let mine: TestPractice;
let theirs: TestPractice;
let athleteId: string;
let templateId: string;
beforeAll(async () => {
  [mine, theirs] = await Promise.all([aPractice(), aPractice()]);
  athleteId = await aPlanned(theirs.coach);
  const said = { athleteId, id: newId(), minutes: 60, name: 'Hills' };
  must(await keepUsualTraining(theirs.coach, { ...said, weekday: 2 }));
  templateId = newId();
  must(await keepSeasonTemplate(theirs.coach, { id: templateId, athleteId, name: 'theirs' }));
  must(await keepTraining(theirs.coach, { ...said, onDate: testDay }));
});

const ids = async () => ({
  screening: await newestIdOf('screening', athleteId),
  trial: await newestIdOf('trial', athleteId),
  session: await newestIdOf('core_session', athleteId),
  event: await newestIdOf('event', athleteId),
  run: await newestIdOf('priority_run', athleteId),
  season: await newestIdOf('season_version', athleteId),
});

/** Nothing: no row, no list, no yes. */
const nothing = (found: unknown): boolean =>
  found === undefined ||
  found === false ||
  (Array.isArray(found) && found.length === 0) ||
  (found instanceof Map && found.size === 0);

describe('a query asked in the name of one practice', () => {
  it('finds nothing of another by its ids, and finds it in the name of the other', async () => {
    const { screening, trial, session, event, run, season } = await ids();
    const until = addDays(testDay, 30);
    const asked = (practiceId: string): Record<string, () => Promise<unknown>> => ({
      athleteById: () => athletes.athleteById(practiceId, athleteId),
      lockAthlete: () => athletes.lockAthlete(practiceId, athleteId),
      subjectRows: () => athletes.subjectRows(practiceId, athleteId),
      athleteFactAt: () =>
        athletes.athleteFactAt(practiceId, athleteId, { onDate: testDay, createdAt: new Date() }),
      athletesById: () => athletes.athletesById(practiceId, [athleteId]),
      newestFormId: () => clear.newestFormId(practiceId, athleteId),
      screeningById: () => screens.screeningById(practiceId, screening),
      screeningsOf: () => screens.screeningsOf(practiceId, athleteId),
      trialsOf: () => screens.trialsOf(practiceId, athleteId),
      hasTrials: () => screens.hasTrials(practiceId, athleteId),
      trialsOn: () => screens.trialsOn(practiceId, athleteId, testDay),
      trialHistoryOf: () => screens.trialHistoryOf(practiceId, athleteId),
      trialsOfTest: () => screens.trialsOfTest(practiceId, 'front_plank'),
      lockTrial: () => screens.lockTrial(practiceId, trial),
      sessionsBetween: () => sessions.sessionsBetween(practiceId, athleteId, testDay, until),
      sessionById: () => sessions.sessionById(practiceId, session),
      practiceSessions: () => sessions.practiceSessions(practiceId, testDay, until),
      openSessions: () => sessions.openSessions(practiceId, athleteId, testDay),
      lockSession: () => sessions.lockSession(practiceId, session),
      newestSeason: () => plan.newestSeason(practiceId, athleteId),
      priorityRunsOf: () => plan.priorityRunsOf(practiceId, athleteId),
      seasonVersions: () => plan.seasonVersions(practiceId, athleteId, 9),
      seasonById: () => plan.seasonById(practiceId, athleteId, season),
      weeksBehind: () => plan.weeksBehind(practiceId, athleteId, '2020-01-06', '2099-01-05'),
      usualTraining: async () => (await training.trainingRows(practiceId, athleteId, testDay)).usual,
      sportTraining: async () => (await training.trainingRows(practiceId, athleteId, testDay)).dated,
      priorityRunById: () => plan.priorityRunById(practiceId, run),
      seasonStrips: () => plan.seasonStrips(practiceId),
      eventsOfPractice: () => plan.eventsOfPractice(practiceId),
      athletesOf: () => athletes.athletesOf(practiceId),
      templatesOfPractice: () => templates.templatesOfPractice(practiceId),
      templateById: () => templates.templateById(practiceId, templateId),
      rosterRows: () => athletes.rosterRows(practiceId, testDay, []),
      athleteNames: () => athletes.athleteNames(practiceId),
      staffById: () => practices.staffById(practiceId, theirs.coach.staffId),
    });
    for (const [name, ask] of Object.entries(asked(mine.practiceId)))
      expect(`${name} ${nothing(await ask())}`).toBe(`${name} true`);
    for (const [name, ask] of Object.entries(asked(theirs.practiceId)))
      expect(`${name} ${nothing(await ask())}`).toBe(`${name} false`);
    expect(await plan.removeEvent(mine.practiceId, athleteId, event, new Date())).toBe(false);
  });

  it('changes nothing of another', async () => {
    const { screening, trial, event } = await ids();
    const before = await snapshot();
    const { practiceId } = mine;
    await athletes.overwriteAthlete(practiceId, athleteId, { massKg: 99 });
    await clear.closeFlag(practiceId, athleteId, trial, 'none of ours', mine.coach.staffId);
    await screens.completeScreening(practiceId, screening, new Date());
    await screens.changeWarmUp(practiceId, screening, false, new Date());
    await screens.voidTrial(practiceId, trial, new Date());
    await screens.removeBattery(practiceId, screening);
    await plan.removeEvent(practiceId, athleteId, event, new Date());
    expect(await templates.removeTemplate(practiceId, templateId)).toBe(false);
    await plan.changeEvent(practiceId, athleteId, event, { name: 'none of ours' }, new Date());
    await plan.moveBlackout(practiceId, athleteId, event, { fromDate: '2026-12-01', toDate: '2026-12-02' });
    await plan.removeBlackout(practiceId, athleteId, event);
    const usual = await newestIdOf('usual_training', athleteId);
    const dated = await newestIdOf('sport_training', athleteId);
    const said = { minutes: 9, name: 'none of ours' };
    await training.putUsual({ ...said, id: usual, practiceId, athleteId, weekday: 1 });
    await training.removeUsual(practiceId, athleteId, usual);
    await training.putSport(practiceId, athleteId, [{ ...said, id: dated, onDate: testDay }]);
    await training.removeSport(practiceId, athleteId, [dated]);
    await practices.changeStaff(practiceId, theirs.coach.staffId, { name: 'Somebody else' });
    await ladders.lockProposals(practiceId, athleteId, [trial]);
    expect(await logs.recentLogs(practiceId, athleteId)).toEqual([]);
    expect(await catalogue.editHistory(practiceId, ['plank'])).toEqual([]);
    expect(await snapshot()).toEqual(before);
  });
});
