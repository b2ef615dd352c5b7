import { disputes, ladder, ladders, rung, schools } from '.';
import { noEdits } from './edits';
import { schoolAmount, schoolBreath, schoolWords } from './school-words';
import { shippedTrade, tradeOf } from './trade';

describe('what a school changes', () => {
  const deadBug = ladder('dead_bug');
  it('times the breath: exhale as the limbs go out where the school does so', () => {
    expect(schoolBreath(deadBug.breath, 'breath_owned', disputes)).toMatch(/^Exhale as the limbs go out/);
    expect(schoolBreath(deadBug.breath, 'neutral', disputes)).toMatch(/^Inhale as the limbs travel out/);
    expect(schoolBreath('Breathe.', 'flatten', disputes)).toBe('Breathe.');
  });
  it('counts breaths where the school counts breaths', () => {
    expect(schoolAmount(rung('plank_full'), 45, 'breaths')).toBe('9 breaths in place of 45 s');
    expect(schoolAmount(rung('dead_bug_heel_tap'), 8, 'breaths')).toContain('8 breaths, one full breath');
    expect(schoolAmount(rung('hollow_full'), 30, 'both')).toBe('30 s, or 6 breaths');
    expect(schoolAmount(rung('plank_full'), 45, 'seconds')).toBeNull();
    expect(schoolAmount(rung('breath_supine'), 5, 'breaths')).toBeNull();
  });
  it('has a cue of its own for every kind of position, whether the ladder fits or is adapted', () => {
    for (const ladder of ladders)
      for (const rung of ladder.rungs) {
        const said = schools.map((school) => schoolWords(shippedTrade, ladder, rung, 10, school.id).ownCue);
        const spoken = said.filter((cue) => cue !== null);
        // Breath and brace drills are the school's own matter: only where it adapts them it says how.
        if (['breathing', 'brace_drill', 'neck_ball'].includes(rung.posture.archetype)) {
          schools.forEach((school, i) => {
            expect(said[i] === null).toBe(ladder.schools[school.id] !== 'adapts');
          });
        } else expect(spoken).toHaveLength(schools.length);
        if (spoken.length === schools.length) expect(new Set(spoken).size).toBe(schools.length);
      }
  });
});

describe('the cue of a school for a landing', () => {
  it('is that of standing, not that of a back that is held', () => {
    const said = (id: string) =>
      schoolWords(shippedTrade, shippedTrade.ladderOf(id), rung(id), 4, 'brace').ownCue;
    const { words } = shippedTrade.school('brace');
    expect(said('land_step_off')).toBe(words.upright);
    expect(said('hinge_stand')).toBe(words.back);
  });
});

describe('the words of a rung', () => {
  const rungs = ladders.flatMap((ladder) => ladder.rungs.map((rung) => ({ ladder, rung })));
  const said = (words: readonly string[]) => words.join(' ').toLowerCase();

  it('are its own, two to four of them, on every rung', () => {
    for (const { rung } of rungs) {
      expect(rung.cues.length).toBeGreaterThanOrEqual(2);
      expect(rung.cues.length).toBeLessThanOrEqual(4);
      expect(new Set(rung.cues).size).toBe(rung.cues.length);
      for (const cue of rung.cues) expect(cue.length).toBeLessThanOrEqual(90);
    }
    const whole = rungs.map(({ rung }) => said(rung.cues));
    expect(new Set(whole).size).toBe(whole.length);
  });
  it('do not put an athlete in another position than the drawing', () => {
    for (const { rung } of rungs) {
      const { posture } = rung;
      const words = said([...rung.cues, rung.breath ?? '']);
      if (posture.archetype === 'breathing' && posture.position !== 'prone')
        expect(words).not.toMatch(/face down|forehead|low back rises/);
      if (posture.archetype === 'prone_bridge' && posture.hands === 'hand')
        expect(words).not.toMatch(/elbows? under|forearm/);
      if (posture.archetype === 'side_bridge') expect(words).not.toMatch(/both elbows|face down/);
      if (rung.unit === 'hold_s' && posture.archetype === 'curl')
        expect(words).not.toMatch(/dig the (feet|heels)/);
    }
  });
  it('are those of the ladder on a rung that has none', () => {
    const plank = ladder('plank');
    const own = { ...rung('plank_full'), cues: [] };
    expect(schoolWords(shippedTrade, plank, own, 30, 'brace').cues).toEqual(plank.do.slice(0, 3));
  });
  it('give way to a practice’s own words on the ladder, but not to those it wrote on the rung', () => {
    const words = { do: ['Our own cue'], breath: 'Our own breath' };
    const edits = {
      ...noEdits,
      ladders: { breathing: { patch: words, hidden: false } },
      rungs: { breath_balloon: { patch: { cues: ['Our balloon cue'] }, hidden: false } },
    };
    const trade = tradeOf(edits);
    const of = (id: string) => schoolWords(trade, trade.ladderOf(id), trade.rung(id), 5, 'brace');
    expect(of('breath_prone')).toMatchObject({ cues: ['Our own cue'], breath: 'Our own breath' });
    expect(of('breath_balloon')).toMatchObject({ cues: ['Our balloon cue'], breath: 'Our own breath' });
    expect(of('plank_full').cues).toEqual(rung('plank_full').cues);
    const breathOnly = tradeOf({
      ...noEdits,
      ladders: { breathing: { patch: { breath: words.breath }, hidden: false } },
    });
    expect(breathOnly.rung('breath_prone').cues).toEqual(rung('breath_prone').cues);
    expect(breathOnly.rung('breath_prone').breath).toBeUndefined();
  });
});
