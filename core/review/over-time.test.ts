import { shippedTrade } from '~/core/catalogue/trade';
import type { SetRecord } from '~/core/dose/logged';
import { makeTrial } from '~/core/screen/trial/testing';
import { exerciseDays, exercisesDone, testHistories, workByWeek } from './over-time';

const person = { sex: 'male', sport: 'cycling', level: 'trained' } as const;
const histories = (trials: ReturnType<typeof makeTrial>[]) =>
  testHistories({ person, today: '2026-11-20', trade: shippedTrade, trials });

const set = (more: Partial<SetRecord>): SetRecord => ({
  ladderId: 'plank',
  rungId: 'plank_full',
  setNo: 1,
  side: 'both',
  planned: 30,
  done: 30,
  faultId: null,
  ...more,
});

describe('a test over time', () => {
  const day = (onDate: string, side: 'left' | 'right', value: number, more = {}) =>
    makeTrial('side_plank', side, value, { onDate, ...more });
  it('has a line for each side and a point for each day, each against the time before', () => {
    const [history] = histories([
      day('2026-11-01', 'right', 70),
      day('2026-09-01', 'right', 40),
      day('2026-09-01', 'left', 50),
      day('2026-10-01', 'right', 42),
    ]);
    expect(history?.lines.map(({ side, points }) => [side, points.map(({ value }) => value)])).toEqual([
      ['left', [50]],
      ['right', [40, 42, 70]],
    ]);
    expect(history?.lines[1]?.points.map(({ since }) => since?.verdict)).toEqual([
      undefined,
      'within_error',
      'better',
    ]);
    expect(history?.lines[1]?.points[2]?.since?.difference).toBe(28);
  });
  it('bands each result by 1.96 typical errors, narrower for the mean of several trials and never below nothing', () => {
    const error = shippedTrade.test('side_plank').typicalError;
    const [point] = histories([day('2026-11-01', 'left', 60)])[0]?.lines[0]?.points ?? [];
    expect(point?.high).toBeCloseTo(60 + 1.96 * error, 6);
    expect(point?.low).toBeCloseTo(60 - 1.96 * error, 6);
    const [two] =
      histories([day('2026-11-01', 'left', 60), day('2026-11-01', 'left', 55)])[0]?.lines[0]?.points ?? [];
    expect((two?.high ?? 0) - 60).toBeCloseTo((1.96 * error) / Math.SQRT2, 6);
    expect(histories([day('2026-11-01', 'left', 2)])[0]?.lines[0]?.points[0]?.low).toBe(0);
  });
  it('counts grades in points, with the full score as what is wanted', () => {
    const graded = shippedTrade.tests.find(({ kind, sided }) => kind === 'grade' && !sided);
    const [history] = histories([
      makeTrial(graded?.id ?? '', 'both', null, { onDate: '2026-09-01', grade: 'not_yet' }),
      makeTrial(graded?.id ?? '', 'both', null, { onDate: '2026-11-01', grade: 'owned' }),
    ]);
    expect(history).toMatchObject({ inPoints: true, target: 100 });
    expect(history?.lines[0]?.points.map(({ value }) => value)).toEqual([0, 100]);
  });
  it('puts first what was done on most days', () => {
    const found = histories([
      makeTrial('front_plank', 'both', 60, { onDate: '2026-11-01' }),
      day('2026-10-01', 'left', 40),
      day('2026-11-01', 'left', 40),
    ]);
    expect(found.map(({ testId }) => testId)).toEqual(['side_plank', 'front_plank']);
  });
});

describe('an exercise over time', () => {
  it('counts sets, amount, longest and heaviest of the side that did more, day by day', () => {
    const days = exerciseDays(
      [
        {
          onDate: '2026-11-09',
          sets: [
            set({ side: 'left', done: 20, load: 4 }),
            set({ side: 'left', done: 25, load: 6, setNo: 2 }),
            set({ side: 'right', done: 30, load: 8 }),
            set({ rungId: 'plank_knees', done: 90 }),
          ],
        },
        { onDate: '2026-11-02', sets: [set({ done: 15 }), set({ done: 0, setNo: 2 })] },
        { onDate: '2026-11-04', sets: [set({ done: 0 })] },
      ],
      'plank_full',
    );
    expect(days).toEqual([
      { onDate: '2026-11-02', sets: 1, amount: 15, most: 15, load: null },
      { onDate: '2026-11-09', sets: 2, amount: 45, most: 25, load: 6 },
    ]);
  });
  it('adds what was done twice on a day, and lists the exercise of most days first', () => {
    const twice = [
      { onDate: '2026-11-02', sets: [set({})] },
      { onDate: '2026-11-02', sets: [set({ done: 10 }), set({ rungId: 'plank_knees' })] },
      { onDate: '2026-11-03', sets: [set({ rungId: 'plank_knees' })] },
      { onDate: '2026-11-03', sets: [set({ rungId: 'side_plank_full', done: 0 })] },
    ];
    expect(exerciseDays(twice, 'plank_full')).toMatchObject([{ sets: 2, amount: 40, most: 30 }]);
    expect(exercisesDone(twice)).toEqual(['plank_knees', 'plank_full']);
  });
});

describe('work by week', () => {
  const item = {
    quality: 'extension',
    rungId: 'plank_full',
    sets: 2,
    amount: 30,
    unit: 'hold_s',
    sided: false,
    extraSetSide: null,
    load: null,
  } as const;
  it('sets planned beside done, on the days they stood and were done, without a gap', () => {
    const weeks = workByWeek(
      shippedTrade,
      [
        { onDate: '2026-11-08', items: [item, { ...item, extraSetSide: 'left' }] },
        { onDate: '2026-11-16', items: [item] },
      ],
      [
        { onDate: '2026-11-02', sets: [set({ done: 20 }), set({ setNo: 2, done: 0 })] },
        {
          onDate: '2026-11-16',
          sets: [set({ side: 'left' }), set({ side: 'right' }), set({ side: 'right', setNo: 2 })],
        },
        { onDate: '2026-11-23', sets: [set({})] },
      ],
      '2026-11-02',
      3,
    );
    expect(weeks).toEqual([
      { weekStart: '2026-11-02', planned: { sets: 5, seconds: 150 }, done: { sets: 1, seconds: 20 } },
      { weekStart: '2026-11-09', planned: { sets: 0, seconds: 0 }, done: { sets: 0, seconds: 0 } },
      { weekStart: '2026-11-16', planned: { sets: 2, seconds: 60 }, done: { sets: 2, seconds: 60 } },
    ]);
  });
  it('times reps by their tempo, and counts sets of exercises that are gone', () => {
    const rung = shippedTrade.ladders
      .flatMap(({ rungs }) => rungs)
      .find(({ unit, tempo }) => unit === 'reps' && tempo);
    const perRep = rung?.tempo?.split('-').reduce((sum, part) => sum + Number(part), 0) ?? 0;
    const [week] = workByWeek(
      shippedTrade,
      [],
      [{ onDate: '2026-11-02', sets: [set({ rungId: rung?.id ?? '', done: 5 }), set({ rungId: 'gone' })] }],
      '2026-11-02',
      1,
    );
    expect(week?.done).toEqual({ sets: 2, seconds: 5 * perRep });
  });
});
