import type { Clearance } from '~/core/clear/clear';
import { type PathFacts, pathOf } from './path';

const cleared: Clearance = {
  state: 'cleared',
  allows: 'all',
  cautions: [],
  issues: [],
  openSigns: [],
  openAsks: [],
  afterFirstTrimester: false,
  expiresOn: '2027-03-01',
};
const facts: PathFacts = {
  today: '2026-11-25',
  clearance: cleared,
  formDay: '2026-09-01',
  lastScreenDay: '2026-11-14',
  screenOpen: false,
  seasonDay: '2026-10-05',
  hasEvent: true,
  lastLogDay: '2026-11-23',
  openProposals: 0,
};
const at = (more: Partial<PathFacts>) =>
  Object.fromEntries(pathOf({ ...facts, ...more }).map((step) => [step.id, `${step.state}: ${step.says}`]));

describe('the path of an athlete', () => {
  it('marks one step as next, at most', () => {
    const steps = pathOf({ ...facts, seasonDay: undefined, openProposals: 3, lastScreenDay: '2026-09-01' });
    expect(steps.filter((step) => step.state === 'next').map((step) => step.id)).toEqual(['plan']);
  });
  it('says what blocks what', () => {
    const blocked = at({ clearance: { ...cleared, state: 'refer', allows: 'nothing' } });
    expect(blocked).toMatchObject({
      clear: 'next: referred',
      screen: 'blocked: blocked by Clear',
      plan: 'blocked: blocked by Clear',
    });
    expect(at({ lastScreenDay: undefined, seasonDay: undefined })).toMatchObject({
      screen: 'next: to do',
      link: 'blocked: needs a screen',
      plan: 'blocked: needs a screen',
    });
  });
  it('asks for a retest after six weeks, and for decisions before it', () => {
    expect(at({ lastScreenDay: '2026-10-14' })).toMatchObject({
      review: 'next: retest due',
      screen: 'done: due, last 14 Oct',
    });
    expect(at({ lastScreenDay: '2026-10-15' }).review).toBe('open: retest later');
    expect(at({ openProposals: 2 }).coach).toBe('next: 2 to decide');
  });
});
