import type { Pace } from '~/core/catalogue/schema';

/** Where a paced trial stands at a moment. */
export interface PaceMoment {
  /** In-breath and out-breath; up and down of a rep; one sweep. */
  readonly phase: 'in' | 'out' | 'beat' | 'sweep' | 'over';
  /** Finished cycles. */
  readonly done: number;
  /** Share of the present phase that has gone, 0 to 1. */
  readonly share: number;
  /** Seconds until the phase changes. */
  readonly leftS: number;
}

/** Seconds of one cycle: a breath, a rep, a sweep. */
export function cycleS(pace: Pace): number {
  return pace.by === 'breath' ? pace.inS + pace.outS : pace.everyS;
}

/** Seconds until the pace has run out. */
export function paceEndS(pace: Pace): number {
  return cycleS(pace) * pace.most;
}

/**
 * The pace at so many seconds after its start: in before out, beats from 0. At a cycle's end the next one has begun; after
 * the last it is over. Times before the start count as the start.
 */
export function paceAt(pace: Pace, elapsedS: number): PaceMoment {
  const seconds = Math.max(0, elapsedS);
  const whole = cycleS(pace);
  const done = Math.min(pace.most, Math.floor(seconds / whole + 1e-9));
  if (done >= pace.most) return { phase: 'over', done, share: 1, leftS: 0 };
  const within = Math.max(0, seconds - done * whole);
  if (pace.by !== 'breath')
    return { phase: pace.by, done, share: Math.min(1, within / whole), leftS: whole - within };
  return within < pace.inS
    ? { phase: 'in', done, share: within / pace.inS, leftS: pace.inS - within }
    : { phase: 'out', done, share: Math.min(1, (within - pace.inS) / pace.outS), leftS: whole - within };
}

export interface StageMoment {
  /** 0-based; the last stage when all have been held. */
  readonly stage: number;
  readonly heldS: number;
  readonly leftS: number;
}

/** The stage of a staged hold after so many seconds in all: each is held as long, one after another. */
export function stageAt(stageS: number, stages: number, elapsedS: number): StageMoment {
  const seconds = Math.max(0, elapsedS);
  const stage = Math.min(stages - 1, Math.floor(seconds / stageS + 1e-9));
  const heldS = Math.min(stageS, Math.max(0, seconds - stage * stageS));
  return { stage, heldS, leftS: stageS - heldS };
}

/** A staged result in words: "stage 3 of 6, 12 s into it". */
export function stageText(stageS: number, stages: number, seconds: number): string {
  if (seconds >= stageS * stages) return `all ${stages} stages`;
  const { stage, heldS } = stageAt(stageS, stages, seconds);
  return `stage ${stage + 1} of ${stages}, ${Math.round(heldS)} s into it`;
}
