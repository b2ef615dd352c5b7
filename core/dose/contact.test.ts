import { rung } from '~/core/catalogue';
import { contactOf, stopsAtContact } from './contact';

const lowered = (value: number | null, onDate = '2026-11-15', testId = 'leg_lowering_angle') => ({
  testId,
  value,
  onDate,
});

describe('the contact angle of lowered legs', () => {
  it('is the newest that was measured, on the safe side in steps of 5 degrees', () => {
    expect(contactOf([lowered(41)])).toEqual({ deg: 45, onDate: '2026-11-15' });
    expect(contactOf([lowered(40)])?.deg).toBe(40);
    expect(contactOf([lowered(60, '2026-11-01'), lowered(35, '2026-11-20')])?.deg).toBe(35);
    expect(contactOf([lowered(35, '2026-11-20'), lowered(60, '2026-11-01')])?.deg).toBe(35);
    expect(contactOf([lowered(null), lowered(20, '2026-11-15', 'pelvic_drop_stance')])).toBeUndefined();
    expect(contactOf([])).toBeUndefined();
  });
  it('stops straight legs that go down together with a flat back, where they would go lower', () => {
    const stops = (id: string, deg: number) =>
      stopsAtContact(rung(id).posture, { deg, onDate: '2026-11-15' });
    expect(stops('leg_lower_both_monitor', 60)).toBe(true);
    expect(stops('leg_lower_both_monitor', 45)).toBe(false);
    expect(stops('leg_raise_both', 30)).toBe(true);
    // One leg, a lifted chest, bent knees, a turn to the side or a plank are other things.
    for (const id of ['leg_lower_alternate', 'hollow_full', 'knee_up_hold', 'rot_leg_arc', 'plank_full'])
      expect(stops(id, 80)).toBe(false);
    expect(stopsAtContact(rung('leg_raise_both').posture, undefined)).toBe(false);
  });
});
