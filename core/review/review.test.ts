import { shippedTrade } from '~/core/catalogue/trade';
import { makeTrial } from '~/core/screen/trial/testing';
import { review } from './review';

const person = { sex: 'male', sport: 'cycling', level: 'trained' } as const;
const at = (testId: string, onDate: string, value: number, more = {}) =>
  makeTrial(testId, 'both', value, { onDate, ...more });

describe('review', () => {
  it('calls a change real only beyond 1.96 x sqrt 2 x the typical error', () => {
    const of = (after: number) =>
      review({
        person,
        today: '2026-11-20',
        trade: shippedTrade,
        trials: [at('front_plank', '2026-09-01', 80), at('front_plank', '2026-11-01', after)],
      })[0];
    expect(of(113)).toMatchObject({ difference: 33, verdict: 'within_error' });
    expect(of(114)?.verdict).toBe('better');
    expect(of(40)?.verdict).toBe('worse');
  });
  it('knows that lower is better for degrees', () => {
    const [change] = review({
      person,
      today: '2026-11-20',
      trade: shippedTrade,
      trials: [at('leg_lowering_angle', '2026-09-01', 60), at('leg_lowering_angle', '2026-11-01', 35)],
    });
    expect(change).toMatchObject({ difference: -25, verdict: 'better' });
  });
  it('compares with the first and the last time, and not without the warm-up', () => {
    const trials = [
      at('front_plank', '2026-03-01', 40),
      at('front_plank', '2026-07-01', 70),
      at('front_plank', '2026-11-01', 120, { comparable: false }),
    ];
    const [change] = review({ person, today: '2026-11-20', trade: shippedTrade, trials });
    expect(change?.first.value).toBe(40);
    expect(change?.previous.value).toBe(70);
    expect(change?.verdict).toBe('not_comparable');
  });
  it('compares one leg with one leg, both with both, and as many trials with as many', () => {
    const verdict = (before: object, after: object, more: ReturnType<typeof at>[] = []) =>
      review({
        person,
        today: '2026-11-20',
        trade: shippedTrade,
        trials: [
          at('leg_lowering_angle', '2026-09-01', 60, before),
          at('leg_lowering_angle', '2026-11-01', 30, after),
          ...more,
        ],
      })[0]?.verdict;
    const one = { parts: { one_leg: 1 } };
    expect(verdict({}, {})).toBe('better');
    expect(verdict(one, one)).toBe('better');
    expect(verdict(one, {})).toBe('not_comparable');
    const out = (deg: number) => ({ parts: { turn_out_deg: deg } });
    expect(verdict(out(40), out(50))).toBe('better');
    expect(verdict(out(0), {})).toBe('better');
    expect(verdict(out(0), out(40))).toBe('not_comparable');
    expect(verdict({}, one)).toBe('not_comparable');
    expect(verdict({}, {}, [at('leg_lowering_angle', '2026-11-01', 31)])).toBe('not_comparable');
    expect(verdict({ comparable: false }, {})).toBe('not_comparable');
  });
  it('needs two dates, and tells a side and a rung apart', () => {
    const changes = (trials: ReturnType<typeof at>[]) =>
      review({ person, today: '2026-11-20', trade: shippedTrade, trials });
    expect(changes([at('front_plank', '2026-09-01', 80)])).toEqual([]);
    const sides = (side: 'left' | 'right', onDate: string) => makeTrial('side_plank', side, 60, { onDate });
    expect(changes([sides('left', '2026-09-01'), sides('right', '2026-11-01')])).toEqual([]);
    expect(
      changes([sides('left', '2026-09-01'), sides('left', '2026-11-01')]).map(({ side }) => side),
    ).toEqual(['left']);
  });
  it('calls a change of one whole grade real, half a grade not', () => {
    const grade = (before: 'owned' | 'cued' | 'faulted', after: 'owned' | 'cued' | 'faulted') =>
      review({
        person,
        today: '2026-11-20',
        trade: shippedTrade,
        trials: [
          makeTrial('rib_expansion', 'both', null, { onDate: '2026-09-01', grade: before }),
          makeTrial('rib_expansion', 'both', null, { onDate: '2026-11-01', grade: after }),
        ],
      })[0];
    expect(grade('faulted', 'cued')).toMatchObject({ verdict: 'better', realFrom: 30 });
    expect(grade('owned', 'cued')?.verdict).toBe('worse');
    expect(grade('cued', 'cued')?.verdict).toBe('within_error');
  });
});
