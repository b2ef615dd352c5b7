import type { Discipline, ExposureDefaults } from '~/core/catalogue';
import { durationText } from '~/core/words/duration';

export interface Exposure {
  readonly kind: ExposureDefaults['kind'];
  readonly minutes: number;
  readonly perMinute: number;
  readonly source: 'default' | 'event';
  /** Steps, strokes, strides, cycles or elements in the event. */
  readonly total: number;
  /** On one side: half of the steps, strokes and cycles. */
  readonly perSide: number | undefined;
  /** The arithmetic in one line. */
  readonly arithmetic: string;
}

const nouns = {
  steps: 'steps',
  strokes: 'pedal strokes',
  strides: 'strides',
  cycles: 'cycles',
  routines: 'shapes and landings',
} as const;

/** Groups digits with a thin space: 19 140. */
export function grouped(value: number): string {
  return String(Math.round(value)).replace(/\B(?=(\d{3})+(?!\d))/g, '\u202f');
}

/** What the event asks in numbers: rate x minutes, from the event's own figures or the discipline's defaults. */
export function exposure(
  discipline: Discipline,
  event?: { minutes?: number | null; perMinute?: number | null },
): Exposure {
  const { kind } = discipline.exposure;
  const minutes = event?.minutes ?? discipline.exposure.minutes;
  const perMinute = event?.perMinute ?? discipline.exposure.perMinute;
  const total = minutes * perMinute;
  const perSide = kind === 'routines' || kind === 'strides' ? undefined : total / 2;
  const noun = nouns[kind];
  return {
    kind,
    minutes,
    perMinute,
    total,
    perSide,
    source: event?.minutes || event?.perMinute ? 'event' : 'default',
    arithmetic: `${grouped(perMinute)} ${noun} a minute × ${durationText(minutes)} = ${grouped(total)}${perSide === undefined ? '' : `, ${grouped(perSide)} on each side`}`,
  };
}

/** How often the event asks, as the tail of a sentence about one side or both. */
export function exposureClause(x: Exposure, side: 'left' | 'right' | 'both'): string {
  const length = durationText(x.minutes);
  if (x.kind === 'steps' && side !== 'both')
    return `${length} of it puts the ${side} leg down about ${grouped(x.perSide ?? 0)} times`;
  if (x.kind === 'steps') return `${length} of it is about ${grouped(x.total)} steps`;
  if (x.kind === 'strokes') return `${length} of it is about ${grouped(x.total)} pedal strokes`;
  if (x.kind === 'strides') return `${length} of it is about ${grouped(x.total)} strides`;
  if (x.kind === 'cycles') return `${length} of it is about ${grouped(x.total)} cycles`;
  return `one routine of ${length} holds about ${grouped(x.total)} shapes and landings`;
}
