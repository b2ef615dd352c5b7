import { aCleared, aPractice, type TestPractice } from '~/server/testing';
import { ownDatabase } from '../testing';
import { subjectRows } from './athletes';
import { moveOnLadders, putUnderWay } from './ladders';
import { newId } from './practice';

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
const move = (from: string, ladderId: string, rungId: string, more: object = {}) => ({
  id: newId(),
  kind: 'next_rung' as const,
  before: { ladderId, rungId: from, sets: 3, amount: 20, load: null },
  after: { ladderId, rungId, sets: 3, amount: 20, load: null as number | null },
  owns: null as string | null,
  moves: true,
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

describe('moving an athlete on', () => {
  it('takes the exercise that was decided to another rung, keeps its day, and leaves the others', async () => {
    await putUnderWay([plank(), on('anti_lateral', 'main', 'side_plank', 'side_plank_full')]);
    await moveOnLadders(athleteId, day, [
      move('plank_full', 'plank', 'plank_long_lever', { owns: 'plank_full' }),
    ]);
    expect(await standing()).toEqual({
      on: [
        {
          quality: 'anti_extension',
          role: 'main',
          rungId: 'plank_long_lever',
          load: null,
          setting: null,
          since: '2026-11-02',
        },
        {
          quality: 'anti_lateral',
          role: 'main',
          rungId: 'side_plank_full',
          load: null,
          setting: null,
          since: '2026-11-02',
        },
      ],
      owned: ['plank_full'],
    });
  });
  it('keeps the set-up while the rung stays, with another load', async () => {
    await putUnderWay([plank()]);
    const heavier = move('plank_full', 'plank', 'plank_full', {
      kind: 'more',
      after: { ladderId: 'plank', rungId: 'plank_full', sets: 3, amount: 20, load: 7.5 },
    });
    await moveOnLadders(athleteId, day, [heavier]);
    expect((await standing()).on[0]).toMatchObject({ load: 7.5, setting: 'by the wall' });
  });
  it('owns a rung once, never loses one, and moves nothing that only owns', async () => {
    await putUnderWay([plank()]);
    for (let i = 0; i < 2; i += 1)
      await moveOnLadders(athleteId, day, [
        move('plank_full', 'plank', 'plank_full', { kind: 'stay', owns: 'plank_knees', moves: false }),
      ]);
    expect(await standing()).toMatchObject({
      on: [{ rungId: 'plank_full', load: 5 }],
      owned: ['plank_knees'],
    });
  });
  it('moves what is under way in every role, and nothing that is not', async () => {
    await putUnderWay([plank(), on('anti_extension', 'accessory', 'dead_bug', 'dead_bug_heel_tap')]);
    await moveOnLadders(athleteId, day, [
      move('dead_bug_heel_tap', 'dead_bug', 'dead_bug_wall_press'),
      move('sl_stand', 'single_leg_control', 'sl_hinge'),
    ]);
    expect((await standing()).on.map(({ rungId }) => rungId)).toEqual(['dead_bug_wall_press', 'plank_full']);
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
    await moveOnLadders(athleteId, day, []);
    await putUnderWay([]);
    expect((await standing()).on).toHaveLength(1);
  });
});
