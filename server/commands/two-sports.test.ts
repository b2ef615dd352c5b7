import { qualityIds } from '~/core/catalogue';
import { disciplineOf } from '~/core/link/two-sports';
import { addFlag } from '~/db/queries/clear';
import { priorityRunById } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { loadStanding, subjectOf } from '../principal/subject';
import {
  aPlanned,
  aPractice,
  athleteValues,
  codesOf,
  must,
  on,
  type TestPractice,
  testDay,
} from '../testing';
import { linkView } from '../views/link';
import { addAthlete } from './add-athlete';
import { closeFlag } from './close-flag';
import { planSeason } from './plan-season';
import { saveAthlete } from './save-athlete';

ownDatabase();

let practice: TestPractice;
beforeEach(async () => {
  practice = await aPractice();
});

const second = { secondDisciplineId: 'skiing.alpine-speed', secondPercent: 40 };
const values = { ...athleteValues, ...second };
const seen = async (athleteId: string, query: Record<string, string> = {}, hour = 12) => {
  const coach = await on(practice.coach, testDay, hour);
  const subject = await subjectOf(coach, athleteId);
  if (!subject) throw new Error('gone');
  return linkView(coach, subject, await loadStanding(coach, subject), new URLSearchParams(query));
};
const asked = ({ suppose }: Awaited<ReturnType<typeof seen>>) =>
  Object.fromEntries(suppose.demands.map(({ id, demand }) => [id, demand]));
const ranked = ({ priorities }: Awaited<ReturnType<typeof seen>>) =>
  priorities.map(({ key, priority }) => [key, priority]);

describe('two sports of an athlete', () => {
  it('are another one each, with a share of 1 to 99 per cent; nothing is written otherwise', async () => {
    const add = async (more: object) =>
      codesOf(await addAthlete(practice.coach, { id: newId(), values: { ...values, ...more } }));
    expect(await add({ secondDisciplineId: athleteValues.disciplineId })).toEqual(['athlete.second_same']);
    expect(await add({ secondDisciplineId: 'chess.blitz' })).toEqual(['athlete.discipline']);
    for (const secondPercent of [0, 100, 12.5, -1])
      expect(await add({ secondPercent })).toEqual(['athlete.second_percent']);
    expect(await add({ secondPercent: null })).toEqual(['athlete.second_percent']);
    expect(await add({ secondDisciplineId: null })).toEqual(['athlete.second_percent']);
    expect(await add({})).toEqual([]);
  });
  it('are weighed in the ranking; one that was kept before stays as it was, also when they go again', async () => {
    const athleteId = await aPlanned(practice.coach);
    const alone = await seen(athleteId);
    const coach = await on(practice.coach, testDay, 12);
    must(await saveAthlete(coach, { id: athleteId, version: 1, values }));
    const weighed = await seen(athleteId);
    expect(asked(weighed)).toEqual(disciplineOf(coach.trade, values).profile);
    expect(qualityIds.some((id) => asked(weighed)[id] !== asked(alone)[id])).toBe(true);
    expect(weighed.sport).toMatch(/^Running: marathon, 40 % Skiing/);
    // The same as it was supposed before, and what would be without the second as it is without it.
    expect(ranked(weighed)).toEqual(
      ranked(await seen(athleteId, { as2: second.secondDisciplineId, share: '40' })),
    );
    const without = await seen(athleteId, { as2: 'none' });
    expect(without.other?.label).toBe('the sport were Running: marathon alone');
    expect(ranked(without)).toEqual(ranked(alone));
    expect((await seen(athleteId, { share: '41' })).other?.label).toContain('for 41 %');
    expect((await seen(athleteId, { share: '40' })).other).toBeUndefined();
    const [run] = alone.runs;
    expect(ranked(await seen(athleteId, { run: run?.id ?? '' }))).toEqual(ranked(alone));
    // A season made by two sports keeps them when there is one again.
    must(await planSeason(await on(practice.coach, testDay, 13), { athleteId, id: newId() }));
    const [ofBoth] = (await seen(athleteId)).runs;
    must(
      await saveAthlete(await on(practice.coach, '2026-11-27'), {
        id: athleteId,
        version: 2,
        values: athleteValues,
      }),
    );
    expect(ranked(await seen(athleteId))).toEqual(ranked(alone));
    const then = await seen(athleteId, { run: ofBoth?.id ?? '' });
    expect([ranked(then), then.sport]).toEqual([ranked(weighed), weighed.sport]);
  });
});

describe('a ranking that is opened again', () => {
  it('has what was held and owned when it was made: a test that a pain kept from is not asked for', async () => {
    const athleteId = await aPlanned(practice.coach);
    const flagId = newId();
    await addFlag({
      id: flagId,
      practiceId: practice.practiceId,
      athleteId,
      kind: 'pain',
      text: 'Pain 6 of 10',
      region: 'low back',
      qualities: ['reactive'],
      openedAt: new Date(`${testDay}T09:00:00Z`),
    });
    const settled = ({ priorities }: Awaited<ReturnType<typeof seen>>) =>
      priorities.find(({ quality }) => quality === 'reactive')?.settleBy;
    const held = await seen(athleteId);
    must(await planSeason(await on(practice.coach, testDay, 13), { athleteId, id: newId() }));
    const [run] = (await seen(athleteId)).runs;
    expect(await priorityRunById(practice.practiceId, run?.id ?? '')).toMatchObject({
      held: ['reactive'],
      owned: [],
    });
    must(await closeFlag(practice.coach, { athleteId, flagId, reason: 'seen by a physiotherapist' }));
    const now = await seen(athleteId);
    expect(settled(now)).not.toEqual(settled(held));
    expect(settled(await seen(athleteId, { run: run?.id ?? '' }))).toEqual(settled(held));
  });
});
