import type { Archetype } from '~/core/body/posture';
import type { Ladder, Rung } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { cautionBars } from '~/core/clear/gate';
import { kitBar, schoolBar } from '~/core/clear/rung-bars';
import { type Issue, issue } from '~/core/result';
import { calledSo, searchScore } from './search-words';

/** What the library is searched by; empty means anything. */
export interface RungSearch {
  readonly text?: string | undefined;
  readonly quality?: string | undefined;
  readonly sport?: string | undefined;
  /** Only rungs that can be done with this kit. */
  readonly kit?: readonly string[] | undefined;
  readonly school?: string | undefined;
  readonly cautions?: readonly string[] | undefined;
  readonly archetype?: Archetype | undefined;
}

export interface RungFound {
  readonly rung: Rung;
  /** Why it is left out; undefined when it fits. */
  readonly out: Issue | undefined;
}
export interface LadderFound {
  readonly ladder: Ladder;
  readonly rungs: readonly RungFound[];
  readonly fitting: number;
  /** How well its best rung answers the words; the same for all when none were asked for. */
  readonly best: number;
  /** Nothing had every word: one is missing here. */
  readonly loose: boolean;
}

/** Why a rung does not fit a search: hidden by the practice, then caution, then school, kit, and what was looked for. */
export function whyOut(trade: Trade, ladder: Ladder, rung: Rung, search: RungSearch): Issue | undefined {
  if (trade.isHidden(rung.id)) return issue('bar.hidden');
  const [bar] = [
    ...cautionBars(ladder, rung, search.cautions ?? []),
    ...(search.school ? schoolBar(trade, ladder, rung, search.school) : []),
    ...(search.kit ? kitBar(rung, search.kit) : []),
  ];
  if (bar) return bar;
  if (search.sport && !rung.sports.includes(search.sport)) return issue('search.sport');
  if (search.archetype && rung.posture.archetype !== search.archetype) return issue('search.posture');
  return undefined;
}

/**
 * Ladders with at least one fitting rung, each rung judged; `also` qualities count for the quality filter. Where words were asked
 * for, the ladders that are called so come first, and what only mentions them is left out when anything is called so.
 */
export function findRungs(trade: Trade, search: RungSearch): LadderFound[] {
  const ladders = trade.ladders.filter(
    (ladder) =>
      !search.quality ||
      ladder.quality === search.quality ||
      ladder.also.some((quality) => quality === search.quality),
  );
  const typed = search.text?.trim() ?? '';
  const bestOf = (loose: boolean) => {
    const scores = new Map(
      ladders.flatMap((ladder) =>
        ladder.rungs.map(
          (rung) => [rung.id, typed === '' ? 1 : searchScore(ladder, rung, typed, loose)] as const,
        ),
      ),
    );
    return { loose, scores, best: Math.max(0, ...scores.values()) };
  };
  const strict = bestOf(false);
  const { scores, best, loose } = strict.best > 0 ? strict : bestOf(true);
  const score = (rung: Rung) => scores.get(rung.id) ?? 0;
  const least = typed !== '' && best >= calledSo ? calledSo : Number.MIN_VALUE;
  return ladders
    .map((ladder) => {
      const rungs = ladder.rungs.map((rung) => ({
        rung,
        out: whyOut(trade, ladder, rung, search) ?? (score(rung) < least ? issue('search.words') : undefined),
      }));
      const fitting = rungs.filter((found) => !found.out);
      return {
        ladder,
        rungs,
        fitting: fitting.length,
        best: Math.max(0, ...fitting.map(({ rung }) => score(rung))),
        loose,
      };
    })
    .filter((found) => found.fitting > 0)
    .sort((a, b) => (typed === '' ? 0 : b.best - a.best));
}
