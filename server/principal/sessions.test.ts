import type { StoredSession } from '~/db/queries/sessions';
import { isMissed } from './sessions';

const session = (over: Partial<StoredSession>) =>
  ({
    state: 'planned',
    onDate: '2026-11-24',
    log: undefined,
    liveSets: [],
    ...over,
  }) as unknown as StoredSession;

describe('a session is missed', () => {
  it.each([
    ['its day went by', session({}), true],
    ['a coach said so', session({ state: 'missed', onDate: '2026-11-25' }), true],
    ['not on its day', session({ onDate: '2026-11-25' }), false],
    ['not when it was logged', session({ log: { id: 'l' } as StoredSession['log'] }), false],
    ['not while it is being done', session({ liveSets: [{}] as StoredSession['liveSets'] }), false],
    ['not when it was skipped', session({ state: 'skipped' }), false],
    ['not when it was called off', session({ state: 'called_off' }), false],
  ])('%s', (_, its, missed) => {
    expect(isMissed(its, '2026-11-25')).toBe(missed);
  });
});
