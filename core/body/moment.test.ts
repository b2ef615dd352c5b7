import fc from 'fast-check';
import { ladders } from '~/core/catalogue';
import { bodyOf, gravity, readBody } from './anthropometry';
import { mainMomentNm, momentsOf, relativePercent } from './moment';
import { noLoad, type Posture, type PostureOf } from './posture';

const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
const woman = bodyOf({ massKg: 60, statureM: 1.65, sex: 'female' });
const bodies = fc.record({
  massKg: fc.double({ min: 30, max: 140, noNaN: true }),
  statureM: fc.double({ min: 1.2, max: 2.1, noNaN: true }),
  sex: fc.constantFrom('male' as const, 'female' as const, 'unspecified' as const),
});
const rungs = ladders.flatMap((ladder) => ladder.rungs);
const rungOf = fc.constantFrom(...rungs);

const plank: PostureOf<'prone_bridge'> = {
  archetype: 'prone_bridge',
  hands: 'forearm',
  feet: 'toes',
  lever_H: 0,
  lifted: 'none',
};
const legs: PostureOf<'supine_limbs'> = {
  archetype: 'supine_limbs',
  hips_deg: [12, 12],
  knees_deg: [0, 0],
  feet_down: [false, false],
  arms: 'side',
  thorax_lifted: false,
};
const bridge: PostureOf<'supine_bridge'> = {
  archetype: 'supine_bridge',
  feet: 'floor',
  legs: 'both',
  free_leg: 'bent',
  knees_deg: 90,
  curl: false,
  articulate: false,
};
const nm = (p: Posture, body = man, load = noLoad) => mainMomentNm(p, body, load) ?? Number.NaN;

describe('bodies', () => {
  it('adds up to the whole mass', () => {
    fc.assert(
      fc.property(bodies, (input) => {
        const { mass, massKg } = bodyOf(input);
        const limbs = mass.upperArm + mass.lowerArm + mass.thigh + mass.shank + mass.foot;
        const all = mass.head + mass.upperTrunk + mass.midTrunk + mass.lowerTrunk + 2 * limbs;
        expect(all).toBeCloseTo(massKg, 9);
      }),
    );
  });

  it('takes the mean of both sets when sex is not given', () => {
    const of = (sex: 'male' | 'female' | 'unspecified') =>
      bodyOf({ massKg: 70, statureM: 1.75, sex }).trunkCom.mid;
    expect(of('unspecified')).toBeCloseTo((of('male') + of('female')) / 2, 9);
  });

  it('lets a measured length replace its estimate', () => {
    const body = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male', measuredM: { thigh: 0.46 } });
    expect(body.length.thigh).toBe(0.46);
    expect(body.length.shank).toBeCloseTo(0.246 * 1.75);
  });

  it.each([
    [{ massKg: 0, statureM: 1.75 }, 'A body mass of 0 kg is outside 20 to 250 kg.'],
    [{ massKg: 70, statureM: undefined }, 'Stature is missing.'],
    [{ massKg: 70, statureM: 17.5 }, 'A stature of 17.5 m is outside 0.9 to 2.4 m.'],
    [{ massKg: Number.NaN, statureM: 1.7 }, 'Body mass is missing.'],
    [
      { massKg: 70, statureM: 1.75, measuredM: { thigh: 4.3 } },
      'A measured thigh of 4.3 m is not near the 0.43 m',
    ],
  ])('refuses %j in words', (input, problem) => {
    const read = readBody({ ...input, sex: 'male' });
    expect(read.ok ? '' : read.problems[0]).toContain(problem);
  });

  it('throws on an absurd body inside the product', () => {
    expect(() => bodyOf({ massKg: 0, statureM: 1.75, sex: 'male' })).toThrow(RangeError);
  });
});

describe('worked examples', () => {
  // Suprak, Dawes and Stephenson, J Strength Cond Res 2011; 25: 497-503: share of body weight on the hands at the top of a
  // push-up, 69.2 % from the toes and 53.6 % from the knees.
  const onHands = (feet: 'toes' | 'knees', body = man) => {
    const moments = momentsOf({ ...plank, hands: 'hand', feet }, body);
    return ((moments?.supportN?.[1] ?? 0) / (body.massKg * gravity)) * 100;
  };
  it('puts close to 69 % of body weight on the hands of a push-up', () => {
    expect(Math.abs(onHands('toes') - 69.2)).toBeLessThan(2);
    expect(Math.abs(onHands('toes', woman) - 69.2)).toBeLessThan(2);
  });
  it('puts close to 54 % on the hands from the knees; shanks that rest on the floor make the model some 6 points high', () => {
    expect(onHands('knees')).toBeGreaterThan(53.6);
    expect(onHands('knees') - 53.6).toBeLessThan(6.5);
  });

  it('inclines the bridge about 29 degrees at a square knee', () => {
    const { supportN } = momentsOf(bridge, man) ?? {};
    expect(supportN?.[0]).toBeGreaterThan(0);
    const hips = nm(bridge);
    expect(nm({ ...bridge, legs: 'one', free_leg: 'straight' })).toBeGreaterThan(2 * hips);
  });

  it('computes one straight leg at 12 degrees by hand', () => {
    // 70 kg man: thigh 9.912, shank 3.031, foot 0.959 kg; thigh centre 0.1756 m, shank centre 0.6207, ankle 0.8593 along the leg.
    const byHand =
      gravity * Math.cos((12 * Math.PI) / 180) * (9.912 * 0.17557 + 3.031 * 0.62071 + 0.959 * 0.85925);
    expect(nm({ ...legs, feet_down: [false, true] })).toBeCloseTo(byHand, 1);
  });

  it('computes a 20 kg suitcase by hand: half the shoulders and 4 % of stature away', () => {
    const arm = (0.259 / 2 + 0.04) * 1.75;
    expect(
      nm({ archetype: 'carry', sides: 'one', moving: false }, man, { by: 'hand_kg', value: 20 }),
    ).toBeCloseTo(20 * gravity * arm, 9);
  });

  it('lets two equal weights cancel', () => {
    expect(nm({ archetype: 'carry', sides: 'both', moving: false }, man, { by: 'hand_kg', value: 20 })).toBe(
      0,
    );
  });

  it('presses 100 N out from a tenth to four tenths of the stature', () => {
    const press: Posture = {
      archetype: 'upright_cable',
      stance: 'stand',
      action: 'press_out',
      direction: 'anti_rotation',
    };
    const load = { by: 'cable_N', value: 100 } as const;
    expect(mainMomentNm(press, man, load, 0)).toBeCloseTo(17.5, 9);
    expect(mainMomentNm(press, man, load, 1)).toBeCloseTo(70, 9);
  });

  it('takes the hands on the bars off the hinge', () => {
    const hinge = { archetype: 'hinge_hold', trunk_deg_from_vertical: 50, stance: 'both' } as const;
    expect(nm({ ...hinge, arms: 'bars' })).toBeLessThan(nm({ ...hinge, arms: 'side' }));
  });
});

describe('equilibrium', () => {
  it('finds the same moment from both free bodies of every bridge, for any body, load and phase', () => {
    fc.assert(
      fc.property(bodies, rungOf, fc.double({ min: 0, max: 1, noNaN: true }), (input, rung, phase) => {
        const body = bodyOf(input);
        const load = { by: rung.load.by, value: rung.load.max };
        const ends = momentsOf(rung.posture, body, load, phase, { needs: rung.needs })?.bothEndsNm;
        if (ends) expect(ends[0]).toBeCloseTo(ends[1], 6);
      }),
      { numRuns: 400 },
    );
  });

  it('carries the whole weight on both supports of a push-up', () => {
    const { supportN = [0, 0] } = momentsOf({ ...plank, hands: 'hand' }, man) ?? {};
    expect(supportN[0] + supportN[1]).toBeCloseTo(70 * gravity, 6);
  });
});

describe('every rung of the catalogue', () => {
  it('has finite moments that are not below zero, at both ends of the rep', () => {
    fc.assert(
      fc.property(bodies, rungOf, fc.constantFrom(0, 0.5, 1), (input, rung, phase) => {
        const moments = momentsOf(rung.posture, bodyOf(input), noLoad, phase, { needs: rung.needs });
        for (const value of Object.values(moments?.nm ?? {})) {
          expect(Number.isFinite(value)).toBe(true);
          expect(value).toBeGreaterThanOrEqual(phase === 1 ? 0 : -1e-9);
        }
      }),
      { numRuns: 400 },
    );
  });

  it('grows with mass and keeps its relative moment', () => {
    fc.assert(
      fc.property(rungOf, fc.double({ min: 1.05, max: 1.8, noNaN: true }), (rung, times) => {
        const heavy = bodyOf({ massKg: 70 * times, statureM: 1.75, sex: 'male' });
        const setting = { needs: rung.needs };
        const light = mainMomentNm(rung.posture, man, noLoad, 1, setting);
        const more = mainMomentNm(rung.posture, heavy, noLoad, 1, setting);
        if (light === undefined || more === undefined) return;
        expect(more).toBeCloseTo(light * times, 6);
        expect(relativePercent(more, heavy)).toBeCloseTo(relativePercent(light, man), 6);
      }),
    );
  });
});

describe('harder never asks less', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  const ordered = fc.tuple(share, share).map(([a, b]) => [Math.min(a, b), Math.max(a, b)] as const);

  it('a longer lever', () => {
    fc.assert(
      fc.property(bodies, ordered, (input, [near, far]) => {
        const body = bodyOf(input);
        expect(nm({ ...plank, lever_H: 0.17 * far }, body)).toBeGreaterThanOrEqual(
          nm({ ...plank, lever_H: 0.17 * near }, body) - 1e-9,
        );
        const roll = (reach: number) => nm({ archetype: 'rollout', base: 'stand', reach_H: reach }, body);
        expect(roll(0.35 * far)).toBeGreaterThanOrEqual(roll(0.35 * near) - 1e-9);
      }),
    );
  });

  it('lower legs', () => {
    fc.assert(
      fc.property(bodies, ordered, (input, [low, high]) => {
        const body = bodyOf(input);
        const at = (deg: number) => nm({ ...legs, hips_deg: [deg, deg] }, body);
        expect(at(90 * low)).toBeGreaterThanOrEqual(at(90 * high) - 1e-9);
      }),
    );
  });

  it('a trunk further from upright', () => {
    fc.assert(
      fc.property(bodies, ordered, (input, [less, more]) => {
        const body = bodyOf(input);
        const at = (deg: number) =>
          nm({ archetype: 'hinge_hold', trunk_deg_from_vertical: deg, arms: 'side', stance: 'both' }, body);
        expect(at(90 * more)).toBeGreaterThanOrEqual(at(90 * less) - 1e-9);
      }),
    );
  });

  it('more load, in every rung that takes one', () => {
    const loaded = rungs.filter((rung) => rung.load.by !== 'none' && rung.load.by !== 'spring_N');
    fc.assert(
      fc.property(bodies, fc.constantFrom(...loaded), ordered, (input, rung, [less, more]) => {
        const body = bodyOf(input);
        const at = (part: number) =>
          mainMomentNm(rung.posture, body, { by: rung.load.by, value: rung.load.max * part }, 1, {
            needs: rung.needs,
          }) ?? 0;
        expect(at(more)).toBeGreaterThanOrEqual(at(less) - 1e-9);
      }),
      { numRuns: 300 },
    );
  });

  it('fewer supports', () => {
    fc.assert(
      fc.property(bodies, (input) => {
        const body = bodyOf(input);
        const roll = (lifted: 'none' | 'arm' | 'leg' | 'arm_leg') =>
          momentsOf({ archetype: 'quadruped', lifted, hold: true }, body)?.nm.anti_rotation ?? 0;
        expect(roll('arm_leg')).toBeGreaterThan(roll('arm'));
        expect(roll('arm_leg')).toBeGreaterThan(roll('leg'));
        expect(roll('none')).toBe(0);
        const of = (lifted: 'none' | 'arm' | 'leg' | 'arm_leg') =>
          momentsOf(
            { ...plank, lifted, feet: lifted === 'leg' || lifted === 'arm_leg' ? 'one_foot' : 'toes' },
            body,
          );
        expect(of('leg')?.nm.anti_extension ?? 0).toBeGreaterThanOrEqual(
          (of('none')?.nm.anti_extension ?? 0) - 1e-9,
        );
        const twist = (lifted: 'none' | 'arm' | 'leg' | 'arm_leg') => of(lifted)?.nm.anti_rotation ?? 0;
        expect(twist('arm_leg')).toBeGreaterThanOrEqual(Math.max(twist('arm'), twist('leg')) - 1e-9);
        const hips = (one: 'both' | 'one') => nm({ ...bridge, legs: one }, body);
        expect(hips('one')).toBeGreaterThan(hips('both'));
        const side = (top_leg: 'down' | 'raised') =>
          nm({ archetype: 'side_bridge', hand: 'forearm', feet: 'feet', top_leg, rotate: false }, body);
        expect(side('raised')).toBeGreaterThanOrEqual(side('down'));
      }),
    );
  });
});

describe('symmetry', () => {
  it('asks the same whichever leg of a pair is named first, when both hang free', () => {
    fc.assert(
      fc.property(bodies, fc.integer({ min: 0, max: 90 }), fc.integer({ min: 0, max: 90 }), (input, a, b) => {
        const body = bodyOf(input);
        const of = (hips_deg: [number, number]) => nm({ ...legs, hips_deg }, body);
        expect(of([a, b])).toBeCloseTo(of([b, a]), 9);
      }),
    );
  });
});
