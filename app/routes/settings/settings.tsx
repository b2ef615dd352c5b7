import { useForm } from '@conform-to/react';
import { Form, href, Link, useNavigation } from 'react-router';
import { z } from 'zod';
import { Button } from '~/app/components/button';
import { FormError, SelectField, TextField } from '~/app/components/field';
import { UnsavedGuard } from '~/app/components/unsaved-guard';
import { requireMay, submitted } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { parseDecimal } from '~/core/body/units';
import { usualRiskHours } from '~/core/plan/training/training';
import { saveSettings, settingsSchema } from '~/server/commands/settings';
import { principalIn } from '~/server/principal/middleware.server';
import { offeredSchools } from '~/server/views/schools';
import type { Route } from './+types/settings';

export const meta: Route.MetaFunction = () => pageTitle('Settings');

export function loader({ context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'settings.change');
  const { practiceName, timeZone, schoolId, firstWeekday, settings, practiceVersion } = principal;
  return {
    practiceName,
    timeZone,
    timeZones: Intl.supportedValuesOf('timeZone'),
    schoolId,
    firstWeekday,
    settings,
    version: practiceVersion,
    schools: offeredSchools(principal.trade, schoolId),
  };
}

const figure = z.string({ error: 'form.number' }).transform((text, ctx) => {
  const value = parseDecimal(text);
  if (value !== undefined) return value;
  ctx.addIssue({ code: 'custom', message: 'form.number' });
  return z.NEVER;
});

/** Settings as the page sends them: figures as typed, the gap in per cent, the weights one by one. */
const typed = z
  .object({
    version: z.coerce.number().int(),
    name: z.string({ error: 'settings.name' }),
    timeZone: z.string({ error: 'settings.time_zone' }),
    schoolId: z.string({ error: 'athlete.school' }),
    firstWeekday: z.coerce.number(),
    massUnit: z.string(),
    lengthUnit: z.string(),
    shortfall: figure,
    sideGap: figure,
    faults: figure,
    actingGapPercent: figure,
    guardianUnderYears: figure,
    renewMonths: figure,
    painEaseFrom: figure,
    painEndFrom: figure,
    flexionCycles: figure,
    flexionMinutes: figure,
    flexionReason: z.string().default(''),
    riskHours: figure.optional(),
    startsAt: z.string().trim().optional(),
    passwordLetters: figure,
    hand: z.string().default(''),
    plate: z.string().default(''),
    vest: z.string().default(''),
    ankle: z.string().default(''),
    stack: z.string().default(''),
    /** The one field of the rack that is always sent: without it nothing is said of the rack. */
    pulley: z.string().optional(),
    bandName: z.string().default(''),
    band: z.string().default(''),
  })
  .transform((form, ctx) => {
    const { shortfall, sideGap, faults, actingGapPercent, flexionMinutes, ...others } = form;
    const { hand, plate, vest, ankle, stack, pulley, bandName, band, ...rest } = others;
    const read = settingsSchema.safeParse({
      ...rest,
      weights: { shortfall, sideGap, faults },
      ...(pulley === undefined
        ? {}
        : { rack: { hand, plate, vest, ankle, stack, pulley: Number(pulley), bandName, band } }),
      actingGap: actingGapPercent / 100,
      flexionSeconds: Math.round(flexionMinutes * 60),
    });
    if (read.success) return read.data;
    for (const found of read.error.issues) {
      const last = String(found.path.at(-1) ?? '');
      ctx.addIssue({ code: 'custom', path: [fields[last] ?? last], message: found.message });
    }
    return z.NEVER;
  });

/** The form's field of a setting that has another name there. */
const fields: Readonly<Record<string, string>> = {
  actingGap: 'actingGapPercent',
  flexionSeconds: 'flexionMinutes',
};

export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  return submitted(
    { principal, command: saveSettings },
    await request.formData(),
    typed,
    (form) => saveSettings.perform(principal, form),
    href('/settings'),
    fields,
  );
}

interface Values {
  version: string;
  name: string;
  schoolId: string;
  firstWeekday: string;
  massUnit: string;
  lengthUnit: string;
  shortfall: string;
  sideGap: string;
  faults: string;
  actingGapPercent: string;
  guardianUnderYears: string;
  renewMonths: string;
  timeZone: string;
  painEaseFrom: string;
  painEndFrom: string;
  flexionCycles: string;
  flexionMinutes: string;
  flexionReason: string;
  riskHours: string;
  startsAt: string;
  passwordLetters: string;
  hand: string;
  plate: string;
  vest: string;
  ankle: string;
  stack: string;
  pulley: string;
  bandName: string;
  band: string;
}

export default function SettingsView({ loaderData, actionData }: Route.ComponentProps) {
  const { settings, schools: list } = loaderData;
  const [form, field] = useForm<Values>({ lastResult: actionData?.result, shouldRevalidate: 'onInput' });
  const busy = useNavigation().state !== 'idle';
  const figure = (
    name: keyof Values,
    label: string,
    value: number,
    more: { inputMode?: 'numeric'; hint?: string } = {},
  ) => (
    <TextField
      label={label}
      name={name}
      inputMode="decimal"
      defaultValue={value}
      errors={field[name].errors}
      {...more}
    />
  );
  const rackText = (
    name: 'hand' | 'plate' | 'vest' | 'ankle' | 'stack' | 'bandName' | 'band',
    label: string,
    hint?: string,
  ) => (
    <TextField
      label={label}
      name={name}
      defaultValue={settings.rack?.[name] ?? ''}
      errors={field[name].errors}
      hint={hint}
    />
  );
  return (
    <Form
      key={loaderData.version}
      method="post"
      id={form.id}
      onSubmit={form.onSubmit}
      noValidate
      className="max-w-3xl space-y-9"
    >
      <UnsavedGuard formId={form.id} />
      <input type="hidden" name="version" value={loaderData.version} />
      <h1 className="text-4xl sm:text-5xl">Settings</h1>
      <div className="grid gap-5 sm:grid-cols-2">
        <TextField
          label="Practice"
          name="name"
          defaultValue={loaderData.practiceName}
          errors={field.name.errors}
        />
        <SelectField
          label="Week starts on"
          name="firstWeekday"
          defaultValue={String(loaderData.firstWeekday)}
          errors={field.firstWeekday.errors}
        >
          <option value="1">Monday</option>
          <option value="0">Sunday</option>
        </SelectField>
        <TextField
          label="Time zone"
          name="timeZone"
          list={`${form.id}-zones`}
          hint="Days begin and end by it."
          defaultValue={loaderData.timeZone}
          errors={field.timeZone.errors}
        />
        <datalist id={`${form.id}-zones`}>
          {loaderData.timeZones.map((zone) => (
            <option key={zone} value={zone} />
          ))}
        </datalist>
        <SelectField
          label="Body mass in"
          name="massUnit"
          defaultValue={settings.massUnit}
          errors={field.massUnit.errors}
        >
          <option>kg</option>
          <option>lb</option>
        </SelectField>
        <SelectField
          label="Stature in"
          name="lengthUnit"
          defaultValue={settings.lengthUnit}
          errors={field.lengthUnit.errors}
        >
          <option>cm</option>
          <option>in</option>
        </SelectField>
      </div>
      <fieldset>
        <legend className="head text-2xl">School</legend>
        <p className="text-quiet">
          Practitioners disagree; the school changes cues and which rungs are offered. An athlete may have
          another.
        </p>
        <div className="rule-list mt-2">
          {list.map((school) => (
            <label key={school.id} className="grid cursor-pointer grid-cols-[1.75rem_1fr] gap-3 py-2.5">
              <input
                type="radio"
                name="schoolId"
                value={school.id}
                defaultChecked={school.id === loaderData.schoolId}
                className="mt-1 size-6"
              />
              <span>
                <strong>{school.name}.</strong> {school.belief}
                <span className="block text-aside text-quiet">{school.instructions}</span>
              </span>
            </label>
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-2xl">Priority arithmetic</legend>
        <p className="text-quiet">
          P = demand/5 × (shortfall weight × S + side gap weight × G + fault weight × φ). Defaults 0.60, 0.25,
          0.15: a working standard.
        </p>
        <div className="mt-3 grid gap-5 sm:grid-cols-4">
          {figure('shortfall', 'Shortfall', settings.weights.shortfall)}
          {figure('sideGap', 'Side gap', settings.weights.sideGap)}
          {figure('faults', 'Faults', settings.weights.faults)}
          {figure('actingGapPercent', 'Gap acts from, %', Math.round(settings.actingGap * 100))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-2xl">Clearance</legend>
        <div className="mt-3 grid gap-5 sm:grid-cols-2">
          {figure('guardianUnderYears', 'Guardian consent under, years', settings.guardianUnderYears, {
            inputMode: 'numeric',
            hint: 'Local law decides.',
          })}
          {figure('renewMonths', 'Safety form valid, months', settings.renewMonths, { inputMode: 'numeric' })}
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-2xl">Pain</legend>
        <p className="text-quiet">
          Of 10. Below the first a plan goes on; from the first it eases and never raises; from the second a
          test or a session ends and a flag opens. Defaults 3 and 5: a working standard.
        </p>
        <div className="mt-3 grid gap-5 sm:grid-cols-2">
          {figure('painEaseFrom', 'Eases from', settings.painEaseFrom, { inputMode: 'numeric' })}
          {figure('painEndFrom', 'Ends from', settings.painEndFrom, { inputMode: 'numeric' })}
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-2xl">Rack</legend>
        <p className="text-quiet">
          What there is, in {settings.massUnit}: single weights and ranges, “1-10, 12-40/2”. Only these are
          prescribed; empty is a usual rack.
        </p>
        <div className="mt-3 grid gap-5 sm:grid-cols-2">
          {rackText('hand', 'Dumbbells')}
          {rackText('plate', 'Plates on the pelvis')}
          {rackText('vest', 'Vests')}
          {rackText('ankle', 'Ankle weights')}
          {rackText('stack', 'Cable stack', 'Cards say the pin of the stack; empty says newtons.')}
          <SelectField
            label="The cable’s pulley"
            name="pulley"
            defaultValue={String(settings.rack?.pulley ?? 1)}
            errors={field.pulley.errors}
          >
            <option value="1">the hands feel the whole stack</option>
            <option value="2">the hands feel half the stack</option>
          </SelectField>
          {rackText('bandName', 'Band, its name')}
          {rackText(
            'band',
            'Band, its pulls',
            'Distance from hook to hands in cm and newtons, “80:30, 120:62”, from the band instrument or a spring balance.',
          )}
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-2xl">Loaded bending in a week</legend>
        <p className="text-quiet">
          A ceiling for the whole week, halved for a novice. What goes over it is not laid out.
        </p>
        <div className="mt-3 grid gap-5 sm:grid-cols-3">
          {figure('flexionCycles', 'Cycles', settings.flexionCycles, { inputMode: 'numeric' })}
          {figure('flexionMinutes', 'Held, minutes', settings.flexionSeconds / 60)}
          <TextField
            label="Why, when it is widened"
            name="flexionReason"
            errors={field.flexionReason.errors}
          />
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-2xl">Before sport sessions of risk</legend>
        <p className="text-quiet">
          Downhill, jumping, apparatus work: a tired trunk protects badly. No trunk session lies on that day,
          nor in the hours before it.
        </p>
        <div className="mt-3 grid gap-5 sm:grid-cols-2">
          {figure('riskHours', 'Hours before', settings.riskHours ?? usualRiskHours, {
            inputMode: 'numeric',
            hint: `Default ${usualRiskHours}, a safety standard of this product.`,
          })}
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-2xl">In calendars</legend>
        <p className="text-quiet">
          With an hour, sessions stand in calendars at that time, by the clock of the practice; without one
          they are of the whole day.
        </p>
        <div className="mt-3 grid gap-5 sm:grid-cols-2">
          <TextField
            label="Sessions begin at"
            name="startsAt"
            type="time"
            defaultValue={settings.sessionTime?.startsAt ?? ''}
            errors={field.startsAt.errors}
          />
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-2xl">Passwords</legend>
        <div className="mt-3 grid gap-5 sm:grid-cols-2">
          {figure('passwordLetters', 'At least so many letters', settings.passwordLetters, {
            inputMode: 'numeric',
            hint: 'Length is what counts; nothing asks for signs.',
          })}
        </div>
      </fieldset>
      <FormError>{form.errors?.join(' ')}</FormError>
      <p className="flex flex-wrap items-center gap-5">
        <Button look="next" disabled={busy}>
          Save the settings
        </Button>
        <Link to={href('/settings/password')}>Change your password</Link>
      </p>
    </Form>
  );
}
