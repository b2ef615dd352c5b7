import type { IsoDay } from '~/core/body/dates';
import type { Matter, MatterKind } from './matters';

/** Going through what waits: what may wait until another day, and what comes back before. */

/** Harm is not put off: a flag stays until it is closed with a reason, a referral until it is answered. */
const neverWaits: ReadonlySet<MatterKind> = new Set(['flag', 'referred']);
export const mayWait = ({ kind }: Pick<Matter, 'kind'>): boolean => !neverWaits.has(kind);

/** Days a matter can be put off for at the most. */
export const longestWaitDays = 30;

/**
 * Which matter it is and what it says. One that says something else (more proposals, another event, another reason) has
 * another sign: it was not that one which was put off.
 */
export const signOf = ({ kind, text, issue, count, onDate, event }: Matter): string =>
  [kind, count || '', onDate ?? '', event ?? '', issue?.code ?? '', text ?? ''].join('|').slice(0, 300);

/** A matter that somebody put off, until the day it comes back. */
export interface PutOff {
  readonly athleteId: string;
  readonly sign: string;
  readonly until: IsoDay;
}

export interface Triage {
  /** In the order they came in. */
  readonly open: readonly Matter[];
  readonly later: readonly (Matter & { readonly until: IsoDay })[];
}

/** What is open today, and what was put off and says still the same. */
export function triage(matters: readonly Matter[], putOff: readonly PutOff[], today: IsoDay): Triage {
  const until = new Map(putOff.map((one) => [`${one.athleteId} ${one.sign}`, one.until]));
  const open: Matter[] = [];
  const later: (Matter & { until: IsoDay })[] = [];
  for (const matter of matters) {
    const day = mayWait(matter) ? until.get(`${matter.athleteId} ${signOf(matter)}`) : undefined;
    if (day !== undefined && day > today) later.push({ ...matter, until: day });
    else open.push(matter);
  }
  return { open, later };
}
