import { aCleared, aPractice, type TestPractice } from '~/server/testing';
import { ownDatabase } from '../testing';
import { subjectRows } from './athletes';
import { addOwned, putUnderWay } from './ladders';

ownDatabase();

const day = '2026-11-25';
let practice: TestPractice;
let athleteId: string;
beforeAll(async () => {
  practice = await aPractice();
});
beforeEach(async () => {
  athleteId = await aCleared(practice.coach);
});

const on = (
  quality: string,
  role: 'main' | 'accessory',
  ladderId: string,
  rungId: string,
  more: object = {},
) => ({
  athleteId,
  quality,
  role,
  ladderId,
  rungId,
  load: null,
  setting: null,
  since: '2026-11-02',
  ...more,
});
const standing = async () => {
  const rows = await subjectRows(practice.practiceId, athleteId);
  return {
    on: (rows?.underWay ?? [])
      .map(({ quality, role, rungId, load, setting, since }) => ({
        quality,
        role,
        rungId,
        load,
        setting,
        since,
      }))
      .toSorted((a, b) => `${a.quality} ${a.role}`.localeCompare(`${b.quality} ${b.role}`)),
    owned: (rows?.owned ?? []).toSorted(),
  };
};
const plank = () => on('anti_extension', 'main', 'plank', 'plank_full', { load: 5, setting: 'by the wall' });

describe('what an athlete is on', () => {
  it('a rung is owned once, and never lost', async () => {
    const row = { athleteId, rungId: 'plank_knees' };
    await addOwned([row]);
    await addOwned([row, { athleteId, rungId: 'plank_full' }]);
    await addOwned([]);
    expect((await standing()).owned).toEqual(['plank_full', 'plank_knees']);
  });
  it('keeps one exercise a quality and role: the newest', async () => {
    await putUnderWay([plank()]);
    await putUnderWay([on('anti_extension', 'main', 'dead_bug', 'dead_bug_heel_tap', { since: day })]);
    expect((await standing()).on).toEqual([
      {
        quality: 'anti_extension',
        role: 'main',
        rungId: 'dead_bug_heel_tap',
        load: null,
        setting: null,
        since: day,
      },
    ]);
    await putUnderWay([]);
    expect((await standing()).on).toHaveLength(1);
  });
});
