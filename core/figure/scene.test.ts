import fc from 'fast-check';
import { bodyOf } from '~/core/body/anthropometry';
import { ladders, screenTests } from '~/core/catalogue';
import { frameOf, sceneOf } from './scene';

const rungs = ladders.flatMap((ladder) => ladder.rungs);
const bodies = fc.record({
  massKg: fc.double({ min: 35, max: 130, noNaN: true }),
  statureM: fc.double({ min: 1.3, max: 2.05, noNaN: true }),
  sex: fc.constantFrom('male' as const, 'female' as const),
});

describe('the drawing of any rung or test', () => {
  it('has every joint at a finite place, no body under the floor, and fits its frame', () => {
    const drawn = [...rungs, ...screenTests];
    fc.assert(
      fc.property(bodies, fc.constantFrom(...drawn), fc.constantFrom(0, 0.5, 1), (input, rung, phase) => {
        const body = bodyOf(input);
        const setting = { needs: rung.needs };
        const scenes = [0, phase, 1].map((at) => sceneOf(rung.posture, body, at, setting));
        const scene = scenes[1] as (typeof scenes)[number];
        const frame = frameOf(scenes);
        for (const { capsules } of scene.limbs)
          for (const c of capsules)
            for (const [p, r] of [
              [c.a, c.ra],
              [c.b, c.rb],
            ] as const) {
              expect(Number.isFinite(p.x + p.y)).toBe(true);
              // Soft parts may press a little into the floor: the line is drawn over them.
              expect(p.y).toBeLessThan(5);
              expect(p.x - r).toBeGreaterThanOrEqual(frame.x - 0.01);
              expect(p.x + r).toBeLessThanOrEqual(frame.x + frame.width + 0.01);
              expect(p.y - r).toBeGreaterThanOrEqual(frame.y - 0.01);
            }
      }),
      { numRuns: 500 },
    );
  });

  it('shows an arc exactly where the model has a moment', () => {
    const body = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
    const arc = (id: string) => {
      const found = rungs.find((rung) => rung.id === id);
      if (!found) throw new Error(id);
      const load = { by: found.load.by, value: found.load.start };
      return sceneOf(found.posture, body, 1, { needs: found.needs }, load).moment;
    };
    expect(arc('plank_full')).toBeDefined();
    expect(arc('anti_rot_press_stand')?.flat).toBeLessThan(1);
    expect(arc('breath_prone')).toBeUndefined();
    // On all fours with everything down nothing has to be held up.
    expect(arc('quad_set')).toBeUndefined();
  });

  it('moves between the ends of a rep', () => {
    const body = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
    for (const bridge of rungs.filter((rung) => rung.posture.archetype === 'supine_bridge')) {
      const hip = (phase: number) => sceneOf(bridge.posture, body, phase, { needs: bridge.needs }).limbs;
      expect(JSON.stringify(hip(0)) === JSON.stringify(hip(1))).toBe(false);
    }
  });

  it('draws the kit a rung needs', () => {
    const body = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
    const drawnWithout = rungs.filter(
      (rung) =>
        rung.needs.some((need) => ['ball', 'wall', 'foam_roller', 'pad'].includes(need)) &&
        sceneOf(rung.posture, body, 1, { needs: rung.needs }).props.length === 0,
    );
    expect(drawnWithout.map((rung) => rung.id)).toEqual([]);
  });
});
