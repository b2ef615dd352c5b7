import type { Archetype } from '~/core/body/posture';
import { disputes, type Ladder, type Rung } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { cautionBars } from '~/core/clear/gate';
import { kitBar, schoolBar } from '~/core/clear/rung-bars';
import { type Issue, issue } from '~/core/result';

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
}

function textOf(ladder: Ladder, rung: Rung): string {
  return [
    ladder.name,
    ladder.purpose,
    rung.name,
    rung.note,
    ...rung.cues,
    ...ladder.do,
    ...ladder.faults,
    ...disputes.filter((dispute) => dispute.rungs.includes(rung.id)).map((dispute) => dispute.exercise),
  ]
    .join(' ')
    .toLowerCase();
}

/** Why a rung does not fit a search: hidden by the practice, then caution, then school, kit, and what was looked for. */
export function whyOut(trade: Trade, ladder: Ladder, rung: Rung, search: RungSearch): Issue | undefined {
  if (trade.isHidden(rung.id)) return issue('bar.hidden');
  const [bar] = [
    ...cautionBars(ladder, rung, search.cautions ?? []),
    ...(search.school ? schoolBar(ladder, rung, search.school) : []),
    ...(search.kit ? kitBar(rung, search.kit) : []),
  ];
  if (bar) return bar;
  if (search.sport && !rung.sports.includes(search.sport)) return issue('search.sport');
  if (search.archetype && rung.posture.archetype !== search.archetype) return issue('search.posture');
  const words = (search.text ?? '').toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length > 0) {
    const text = textOf(ladder, rung);
    if (!words.every((word) => text.includes(word))) return issue('search.words');
  }
  return undefined;
}

/** Ladders with at least one fitting rung, each rung judged; `also` qualities count for the quality filter. */
export function findRungs(trade: Trade, search: RungSearch): LadderFound[] {
  return trade.ladders
    .filter(
      (ladder) =>
        !search.quality ||
        ladder.quality === search.quality ||
        ladder.also.some((quality) => quality === search.quality),
    )
    .map((ladder) => {
      const rungs = ladder.rungs.map((rung) => ({ rung, out: whyOut(trade, ladder, rung, search) }));
      return { ladder, rungs, fitting: rungs.filter((rung) => !rung.out).length };
    })
    .filter((found) => found.fitting > 0);
}
