import type { Phase } from '~/core/catalogue/phases';
import { type QualityId, quality, qualityName, sideKeysOf } from '~/core/catalogue/qualities';
import type { PlanPriority } from './season';

/**
 * Ground ends on its date, or when it is mastered: breath and brace is owned or screens well, and the pelvis stays level on both
 * sides. Source: the aim of the phase (breathe, brace, own contact and a level pelvis); the mark of 70 is the one under which
 * breath and brace comes first. Our own choice, and a coach's to make for each athlete.
 */

/** Capability from which a quality of Ground counts as mastered, percent of its target. */
export const masteredFrom = 70;

/** What Ground is about. */
const groundQualities: readonly QualityId[] = ['breath_brace', 'pelvic_level'];

export interface Criterion {
  readonly quality: QualityId;
  /** "Level pelvis, left". */
  readonly name: string;
  /** Percent of the target; undefined when it was not tested. */
  readonly capability: number | undefined;
  /** Its last mark was met in the work itself. */
  readonly owned: boolean;
  readonly met: boolean;
}

/**
 * The criteria of Ground, one a side.
 *
 * @param breathOwned the hardest mark of breath and brace is owned
 */
export function groundCriteria(
  priorities: readonly {
    readonly quality: string;
    readonly side: PlanPriority['side'];
    readonly capability?: number | null | undefined;
  }[],
  breathOwned: boolean,
): Criterion[] {
  return groundQualities.flatMap((id) =>
    sideKeysOf(id).map((side): Criterion => {
      const capability =
        priorities.find((row) => row.quality === id && row.side === side)?.capability ?? undefined;
      const owned = id === 'breath_brace' && breathOwned;
      return {
        quality: id,
        name: quality(id).sided ? `${qualityName(id)}, ${side}` : qualityName(id),
        capability,
        owned,
        met: owned || (capability ?? 0) >= masteredFrom,
      };
    }),
  );
}

/** What a plan whose Ground ends by mastery does not do yet: stop, or go on. */
export type GroundMatter = 'mastered' | 'goes_on';

/**
 * What Ground asks of a plan that stands.
 *
 * @param next the phase of the next week; undefined when it has none
 * @returns undefined when the plan does it already
 */
export function groundMatter(
  criteria: readonly Criterion[],
  now: Phase | undefined,
  next: Phase | undefined,
): GroundMatter | undefined {
  if (now !== 'ground' || next === undefined) return undefined;
  if (isMastered(criteria)) return next === 'ground' ? 'mastered' : undefined;
  return next === 'ground' ? undefined : 'goes_on';
}

export const isMastered = (criteria: readonly Criterion[]): boolean => criteria.every(({ met }) => met);

/** "■ Breath and brace, owned"; "■ Level pelvis, right: 88 %"; "□ Level pelvis, left: 52 of 70 %". */
export function criterionText({ name, capability, owned, met }: Criterion): string {
  const mark = met ? '\u25a0' : '\u25a1';
  if (owned) return `${mark} ${name}, owned`;
  if (capability === undefined) return `${mark} ${name}: not tested`;
  return `${mark} ${name}: ${Math.floor(capability)}${met ? '' : ` of ${masteredFrom}`} %`;
}
