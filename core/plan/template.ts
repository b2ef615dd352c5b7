import { z } from 'zod';
import { addDays, daysBetween, type IsoDay, isIsoDay } from '~/core/body/dates';
import { phases } from '~/core/catalogue/phases';
import { plainLine } from '~/core/formats/text';
import type { PhaseStart } from './hand/by-hand';

/**
 * The frame of a season that many have in common: its events, days off, and phases set by date. What each puts first, how much and
 * with what stays their own.
 */

const day = z.string().refine(isIsoDay, 'form.not_a_day');
const line = (most: number) => z.string().transform(plainLine).pipe(z.string().min(1).max(most));

export const templateSchema = z.object({
  events: z
    .array(
      z.object({
        name: line(100),
        onDate: day,
        priority: z.enum(['A', 'B', 'C']),
        minutes: z.number().nullable(),
        perMinute: z.number().nullable(),
        primer: z.boolean(),
      }),
    )
    .max(60),
  daysOff: z.array(z.object({ from: day, to: day, reason: line(80) })).max(60),
  phaseStarts: z.array(z.object({ startsOn: day, phase: z.enum(phases) })).max(60),
});
export type SeasonTemplate = z.output<typeof templateSchema>;
export type TemplateEvent = SeasonTemplate['events'][number];
export type TemplateDaysOff = SeasonTemplate['daysOff'][number];

/** What an athlete has of a frame. */
export interface Framed {
  readonly events: readonly TemplateEvent[];
  readonly daysOff: readonly TemplateDaysOff[];
  readonly phaseStarts: readonly PhaseStart[];
}

/** The frame of a season from a day on: what lies ahead of it, or reaches into it. */
export function templateOf({ events, daysOff, phaseStarts }: Framed, from: IsoDay): SeasonTemplate {
  return {
    events: events
      .filter(({ onDate }) => onDate >= from)
      .map(({ name, onDate, priority, minutes, perMinute, primer }) => ({
        name,
        onDate,
        priority,
        minutes,
        perMinute,
        primer,
      })),
    daysOff: daysOff
      .filter(({ to }) => to >= from)
      .map(({ from: first, to, reason }) => ({ from: first, to, reason })),
    phaseStarts: phaseStarts
      .filter(({ startsOn }) => addDays(startsOn, 6) >= from)
      .map(({ startsOn, phase }) => ({ startsOn, phase })),
  };
}

/** Is there nothing in it? */
export const isEmpty = ({ events, daysOff, phaseStarts }: SeasonTemplate): boolean =>
  events.length + daysOff.length + phaseStarts.length === 0;

const sameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/**
 * What of a frame an athlete lacks, from today on: taken again it adds nothing. An event of the same day and name is the same, days
 * off that lie within some there are already need none; what they have of their own stays.
 */
export function missingOf(
  template: SeasonTemplate,
  has: Pick<Framed, 'daysOff'> & { readonly events: readonly Pick<TemplateEvent, 'name' | 'onDate'>[] },
  today: IsoDay,
): Pick<SeasonTemplate, 'events' | 'daysOff'> {
  const ahead = templateOf(template, today);
  return {
    events: ahead.events.filter(
      (event) => !has.events.some((its) => its.onDate === event.onDate && sameName(its.name, event.name)),
    ),
    daysOff: ahead.daysOff.filter(
      ({ from, to }) => !has.daysOff.some((its) => its.from <= from && its.to >= to),
    ),
  };
}

/** A frame in a few words: "3 events to 14 Feb 2027, 1 time off, 2 phases by date". */
export interface TemplateSize {
  readonly events: number;
  readonly daysOff: number;
  readonly phases: number;
  /** The last day anything of it lies on. */
  readonly until: IsoDay | undefined;
}

export const sizeOf = ({ events, daysOff, phaseStarts }: SeasonTemplate): TemplateSize => ({
  events: events.length,
  daysOff: daysOff.reduce((sum, { from, to }) => sum + daysBetween(from, to) + 1, 0),
  phases: phaseStarts.length,
  until: [
    ...events.map(({ onDate }) => onDate),
    ...daysOff.map(({ to }) => to),
    ...phaseStarts.map(({ startsOn }) => startsOn),
  ]
    .sort()
    .at(-1),
});
