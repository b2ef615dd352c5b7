import { addDays } from '~/core/body/dates';
import type { Result } from '~/core/result';
import { type PlantedFault, withPlantedFault } from '~/db/client.server';
import { openProposals } from '~/db/queries/ladders';
import { linkBy } from '~/db/queries/links';
import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { trialsOf } from '~/db/queries/screen';
import { ownDatabase, snapshot } from '~/db/testing';
import { drawnPng } from '../pictures-testing';
import { linkPrincipalOf } from '../principal/principal';
import { hashPassword, tokenHash } from '../principal/sign-in.server';
import {
  aCleared,
  anAthlete,
  aPlanned,
  aPractice,
  aScreen,
  aScreened,
  athleteValues,
  codesOf,
  formOf,
  must,
  on,
  sessionsOf,
  type TestPractice,
  testDay,
  trialOf,
} from '../testing';
import { logOf } from '../testing-logs';
import { addAthlete } from './add-athlete';
import { answerForm } from './answer-form';
import { keepBattery, removeBattery } from './batteries';
import { chooseTier } from './choose-tier';
import { closeFlag } from './close-flag';
import { changeWarmUp, closeScreening } from './close-screening';
import { correctTrial } from './correct-trial';
import { decideProposals } from './decide-proposals';
import { easeBackIn } from './ease-back';
import { editCatalogue } from './edit-catalogue';
import { editSession } from './edit-session';
import { keepExerciseSet, removeExerciseSet } from './exercise-sets';
import { importLogs } from './import-logs';
import { importRoster } from './import-roster';
import { keepDraft, keepLogDraft } from './keep-draft';
import { keepLog } from './keep-log';
import { keepStill, keepTrace } from './keep-recording';
import { keepSeason } from './keep-season';
import { amendTrial, keepTrial } from './keep-trial';
import { layOut } from './lay-out';
import { agreeLink, endLink, makeLink } from './links';
import { keepLiveSet, takeBackSet, tellPain } from './live-session';
import { openScreening, openSquadScreening } from './open-screening';
import { addBlackout, addEvent, changeEvent, removeBlackout, removeEvent } from './plan';
import { planSeason } from './plan-season';
import { cancelSquad, planSquad } from './plan-squad';
import { bringBack, putOffMatters } from './put-off';
import { recordAgreement } from './record-agreement';
import { repeatWeek } from './repeat-week';
import { restoreSeason } from './restore-season';
import { saveAthlete } from './save-athlete';
import { keepSeasonTemplate, removeSeasonTemplate } from './season-templates';
import { setPrescription } from './set-prescription';
import { setUpPractice } from './set-up-practice';
import { saveSettings } from './settings';
import { addStaff, changePassword, changePerson, resetPassword, signOutEverywhere } from './staff';
import { takeBackDecision } from './take-back-decision';
import {
  importTraining,
  keepTraining,
  keepTrainingDraft,
  keepUsualTraining,
  removeTraining,
  removeUsualTraining,
} from './training';
import { voidTrial } from './void-trial';

ownDatabase();

let practice: TestPractice;
beforeAll(async () => {
  practice = await aPractice();
});

type Perform = () => Promise<Result<unknown>>;
/** Makes what a command needs and gives the command, ready to be performed as often as it takes. */
type Story = readonly [title: string, prepare: () => Promise<Perform>, already?: string];

const athletesForm = async () => aCleared(practice.coach);
const opened = (athleteId: string, id = newId()) => ({
  id,
  athleteId,
  purpose: 'first',
  testIds: ['front_plank', 'side_plank'],
  rests: { front_plank: 99 },
  firstSide: 'left',
  warmUpDone: true,
  trainedLast24h: false,
  footwear: 'barefoot',
});

async function loggable(): Promise<{ athleteId: string; log: Parameters<typeof keepLog.perform>[1] }> {
  const athleteId = await aPlanned(practice.coach);
  const session = (await sessionsOf(practice.coach, athleteId)).find(({ onDate }) => onDate === testDay);
  const item = session?.items[0];
  if (!session || !item) throw new Error('no session today');
  return {
    athleteId,
    log: {
      id: newId(),
      sessionId: session.id,
      effort: 6,
      painScore: 6,
      painRegion: 'low back',
      painPlaces: ['low_back.left'],
      sleepHours: 7.5,
      readiness: 3,
      note: 'hurt',
      mergeWith: null,
      corrects: null,
      onDate: null,
      unplannedFor: null,
      finishedAt: null,
      painId: null,
      reserve: { [item.rungId]: 'little' },
      sets: [
        {
          rungId: item.rungId,
          setNo: 1,
          side: item.sided ? 'left' : 'both',
          done: item.amount,
          faultId: null,
          load: null,
        },
      ],
    },
  };
}

const stories: readonly Story[] = [
  [
    'athlete.add',
    async () => {
      const id = newId();
      return () => addAthlete(practice.coach, { id, values: athleteValues });
    },
  ],
  [
    'athlete.change',
    async () => {
      const id = await aPlanned(practice.coach);
      return () =>
        saveAthlete(practice.coach, { id, version: 1, values: { ...athleteValues, massKg: 66, kit: [] } });
    },
  ],
  [
    'clearance.answer',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const form = formOf({ cautions: ['shoulder_pain'] });
      return () => answerForm(practice.coach, { athleteId, form });
    },
  ],
  [
    'clearance.agree',
    async () => {
      const form = formOf({ cautions: ['hernia'] });
      const athleteId = await anAthlete(practice.coach);
      must(await answerForm(practice.coach, { athleteId, form }));
      const agreement = {
        id: newId(),
        formId: form.id,
        signs: [],
        cautions: ['hernia'],
        name: 'A. P.',
        role: 'physician',
        onDate: testDay,
      };
      return () => recordAgreement(practice.coach, { athleteId, agreement });
    },
  ],
  [
    'flag.close',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const screeningId = await aScreen(practice.coach, athleteId, ['brace_breathing']);
      const trial = trialOf(screeningId, 'brace_breathing', {
        value: 3,
        endReason: 'done',
        painScore: 7,
        painRegion: 'knee',
      });
      must(await keepTrial(practice.coach, { trial }));
      return () => closeFlag(practice.coach, { athleteId, flagId: trial.id, reason: 'seen' });
    },
    'flag.gone',
  ],
  [
    'screen.open',
    async () => {
      const sent = opened(await athletesForm());
      return () => openScreening(practice.coach, sent);
    },
  ],
  [
    'screen.open_squad',
    async () => {
      const sent = {
        id: newId(),
        athleteId: await athletesForm(),
        testId: 'front_plank',
        onDate: testDay,
        firstSide: 'left',
        warmUpDone: true,
      };
      return () => openSquadScreening(practice.coach, sent);
    },
  ],
  [
    'screen.close',
    async () => {
      const athleteId = await athletesForm();
      const screeningId = await aScreen(practice.coach, athleteId);
      must(await keepTrial(practice.coach, { trial: trialOf(screeningId, 'front_plank') }));
      return () => closeScreening(practice.coach, { screeningId });
    },
  ],
  [
    'screen.warm_up',
    async () => {
      const screeningId = await aScreen(practice.coach, await athletesForm());
      return () => changeWarmUp(practice.coach, { screeningId, done: false });
    },
  ],
  [
    'trial.keep',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const screeningId = await aScreen(practice.coach, athleteId, ['brace_breathing']);
      const trial = trialOf(screeningId, 'brace_breathing', {
        value: 3,
        endReason: 'done',
        painScore: 7,
        painRegion: 'low back',
      });
      return () => keepTrial(practice.coach, { trial });
    },
  ],
  [
    'trial.amend',
    async () => {
      const screeningId = await aScreen(practice.coach, await athletesForm());
      const bare = trialOf(screeningId, 'front_plank', { answered: false });
      must(await keepTrial(practice.coach, { trial: bare }));
      const amendmentId = newId();
      const trial = { ...bare, answered: true, painScore: 8, painRegion: 'knee' as const };
      return () => amendTrial(practice.coach, { amendmentId, trial });
    },
  ],
  [
    'trial.void',
    async () => {
      const screeningId = await aScreen(practice.coach, await athletesForm());
      const trial = trialOf(screeningId, 'front_plank');
      must(await keepTrial(practice.coach, { trial }));
      return () => voidTrial(practice.coach, { trialId: trial.id });
    },
  ],
  [
    'trial.correct',
    async () => {
      const athleteId = await aScreened(practice.coach);
      const old = (await trialsOf(practice.practiceId, athleteId)).find(
        ({ testId }) => testId === 'front_plank',
      );
      const correction = {
        id: newId(),
        trialId: old?.id ?? '',
        takeOut: false,
        value: 55,
        grade: null,
        reason: 'seen on the video',
      };
      return () => correctTrial(practice.coach, { athleteId, correction });
    },
  ],
  [
    'recording.keep_trace',
    async () => {
      const trace = {
        id: newId(),
        athleteId: await athletesForm(),
        testId: null,
        side: 'both',
        source: 'imported',
        recordedAt: `${testDay}T10:00:00.000Z`,
        csv: `t_s,cuff [mmHg]\n${Array.from({ length: 60 }, (_, i) => `${(i / 20).toFixed(2)},${40 + (i % 3)}`).join('\n')}`,
      };
      return () => keepTrace(practice.coach, trace);
    },
  ],
  [
    'recording.keep_still',
    async () => {
      const still = {
        id: newId(),
        athleteId: await athletesForm(),
        angle: 'pelvic_drop',
        source: 'photo',
        landmarks: {
          iliac_left: [10, 10],
          iliac_right: [30, 12],
          plumb_top: [5, 2],
          plumb_bottom: [5, 30],
        },
        base64: (await drawnPng(60, 40)).toString('base64'),
      };
      return () => keepStill(practice.coach, still);
    },
  ],
  [
    'battery.keep',
    async () => {
      const id = newId();
      return () =>
        keepBattery(practice.coach, {
          id,
          name: `B ${id}`,
          testIds: ['front_plank'],
          rests: { front_plank: 33 },
        });
    },
  ],
  [
    'battery.remove',
    async () => {
      const id = must(
        await keepBattery(practice.coach, {
          id: newId(),
          name: newId(),
          testIds: ['front_plank'],
          rests: {},
        }),
      );
      return () => removeBattery(practice.coach, { id });
    },
    'battery.gone',
  ],
  [
    'event.add',
    async () => {
      const athleteId = await athletesForm();
      const id = newId();
      return () =>
        addEvent(practice.coach, {
          athleteId,
          id,
          name: 'Race',
          onDate: addDays(testDay, 50),
          priority: 'A',
        });
    },
  ],
  [
    'event.change',
    async () => {
      const athleteId = await athletesForm();
      const id = newId();
      const event = { athleteId, id, name: 'Race', onDate: addDays(testDay, 40), priority: 'A' };
      must(await addEvent(practice.coach, event));
      return () => changeEvent(practice.coach, { ...event, name: 'The race', onDate: addDays(testDay, 47) });
    },
  ],
  [
    'event.remove',
    async () => {
      const athleteId = await athletesForm();
      const id = newId();
      must(
        await addEvent(practice.coach, {
          athleteId,
          id,
          name: 'R',
          onDate: addDays(testDay, 9),
          priority: 'B',
        }),
      );
      return () => removeEvent(practice.coach, { athleteId, id });
    },
    'event.gone',
  ],
  [
    'blackout.add',
    async () => {
      const athleteId = await athletesForm();
      const id = newId();
      return () =>
        addBlackout(practice.coach, {
          athleteId,
          id,
          from: testDay,
          to: addDays(testDay, 3),
          reason: 'exams',
        });
    },
  ],
  [
    'exercise_set.keep',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const [session] = await sessionsOf(practice.coach, athleteId);
      const kept = { id: newId(), athleteId, sessionId: session?.id, name: 'circuit' };
      return () => keepExerciseSet(practice.coach, kept);
    },
  ],
  [
    'exercise_set.remove',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const [session] = await sessionsOf(practice.coach, athleteId);
      const id = newId();
      must(
        await keepExerciseSet(practice.coach, {
          id,
          athleteId,
          sessionId: session?.id,
          name: `set ${id.slice(-6)}`,
        }),
      );
      return () => removeExerciseSet(practice.coach, { id });
    },
    'kept.gone',
  ],
  [
    'week.repeat',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const session = (await sessionsOf(practice.coach, athleteId)).find(({ onDate }) => onDate === testDay);
      if (!session) throw new Error('no session');
      must(await keepLog(practice.coach, logOf(session)));
      const later = await on(practice.coach, addDays(testDay, 11));
      const id = newId();
      return () => repeatWeek(later, { athleteId, id });
    },
  ],
  [
    'week.ease_back',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const session = (await sessionsOf(practice.coach, athleteId)).find(({ onDate }) => onDate === testDay);
      if (!session) throw new Error('no session');
      must(await keepLog(practice.coach, logOf(session)));
      const later = await on(practice.coach, addDays(testDay, 16));
      return () => easeBackIn(later, { athleteId });
    },
  ],
  [
    'tier.choose',
    async () => {
      const athleteId = await athletesForm();
      const choice = { athleteId, quality: 'hip_extension', tier: 'main', reason: 'long descents' };
      return () => chooseTier(practice.coach, choice);
    },
  ],
  [
    'blackout.remove',
    async () => {
      const athleteId = await athletesForm();
      const id = newId();
      must(await addBlackout(practice.coach, { athleteId, id, from: testDay, to: testDay, reason: 'exams' }));
      return () => removeBlackout(practice.coach, { athleteId, id });
    },
    'blackout.gone',
  ],
  [
    'training.keep_usual',
    async () => {
      const athleteId = await athletesForm();
      const usual = { athleteId, id: newId(), weekday: 2, minutes: 60, name: 'Hills' };
      return () => keepUsualTraining(practice.coach, usual);
    },
  ],
  [
    'training.remove_usual',
    async () => {
      const athleteId = await athletesForm();
      const usual = { athleteId, id: newId(), weekday: 2, minutes: 60, name: 'Hills' };
      must(await keepUsualTraining(practice.coach, usual));
      return () => removeUsualTraining(practice.coach, { athleteId, id: usual.id });
    },
    'training.gone',
  ],
  [
    'training.keep',
    async () => {
      const athleteId = await athletesForm();
      const session = { athleteId, id: newId(), onDate: testDay, minutes: 60, name: 'Hills' };
      return () => keepTraining(practice.coach, session);
    },
  ],
  [
    'training.remove',
    async () => {
      const athleteId = await athletesForm();
      const session = { athleteId, id: newId(), onDate: testDay, minutes: 60, name: 'Hills' };
      must(await keepTraining(practice.coach, session));
      return () => removeTraining(practice.coach, { athleteId, id: session.id });
    },
    'training.gone',
  ],
  [
    'training.keep_draft',
    async () => {
      const athleteId = await athletesForm();
      const id = newId();
      return () => keepTrainingDraft(practice.coach, { id, athleteId, fileName: 'a.ics', content: 'x' });
    },
  ],
  [
    'training.import',
    async () => {
      const athleteId = await athletesForm();
      const draftId = newId();
      must(
        await keepTrainingDraft(practice.coach, { id: draftId, athleteId, fileName: 'a.ics', content: 'x' }),
      );
      const gone = newId();
      must(
        await keepTraining(practice.coach, { athleteId, id: gone, onDate: testDay, minutes: 9, name: 'x' }),
      );
      const file = {
        athleteId,
        draftId,
        source: 'a.ics',
        sessions: [{ id: newId(), onDate: testDay, minutes: 60, name: 'Hills' }],
        events: [{ id: newId(), name: 'Race', onDate: addDays(testDay, 20), priority: 'B' }],
        daysOff: [{ id: newId(), from: testDay, to: testDay, reason: 'away' }],
        gone: [gone],
      };
      return () => importTraining(practice.coach, file);
    },
  ],
  [
    'season.plan',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const id = newId();
      return () => planSeason(practice.coach, { athleteId, id });
    },
  ],
  [
    'season.keep',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const { season, weeks } = (await newestSeason(practice.coach.practiceId, athleteId)) ?? {};
      const event = {
        athleteId,
        id: newId(),
        name: 'Club race',
        priority: 'C',
        onDate: addDays(testDay, 30),
      };
      must(await addEvent(practice.coach, event));
      const startsOn = weeks?.[1]?.startsOn ?? '';
      const draft = {
        locks: [{ startsOn, quality: 'anti_extension', sets: 2 }],
        giving: [],
        events: { [event.id]: addDays(testDay, 37) },
      };
      const id = newId();
      return () => keepSeason(practice.coach, { athleteId, id, parentId: season?.id, draft });
    },
  ],
  [
    'season.restore',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const first = await newestSeason(practice.coach.practiceId, athleteId);
      must(await planSeason(practice.coach, { athleteId, id: newId() }));
      const id = newId();
      return () => restoreSeason(practice.coach, { athleteId, id, versionId: first?.season.id });
    },
  ],
  [
    'season_template.keep',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const kept = { id: newId(), athleteId, name: 'the spring' };
      return () => keepSeasonTemplate(practice.coach, kept);
    },
  ],
  [
    'season_template.remove',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const id = newId();
      must(await keepSeasonTemplate(practice.coach, { id, athleteId, name: 'the autumn' }));
      return () => removeSeasonTemplate(practice.coach, { id });
    },
    'template.gone',
  ],
  [
    'squad.plan',
    async () => {
      const squad = await aPractice();
      await aCleared(squad.coach);
      const id = newId();
      return () => planSquad(squad.coach, { id, who: 'all' });
    },
  ],
  [
    'squad.cancel',
    async () => {
      const squad = await aPractice();
      await aCleared(squad.coach);
      const id = newId();
      must(await planSquad(squad.coach, { id, who: 'all' }));
      return () => cancelSquad(squad.coach, { id });
    },
  ],
  [
    'week.lay_out',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      must(await setPrescription(practice.coach, { athleteId, rungId: 'plank_full', amount: 12 }));
      const next = await on(practice.coach, addDays(testDay, 7));
      return () => layOut(next, { athleteId });
    },
  ],
  [
    'session.edit',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const session = (await sessionsOf(practice.coach, athleteId)).find(({ items }) => items.length > 1);
      return () =>
        editSession(practice.coach, {
          athleteId,
          sessionId: session?.id,
          revision: session?.revision,
          edit: { op: 'add', rungId: 'neck_nod_supine' },
        });
    },
    // It was made anew under another id.
    'hand.stale',
  ],
  [
    'log.keep',
    async () => {
      const { log } = await loggable();
      return () => keepLog(practice.coach, log);
    },
  ],
  [
    'link.make',
    async () => {
      const athleteId = await athletesForm();
      const link = { id: newId(), athleteId, holder: 'athlete', days: 30 };
      return () => makeLink(practice.coach, link);
    },
    'link.made',
  ],
  [
    'link.end',
    async () => {
      const athleteId = await athletesForm();
      const id = newId();
      must(await makeLink(practice.coach, { id, athleteId, holder: 'athlete', days: 30 }));
      return () => endLink(practice.coach, { id, athleteId });
    },
    'link.gone',
  ],
  [
    'link.agree',
    async () => {
      const athleteId = await athletesForm();
      const made = must(
        await makeLink(practice.coach, { id: newId(), athleteId, holder: 'athlete', days: 30 }),
      );
      const rows = await linkBy(tokenHash(made.token), practice.coach.now);
      if (!rows) throw new Error('no link');
      return () => agreeLink(linkPrincipalOf(rows, practice.coach.now), {});
    },
  ],
  [
    'log.keep_set',
    async () => {
      const { log } = await loggable();
      const set = { ...log.sets[0], id: newId(), sessionId: log.sessionId };
      return () => keepLiveSet(practice.coach, set);
    },
  ],
  [
    'log.take_back_set',
    async () => {
      const { log } = await loggable();
      const set = { ...log.sets[0], id: newId(), sessionId: log.sessionId };
      must(await keepLiveSet(practice.coach, set));
      return () => takeBackSet(practice.coach, set);
    },
  ],
  [
    'log.pain',
    async () => {
      const { log } = await loggable();
      const pain = { id: newId(), sessionId: log.sessionId, score: 6, region: 'knee', rungId: null };
      return () => tellPain(practice.coach, pain);
    },
  ],
  [
    'proposal.decide',
    async () => {
      const { athleteId, log } = await loggable();
      // Pain of 3 asks for something easier: there is something to decide.
      must(await keepLog(practice.coach, { ...log, painScore: 3, painRegion: 'thigh' }));
      const open = await openProposals(practice.practiceId, athleteId);
      expect(open.length).toBeGreaterThan(0);
      return () =>
        decideProposals(practice.coach, { athleteId, accept: open.map(({ id }) => id), reject: [] });
    },
  ],
  [
    'proposal.take_back',
    async () => {
      const { athleteId, log } = await loggable();
      must(await keepLog(practice.coach, { ...log, painScore: 3, painRegion: 'thigh' }));
      const ids = (await openProposals(practice.practiceId, athleteId)).map(({ id }) => id);
      must(await decideProposals(practice.coach, { athleteId, accept: ids, reject: [] }));
      return () => takeBackDecision(practice.coach, { athleteId, ids });
    },
  ],
  [
    'today.put_off',
    async () => {
      const athleteIds = [await aCleared(practice.coach)];
      return () => putOffMatters(practice.coach, { athleteIds, until: addDays(testDay, 1) });
    },
  ],
  [
    'today.bring_back',
    async () => {
      const athleteIds = [await aCleared(practice.coach)];
      must(await putOffMatters(practice.coach, { athleteIds, until: addDays(testDay, 1) }));
      return () => bringBack(practice.coach, { athleteIds });
    },
  ],
  [
    'prescription.set',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      return () =>
        setPrescription(practice.coach, { athleteId, rungId: 'plank_full', amount: 14, setting: 'x' });
    },
  ],
  [
    'import.keep_draft',
    async () => {
      const id = newId();
      return () => keepDraft(practice.coach, { id, fileName: 'a.csv', content: 'x' });
    },
  ],
  [
    'log.keep_draft',
    async () => {
      const athleteId = await aPlanned(practice.coach);
      const id = newId();
      return () => keepLogDraft(practice.coach, { id, athleteId, fileName: 'a.csv', content: 'x' });
    },
  ],
  [
    'log.import',
    async () => {
      // What is laid out follows as after a single log, which has a story of its own.
      const athleteId = await aCleared(practice.coach);
      const draftId = newId();
      must(await keepLogDraft(practice.coach, { id: draftId, athleteId, fileName: 'a.csv', content: 'x' }));
      const logs = [3, 2].map((days, i) => ({
        id: newId(),
        sessionId: newId(),
        onDate: addDays(testDay, -days),
        effort: 5,
        painScore: i * 6,
        painRegion: 'knee',
        sets: [{ rungId: 'plank_full', setNo: 1, side: 'both', done: 30 }],
      }));
      return () => importLogs(practice.coach, { draftId, athleteId, logs });
    },
  ],
  [
    'import.confirm',
    async () => {
      const known = await aPlanned(practice.coach);
      const draftId = newId();
      must(await keepDraft(practice.coach, { id: draftId, fileName: 'a.csv', content: 'x' }));
      const {
        kit: _k,
        schoolId: _s,
        sessionsPerWeek: _n,
        minutesPerSession: _m,
        weekdays: _w,
        note: _,
        ...values
      } = athleteValues;
      const rows = [
        { values: { ...values, familyName: 'Imported' } },
        { athleteId: known, values: { ...values, massKg: 63 } },
      ];
      return () => importRoster(practice.coach, { draftId, rows });
    },
  ],
  [
    'catalogue.edit',
    async () => {
      const principal = await on(practice.owner, testDay);
      const id = newId();
      return () =>
        editCatalogue(principal, {
          id,
          revision: principal.catalogue.revision,
          reason: 'longer',
          edit: { op: 'change', kind: 'rung', entryId: 'plank_full', patch: { rest_s: 90 } },
        });
    },
  ],
  [
    'settings.change',
    async () => {
      const principal = await on(practice.owner, testDay);
      const { settings } = principal;
      return () =>
        saveSettings(principal, {
          ...settings,
          version: principal.practiceVersion,
          name: 'Renamed',
          timeZone: 'Europe/Oslo',
          schoolId: 'neutral',
          firstWeekday: 0,
        });
    },
  ],
  [
    'staff.add',
    async () => {
      const id = newId();
      return () => addStaff(practice.owner, { id, name: 'New', email: `${id}@example.test`, role: 'coach' });
    },
  ],
  [
    'staff.change',
    async () => {
      const { owner, assistant } = await aPractice();
      return () => changePerson(owner, { id: assistant.staffId, role: 'coach', disabled: true });
    },
  ],
  [
    'staff.reset_password',
    async () => () => resetPassword(practice.owner, { id: practice.assistant.staffId }),
  ],
  [
    'staff.sign_out_everywhere',
    async () => () => signOutEverywhere(practice.owner, { id: practice.assistant.staffId }),
  ],
  [
    'password.change',
    async () => {
      const other = await aPractice();
      const { changeStaff } = await import('~/db/queries/practice');
      await changeStaff(other.practiceId, other.coach.staffId, {
        passwordHash: await hashPassword('the old one it was'),
      });
      return () => changePassword(other.coach, { old: 'the old one it was', fresh: 'a fresh pass phrase' });
    },
    'password.old',
  ],
];

/** What carries a moment or a salt of its own, and may be written again with the same content. */
const salted = ['staff', 'audit', 'auth_session', 'under_way', 'owned_rung'];

async function broken(fault: PlantedFault, perform: Perform): Promise<boolean> {
  return withPlantedFault(fault, perform).then(
    (result) => {
      expect(codesOf(result)).toEqual([]);
      return false;
    },
    () => true,
  );
}

const writes = /^\s*(?:insert|update|delete)/i;

describe('a connection that breaks at any statement of', () => {
  it.each(stories.map(([title, prepare, already]) => ({ title, prepare, already })))(
    '$title leaves all or nothing, and the retry completes',
    async ({ prepare, already }) => {
      const perform = await prepare();
      const before = await snapshot();
      let commit = 0;
      let written = false;
      for (let at = 1; commit === 0; at += 1) {
        expect(at).toBeLessThan(400);
        const fault: PlantedFault = { at, when: 'before', seen: 0 };
        expect(await broken(fault, perform)).toBe(true);
        const text = fault.text ?? '';
        written ||= writes.test(text);
        // Before the first write there is nothing that could stay.
        if (written) expect(await snapshot()).toEqual(before);
        if (fault.text?.toLowerCase().startsWith('commit')) commit = at;
        else if (writes.test(text)) {
          // Done, and its answer lost: the transaction is not.
          expect(await broken({ at, when: 'after', seen: 0 }, perform)).toBe(true);
          expect(await snapshot()).toEqual(before);
        }
      }
      // The answer to the commit is lost: it is done, and nobody knows.
      expect(await broken({ at: commit, when: 'after', seen: 0 }, perform)).toBe(true);
      const after = await snapshot();
      expect(after).not.toEqual(before);
      const retried = codesOf(await perform());
      expect(retried).toEqual(already && retried.length > 0 ? [already] : []);
      const bare = (held: Record<string, string>) =>
        Object.fromEntries(Object.entries(held).filter(([name]) => !salted.includes(name)));
      expect(bare(await snapshot())).toEqual(bare(after));
    },
    120_000,
  );
  it('nothing of the commands there are is missing here', async () => {
    const { readdirSync, readFileSync } = await import('node:fs');
    const titles = readdirSync('server/commands')
      .filter((name) => !name.endsWith('.test.ts'))
      .flatMap((name) => [
        ...readFileSync(`server/commands/${name}`, 'utf8').matchAll(/^ {2}title: '([a-z_.]+)'/gm),
      ])
      .map(([, title]) => title);
    expect(titles.length).toBeGreaterThan(30);
    expect(stories.map(([title]) => title).sort()).toEqual(titles.sort());
  });
  it('setting up a practice leaves none, and the retry makes one', async () => {
    const { practiceCount } = await import('~/db/queries/principal');
    const sent = {
      practice: 'First',
      timeZone: 'Europe/London',
      name: 'Owner',
      email: 'first@example.test',
      password: 'several plain words',
    };
    // Others are here already in this database: it is refused, and writes nothing.
    const before = await snapshot();
    expect(await practiceCount()).toBeGreaterThan(0);
    expect(codesOf(await setUpPractice(sent))).toEqual(['set_up.done']);
    expect(await snapshot()).toEqual(before);
  });
});
