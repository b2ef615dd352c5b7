import { z } from 'zod';
import { type Phase, phases } from '~/core/catalogue/phases';

/** How much time there is for the trunk: as usual, and in phases that have another. */

/** What an athlete has of it; days from 0 Sunday to 6 Saturday. Messages are codes. */
export const phaseTimeSchema = z.object({
  sessionsPerWeek: z.number().int('athlete.sessions').min(1, 'athlete.sessions').max(5, 'athlete.sessions'),
  minutesPerSession: z.number().int('athlete.minutes').min(8, 'athlete.minutes').max(45, 'athlete.minutes'),
  weekdays: z.array(z.number().int().min(0).max(6)).min(1, 'athlete.weekdays').max(7),
});
export interface PhaseTime {
  readonly sessionsPerWeek: number;
  readonly minutesPerSession: number;
  readonly weekdays: readonly number[];
}

/** Ground ends on its date, or when what it is about is mastered. */
export const groundEnds = ['date', 'mastery'] as const;
export type GroundEnd = (typeof groundEnds)[number];

/** Phases with a time of their own: what is left out of one is as usual, also when the usual changes. */
export const timeInSchema = z.partialRecord(z.enum(phases), phaseTimeSchema.partial());

export interface TimeGiven {
  readonly sessionsPerWeek: number;
  readonly minutesPerSession: number;
  /** All of them when left out. */
  readonly weekdays?: readonly number[] | undefined;
  /** Phases that have a time of their own. */
  readonly timeIn?:
    | Readonly<Partial<Record<Phase, { readonly [K in keyof PhaseTime]?: PhaseTime[K] | undefined }>>>
    | null
    | undefined;
}

const everyDay: readonly number[] = [0, 1, 2, 3, 4, 5, 6];

/** The time there is in a phase: its own, or the usual one. */
export function timeIn(given: TimeGiven, phase: Phase): PhaseTime {
  const its = given.timeIn?.[phase];
  return {
    sessionsPerWeek: its?.sessionsPerWeek ?? given.sessionsPerWeek,
    minutesPerSession: its?.minutesPerSession ?? given.minutesPerSession,
    weekdays: its?.weekdays ?? given.weekdays ?? everyDay,
  };
}
