import fc from 'fast-check';
import type { Pace } from '~/core/catalogue/schema';
import { cycleS, paceAt, paceEndS, stageAt, stageText } from './pace';

const breath: Pace = { by: 'breath', inS: 3, outS: 4, most: 5, counts: true };

describe('the pace of a trial', () => {
  it('breathes in before it breathes out and counts finished breaths', () => {
    expect(paceAt(breath, 0)).toMatchObject({ phase: 'in', done: 0, share: 0, leftS: 3 });
    expect(paceAt(breath, 5)).toMatchObject({ phase: 'out', done: 0, share: 0.5, leftS: 2 });
    expect(paceAt(breath, 7)).toMatchObject({ phase: 'in', done: 1 });
    expect(paceAt(breath, 35)).toMatchObject({ phase: 'over', done: 5, leftS: 0 });
  });
  it('never counts back and never past its end', () => {
    const pace: fc.Arbitrary<Pace> = fc.oneof(
      fc.record({
        by: fc.constant('breath' as const),
        inS: fc.integer({ min: 1, max: 8 }),
        outS: fc.integer({ min: 1, max: 8 }),
        most: fc.integer({ min: 1, max: 20 }),
        counts: fc.boolean(),
      }),
      fc.record({
        by: fc.constantFrom('beat' as const, 'sweep' as const),
        everyS: fc.integer({ min: 1, max: 30 }),
        most: fc.integer({ min: 1, max: 20 }),
        counts: fc.boolean(),
      }),
    );
    const times = fc.array(fc.double({ min: -5, max: 700, noNaN: true }), { minLength: 2, maxLength: 12 });
    fc.assert(
      fc.property(pace, times, (pace, seconds) => {
        let before = 0;
        for (const at of [...seconds].sort((a, b) => a - b)) {
          const moment = paceAt(pace, at);
          expect(moment.done).toBeGreaterThanOrEqual(before);
          expect(moment.done).toBeLessThanOrEqual(pace.most);
          expect(moment.share).toBeGreaterThanOrEqual(0);
          expect(moment.share).toBeLessThanOrEqual(1);
          expect(moment.leftS).toBeLessThanOrEqual(cycleS(pace));
          if (at > paceEndS(pace) + 1e-6) expect(moment.phase).toBe('over');
          before = moment.done;
        }
      }),
    );
  });
});

describe('a staged hold', () => {
  it('calls the next shape every thirty seconds', () => {
    expect(stageAt(30, 6, 29.9)).toMatchObject({ stage: 0 });
    expect(stageAt(30, 6, 30)).toMatchObject({ stage: 1, heldS: 0, leftS: 30 });
    expect(stageAt(30, 6, 200)).toMatchObject({ stage: 5, leftS: 0 });
  });
  it('says where the result ended', () => {
    expect(stageText(30, 6, 72)).toBe('stage 3 of 6, 12 s into it');
    expect(stageText(30, 6, 180)).toBe('all 6 stages');
  });
});
