import { rung } from '~/core/catalogue';
import { noEdits } from '~/core/catalogue/edits';
import { shippedTrade, tradeOf } from '~/core/catalogue/trade';
import type { Lesson } from '~/core/dose/lessons';
import { anAthlete, type GivenAthlete } from '~/core/dose/testing';
import { minutesOf } from './lay-session';
import type { UnderWay } from './prescription';
import { type DosedItem, redose } from './redose';

const item = (rungId: string, amount: number, over: Partial<DosedItem> = {}): DosedItem => {
  const its = rung(rungId);
  return {
    ladderId: shippedTrade.ladderOf(rungId).id,
    rungId,
    name: its.name,
    quality: shippedTrade.ladderOf(rungId).quality,
    role: 'main',
    sets: 3,
    wholeSets: 3,
    amount,
    unit: its.unit,
    load: null,
    lever: null,
    pair: null,
    minutes: 4,
    setting: null,
    ...over,
  };
};
const under = (rungId: string, over: Partial<UnderWay> = {}): UnderWay => ({
  quality: shippedTrade.ladderOf(rungId).quality,
  role: 'main',
  ladderId: shippedTrade.ladderOf(rungId).id,
  rungId,
  load: null,
  since: '2026-11-01',
  ...over,
});
const done = new Set(['plank_full', 'plank_loaded', 'bridge_march', 'hinge_bars']);
const again = (items: readonly DosedItem[], given: GivenAthlete = {}, over: object = {}) =>
  redose(
    {
      athlete: anAthlete({ done, ...given }),
      week: { phase: 'build' },
      weakerSide: {},
      underWay: [],
      minutesPerSession: 45,
      priority: {},
      ...over,
    },
    items,
  );
const lesson = (moved: number): Lesson => ({
  onDate: '2026-11-26',
  rungId: 'plank_full',
  group: 'anti_extension|prone_bridge',
  side: 'both',
  moved,
  before: 99,
  after: 99,
  why: 'clean',
});

describe('a laid-out session that follows', () => {
  const pair = [item('plank_full', 60, { pair: 'A1' }), item('hinge_bars', 35, { pair: 'A2' })];
  it('stays as it is while nothing was learned', () => {
    const { items, changes } = again(pair);
    expect(items.map(({ rungId, amount, sets, pair: its }) => [rungId, amount, sets, its])).toEqual([
      ['plank_full', 60, 3, 'A1'],
      ['hinge_bars', 35, 3, 'A2'],
    ]);
    expect(changes).toEqual([]);
  });
  it('takes the amount its limit has now, and says so', () => {
    const { items, changes } = again(pair, { lessons: [lesson(-0.4)], today: '2026-11-28' });
    expect(items[0]?.amount).toBe(40);
    expect(items[1]?.amount).toBe(35);
    expect(changes).toEqual([
      { code: 'redose.amount', path: [], values: { name: 'Plank', from: '60 s', to: '40 s' } },
    ]);
  });
  it('takes the rung and the load the athlete has moved to, in the same place with the same sets', () => {
    const moved = again(pair, {}, { underWay: [under('plank_loaded', { load: 5 })] });
    expect(moved.items[0]).toMatchObject({ rungId: 'plank_loaded', load: { value: 5 }, sets: 3, pair: 'A1' });
    expect(moved.changes[0]).toMatchObject({
      code: 'redose.rung',
      values: { name: 'Plank', to: rung('plank_loaded').name },
    });
    const heavier = again(
      [item('plank_loaded', 35, { load: { by: 'pelvis_kg', value: 2.5 } })],
      {},
      {
        underWay: [under('plank_loaded', { load: 5 })],
      },
    );
    expect(heavier.changes[0]).toMatchObject({ code: 'redose.load', values: { from: 2.5, to: 5 } });
  });
  it('puts another rung where one may not be done any more, or takes it off when none is left', () => {
    const trade = tradeOf({ ...noEdits, rungs: { plank_full: { patch: {}, hidden: true } } });
    const { items, changes } = again(pair, { trade, gate: { trade } });
    expect(items[0]?.quality).toBe('anti_extension');
    expect(items[0]?.rungId).not.toBe('plank_full');
    expect(changes[0]?.code).toBe('redose.rung');
    const held = again(pair, { gate: { held: ['anti_extension'] } });
    expect(held.items.map(({ rungId }) => rungId)).toEqual(['hinge_bars']);
    expect(held.changes).toEqual([{ code: 'redose.gone', path: [], values: { name: 'Plank' } }]);
  });
  it('gives up sets, then what is not main, when it no longer fits its minutes', () => {
    const three = [...pair, item('bridge_march', 8, { role: 'keep', sets: 2, wholeSets: 2 })];
    const { items, changes } = again(three, {}, { minutesPerSession: 9 });
    expect(minutesOf(items)).toBeLessThanOrEqual(9);
    expect(items.every(({ sets }) => sets >= 2)).toBe(true);
    expect(changes.some(({ code }) => code === 'redose.sets' || code === 'redose.no_room')).toBe(true);
  });
});
