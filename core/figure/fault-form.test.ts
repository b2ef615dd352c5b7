import { bodyOf } from '~/core/body/anthropometry';
import { faults, ladders } from '~/core/catalogue';
import { drawnFaults, faultForms, watchOf } from './fault-form';
import { frameOf, type Scene } from './scene';

const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
const forms = (id: string, of?: Parameters<typeof faultForms>[2]) => {
  const found = faultForms(id, man, of);
  if (!found) throw new Error(id);
  return found;
};
const rungOf = (id: string) => {
  const found = ladders.flatMap(({ rungs }) => rungs).find((rung) => rung.id === id);
  if (!found) throw new Error(id);
  return found;
};
const ring = (scene: Scene) => scene.props.find((prop) => prop.kind === 'ring');
const hip = (scene: Scene) => scene.limbs.find(({ layer }) => layer === 'trunk')?.capsules[0]?.a;

describe('a fault beside the right form', () => {
  it('is drawn for every fault of the catalogue, and for no other', () => {
    expect([...drawnFaults].sort()).toEqual(faults.map(({ id }) => id).sort());
    expect(faultForms('no_such_fault', man)).toBeUndefined();
  });

  it.each(faults.map(({ id }) => id))(
    '%s differs from the right form, and a ring stands where to look',
    (id) => {
      const { right, wrong } = forms(id);
      expect(JSON.stringify(wrong.limbs) + JSON.stringify(wrong.props)).not.toBe(
        JSON.stringify(right.limbs) + JSON.stringify(right.props),
      );
      const frame = frameOf([right, wrong]);
      for (const scene of [right, wrong]) {
        const at = ring(scene)?.box;
        expect(at?.left).toBeGreaterThanOrEqual(frame.x);
        expect(at?.right).toBeLessThanOrEqual(frame.x + frame.width);
        expect(Number.isFinite(at?.top)).toBe(true);
      }
    },
  );

  it('never puts a joint far under the floor', () => {
    for (const id of drawnFaults)
      for (const { limbs } of [forms(id).wrong])
        for (const { capsules } of limbs)
          for (const c of capsules) expect(Math.max(c.a.y, c.b.y)).toBeLessThan(3);
  });

  it('goes the way its name says', () => {
    const plank = rungOf('plank_full');
    const sag = forms('hip_sag', plank);
    const pike = forms('hip_pike', plank);
    const hips = (scene: Scene) => ring(scene)?.box.top ?? 0;
    expect(hips(sag.wrong)).toBeGreaterThan(hips(sag.right) + 4);
    expect(hips(pike.wrong)).toBeLessThan(hips(pike.right) - 6);
    // The free side sinks, the knee comes in over the other foot.
    expect(hips(forms('pelvis_drop').wrong)).toBeGreaterThan(hips(forms('pelvis_drop').right) + 3);
    expect(ring(forms('knee_in').wrong)?.box.left).toBeGreaterThan(
      ring(forms('knee_in').right)?.box.left ?? 0,
    );
    expect(ring(forms('knee_out').wrong)?.box.left).toBeLessThan(
      ring(forms('knee_out').right)?.box.left ?? 0,
    );
  });

  it('shows on the exercise where it can be seen there, else where it shows best', () => {
    expect(forms('hip_sag', rungOf('side_plank_full')).onItself).toBe(true);
    expect(forms('hip_sag', rungOf('hollow_full')).onItself).toBe(false);
    // A dropped pelvis is seen from the front, not on a hinge drawn from the side.
    expect(forms('pelvis_drop', rungOf('sl_stand'))).toMatchObject({ onItself: true, seenFrom: 'front' });
    expect(forms('pelvis_drop', rungOf('sl_hinge')).onItself).toBe(false);
    const onPlank = forms('lumbar_arch', rungOf('plank_full'));
    expect(onPlank.onItself).toBe(true);
    expect(hip(onPlank.right)?.y).toBeLessThan(-15);
  });
});

describe('what to watch', () => {
  it('is the first fault that shows on the drawing', () => {
    const at = (id: string) => {
      const rung = rungOf(id);
      const its = ladders.find(({ rungs }) => rungs.includes(rung));
      return watchOf(its?.faults ?? [], rung.posture, man, rung.needs, 1);
    };
    expect(at('plank_full')?.faultId).toBe('hip_sag');
    expect(at('bridge_both')?.faultId).toBe('lumbar_arch');
    for (const its of ladders)
      for (const rung of its.rungs) {
        const found = at(rung.id);
        expect(its.faults).toContain(found?.faultId);
        expect(Number.isFinite((found?.at.x ?? Number.NaN) + (found?.at.y ?? 0))).toBe(true);
      }
    expect(watchOf([], rungOf('plank_full').posture, man, [], 1)).toBeUndefined();
  });
});
