import fc from 'fast-check';
import { bodyOf } from './anthropometry';
import { findCapacity, type KnownCapacity } from './capacity';
import { breathDose, equivalentHoldS, holdDose, parseTempo, prescribedHoldS, repDose, tempoS } from './dose';
import {
  asPrior,
  atAge,
  bandFactor,
  bands,
  capacityFromHold,
  capacityFromStages,
  limitS,
  limitWord,
  maxNm,
  predictLimit,
  shareAt,
} from './endurance';
import { angleKnob, leverKnob, loadKnob, solveForLimit, solveForMoment } from './inverse';
import { mainMomentNm } from './moment';
import { type Posture, type PostureOf, posturesApart } from './posture';

const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
const bare = { needs: [] };
const plank: PostureOf<'prone_bridge'> = {
  archetype: 'prone_bridge',
  hands: 'forearm',
  feet: 'toes',
  lever_H: 0,
  lifted: 'none',
};
const legs: PostureOf<'supine_limbs'> = {
  archetype: 'supine_limbs',
  hips_deg: [30, 30],
  knees_deg: [0, 0],
  feet_down: [false, false],
  arms: 'side',
  thorax_lifted: false,
};

describe('the endurance law', () => {
  // Frey Law and Avin, Ergonomics 2010: trunk, 22.69 x f^-2.27.
  it('gives 22.7 s at the greatest moment and 109 s at half of it', () => {
    expect(limitS(1)).toBe(22.69);
    expect(limitS(0.5)).toBeCloseTo(22.69 * 2 ** 2.27, 9);
    expect(limitS(0.5)).toBeCloseTo(109.4, 1);
  });
  it('turns a 5 % error of the moment into about 11 % of the time', () => {
    expect(limitS(0.5) / limitS(0.525) - 1).toBeCloseTo(0.117, 2);
  });
  it('is its own inverse', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 1.5, noNaN: true }), (share) => {
        expect(shareAt(limitS(share))).toBeCloseTo(share, 9);
      }),
    );
  });
  it('refuses a share or a time of nothing', () => {
    expect(() => limitS(0)).toThrow(RangeError);
    expect(() => shareAt(0)).toThrow(RangeError);
    expect(() => capacityFromHold(0, 60, true)).toThrow(RangeError);
  });
});

describe('capacity from a hold', () => {
  it('predicts the very hold it came from', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 200, noNaN: true }),
        fc.double({ min: 23, max: 240, noNaN: true }),
        (nm, seconds) => {
          const limit = predictLimit(nm, capacityFromHold(nm, seconds, true));
          expect(limit?.seconds).toBeCloseTo(seconds, 6);
          expect(limit?.lowerBound).toBe(false);
        },
      ),
    );
  });
  it('says a hold under 22.7 s only bounds the capacity from below', () => {
    const capacity = capacityFromHold(80, 15, true);
    expect(capacity).toMatchObject({ lowerBound: true, short: true });
    expect(capacityFromHold(80, 22.7, true).lowerBound).toBe(false);
  });
  it('promises nobody 23 s after a hold of 5: the same shape is known to be held so long, an easier one or more', () => {
    const capacity = capacityFromHold(80, 5, true);
    expect(predictLimit(80, capacity)).toMatchObject({ seconds: expect.closeTo(5, 6), lowerBound: false });
    expect(predictLimit(30, capacity)?.lowerBound).toBe(true);
    expect(predictLimit(90, capacity)?.seconds).toBeLessThan(5);
    expect(capacityFromHold(80, 5, false).short).toBeUndefined();
  });
  it('says the same of a hold stopped at a cap', () => {
    expect(capacityFromHold(80, 60, false).lowerBound).toBe(true);
  });
  it('carries a band of x/÷ 1.35, and x/÷ 2 to another archetype', () => {
    const capacity = capacityFromHold(80, 60, true);
    expect(bandFactor(capacity.variance)).toBeCloseTo(1.35, 9);
    expect(bandFactor(asPrior(capacity).variance)).toBeCloseTo(2, 9);
    const limit = predictLimit(80, capacity);
    expect(limit?.fromS).toBeCloseTo(60 / 1.35, 6);
    expect(limit?.toS).toBeCloseTo(60 * 1.35, 6);
  });
  it('opens with age: x/÷ 1.35 fresh, about x/÷ 1.8 after half a year', () => {
    const capacity = capacityFromHold(80, 60, true);
    expect(bandFactor(atAge(capacity, 26).variance)).toBeCloseTo(1.8, 6);
    expect(bandFactor(atAge(capacity, 8).variance)).toBeGreaterThan(1.45);
    expect(atAge(capacity, -3)).toEqual(capacity);
  });
  it('shows no limit under 15 % of the greatest moment', () => {
    expect(predictLimit(14.9, { lnMaxNm: Math.log(100), variance: 0.01, lowerBound: false })).toBeUndefined();
    expect(
      predictLimit(15, { lnMaxNm: Math.log(100), variance: 0.01, lowerBound: false })?.seconds,
    ).toBeGreaterThan(1000);
  });
  it('bounds a load beyond the capacity: shorter than 22.7 s, never NaN', () => {
    const limit = predictLimit(150, { lnMaxNm: Math.log(100), variance: 0.01, lowerBound: false });
    expect(limit?.share).toBeCloseTo(1.5, 9);
    expect(limit?.seconds).toBeLessThan(22.69);
  });
  it('adds up stages to one effort', () => {
    const stages = [
      { nm: 49, heldS: 30 },
      { nm: 53, heldS: 30 },
      { nm: 70, heldS: 12 },
    ];
    const top = maxNm(capacityFromStages(stages, true));
    const dose = stages.reduce((sum, { nm, heldS }) => sum + holdDose(nm, top, heldS), 0);
    expect(dose).toBeCloseTo(1, 9);
    expect(maxNm(capacityFromStages([{ nm: 70, heldS: 60 }], true))).toBeCloseTo(
      maxNm(capacityFromHold(70, 60, true)),
      9,
    );
    expect(capacityFromStages([{ nm: 70, heldS: 10 }], true).lowerBound).toBe(true);
    expect(() => capacityFromStages([], true)).toThrow(RangeError);
  });
});

describe('which evidence speaks', () => {
  const side = (feet: PostureOf<'side_bridge'>['feet']): Posture => ({
    archetype: 'side_bridge',
    hand: 'forearm',
    feet,
    top_leg: 'down',
    rotate: false,
  });
  const hinge = (deg: number, arms: PostureOf<'hinge_hold'>['arms'] = 'side'): Posture => ({
    archetype: 'hinge_hold',
    trunk_deg_from_vertical: deg,
    arms,
    stance: 'both',
  });
  const known = (posture: Posture, heldS: number, over: Partial<KnownCapacity> = {}): KnownCapacity => {
    const nm = mainMomentNm(posture, man) ?? 0;
    return {
      direction: posture.archetype === 'hinge_hold' ? 'extension' : 'anti_lateral',
      posture,
      nm,
      side: 'both',
      onDate: '2026-11-01',
      source: `${heldS} s`,
      capacity: capacityFromHold(nm, heldS, true),
      ...over,
    };
  };
  const limit = (list: readonly KnownCapacity[], posture: Posture, over: object = {}) => {
    const nm = mainMomentNm(posture, man) ?? 0;
    const direction = posture.archetype === 'hinge_hold' ? 'extension' : 'anti_lateral';
    const found = findCapacity(list, { direction, posture, nm, ...over });
    return { ...found, seconds: found && predictLimit(nm, found.capacity)?.seconds };
  };
  it('is the shape that matches best, not the smallest number: an adductor hold leaves a side plank as it was', () => {
    const list = [known(side('top_foot_bench'), 30), known(side('feet'), 72)];
    expect(limit(list, side('feet')).seconds).toBeCloseTo(72, 6);
    expect(limit(list, side('top_foot_bench')).seconds).toBeCloseTo(30, 6);
    // The easier side plank too: another muscle ends the adductor hold, though its moment is nearer.
    expect(limit(list, side('knees')).source).toBe('72 s');
    expect(posturesApart(side('top_foot_bench'), side('feet'))).toBeGreaterThan(
      posturesApart(side('knees'), side('feet')),
    );
  });
  it('is the moment that is nearest: a tuck hold does not speak for a standing hinge', () => {
    const list = [known(hinge(70, 'hover'), 25), known(hinge(50), 90)];
    expect(limit(list, hinge(30)).source).toBe('90 s');
    expect(limit(list, hinge(30)).seconds).toBeGreaterThan(200);
    expect(limit(list, hinge(70, 'hover')).seconds).toBeCloseTo(25, 6);
  });
  it('is the newest of one shape, and the weaker side unless a side is asked for', () => {
    const sides = [known(side('feet'), 60, { side: 'left' }), known(side('feet'), 80, { side: 'right' })];
    expect(limit(sides, side('feet')).source).toBe('60 s');
    expect(limit(sides, side('feet'), { side: 'right' }).source).toBe('80 s');
    const again = [...sides, known(side('feet'), 90, { side: 'left', onDate: '2026-12-01' })];
    expect(limit(again, side('feet'), { side: 'left' }).source).toBe('90 s');
  });
  it('is an honest loss before a lower bound, unless the bound proves more', () => {
    const bound = (heldS: number) => {
      const base = known(side('feet'), heldS);
      return { ...base, capacity: capacityFromHold(base.nm, heldS, false) };
    };
    expect(limit([bound(40), known(side('feet'), 60)], side('feet')).source).toBe('60 s');
    expect(limit([bound(75), known(side('feet'), 60)], side('feet')).source).toBe('75 s');
  });
  it('is another shape of the direction as a prior with a wide band, else none', () => {
    const carry: Posture = { archetype: 'carry', sides: 'one', moving: false };
    const found = limit([known(side('feet'), 60)], carry);
    expect(found.prior).toBe(true);
    expect(bandFactor(found.capacity?.variance ?? 0)).toBeCloseTo(bands.otherArchetype, 9);
    expect(limit([known(hinge(50), 60)], carry).capacity).toBeUndefined();
  });
  it('is wider the older it is', () => {
    const fresh = limit([known(side('feet'), 60)], side('feet'), { onDay: '2026-11-01' });
    const old = limit([known(side('feet'), 60)], side('feet'), { onDay: '2027-05-02' });
    expect(bandFactor(fresh.capacity?.variance ?? 0)).toBeCloseTo(1.35, 9);
    expect(bandFactor(old.capacity?.variance ?? 0)).toBeCloseTo(1.8, 2);
  });
});
describe('dose', () => {
  it('is 1 for a hold to its limit, and adds up', () => {
    expect(holdDose(50, 100, limitS(0.5))).toBeCloseTo(1, 9);
    expect(holdDose(50, 100, 30) + holdDose(50, 100, 20)).toBeCloseTo(holdDose(50, 100, 50), 9);
  });
  it('counts breaths as their seconds', () => {
    expect(breathDose(50, 100, 6)).toBeCloseTo(holdDose(50, 100, 30), 9);
    expect(breathDose(50, 100, 6, 4)).toBeCloseTo(holdDose(50, 100, 24), 9);
  });
  it('counts a rep of constant moment as a hold of its tempo', () => {
    const tempo = parseTempo('3-2-3');
    expect(tempo && tempoS(tempo)).toBe(8);
    expect(repDose(() => 50, 100, tempo ?? { outS: 0, holdS: 0, backS: 0 })).toBeCloseTo(
      holdDose(50, 100, 8),
      9,
    );
  });
  it('costs less when the moment grows along the way, and no less than the floor', () => {
    const tempo = { outS: 3, holdS: 2, backS: 3 };
    const ramp = repDose((phase) => 50 * phase, 100, tempo);
    expect(ramp).toBeLessThan(holdDose(50, 100, 8));
    expect(ramp).toBeGreaterThan(holdDose(50, 100, 2));
    expect(repDose(() => 1, 100, tempo)).toBeCloseTo(holdDose(15, 100, 8), 9);
  });
  it('finds with eight points what a fine integral finds, within 1 %', () => {
    const tempo = { outS: 4, holdS: 0, backS: 4 };
    const nm = (phase: number) => mainMomentNm(legs, man, undefined, phase) ?? 0;
    let fine = 0;
    for (let i = 0; i < 2000; i += 1) fine += 8 / 2000 / limitS(Math.max(0.15, nm((i + 0.5) / 2000) / 150));
    expect(repDose(nm, 150, tempo) / fine).toBeCloseTo(1, 2);
  });
  it('gives the seconds at the top that cost as much as a rep', () => {
    expect(equivalentHoldS(() => 40, { outS: 3, holdS: 2, backS: 3 })).toBeCloseTo(8, 9);
    expect(equivalentHoldS(() => 0, { outS: 3, holdS: 2, backS: 3 })).toBe(0);
  });
  it('never prescribes above 0.8 of the limit', () => {
    expect(prescribedHoldS(100, 0.65)).toBe(65);
    expect(prescribedHoldS(100, 1)).toBe(80);
  });
  it('reads tempos and nothing else', () => {
    expect(parseTempo('fast')).toBeUndefined();
    expect(parseTempo(null)).toBeUndefined();
  });
});

describe('inverse problems', () => {
  const top = 154;
  it('find the load that makes a 45-second plank, and the model agrees', () => {
    const knob = loadKnob(plank, man, 'pelvis_kg', 80, bare);
    const solved = solveForLimit(knob, top, 60);
    if (!solved.ok) throw new Error(solved.why);
    const nm = mainMomentNm(plank, man, { by: 'pelvis_kg', value: solved.value }) ?? 0;
    expect(limitS(nm / top)).toBeCloseTo(60, 6);
  });
  it('agree with the forward model for any lever and any angle', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 0.16, noNaN: true }),
        fc.integer({ min: 5, max: 85 }),
        (lever, deg) => {
          const levers = leverKnob(plank, man, bare);
          const byLever =
            levers && solveForMoment(levers, mainMomentNm({ ...plank, lever_H: lever }, man) ?? 0);
          expect(byLever).toBeCloseTo(lever, 6);
          const angles = angleKnob(legs, man, bare);
          const down = mainMomentNm({ ...legs, hips_deg: [deg, deg] }, man) ?? 0;
          expect(angles && solveForMoment(angles, down)).toBeCloseTo(90 - deg, 4);
        },
      ),
    );
  });
  it.each([
    [10, 'under 22.69 s'],
    [3000, 'only extrapolates'],
    [1600, 'Too hard at its easiest'],
    [23, 'Too easy at its hardest'],
  ])('refuse a limit of %d s with the reason', (seconds, why) => {
    const solved = solveForLimit(loadKnob(plank, man, 'pelvis_kg', 20, bare), top, seconds);
    expect(solved.ok ? '' : solved.why).toContain(why);
  });
  it('say that a capacity is missing', () => {
    const solved = solveForLimit(loadKnob(plank, man, 'pelvis_kg', 20, bare), 0, 60);
    expect(solved.ok ? '' : solved.why).toContain('not known');
  });
  it('know which postures have no lever and no angle', () => {
    const carry = { archetype: 'carry', sides: 'one', moving: false } as const;
    expect(leverKnob(carry, man, bare)).toBeUndefined();
    expect(angleKnob(carry, man, bare)).toBeUndefined();
    expect(angleKnob({ ...legs, feet_down: [true, true] }, man, bare)).toBeUndefined();
  });
});

it('a limit under 3 s or over 10 min is said to be no training', () => {
  expect([2.9, 3, 600, 601].map((seconds) => limitWord(seconds).slice(0, 9))).toEqual([
    ' Under 3 ',
    '',
    '',
    ' Over 10 ',
  ]);
});
