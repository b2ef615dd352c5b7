import type { InstrumentId, Trace } from './instruments';
import { mulberry32 } from './random';
import { simulate, type Truth } from './simulate';

/** A simulated hold with its planted truth, called back by its seed. */
export interface SeededHold {
  readonly seed: string;
  readonly trace: Trace;
  readonly truth: Truth;
}

const holding: readonly InstrumentId[] = ['cuff', 'pelvis', 'loadcell'];

/**
 * Simulated holds on the three instruments in turn, of 14 to 60 s, one in eight without a loss: what the loss detection is
 * tried against, in tests and on the bench.
 */
export function seededHolds(cases: number): SeededHold[] {
  return Array.from({ length: cases }, (_, n): SeededHold => {
    const instrument = holding[n % holding.length] as InstrumentId;
    const seed = `${instrument} ${n}`;
    const seconds = 14 + Math.floor(46 * mulberry32(seed)());
    const lossS = n % 8 === 7 ? 'none' : undefined;
    return { seed, ...simulate({ seed, instrument, play: 'hold', seconds, lossS }) };
  });
}
