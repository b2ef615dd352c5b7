import { bodyOf } from '~/core/body/anthropometry';
import type { KnownCapacity } from '~/core/body/capacity';
import { capacityFromHold } from '~/core/body/endurance';
import { mainMomentNm } from '~/core/body/moment';
import { ladder, ladders, rung } from '.';
import { jumpsSaid, leverTable } from './lever-table';
import { referenceBodies } from './load-table';
import { loadInWords, mostLoad, startLoad } from './rung-load';

const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });
const known = (heldS: number): KnownCapacity => ({
  direction: 'anti_extension',
  posture: rung('plank_full').posture,
  nm: mainMomentNm(rung('plank_full').posture, man) ?? 0,
  side: 'both',
  onDate: '2026-11-01',
  source: `Front plank, ${heldS} s on 2026-11-01`,
  capacity: capacityFromHold(mainMomentNm(rung('plank_full').posture, man) ?? 0, heldS, true),
});
const row = (ladderId: string, rungId: string, capacities: KnownCapacity[] = []) => {
  const found = leverTable(ladder(ladderId), man, capacities).find((lever) => lever.rungId === rungId);
  if (!found) throw new Error(rungId);
  return found;
};

describe('the lever table', () => {
  it('has a row for every rung of every ladder, finite or without a number and with the reason', () => {
    for (const ladder of ladders)
      for (const line of leverTable(ladder, man)) {
        if (line.nm === undefined) expect(line.basis).toContain('prescribed by amount');
        else expect(Number.isFinite(line.nm)).toBe(true);
      }
  });

  it('predicts the screened hold on its own rung, and less on a longer lever', () => {
    expect(row('plank', 'plank_full', [known(96)]).limit?.seconds).toBeCloseTo(96, 6);
    expect(row('plank', 'plank_long_lever', [known(96)]).limit?.seconds).toBeLessThan(96);
    expect(row('plank', 'plank_knees', [known(96)]).limit?.seconds).toBeGreaterThan(96);
  });

  it('says when a limit is only a prior from another shape, with a wide band', () => {
    const line = row('dead_bug', 'dead_bug_all_four', [known(96)]);
    expect(line.basis).toContain('another shape');
    expect((line.limit?.toS ?? 0) / (line.limit?.seconds ?? 1)).toBeCloseTo(2, 6);
  });

  it('shows no limit for a light rung, and says so', () => {
    const line = row('dead_bug', 'dead_bug_arms_feet_up', [known(150)]);
    expect(line.limit).toBeUndefined();
    expect(line.basis).toContain('Under 15 %');
  });

  it('has a step between or a reason for every jump over 25 % and every fall, and none for anything else', () => {
    const marked = new Set<string>();
    for (const body of [...referenceBodies, { massKg: 70, statureM: 1.75, sex: 'male' as const }])
      for (const its of ladders)
        for (const line of leverTable(its, bodyOf(body))) {
          const jump = line.jumpPercent ?? 0;
          const named = jump > 25 || jump < -1;
          if (named) marked.add(line.rungId);
          expect({ rung: line.rungId, said: (line.between ?? line.why) !== undefined }).toEqual({
            rung: line.rungId,
            said: named,
          });
        }
    expect(jumpsSaid.filter((id) => !marked.has(id))).toEqual([]);
  });

  it('marks a jump over 25 % and offers a step that halves it', () => {
    const line = row('plank', 'plank_full');
    expect(line.bigJump).toBe(true);
    expect(line.between).toContain('Plank from the knees, support');
    const centimetres = Number(/support (\d+) cm/.exec(line.between ?? '')?.[1]);
    const easy = rung('plank_knees').posture;
    if (easy.archetype !== 'prone_bridge') throw new Error('a plank is a prone bridge');
    const nm = (lever_H: number) => mainMomentNm({ ...easy, lever_H }, man) ?? 0;
    const half = (nm(0) + (line.nm ?? 0)) / 2;
    expect(nm(centimetres / 175)).toBeGreaterThan(half * 0.97);
    expect(nm(centimetres / 175)).toBeLessThan(half * 1.03);
    expect(row('plank', 'plank_leg_lift').bigJump).toBe(false);
  });

  it('has no numbers where a family is prescribed by grade and amount', () => {
    expect(row('perturbed_brace', 'react_tall_kneel_taps').nm).toBeUndefined();
    expect(row('single_leg_control', 'sl_hinge').basis).toContain('No moment');
  });
});

describe('the starting load', () => {
  it('scales with body mass and rounds to what a gym has', () => {
    expect(startLoad(rung('carry_suitcase_hold'), 70, false)).toEqual({ by: 'hand_kg', value: 6 });
    expect(startLoad(rung('carry_suitcase_hold'), 90, false).value).toBe(7.5);
    expect(startLoad(rung('anti_rot_press_stand'), 58, false).value).toBe(35);
  });
  it('stays within a tenth of body mass under 16', () => {
    expect(startLoad(rung('carry_suitcase_walk'), 45, true).value).toBeLessThanOrEqual(4.5);
  });
  it('has a most for each body, less under 16, and none where a rung takes no load', () => {
    expect(mostLoad(rung('carry_suitcase_walk'), 70, false)).toBe(36);
    expect(mostLoad(rung('carry_suitcase_walk'), 45, true)).toBeCloseTo(4.5);
    expect(mostLoad(rung('anti_rot_press_stand'), 45, true)).toBeCloseTo(0.08 * 45 * 9.80665);
    expect(mostLoad(rung('plank_full'), 70, false)).toBeUndefined();
  });
  it('is said with its place, or not at all', () => {
    expect(loadInWords({ by: 'pelvis_kg', value: 2.5 })).toBe('2.5 kg on the pelvis');
    expect(loadInWords({ by: 'pelvis_kg', value: 0 })).toBeUndefined();
  });
});
