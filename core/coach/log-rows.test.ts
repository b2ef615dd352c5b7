import { shippedTrade } from '~/core/catalogue/trade';
import { readTable } from '~/core/formats/table';
import { logMapping, namedExercise, readAmount, readLogRows } from './log-rows';
import { logsCsv } from './log-writer';

const today = '2026-11-27';
const read = (text: string, asked: Record<string, string> = {}) => {
  const found = readTable(text);
  if (!found.ok) throw new Error(found.error);
  return readLogRows(found.table, logMapping(found.table, asked), shippedTrade, today);
};
const name = (rungId: string) => `"${shippedTrade.rung(rungId).name}"`;
const head = 'Date,Exercise,Sets,Reps or seconds,Side,Load kg,RPE,Pain,Where,Sleep,Readiness,Notes';

describe('a file of logged sessions', () => {
  it('is read by day: sets counted by exercise and side, the hardest effort, the worst pain, notes together', () => {
    const { days, errors } = read(
      [
        head,
        `2026-11-20,${name('plank_full')},2,0:40,,,6,,,7.5,4,first`,
        `2026-11-20,${name('side_plank_full')},1,30 s,left,,7,2,left groin,,,`,
        `2026-11-20,${name('side_plank_full')},1,25,each,,,3,knee,,,second`,
        `2026-11-18,${name('plank_full')},1,1 min,,,5,,,,,`,
      ].join('\n'),
    );
    expect(errors).toEqual([]);
    expect(days.map(({ onDate, lines }) => [onDate, lines])).toEqual([
      ['2026-11-18', [5]],
      ['2026-11-20', [2, 3, 4]],
    ]);
    expect(days[0]?.sets).toEqual([
      { rungId: 'plank_full', setNo: 1, side: 'both', done: 60, faultId: null, load: null },
    ]);
    expect(days[1]).toMatchObject({
      effort: 7,
      painScore: 3,
      painRegion: 'knee',
      painPlaces: [],
      sleepHours: 7.5,
      readiness: 4,
      note: 'first\nsecond',
    });
    expect(
      days[1]?.sets.map(({ rungId, setNo, side, done }) => `${rungId} ${setNo} ${side} ${done}`),
    ).toEqual([
      'plank_full 1 both 40',
      'plank_full 2 both 40',
      'side_plank_full 1 left 30',
      'side_plank_full 2 left 25',
      'side_plank_full 1 right 25',
    ]);
  });
  it('a line that is wrong is named with its column, and takes its day with it and no other', () => {
    const { days, errors } = read(
      [
        head,
        `2026-11-20,${name('plank_full')},2,40,,,6,,,,,`,
        `2026-11-20,${name('plank_full')},20,40,,,6,,,,,`,
        `2026-11-19,${name('plank_full')},1,40,,,6,,,,,`,
        `2026-11-17,${name('plank_full')},1,40,left,,6,,,,,`,
        `2026-11-16,${name('plank_full')},1,ages,,,6,,,,,`,
        `2026-11-15,${name('plank_full')},1,40,,,6,4,,,,`,
        `2026-11-14,${name('plank_full')},1,40,,,6,4,nose,,,`,
        `2026-11-13,${name('plank_full')},1,40,,,,,,,,`,
        `2026-11-28,${name('plank_full')},1,40,,,6,,,,,`,
        `2025-10-01,${name('plank_full')},1,40,,,6,,,,,`,
        `never,${name('plank_full')},1,40,,,6,,,,,`,
        '2026-11-12,somersault of doom,1,40,,,6,,,,,',
        `2026-11-11,${name('plank_full')},1,40,,,11,,,17,6,`,
      ].join('\n'),
    );
    expect(days.map(({ onDate }) => onDate)).toEqual(['2026-11-19']);
    expect(errors.map(({ line, column }) => `${line} ${column}`)).toEqual([
      '3 Sets',
      '5 Side',
      '6 Reps or seconds',
      '7 Where',
      '8 Where',
      '9 RPE',
      '10 Date',
      '11 Date',
      '12 Date',
      '13 Exercise',
      '14 RPE',
      '14 Sleep',
      '14 Readiness',
    ]);
  });
  it('says which exercises it does not know, and takes what they are from whoever looks', () => {
    const text = `Date,Exercise,Reps,Effort\n2026-11-20,Our own plank thing,30,5\n2026-11-20,${name('plank_full')},30,5`;
    const { exercises, days } = read(text);
    expect(exercises.map(({ rungId }) => rungId)).toEqual([undefined, 'plank_full']);
    expect(days).toEqual([]);
    const mended = read(text, { 'is.our own plank thing': 'plank_knees' });
    expect(mended.days[0]?.sets.map(({ rungId }) => rungId)).toEqual(['plank_knees', 'plank_full']);
    // What is no exercise is not taken for one.
    expect(read(text, { 'is.our own plank thing': 'no_such' }).days).toEqual([]);
  });
  it('reads days as they are written and masses in pounds', () => {
    const loaded = shippedTrade.ladders
      .flatMap(({ rungs }) => rungs)
      .find(({ load }) => load.by === 'hand_kg');
    const bare = shippedTrade.ladders.flatMap(({ rungs }) => rungs).find(({ load }) => load.by === 'none');
    const pulled = shippedTrade.ladders
      .flatMap(({ rungs }) => rungs)
      .find(({ load }) => load.by === 'cable_N');
    if (!loaded || !bare || !pulled) throw new Error('no such rungs');
    const line = (day: string, exercise: string, load: string) => `${day};${exercise};8;${load};5`;
    const { days, errors } = read(
      [
        'Datum;Exercise;Reps;Weight lbs;Effort',
        line('20.11.2026', loaded.name, '22,05'),
        line('20.11.2026', loaded.name, '10 kg'),
        line('19.11.2026', bare.name, '10'),
        line('18.11.2026', pulled.name, '80 N'),
        line('17.11.2026', pulled.name, '80'),
      ].join('\n'),
    );
    expect(days.map(({ onDate, sets }) => [onDate, sets[0]?.load?.value])).toEqual([
      ['2026-11-18', 80],
      ['2026-11-20', 10],
    ]);
    expect(errors.map(({ line, reason }) => `${line} ${reason}`)).toEqual([
      `4 ${bare.name} takes no load`,
      `6 the pull of ${pulled.name} is said in N`,
    ]);
    const american = read(`Date,Exercise,Reps,Effort\n11/20/2026,${name('plank_full')},30,5`);
    expect(american.days[0]?.onDate).toBe('2026-11-20');
  });
  it('what is written out and read again is the same', () => {
    const { days } = read(
      [
        head,
        `2026-11-20,${name('plank_full')},2,40,,,6,,,7.5,4,"a, ""b"""`,
        '2026-11-20,side_plank_full,3,30,left,,6,2,left groin,,,',
        '2026-11-20,side_plank_full,3,30,right,,6,,,,,',
        `2026-11-18,${name('plank_full')},1,60,,,5,,,,,`,
      ].join('\n'),
    );
    expect(days).toHaveLength(2);
    const again = read(logsCsv(shippedTrade, days));
    expect(again.errors).toEqual([]);
    const bare = (all: typeof days) => all.map(({ lines: _, ...day }) => day);
    expect(bare(again.days)).toEqual(bare(days));
    const formula = { ...(days[0] as (typeof days)[number]), note: '=1+1' };
    expect(logsCsv(shippedTrade, [formula])).toContain("'=1+1");
  });
  it('a file of too many lines is refused before it is read', () => {
    const many = Array.from({ length: 5001 }, () => `2026-11-20,${name('plank_full')},30,5`);
    expect(read(`Date,Exercise,Reps,Effort\n${many.join('\n')}`)).toMatchObject({
      days: [],
      errors: [{ line: 1, reason: expect.stringContaining('5001 lines') }],
    });
  });
});

it.each([
  ['45', 45],
  ['45 s', 45],
  ['1:05', 65],
  ['2 min', 120],
  ['1 min 10 s', 70],
  ['12 reps', 12],
  ['6 breaths', 6],
  ['7,5', 7.5],
  ['', undefined],
  ['1:75', undefined],
  ['many', undefined],
])('an amount of “%s” is %s', (text, amount) => expect(readAmount(text)).toBe(amount));

it('only what is called so wholly is taken unasked; the rest is offered, the likeliest first', () => {
  for (const { rungs } of shippedTrade.ladders)
    for (const rung of rungs) {
      expect(namedExercise(shippedTrade, rung.id).rungId).toBe(rung.id);
      expect([rung.id, undefined]).toContain(namedExercise(shippedTrade, rung.name.toUpperCase()).rungId);
    }
  const plank = namedExercise(shippedTrade, 'plank');
  expect(plank.candidates.length).toBeGreaterThan(3);
  const ours = namedExercise(shippedTrade, 'our own bird dog special');
  expect(ours.rungId).toBeUndefined();
  expect(shippedTrade.rung(ours.candidates[0] ?? '').name.toLowerCase()).toContain('bird dog');
  expect(namedExercise(shippedTrade, 'quux').candidates).toEqual([]);
});
