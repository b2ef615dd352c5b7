import { ladders, rung } from '~/core/catalogue';
import { gateOf } from '~/core/clear/testing';
import { repsInMinute } from '~/core/screen/trial/by-rung';
import type { SetRecord } from './logged';
import { minuteMark, minuteMet } from './minute';

const curl = rung('curl_up_feet_dug');
const free = { gate: gateOf() };

describe('reps against the clock', () => {
  it('come when the goal amount is asked, in the phases of work', () => {
    expect(minuteMark(free, curl, 12, 'build')).toBe(20);
    expect(minuteMark(free, curl, 15, 'sport')).toBe(20);
    expect(minuteMark(free, curl, 11, 'build')).toBeNull();
    for (const phase of ['ground', 'sharpen', 'hold', 'restore'] as const)
      expect(minuteMark(free, curl, 15, phase)).toBeNull();
    expect(minuteMark({ gate: gateOf({ cautions: ['hypertension'] }) }, curl, 15, 'build')).toBeNull();
  });
  it('are for the rungs that ask for them alone', () => {
    for (const { rungs } of ladders)
      for (const one of rungs)
        expect(minuteMark(free, one, 100, 'load')).toBe(
          free.gate.rung(one.id).effortMost === undefined ? (repsInMinute(one) ?? null) : null,
        );
  });
  it('are met clean, on each side', () => {
    const set = (more: Partial<SetRecord>): SetRecord => ({
      ladderId: 'curl_up',
      rungId: curl.id,
      setNo: 1,
      side: 'both',
      planned: 12,
      done: 20,
      faultId: null,
      ...more,
    });
    expect(minuteMet([set({ done: 12 }), set({ setNo: 2 })], curl)).toBe(true);
    expect(minuteMet([set({ done: 19 })], curl)).toBe(false);
    expect(minuteMet([set({ faultId: 'neck_strain' })], curl)).toBe(false);
    const diagonal = rung('curl_up_diagonal');
    expect(minuteMet([set({ side: 'left' })], diagonal)).toBe(false);
    expect(minuteMet([set({ side: 'left' }), set({ side: 'right' })], diagonal)).toBe(true);
    expect(minuteMet([set({ done: 60 })], rung('plank_full'))).toBe(false);
  });
});
