import fc from 'fast-check';
import { type DemandProfile, disciplines, qualityIds } from '~/core/catalogue';
import { shippedTrade } from '~/core/catalogue/trade';
import { disciplineOf, secondOf, sharedProfile, sportsText } from './two-sports';

const marathon = { disciplineId: 'running.marathon' };
const both = { ...marathon, secondDisciplineId: 'skiing.alpine-speed', secondPercent: 25 };

describe('an athlete of two sports', () => {
  it('has the second with its share, or the usual one, or none', () => {
    expect(secondOf(marathon)).toBeUndefined();
    expect(secondOf({ ...both, secondDisciplineId: null })).toBeUndefined();
    expect(secondOf(both)).toEqual({ disciplineId: 'skiing.alpine-speed', share: 0.25 });
    expect(secondOf({ ...both, secondPercent: null })?.share).toBe(0.3);
  });
  it('is asked what both ask by their shares; all else is of the first', () => {
    const run = shippedTrade.discipline(both.disciplineId);
    const ski = shippedTrade.discipline(both.secondDisciplineId);
    const asked = disciplineOf(shippedTrade, both);
    expect({ ...asked, profile: undefined }).toEqual({ ...run, profile: undefined });
    for (const id of qualityIds)
      expect(Math.abs(asked.profile[id] - (0.75 * run.profile[id] + 0.25 * ski.profile[id]))).toBeLessThan(
        0.0501,
      );
    expect(disciplineOf(shippedTrade, marathon)).toEqual(run);
  });
  it('is asked no more than either asks, no less, and of like sports the same; the shares may be turned round', () => {
    const profile = fc.constantFrom(...disciplines).map((one) => one.profile);
    fc.assert(
      fc.property(profile, profile, fc.integer({ min: 1, max: 99 }), (first, second, percent) => {
        const of = (a: DemandProfile, b: DemandProfile, share: number) => sharedProfile(a, b, share);
        const asked = of(first, second, percent / 100);
        for (const id of qualityIds) {
          expect(asked[id]).toBeGreaterThanOrEqual(Math.min(first[id], second[id]));
          expect(asked[id]).toBeLessThanOrEqual(Math.max(first[id], second[id]));
        }
        expect(of(first, first, percent / 100)).toEqual(first);
        const turned = of(second, first, (100 - percent) / 100);
        for (const id of qualityIds) expect(Math.abs(turned[id] - asked[id])).toBeLessThan(0.11);
      }),
    );
  });
  it('is named by both', () => {
    expect(sportsText(shippedTrade, marathon)).toBe('Running: marathon');
    expect(sportsText(shippedTrade, both)).toMatch(/^Running: marathon, 25 % Skiing: /);
  });
});
