import { shippedTrade } from '~/core/catalogue/trade';
import { proposalKinds } from '~/db/schema';
import type { Prescription } from './prescription';
import type { ProposalKind } from './progress';
import type { Step } from './steps';
import {
  isMove,
  lighten,
  lighterBy,
  movedBy,
  type ProposalChange,
  proposalGroups,
  type Taken,
  takenOf,
} from './take';

const step = (rungId: string, over: Partial<Step> = {}): Step => ({
  ladderId: 'plank',
  rungId,
  sets: 3,
  amount: 20,
  load: null,
  ...over,
});
const taken = (kind: ProposalKind, from: Step, to: Step, edited = false): Taken => ({
  kind,
  from,
  to,
  edited,
  less: null,
});
const proposed = (kind: ProposalKind, before: Step, after: Step, change?: ProposalChange) =>
  takenOf({ kind, before, after }, change, shippedTrade);
const on = (role: string, rungId: string) => ({
  role,
  ladderId: 'plank',
  rungId,
  load: 5,
  setting: 'by the wall',
});

describe('proposals that are taken', () => {
  it('move the exercise they speak of to another rung, in every role, and leave the others', () => {
    const up = taken('next_rung', step('plank_full'), step('plank_long_lever'));
    expect(movedBy([on('main', 'plank_full'), on('keep', 'plank_full'), on('neck', 'other')], [up])).toEqual([
      { role: 'main', ladderId: 'plank', rungId: 'plank_long_lever', load: null, lever: null, setting: null },
      { role: 'keep', ladderId: 'plank', rungId: 'plank_long_lever', load: null, lever: null, setting: null },
    ]);
  });
  it('keep the set-up while the rung stays, with another load', () => {
    const heavier = taken('more', step('plank_full'), step('plank_full', { load: 7.5 }));
    expect(movedBy([on('main', 'plank_full')], [heavier])).toMatchObject([
      { load: 7.5, setting: 'by the wall' },
    ]);
  });
  it('that only own a rung, or ask for less, move nothing; one the coach changed moves where it leads', () => {
    const there = step('plank_full');
    for (const kind of ['stay', 'less', 'shorter'] as const)
      expect(isMove(taken(kind, there, there))).toBe(false);
    for (const kind of ['next_rung', 'more', 'back', 'hold_quality'] as const)
      expect(isMove(taken(kind, there, step('plank_knees')))).toBe(true);
    expect(isMove(taken('stay', there, step('plank_knees'), true))).toBe(true);
    expect(isMove(taken('next_rung', there, there, true))).toBe(false);
    expect(isMove(taken('next_rung', there, step('plank_full', { load: 4 }), true))).toBe(true);
  });
  it('are lighter in the next session alone, and never more than is asked', () => {
    const less = new Map(
      lighterBy([
        proposed('less', step('a'), step('a', { sets: 2 })),
        proposed('back', step('b'), step('c', { amount: 9 })),
        proposed('next_rung', step('d'), step('e')),
        proposed('next_rung', step('f'), step('g'), { sets: 2 }),
      ]),
    );
    expect([...less.keys()]).toEqual(['a', 'c', 'g']);
    const item = (rungId: string, sets = 3, amount = 12) => ({ rungId, sets, amount }) as Prescription;
    const asked = () =>
      lighten([item('a'), item('c'), item('e'), item('g', 3, 30)], less).map(({ sets, amount }) => [
        sets,
        amount,
      ]);
    expect(asked()).toEqual([
      [2, 12],
      [3, 9],
      [3, 12],
      [2, 30],
    ]);
    expect(asked()[0]).toEqual([3, 12]);
  });
  it('may be changed: what is not said stays as proposed, and another rung has a load of its own', () => {
    const [before, after] = [step('plank_full'), step('plank_long_lever', { load: 4, amount: 12 })];
    const as = (change?: ProposalChange) => proposed('back', before, after, change);
    expect(as()).toMatchObject({ to: after, edited: false, less: { sets: 3, amount: 12 } });
    expect(as({ load: 4, sets: 3 })).toMatchObject({ edited: false });
    expect(as({ load: 0 })).toMatchObject({ to: { ...after, load: null }, edited: true });
    expect(as({ amount: 8 })).toMatchObject({ edited: true, less: { sets: 3, amount: 8 } });
    expect(as({ rungId: 'side_plank_full' })).toMatchObject({
      to: { ladderId: 'side_plank', rungId: 'side_plank_full', load: null },
      edited: true,
      // The amount of another rung is read from its own limit.
      less: null,
    });
    expect(as({ rungId: 'side_plank_full', sets: 2 }).less).toEqual({
      sets: 2,
      amount: Number.POSITIVE_INFINITY,
    });
  });
  it('each kind stands in one group', () => {
    expect(proposalGroups.flatMap(({ kinds }) => kinds).toSorted()).toEqual([...proposalKinds].toSorted());
  });
});
