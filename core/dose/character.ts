import { parseTempo, tempoS } from '~/core/body/dose';
import type { Ladder, Rung } from '~/core/catalogue';
import type { Phase } from '~/core/catalogue/phases';

/** What sort of work a phase is for, beyond how much of it. Source: the phase table, last column. */

/** Archetypes done on the feet or seated upright, as sport mostly is. */
const upright: ReadonlySet<string> = new Set([
  'carry',
  'upright_cable',
  'standing_leg',
  'single_leg_stance',
  'hinge_hold',
  'seated_ball',
]);

const isFast = (rung: Pick<Rung, 'tempo'>): boolean => {
  const tempo = parseTempo(rung.tempo);
  return tempo !== undefined && (tempo.outS === 0 || (tempo.outS + tempo.backS <= 2 && tempo.holdS === 0));
};

/**
 * Rungs of skill take no share of a limit: reactive and fast ones, articulated springs, breath and brace. They start small
 * and add a rep, or five seconds, for every two clean sessions.
 */
export const isSkill = (ladder: Pick<Ladder, 'quality'>, rung: Pick<Rung, 'posture' | 'tempo'>): boolean =>
  ladder.quality === 'breath_brace' ||
  ladder.quality === 'reactive' ||
  rung.posture.archetype === 'spring_leg' ||
  isFast(rung);

const upperHalf = (ladder: Ladder, rung: Rung): boolean => rung.level > ladder.rungs.length / 2;
const isStill = (rung: Rung): boolean => rung.unit === 'hold_s' || rung.unit === 'breaths';
const isSlow = (rung: Rung): boolean => {
  const tempo = parseTempo(rung.tempo);
  return isStill(rung) || (tempo !== undefined && tempoS(tempo) >= 5);
};

/**
 * Does a rung have the character of a phase? Ground: quiet, the lower half of a ladder, held, breathed or slow. Build: longer,
 * both sides. Load: lever, weight or one limb. Sport: upright, moving or quick. The others ask for nothing of their own.
 */
export function fitsPhase(ladder: Ladder, rung: Rung, load: number, phase: Phase): boolean {
  switch (phase) {
    case 'ground':
    case 'restore':
      return !upperHalf(ladder, rung) && isSlow(rung);
    case 'build':
      return isSlow(rung) && load === 0;
    case 'load':
      return load > 0 || rung.sided || upperHalf(ladder, rung);
    case 'sport':
      return upright.has(rung.posture.archetype) || isFast(rung) || rung.unit === 'metres';
    case 'sharpen':
    case 'hold':
      return false;
  }
}

/** Quick work has its phase: rungs of speed come in with Sport, but where quickness is what is trained. */
export function tooQuickFor(ladder: Ladder, rung: Rung, phase: Phase): boolean {
  if (ladder.quality === 'reactive' || ladder.quality === 'breath_brace') return false;
  const early = phase === 'ground' || phase === 'build' || phase === 'load' || phase === 'restore';
  return early && isFast(rung) && isSkill(ladder, rung);
}
