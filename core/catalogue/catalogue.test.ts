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
    expect(ladders.flatMap((ladder) => ladder.rungs)).toHaveLength(159);
    for (const ladder of ladders) {
      const levels = ladder.rungs.map((r) => r.level);
      expect(levels).toEqual([...levels].sort((a, b) => a - b));
    }
  });

  it('names only faults, cautions, kit, rungs and schools that exist', () => {
    const kit = new Set(equipment.map((e) => e.id));
    const schoolIds = schools.map((s) => s.id).sort();
    for (const ladder of ladders) {
      for (const id of ladder.faults) expect(fault(id).id).toBe(id);
      for (const id of ladder.cautions) expect(caution(id).id).toBe(id);
      expect(Object.keys(ladder.schools).sort()).toEqual(schoolIds);
      for (const r of ladder.rungs) {
        for (const id of r.regress_on) expect(fault(id).id).toBe(id);
        for (const id of [...r.needs, ...(r.needs_one_of ?? [])]) expect(kit.has(id)).toBe(true);
        for (const { rung: id } of [...ladder.prerequisites, ...(r.requires ?? [])])
          expect(rung(id).id).toBe(id);
      }
    }
    const families = new Set(ladders.map((l) => l.id));
    for (const caution of cautions) {
      for (const id of caution.avoid_rungs) expect(hasRung(id)).toBe(true);
      for (const id of [...caution.avoid_families, ...caution.prefer_families])
        expect(families.has(id)).toBe(true);
    }
    for (const dispute of disputes) {
      for (const id of [...dispute.rungs, ...dispute.replacements]) expect(hasRung(id)).toBe(true);
    }
    expect(new Set(faults.map((f) => f.id)).size).toBe(faults.length);
  });

  it('covers all nine qualities with tests, directly', () => {
    const direct = new Set(screenTests.map((t) => t.feeds[0]?.quality));
    for (const id of qualityIds) expect(direct.has(id)).toBe(true);
  });

  it('gives every test faults that exist, a stop rule and a target', () => {
    for (const screenTest of screenTests) {
      for (const id of screenTest.faults) expect(fault(id).id).toBe(id);
      expect(screenTest.stopRule.length).toBeGreaterThan(10);
      expect(screenTest.target.any ?? screenTest.target.male).toBeDefined();
      if (screenTest.lowerIsBetter) expect(screenTest.worst).toBeGreaterThan(screenTest.target.any ?? 0);
    }
  });

  it('rates every discipline 0 to 5 in all qualities', () => {
    const goals = disciplines.filter(({ sport }) => sport === 'goal');
    expect([disciplines.length - goals.length, goals.length]).toEqual([26, 3]);
    for (const discipline of disciplines) {
      for (const id of qualityIds) {
        // A sport asks something of every quality; a goal that is none may leave one out.
        expect(discipline.profile[id]).toBeGreaterThanOrEqual(discipline.sport === 'goal' ? 0 : 1);
        expect(discipline.profile[id]).toBeLessThanOrEqual(5);
      }
    }
    const fell = disciplines.find((d) => d.id === 'running.trail-fell-ultra');
    expect(fell?.profile.pelvic_level).toBe(5);
    expect(fell?.profile.trunk_flexion_control).toBe(1);
  });

  it('names only parameters of postures that exist in the ways to make it harder', () => {
    const known = new Set(['load.by', 'tempo']);
    for (const rung of ladders.flatMap((ladder) => ladder.rungs))
      for (const key of Object.keys(rung.posture)) known.add(`${rung.posture.archetype}.${key}`);
    const unknown = rulesOfTheTrade.progression_levers
      .flatMap((lever) => lever.changes)
      .filter((key) => !known.has(key));
    expect(unknown).toEqual([]);
    expect(rulesOfTheTrade.dose_rules).toHaveLength(21);
    expect(rulesOfTheTrade.principles).toHaveLength(14);
  });

  it('has all 36 tests, each with something that sets its end: a clock, a pace, a count or a grade', () => {
    expect(screenTests).toHaveLength(36);
    expect(shippedTrade.stationTests).toHaveLength(36);
    const paced = screenTests.filter((screenTest) => screenTest.pace).map((screenTest) => screenTest.id);
    expect(paced).toEqual(expect.arrayContaining(['brace_breathing', 'minute_reps', 'leg_lowering_angle']));
    for (const screenTest of screenTests.filter((test) => test.kind === 'breaths'))
      expect(screenTest.pace).toMatchObject({ by: 'breath', counts: true, most: screenTest.max });
  });

  it('scores a measured figure only where its target and its worst make a scale', () => {
    for (const figure of screenTests.flatMap((test) => test.figures ?? [])) {
      expect(figure.min).toBeLessThan(figure.max);
      if (figure.target !== undefined && figure.lowerIsBetter)
        expect(figure.worst).toBeGreaterThan(figure.target);
    }
  });
});
