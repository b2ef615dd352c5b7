import { daysBetween } from '~/core/body/dates';
import type { Clearance } from '~/core/clear/clear';

export interface PathFacts {
  readonly today: string;
  readonly clearance: Clearance;
  readonly formDay: string | undefined;
  readonly lastScreenDay: string | undefined;
  readonly screenOpen: boolean;
  readonly seasonDay: string | undefined;
  readonly hasEvent: boolean;
  readonly lastLogDay: string | undefined;
  readonly openProposals: number;
}

export interface PathStepState {
  readonly id: 'clear' | 'screen' | 'link' | 'plan' | 'coach' | 'review';
  readonly name: string;
  readonly state: 'done' | 'next' | 'blocked' | 'open';
  readonly says: string;
}

/** A screen is due again after this many days. */
export const screenDueDays = 42;

// Made once: a formatter costs more to make than all its uses on a page.
const shortFormat = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const short = (day: string) => shortFormat.format(new Date(`${day}T00:00:00Z`));

const clearWords: Readonly<Record<Clearance['state'], string>> = {
  missing: 'not answered',
  expired: 'form too old',
  refer: 'referred',
  consent: 'consent missing',
  ask_first: 'breath only',
  cleared: '',
};

/** Where an athlete is on the path, and the one thing that is next. */
export function pathOf(facts: PathFacts): PathStepState[] {
  const { clearance, today } = facts;
  const blocked = clearance.allows === 'nothing';
  const screened = facts.lastScreenDay !== undefined;
  const due = screened && daysBetween(facts.lastScreenDay ?? today, today) >= screenDueDays;
  const steps: PathStepState[] = [];
  const cleared = clearance.state === 'cleared' || clearance.state === 'ask_first';
  steps.push({
    id: 'clear',
    name: 'Clear',
    state: cleared ? 'done' : 'next',
    says:
      clearance.state === 'cleared' && facts.formDay
        ? `on ${short(facts.formDay)}`
        : clearWords[clearance.state],
  });
  const screenSays = facts.screenOpen
    ? 'under way'
    : !screened
      ? 'to do'
      : due
        ? `due, last ${short(facts.lastScreenDay ?? today)}`
        : `on ${short(facts.lastScreenDay ?? today)}`;
  steps.push({
    id: 'screen',
    name: 'Screen',
    state: blocked ? 'blocked' : screened && !facts.screenOpen ? 'done' : 'next',
    says: blocked ? 'blocked by Clear' : screenSays,
  });
  steps.push({
    id: 'link',
    name: 'Link',
    state: screened ? 'done' : 'blocked',
    says: screened ? 'ranked' : 'needs a screen',
  });
  const planSays = facts.seasonDay
    ? `from ${short(facts.seasonDay)}`
    : !facts.hasEvent
      ? 'needs an event'
      : 'to do';
  steps.push({
    id: 'plan',
    name: 'Plan',
    state: blocked || !screened ? 'blocked' : facts.seasonDay ? 'done' : 'next',
    says: blocked ? 'blocked by Clear' : screened ? planSays : 'needs a screen',
  });
  const coachSays =
    facts.openProposals > 0
      ? `${facts.openProposals} to decide`
      : facts.lastLogDay
        ? `logged ${short(facts.lastLogDay)}`
        : 'no log yet';
  steps.push({
    id: 'coach',
    name: 'Coach',
    state: blocked || !facts.seasonDay ? 'blocked' : facts.openProposals > 0 ? 'next' : 'open',
    says: !facts.seasonDay ? 'needs a plan' : blocked ? 'blocked by Clear' : coachSays,
  });
  steps.push({
    id: 'review',
    name: 'Review',
    state: due && !blocked ? 'next' : screened ? 'open' : 'blocked',
    says: due ? 'retest due' : screened ? 'retest later' : 'needs a screen',
  });
  // Only the first open end is next: one zest mark at a time.
  const first = steps.findIndex((step) => step.state === 'next');
  return steps.map((step, i) => (step.state === 'next' && i !== first ? { ...step, state: 'open' } : step));
}
