import { addDays } from '~/core/body/dates';
import { testDay } from '~/core/clear/testing';
import { judgeHeld, type Wanted } from '~/core/dose/choose';
import { anAthlete } from '~/core/dose/testing';
import { easeBack, isRepeated, type Repeatable, reEntryOf, repeatedWeeks } from './re-entry';

const wanted: Wanted = { quality: 'anti_extension', phase: 'ground', gapActs: false, before: new Set() };

describe('coming back', () => {
  it('goes on after a few days, repeats a week, eases back after two or three, screens again after four', () => {
    const kinds = (days: number, planned = 3) => reEntryOf(addDays(testDay, -days), testDay, planned).kind;
    expect([0, 6, 7, 13, 14, 27, 28, 90].map((days) => kinds(days))).toEqual([
      'go_on',
      'go_on',
      'repeat',
      'repeat',
      'ease_back',
      'ease_back',
      'rescreen',
      'rescreen',
    ]);
    // Nothing was planned, so nothing was missed; nobody comes back who never began.
    expect(kinds(20, 0)).toBe('go_on');
    expect(reEntryOf(undefined, testDay, 9).kind).toBe('go_on');
  });
  it('eases every exercise by one step, to 60 % of its dose next time, and once only', () => {
    const athlete = anAthlete({ done: new Set(['plank_full', 'side_plank_full']) });
    const on = (rungId: string, since: string) => ({
      quality: athlete.trade.ladderOf(rungId).quality,
      role: 'main' as const,
      ladderId: athlete.trade.ladderOf(rungId).id,
      rungId,
      load: null,
      since,
    });
    const lastDone = addDays(testDay, -16);
    const given = { phase: 'ground' as const, lastDone, today: testDay };
    const eased = easeBack(athlete, [on('plank_full', '2026-10-01'), on('side_plank_full', testDay)], given);
    expect(eased.underWay).toMatchObject([{ rungId: 'plank_knees', since: testDay }]);
    // Three sets of a phase become two, of nine tenths: 60 % in all.
    const usual = judgeHeld(athlete, 'plank_knees', { load: 0 }, wanted)?.asked.amount ?? 0;
    expect(eased.lighter.get('plank_knees')).toEqual({ sets: 2, amount: Math.floor(usual * 0.9) });
    expect(eased.underWay[0]?.load).toBeNull();
    // What was begun on the last day is eased, what was begun after it is not.
    expect(easeBack(athlete, [on('plank_full', lastDone)], given).underWay).toHaveLength(1);
    expect(easeBack(athlete, [on('plank_full', addDays(lastDone, 1))], given).underWay).toEqual([]);
    expect(easeBack(athlete, eased.underWay, given).underWay).toEqual([]);
  });
});

describe('an exercise that is eased', () => {
  const athlete = anAthlete({ done: new Set(['carry_suitcase_walk', 'plank_full']) });
  const eased = (rungId: string, load: number | null) =>
    easeBack(
      athlete,
      [
        {
          quality: athlete.trade.ladderOf(rungId).quality,
          role: 'main',
          ladderId: athlete.trade.ladderOf(rungId).id,
          rungId,
          load,
          since: '2026-10-01',
          setting: 'blue handle',
        },
      ],
      { phase: 'load', lastDone: addDays(testDay, -16), today: testDay },
    );
  it('keeps its set-up with a lighter load, and leaves it with its rung', () => {
    const [lighter] = eased('carry_suitcase_walk', 26).underWay;
    expect(lighter).toMatchObject({ rungId: 'carry_suitcase_walk', load: 24, setting: 'blue handle' });
    const [lower] = eased('plank_full', null).underWay;
    expect(lower?.rungId).not.toBe('plank_full');
    expect(lower?.setting).toBeNull();
    // Four sets become two, with no more in each than is usual.
    const asked = eased('carry_suitcase_walk', 26).lighter.get('carry_suitcase_walk');
    const usual = judgeHeld(
      athlete,
      'carry_suitcase_walk',
      { load: 24 },
      { ...wanted, quality: 'anti_lateral', phase: 'load' },
    );
    expect(asked).toEqual({ sets: 2, amount: usual?.asked.amount });
  });
});

describe('a week that was missed', () => {
  const monday = '2026-11-02';
  const week = (index: number, sets: number, over: Partial<Repeatable> = {}): Repeatable => ({
    index,
    startsOn: addDays(monday, 7 * index),
    phase: 'build',
    kind: 'load',
    retest: false,
    blackDays: 0,
    minutes: 10 * sets,
    minutesAvailable: 60,
    sessions: 3,
    reasons: [`${sets} sets`],
    eventIds: [],
    cells: [{ quality: 'anti_extension', side: 'both', sets }],
    ...over,
  });
  const season = [
    week(0, 2),
    week(1, 3),
    week(2, 4, { phase: 'load', sessions: 2, minutesAvailable: 25, retest: true }),
    week(3, 5),
    week(4, 2, { kind: 'deload' }),
    week(5, 6),
  ];
  const sets = (weeks: readonly Repeatable[] | undefined) => weeks?.map(({ cells }) => cells[0]?.sets);
  it('is repeated, and the load weeks up to the next low one move on by one', () => {
    const weeks = repeatedWeeks(season, addDays(monday, 15));
    expect(sets(weeks)).toEqual([2, 3, 3, 4, 2, 6]);
    expect(weeks?.[2]).toMatchObject({
      index: 2,
      startsOn: addDays(monday, 14),
      phase: 'build',
      // The days are this week's own: what they offer, and the retest that stands in it.
      sessions: 2,
      minutesAvailable: 25,
      minutes: 25,
      retest: true,
      reasons: ['Repeats the week of 9 Nov 2026, which was missed.', '3 sets'],
    });
    expect(weeks?.[3]).toMatchObject({ phase: 'load', minutes: 40, sessions: 3, retest: false });
    expect(weeks?.slice(4)).toEqual(season.slice(4));
    expect(weeks?.slice(0, 2)).toEqual(season.slice(0, 2));
  });
  it('goes to the end of the season where no low week comes', () => {
    expect(sets(repeatedWeeks(season.slice(0, 4), addDays(monday, 7)))).toEqual([2, 2, 3, 4]);
  });
  it('is not repeated in a low week, after one, before the season, or twice', () => {
    expect(
      sets(repeatedWeeks([week(0, 2), week(1, 3), week(2, 1, { kind: 'deload' })], addDays(monday, 7))),
    ).toEqual([2, 2, 1]);
    for (const day of [28, 35, -1, 0, 70])
      expect(repeatedWeeks(season, addDays(monday, day))).toBeUndefined();
    const once = repeatedWeeks(season, addDays(monday, 14)) ?? [];
    expect(isRepeated(season, addDays(monday, 14))).toBe(false);
    expect(isRepeated(once, addDays(monday, 20))).toBe(true);
    expect(repeatedWeeks(once, addDays(monday, 16))).toBeUndefined();
  });
});
