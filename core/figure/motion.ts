import type { Tempo } from '~/core/body/dose';

/** A way shorter than this cannot be seen, seconds. */
const shortestS = 0.3;
/** Slow at both ends, as a body moves. */
const ease = (share: number) => share * share * (3 - 2 * share);

/**
 * Where a body is in its rep: 0 the easy end, 1 the demanding one.
 *
 * @param seconds since the first rep began
 * @param pauseS standing still at the easy end before the next rep
 */
export function repPhase(seconds: number, tempo: Tempo, pauseS = 0): number {
  const outS = Math.max(shortestS, tempo.outS);
  const backS = Math.max(shortestS, tempo.backS);
  const at = Math.max(0, seconds) % (outS + tempo.holdS + backS + pauseS);
  if (at < outS) return ease(at / outS);
  if (at < outS + tempo.holdS) return 1;
  if (at < outS + tempo.holdS + backS) return 1 - ease((at - outS - tempo.holdS) / backS);
  return 0;
}
