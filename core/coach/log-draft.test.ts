import {
  draftFromLog,
  draftOf,
  exceptionsOf,
  oneFewer,
  oneMore,
  setsOf,
  unplannedExercise,
} from './log-draft';

const plank = {
  rungId: 'plank_full',
  name: 'Full plank',
  unit: 'hold_s',
  sided: false,
  loadBy: 'vest_kg',
  loadField: { label: 'kg vest', per: 1 },
} as const;
const side = { ...plank, rungId: 'side_plank_full', name: 'Side plank', sided: true } as const;
const laid = {
  sets: 2,
  firstSide: 'left',
  extraSetSide: 'left',
  amount: 30,
  load: null,
  withheld: false,
  sent: [],
} as const;
const sent = (...exercises: Parameters<typeof setsOf>[0]) => {
  const read = setsOf(exercises);
  return read.ok ? read.value.sets : read.issues.map(({ code, path }) => `${code} ${path.join(' ')}`);
};
const done = (...exercises: Parameters<typeof setsOf>[0]) =>
  sent(...exercises).map((set) =>
    typeof set === 'string'
      ? set
      : `${set.setNo} ${set.side} ${set.done} ${set.load?.value ?? '-'} ${set.faultId ?? '-'}`,
  );

describe('a log as it is written', () => {
  it('is as asked until something else is said: every set, in the order of the card', () => {
    const exercise = draftOf({ ...side, ...laid });
    expect(exceptionsOf([exercise])).toBe(0);
    expect(done(exercise)).toEqual([
      '1 left 30 - -',
      '1 right 30 - -',
      '2 left 30 - -',
      '2 right 30 - -',
      '3 left 30 - -',
    ]);
  });

  it('fills in nothing that did not happen: a set that was otherwise, and an exercise not planned, want their amount', () => {
    const exercise = draftOf({ ...plank, ...laid, extraSetSide: null });
    const [first, ...rest] = exercise.sets;
    if (!first) throw new Error('no sets');
    const lost = { ...exercise, sets: [{ ...first, otherwise: true }, ...rest] };
    expect(exceptionsOf([lost])).toBe(1);
    expect(done(lost)).toEqual(['log.lost_at plank_full 1.both']);
    expect(done(unplannedExercise(plank, 'new1'))).toEqual(['log.how_much new1 amount']);
    for (const amount of ['-3', 'ten', '1e3'])
      expect(done({ ...unplannedExercise(plank, 'new1'), amount })).toEqual(['log.how_much new1 amount']);
    expect(
      done({ ...lost, sets: [{ ...first, otherwise: true, amount: '21,5', faultId: 'sag' }, ...rest] }),
    ).toEqual(['1 both 21.5 - sag', '2 both 30 - -']);
  });

  it('an amount and a load for all sets leave those that were otherwise as they are said', () => {
    const exercise = draftOf({ ...plank, ...laid, extraSetSide: null, load: { by: 'vest_kg', value: 4 } });
    const [first, ...rest] = exercise.sets;
    if (!first) throw new Error('no sets');
    const heavier = {
      ...exercise,
      amount: '35',
      load: '6',
      sets: [{ ...first, otherwise: true, amount: '20' }, ...rest],
    };
    expect(done(heavier)).toEqual(['1 both 20 6 -', '2 both 35 6 -']);
    expect(exceptionsOf([heavier])).toBe(3);
    expect(done({ ...heavier, load: '' })).toEqual(['1 both 20 - -', '2 both 35 - -']);
    expect(done({ ...heavier, load: '0' })[0]).toBe('1 both 20 0 -');
    expect(done({ ...heavier, load: 'x' })).toEqual(['log.load plank_full load']);
  });

  it('a load is typed in the practice’s own unit, and opens again as it was typed', () => {
    const field = { label: 'lb vest', per: 0.45359237 };
    const exercise = draftOf({ ...plank, loadField: field, ...laid, extraSetSide: null });
    const [first] = sent({ ...exercise, load: '10' });
    expect(first).toMatchObject({ load: { by: 'vest_kg', value: 4.536 } });
    const logged = [
      { setNo: 1, side: 'both', done: 30, faultId: null, load: { by: 'vest_kg', value: 4.536 } },
    ] as const;
    expect(draftFromLog(exercise, logged, null).load).toBe('10');
  });

  it('takes more sets than were asked and fewer, both sides at once', () => {
    const exercise = draftOf({ ...side, ...laid, extraSetSide: null });
    expect(done(oneMore(exercise))).toHaveLength(6);
    expect(done(oneFewer(oneMore(exercise)))).toHaveLength(4);
    expect(oneFewer(oneFewer(oneFewer(exercise))).sets).toHaveLength(2);
  });

  it('another exercise takes the place with as many sets; what was not done sends nothing', () => {
    const exercise = draftOf({ ...side, ...laid, extraSetSide: null });
    const other = unplannedExercise(plank, 'new1', exercise);
    expect(other).toMatchObject({ instead: 'Side plank', asked: null });
    expect(done({ ...exercise, notDone: true }, { ...other, amount: '40' })).toEqual([
      '1 both 40 - -',
      '2 both 40 - -',
    ]);
    expect(draftOf({ ...side, ...laid, withheld: true }).notDone).toBe(true);
  });

  it('sets sent while it was under way say what they were, and only those that were otherwise', () => {
    const exercise = draftOf({
      ...plank,
      ...laid,
      extraSetSide: null,
      sent: [
        { setNo: 1, side: 'both', done: 30, faultId: null },
        { setNo: 2, side: 'both', done: 22, faultId: 'sag' },
      ],
    });
    expect(exceptionsOf([exercise])).toBe(1);
    expect(done(exercise)).toEqual(['1 both 30 - -', '2 both 22 - sag']);
  });

  it('an earlier log opens as it was written, and sends the same again', () => {
    const planned = draftOf({ ...side, ...laid, extraSetSide: null, load: { by: 'vest_kg', value: 4 } });
    const logged = [
      { setNo: 1, side: 'left', done: 30, faultId: null, load: { by: 'vest_kg', value: 6 } },
      { setNo: 1, side: 'right', done: 25, faultId: 'sag', load: { by: 'vest_kg', value: 6 } },
    ] as const;
    const opened = draftFromLog(planned, logged.toReversed(), 'little');
    expect(done(opened)).toEqual(['1 left 30 6 -', '1 right 25 6 sag']);
    expect(opened.reserve).toBe('little');
    expect(draftFromLog(planned, [], null).notDone).toBe(true);
    const same = draftFromLog(planned, [{ ...logged[0], load: { by: 'vest_kg', value: 4 } }], null);
    expect(same.load).toBe('');
  });
});
