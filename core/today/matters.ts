import { daysBetween, type IsoDay } from '~/core/body/dates';
import type { ClearState } from '~/core/clear/clear';
import type { ReEntry } from '~/core/coach/re-entry';
import type { GroundMatter } from '~/core/plan/mastery';
import { type Issue, issue } from '~/core/result';
import { type PathStepState, screenDueDays } from './path';

/** What a list knows of an athlete, as far as it decides what matters today. */
export interface MatterFacts {
  readonly id: string;
  readonly clearState: ClearState;
  /** Why something is withheld. */
  readonly clearIssue: Issue | undefined;
  readonly flags: readonly { readonly text: string }[];
  readonly openScreenId: string | undefined;
  readonly openProposals: number;
  readonly lastScreen: IsoDay | undefined;
  readonly event: { readonly name: string; readonly onDate: IsoDay } | undefined;
  readonly steps: readonly PathStepState[];
  /** Laid-out sessions ahead that a change called off or thinned, and nobody has looked at. */
  readonly changedSessions: number;
  /** What Ground, where it ends when it is mastered, asks of a plan that does not do it yet. */
  readonly ground: GroundMatter | undefined;
  /** A break that nobody has answered: what it asks for, and how long it is. */
  readonly comeBack: { readonly kind: Exclude<ReEntry, 'go_on'>; readonly daysOff: number } | undefined;
}

export type MatterKind =
  | 'flag'
  | 'referred'
  | 'screening'
  | 'changed'
  | 'proposals'
  | 'come_back'
  | 'ground'
  | 'retest'
  | 'not_cleared'
  | 'first_screen'
  | 'no_season';

/** One thing that needs the coach, with its reason and its way on; the app makes the words. */
export interface Matter {
  readonly key: string;
  readonly athleteId: string;
  readonly kind: MatterKind;
  /** A flag's own words, for flags. */
  readonly text: string | undefined;
  readonly issue: Issue | undefined;
  /** How many, for proposals and changed sessions; days off, for a break. */
  readonly count: number;
  readonly onDate: IsoDay | undefined;
  readonly event: string | undefined;
  /** What a break asks for. */
  readonly reEntry: ReEntry | undefined;
  /** Under the athlete's address. */
  readonly path: string;
}

const order: readonly MatterKind[] = [
  'flag',
  'referred',
  'screening',
  'changed',
  'proposals',
  'come_back',
  'ground',
  'retest',
  'not_cleared',
  'first_screen',
  'no_season',
];

/** What matters today: harm first, then people waiting, then what moves plans on, then what comes. */
export function mattersToday(people: readonly MatterFacts[], today: IsoDay): Matter[] {
  const matters: Matter[] = [];
  for (const person of people) {
    const add = (kind: MatterKind, path: string, more: Partial<Matter> = {}) =>
      matters.push({
        key: `${person.id} ${kind} ${more.text ?? ''}`,
        athleteId: person.id,
        kind,
        text: undefined,
        issue: undefined,
        count: 0,
        onDate: undefined,
        event: undefined,
        reEntry: undefined,
        path,
        ...more,
      });
    const cleared = person.clearState === 'cleared';
    for (const flag of person.flags) add('flag', '', { text: flag.text });
    if (person.clearState === 'refer') add('referred', '/clear', { issue: person.clearIssue });
    if (person.openScreenId) add('screening', `/screen/${person.openScreenId}`);
    if (person.changedSessions > 0) add('changed', '/coach', { count: person.changedSessions });
    if (person.openProposals > 0) add('proposals', '/coach', { count: person.openProposals });
    if (person.comeBack && cleared)
      add('come_back', person.comeBack.kind === 'rescreen' ? '/screen' : '/coach', {
        reEntry: person.comeBack.kind,
        count: person.comeBack.daysOff,
      });
    if (person.ground && cleared) add('ground', '/plan', { issue: issue(`ground.${person.ground}`) });
    const due = person.lastScreen !== undefined && daysBetween(person.lastScreen, today) >= screenDueDays;
    // A break that asks for a screen says so itself.
    if (due && cleared && person.comeBack?.kind !== 'rescreen')
      add('retest', '/screen', { onDate: person.lastScreen });
    if (!cleared && person.clearState !== 'refer') add('not_cleared', '/clear', { issue: person.clearIssue });
    if (cleared && person.lastScreen === undefined) add('first_screen', '/screen');
    const planned = person.steps.find((step) => step.id === 'plan')?.state === 'done';
    if (!planned && person.lastScreen !== undefined && cleared)
      add('no_season', '/plan', { event: person.event?.name, onDate: person.event?.onDate });
  }
  return matters.sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
}
