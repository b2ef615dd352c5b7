import { addDays } from '~/core/body/dates';
import { testDay } from '~/core/clear/testing';
import { anAthlete } from '~/core/dose/testing';
import { easeBack, reEntryOf } from './re-entry';

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
    expect(eased.lighter.get('plank_knees')?.sets).toBe(2);
    expect(easeBack(athlete, eased.underWay, given).underWay).toEqual([]);
  });
});
