import { z } from 'zod';
import { ageOn, type IsoDay, isIsoDay } from '~/core/body/dates';
import { bodyLimits } from '~/core/body/units';
import { equipment } from '~/core/catalogue';
import type { Trade } from '~/core/catalogue/trade';
import { plainLine, plainText } from '~/core/formats/text';
import { type Issue, issue } from '~/core/result';
import { placesSchema } from './places';
import { groundEnds, phaseTimeSchema, timeInSchema } from './time';

/** An athlete as they are written down: figures in kilograms and metres. Messages are codes. */

const kitIds = new Set(equipment.map((item) => item.id));
const kitId = z.string().refine((id) => kitIds.has(id), 'athlete.kit');
const name = (code: string) =>
  z.string({ error: code }).transform(plainLine).pipe(z.string().min(1, code).max(80, 'form.too_long'));

export const ageLimits = { least: 5, most: 100 } as const;

export const athleteSchema = z.object({
  givenName: name('athlete.given_name'),
  familyName: name('athlete.family_name'),
  birthDate: z.string().refine(isIsoDay, 'form.not_a_day'),
  sex: z.enum(['female', 'male', 'unspecified']),
  /** One of the practice's, which has some of its own. */
  disciplineId: z.string().min(1, 'athlete.discipline').max(80, 'athlete.discipline'),
  /** A second sport, and its share of what is asked in per cent. */
  secondDisciplineId: z
    .string()
    .min(1, 'athlete.discipline')
    .max(80, 'athlete.discipline')
    .nullable()
    .default(null),
  secondPercent: z
    .number()
    .int('athlete.second_percent')
    .min(1, 'athlete.second_percent')
    .max(99, 'athlete.second_percent')
    .nullable()
    .default(null),
  level: z.enum(['novice', 'trained', 'advanced']),
  massKg: z.number().min(bodyLimits.massKg.min, 'athlete.mass').max(bodyLimits.massKg.max, 'athlete.mass'),
  statureM: z
    .number()
    .min(bodyLimits.statureM.min, 'athlete.stature')
    .max(bodyLimits.statureM.max, 'athlete.stature'),
  /** One of the practice's, which has some of its own; null for the one the practice works by. */
  schoolId: z.string().min(1, 'athlete.school').max(80, 'athlete.school').nullable(),
  kit: z.array(kitId).max(60),
  ...phaseTimeSchema.shape,
  /** Phases with a time of their own. */
  timeIn: timeInSchema.default({}),
  groundEnds: z.enum(groundEnds).default('date'),
  /** Where else they train, and with what. */
  places: placesSchema(kitId).default([]),
  note: z.string().transform(plainText).pipe(z.string().max(2000, 'form.too_long')).default(''),
});
export type AthleteInput = z.output<typeof athleteSchema>;

/**
 * What is wrong with the sports of an athlete; undefined when nothing is. A second sport is another one, and has its share.
 *
 * @param trade the catalogue as the practice has it
 */
export function sportsIssue(
  trade: Pick<Trade, 'hasDiscipline'>,
  {
    disciplineId,
    secondDisciplineId,
    secondPercent,
  }: Pick<AthleteInput, 'disciplineId' | 'secondDisciplineId' | 'secondPercent'>,
): Issue | undefined {
  if (!trade.hasDiscipline(disciplineId)) return issue('athlete.discipline', {}, ['disciplineId']);
  if (secondDisciplineId !== null) {
    if (!trade.hasDiscipline(secondDisciplineId))
      return issue('athlete.discipline', {}, ['secondDisciplineId']);
    if (secondDisciplineId === disciplineId) return issue('athlete.second_same', {}, ['secondDisciplineId']);
  }
  return (secondDisciplineId === null) === (secondPercent === null)
    ? undefined
    : issue('athlete.second_percent', {}, ['secondPercent']);
}

/** What is wrong with a date of birth on a day; undefined when it can be. */
export function birthDateIssue(birthDate: IsoDay, today: IsoDay): Issue | undefined {
  if (birthDate > today) return issue('athlete.born_in_future', {}, ['birthDate']);
  const age = ageOn(birthDate, today);
  return age < ageLimits.least || age > ageLimits.most
    ? issue('athlete.age', { ...ageLimits }, ['birthDate'])
    : undefined;
}
