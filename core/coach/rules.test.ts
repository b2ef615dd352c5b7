import { addDays } from '~/core/body/dates';
import type { Load } from '~/core/body/posture';
import { shippedTrade } from '~/core/catalogue/trade';
import { gateOf, testDay } from '~/core/clear/testing';
import { anAthlete } from '~/core/dose/testing';
import { amountText, prescriptionSeconds, workSeconds } from '~/core/dose/work';
import { doseHistory } from './history';
import { logSchema } from './log-form';
import { plannedSets } from './planned-sets';
import { inHandText, mergeUnderWay, setupText, workText } from './prescription';
import { recheckSession, underGate } from './recheck';

/** The small rules of a session, each at its edges. */

describe('the dose of the last four weeks', () => {
  const athlete = anAthlete();
  const log = (onDate: string, rungId: string, side: 'left' | 'right' | 'both', done: number) => ({
    onDate,
    sets: [{ rungId, side, done }],
  });
  it('counts from 28 days before a day up to the day before it, as a weekly mean of amount over limit', () => {
    const on = (days: number) =>
      doseHistory(athlete, [log(addDays(testDay, -days), 'plank_full', 'both', 99)], testDay)[
        'anti_extension|both'
      ];
    expect(on(1)).toBeCloseTo(0.25, 9);
    expect(on(28)).toBeCloseTo(0.25, 9);
    expect(on(29)).toBeUndefined();
    expect(on(0)).toBeUndefined();
    expect(on(-1)).toBeUndefined();
  });
  it('adds sets up, side by side; an unsided set of a sided quality counts for both', () => {
    const day = addDays(testDay, -3);
    const found = doseHistory(
      athlete,
      [
        log(day, 'side_plank_full', 'left', 85.5),
        log(day, 'side_plank_full', 'left', 85.5),
        log(day, 'side_plank_full', 'right', 85.5 / 2),
        log(day, 'gone_long_ago', 'both', 10),
      ],
      testDay,
    );
    expect(Object.keys(found).sort()).toEqual(['anti_lateral|left', 'anti_lateral|right']);
    expect(found['anti_lateral|left']).toBeCloseTo(2 / 4, 9);
    expect(found['anti_lateral|right']).toBeCloseTo(0.5 / 4, 9);
  });
});

describe('the sets of a prescription', () => {
  const sets = (over: object) =>
    plannedSets({ sets: 2, sided: true, firstSide: null, extraSetSide: null, ...over }).map(
      ({ setNo, side }) => `${setNo} ${side}`,
    );
  it('go side by side, the weaker first, the extra one last', () => {
    expect(sets({})).toEqual(['1 left', '1 right', '2 left', '2 right']);
    expect(sets({ firstSide: 'right' })).toEqual(['1 right', '1 left', '2 right', '2 left']);
    expect(sets({ firstSide: 'right', extraSetSide: 'right' }).at(-1)).toBe('3 right');
    expect(sets({ sided: false })).toEqual(['1 both', '2 both']);
    expect(sets({ sets: 0 })).toEqual([]);
  });
});

describe('what a prescription takes', () => {
  it('is its work by the unit, in seconds', () => {
    expect(workSeconds('hold_s', 20, null)).toBe(20);
    expect(workSeconds('breaths', 4, null)).toBe(20);
    expect(workSeconds('metres', 15, null)).toBe(15);
    expect(workSeconds('reps_in_60s', 30, null)).toBe(60);
    expect(workSeconds('reps', 5, null)).toBe(20);
    expect(workSeconds('reps', 5, '2-1-3')).toBe(30);
  });
  it('is the set-up, the work of all sides, and a rest between sets', () => {
    const of = (over: object) =>
      prescriptionSeconds({
        unit: 'hold_s',
        amount: 10,
        tempo: null,
        sided: false,
        sets: 2,
        extraSetSide: null,
        restS: 45,
        ...over,
      });
    expect(of({})).toBe(25 + 20 + 45);
    expect(of({ sided: true })).toBe(25 + 40 + 45);
    expect(of({ sided: true, extraSetSide: 'left' })).toBe(25 + 50 + 90);
    expect(of({ sets: 1 })).toBe(25 + 10);
    expect(of({ sets: 0 })).toBe(25);
  });
  it('is said as a coach says it', () => {
    expect([
      amountText(1, 'reps'),
      amountText(2, 'reps'),
      amountText(1, 'breaths'),
      amountText(20, 'hold_s'),
    ]).toEqual(['1 rep', '2 reps', '1 breath', '20 s']);
    const text = (over: object) =>
      workText({
        sets: 3,
        amount: 20,
        unit: 'hold_s',
        sided: false,
        firstSide: null,
        extraSetSide: null,
        ...over,
      });
    expect(text({})).toBe('3 × 20 s');
    expect(text({ sided: true })).toBe('3 × 20 s each side');
    expect(text({ sided: true, firstSide: 'left', extraSetSide: 'left' })).toBe(
      '3 × 20 s each side, left first, one more left',
    );
  });
});

describe('a session checked again', () => {
  const plank = {
    id: 'a',
    rungId: 'plank_full',
    name: 'Front plank',
    unit: 'hold_s' as const,
    amount: 30,
    loadValue: null,
  };
  const loaded = {
    id: 'b',
    rungId: 'plank_loaded',
    name: 'Loaded',
    unit: 'hold_s' as const,
    amount: 20,
    loadValue: 5,
  };
  const free = gateOf();
  const fine = (amount: number, load: number | null = null) => ({
    bars: [],
    shownAmount: amount,
    shownLoad: load,
  });
  const check = (gate: typeof free, items: object[], calledOff = false) =>
    recheckSession(gate, shippedTrade, { calledOff, items: items as never });
  const said = (found: ReturnType<typeof check>) => found.changes.map(({ code, values }) => [code, values]);

  it('under one gate is withheld, shortened, lightened, or as it was', () => {
    expect(underGate(free, shippedTrade, plank)).toEqual({
      item: plank,
      bars: [],
      amount: 30,
      loadValue: null,
    });
    expect(underGate(gateOf({ cautions: ['hypertension'] }), shippedTrade, plank).amount).toBe(10);
    expect(underGate(gateOf({ cautions: ['shoulder_pain'] }), shippedTrade, plank).bars[0]?.code).toBe(
      'bar.caution',
    );
    const most = free.rung('plank_loaded').loadMost ?? 0;
    expect(underGate(free, shippedTrade, { ...loaded, loadValue: most + 9 }).loadValue).toBe(most);
    expect(underGate(free, shippedTrade, loaded).loadValue).toBe(Math.min(5, most));
  });
  it('says nothing when nothing changed', () => {
    expect(check(free, [{ ...plank, check: fine(30) }])).toEqual({
      items: [],
      calledOff: false,
      changes: [],
    });
    expect(check(free, [])).toEqual({ items: [], calledOff: false, changes: [] });
  });
  it('says what is withheld and why, and calls off what has nothing left', () => {
    const gate = gateOf({ cautions: ['shoulder_pain'] });
    const found = check(gate, [{ ...plank, check: fine(30) }]);
    expect(found.calledOff).toBe(true);
    expect(said(found)[0]).toEqual(['recheck.called_off', {}]);
    expect(said(found)[1]).toEqual([
      'recheck.withheld',
      expect.objectContaining({ bar: 'bar.caution', caution: 'shoulder_pain', name: 'Front plank' }),
    ]);
    expect(found.items).toEqual([
      { itemId: 'a', check: { bars: gate.rung('plank_full').bars, shownAmount: 30, shownLoad: null } },
    ]);
    // Told once.
    expect(check(gate, [{ ...plank, check: found.items[0]?.check }], true).changes).toEqual([]);
  });
  it('gives back what may be done again, and says so', () => {
    const barred = { bars: [{ code: 'bar.held', path: [], values: {} }], shownAmount: 30, shownLoad: null };
    const found = check(free, [{ ...plank, check: barred }], true);
    expect(found.calledOff).toBe(false);
    expect(said(found)).toEqual([
      ['recheck.on_again', {}],
      ['recheck.given_back', { name: 'Front plank' }],
    ]);
  });
  it('says a shortened hold and a lightened load with both figures', () => {
    expect(said(check(gateOf({ cautions: ['hypertension'] }), [{ ...plank, check: fine(30) }]))).toEqual([
      ['recheck.amount', { name: 'Front plank', from: 30, to: 10, unit: 'hold_s' }],
    ]);
    const most = free.rung('plank_loaded').loadMost ?? 0;
    const heavy = { ...loaded, loadValue: most + 9 };
    expect(said(check(free, [{ ...heavy, check: fine(20, most + 9) }]))).toEqual([
      ['recheck.load', { name: 'Loaded', from: most + 9, to: most }],
    ]);
  });
  it('that changes its reason while it stays withheld is written down and not told again', () => {
    const barred = { bars: [{ code: 'bar.held', path: [], values: {} }], shownAmount: 30, shownLoad: null };
    const found = check(gateOf({ cautions: ['shoulder_pain'] }), [{ ...plank, check: barred }], true);
    expect(found.items).toHaveLength(1);
    expect(found.changes).toEqual([]);
  });
});

describe('a log as it is sent', () => {
  const log = {
    id: '0190aaaa-0000-7000-8000-000000000001',
    sessionId: '0190aaaa-0000-7000-8000-000000000002',
    effort: 5,
    painScore: 0,
    sets: [],
  };
  const said = (over: object) =>
    logSchema
      .safeParse({ ...log, ...over })
      .error?.issues.map(({ path, message }) => `${path.join('.')} ${message}`) ?? [];
  it('asks where a pain is, and takes efforts of 1 to 10 and pains of 0 to 10', () => {
    expect(said({})).toEqual([]);
    expect(said({ painScore: 1 })).toEqual(['painRegion log.where']);
    expect(said({ painScore: 1, painRegion: 'knee' })).toEqual([]);
    for (const effort of [0, 11, 5.5, null]) expect(said({ effort })).toEqual(['effort log.effort']);
    for (const painScore of [-1, 11, 0.5, null])
      expect(said({ painScore, painRegion: 'knee' })).toEqual(['painScore log.pain']);
    expect(said({ effort: 1 })).toEqual([]);
    expect(said({ effort: 10, painScore: 10, painRegion: 'knee' })).toEqual([]);
  });
  it('takes the place that was pointed at before a region, the gravest of several, and none where nothing hurts', () => {
    const where = (over: object) => {
      const { painRegion, painPlaces } = logSchema.parse({ ...log, ...over });
      return [painRegion, painPlaces];
    };
    expect(where({ painScore: 2, painPlaces: ['groin.left'] })).toEqual(['groin or hip', ['groin.left']]);
    expect(
      where({ painScore: 2, painRegion: 'neck', painPlaces: ['front_knee.left', 'calf.right'] }),
    ).toEqual(['below the knee', ['front_knee.left', 'calf.right']]);
    expect(where({ painScore: 2, painRegion: 'neck' })).toEqual(['neck', []]);
    expect(where({ painScore: 0, painRegion: 'neck', painPlaces: ['groin.left'] })).toEqual([null, []]);
    expect(said({ painScore: 2, painPlaces: ['nose'] })).toHaveLength(1);
    expect(said({ painScore: 2, painPlaces: Array(9).fill('groin.left') })).toEqual([
      'painPlaces log.places',
    ]);
  });
  it('takes sleep and readiness where they are said, within what there is', () => {
    expect(said({ sleepHours: 7.5, readiness: 4 })).toEqual([]);
    expect(said({ sleepHours: 0, readiness: 1 })).toEqual([]);
    expect(said({ sleepHours: 16, readiness: 5 })).toEqual([]);
    for (const sleepHours of [-1, 16.5, Number.NaN])
      expect(said({ sleepHours })).toEqual(['sleepHours log.sleep']);
    for (const readiness of [0, 6, 2.5]) expect(said({ readiness })).toEqual(['readiness log.readiness']);
  });
});

describe('what an exercise leaves in hand, and its load', () => {
  it('is said as it can be felt: in fives of seconds, in reps, or not at all', () => {
    expect(inHandText(17.4, 'hold_s')).toBe('about 15 s in hand');
    expect(inHandText(1, 'hold_s')).toBe('about 5 s in hand');
    expect(inHandText(5.6, 'reps')).toBe('about 6 reps in hand');
    expect(inHandText(0.2, 'reps')).toBe('about 1 rep in hand');
    expect(inHandText(null, 'reps')).toBeNull();
    const say = (rungId: string, load: Load | null, lever: number | null = null) =>
      setupText(shippedTrade.rung(rungId), { load, lever });
    expect(say('carry_suitcase_walk', { by: 'hand_kg', value: 14 })).toBe('14 kg in the hand');
    expect(say('carry_suitcase_walk', { by: 'hand_kg', value: 0 })).toBeNull();
    expect(say('plank_full', null)).toBeNull();
    expect(say('plank_loaded', { by: 'pelvis_kg', value: 5 }, 6)).toBe(
      '5 kg on the pelvis, elbows 6 cm ahead of the shoulders',
    );
    expect(say('hinge_bars', null, 40)).toBe('trunk 40° from upright');
  });
});

it('exercises under way: those of a new week stand, those of roles it has none of stay behind', () => {
  const one = (quality: string, role: string, rungId: string) =>
    ({ quality, role, ladderId: '', rungId, load: null, since: testDay }) as never;
  const merged = mergeUnderWay(
    [one('reactive', 'main', 'b')],
    [one('reactive', 'main', 'a'), one('reactive', 'accessory', 'c'), one('anti_lateral', 'main', 'd')],
  );
  expect(merged.map(({ rungId }) => rungId)).toEqual(['b', 'c', 'd']);
});
