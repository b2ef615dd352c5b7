import { mattersToday } from './matters';
import { mayWait, signOf, triage } from './triage';

const today = '2026-11-27';
const person = {
  id: 'a',
  clearState: 'cleared' as const,
  clearIssue: undefined,
  flags: [],
  openScreenId: undefined,
  openProposals: 0,
  lastScreen: '2026-11-01',
  event: undefined,
  steps: [{ id: 'plan', name: 'Season', state: 'done', says: '' }] as never,
  changedSessions: 0,
  ground: undefined,
  comeBack: undefined,
};
const mattersOf = (more: object) => mattersToday([{ ...person, ...more }], today);
const putOffUntil = (until: string, matters: ReturnType<typeof mattersOf>) =>
  matters.map((matter) => ({ athleteId: matter.athleteId, sign: signOf(matter), until }));

describe('going through what waits', () => {
  const two = mattersOf({ openProposals: 2, changedSessions: 1 });
  it('what was put off is away until its day, and back on it', () => {
    const off = putOffUntil('2026-11-28', two);
    expect(triage(two, off, today)).toMatchObject({ open: [], later: [{ until: '2026-11-28' }, {}] });
    expect(triage(two, off, '2026-11-28').open).toEqual(two);
  });
  it('only that one is away, and only of that athlete', () => {
    const [changed, proposals] = two;
    const off = putOffUntil('2026-11-30', [changed as never]);
    expect(triage(two, off, today).open).toEqual([proposals]);
    const others = [{ ...off[0], athleteId: 'b' }] as typeof off;
    expect(triage(two, others, today).open).toEqual(two);
  });
  it('comes back at once when it says something else', () => {
    const off = putOffUntil('2026-12-20', two);
    expect(triage(mattersOf({ openProposals: 3, changedSessions: 1 }), off, today).open).toMatchObject([
      { kind: 'proposals', count: 3 },
    ]);
  });
  it('harm is never put off, whatever was written', () => {
    const harm = mattersOf({
      clearState: 'refer',
      clearIssue: { code: 'clear.x', path: [], values: {} },
      flags: [{ text: 'Pain 6 of 10' }],
    });
    expect(harm.map(({ kind }) => kind)).toEqual(['flag', 'referred']);
    expect(harm.some(mayWait)).toBe(false);
    expect(triage(harm, putOffUntil('2026-12-20', harm), today).open).toEqual(harm);
  });
  it('a sign is of one length at the most', () => {
    const [matter] = mattersOf({ openProposals: 1 });
    expect(signOf({ ...(matter as never as (typeof two)[number]), text: 'x'.repeat(900) })).toHaveLength(300);
  });
});

describe('a break', () => {
  const back = (kind: 'repeat' | 'ease_back' | 'rescreen', more: object = {}) =>
    mattersOf({ comeBack: { kind, daysOff: 30 }, ...more }).map((matter) => [matter.kind, matter.path]);
  it('is answered in the week, or by a screen, which is then asked for once', () => {
    expect(back('repeat')).toEqual([['come_back', '/coach']]);
    expect(back('ease_back')).toEqual([['come_back', '/coach']]);
    expect(back('rescreen', { lastScreen: '2026-05-01' })).toEqual([['come_back', '/screen']]);
    expect(back('ease_back', { lastScreen: '2026-05-01' })).toEqual([
      ['come_back', '/coach'],
      ['retest', '/screen'],
    ]);
  });
  it('waits for the clearance, like all work', () => {
    const issue = { code: 'clear.x', path: [], values: {} };
    expect(back('repeat', { clearState: 'not_cleared', clearIssue: issue }).map(([kind]) => kind)).toEqual([
      'not_cleared',
    ]);
  });
});
