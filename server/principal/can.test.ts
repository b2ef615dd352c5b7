import { allActions, can, permissions } from './can';

const of = (role: 'owner' | 'coach' | 'assistant', practiceId = 'here') => ({
  kind: 'staff' as const,
  role,
  practiceId,
});

/** Who may what, written out: a change of the table must be meant. */
const notAssistants = [
  'athlete.change_birth_date',
  'athlete.import',
  'clearance.agree',
  'flag.close',
  'trial.void',
  'trial.correct',
  'battery.remove',
  'plan.change',
  'plan.make',
  'week.lay_out',
  'session.edit',
  'prescription.set',
  'proposal.decide',
  'catalogue.edit',
  'settings.change',
];
const ownersOnly = ['staff.manage', 'audit.read'];

describe('who may what', () => {
  it.each(allActions)('%s', (action) => {
    const owned = ownersOnly.includes(action);
    expect(can(of('owner'), action)).toBe(true);
    expect(can(of('coach'), action)).toBe(!owned);
    expect(can(of('assistant'), action)).toBe(!owned && !notAssistants.includes(action));
  });
  it('nothing in somebody else’s practice, whatever the role', () => {
    for (const action of allActions)
      expect(can(of('owner'), action, { practiceId: 'elsewhere' })).toBe(false);
  });
  it('knows every action that is told here', () => {
    for (const action of [...notAssistants, ...ownersOnly])
      expect(Object.keys(permissions)).toContain(action);
  });
});
