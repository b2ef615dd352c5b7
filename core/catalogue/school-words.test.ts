import { ladder, ladders, rung, schools } from '.';
import { schoolAmount, schoolBreath, schoolWords } from './school-words';

describe('what a school changes', () => {
  const deadBug = ladder('dead_bug');
  it('times the breath: exhale as the limbs go out where the school does so', () => {
    expect(schoolBreath(deadBug.breath, 'breath_owned')).toMatch(/^Exhale as the limbs go out/);
    expect(schoolBreath(deadBug.breath, 'neutral')).toMatch(/^Inhale as the limbs travel out/);
    expect(schoolBreath('Breathe.', 'flatten')).toBe('Breathe.');
  });
  it('counts breaths where the school counts breaths', () => {
    expect(schoolAmount(rung('plank_full'), 45, 'breath_owned')).toBe('9 breaths in place of 45 s');
    expect(schoolAmount(rung('dead_bug_heel_tap'), 8, 'breath_owned')).toContain(
      '8 breaths, one full breath',
    );
    expect(schoolAmount(rung('hollow_full'), 30, 'flatten')).toBe('30 s, or 6 breaths');
    expect(schoolAmount(rung('plank_full'), 45, 'brace')).toBeNull();
    expect(schoolAmount(rung('breath_supine'), 5, 'breath_owned')).toBeNull();
  });
  it('puts its own cue first where it adapts the ladder, and says nothing where the ladder fits', () => {
    for (const ladder of ladders)
      for (const school of schools) {
        const words = schoolWords(ladder, ladder.rungs[0] as (typeof ladder.rungs)[number], 10, school.id);
        expect(words.ownCue === null).toBe(ladder.schools[school.id] !== 'adapts');
        expect(words.cues.length).toBeGreaterThan(0);
        expect(words.breath.length).toBeGreaterThan(5);
      }
  });
});
