import { aCleared, aPractice, type TestPractice } from '~/server/testing';
import { ownDatabase } from '../testing';
import { subjectRows } from './athletes';
import { moveOnLadders, sendToLadder } from './ladders';
import { newId } from './practice';

ownDatabase();

let practice: TestPractice;
let athleteId: string;
beforeAll(async () => {
  practice = await aPractice();
});
beforeEach(async () => {
  athleteId = await aCleared(practice.coach);
});

const move = (
  ladderId: string,
  rungId: string,
  sets: number,
  amount: number,
  owns: string | null = null,
) => ({
  id: newId(),
  after: { ladderId, rungId, sets, amount },
  owns,
});
const standing = async () => {
  const rows = await subjectRows(practice.practiceId, athleteId);
  return (rows?.states ?? [])
    .map(({ ladderId, rungId, sets, amount, load, setting, owned }) => ({
      ladderId,
      rungId,
      sets,
      amount,
      load,
      setting,
      owned: owned.toSorted(),
    }))
    .toSorted((a, b) => a.ladderId.localeCompare(b.ladderId));
};
const bare = { load: null, setting: null, owned: [] as string[] };
const sent = {
  ladderId: 'plank',
  rungId: 'plank_full',
  sets: 2,
  amount: 20,
  load: 8,
  setting: 'by the wall',
};

describe('moving an athlete on their ladders', () => {
  it('moves each ladder that was decided, and leaves the others', async () => {
    await sendToLadder(athleteId, sent, 20);
    await moveOnLadders(athleteId, [
      move('side_plank', 'side_plank_full', 3, 30, 'side_plank_knees'),
      move('dead_bug', 'dead_bug_arms', 2, 8),
    ]);
    expect(await standing()).toEqual([
      { ...bare, ladderId: 'dead_bug', rungId: 'dead_bug_arms', sets: 2, amount: 8 },
      { ...sent, owned: [] },
      {
        ...bare,
        ladderId: 'side_plank',
        rungId: 'side_plank_full',
        sets: 3,
        amount: 30,
        owned: ['side_plank_knees'],
      },
    ]);
  });
  it('keeps load and set-up while the rung stays, and drops them with it', async () => {
    await sendToLadder(athleteId, sent, 20);
    await moveOnLadders(athleteId, [move('plank', 'plank_full', 3, 25)]);
    expect(await standing()).toEqual([{ ...sent, sets: 3, amount: 25, owned: [] }]);
    await moveOnLadders(athleteId, [move('plank', 'plank_long', 1, 15, 'plank_full')]);
    expect(await standing()).toEqual([
      { ...bare, ladderId: 'plank', rungId: 'plank_long', sets: 1, amount: 15, owned: ['plank_full'] },
    ]);
  });
  it('owns a rung once, and never loses one', async () => {
    await moveOnLadders(athleteId, [move('plank', 'plank_full', 3, 25, 'plank_knees')]);
    await moveOnLadders(athleteId, [move('plank', 'plank_full', 3, 25, 'plank_knees')]);
    await moveOnLadders(athleteId, [move('plank', 'plank_long', 1, 15, 'plank_full')]);
    await moveOnLadders(athleteId, [move('plank', 'plank_full', 1, 15)]);
    expect((await standing())[0]?.owned).toEqual(['plank_full', 'plank_knees']);
  });
  it('takes the last of two moves of one ladder, and what both own', async () => {
    await moveOnLadders(athleteId, [
      move('plank', 'plank_full', 3, 25, 'plank_knees'),
      move('plank', 'plank_long', 1, 15, 'plank_full'),
    ]);
    expect(await standing()).toEqual([
      {
        ...bare,
        ladderId: 'plank',
        rungId: 'plank_long',
        sets: 1,
        amount: 15,
        owned: ['plank_full', 'plank_knees'],
      },
    ]);
  });
  it('does nothing when nothing was accepted', async () => {
    await moveOnLadders(athleteId, []);
    expect(await standing()).toEqual([]);
  });
});
