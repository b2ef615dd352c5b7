import { z } from 'zod';
import { ageOn, isIsoDay } from '~/core/body/dates';
import { bodyLimits, parseDecimal, toMassKg, toStatureM } from '~/core/body/units';
import { equipment, hasDiscipline, schools } from '~/core/catalogue';

const decimal = (what: string) =>
  z
    .string({ error: `Enter ${what}.` })
    .trim()
    .min(1, `Enter ${what}.`)
    .transform((text, ctx) => {
      const value = parseDecimal(text);
      if (value === undefined) {
        ctx.addIssue({ code: 'custom', message: `"${text.slice(0, 40)}" is not a number.` });
        return z.NEVER;
      }
      return value;
    });

const whole = (from: number, to: number, what: string) =>
  z.coerce
    .number({ error: `${what} must be a number.` })
    .int(`${what} must be a whole number.`)
    .min(from, `${what}: at least ${from}.`)
    .max(to, `${what}: at most ${to}.`);

const name = (what: string) =>
  z
    .string({ error: `Enter the ${what}.` })
    .trim()
    .min(1, `Enter the ${what}.`)
    .max(80, 'At most 80 letters.');

/** The athlete form, checked for a given day. Masses and statures come in the unit chosen beside them. */
export function athleteSchema(today: string) {
  const kitIds = new Set(equipment.map((each) => each.id));
  const schoolIds = new Set(schools.map((each) => each.id));
  return z
    .object({
      id: z.uuid(),
      version: z.coerce.number().int().min(0),
      givenName: name('given name'),
      familyName: name('family name'),
      birthDate: z
        .string({ error: 'Enter the date of birth.' })
        .refine(isIsoDay, 'That is not a day of the calendar.')
        .refine((day) => !isIsoDay(day) || day <= today, 'The date of birth lies in the future.')
        .refine(
          (day) => !isIsoDay(day) || day > today || (ageOn(day, today) >= 5 && ageOn(day, today) <= 100),
          'Ages from 5 to 100 are taken.',
        ),
      sex: z.enum(['female', 'male', 'unspecified']),
      disciplineId: z.string({ error: 'Choose a discipline.' }).refine(hasDiscipline, 'Choose a discipline.'),
      level: z.enum(['novice', 'trained', 'advanced']),
      mass: decimal('the body mass'),
      massUnit: z.enum(['kg', 'lb']),
      stature: decimal('the stature'),
      lengthUnit: z.enum(['cm', 'in']),
      schoolId: z
        .string()
        .refine((id) => id === 'practice' || schoolIds.has(id), 'Choose a school.')
        .default('practice'),
      kit: z.array(z.string().refine((id) => kitIds.has(id), 'Unknown equipment.')).default([]),
      sessionsPerWeek: whole(1, 5, 'Sessions a week'),
      minutesPerSession: whole(8, 45, 'Minutes a session'),
      weekdays: z
        .array(z.coerce.number().int().min(0).max(6), { error: 'Choose at least one day.' })
        .min(1, 'Choose at least one day.'),
      note: z.string().trim().max(2000, 'At most 2000 letters.').default(''),
    })
    .transform((form, ctx) => {
      const massKg = Math.round(toMassKg(form.mass, form.massUnit) * 1000) / 1000;
      const statureM = Math.round(toStatureM(form.stature, form.lengthUnit) * 10_000) / 10_000;
      const { massKg: m, statureM: s } = bodyLimits;
      if (massKg < m.min || massKg > m.max)
        ctx.addIssue({
          code: 'custom',
          path: ['mass'],
          message: `${form.mass} ${form.massUnit} is ${Math.round(massKg)} kg; ${m.min} to ${m.max} kg are taken.`,
        });
      if (statureM < s.min || statureM > s.max)
        ctx.addIssue({
          code: 'custom',
          path: ['stature'],
          message: `${form.stature} ${form.lengthUnit} is ${statureM.toFixed(2)} m; ${s.min} to ${s.max} m are taken.`,
        });
      return {
        id: form.id,
        version: form.version,
        values: {
          givenName: form.givenName,
          familyName: form.familyName,
          birthDate: form.birthDate,
          sex: form.sex,
          disciplineId: form.disciplineId,
          level: form.level,
          massKg,
          statureM,
          schoolId: form.schoolId === 'practice' ? null : form.schoolId,
          kit: form.kit,
          sessionsPerWeek: form.sessionsPerWeek,
          minutesPerSession: form.minutesPerSession,
          weekdays: [...new Set(form.weekdays)].sort(),
          note: form.note,
        },
      };
    });
}

/** What the form's choices are made of. */
export function athleteChoices() {
  return {
    schools: schools.map(({ id, name }) => ({ id, name })),
    equipment: equipment
      .filter((each) => each.id !== 'none' && each.id !== 'mat')
      .map(({ id, name }) => ({ id, name })),
  };
}
