import fc from 'fast-check';
import { discipline, qualityIds } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import { assess } from '~/core/screen/assess/assess';
import { makeTrial } from '~/core/screen/trial/testing';
import { exposure } from './exposure';
import { link, meetsDemand } from './link';

const fell = discipline('running.trail-fell-ultra');
const person = { sex: 'female', sport: 'running', level: 'trained' } as const;
const linkOf = (
  trials: Parameters<typeof assess>[0]['trials'],
  more: Partial<Parameters<typeof link>[0]> = {},
) =>
  link({
    trade: shippedTrade,
    assessment: assess({ trials, person, today: '2026-11-20', trade: shippedTrade }),
    discipline: fell,
    gate: gateOf(),
    kit: ['box', 'towel'],
    ...more,
  });

describe('exposure', () => {
  it('counts a 3 h 40 marathon at 174 steps a minute: 38 280 steps, 19 140 on the left', () => {
    const x = exposure(discipline('running.marathon'), { minutes: 220, perMinute: 174 });
    expect(x).toMatchObject({ total: 38_280, perSide: 19_140, source: 'event' });
    expect(x.arithmetic).toContain('3 h 40');
  });
});

describe('priority', () => {
  const trials = [
    makeTrial('pelvic_drop_stance', 'left', 9, { faults: [{ faultId: 'trunk_lean', atS: 12 }] }),
    makeTrial('pelvic_drop_stance', 'left', 10),
    makeTrial('pelvic_drop_stance', 'right', 5),
    makeTrial('pelvic_drop_stance', 'right', 5.5),
    makeTrial('side_plank', 'left', 45),
    makeTrial('side_plank', 'right', 74),
  ];

  it('is D (0.60 S + 0.25 G + 0.15 phi), worked by hand', () => {
    // Left: drop 9 of 5, worst 15 -> 60; right 100. S = 0.4; gap 40 % -> G' = 1 (4° > 2.94° for two trials); phi = 1; D = 1.
    const left = linkOf(trials).priorities.find((p) => p.quality === 'pelvic_level' && p.side === 'left');
    expect(left?.gap).toMatchObject({ verdict: 'beyond_error', acting: 1 });
    expect(left?.priority).toBeCloseTo(0.6 * 0.4 + 0.25 + 0.15, 6);
    expect(left?.arithmetic).toContain('= 0.640');
  });

  it('says why in one sentence with the figures, the sport and the ladders', () => {
    const left = linkOf(trials, { event: { minutes: 140, perMinute: 170 } }).priorities.find(
      (p) => p.quality === 'pelvic_level' && p.side === 'left',
    );
    expect(left?.sentence).toMatch(
      /Pelvic drop in stance 9° against 5°; right 5°.*beyond test error.*trunk leans.*5 of 5.*2 h 20 of it puts the left leg down about 11.900 times.*single-leg/,
    );
    expect(left?.parts.flatMap((part) => part.result.trialIds)).toEqual([trials[0]?.id, trials[1]?.id]);
  });

  it('lets a gap within test error not act, and asks to repeat', () => {
    const result = linkOf([
      makeTrial('pelvic_drop_stance', 'left', 8),
      makeTrial('pelvic_drop_stance', 'right', 6),
    ]);
    const left = result.priorities.find((p) => p.quality === 'pelvic_level' && p.side === 'left');
    expect(left?.gap).toMatchObject({ verdict: 'within_error', acting: 0 });
    expect(left?.sentence).toContain('within test error: repeat');
  });

  it('lets the same small gap act when two sided tests agree', () => {
    const result = linkOf([
      makeTrial('pelvic_drop_stance', 'left', 8),
      makeTrial('pelvic_drop_stance', 'right', 6),
      makeTrial('step_down', 'left', 12),
      makeTrial('step_down', 'right', 8),
    ]);
    expect(
      result.priorities.find((p) => p.quality === 'pelvic_level' && p.side === 'left')?.gap.verdict,
    ).toBe('repeated');
  });

  it('puts breath first below 70 and asks for a test where nothing is known', () => {
    const result = linkOf([...trials, makeTrial('brace_breathing', 'both', 4)]);
    expect(result.priorities[0]).toMatchObject({ quality: 'breath_brace', verdict: 'first' });
    const back = result.priorities.find((p) => p.quality === 'extension_endurance');
    expect(back).toMatchObject({ verdict: 'settle', capability: undefined, settleBy: 'trunk_extensor_hold' });
  });

  it('lists what cautions block apart', () => {
    const result = linkOf(trials, { gate: gateOf({ cautions: ['osteoporosis'] }) });
    expect(result.blocked.map((b) => b.quality)).toContain('reactive');
    expect(result.priorities.some((p) => p.quality === 'reactive')).toBe(false);
  });

  it('names patterns to check', () => {
    const ids = linkOf(trials).patterns.map((pattern) => pattern.id);
    expect(ids).toEqual(expect.arrayContaining(['compensated_drop_left', 'true_side_left']));
  });

  it('stays within 0 and 1 and falls when a result improves', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.integer({ min: 1, max: 200 }), (a, b) => {
        const [worse, better] = [Math.min(a, b), Math.max(a, b)];
        const of = (hold: number) =>
          linkOf([makeTrial('front_plank', 'both', hold)]).priorities.find(
            (p) => p.quality === 'anti_extension',
          )?.priority ?? Number.NaN;
        expect(of(better)).toBeLessThanOrEqual(of(worse));
        expect(of(worse)).toBeLessThanOrEqual(1);
      }),
      { numRuns: 40 },
    );
  });

  it('ranks every quality of an untested athlete by demand', () => {
    const result = linkOf([]);
    expect(new Set(result.priorities.map((p) => p.quality)).size).toBe(qualityIds.length);
    expect(result.priorities[0]?.demand).toBe(5);
    expect(result.priorities.at(-1)?.quality).toBe('trunk_flexion_control');
  });
});

it('meets the demand at 100 where the sport asks 3 or more, at 70 below', () => {
  expect(meetsDemand(99, 3)).toBe(false);
  expect(meetsDemand(70, 2)).toBe(true);
});
