import fc from 'fast-check';
import { bodyOf } from '~/core/body/anthropometry';
import { limitS } from '~/core/body/endurance';
import { mainMomentNm } from '~/core/body/moment';
import { ladderOf, ladders, rung } from '~/core/catalogue';
import { rungHasMoment } from '~/core/catalogue/rung-load';
import { toolById, tools } from '.';
import { type BenchContext, type BenchRung, readValues } from './tool';

const man = bodyOf({ massKg: 70, statureM: 1.75, sex: 'male' });

function benchRung(id: string): BenchRung {
  const its = rung(id);
  return {
    id,
    name: its.name,
    posture: its.posture,
    needs: its.needs,
    hasMoment: rungHasMoment(ladderOf(id), its),
    loadBy: its.load.by,
    loadMost: its.load.max,
    unit: its.unit,
    goalAmount: its.goal.amount,
    tempo: its.tempo,
    sided: its.sided,
    flexionCyclesPerRep: its.flexion_cycles_per_rep,
  };
}
const context = (id = 'plank_full'): BenchContext => ({
  body: man,
  known: [],
  rung: benchRung(id),
  flexionWeeks: [{ weekStart: '2026-11-23', cycles: 30 }],
});

/** Answers an instrument at its initial values, changed by some. */
function ask(toolId: string, changes: Record<string, number | string> = {}, its = context()) {
  const tool = toolById(toolId);
  if (!tool) throw new Error(toolId);
  const { values } = readValues(tool.controls(its), (key) =>
    changes[key] === undefined ? null : String(changes[key]),
  );
  return { answer: tool.answer(values, its), drawn: tool.draw?.(values, its) };
}
const figure = (answer: ReturnType<typeof ask>['answer'], label: string) =>
  answer.figures.find((figure) => figure.label.startsWith(label))?.value;

describe('every instrument', () => {
  it('answers with formula, inputs and source, and no NaN, for any rung and any place of its sliders', () => {
    const rungIds = ladders.flatMap((ladder) => ladder.rungs.map((rung) => rung.id));
    fc.assert(
      fc.property(
        fc.constantFrom(...tools),
        fc.constantFrom(...rungIds),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 10, maxLength: 10 }),
        (tool, id, places) => {
          const its = context(id);
          const controls = tool.controls(its);
          const { values } = readValues(controls, (key) => {
            const at = controls.findIndex((control) => control.key === key);
            const control = controls[at];
            const place = places[at % 10] ?? 0;
            if (control?.kind === 'choice')
              return control.options[Math.floor(place * control.options.length * 0.999)]?.[0] ?? null;
            return control ? String(control.min + place * (control.max - control.min)) : null;
          });
          const answer = tool.answer(values, its);
          expect(answer.formula.length).toBeGreaterThan(5);
          expect(answer.source.length).toBeGreaterThan(5);
          expect(answer.band.length).toBeGreaterThan(5);
          expect(answer.inputs.length).toBeGreaterThan(0);
          const text = JSON.stringify(answer);
          expect(text).not.toMatch(/NaN|Infinity|undefined/);
          // Words, never the names things have in the code, nor rows of digits for days.
          expect(text).not.toMatch(/[a-z]_[a-z]|\d{4}-\d{2}-\d{2}/);
          if (answer.figures.length === 0) expect(answer.warnings.length).toBeGreaterThan(0);
        },
      ),
      { numRuns: 600 },
    );
  });

  it('has its own id, name and question', () => {
    expect(new Set(tools.map((tool) => tool.id)).size).toBe(tools.length);
    expect(toolById('nothing')).toBeUndefined();
    // What is wrong with a figure is said beside it, by its label.
    for (const tool of tools) {
      const controls = tool.controls(context());
      expect(new Set(controls.map((control) => control.label)).size).toBe(controls.length);
      expect(new Set(controls.map((control) => control.key)).size).toBe(controls.length);
    }
  });
});

describe('bad figures', () => {
  const controls = toolById('band')?.controls(context()) ?? [];
  it('are bounded and said', () => {
    const read = readValues(controls, (key) => (key === 'rest' ? '4000' : key === 'wanted' ? 'lots' : null));
    expect(read.values.rest).toBe(300);
    expect(read.problems).toEqual([
      'Resting length: 4000 cm is outside 10 to 300; 300 cm stands in.',
      'Wanted force: "lots" is not a number; 50 N stands in.',
    ]);
  });
  it('read a decimal comma', () => {
    expect(readValues(controls, (key) => (key === 'rest' ? '60,5' : null)).values.rest).toBe(60.5);
  });
});

describe('lever and load', () => {
  it('agrees with the model and predicts the very hold it was told', () => {
    const { answer, drawn } = ask('lever', { best: 95 });
    expect(figure(answer, 'resisting extension')).toBe(
      (mainMomentNm(benchRung('plank_full').posture, man) ?? 0).toFixed(0),
    );
    expect(figure(answer, 'limit')).toBe('95 s');
    expect(drawn?.posture).toMatchObject({ archetype: 'prone_bridge', lever_H: 0 });
  });
  it('warns beyond the capacity instead of promising seconds', () => {
    const { answer } = ask('lever', { best: 25, lever: 29, load: 20 });
    expect(answer.warnings.join()).toContain('Beyond the capacity');
  });
  it('says that a breathing rung has no moment', () => {
    expect(ask('lever', {}, context('breath_prone')).answer.warnings).toEqual([
      'Choose a rung with a moment.',
    ]);
  });
  it('keeps the lever in what it sends, in the unit it is set in; none where it is the rung’s own', () => {
    const own = ask('lever').answer;
    expect(own.send?.lever).toBeUndefined();
    const turned = ask('lever', { lever: 14 }).answer;
    expect(turned.send?.lever).toEqual({ value: 14, said: 'elbows 14 cm' });
    expect(turned.text).toContain('elbows 14 cm');
    const hinge = context('hinge_stand');
    const angle = ask('lever', { angle: 60 }, hinge).answer.send?.lever;
    expect(angle).toEqual({ value: 60, said: 'trunk 60°' });
    // What the hold asks for comes back from the lever it gives.
    const solved = ask('hold', { best: 60, wanted: 40, knob: 'angle' }, hinge).answer;
    expect(solved.send?.lever?.value).toBe(Number(solved.figures[0]?.value));
  });
  it('moves the figure with the slider', () => {
    expect(ask('lever', { angle: 20 }, context('leg_lower_both_monitor')).drawn?.posture).toMatchObject({
      hips_deg: [20, 20],
    });
  });
});

describe('load for a hold', () => {
  it('gives back the load of its own limit', () => {
    const { answer } = ask('hold', { best: 95, wanted: 60 });
    const kg = Number(figure(answer, 'load on the pelvis'));
    const nm = mainMomentNm(benchRung('plank_full').posture, man, { by: 'pelvis_kg', value: kg }) ?? 0;
    const bare = mainMomentNm(benchRung('plank_full').posture, man) ?? 0;
    const top = bare / (95 / 22.69) ** (-1 / 2.27);
    expect(limitS(nm / top)).toBeCloseTo(60, 0);
    expect(figure(answer, 'working set')).toBe('38');
    expect(answer.send).toEqual({ load: kg, amount: 38 });
  });
  it.each([
    [{ best: 95, wanted: 10 }, 'under 22.69 s'],
    [{ wanted: 60 }, 'not known'],
    [{ best: 40, wanted: 60 }, 'Too hard at its easiest'],
  ])('refuses %j and says why', (changes, why) => {
    const { answer } = ask('hold', changes);
    expect(answer.warnings.join()).toContain(why);
    expect(answer.send).toBeUndefined();
  });
});

describe('kit', () => {
  it('tells where to stand with a band, and does not offer a stretch that may tear it', () => {
    expect(figure(ask('band', { wanted: 62 }).answer, 'stand')).toBe('110');
    const torn = ask('band', { rest: 30, wanted: 140 }).answer;
    expect(figure(torn, 'stand')).toBeUndefined();
    expect(torn.send).toBeUndefined();
    expect(torn.warnings.join()).toContain('250 %');
  });
  it('draws the fit through its readings, and marks where the answer lies', () => {
    const { plot } = ask('band', { wanted: 50 }).answer;
    expect(plot?.readings).toEqual([
      [20, 30],
      [50, 62],
    ]);
    expect(plot?.at[1]).toBe(50);
    expect(plot?.line.every(([, y], i, all) => i === 0 || y >= (all[i - 1]?.[1] ?? 0))).toBe(true);
  });
  it('says what is wrong with a calibration', () => {
    expect(ask('band', { f2: 20 }).answer.warnings.join()).toContain('falls from 30 N');
  });
  it('knows that two equal weights cancel', () => {
    const { answer } = ask('carry', { left: 16, right: 16 });
    expect(figure(answer, 'resisting side-bend')).toBe('0');
    expect(figure(answer, 'side that works')).toBe('none');
    expect(answer.text).not.toContain('neither');
    expect(answer.warnings.join()).toContain('cancel');
    expect(figure(ask('carry', { left: 0, right: 20 }).answer, 'side that works')).toBe('left');
  });
  it('halves the stack through a 2 : 1 pulley', () => {
    expect(figure(ask('cable', { stack: 20, ratio: '2' }).answer, 'at the handle')).toBe('98');
  });
  it('asks for a spotter where feet are under the bar', () => {
    expect(ask('spring', { task: 'bar_bridge' }).answer.warnings.join()).toContain('safety-strapped');
    expect(ask('spring').answer.warnings).toEqual([]);
  });
  it('sizes the ball and checks its air', () => {
    expect(figure(ask('ball').answer, 'diameter')).toBe('65');
    // The knee decides, a usual one has its air; hard or soft, the answer is air, never that the knee is wrong.
    expect(figure(ask('ball', { knee: 44 }).answer, 'diameter')).toBe('55');
    expect(ask('ball', { knee: 44, give: 20 }).answer.warnings).toEqual([]);
    expect(ask('ball', { knee: 62, give: 25 }).answer.warnings.join()).toBe(
      'More air, until it flattens by 17 %.',
    );
    expect(ask('ball', { knee: 62, give: 8 }).answer.warnings.join()).toContain('Less air');
  });
  it('pulls with several springs at once, and says which way it gets harder for each rung', () => {
    const force = (springs: number) => Number(figure(ask('spring', { springs }).answer, 'force'));
    expect(force(3)).toBe(3 * force(1));
    const way = (task: string) => figure(ask('spring', { task }).answer, 'a lighter spring is');
    expect([way('press_out'), way('bridge_press'), way('high_bridge')]).toEqual([
      'easier',
      'harder',
      'harder',
    ]);
  });
  it('warns of a weight or a pull beyond what bodies of this mass usually take', () => {
    expect(ask('carry', { right: 16, left: 0 }).answer.warnings).toEqual([]);
    expect(ask('carry', { right: 50, left: 0 }).answer.warnings.join()).toContain(
      '% of body mass in one hand',
    );
    expect(ask('cable', { stack: 10 }).answer.warnings).toEqual([]);
    expect(ask('cable', { stack: 60 }).answer.warnings.join()).toContain('% of body weight');
  });
  it('turns the distance of the heels into a knee angle', () => {
    expect(ask('feet', { distance: 75 }).answer.warnings.join()).toContain('Cramp');
    expect(Number(figure(ask('feet', { distance: 45 }).answer, 'knee'))).toBeGreaterThan(95);
  });
});

describe('counts', () => {
  it('speaks of a side gap only beyond its error', () => {
    expect(figure(ask('ratio', { left: 46, right: 58 }).answer, 'side gap')).toBe('21');
    expect(ask('ratio', { left: 46, right: 58 }).answer.warnings.join()).toContain('Within the error');
    expect(ask('ratio', { left: 30, right: 58 }).answer.warnings.join()).toContain('weaker side first');
    expect(ask('ratio', { left: 0, right: 0 }).answer.warnings.join()).toContain('nothing to compare');
  });
  it('starts from an athlete’s own results, in their unit', () => {
    const pair = { testId: 'x', name: 'Lean', unit: '°', left: 12, right: 20, typicalError: 2 };
    const of = ask('ratio', {}, { ...context(), pair }).answer;
    expect(figure(of, 'side gap')).toBe('40');
    expect(figure(of, 'weaker side')).toBe('left');
    expect(of.band).toBe('Smallest real difference 5.5 °');
    expect(of.inputs).toContain('Lean, the newest results');
    const held = { ...pair, unit: 's', against: { name: 'Back hold', value: 60, typicalError: 5 } };
    expect(figure(ask('ratio', {}, { ...context(), pair: held }).answer, 'weaker side : other')).toMatch(
      /^0\.20/,
    );
    const long = toolById('ratio')?.controls({ ...context(), pair: { ...held, left: 480 } });
    expect(long?.find(({ key }) => key === 'left')).toMatchObject({ initial: 480, max: 480 });
  });
  it('gives a ratio with its error', () => {
    // 46 / 120 with relative errors 9 / 46 and 15 / 120.
    expect(figure(ask('ratio', { left: 46, right: 58, other: 120 }).answer, 'weaker side : other')).toBe(
      '0.38 ± 0.09',
    );
  });
  it('converts seconds to breaths and doses', () => {
    const { answer } = ask('dose', { amount: 45, best: 90 });
    expect(figure(answer, 'as breaths')).toBe('9.0');
    expect(figure(answer, 'dose')).toBe('0.50');
    expect(ask('dose', { amount: 85, best: 90 }).answer.warnings.join()).toContain('belongs to tests');
  });
  it('counts breaths as breaths: eight of them are forty seconds', () => {
    const { answer } = ask('dose', { amount: 8, breath: 5 }, context('breath_prone'));
    expect(figure(answer, 'seconds')).toBe('40');
    expect(figure(answer, 'as breaths')).toBe('8.0');
    expect(answer.inputs.join()).toContain('8 breaths');
    expect(figure(ask('dose', { amount: 20 }, context('carry_suitcase_walk')).answer, 'seconds')).toBe('20');
  });
  it('falls back on the goal amount without a known hold', () => {
    expect(figure(ask('dose', { amount: 30 }).answer, 'dose (by the goal')).toBe((30 / 45).toFixed(2));
  });
  it('adds up time under tension', () => {
    const { answer } = ask('tension');
    expect(figure(answer, 'one set')).toBe('80 s');
    expect(figure(answer, 'under tension')).toBe('8 min');
    expect(figure(answer, 'on the clock')).toBe('9 min 30 s');
  });
  it('keeps the ledger of bends and warns of a leap', () => {
    const its = { ...context('curl_up_feet_dug'), flexionWeeks: [{ weekStart: '2026-11-16', cycles: 40 }] };
    const { answer } = ask('ledger', {}, its);
    expect(figure(answer, 'bends this week')).toBe('90');
    expect(figure(answer, 'logged')).toBe('40');
    expect(answer.warnings.join()).toContain('build up');
    expect(ask('ledger', { most: 60 }, its).answer.warnings.join()).toContain('Over the own limit');
  });
});
