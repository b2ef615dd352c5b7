import type { QualityId, Rung } from '~/core/catalogue';
import { type Flexion, noFlexion } from '~/core/clear/flexion';
import type { DoseAthlete } from '~/core/dose/athlete';
import { type Candidate, chooseRungs, judgeHeld, type LadderQuality, type Wanted } from '~/core/dose/choose';
import { amountText } from '~/core/dose/work';
import type { WeakerSide } from '~/core/link/weaker-sides';
import type { PlanWeek } from '~/core/plan/season';
import { type Issue, issue } from '~/core/result';
import { minutesOf, withSets } from './lay-session';
import { type Prescription, prescriptionOf, setupText, type UnderWay } from './prescription';
import { wishOf, withinGate } from './within-gate';

/**
 * A laid-out session is stable: what a log taught, an accepted proposal or a changed setting alters are the amounts, loads and
 * sets of what is still to be done. Nothing is dealt anew, nothing moves to another day, and each change is said.
 */

export interface RedoseInput {
  readonly athlete: DoseAthlete;
  readonly week: Pick<PlanWeek, 'phase'>;
  readonly weakerSide: Readonly<Partial<Record<QualityId, WeakerSide>>>;
  readonly underWay: readonly UnderWay[];
  readonly minutesPerSession: number;
  readonly priority: Readonly<Partial<Record<LadderQuality, number>>>;
  /** Loaded bending of the rest of its week. */
  readonly bent?: Flexion | undefined;
}

export type DosedItem = Pick<
  Prescription,
  | 'ladderId'
  | 'rungId'
  | 'name'
  | 'quality'
  | 'role'
  | 'sets'
  | 'wholeSets'
  | 'amount'
  | 'unit'
  | 'load'
  | 'lever'
  | 'pair'
  | 'minutes'
  | 'setting'
> & {
  /** Made by hand: it keeps what the coach wrote. */
  readonly byHand?: boolean | undefined;
};

const wantedOf = (input: RedoseInput, quality: LadderQuality): Wanted => ({
  quality,
  phase: input.week.phase,
  gapActs: input.weakerSide[quality as QualityId]?.acts ?? false,
  before: new Set(),
});

/** The exercise an item stands for now: where the athlete has moved to, else itself, else the best that may be done. */
function candidateFor(input: RedoseInput, item: DosedItem): Candidate | undefined {
  const wanted = wantedOf(input, item.quality);
  const state = input.underWay.find((one) => one.quality === item.quality && one.role === item.role);
  const { rungId } = state ?? item;
  const setup = state
    ? { load: state.load ?? 0, lever: state.lever }
    : { load: item.load?.value ?? 0, lever: item.lever };
  return judgeHeld(input.athlete, rungId, setup, wanted) ?? chooseRungs(input.athlete, wanted).candidates[0];
}

function changeOf(item: DosedItem, now: Prescription, rung: Rung): Issue | undefined {
  const { name } = item;
  if (now.rungId !== item.rungId) return issue('redose.rung', { name, to: now.name });
  const [was, is] = [item.load?.value ?? 0, now.load?.value ?? 0];
  if (was !== is) return issue('redose.load', { name, from: was, to: is });
  if (now.lever !== item.lever)
    return issue('redose.lever', { name, to: setupText(rung, { load: null, lever: now.lever }) ?? '' });
  if (now.amount !== item.amount)
    return issue('redose.amount', {
      name,
      from: amountText(item.amount, item.unit),
      to: amountText(now.amount, now.unit),
    });
  return now.sets === item.sets ? undefined : issue('redose.sets', { name, from: item.sets, to: now.sets });
}

/** Items of a session under the limits, rungs and loads of now, and what changed; in the order they had. */
export function redose<T extends DosedItem>(
  input: RedoseInput,
  items: readonly T[],
): { readonly items: Prescription[]; readonly changes: readonly Issue[] } {
  const changes: Issue[] = [];
  let made = items.flatMap((item): { item: T; now: Prescription }[] => {
    const found = candidateFor(input, item);
    if (!found) {
      changes.push(issue('redose.gone', { name: item.name }));
      return [];
    }
    const state = input.underWay.find((one) => one.quality === item.quality && one.role === item.role);
    const now = prescriptionOf({
      athlete: input.athlete,
      candidate: found,
      quality: item.quality,
      role: item.role,
      sets: item.wholeSets,
      phase: input.week.phase,
      weaker: input.weakerSide[item.quality as QualityId],
      setting: found.rung.id === item.rungId ? (state?.setting ?? item.setting) : null,
    });
    return [{ item, now: { ...now, pair: item.pair } }];
  });
  // A harder rung may take longer: the session still ends in its minutes.
  for (;;) {
    if (minutesOf(made.map(({ now }) => now)) <= input.minutesPerSession + 1e-6) break;
    const widest = made.filter(({ now }) => now.sets > 2).sort((a, b) => b.now.minutes - a.now.minutes)[0];
    if (widest) {
      made = made.map((one) => (one === widest ? { ...one, now: withSets(one.now, one.now.sets - 1) } : one));
      continue;
    }
    const last = made.filter(({ now }) => now.role !== 'opener' && now.role !== 'main').at(-1) ?? made.at(-1);
    if (!last || made.length <= 1) break;
    changes.push(issue('redose.no_room', { name: last.now.name }));
    made = made.filter((one) => one !== last);
  }
  const left = withinGate(
    input.athlete,
    made.map(({ now }) => now),
    input.bent ?? noFlexion,
    wishOf(input.priority),
    changes,
  );
  for (const now of left) {
    const from = made.find((one) => one.now.rungId === now.rungId && one.now.role === now.role);
    const change = from && changeOf(from.item, now, input.athlete.trade.rung(now.rungId));
    if (change) changes.push(change);
  }
  return { items: left, changes };
}
