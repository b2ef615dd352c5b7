import type { Phase } from '~/core/catalogue/phases';
import { type QualityId, qualityIds } from '~/core/catalogue/qualities';
import type { LadderQuality } from '~/core/dose/choose';
import type { CalendarWeek } from './calendar';

/** Few things, properly: every quality of a block is main, keep or rest. */

export const tiers = ['main', 'keep', 'rest'] as const;
export type Tier = (typeof tiers)[number];

export interface Block {
  readonly phase: Phase;
  /** Indices of its first week and of the one after its last. */
  readonly from: number;
  readonly to: number;
}

const longestBlock = 6;

/** A phase is a block; one of more than six weeks is cut into equal ones. */
export function blocksOf(weeks: readonly Pick<CalendarWeek, 'phase'>[]): Block[] {
  const blocks: Block[] = [];
  for (let from = 0; from < weeks.length; ) {
    const phase = weeks[from]?.phase ?? 'restore';
    let to = from;
    while (to < weeks.length && weeks[to]?.phase === phase) to += 1;
    const parts = Math.ceil((to - from) / longestBlock);
    for (let i = 0; i < parts; i += 1)
      blocks.push({
        phase,
        from: from + Math.round(((to - from) * i) / parts),
        to: from + Math.round(((to - from) * (i + 1)) / parts),
      });
    from = to;
  }
  return blocks;
}

/** What a phase is for weighs more in it. */
const phaseFor: Readonly<Partial<Record<Phase, Partial<Record<LadderQuality, number>>>>> = {
  ground: { breath_brace: 1.4, pelvic_level: 1.3, anti_extension: 1.15 },
  build: { extension_endurance: 1.15, anti_extension: 1.15, anti_lateral: 1.15, hip_extension: 1.15 },
  load: {
    anti_extension: 1.2,
    anti_lateral: 1.2,
    anti_rotation: 1.2,
    hip_extension: 1.2,
    trunk_flexion_control: 1.15,
  },
  sport: { reactive: 1.4, pelvic_level: 1.3, anti_rotation: 1.25, trunk_flexion_control: 1.15 },
};

/** Each block in a row as main makes a quality a little less so, that others get their turn. */
const inARow = 0.85;
/** The third main quality must be worth at least this share of the first. */
const worthMain = 0.35;
/** Sports in which the neck is kept in shape. */
const neckSports: ReadonlySet<string> = new Set(['cycling', 'riding', 'skiing', 'gymnastics']);

/** What a tier is proposed from. */
export interface TierWant {
  readonly id: LadderQuality;
  /** The larger priority of its sides, and what the sport asks, 0 to 5. */
  readonly priority: number;
  readonly demand: number;
  /** Breath and brace under 70: main whatever else. */
  readonly first: boolean;
}

export interface TiersInput {
  readonly wants: readonly TierWant[];
  /** Minutes a week of a phase has. */
  readonly minutesIn: (phase: Phase) => number;
  readonly sport: string;
  /** Tiers set by hand, which stand. */
  readonly byHand: Readonly<Partial<Record<LadderQuality, Tier>>>;
  /** Is there anything to do for it in this phase, and may two exposures of it be done? */
  readonly mayBe: (id: LadderQuality, phase: Phase, tier: 'main' | 'keep') => boolean;
}

/** Main qualities that fit into so many minutes a week. */
export const mainsFor = (minutesPerWeek: number): number =>
  minutesPerWeek < 45 ? 1 : minutesPerWeek < 75 ? 2 : 3;

export interface BlockTiers extends Block {
  readonly tiers: ReadonlyMap<LadderQuality, Tier>;
  /** The main quality the block is named for. */
  readonly focus: LadderQuality | undefined;
  /** Score a quality was ranked by. */
  readonly score: ReadonlyMap<LadderQuality, number>;
}

/** How much a main quality is thought to gain in a load week, as a share of its priority. */
const gainPerWeek = 0.02;

const ids: ReadonlySet<string> = new Set(qualityIds);
export const isTrunkQuality = (id: LadderQuality): id is QualityId => ids.has(id);

/**
 * Tiers of every block, proposed by priority (ties and nothing short: by demand), weighed by what the phase is for, and a
 * little down for every block in a row as main. Sharpen, Hold and Restore keep the tiers of the block before: Hold and Restore
 * without a main one.
 */
export function proposeTiers(
  blocks: readonly Block[],
  weeks: readonly Pick<CalendarWeek, 'kind'>[],
  input: TiersInput,
): BlockTiers[] {
  const row = new Map<LadderQuality, number>();
  const mainWeeks = new Map<LadderQuality, number>();
  let before: BlockTiers | undefined;
  return blocks.map((block): BlockTiers => {
    const score = new Map(
      input.wants.map((want) => {
        const left = Math.max(0, 1 - gainPerWeek * (mainWeeks.get(want.id) ?? 0));
        const worth = want.priority * left + 0.02 * want.demand;
        const factor = (phaseFor[block.phase]?.[want.id] ?? 1) * inARow ** (row.get(want.id) ?? 0);
        return [want.id, worth * factor];
      }),
    );
    const inherits = block.phase === 'sharpen' || block.phase === 'hold' || block.phase === 'restore';
    const found = new Map<LadderQuality, Tier>();
    const ranked = [...input.wants].sort((a, b) => (score.get(b.id) ?? 0) - (score.get(a.id) ?? 0));
    const best = score.get(ranked[0]?.id ?? 'breath_brace') ?? 0;
    const may = (id: LadderQuality, tier: 'main' | 'keep') => input.mayBe(id, block.phase, tier);
    const pinned = ranked.filter(({ id }) => input.byHand[id] === 'main' && may(id, 'main'));
    const free = ranked.filter(({ id }) => input.byHand[id] === undefined);
    for (const { id, priority, demand } of ranked)
      found.set(id, (priority > 0 || demand > 0) && may(id, 'keep') ? 'keep' : 'rest');
    if (inherits && before)
      for (const { id } of ranked) {
        const was = before.tiers.get(id);
        if (was === 'main' && found.get(id) !== 'rest' && block.phase === 'sharpen' && may(id, 'main'))
          found.set(id, 'main');
        else if (was === 'rest') found.set(id, 'rest');
      }
    else {
      const left = Math.max(0, mainsFor(input.minutesIn(block.phase)) - pinned.length);
      // What is pinned takes the places there are; breath that comes first has its own.
      const firsts = free.filter((want) => want.first && may(want.id, 'main'));
      const others = free.filter(
        (want) =>
          !want.first && want.id !== 'neck_control' && found.get(want.id) === 'keep' && may(want.id, 'main'),
      );
      for (const [place, want] of [...firsts, ...others].slice(0, left).entries())
        if (place < 2 || want.first || (score.get(want.id) ?? 0) >= worthMain * best)
          found.set(want.id, 'main');
    }
    if (found.has('neck_control') && !(neckSports.has(input.sport) && input.minutesIn(block.phase) >= 55))
      found.set('neck_control', 'rest');
    for (const [id, tier] of Object.entries(input.byHand) as [LadderQuality, Tier][])
      if (found.has(id)) found.set(id, tier === 'rest' || may(id, tier) ? tier : (found.get(id) ?? 'rest'));
    for (const { id } of input.wants) row.set(id, found.get(id) === 'main' ? (row.get(id) ?? 0) + 1 : 0);
    const loads = weeks.slice(block.from, block.to).filter((week) => week.kind === 'load').length;
    for (const [id, tier] of found) if (tier === 'main') mainWeeks.set(id, (mainWeeks.get(id) ?? 0) + loads);
    const focus = [...pinned, ...ranked].find(({ id }) => found.get(id) === 'main')?.id;
    before = { ...block, tiers: found, focus, score };
    return before;
  });
}
