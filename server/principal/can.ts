import type { Role } from '~/db/schema';
import type { Principal } from './principal';

/**
 * Who may do what: one table. An action that is not in it cannot be done by anybody. Assistants test, log and read; what
 * lifts a stop, unmakes a finding or changes how the practice works is for coaches; people are for the owner. An athlete who
 * comes by a link logs their own sessions, and nothing else.
 */
type Actor = Role | 'athlete';
const owner: readonly Actor[] = ['owner'];
const coaches: readonly Actor[] = ['owner', 'coach'];
const everybody: readonly Actor[] = ['owner', 'coach', 'assistant'];
const andAthlete: readonly Actor[] = [...everybody, 'athlete'];

export const permissions = {
  'athlete.read': everybody,
  'athlete.add': everybody,
  'athlete.change': everybody,
  'athlete.change_birth_date': coaches,
  'athlete.import': coaches,
  'clearance.read': everybody,
  'clearance.answer': everybody,
  'clearance.agree': coaches,
  'flag.close': coaches,
  'screen.open': everybody,
  'screen.close': everybody,
  'screen.warm_up': everybody,
  'trial.keep': everybody,
  'trial.amend': everybody,
  'trial.void': coaches,
  'trial.correct': coaches,
  'recording.keep': everybody,
  'battery.keep': everybody,
  'battery.remove': coaches,
  'plan.change': coaches,
  'plan.make': coaches,
  'week.lay_out': coaches,
  'session.edit': coaches,
  'prescription.set': coaches,
  'log.keep': andAthlete,
  'log.import': everybody,
  'link.make': coaches,
  'link.agree': ['athlete'],
  'proposal.decide': coaches,
  'today.sort': everybody,
  'catalogue.edit': coaches,
  'settings.change': coaches,
  'staff.manage': owner,
  'audit.read': owner,
  'password.change': everybody,
} as const satisfies Record<string, readonly Actor[]>;

export type Action = keyof typeof permissions;
export const allActions = Object.keys(permissions) as Action[];

/** What an action is about: whose practice it belongs to. */
export interface SubjectOf {
  readonly practiceId: string;
}

/** May this principal do this, to something of that practice? */
export function can(
  principal: Pick<Principal, 'kind' | 'role' | 'practiceId'>,
  action: Action,
  subject: SubjectOf = principal,
): boolean {
  return (
    principal.practiceId === subject.practiceId &&
    (permissions[action] as readonly Actor[]).includes(principal.role)
  );
}
