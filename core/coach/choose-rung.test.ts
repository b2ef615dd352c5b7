import { disputes, ladder, ladders, qualityIds, rung, schools } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { type Given, gateOf } from '~/core/clear/testing';
import { neighbourRung, offersFor, type RungContext } from './choose-rung';
import { setDose, workSeconds } from './prescription';

const context: RungContext = {
  trade: shippedTrade,
  gate: gateOf({ kit: ['towel', 'wall', 'box', 'band', 'dumbbell', 'ball', 'cable'] }),
  schoolId: 'neutral',
  sport: 'running',
  owned: new Set(),
  capability: { breath_brace: 90 },
};

/** The context of another athlete. */
const given = (more: Given): RungContext => ({
  ...context,
  schoolId: more.schoolId ?? 'neutral',
  gate: gateOf({ kit: ['towel', 'wall', 'box', 'band', 'dumbbell', 'ball', 'cable'], ...more }),
});

describe('offers', () => {
  it('keeps an athlete on a ladder under way', () => {
    const fresh = offersFor('anti_extension', context, new Map())[0]?.ladder.id;
    const other = ladders.find((ladder) => ladder.quality === 'anti_extension' && ladder.id !== fresh);
    if (!other) throw new Error('one ladder only');
    const start = other.rungs[1];
    if (!start) throw new Error('one rung only');
    expect(offersFor('anti_extension', context, new Map([[other.id, start.id]]))[0]).toMatchObject({
      ladder: { id: other.id },
      rung: { id: start.id },
    });
  });
  it('steps down to the nearest easier rung when the current one is barred since', () => {
    const offer = offersFor(
      'anti_extension',
      given({ cautions: ['hernia'] }),
      new Map([['plank', 'plank_loaded']]),
    )[0];
    expect(offer?.ladder.id).toBe('plank');
    expect(offer?.rung.level).toBeLessThan(rung('plank_loaded').level);
  });
  it('prefers ladders whose prerequisites are met', () => {
    const unmet = offersFor('pelvic_level', { ...context, capability: {} }, new Map());
    const met = offersFor('pelvic_level', { ...context, owned: new Set(['brace_fingers']) }, new Map());
    expect(met.length).toBe(unmet.length);
    expect(met[0]?.ladder.id).toBe('single_leg_control');
  });
  it('does not enter at a rung whose own requirements are unmet', () => {
    const weak = offersFor(
      'reactive',
      { ...given({ schoolId: 'brace' }), capability: { breath_brace: 90, reactive: 90, anti_rotation: 20 } },
      new Map(),
    ).find((offer) => offer.ladder.id === 'perturbed_brace');
    expect(weak?.rung.id).toBe('react_stand_taps');
    const strong = offersFor(
      'reactive',
      { ...given({ schoolId: 'brace' }), capability: { breath_brace: 90, reactive: 90, anti_rotation: 95 } },
      new Map(),
    ).find((offer) => offer.ladder.id === 'perturbed_brace');
    expect(strong?.rung.level).toBeGreaterThan(1);
  });
  it('prefers what a caution prefers', () => {
    const first = (more: Given) => offersFor('anti_extension', given(more), new Map())[0]?.ladder.id;
    // A back that dislikes bending forward is better off in planks.
    expect([first({}), first({ cautions: ['disc_flexion_sensitive'] })]).toEqual(['dead_bug', 'plank']);
  });
  it('lists what is barred with the reason', () => {
    const offer = offersFor('anti_extension', given({ kit: [] }), new Map([['plank', 'plank_full']]))[0];
    expect(offer?.barred).toContainEqual({
      rung: rung('plank_loaded'),
      bars: [{ code: 'bar.kit_one_of', path: [], values: { needs: ['weight plate', 'weight vest'] } }],
    });
  });
});

describe('schools', () => {
  it('each leave something for every quality with kit at hand, or say that nothing is left', () => {
    for (const school of schools) {
      const empty = qualityIds.filter(
        (id) => offersFor(id, given({ schoolId: school.id }), new Map()).length === 0,
      );
      // The mid-range school has no curled shapes but keeps leg raises.
      expect({ school: school.id, empty }).toEqual({ school: school.id, empty: [] });
    }
  });
  it('offer a disputed rung only where the school uses it', () => {
    for (const dispute of disputes) {
      for (const id of dispute.rungs) {
        const tried = rung(id);
        if (tried.disputed !== dispute.id) continue;
        const its = ladders.find((l) => l.rungs.some((r) => r.id === id));
        if (!its) throw new Error('rung without a ladder');
        for (const school of schools) {
          const bar = gateOf({ schoolId: school.id }).rung(tried.id).bars[0];
          if (!dispute.used_by.includes(school.id)) expect(bar).toBeDefined();
        }
      }
    }
  });
});

describe('neighbours', () => {
  it('skip rungs that are barred, up and down', () => {
    expect(neighbourRung('plank_full', 1, context)?.id).toBe('plank_leg_lift');
    expect(neighbourRung('plank_full', -1, context)?.id).toBe('plank_knees');
    expect(neighbourRung('plank_hip_dip', 1, context)?.id).toBe('plank_arm_leg');
    expect(neighbourRung('plank_knees', -1, context)).toBeUndefined();
  });
  it('never lead out of the ladder', () => {
    for (const ladder of ladders) {
      for (const r of ladder.rungs) {
        for (const step of [1, -1] as const) {
          const next = neighbourRung(r.id, step, given({ schoolId: 'flatten', kit: ladder.equipment }));
          if (next) expect(ladder.rungs.includes(next) && Math.sign(next.level - r.level)).toBe(step);
        }
      }
    }
  });
});

describe('amounts', () => {
  it('counts a set as its share of the goal', () => {
    expect(setDose(rung('plank_full'), rung('plank_full').goal.amount)).toBe(1);
    expect(setDose(rung('plank_full'), 9)).toBeCloseTo(0.2);
  });
  it('takes metres as seconds, a minute test as a minute, and reps by tempo', () => {
    expect(workSeconds('metres', 30, null)).toBe(30);
    expect(workSeconds('reps_in_60s', 15, null)).toBe(60);
    expect(workSeconds('reps', 5, undefined)).toBe(20);
  });
  it('starts every rung at or below its goal', () => {
    for (const listed of ladders) {
      for (const r of ladder(listed.id).rungs) {
        expect(r.start.amount * r.start.sets).toBeLessThanOrEqual(r.goal.amount * r.goal.sets);
      }
    }
  });
});
