import type { Load } from '~/core/body/posture';
import type { Rung } from '~/core/catalogue';
import type { Side } from '~/core/catalogue/qualities';
import type { Trade } from '~/core/catalogue/trade';
import type { SetRecord } from '~/core/dose/logged';
import { type Issue, issue, ok, type Result, refuse } from '~/core/result';
import type { LoggedSet } from './log-form';
import { plannedSets } from './planned-sets';

/** A log as it was sent, held against what was laid out. */

/** An exercise of the session as far as a log needs it. */
export interface LaidOut {
  readonly rungId: string;
  readonly sets: number;
  readonly sided: boolean;
  readonly firstSide: Side | null;
  readonly extraSetSide: Side | null;
  /** What was asked, in the rung's unit. */
  readonly amount: number;
  readonly load: Load | null;
  /** Where its lever was set, cm or degrees; null for the rung's own. */
  readonly lever: number | null;
}

export type KeptSet = Omit<SetRecord, 'load'> & { readonly load: Load | null };

/** More than was asked may be done; so many times as much is a slip of the finger. */
const slip = 4;
/** Sets over those laid out, and sets of an exercise that was not laid out. */
export const mostSets = { more: 6, unplanned: 12 } as const;
/** Nobody trains the trunk with more than twice their own mass in the hands. */
const heaviest = { kg: 2, N: 20 } as const;

/** The most that can be written down of one set, in the rung's unit. */
export const mostOf = (rung: Pick<Rung, 'goal'>, asked: number | undefined): number =>
  Math.ceil(Math.max(asked ?? 0, rung.goal.amount) * slip);

/** Why a load cannot have been one of this rung; undefined when it can. */
function loadIssue(rung: Rung, load: Load, massKg: number, at: number): Issue | undefined {
  const path = ['sets', at];
  if (load.value === 0) return undefined;
  if (rung.load.by !== load.by) return issue('log.load_kind', { name: rung.name }, path);
  const most = massKg * (load.by.endsWith('_N') ? heaviest.N : heaviest.kg);
  return load.value > most
    ? issue(
        'log.load_beyond',
        {
          name: rung.name,
          load: load.value,
          unit: load.by.endsWith('_N') ? 'N' : 'kg',
          most: Math.round(most),
        },
        path,
      )
    : undefined;
}

/**
 * Sets as they were sent: those laid out, more of them, and exercises that were not laid out, which must be in the library.
 * Each has the sides of its rung; no set is told twice. What was made easier or harder on the spot counts as asked as it then was. What was not asked counts as asked as it was done, so that it neither
 * fails nor masters anything beyond itself.
 *
 * @param massKg of the athlete, for loads that cannot be
 */
export function readSets(
  trade: Pick<Trade, 'hasRung' | 'rung' | 'ladderOf' | 'hasFault'>,
  items: readonly LaidOut[],
  sent: readonly LoggedSet[],
  massKg: number,
): Result<KeptSet[]> {
  const issues: Issue[] = [];
  const seen = new Set<string>();
  const sets = sent.flatMap((set, at): KeptSet[] => {
    const path = ['sets', at];
    const item = items.find((laidOut) => laidOut.rungId === set.rungId);
    if (!trade.hasRung(set.rungId)) {
      issues.push(issue('log.unknown_set', { rung: set.rungId, set: set.setNo }, path));
      return [];
    }
    const rung = trade.rung(set.rungId);
    const about = { name: rung.name, set: set.setNo };
    const key = `${set.rungId}|${set.setNo}|${set.side}`;
    if (seen.has(key)) issues.push(issue('log.twice', about, path));
    seen.add(key);
    const sided = item?.sided ?? rung.sided;
    if ((set.side === 'both') === sided)
      issues.push(issue('log.side', { ...about, sided: sided ? 'yes' : 'no' }, path));
    const planned =
      item !== undefined && plannedSets(item).some((one) => one.setNo === set.setNo && one.side === set.side);
    const setsMost = item ? item.sets + mostSets.more : mostSets.unplanned;
    if (set.setNo > setsMost) issues.push(issue('log.too_many', { ...about, most: setsMost }, path));
    const most = mostOf(rung, item?.amount);
    if (set.done > most) issues.push(issue('log.beyond', { ...about, most }, path));
    if (set.faultId !== null && !trade.hasFault(set.faultId))
      issues.push(issue('trial.unknown_fault', { id: set.faultId }, path));
    const wrongLoad = set.load && loadIssue(rung, set.load, massKg, at);
    if (wrongLoad) issues.push(wrongLoad);
    const done = Math.round(set.done * 10) / 10;
    const asked = set.asked ?? item?.amount ?? done;
    return [
      {
        ladderId: trade.ladderOf(set.rungId).id,
        rungId: set.rungId,
        setNo: set.setNo,
        side: set.side,
        planned: planned || set.asked !== undefined || set.faultId !== null ? asked : Math.min(asked, done),
        done,
        faultId: set.faultId,
        // A load of nothing is said with a number; nothing said is the load that was asked.
        load: set.load ?? (item ? item.load : null),
        lever: set.lever === undefined ? (item?.lever ?? null) : set.lever,
      },
    ];
  });
  return issues.length > 0 ? refuse(issues) : ok(sets);
}
