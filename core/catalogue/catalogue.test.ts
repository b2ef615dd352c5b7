import {
  caution,
  cautions,
  disciplines,
  disputes,
  equipment,
  fault,
  faults,
  hasRung,
  ladders,
  qualityIds,
  rulesOfTheTrade,
  rung,
  schools,
  screenTests,
} from '~/core/catalogue';

import { shippedTrade } from './trade';

describe('the shipped catalogue', () => {
  it('holds every ladder with its rungs in order of level', () => {
    expect(ladders).toHaveLength(28);
    expect(ladders.flatMap((each) => each.rungs)).toHaveLength(159);
    for (const each of ladders) {
      const levels = each.rungs.map((r) => r.level);
      expect(levels).toEqual([...levels].sort((a, b) => a - b));
    }
  });

  it('names only faults, cautions, kit, rungs and schools that exist', () => {
    const kit = new Set(equipment.map((e) => e.id));
    const schoolIds = schools.map((s) => s.id).sort();
    for (const each of ladders) {
      for (const id of each.faults) expect(fault(id).id).toBe(id);
      for (const id of each.cautions) expect(caution(id).id).toBe(id);
      expect(Object.keys(each.schools).sort()).toEqual(schoolIds);
      for (const r of each.rungs) {
        for (const id of r.regress_on) expect(fault(id).id).toBe(id);
        for (const id of [...r.needs, ...(r.needs_one_of ?? [])]) expect(kit.has(id)).toBe(true);
        for (const { rung: id } of [...each.prerequisites, ...(r.requires ?? [])])
          expect(rung(id).id).toBe(id);
      }
    }
    const families = new Set(ladders.map((l) => l.id));
    for (const each of cautions) {
      for (const id of each.avoid_rungs) expect(hasRung(id)).toBe(true);
      for (const id of [...each.avoid_families, ...each.prefer_families]) expect(families.has(id)).toBe(true);
    }
    for (const each of disputes) {
      for (const id of [...each.rungs, ...each.replacements]) expect(hasRung(id)).toBe(true);
    }
    expect(new Set(faults.map((f) => f.id)).size).toBe(faults.length);
  });

  it('covers all nine qualities with tests, directly', () => {
    const direct = new Set(screenTests.map((t) => t.feeds[0]?.quality));
    for (const id of qualityIds) expect(direct.has(id)).toBe(true);
  });

  it('gives every test faults that exist, a stop rule and a target', () => {
    for (const each of screenTests) {
      for (const id of each.faults) expect(fault(id).id).toBe(id);
      expect(each.stopRule.length).toBeGreaterThan(10);
      expect(each.target.any ?? each.target.male).toBeDefined();
      if (each.lowerIsBetter) expect(each.worst).toBeGreaterThan(each.target.any ?? 0);
    }
  });

  it('rates every discipline 0 to 5 in all qualities', () => {
    expect(disciplines).toHaveLength(26);
    for (const each of disciplines) {
      for (const id of qualityIds) {
        expect(each.profile[id]).toBeGreaterThanOrEqual(1);
        expect(each.profile[id]).toBeLessThanOrEqual(5);
      }
    }
    const fell = disciplines.find((d) => d.id === 'running.trail-fell-ultra');
    expect(fell?.profile.pelvic_level).toBe(5);
    expect(fell?.profile.trunk_flexion_control).toBe(1);
  });

  it('names only parameters of postures that exist in the ways to make it harder', () => {
    const known = new Set(['load.by', 'tempo']);
    for (const each of ladders.flatMap((ladder) => ladder.rungs))
      for (const key of Object.keys(each.posture)) known.add(`${each.posture.archetype}.${key}`);
    const unknown = rulesOfTheTrade.progression_levers
      .flatMap((lever) => lever.changes)
      .filter((key) => !known.has(key));
    expect(unknown).toEqual([]);
    expect(rulesOfTheTrade.dose_rules).toHaveLength(21);
    expect(rulesOfTheTrade.principles).toHaveLength(14);
  });

  it('has all 32 tests, each with something that sets its end: a clock, a pace, a count or a grade', () => {
    expect(screenTests).toHaveLength(32);
    expect(shippedTrade.stationTests).toHaveLength(32);
    const paced = screenTests.filter((each) => each.pace).map((each) => each.id);
    expect(paced).toEqual(expect.arrayContaining(['brace_breathing', 'minute_reps', 'leg_lowering_angle']));
    for (const each of screenTests.filter((test) => test.kind === 'breaths'))
      expect(each.pace).toMatchObject({ by: 'breath', counts: true, most: each.max });
  });

  it('scores a measured figure only where its target and its worst make a scale', () => {
    for (const each of screenTests.flatMap((test) => test.figures ?? [])) {
      expect(each.min).toBeLessThan(each.max);
      if (each.target !== undefined && each.lowerIsBetter) expect(each.worst).toBeGreaterThan(each.target);
    }
  });
});
