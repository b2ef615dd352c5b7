import { caution, type Ladder, ladder, type QualityId, type Rung, rung } from '~/core/catalogue';
import { shippedTrade, type Trade } from '~/core/catalogue/trade';
import type { Gate } from '~/core/clear/gate';
import { gateOf } from '~/core/clear/testing';
import { offersFor, type RungContext } from './choose-rung';

/** Small ladders of the tests' own, so that one thing at a time decides. */
const barred = [{ code: 'bar.held', path: [], values: {} }];
const rungsOf = (prefix: string, count: number): Rung[] =>
  Array.from({ length: count }, (_, i) => ({
    ...rung('plank_full'),
    id: `${prefix}${i + 1}`,
    level: i + 1,
    requires: undefined,
    sports: [],
  }));
const ladderOf = (id: string, rungs: readonly Rung[], over: Partial<Ladder> = {}): Ladder => ({
  ...ladder('plank'),
  id,
  rungs: [...rungs],
  prerequisites: [],
  cautions: [],
  schools: {},
  ...over,
});
const needs = (...ids: string[]) => ids.map((id) => ({ rung: id, met: true }));

function contextOf(
  ladders: readonly Ladder[],
  given: Partial<Omit<RungContext, 'trade' | 'gate'>> & { bars?: string[]; cautions?: string[] } = {},
): RungContext {
  const { bars = [], cautions = [], ...more } = given;
  const byId = new Map(ladders.flatMap((its) => its.rungs.map((r) => [r.id, { its, r }] as const)));
  const found = (id: string) => {
    const here = byId.get(id);
    if (!here) throw new Error(`no rung ${id}`);
    return here;
  };
  const trade = {
    ...shippedTrade,
    ladders,
    hasRung: (id: string) => byId.has(id),
    rung: (id: string) => found(id).r,
    ladderOf: (id: string) => found(id).its,
  } as Trade;
  const gate = {
    ...gateOf(),
    cautions,
    rung: (rungId: string) => {
      const out = bars.includes(rungId);
      return { rungId, allowed: !out, bars: out ? barred : [] };
    },
  } as unknown as Gate;
  return { trade, gate, schoolId: 'neutral', sport: 'running', owned: new Set(), capability: {}, ...more };
}
const underWay = (...pairs: [string, string][]) => new Map(pairs);
const entry = (context: RungContext, current?: string) =>
  offersFor('anti_extension', context, current ? underWay(['a', current]) : new Map())[0]?.rung.id;

describe('where a ladder is entered', () => {
  const ten = [ladderOf('a', rungsOf('a', 10))];
  const at = (capability: number | undefined) =>
    entry(contextOf(ten, { capability: capability === undefined ? {} : { anti_extension: capability } }));
  it('is low for a weak or untested quality, higher for a strong one', () => {
    expect([at(undefined), at(0), at(49), at(50), at(74), at(75), at(94), at(95), at(120)]).toEqual([
      'a1',
      'a1',
      'a1',
      'a3',
      'a3',
      'a5',
      'a5',
      'a7',
      'a7',
    ]);
  });
  it('is behind what is owned, and the last rung when that is owned', () => {
    const owning = (...ids: string[]) => entry(contextOf(ten, { owned: new Set(ids) }));
    expect([owning('a1'), owning('a4', 'a2'), owning('a10')]).toEqual(['a2', 'a5', 'a10']);
    expect(entry(contextOf(ten, { owned: new Set(['a2']), capability: { anti_extension: 75 } }))).toBe('a5');
  });
  it('passes over what is barred', () => {
    expect(entry(contextOf(ten, { bars: ['a1', 'a2'] }))).toBe('a3');
    expect(
      offersFor('anti_extension', contextOf(ten, { bars: rungsOf('a', 10).map((r) => r.id) }), new Map()),
    ).toEqual([]);
  });
  describe('with something required', () => {
    const other = (quality: QualityId | 'neck_control' = 'anti_lateral') =>
      ladderOf('q', rungsOf('q', 4), { quality });
    const asking = (id: string) => {
      const [one, two] = rungsOf('a', 2);
      return ladderOf('a', [one as Rung, { ...(two as Rung), requires: needs(id) }]);
    };
    const owned = new Set(['a1']);
    const met = (given: Parameters<typeof contextOf>[1], its = other(), id = 'q3') =>
      entry(contextOf([asking(id), its], { owned, ...given })) === 'a2';
    it('asks for that rung or a harder one of its ladder, owned', () => {
      expect(met({})).toBe(false);
      expect(met({ owned: new Set(['a1', 'q3']) })).toBe(true);
      expect(met({ owned: new Set(['a1', 'q4']) })).toBe(true);
      expect(met({ owned: new Set(['a1', 'q2']) })).toBe(false);
    });
    it('or a quality that scores 70', () => {
      expect(met({ capability: { anti_lateral: 70 } })).toBe(true);
      expect(met({ capability: { anti_lateral: 69 } })).toBe(false);
      expect(met({ capability: { anti_rotation: 90 } })).toBe(false);
    });
    it('waives what is gone or cannot be offered here', () => {
      expect(met({}, other(), 'gone')).toBe(true);
      expect(met({ bars: ['q3'] })).toBe(true);
      expect(met({ bars: ['q2'] })).toBe(false);
    });
    it('steps down until everything is met, to the first rung at the least', () => {
      const rungs = rungsOf('a', 3).map((its) => ({ ...its, requires: needs('q3') }));
      expect(entry(contextOf([ladderOf('a', rungs), other()], { owned: new Set(['a2']) }))).toBe('a1');
    });
  });
});

describe('the rung under way', () => {
  const five = [ladderOf('a', rungsOf('a', 5))];
  it('is kept while it can be offered, and else the nearest easier one', () => {
    expect(entry(contextOf(five), 'a4')).toBe('a4');
    expect(entry(contextOf(five, { bars: ['a4'] }), 'a4')).toBe('a3');
    expect(entry(contextOf(five, { bars: ['a4', 'a3'] }), 'a4')).toBe('a2');
    expect(entry(contextOf(five, { bars: ['a1', 'a2'] }), 'a2')).toBe('a3');
  });
  it('that is gone from the catalogue starts at the first', () => {
    expect(entry(contextOf(five, { capability: { anti_extension: 100 } }), 'gone')).toBe('a1');
    expect(entry(contextOf(five, { bars: ['a1'] }), 'gone')).toBe('a2');
  });
  it('of equal levels is the later one that can be offered', () => {
    const twins = rungsOf('a', 3).map((its, i) => ({ ...its, level: i === 0 ? 1 : 2 }));
    expect(entry(contextOf([ladderOf('a', twins)], { bars: ['a3'] }), 'a3')).toBe('a2');
  });
});

describe('which ladder comes first', () => {
  const plain = ladderOf('a', rungsOf('a', 2));
  /** The order of a plain ladder and, after it in the catalogue, one that has something more. */
  const order = (
    over: Partial<Ladder>,
    given: Parameters<typeof contextOf>[1] = {},
    way = new Map<string, string>(),
    before: Ladder = plain,
  ) => {
    const its = ladderOf('b', rungsOf('b', 2), over);
    const extra = ladderOf('q', rungsOf('q', 2), { quality: 'anti_lateral' });
    return offersFor('anti_extension', contextOf([before, its, extra], given), way)
      .map((offer) => offer.ladder.id)
      .join('');
  };
  it('is the catalogue’s order when nothing else decides, of this quality alone', () => {
    expect(order({})).toBe('ab');
  });
  it('is the one under way, before everything else', () => {
    expect(order({ prerequisites: needs('q1') }, {}, underWay(['b', 'b1']))).toBe('ba');
  });
  it('is the one whose prerequisites are all met', () => {
    const asks = (...ids: string[]) => ladderOf('a', rungsOf('a', 2), { prerequisites: needs(...ids) });
    expect(order({}, {}, new Map(), asks('q1'))).toBe('ba');
    expect(order({}, { owned: new Set(['q1']) }, new Map(), asks('q1'))).toBe('ab');
    expect(order({}, { owned: new Set(['q1']) }, new Map(), asks('q1', 'q2'))).toBe('ba');
  });
  it('is the one whose rung names the sport, but prerequisites come before', () => {
    const sports = rungsOf('b', 2).map((its) => ({ ...its, sports: ['running'] }));
    const far = rungsOf('b', 2).map((its) => ({ ...its, sports: ['skiing'] }));
    expect(order({ rungs: sports })).toBe('ba');
    expect(order({ rungs: far as Rung[] })).toBe('ab');
    expect(order({ rungs: sports, prerequisites: needs('q1') })).toBe('ab');
  });
  it('is the one that fits the school', () => {
    expect(order({ schools: { neutral: 'fits' } })).toBe('ba');
    expect(order({ schools: { neutral: 'adapts' } })).toBe('ab');
    expect(order({ schools: { brace: 'fits' } })).toBe('ab');
    expect(order({}, {}, new Map(), ladderOf('a', rungsOf('a', 2), { schools: { neutral: 'fits' } }))).toBe(
      'ab',
    );
  });
  it('is the one no caution of the athlete worries', () => {
    const worried = (...cautions: string[]) => ladderOf('a', rungsOf('a', 2), { cautions });
    const given = { cautions: ['hernia', 'neck_pain'] };
    expect(order({}, given, new Map(), worried('hernia'))).toBe('ba');
    expect(order({}, given, new Map(), worried('hernia', 'knee_pain'))).toBe('ba');
    expect(order({}, given, new Map(), worried('knee_pain'))).toBe('ab');
    expect(order({}, {}, new Map(), worried('hernia'))).toBe('ab');
  });
  it('is what one of the cautions prefers, before the school', () => {
    const liked = caution('disc_flexion_sensitive').prefer_families.find(
      (id) => !caution('neck_pain').prefer_families.includes(id),
    );
    if (!liked) throw new Error('it prefers nothing of its own');
    const its = ladderOf(liked, rungsOf('b', 2));
    const first = ladderOf('a', rungsOf('a', 2), { schools: { neutral: 'fits' } });
    const ids = (cautions: string[]) =>
      offersFor('anti_extension', contextOf([first, its], { cautions }), new Map()).map(
        (offer) => offer.ladder.id,
      );
    expect(ids(['disc_flexion_sensitive', 'neck_pain'])).toEqual([liked, 'a']);
    expect(ids(['neck_pain'])).toEqual(['a', liked]);
  });
  it('says what it can offer, easiest first, and what not and why', () => {
    const [offer] = offersFor('anti_extension', contextOf([plain], { bars: ['a1'] }), new Map());
    expect(offer?.available.map((its) => its.id)).toEqual(['a2']);
    expect(offer?.barred).toEqual([{ rung: plain.rungs[0], bars: barred }]);
  });
});
