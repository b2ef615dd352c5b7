import { rung } from '~/core/catalogue';
import { isTurnedOut, turnOutOf, turnsOut } from './turn-out';

const raised = (deg: number | undefined, onDate = '2026-11-15', testId = 'leg_raise_arc') => ({
  testId,
  onDate,
  parts: { front: 70, ...(deg === undefined ? {} : { turn_out_deg: deg }) } as Record<string, number>,
});

describe('the turn-out of leg raises', () => {
  it('is that of the hip that turns out less, on the newest day that says it', () => {
    expect(turnOutOf([raised(50), raised(42.4)])).toEqual({ deg: 42, onDate: '2026-11-15' });
    expect(turnOutOf([raised(20, '2026-10-01'), raised(50)])?.deg).toBe(50);
    expect(turnOutOf([raised(50), raised(undefined, '2026-11-20')])?.deg).toBe(50);
    expect(turnOutOf([raised(undefined), raised(50, '2026-11-15', 'step_down')])).toBeUndefined();
  });
  it('under ten degrees is parallel', () => {
    expect(turnOutOf([raised(9.9)])?.deg).toBe(0);
    expect([0, 9.9, 10, 40].map((deg) => isTurnedOut(raised(deg)))).toEqual([false, false, true, true]);
    expect(isTurnedOut({ parts: null })).toBe(false);
  });
  it('concerns the leg raises of a turned-out leg alone', () => {
    expect(turnsOut(rung('leg_raise_front').posture)).toBe(true);
    for (const id of ['leg_raise_both', 'plank_full', 'sl_stand'])
      expect(turnsOut(rung(id).posture)).toBe(false);
  });
});
