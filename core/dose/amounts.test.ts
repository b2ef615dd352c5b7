import fc from 'fast-check';
import { ladderOf, ladders, rung } from '~/core/catalogue';
import { phases } from '~/core/catalogue/phases';
import { amountFor, leastAmount, windowOf, withinCap } from './amounts';
import { fitsPhase, isSkill, tooQuickFor } from './character';
import { limitsOf } from './limits';
import { phaseRules } from './phases';
import { anAthlete } from './testing';

const asked = (rungId: string, share: number, a = anAthlete({ done: new Set([rungId]) }), load?: number) => {
  const its = rung(rungId);
  return amountFor(a, ladderOf(rungId), its, limitsOf(a, its, load).weaker, share);
};

describe('what a set asks', () => {
  it('is the share of the weaker side’s limit: 50 s of a plank of 99 in Ground', () => {
    expect(asked('plank_full', phaseRules.ground.share)).toMatchObject({ amount: 50, heldBy: 'share' });
  });
  it('of a first session stays under 0.9 of the lower edge: 20 s of a long lever', () => {
    const fresh = anAthlete();
    expect(asked('plank_long_lever', 0.7, fresh)).toMatchObject({ amount: 20, heldBy: 'first' });
    expect(asked('plank_long_lever', 0.7)).toMatchObject({ amount: 25, heldBy: 'share' });
  });
  it('of reps is whole: 9 of a march, 9 presses at 60 N', () => {
    expect(asked('bridge_march', 0.7)?.amount).toBe(9);
    expect(asked('anti_rot_press_stand', 0.6, undefined, 60)?.amount).toBe(9);
    expect(asked('carry_suitcase_walk', 0.7, undefined, 26)?.amount).toBe(25);
  });
  it('of a side plank of 46 s is 25 to 30 s in Build', () => {
    const holds = [
      { test: 'side_plank', seconds: 46, side: 'left' as const },
      { test: 'side_plank', seconds: 60, side: 'right' as const },
    ];
    const a = anAthlete({ holds, done: new Set(['side_plank_full']) });
    const found = asked('side_plank_full', phaseRules.build.share, a);
    expect(found?.amount).toBeGreaterThanOrEqual(25);
    expect(found?.amount).toBeLessThanOrEqual(30);
    expect(found?.inHand).toBeCloseTo(46 - (found?.amount ?? 0), 6);
  });
  it('is no longer than a minute, two for a back that hinges for its sport', () => {
    const holds = [{ test: 'hinge_hold', seconds: 180 }];
    const a = (sport: string) => anAthlete({ holds, sport, done: new Set(['hinge_stand', 'hinge_bars']) });
    expect(asked('hinge_stand', 0.7, a('running'))).toMatchObject({ amount: 60, heldBy: 'longest' });
    expect(asked('hinge_stand', 0.7, a('cycling'))?.amount).toBe(120);
  });
  it('of an estimate is no more than 0.64 of it, of what was measured the share of the phase', () => {
    const its = rung('sl_stand');
    const a = anAthlete({ capabilities: 100, done: new Set(['sl_stand']) });
    const { weaker } = limitsOf(a, its);
    expect(weaker.basis).toBe('estimated');
    const of = (basis: typeof weaker.basis, share: number) =>
      amountFor(a, ladderOf(its.id), its, { ...weaker, amount: 80, basis }, share)?.amount;
    expect([of('moment', 0.7), of('estimated', 0.7)]).toEqual([55, 50]);
    expect([of('moment', 0.5), of('estimated', 0.5)]).toEqual([40, 40]);
  });
  it('rounds up by a twentieth of the limit at most', () => {
    const its = rung('plank_full');
    const a = anAthlete({ done: new Set(['plank_full']) });
    const { weaker } = limitsOf(a, its);
    const of = (amount: number) => amountFor(a, ladderOf(its.id), its, { ...weaker, amount }, 0.7)?.amount;
    // 0.7 x 33.3 = 23.3 is 25 s, 0.75 of it; 0.7 x 32.2 = 22.5 would be 0.78.
    expect([of(33.3), of(32.2), of(25.2)]).toEqual([25, 20, 15]);
  });
  it('too small to be worth a set is none', () => {
    expect(asked('sl_step_down', 0.5)).toBeUndefined();
    expect(leastAmount(rung('plank_full'))).toBe(8);
    expect(leastAmount(rung('ball_plank_rollout'))).toBe(3);
    expect(leastAmount(rung('breath_prone'))).toBe(3);
  });
  it('under a cap is cut into pieces with the same total, and says nothing of a reserve', () => {
    const gate = { cautions: ['hypertension'] };
    const a = anAthlete({ gate, done: new Set(['plank_full']) });
    const found = asked('plank_full', 0.5, a);
    // Effort 5 of 10 at most: the share of the phase is not passed either.
    expect(found).toMatchObject({ amount: 10, pieces: 5, inHand: undefined, heldBy: 'cap' });
    expect(asked('plank_full', 0.7, a)?.share).toBeLessThanOrEqual(0.5 + 0.03);
    expect(withinCap(rung('dead_bug_heel_tap'), 10, 30)).toBe(5);
    expect(withinCap(rung('plank_full'), 40, undefined)).toBe(40);
    expect(withinCap(rung('dead_bug_heel_tap'), 10, 1)).toBe(1);
  });
  it('of skill starts small and adds a rep, or five seconds, for two clean sessions, up to the goal', () => {
    const reps = (clean: number) =>
      asked('brace_hinge', 0.6, anAthlete({ cleanSessions: new Map([['brace_hinge', clean]]) }));
    expect([0, 1, 2, 5, 60].map((clean) => reps(clean)?.amount)).toEqual([5, 5, 6, 7, 10]);
    expect(reps(0)).toMatchObject({ skill: true, inHand: undefined });
    const held = (clean: number) =>
      asked('react_stand_taps', 0.6, anAthlete({ cleanSessions: new Map([['react_stand_taps', clean]]) }));
    expect([0, 2, 4].map((clean) => held(clean)?.amount)).toEqual([15, 20, 25]);
    // Not before there is some room above its start.
    expect(asked('brace_breathe', 0.6, anAthlete({ capabilities: 10 }))).toBeUndefined();
  });
  it('stays within the share of the band, or is none, for anybody on any rung', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ladders.flatMap((ladder) => ladder.rungs)),
        fc.integer({ min: 10, max: 120 }),
        fc.constantFrom(...phases),
        fc.boolean(),
        (its, capabilities, phase, done) => {
          const a = anAthlete({ capabilities, done: new Set(done ? [its.id] : []) });
          const ladder = ladderOf(its.id);
          const { weaker } = limitsOf(a, its);
          const found = amountFor(a, ladder, its, weaker, phaseRules[phase].share);
          if (!found || found.skill) return;
          const step = its.unit === 'hold_s' || its.unit === 'metres' ? 2.5 : 0.5;
          expect(found.amount * found.pieces).toBeLessThanOrEqual(
            phaseRules[phase].share * weaker.amount + step + found.pieces,
          );
          if (!done) expect(found.amount).toBeLessThanOrEqual(0.9 * weaker.from + 1e-6);
          expect(Number.isInteger(found.amount)).toBe(true);
        },
      ),
    );
  });
});

describe('the window of a phase', () => {
  const of = (rungId: string, phase: (typeof phases)[number]) =>
    windowOf(ladderOf(rungId), rung(rungId), phase);
  it('counts holds and metres in seconds, breaths by fives, few reps by their goal', () => {
    expect(of('plank_full', 'build')).toEqual([35, 90]);
    expect(of('carry_suitcase_walk', 'load')).toEqual([23, 50]);
    expect(of('quad_set', 'ground')).toEqual([9, 24]);
    expect(of('dead_bug_heel_tap', 'sport')).toEqual([7, 20]);
    expect(of('ball_plank_rollout', 'load')).toEqual([3.5, 8]);
  });
  it('of skill is about its own start and goal', () => {
    const [low, high] = of('brace_hinge', 'load');
    expect(low).toBeGreaterThan(rung('brace_hinge').start.amount);
    expect(high).toBeGreaterThan(rung('brace_hinge').goal.amount);
    expect(of('brace_hinge', 'ground')).toEqual([low, high]);
  });
});

describe('the character of a phase', () => {
  const fits = (rungId: string, phase: (typeof phases)[number], load = 0) =>
    fitsPhase(ladderOf(rungId), rung(rungId), load, phase);
  it('is quiet at first, slow in Build, heavy or one-sided in Load, upright or quick in Sport', () => {
    expect([fits('plank_full', 'ground'), fits('plank_long_lever', 'ground')]).toEqual([true, false]);
    expect([fits('plank_full', 'build'), fits('plank_loaded', 'build', 5)]).toEqual([true, false]);
    expect([fits('plank_loaded', 'load', 5), fits('plank_full', 'load')]).toEqual([true, false]);
    expect([fits('carry_suitcase_walk', 'sport'), fits('plank_full', 'sport')]).toEqual([true, false]);
  });
  it('lets speed in with Sport alone, but where quickness is trained', () => {
    const quick = rung('chop_split_fast');
    expect(phases.filter((phase) => tooQuickFor(ladderOf(quick.id), quick, phase))).toEqual([
      'ground',
      'build',
      'load',
      'restore',
    ]);
    const land = rung('land_snap_down');
    expect(isSkill(ladderOf(land.id), land)).toBe(true);
    expect(tooQuickFor(ladderOf(land.id), land, 'build')).toBe(false);
  });
});
