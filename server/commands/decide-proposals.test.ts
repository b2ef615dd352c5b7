import { insertProposals, openProposals } from '~/db/queries/ladders';
import { newId } from '~/db/queries/practice';
import { ownDatabase } from '~/db/testing';
import { loadStanding, subjectOf } from '../principal/subject';
import { aPlanned, aPractice, codesOf, must, sessionsOf, type TestPractice, testDay } from '../testing';
import { logOf, todaysOf } from '../testing-logs';
import { practiceProposalsView, proposalPreview } from '../views/proposals';
import { decideProposals } from './decide-proposals';
import { keepLog } from './keep-log';

ownDatabase();

let practice: TestPractice;
let athleteId: string;
let logId: string;
beforeEach(async () => {
  practice = await aPractice();
  athleteId = await aPlanned(practice.coach);
  const log = logOf(await todaysOf(practice.coach, athleteId));
  must(await keepLog(practice.coach, log));
  logId = log.id;
});

const subject = async () => {
  const found = await subjectOf(practice.coach, athleteId);
  if (!found) throw new Error('gone');
  return found;
};
const ahead = async () =>
  (await sessionsOf(practice.coach, athleteId)).filter(({ onDate }) => onDate > testDay);
/** A proposal for an exercise that stands on the cards ahead, with the neighbours it has on its ladder. */
const propose = async (step: 1 | -1 = 1) => {
  const { trade, practiceId } = practice.coach;
  const { gate, underWay } = await subject();
  const rungs = new Set((await ahead()).flatMap(({ items }) => items.map(({ rungId }) => rungId)));
  for (const { rungId } of underWay) {
    const ladder = trade.ladderOf(rungId);
    const at = ladder.rungs.findIndex((rung) => rung.id === rungId);
    const [to, third] = [ladder.rungs[at + step], ladder.rungs[at + 2 * step]];
    if (!rungs.has(rungId) || !to || !third) continue;
    if ([to, third].some((rung) => gate.rung(rung.id).bars.length > 0)) continue;
    const id = newId();
    const of = (rung: string) => ({ ladderId: ladder.id, rungId: rung, sets: 3, amount: 5, load: null });
    await insertProposals([
      {
        id,
        practiceId,
        athleteId,
        logId,
        ladderId: ladder.id,
        kind: step === 1 ? 'next_rung' : 'back',
        before: of(rungId),
        after: of(to.id),
        owns: null,
        reason: 'met its goal',
        createdAt: practice.coach.now,
      },
    ]);
    return { id, from: rungId, to: to.id, third: third.id };
  }
  throw new Error('nothing to propose');
};
const onCards = async () =>
  (await ahead()).flatMap(({ items, onDate }) => items.map(({ rungId }) => `${onDate} ${rungId}`));
const decide = (id: string, changes: Record<string, object> = {}) =>
  decideProposals(practice.coach, { athleteId, accept: [id], reject: [], changes });

describe('proposals', () => {
  it('are taken as proposed: the cards follow, and no day moves', async () => {
    const { id, from, to } = await propose();
    const days = (await ahead()).map(({ onDate }) => onDate);
    must(await decide(id));
    expect((await subject()).underWay.map(({ rungId }) => rungId)).toContain(to);
    const cards = await onCards();
    expect(cards.some((line) => line.endsWith(` ${from}`))).toBe(false);
    expect((await ahead()).map(({ onDate }) => onDate)).toEqual(days);
    expect((await openProposals(practice.practiceId, athleteId)).map((row) => row.id)).not.toContain(id);
  });

  it('are previewed as they come out, and looking writes nothing', async () => {
    const { id } = await propose(-1);
    const before = await ahead();
    const of = await subject();
    const { sessions, choices } = await proposalPreview(
      practice.coach,
      of,
      await loadStanding(practice.coach, of),
      [id],
      {},
    );
    expect(await ahead()).toEqual(before);
    expect(choices[id]?.rungs.length).toBeGreaterThan(1);
    must(await decide(id));
    const after = await ahead();
    for (const session of sessions) {
      const now = after.find(({ onDate }) => onDate === session.onDate);
      const names = now?.items.map(({ detail, sets, amount }) => `${detail.name} ${sets} ${amount}`) ?? [];
      for (const { name, work } of session.comes) {
        const [, sets, amount] = /^(\d+) × ([\d.]+)/.exec(work) ?? [];
        expect(names).toContain(`${name} ${sets} ${amount}`);
      }
      for (const { name, work } of session.goes) {
        const [, sets, amount] = /^(\d+) × ([\d.]+)/.exec(work) ?? [];
        expect(names).not.toContain(`${name} ${sets} ${amount}`);
      }
    }
    expect(sessions.some(({ comes, goes }) => comes.length + goes.length > 0)).toBe(true);
  });

  it('may be changed first: to another rung of the quality, not to one of another, nor to a load it does not take', async () => {
    const { id, third } = await propose();
    const other = (await subject()).underWay.find(
      ({ rungId }) =>
        practice.coach.trade.ladderOf(rungId).quality !== practice.coach.trade.ladderOf(third).quality,
    );
    expect(codesOf(await decide(id, { [id]: { rungId: other?.rungId } }))).toEqual([
      'proposal.other_quality',
    ]);
    expect(codesOf(await decide(id, { [id]: { rungId: 'no_such' } }))).toEqual(['proposal.rung_gone']);
    expect(codesOf(await decide(id, { [id]: { load: 400 } }))[0]).toMatch(/bench.no_load|proposal.too_heavy/);
    expect(codesOf(await decide(id, { [id]: { sets: 0 } }))).toEqual(['hand.sets']);
    must(await decide(id, { [id]: { rungId: third, sets: 2 } }));
    expect((await subject()).underWay.map(({ rungId }) => rungId)).toContain(third);
    const next = (await ahead()).flatMap(({ items }) => items).find(({ rungId }) => rungId === third);
    expect(next?.sets).toBeLessThanOrEqual(2);
  });

  it('of the whole practice stand together, by what they change, with how many are outside the ramp', async () => {
    const second = await aPlanned(practice.coach);
    const { id } = await propose();
    const view = await practiceProposalsView(practice.coach);
    const all = view.groups.flatMap(({ proposals }) => proposals);
    expect(view).toMatchObject({ changes: all.length, mayDecide: true });
    expect(view.athletes).toBe(new Set(all.map((one) => one.athleteId)).size);
    expect(all.find((one) => one.id === id)).toMatchObject({ group: 'rung', athleteId, inRamp: true });
    expect(all.map((one) => one.athleteId)).not.toContain(second);
    expect((await practiceProposalsView((await aPractice()).coach)).changes).toBe(0);
    expect((await practiceProposalsView(practice.assistant)).mayDecide).toBe(false);
  });
});
