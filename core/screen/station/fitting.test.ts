import { ladders, screenTest } from '~/core/catalogue';
import { fittingFaults } from './fitting';

const of = (id: string) => fittingFaults(screenTest(id), ladders);

describe('faults that fit a test', () => {
  it('are its own first, then those of the ladders of its shape, then what is seen in anything', () => {
    const plank = of('front_plank');
    expect(plank.slice(0, 4)).toEqual(screenTest('front_plank').faults);
    expect(plank.indexOf('shoulder_collapse')).toBeLessThan(plank.indexOf('tremor_ok'));
    expect(new Set(plank).size).toBe(plank.length);
  });
  it('are none the shape asks for: a hollow has no rounded low back, a hinge has one', () => {
    expect(of('hollow_stage')).not.toContain('lumbar_round');
    expect(of('hollow_stage')).toEqual(
      expect.arrayContaining(['lumbar_arch', 'rib_flare', 'neck_strain', 'shoulder_shrug']),
    );
    expect(of('hinge_hold')[0]).toBe('lumbar_round');
    // A lean-back names it as its own, whatever its shape.
    expect(of('trunk_flexor_hold')[0]).toBe('lumbar_round');
  });
  it('land only where something lands', () => {
    expect(of('hop_stick')).toContain('loud_landing');
    expect(of('hinge_hold')).not.toContain('loud_landing');
  });
  it('leave out pain, which has its own key, and side gaps, which are computed', () => {
    for (const id of ['front_plank', 'side_plank', 'bird_dog_hold', 'step_down']) {
      expect(of(id)).not.toContain('pain');
      expect(of(id)).not.toContain('side_gap');
    }
  });
});
