import { z } from 'zod';
import { issueText } from '~/app/words/issue-text';
import { type IsoDay, isIsoDay } from '~/core/body/dates';
import { bodyLimits, parseDecimal, toMassKg, toStatureM } from '~/core/body/units';
import { equipment } from '~/core/catalogue';
import { type Phase, phases } from '~/core/catalogue/phases';
import { usualSecondPercent } from '~/core/catalogue/sports';
import type { Trade } from '~/core/catalogue/trade';
import { athleteSchema, birthDateIssue } from '~/core/people/athlete';
import { issue } from '~/core/result';
import { offeredSchools } from '~/server/views/schools';

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

const whole = (what: string) =>
  z.coerce.number({ error: `${what} must be a number.` }).int(`${what} must be a whole number.`);

/** The time of a phase as typed: what is left empty is as usual. */
const typedTime = z
  .object({
    sessions: z.string().trim().default(''),
    minutes: z.string().trim().default(''),
    days: z.array(z.coerce.number()).default([]),
  })
  .optional();
type TypedTime = z.output<typeof typedTime>;

/** A place as typed; one of which nothing is said is none. */
const typedPlace = z
  .object({
    name: z.string().default(''),
    minutes: z.string().trim().default(''),
    days: z.array(z.coerce.number()).default([]),
    phases: z.array(z.string()).default([]),
    kit: z.array(z.string()).default([]),
    from: z.string().default(''),
    to: z.string().default(''),
  })
  .optional();

/** What the form sends: figures as typed, in the unit chosen beside them. */
const typed = (today: IsoDay) =>
  z.object({
    id: z.uuid(),
    version: z.coerce.number().int().min(0),
    givenName: z.string({ error: 'athlete.given_name' }),
    familyName: z.string({ error: 'athlete.family_name' }),
    birthDate: z.string({ error: 'Enter the date of birth.' }).superRefine((day, ctx) => {
      const wrong = isIsoDay(day) ? birthDateIssue(day, today) : issue('form.not_a_day');
      if (wrong) ctx.addIssue({ code: 'custom', message: issueText(wrong) });
    }),
    sex: z.string(),
    disciplineId: z.string({ error: 'athlete.discipline' }),
    secondDisciplineId: z.string().default(''),
    secondPercent: z.string().trim().default(''),
    level: z.string(),
    mass: decimal('the body mass'),
    massUnit: z.enum(['kg', 'lb']),
    stature: decimal('the stature'),
    lengthUnit: z.enum(['cm', 'in']),
    schoolId: z.string().default('practice'),
    kit: z.array(z.string()).default([]),
    sessionsPerWeek: whole('Sessions a week'),
    minutesPerSession: whole('Minutes a session'),
    weekdays: z.array(z.coerce.number(), { error: 'athlete.weekdays' }),
    time: z
      .object(
        Object.fromEntries(phases.map((phase) => [phase, typedTime])) as Record<Phase, typeof typedTime>,
      )
      .optional(),
    groundEnds: z.string().default('date'),
    places: z.array(typedPlace).default([]),
    note: z.string().default(''),
  });

/** A share that is left empty is the usual one; one without a sport says nothing. Text that is no figure is refused as a share. */
const secondSport = (id: string, percent: string) =>
  id === ''
    ? { secondDisciplineId: null, secondPercent: null }
    : {
        secondDisciplineId: id,
        secondPercent: percent === '' ? usualSecondPercent : (parseDecimal(percent) ?? 0),
      };

const sortedDays = (days: readonly number[]) => [...new Set(days)].sort();

/** Text that is no number becomes one that is refused. */
const figure = (text: string): number => parseDecimal(text) ?? 0;

/** Phases with a time of their own; what is left empty is not said. */
const timesOf = (typedTimes: Readonly<Partial<Record<Phase, TypedTime>>>) =>
  Object.fromEntries(
    phases.flatMap((phase) => {
      const { sessions = '', minutes = '', days = [] } = typedTimes[phase] ?? {};
      const time = {
        ...(sessions === '' ? {} : { sessionsPerWeek: figure(sessions) }),
        ...(minutes === '' ? {} : { minutesPerSession: figure(minutes) }),
        ...(days.length === 0 ? {} : { weekdays: sortedDays(days) }),
      };
      return Object.keys(time).length === 0 ? [] : [[phase, time]];
    }),
  );

/** Places with where in the form each was typed. */
function placesOf(typedPlaces: readonly z.output<typeof typedPlace>[]) {
  return typedPlaces.flatMap((typed, slot) => {
    const {
      name = '',
      minutes = '',
      days = [],
      phases: its = [],
      kit = [],
      from = '',
      to = '',
    } = typed ?? {};
    if (name.trim() + minutes + from + to === '' && days.length + its.length + kit.length === 0) return [];
    const minutesPerSession = minutes === '' ? null : figure(minutes);
    return [
      {
        slot,
        place: {
          name,
          weekdays: sortedDays(days),
          phases: its,
          kit,
          minutesPerSession,
          from: from || null,
          to: to || null,
        },
      },
    ];
  });
}

/** The form's field of a part of a phase's time. */
const timeFields: Readonly<Record<string, string>> = {
  sessionsPerWeek: 'sessions',
  minutesPerSession: 'minutes',
  weekdays: 'days',
};

/** The form's field of a part of a place. */
const placeFields: Readonly<Record<string, string>> = { minutesPerSession: 'minutes', weekdays: 'days' };

/** The form's field of a figure of the athlete. */
export const athleteFields = { massKg: 'mass', statureM: 'stature' } as const;

/** The athlete form: typed figures become kilograms and metres, and the whole an athlete as they are written down. */
export const athleteForm = (today: IsoDay) =>
  typed(today).transform((form, ctx) => {
    const massKg = Math.round(toMassKg(form.mass, form.massUnit) * 1000) / 1000;
    const statureM = Math.round(toStatureM(form.stature, form.lengthUnit) * 10_000) / 10_000;
    const { massKg: m, statureM: s } = bodyLimits;
    const say = (path: string, message: string) => ctx.addIssue({ code: 'custom', path: [path], message });
    if (massKg < m.min || massKg > m.max)
      say(
        'mass',
        `${form.mass} ${form.massUnit} is ${Math.round(massKg)} kg; ${m.min} to ${m.max} kg are taken.`,
      );
    if (statureM < s.min || statureM > s.max)
      say(
        'stature',
        `${form.stature} ${form.lengthUnit} is ${statureM.toFixed(2)} m; ${s.min} to ${s.max} m are taken.`,
      );
    const {
      id,
      version,
      mass: _mass,
      massUnit: _unit,
      stature: _stature,
      lengthUnit: _length,
      secondDisciplineId,
      secondPercent,
      time,
      places,
      ...rest
    } = form;
    const placed = placesOf(places);
    const read = athleteSchema.safeParse({
      ...rest,
      ...secondSport(secondDisciplineId, secondPercent),
      massKg,
      statureM,
      schoolId: form.schoolId === 'practice' ? null : form.schoolId,
      weekdays: sortedDays(form.weekdays),
      timeIn: timesOf(time ?? {}),
      places: placed.map(({ place }) => place),
    });
    if (read.success) return { id, version, values: read.data };
    for (const found of read.error.issues) {
      const [field = '', phase, part] = found.path.map(String);
      if (field === 'timeIn')
        ctx.addIssue({
          code: 'custom',
          path: ['time', phase ?? '', timeFields[part ?? ''] ?? 'sessions'],
          message: found.message,
        });
      else if (field === 'places')
        ctx.addIssue({
          code: 'custom',
          path: [
            'places',
            placed[Number(phase)]?.slot ?? 0,
            part === undefined ? 'name' : (placeFields[part] ?? part),
          ],
          message: found.message,
        });
      else if (!Object.hasOwn(athleteFields, field)) say(field, found.message);
    }
    return z.NEVER;
  });

/** What the form's choices are made of. */
export function athleteChoices(
  trade: Trade,
  schoolId?: string | null,
  sportIds: readonly (string | null)[] = [],
) {
  // A sport that is hidden stays where it is chosen already.
  const sports = trade.disciplines.filter(({ id, hidden }) => !hidden || sportIds.includes(id));
  return {
    sports: [...new Set(sports.map(({ sportName }) => sportName))].map((sportName) => ({
      sportName,
      items: sports.filter((one) => one.sportName === sportName).map(({ id, name }) => ({ id, name })),
    })),
    schools: offeredSchools(trade, schoolId),
    equipment: equipment
      .filter((item) => item.id !== 'none' && item.id !== 'mat')
      .map(({ id, name }) => ({ id, name })),
  };
}
