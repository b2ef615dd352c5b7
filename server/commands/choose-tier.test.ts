import { newestSeason } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { subjectOf } from '../principal/subject';
import { aPlanned, aPractice, codesOf, must, on, type TestPractice, testDay } from '../testing';
import { chooseTier } from './choose-tier';
import { planSeason } from './plan-season';

ownDatabase();

let practice: TestPractice;
let athleteId: string;
beforeEach(async () => {
  practice = await aPractice();
  athleteId = await aPlanned(practice.coach);
});
const choices = async () =>
  ((await subjectOf(practice.coach, athleteId))?.tiers ?? []).map(({ quality, tier, reason }) => [
    quality,
    tier,
    reason,
  ]);
const choose = (quality: string, tier: string | null, reason = 'long descents') =>
  chooseTier(practice.coach, { athleteId, quality, tier, reason });
let hour = 10;
const planned = async () => {
  hour += 1;
  must(await planSeason(await on(practice.coach, testDay, hour), { athleteId, id: newId() }));
  const newest = await newestSeason(practice.practiceId, athleteId);
  const cells = (newest?.weeks ?? []).flatMap((week) =>
    week.cells.filter(({ sets }) => sets > 0).map((cell) => ({ ...cell, phase: week.phase })),
  );
  return (quality: string) =>
    new Set(cells.filter((cell) => cell.quality === quality).map(({ tier }) => tier));
};

describe('a coach’s word on a priority', () => {
  it('pins, demotes or sets aside with a reason; the newest stands, and it can be taken back', async () => {
    must(await choose('hip_extension', 'main'));
    must(await choose('hip_extension', 'keep', 'hamstring is sore'));
    must(await choose('reactive', 'rest', 'no room for jumps'));
    expect(await choices()).toEqual(
      expect.arrayContaining([
        ['hip_extension', 'keep', 'hamstring is sore'],
        ['reactive', 'rest', 'no room for jumps'],
      ]),
    );
    must(await choose('reactive', null, ''));
    expect(await choices()).toHaveLength(1);
  });
  it('wants a reason and a quality there is, and is a coach’s to give', async () => {
    expect(codesOf(await choose('hip_extension', 'main', ' a '))).toEqual(['tier.reason']);
    expect(codesOf(await choose('no_such', 'main'))).not.toEqual([]);
    const asked = { athleteId, quality: 'hip_extension', tier: 'main', reason: 'long descents' };
    expect(codesOf(await chooseTier(practice.assistant, asked))).toEqual(['can.not']);
    expect(codesOf(await chooseTier((await aPractice()).coach, asked))).toEqual(['athlete.gone']);
    expect(await choices()).toEqual([]);
  });
  it('stands in the next plan: what is pinned is main, what is set aside gets nothing', async () => {
    const tiersOf = await planned();
    const quality = ['extension_endurance', 'hip_extension', 'trunk_flexion_control'].find(
      (id) => tiersOf(id).has('keep') && !tiersOf(id).has('main'),
    );
    if (!quality) throw new Error('nothing is only kept');
    must(await choose(quality, 'main'));
    expect((await planned())(quality).has('main')).toBe(true);
    must(await choose(quality, 'rest'));
    expect([...(await planned())(quality)]).toEqual([]);
  });
});
