import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { subjectOf } from '../principal/subject';
import { aPlanned, aPractice, codesOf, must, sessionsOf, type TestPractice, testDay } from '../testing';
import { setPrescription } from './set-prescription';

ownDatabase();

let practice: TestPractice;
let athleteId: string;
beforeAll(async () => {
  practice = await aPractice();
});
beforeEach(async () => {
  athleteId = await aPlanned(practice.coach);
});

const openOnes = async () =>
  (await sessionsOf(practice.coach, athleteId)).filter(({ onDate }) => onDate >= testDay);
const rungsOf = (sessions: Awaited<ReturnType<typeof openOnes>>) =>
  sessions.map(({ onDate, items }) => [onDate, items.map(({ rungId }) => rungId)] as const);
const send = (more: object) => setPrescription(practice.coach, { athleteId, ...more });
/** An exercise that is on no card and not under way. */
const beside = 'bridge_both';

describe('what is sent from the bench', () => {
  it('arrives on the next card beside the others, with its figures, and once when it is sent twice', async () => {
    const before = await openOnes();
    expect(before.flatMap(({ items }) => items.map(({ rungId }) => rungId))).not.toContain(beside);
    const sent = { rungId: beside, load: 5, amount: 9, setting: 'towel under the bar' };
    const { days } = must(await send(sent));
    expect(days).toEqual([before[0]?.onDate]);
    const once = await openOnes();
    must(await send(sent));
    const after = await openOnes();
    expect(after).toEqual(once);
    expect(rungsOf(after)).toEqual(
      rungsOf(before).map(([day, rungs], i) => [day, i === 0 ? [...rungs, beside] : rungs]),
    );
    const row = after[0]?.items.at(-1);
    expect(row).toMatchObject({
      amount: 9,
      loadValue: 5,
      detail: { setting: 'towel under the bar', byHand: true },
    });
    // Other figures change it where it stands.
    must(await send({ rungId: beside, load: 10, amount: 9 }));
    const [changed] = await openOnes();
    expect(changed?.items.filter(({ rungId }) => rungId === beside)).toMatchObject([
      { loadValue: 10, detail: { setting: 'towel under the bar' } },
    ]);
  });
  it('arrives on the chosen card, or on all of them', async () => {
    const before = await openOnes();
    const last = before.at(-1);
    expect(must(await send({ rungId: beside, on: last?.id })).days).toEqual([last?.onDate]);
    must(await send({ rungId: beside, on: 'all' }));
    for (const { items } of await openOnes())
      expect(items.filter(({ rungId }) => rungId === beside)).toHaveLength(1);
    expect(codesOf(await send({ rungId: beside, on: newId() }))).toEqual(['bench.no_card']);
  });
  it('is set from now on where it is under way, and nothing else moves', async () => {
    const subject = await subjectOf(practice.coach, athleteId);
    const on = subject?.underWay.find(({ rungId, role }) => role === 'main' && rungId !== beside);
    const before = await openOnes();
    must(await send({ rungId: on?.rungId, setting: 'feet on the line' }));
    const after = await openOnes();
    expect(rungsOf(after)).toEqual(rungsOf(before));
    const rows = after.flatMap(({ items }) => items).filter(({ rungId }) => rungId === on?.rungId);
    expect(rows.length).toBeGreaterThan(0);
    for (const { detail } of rows) expect(detail.setting).toBe('feet on the line');
  });
  it('asks first about what should be owned before, and is put there when the coach says so', async () => {
    const hard = { rungId: 'react_single_leg_taps' };
    const asked = await send(hard);
    expect(codesOf(asked)).toEqual(['bench.before']);
    expect(rungsOf(await openOnes()).flatMap(([, rungs]) => rungs)).not.toContain(hard.rungId);
    expect(must(await send({ ...hard, anyway: true })).days).toHaveLength(1);
  });
  it('keeps a lever inside what the rung can be set to', async () => {
    expect(codesOf(await send({ rungId: 'hinge_stand', lever: 89, anyway: true }))).toEqual([
      'hand.lever_range',
    ]);
    expect(codesOf(await send({ rungId: beside, lever: 10 }))).toEqual(['hand.no_lever']);
    must(await send({ rungId: 'hinge_stand', lever: 40, anyway: true }));
    const rows = (await openOnes()).flatMap(({ items }) => items);
    expect(rows.find(({ rungId }) => rungId === 'hinge_stand')?.detail.lever).toBe(40);
  });
});
