import fc from 'fast-check';
import { screenTest, screenTests } from '~/core/catalogue';
import { noEdits, type OwnTarget, withEdit } from '~/core/catalogue/edits';
import { shippedTrade, tradeOf } from '~/core/catalogue/trade';
import { gateOf } from '~/core/clear/testing';
import { assess } from '~/core/screen/assess/assess';
import { scoreTrial, scoreUncapped, targetFor } from '~/core/screen/assess/score';
import { readyStation, stepStation, trialOf } from '~/core/screen/station/station';
import { minuteRungs, testOn } from './by-rung';
import { makeTrial } from './testing';
import { directionsOf, trialProblems, trialSchema } from './trial';

const woman = { sex: 'female', sport: 'gymnastics', level: 'trained', ageYears: 17 } as const;
const arc = screenTest('leg_raise_arc');

describe('leg raises in three directions', () => {
  const parts = { front: 90, side: 60, back: 36 };
  it('score the mean of the directions, each against its own target', () => {
    const score = scoreTrial(arc, { value: 62, grade: null, parts }, 70);
    expect(score).toBeCloseTo((100 + 80 + 80) / 3, 6);
  });
  it('take a limit a caution sets as the target where it is lower', () => {
    const held = scoreTrial(
      arc,
      { value: 55, grade: null, parts: { front: 60, side: 60, back: 45, limit: 60 } },
      70,
    );
    expect(held).toBeCloseTo(100, 6);
  });
  it('are refused without a direction, over the limit, or with one that is left out', () => {
    const trial = { ...makeTrial('leg_raise_arc', 'left', 62), readBy: 'eye' as const, parts };
    const problems = (its: typeof trial, ...cautions: string[]) =>
      trialProblems(its, arc, gateOf({ cautions }).test(arc.id), shippedTrade);
    expect(problems(trial)).toEqual([]);
    expect(problems({ ...trial, parts: { front: 90, side: 60 } as typeof parts })).toMatchObject([
      { code: 'trial.needs_angle', values: { direction: 'back' } },
    ]);
    expect(problems(trial, 'hip_impingement')[0]).toMatchObject({
      code: 'trial.angle_outside',
      values: { value: 90, most: 60 },
    });
    const hamstring = gateOf({ cautions: ['hamstring_strain'] }).test(arc.id);
    expect(directionsOf(arc, hamstring).map(({ id }) => id)).toEqual(['side', 'back']);
    expect(problems(trial, 'hamstring_strain')).toMatchObject([
      { code: 'trial.unknown_figure', values: { id: 'front' } },
    ]);
  });
});

describe('figures measured beside a grade', () => {
  const float = screenTest('bridge_foot_float');
  it('count when they are lower than the grade, and not when they are better', () => {
    const owned = { value: null, grade: 'owned' as const };
    expect(scoreTrial(float, { ...owned, parts: { drop_deg: 10 } }, 100)).toBeCloseTo(50, 6);
    expect(scoreTrial(float, { ...owned, parts: { drop_deg: 1 } }, 100)).toBe(100);
    expect(scoreTrial(float, { ...owned, parts: null }, 100)).toBe(100);
  });
  it('are noted only, when they have no target', () => {
    const contact = screenTest('low_back_contact');
    const trial = { value: 2, grade: 'owned' as const, parts: { cuff_mmhg: 25 } };
    expect(scoreTrial(contact, trial, 2)).toBe(scoreUncapped(contact, 2, 'owned', 2));
  });
  it('are monotone: a worse figure never scores higher', () => {
    for (const test of screenTests)
      for (const figure of test.figures ?? []) {
        const of = (value: number) =>
          scoreTrial(test, { value: test.max, grade: 'owned', parts: { [figure.id]: value } }, 3);
        fc.assert(
          fc.property(
            fc.double({ min: figure.min, max: figure.max, noNaN: true }),
            fc.double({ min: figure.min, max: figure.max, noNaN: true }),
            (a, b) => {
              const [low, high] = a < b ? [a, b] : [b, a];
              if (figure.lowerIsBetter) expect(of(low)).toBeGreaterThanOrEqual(of(high) - 1e-9);
              else expect(of(high)).toBeGreaterThanOrEqual(of(low) - 1e-9);
            },
          ),
        );
      }
  });
  it('are refused outside their range', () => {
    const trial = {
      ...makeTrial('bridge_foot_float', 'left', null),
      grade: 'owned' as const,
      parts: { drop_deg: 80 },
    };
    expect(trialProblems(trial, float, gateOf().test(float.id), shippedTrade)).toMatchObject([
      { code: 'trial.figure_outside', values: { value: 80, least: 0, most: 30 } },
    ]);
  });
});

describe('a minute of reps on a rung of choice', () => {
  it('offers only rungs that ask for reps in 60 s', () => {
    const rungs = minuteRungs(shippedTrade);
    expect(rungs.length).toBeGreaterThan(5);
    for (const { rung, ladderId } of rungs) expect(shippedTrade.ladderOf(rung.id).id).toBe(ladderId);
  });
  it('takes quality, target and sides from the rung, and results of two rungs stand apart', () => {
    const [one, two] = minuteRungs(shippedTrade);
    if (!one || !two) throw new Error('no rungs');
    const { results, capabilities } = assess({
      trials: [
        makeTrial('minute_reps', 'both', 15, { rungId: one.rung.id }),
        makeTrial('minute_reps', 'both', 10, { rungId: two.rung.id }),
      ],
      person: woman,
      today: '2026-11-21',
      trade: shippedTrade,
    });
    expect(results.map((result) => result.rungId).sort()).toEqual([one.rung.id, two.rung.id].sort());
    const first = results.find((result) => result.rungId === one.rung.id);
    expect(first?.scoreUncapped).toBeCloseTo((100 * 15) / (first?.target.value ?? 1), 6);
    const quality = shippedTrade.ladder(one.ladderId).quality;
    const fed = capabilities.find(
      (capability) => capability.quality === quality && capability.parts.length > 0,
    );
    expect(fed?.parts.length).toBeGreaterThan(0);
  });
  it('is refused without a rung, and a rung elsewhere', () => {
    const reps = screenTest('minute_reps');
    const gate = gateOf();
    const codes = (trial: ReturnType<typeof makeTrial>, test: typeof reps) =>
      trialProblems(trial, test, gate.test(test.id), shippedTrade).map(({ code }) => code);
    expect(codes(makeTrial('minute_reps', 'both', 12), reps)).toEqual(['trial.needs_rung']);
    const rungId = minuteRungs(shippedTrade)[0]?.rung.id ?? '';
    const plank = screenTest('front_plank');
    expect(codes(makeTrial('front_plank', 'both', 12, { rungId }), plank)).toEqual(['trial.no_rung']);
    // A sided rung asks for its side.
    const sided = minuteRungs(shippedTrade).find(({ rung }) => rung.sided)?.rung.id ?? '';
    const on = testOn(reps, shippedTrade, sided);
    expect(codes(makeTrial('minute_reps', 'both', 12, { rungId: sided }), on)).toEqual(['trial.needs_side']);
    expect(codes(makeTrial('minute_reps', 'left', 12, { rungId: sided }), on)).toEqual([]);
  });
  it('stands as it is on a rung that is gone', () => {
    expect(testOn(screenTest('minute_reps'), shippedTrade, 'gone')).toBe(screenTest('minute_reps'));
  });
});

describe('how an angle was read', () => {
  const capabilityOf = (readBy: 'eye' | 'still') =>
    assess({
      trials: [makeTrial('pelvic_drop_stance', 'left', 8, { readBy, onDate: '2026-11-21' })],
      person: woman,
      today: '2026-11-21',
      trade: shippedTrade,
    }).results[0]?.reliability;
  it('gives less confidence by eye than by a still', () => {
    expect(capabilityOf('eye')).toBe(0.5);
    expect(capabilityOf('still')).toBe(0.8);
  });
});

describe('own targets', () => {
  const targets: OwnTarget[] = [
    { value: 60 },
    { value: 70, sex: 'female' },
    { value: 80, sex: 'female', sport: 'gymnastics' },
    { value: 90, ageFrom: 16, ageTo: 18, sex: 'female', sport: 'gymnastics' },
  ];
  it('reach the score through the practice’s catalogue, as does its typical error', () => {
    const trade = tradeOf(
      withEdit(noEdits, {
        op: 'change',
        kind: 'test',
        entryId: 'front_plank',
        patch: { targets, typicalError: 5 },
      }),
      1,
    );
    const [result] = assess({
      trials: [makeTrial('front_plank', 'both', 45)],
      person: woman,
      today: '2026-11-21',
      trade,
    }).results;
    expect(result).toMatchObject({
      scoreUncapped: 50,
      typicalError: 5,
      target: { value: 90, source: 'own' },
    });
    expect(targetFor(screenTest('front_plank'), woman).source).toBe('cohort');
  });
});

describe('a trial as the station sends it', () => {
  it('passes the schema and carries parts, reading and rung', () => {
    const state = [
      { type: 'part', id: 'front', value: 80 },
      { type: 'part', id: 'side', value: 60 },
      { type: 'part', id: 'back', value: 40, readBy: 'goniometer' },
      { type: 'felt', place: 'hip' },
      { type: 'pain', score: 0 },
    ].reduce(
      (now, event) => stepStation(now, event as Parameters<typeof stepStation>[1]),
      readyStation({ kind: 'degrees', directionIds: ['front', 'side', 'back'] }, 'right'),
    );
    const sent = trialOf(state, {
      id: '0190aaaa-0000-7000-8000-000000000001',
      screeningId: '0190aaaa-0000-7000-8000-000000000002',
      testId: 'leg_raise_arc',
      onDate: '2026-11-21',
      capS: null,
      recordedAt: '2026-11-21T10:00:00.000Z',
      rungId: null,
      traceId: null,
      stillId: null,
      limitDeg: 60,
      form: undefined,
    });
    expect(trialSchema.parse(sent)).toMatchObject({
      side: 'right',
      value: 60,
      readBy: 'goniometer',
      parts: { front: 80, side: 60, back: 40, limit: 60 },
    });
  });
  it('from an older device, without parts and readings, is still understood', () => {
    const { parts, rungId, readBy, traceId, stillId, supersedesId, reason, comparable, ...old } = makeTrial(
      'front_plank',
      'both',
      60,
    );
    expect(trialSchema.parse(old)).toMatchObject({ parts: null, rungId: null, supersedesId: null });
  });
});
