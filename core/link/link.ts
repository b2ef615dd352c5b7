import {
  catalogueVersion,
  type DemandProfile,
  type Discipline,
  otherSide,
  type QualityId,
  quality,
  type ScreenTest,
  type SideKey,
} from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import type { Gate } from '~/core/clear/gate';
import { type Assessment, type Capability, lowConfidence } from '~/core/screen/assess/assess';
import { type Ratio, ratios, type TestGap, testGaps } from '~/core/screen/assess/ratios';
import { type Exposure, exposure } from './exposure';
import { type GapArithmetic, gapOf } from './gap';
import { type Pattern, patterns } from './patterns';
import { prioritySentence } from './sentence';

export interface LinkSettings {
  /** P = D (shortfall S + sideGap G' + faults phi). */
  readonly weights: { readonly shortfall: number; readonly sideGap: number; readonly faults: number };
  /** Side gap from which it acts. */
  readonly actingGap: number;
  /** Breath and brace below this goes first. */
  readonly breathFirstBelow: number;
}

export const defaultLinkSettings: LinkSettings = {
  weights: { shortfall: 0.6, sideGap: 0.25, faults: 0.15 },
  actingGap: 0.1,
  breathFirstBelow: 70,
};

export interface Priority {
  readonly quality: QualityId;
  readonly side: SideKey;
  readonly capability: number | undefined;
  readonly confidence: number;
  /** What the sport asks of it, 0 to 5. */
  readonly demand: number;
  readonly shortfall: number;
  readonly gap: GapArithmetic;
  readonly faultLoad: number;
  readonly priority: number;
  /** `train` is a priority; `settle` asks for a test first; `first` is breath before all else. */
  readonly verdict: 'first' | 'train' | 'settle' | 'keep';
  readonly settleBy: string | undefined;
  readonly sentence: string;
  readonly arithmetic: string;
  readonly ladderIds: readonly string[];
  readonly parts: Capability['parts'];
}

export interface Blocked {
  readonly quality: QualityId;
  readonly why: string;
}

export interface LinkInput {
  /** The catalogue as the practice has it. */
  readonly trade: Trade;
  readonly assessment: Assessment;
  readonly discipline: Discipline;
  /** The sport's profile, with the practice's edits applied; the discipline's own when left out. */
  readonly profile?: DemandProfile | undefined;
  /** What may be tested and offered. */
  readonly gate: Gate;
  /** Equipment at hand, so that the test proposed to settle a doubt can be done. */
  readonly kit: readonly string[];
  readonly event?: { readonly minutes?: number | null; readonly perMinute?: number | null } | undefined;
  readonly settings?: LinkSettings | undefined;
}

export interface LinkResult {
  readonly priorities: readonly Priority[];
  readonly blocked: readonly Blocked[];
  readonly capabilities: readonly Capability[];
  readonly exposure: Exposure;
  readonly ratios: readonly Ratio[];
  readonly gaps: readonly TestGap[];
  readonly patterns: readonly Pattern[];
  readonly catalogueVersion: string;
}

/** The test that would raise confidence most: allowed, kit at hand, most direct and reliable, not just done. */
function settlingTest(
  { trade, gate, kit }: Pick<LinkInput, 'trade' | 'gate' | 'kit'>,
  id: QualityId,
  done: readonly string[],
): ScreenTest | undefined {
  const serving = trade.stationTests.filter(
    (test) =>
      test.feeds.some((feed) => feed.quality === id) &&
      gate.test(test.id).allowed &&
      test.needs.every((need) => need === 'none' || kit.includes(need)),
  );
  const worth = (test: ScreenTest) =>
    (test.feeds[0]?.quality === id ? 2 : 0) + test.reliability + (done.includes(test.id) ? -1 : 0);
  return serving.sort((a, b) => worth(b) - worth(a))[0];
}

/** What takes a rung out for good: the practice hid it, or a caution bars it. School, kit and open flags pass. */
const lasting: readonly string[] = ['bar.hidden', 'bar.caution'];

/** Ladders that serve a quality and have at least one rung the practice and the cautions leave. */
function servingLadders({ trade, gate }: Pick<LinkInput, 'trade' | 'gate'>, id: QualityId): string[] {
  return trade.ladders
    .filter(
      (ladder) =>
        ladder.quality === id &&
        ladder.rungs.some((rung) => !gate.rung(rung.id).bars.some((bar) => lasting.includes(bar.code))),
    )
    .map((ladder) => ladder.id);
}

const per = (value: number) => Math.round(value * 100);

/**
 * Capacity to priorities: what holds this athlete back in this sport. For every quality and side
 * P = D (0.60 S + 0.25 G' + 0.15 phi), with shortfall S = max(0, 1 - capability/100), acting side gap G' and fault load
 * phi. Low confidence proposes the test that would settle it; breath and brace below 70 goes first; what cautions
 * block is listed apart. Ties: higher demand, then sided, then name.
 */
export function link(input: LinkInput): LinkResult {
  const settings = input.settings ?? defaultLinkSettings;
  const profile = input.profile ?? input.discipline.profile;
  const { capabilities, results } = input.assessment;
  const gaps = testGaps(input.trade, results);
  const x = exposure(input.discipline, input.event);
  const blocked: Blocked[] = [];
  const priorities: Priority[] = [];

  for (const capability of capabilities) {
    const demand = profile[capability.quality];
    const ladderIds = servingLadders(input, capability.quality);
    if (ladderIds.length === 0) {
      if (!blocked.some((b) => b.quality === capability.quality))
        blocked.push({
          quality: capability.quality,
          why: `No ladder for ${quality(capability.quality).name.toLowerCase()} is left by the cautions${input.trade.version === catalogueVersion ? '' : ' and our own library'}.`,
        });
      continue;
    }
    const other = capabilities.find(
      (c) =>
        c.quality === capability.quality &&
        c.side === otherSide(capability.side) &&
        c.side !== capability.side,
    );
    const shortfall = capability.capability === undefined ? 0 : Math.max(0, 1 - capability.capability / 100);
    const gap = gapOf(input.trade, capability, other, gaps, settings.actingGap);
    const { weights } = settings;
    const value =
      (demand / 5) *
      (weights.shortfall * shortfall + weights.sideGap * gap.acting + weights.faults * capability.faultLoad);
    const untested = capability.capability === undefined;
    const settle = untested || (capability.confidence < lowConfidence && (value > 0 || demand >= 3));
    const breathFirst =
      capability.quality === 'breath_brace' &&
      !untested &&
      (capability.capability ?? 0) < settings.breathFirstBelow;
    const verdict = breathFirst ? 'first' : settle ? 'settle' : value > 0.005 ? 'train' : 'keep';
    const settleBy = settle
      ? settlingTest(
          input,
          capability.quality,
          capability.parts.map((p) => p.result.testId),
        )
      : undefined;
    const arithmetic = untested
      ? `demand ${demand} of 5; untested`
      : `${demand}/5 × (${weights.shortfall} × ${shortfall.toFixed(2)} + ${weights.sideGap} × ${gap.acting.toFixed(2)} + ${weights.faults} × ${capability.faultLoad.toFixed(2)}) = ${value.toFixed(3)}; demand ${demand} of 5, shortfall ${per(shortfall)}, side gap ${per(gap.gap)} %, fault load ${per(capability.faultLoad)} %, confidence ${per(capability.confidence)} %`;
    priorities.push({
      quality: capability.quality,
      side: capability.side,
      capability: capability.capability,
      confidence: capability.confidence,
      demand,
      shortfall,
      gap,
      faultLoad: capability.faultLoad,
      priority: value,
      verdict,
      settleBy: settleBy?.id,
      sentence: prioritySentence({
        trade: input.trade,
        capability: capability,
        other,
        gap,
        demand,
        exposure: x,
        verdict,
        settleBy,
        ladderIds,
        asker: input.discipline.sport === 'goal' ? 'goal' : 'sport',
      }),
      arithmetic,
      ladderIds,
      parts: capability.parts,
    });
  }
  priorities.sort(comparePriorities);
  return {
    priorities,
    blocked,
    capabilities,
    exposure: x,
    ratios: ratios(input.trade, results),
    gaps,
    patterns: patterns(input.trade, results, gaps),
    catalogueVersion: input.trade.version,
  };
}

const verdictOrder = { first: 0, train: 1, settle: 1, keep: 2 } as const;

function comparePriorities(a: Priority, b: Priority): number {
  return (
    verdictOrder[a.verdict] - verdictOrder[b.verdict] ||
    b.priority - a.priority ||
    b.demand - a.demand ||
    Number(b.side !== 'both') - Number(a.side !== 'both') ||
    quality(a.quality).name.localeCompare(quality(b.quality).name) ||
    a.side.localeCompare(b.side)
  );
}

/** Capability meets the demand at 100 where the profile asks 3 or more, at 70 below. */
export function meetsDemand(capability: number, demand: number): boolean {
  return capability >= (demand >= 3 ? 100 : 70);
}
