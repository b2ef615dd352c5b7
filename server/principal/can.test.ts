import { allActions, can, permissions } from './can';

const of = (role: 'owner' | 'coach' | 'assistant' | 'athlete', practiceId = 'here') => ({
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
  'link.make',
];
const ownersOnly = ['staff.manage', 'audit.read'];
/** By a link: their own session, and its words. */
const athletes = ['log.keep', 'link.agree'];
const athletesOnly = ['link.agree'];

describe('who may what', () => {
  it.each(allActions)('%s', (action) => {
    const owned = ownersOnly.includes(action);
    const theirs = athletesOnly.includes(action);
    expect(can(of('owner'), action)).toBe(!theirs);
    expect(can(of('coach'), action)).toBe(!owned && !theirs);
    expect(can(of('assistant'), action)).toBe(!owned && !theirs && !notAssistants.includes(action));
    expect(can(of('athlete'), action)).toBe(athletes.includes(action));
  });
  it('nothing in somebody else’s practice, whatever the role', () => {
    for (const action of allActions)
      expect(can(of('owner'), action, { practiceId: 'elsewhere' })).toBe(false);
  });
  it('knows every action that is told here', () => {
    for (const action of [...notAssistants, ...ownersOnly, ...athletes])
      expect(Object.keys(permissions)).toContain(action);
  });
});
