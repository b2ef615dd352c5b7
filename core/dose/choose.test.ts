import { rung } from '~/core/catalogue';
import type { Phase } from '~/core/catalogue/phases';
import { shippedTrade } from '~/core/catalogue/trade';
import { windowOf } from './amounts';
import { breathFirst, chooseRungs, judgeHeld, type LadderQuality, type Wanted } from './choose';
import { limitsOf } from './limits';
import { loadsFor } from './loads';
import { anAthlete, type GivenAthlete, holdsOf90 } from './testing';

/** Which rung: what opens it, how far an entry goes, and what makes one better than another. */

const wanted = (quality: LadderQuality, phase: Phase, over: Partial<Wanted> = {}): Wanted => ({
  quality,
  phase,
  gapActs: false,
  before: new Set(),
  ...over,
});
const found = (given: GivenAthlete, want: Wanted) => chooseRungs(anAthlete(given), want);
const barOf = (given: GivenAthlete, want: Wanted, rungId: string) =>
  found(given, want).bars.find((one) => one.rungId === rungId)?.bar;

describe('breath and brace', () => {
  it('comes first under a capability of 70, and where it was never tested', () => {
    const at = (capability: number | undefined) =>
      breathFirst(anAthlete({ capabilities: { breath_brace: capability } }));
    expect(at(69.9)).toBe(true);
    expect(at(70)).toBe(false);
    expect(at(undefined)).toBe(true);
  });
  it('bars the upper half of a ladder meanwhile, and never the lower', () => {
    // Neither owned nor within reach: the breath of the plank is not met.
    const given = { schoolId: 'neutral', capabilities: { breath_brace: 10, anti_extension: 90 } };
    const plank = (id: string) => barOf(given, wanted('anti_extension', 'build'), id)?.code;
    // Nine rungs: the fifth is the last of the lower half.
    for (const id of ['plank_knees', 'plank_full', 'plank_hip_dip']) expect(plank(id)).toBeUndefined();
    for (const id of ['plank_loaded', 'plank_long_lever']) expect(plank(id)).toBe('bar.prerequisite');
    // One who has it has all of the ladder.
    const able = { ...given, owned: new Set(['brace_breathe']) };
    expect(barOf(able, wanted('anti_extension', 'build'), 'plank_loaded')).toBeUndefined();
  });
});

describe('a prerequisite', () => {
  /** A plank of 30 s: its goal of 45 is not reached. */
  const weak = (capability: number, over: GivenAthlete = {}): GivenAthlete => ({
    holds: [{ test: 'front_plank', seconds: 30 }],
    capabilities: { breath_brace: 90, anti_extension: capability },
    owned: new Set(['brace_breathe', 'breath_supine_90_90']),
    ...over,
  });
  const rollout = (given: GivenAthlete) =>
    barOf(given, wanted('anti_extension', 'build'), 'rollout_kneel_ball')?.code;
  it('is met by owning it or a harder one of its ladder, by its limit, or by the capability of its quality', () => {
    expect(rollout(weak(69))).toBe('bar.prerequisite');
    expect(rollout(weak(70))).toBeUndefined();
    const owns = (id: string) => weak(40, { owned: new Set(['brace_breathe', 'breath_supine_90_90', id]) });
    expect(rollout(owns('plank_full'))).toBeUndefined();
    expect(rollout(owns('plank_loaded'))).toBeUndefined();
    expect(rollout(owns('plank_knees'))).toBe('bar.prerequisite');
    expect(rollout(weak(40, { holds: [{ test: 'front_plank', seconds: 45 }] }))).toBeUndefined();
    expect(rollout(weak(40, { holds: [{ test: 'front_plank', seconds: 44 }] }))).toBe('bar.prerequisite');
  });
  it('names the rung that is missing', () => {
    expect(barOf(weak(40), wanted('anti_extension', 'build'), 'rollout_kneel_ball')?.values).toEqual({
      rung: rung('plank_full').name,
    });
  });
  it('that may not be offered here asks for nothing', () => {
    // The shoulder bars the plank, not what is asked of it elsewhere.
    const barred = weak(40, { gate: { cautions: ['shoulder_pain'] } });
    const gate = anAthlete(barred).gate;
    if (gate.rung('plank_full').allowed) throw new Error('the caution bars no plank');
    expect(barOf(barred, wanted('anti_extension', 'build'), 'rollout_kneel_ball')?.code).not.toBe(
      'bar.prerequisite',
    );
  });
});

describe('an entry', () => {
  const given = (seconds: number, over: GivenAthlete = {}): GivenAthlete => ({
    holds: [{ test: 'front_plank', seconds }],
    ...over,
  });
  const levels = (its: GivenAthlete, phase: Phase = 'build', over: Partial<Wanted> = {}) =>
    found(its, wanted('anti_extension', phase, over))
      .candidates.filter((one) => one.ladder.id === 'plank')
      .map((one) => one.rung.level);
  it('goes two rungs above what is within reach, owned, or was done clean', () => {
    // Hollow shapes of 34 s with the legs half out, and of 13 to 18 s beyond: the fourth of seven is within reach.
    const hollow = (over: GivenAthlete = {}) =>
      Math.max(
        ...found(
          given(99 * 0.15, {
            schoolId: 'flatten',
            done: new Set(['hollow_full', 'hollow_overhead']),
            owned: new Set(['breath_supine_back_press']),
            ...over,
          }),
          wanted('trunk_flexion_control', 'load'),
        )
          .candidates.filter((one) => one.ladder.id === 'hollow_hold')
          .map((one) => one.rung.level),
      );
    const back = 'breath_supine_back_press';
    expect(hollow()).toBe(6);
    expect(hollow({ owned: new Set([back, 'hollow_three_quarter']) })).toBe(7);
    expect(hollow({ owned: new Set([back, 'hollow_tuck']) })).toBe(6);
    expect(hollow({ cleanSessions: new Map([['hollow_three_quarter', 1]]) })).toBe(7);
    expect(hollow({ cleanSessions: new Map([['hollow_three_quarter', 0]]) })).toBe(6);
  });
  it('of a new block does not go below the rung held, unless that is under 0.8 of the window', () => {
    // Build works from 35 s: four fifths of it are 28.
    const held = (seconds: number) =>
      levels({ holds: [{ test: 'front_plank', seconds }] }, 'build', {
        held: { rungId: 'plank_full', load: 0 },
      });
    expect(held(29)).not.toContain(1);
    expect(held(27)).toContain(1);
    expect(levels(given(40), 'build', { held: { rungId: 'side_plank_full', load: 0 } })).toContain(1);
    expect(levels(given(40), 'build', { held: { rungId: 'long_gone', load: 0 } })).toContain(1);
    expect(levels(given(40), 'build', { without: new Set(['plank']) })).toEqual([]);
  });
});

describe('the rank of a candidate', () => {
  const of = (given: GivenAthlete, want: Wanted, rungId: string) => {
    const one = judgeHeld(anAthlete(given), rungId, { load: 0 }, want);
    if (!one) throw new Error(`${rungId} cannot be asked`);
    return one;
  };
  it('begins with how far its limit lies outside the window, in logs', () => {
    const at = (seconds: number) =>
      of({ holds: [{ test: 'front_plank', seconds }] }, wanted('anti_extension', 'build'), 'plank_full');
    expect(at(60).outside).toBe(0);
    expect(at(35.01).outside).toBe(0);
    expect(at(89.9).outside).toBe(0);
    expect(at(28).outside).toBeCloseTo(Math.log(35 / 28), 9);
    expect(at(180).outside).toBeCloseTo(Math.log(2), 9);
    expect(at(180).rank[0]).toBe(at(180).outside);
    expect(at(60).rank[2]).toBeCloseTo(Math.abs(Math.log(60 / Math.sqrt(35 * 90))), 9);
  });
  it('then counts a step each for sport, side, school, caution, what is new and the work of the phase', () => {
    const steps = (
      rungId: string,
      given: GivenAthlete = {},
      over: Partial<Wanted> = {},
      phase: Phase = 'load',
    ) => of(given, wanted(shippedTrade.ladderOf(rungId).quality, phase, over), rungId).steps;
    const runs = rung('side_plank_top_leg').sports.includes('running');
    expect(steps('side_plank_top_leg').includes('sport')).toBe(runs);
    expect(steps('side_plank_top_leg', { sport: 'swimming' })).not.toContain('sport');
    expect(steps('side_plank_full', {}, { gapActs: true })).toContain('sided');
    expect(steps('side_plank_full')).not.toContain('sided');
    expect(steps('plank_full', {}, { gapActs: true })).not.toContain('sided');
    expect(steps('plank_full')).toContain('new');
    expect(steps('plank_full', {}, { before: new Set(['plank_full']) })).not.toContain('new');
    expect(steps('plank_full', {}, {}, 'build')).toContain('character');
    expect(steps('plank_full', {}, {}, 'sport')).not.toContain('character');
    const fits = shippedTrade.ladderOf('plank_full').schools.brace === 'fits';
    expect(steps('plank_full', { schoolId: 'brace' }).includes('school')).toBe(fits);
  });
  it('weighs a rung named for this sport alone more than one named for many', () => {
    const named = of({}, wanted('anti_lateral', 'load'), 'side_plank_top_leg');
    const { sports } = rung('side_plank_top_leg');
    const own = sports.includes('running') ? 1 - (sports.length - 1) / 7 : 0;
    expect(named.rank[1]).toBeCloseTo(-(named.steps.length + own), 9);
    const other = of({ sport: 'swimming' }, wanted('anti_lateral', 'load'), 'side_plank_top_leg');
    expect(other.rank[1]).toBe(-other.steps.length);
  });
  it('puts first what lies in the window, then what has more steps, then the nearest to its middle', () => {
    const { candidates } = found({}, wanted('anti_lateral', 'load', { gapActs: true }));
    expect(candidates.length).toBeGreaterThan(3);
    for (const [i, one] of candidates.entries()) {
      const before = candidates[i - 1];
      if (!before) continue;
      const [x, y] = [before.rank, one.rank];
      expect(x[0] < y[0] || (x[0] === y[0] && (x[1] < y[1] || (x[1] === y[1] && x[2] <= y[2])))).toBe(true);
    }
    const [best] = candidates;
    const [low, high] = windowOf(
      best?.ladder ?? shippedTrade.ladder('plank'),
      best?.rung ?? rung('plank_full'),
      'load',
    );
    expect(best?.limit.amount).toBeGreaterThanOrEqual(low);
    expect(best?.limit.amount).toBeLessThanOrEqual(high);
  });
});

describe('a load that the moment does not feel', () => {
  it('is not offered: a weight straight above the shoulders in a turn on the back', () => {
    const athlete = anAthlete();
    const loads = (id: string) => loadsFor(athlete, rung(id), true);
    expect(loads('rot_upper_feet_down')).toEqual([0]);
    expect(loads('rot_upper_knees_up')).toEqual([0]);
    expect(loads('hollow_overhead').length).toBeGreaterThan(1);
    expect(loads('hinge_bars').length).toBeGreaterThan(1);
    // Where no moment is computed a weight counts as the rung says.
    expect(loads('sl_hinge').length).toBeGreaterThan(1);
    // On every ladder each load that is offered asks for more than the one before.
    for (const ladder of shippedTrade.ladders)
      for (const one of ladder.rungs) {
        const limits = loadsFor(athlete, one, true).map((load) => limitsOf(athlete, one, load).weaker);
        for (const [i, limit] of limits.entries()) {
          const before = limits[i - 1];
          if (before && before.basis === limit.basis) expect(limit.amount).toBeLessThan(before.amount);
        }
      }
  });
});

describe('a rung under way', () => {
  it('is judged at the load it is on, or the next lighter one there is', () => {
    const athlete = anAthlete();
    const at = (load: number) =>
      judgeHeld(athlete, 'carry_suitcase_walk', { load }, wanted('anti_lateral', 'load'));
    expect(at(24)?.load).toBe(24);
    expect(at(25)?.load).toBe(24);
    expect(at(24)?.limit.amount).toBeCloseTo(
      limitsOf(athlete, rung('carry_suitcase_walk'), 24).weaker.amount,
      9,
    );
    // Under the lightest there is, the lightest.
    expect(at(1)?.load).toBeGreaterThan(1);
  });
  it('stays open without its prerequisites, and not past the gate or the library', () => {
    const weak = anAthlete({
      holds: [
        ...holdsOf90.filter(({ test }) => test !== 'front_plank'),
        { test: 'front_plank', seconds: 40 },
      ],
      capabilities: { breath_brace: 10, anti_extension: 10 },
    });
    const build = wanted('anti_extension', 'build');
    expect(judgeHeld(weak, 'plank_full', { load: 0 }, build)?.rung.id).toBe('plank_full');
    expect(judgeHeld(weak, 'long_gone', { load: 0 }, build)).toBeUndefined();
    const barred = anAthlete({ gate: { cautions: ['shoulder_pain'] } });
    expect(judgeHeld(barred, 'plank_full', { load: 0 }, build)).toBeUndefined();
  });
});
