import { addDays } from '~/core/body/dates';
import { openProposals, putUnderWay } from '~/db/queries/ladders';
import { ownDatabase } from '~/db/testing';
import { subjectOf } from '../principal/subject';
import { aPlanned, aPractice, codesOf, must, on, sessionsOf, type TestPractice, testDay } from '../testing';
import { logOf, todaysOf } from '../testing-logs';
import { decideProposals } from './decide-proposals';
import { keepLog } from './keep-log';
import { setPrescription } from './set-prescription';
import { takeBackDecision } from './take-back-decision';

ownDatabase();

let practice: TestPractice;
let athleteId: string;
beforeEach(async () => {
  practice = await aPractice();
  athleteId = await aPlanned(practice.coach);
  // Pain of 3 asks for something easier: there is something to decide.
  const log = logOf(await todaysOf(practice.coach, athleteId));
  must(await keepLog(practice.coach, { ...log, painScore: 3, painRegion: 'thigh' }));
});

const standing = async () => {
  const subject = await subjectOf(practice.coach, athleteId);
  return {
    underWay: (subject?.underWay ?? [])
      .map(({ quality, role, rungId, load, lever, setting }) => ({
        quality,
        role,
        rungId,
        load,
        lever,
        setting,
      }))
      .toSorted((a, b) => `${a.quality} ${a.role}`.localeCompare(`${b.quality} ${b.role}`)),
    owned: [...(subject?.owned ?? [])].toSorted(),
    open: (await openProposals(practice.practiceId, athleteId)).map(({ id, status, taken }) => ({
      id,
      status,
      taken,
    })),
    cards: (await sessionsOf(practice.coach, athleteId))
      .filter(({ onDate }) => onDate > testDay)
      .map(({ onDate, items }) => [onDate, items.map(({ rungId, sets, amount }) => [rungId, sets, amount])]),
  };
};
const ids = async () => (await openProposals(practice.practiceId, athleteId)).map(({ id }) => id);
const take = async () => {
  const chosen = await ids();
  expect(chosen.length).toBeGreaterThan(0);
  must(await decideProposals(practice.coach, { athleteId, accept: chosen, reject: [] }));
  return chosen;
};

describe('a decision that is taken back', () => {
  it('leaves exercises, marks, proposals and cards as they were before it', async () => {
    const before = await standing();
    const chosen = await take();
    const decided = await standing();
    expect(decided.open).toEqual([]);
    expect(decided.underWay).not.toEqual(before.underWay);
    expect(must(await takeBackDecision(practice.coach, { athleteId, ids: chosen })).opened).toBe(
      chosen.length,
    );
    expect(await standing()).toEqual(before);
    // It can be decided again, and taken back twice is once.
    expect(must(await takeBackDecision(practice.coach, { athleteId, ids: chosen })).opened).toBe(0);
    await take();
    expect(await standing()).toEqual(decided);
  });
  it('gives a set-up back that went with its exercise', async () => {
    const subject = await subjectOf(practice.coach, athleteId);
    const open = await openProposals(practice.practiceId, athleteId);
    const moved = open.find(({ before, after }) => before.rungId !== after.rungId);
    const one = subject?.underWay.find(({ rungId }) => rungId === moved?.before.rungId);
    if (!moved || !one) throw new Error('nothing moves');
    must(
      await setPrescription(practice.coach, {
        athleteId,
        rungId: one.rungId,
        amount: 5,
        setting: 'a stride from the wall',
      }),
    );
    const chosen = await take();
    expect((await standing()).underWay.some(({ setting }) => setting === 'a stride from the wall')).toBe(
      false,
    );
    must(await takeBackDecision(practice.coach, { athleteId, ids: chosen }));
    expect((await standing()).underWay).toContainEqual(
      expect.objectContaining({ rungId: one.rungId, setting: 'a stride from the wall' }),
    );
  });
  it('is refused on another day, and by whoever may not decide, and nothing moves', async () => {
    const chosen = await take();
    const decided = await standing();
    const sent = { athleteId, ids: chosen };
    const tomorrow = await on(practice.coach, addDays(testDay, 1));
    expect(codesOf(await takeBackDecision(tomorrow, sent))[0]).toBe('proposal.built_on');
    expect(codesOf(await takeBackDecision(practice.assistant, sent))).toEqual(['can.not']);
    expect(await standing()).toEqual(decided);
  });
  it('is refused when the exercise was changed by hand since', async () => {
    const open = await openProposals(practice.practiceId, athleteId);
    const moved = open.find(({ before, after }) => before.rungId !== after.rungId);
    const chosen = await take();
    const one = (await subjectOf(practice.coach, athleteId))?.underWay.find(
      ({ rungId }) => rungId === moved?.after.rungId,
    );
    if (!one) throw new Error('nothing moved');
    const other = practice.coach.trade
      .ladderOf(one.rungId)
      .rungs.find(({ id }) => id !== moved?.after.rungId && id !== moved?.before.rungId);
    const later = new Date(practice.coach.now.getTime() + 60_000);
    await putUnderWay([{ ...one, rungId: other?.id ?? '', proposalId: null, updatedAt: later }]);
    const now = await standing();
    expect(now.underWay.some(({ rungId }) => rungId === other?.id)).toBe(true);
    expect(codesOf(await takeBackDecision(practice.coach, { athleteId, ids: chosen }))[0]).toBe(
      'proposal.built_on',
    );
    expect(await standing()).toEqual(now);
  });
});
