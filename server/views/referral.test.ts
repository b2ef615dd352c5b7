import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { closeFlag } from '../commands/close-flag';
import { keepLog } from '../commands/keep-log';
import { loadStanding, subjectOf } from '../principal/subject';
import { aCleared, aPlanned, aPractice, must, type TestPractice, testDay } from '../testing';
import { logOf, todaysOf } from '../testing-logs';
import { referralView } from './referral';

ownDatabase();

let practice: TestPractice;
beforeAll(async () => {
  practice = await aPractice();
});

async function noteOf(athleteId: string, flagId: string, who = practice.coach) {
  const subject = await subjectOf(who, athleteId);
  if (!subject) throw new Error('gone');
  return referralView(who, await loadStanding(who, subject), flagId);
}

describe('a referral note', () => {
  it('says what was told, what was done, what is held and what was measured, and names no condition', async () => {
    const athleteId = await aPlanned(practice.coach);
    const session = await todaysOf(practice.coach, athleteId);
    const log = logOf(session, { painScore: 6, painPlaces: ['groin.left'], note: 'On the hill' });
    must(await keepLog(practice.coach, log));
    const note = await noteOf(athleteId, log.id);
    expect(note).toMatchObject({
      flag: { text: expect.stringContaining('Pain 6 of 10 (left groin)'), closed: null },
      trial: null,
      session: { onDate: testDay, effort: 6, where: 'left groin', note: 'On the hill' },
      by: practice.coach.staffName,
    });
    expect(note?.session?.sets.length).toBe(log.sets.length);
    expect(note?.held).toContain('Level pelvis');
    expect(note?.heldSessions).toBeGreaterThan(0);
    // Each test and side that was screened, in its own figures.
    expect(note?.measured.map(({ test }) => test)).toContain('Side plank');
    expect(note?.measured.every(({ value }) => value !== '')).toBe(true);
    expect(JSON.stringify(note)).not.toMatch(/strain|tear|sprain|hernia|syndrome|inflam/i);
  });
  it('of a flag that was closed says why, and holds nothing any more; the others are told as before', async () => {
    const athleteId = await aPlanned(practice.coach);
    const log = logOf(await todaysOf(practice.coach, athleteId), { painScore: 6, painRegion: 'knee' });
    must(await keepLog(practice.coach, log));
    must(await closeFlag(practice.coach, { athleteId, flagId: log.id, reason: 'Seen by a physiotherapist' }));
    const note = await noteOf(athleteId, log.id);
    expect(note?.flag.closed?.reason).toBe('Seen by a physiotherapist');
    expect(note).toMatchObject({ held: [], heldSessions: 0, before: [] });
  });
  it('is of that athlete alone', async () => {
    const athleteId = await aPlanned(practice.coach);
    const log = logOf(await todaysOf(practice.coach, athleteId), { painScore: 6, painRegion: 'knee' });
    must(await keepLog(practice.coach, log));
    const other = await aCleared(practice.coach);
    expect(await noteOf(other, log.id)).toBeUndefined();
    expect(await noteOf(athleteId, newId())).toBeUndefined();
    expect(await noteOf(athleteId, 'x')).toBeUndefined();
  });
});
