import type { Phase } from '~/core/catalogue/phases';
import { pieceRestS } from './amounts';
import type { DoseAthlete } from './athlete';
import { type Candidate, chooseRungs, type LadderQuality, type Wanted } from './choose';
import { changeOverS, workSeconds } from './work';

/** What a set of a quality costs in minutes and is worth in dose: read from the prescription that would be given. */

export interface CostOfSet {
  readonly exposureS: number;
  readonly setS: number;
  readonly dose: number;
}

/** Seconds of one set of a candidate with its rest, both sides of a sided rung. */
export function setSecondsOf({ rung, asked }: Pick<Candidate, 'rung' | 'asked'>): number {
  const work = workSeconds(rung.unit, asked.amount, rung.tempo) * (rung.sided ? 2 : 1);
  return asked.pieces > 1 ? asked.pieces * (work + pieceRestS) : work + rung.rest_s;
}

/** Costs of every quality and phase for an athlete, each worked out once; undefined where no rung is left. */
export function costsOf(
  a: DoseAthlete,
  about: (quality: LadderQuality) => Pick<Wanted, 'gapActs'>,
): (quality: LadderQuality, phase: Phase) => CostOfSet | undefined {
  const known = new Map<string, CostOfSet | undefined>();
  return (quality, phase) => {
    const key = `${quality}|${phase}`;
    if (!known.has(key)) {
      const best = chooseRungs(a, { quality, phase, ...about(quality), before: new Set() }).candidates[0];
      known.set(
        key,
        best && { exposureS: changeOverS, setS: setSecondsOf(best), dose: Math.max(0.05, best.asked.dose) },
      );
    }
    return known.get(key);
  };
}
