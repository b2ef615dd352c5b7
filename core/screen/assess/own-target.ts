import type { OwnTarget } from '~/core/catalogue/edits';

/** Whom a target is for. */
export interface TargetPerson {
  readonly sex: 'male' | 'female' | 'unspecified';
  readonly ageYears?: number | undefined;
  readonly sport: string;
  readonly level: string;
}

function fits(target: OwnTarget, person: TargetPerson): boolean {
  if (target.sex && target.sex !== person.sex) return false;
  if (target.sport && target.sport !== person.sport) return false;
  if (target.level && target.level !== person.level) return false;
  if (target.ageFrom === undefined && target.ageTo === undefined) return true;
  if (person.ageYears === undefined) return false;
  return person.ageYears >= (target.ageFrom ?? 0) && person.ageYears <= (target.ageTo ?? 200);
}

/** How much an own target says about whom it is for: one point for each of sex, age, sport and level. */
const narrowness = (target: OwnTarget): number =>
  Number(target.sex !== undefined) +
  Number(target.ageFrom !== undefined || target.ageTo !== undefined) +
  Number(target.sport !== undefined) +
  Number(target.level !== undefined);

/** The practice's own target that fits this person most closely; the last written of equals. */
export function ownTargetFor(
  targets: readonly OwnTarget[] | undefined,
  person: TargetPerson,
): OwnTarget | undefined {
  let best: OwnTarget | undefined;
  for (const target of targets ?? [])
    if (fits(target, person) && (!best || narrowness(target) >= narrowness(best))) best = target;
  return best;
}

/** Whom an own target is for, in words: "women, 16 to 18, gymnastics". */
export function ownTargetWho(target: OwnTarget): string {
  const age =
    target.ageFrom !== undefined && target.ageTo !== undefined
      ? `${target.ageFrom} to ${target.ageTo}`
      : target.ageFrom !== undefined
        ? `from ${target.ageFrom}`
        : target.ageTo !== undefined
          ? `up to ${target.ageTo}`
          : '';
  const sex = target.sex === 'male' ? 'men' : target.sex === 'female' ? 'women' : '';
  return [sex, age, target.sport ?? '', target.level ?? ''].filter(Boolean).join(', ') || 'everybody';
}
