import { useForm } from '@conform-to/react';
import { data, Form, redirect, useNavigation } from 'react-router';
import { z } from 'zod';
import { Button } from '~/app/components/button';
import { FormError, SelectField, TextField } from '~/app/components/field';
import { readForm, refuseForm } from '~/app/lib/forms';
import { parseDecimal } from '~/core/body/units';
import { schools } from '~/core/catalogue';
import { savePractice, writeAudit } from '~/db/queries/practice';
import { who } from '~/server/principal/principal.server';
import type { Route } from './+types/settings';

export const meta: Route.MetaFunction = () => [{ title: 'Settings · Zest Pillar' }];

const figure = (from: number, to: number) =>
  z.string({ error: 'Enter a number.' }).transform((text, ctx) => {
    const value = parseDecimal(text);
    if (value === undefined || value < from || value > to) {
      ctx.addIssue({ code: 'custom', message: `A number from ${from} to ${to}.` });
      return z.NEVER;
    }
    return value;
  });

const schema = z
  .object({
    version: z.coerce.number().int(),
    name: z.string({ error: 'Name the practice.' }).trim().min(1, 'Name the practice.').max(120),
    schoolId: z.string().refine((id) => schools.some((each) => each.id === id), 'Choose a school.'),
    firstWeekday: z.enum(['0', '1']),
    massUnit: z.enum(['kg', 'lb']),
    lengthUnit: z.enum(['cm', 'in']),
    shortfall: figure(0, 1),
    sideGap: figure(0, 1),
    faults: figure(0, 1),
    actingGapPercent: figure(1, 50),
    guardianUnderYears: figure(0, 25),
    renewMonths: figure(1, 24),
  })
  .superRefine((form, ctx) => {
    const sum = form.shortfall + form.sideGap + form.faults;
    if (Math.abs(sum - 1) > 0.001)
      ctx.addIssue({
        code: 'custom',
        path: ['faults'],
        message: `The three weights add up to ${Math.round(sum * 100) / 100}; they must make 1.`,
      });
  });

export function loader({ context }: Route.LoaderArgs) {
  const { practiceName, schoolId, firstWeekday, settings, practiceVersion, role } = who(context);
  return {
    practiceName,
    schoolId,
    firstWeekday,
    settings,
    version: practiceVersion,
    mayEdit: role !== 'assistant',
    schools: schools.map(({ id, name, belief, instructions }) => ({ id, name, belief, instructions })),
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const person = who(context);
  if (person.role === 'assistant')
    throw data({ message: 'Settings are changed by the owner or a coach.' }, { status: 403 });
  const form = await request.formData();
  const read = readForm(form, schema);
  if (!read.ok) return data({ result: read.reply }, { status: 400 });
  const v = read.value;
  const saved = await savePractice(person.practiceId, v.version, {
    name: v.name,
    schoolId: v.schoolId,
    firstWeekday: Number(v.firstWeekday),
    settings: {
      ...person.settings,
      massUnit: v.massUnit,
      lengthUnit: v.lengthUnit,
      weights: { shortfall: v.shortfall, sideGap: v.sideGap, faults: v.faults },
      actingGap: v.actingGapPercent / 100,
      guardianUnderYears: v.guardianUnderYears,
      renewMonths: v.renewMonths,
    },
  });
  if (!saved)
    return data(
      {
        result: refuseForm(
          form,
          schema,
          'Somebody saved the settings after you opened this page. Nothing was overwritten; open the page again to see what was saved.',
        ),
      },
      { status: 409 },
    );
  await writeAudit({
    practiceId: person.practiceId,
    staffId: person.staffId,
    action: 'change',
    subject: 'settings',
  });
  return redirect('/settings');
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
}

export default function SettingsView({ loaderData, actionData }: Route.ComponentProps) {
  const { settings, schools: list } = loaderData;
  const [form, fields] = useForm<Values>({ lastResult: actionData?.result, shouldRevalidate: 'onInput' });
  const busy = useNavigation().state !== 'idle';
  return (
    <Form
      key={loaderData.version}
      method="post"
      id={form.id}
      onSubmit={form.onSubmit}
      noValidate
      className="max-w-3xl space-y-9"
    >
      <input type="hidden" name="version" value={loaderData.version} />
      <h1 className="text-4xl sm:text-5xl">Our way of working</h1>
      <div className="grid gap-5 sm:grid-cols-2">
        <TextField
          label="Practice"
          name="name"
          defaultValue={loaderData.practiceName}
          errors={fields.name.errors}
        />
        <SelectField
          label="Week starts on"
          name="firstWeekday"
          defaultValue={String(loaderData.firstWeekday)}
          errors={fields.firstWeekday.errors}
        >
          <option value="1">Monday</option>
          <option value="0">Sunday</option>
        </SelectField>
        <SelectField
          label="Body mass in"
          name="massUnit"
          defaultValue={settings.massUnit}
          errors={fields.massUnit.errors}
        >
          <option>kg</option>
          <option>lb</option>
        </SelectField>
        <SelectField
          label="Stature in"
          name="lengthUnit"
          defaultValue={settings.lengthUnit}
          errors={fields.lengthUnit.errors}
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
          {list.map((each) => (
            <label key={each.id} className="grid cursor-pointer grid-cols-[1.75rem_1fr] gap-3 py-2.5">
              <input
                type="radio"
                name="schoolId"
                value={each.id}
                defaultChecked={each.id === loaderData.schoolId}
                className="mt-1 size-5 accent-[#26242e]"
              />
              <span>
                <strong>{each.name}.</strong> {each.belief}
                <span className="block text-[0.94rem] text-quiet">{each.instructions}</span>
              </span>
            </label>
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-2xl">Priority arithmetic</legend>
        <p className="text-quiet">
          P = demand × (shortfall weight × S + side gap weight × G + fault weight × φ). Defaults 0.60, 0.25,
          0.15: a working standard.
        </p>
        <div className="mt-3 grid gap-5 sm:grid-cols-4">
          <TextField
            label="Shortfall"
            name="shortfall"
            inputMode="decimal"
            defaultValue={settings.weights.shortfall}
            errors={fields.shortfall.errors}
          />
          <TextField
            label="Side gap"
            name="sideGap"
            inputMode="decimal"
            defaultValue={settings.weights.sideGap}
            errors={fields.sideGap.errors}
          />
          <TextField
            label="Faults"
            name="faults"
            inputMode="decimal"
            defaultValue={settings.weights.faults}
            errors={fields.faults.errors}
          />
          <TextField
            label="Gap acts from, %"
            name="actingGapPercent"
            inputMode="decimal"
            defaultValue={Math.round(settings.actingGap * 100)}
            errors={fields.actingGapPercent.errors}
          />
        </div>
      </fieldset>
      <fieldset>
        <legend className="head text-2xl">Clearance</legend>
        <div className="mt-3 grid gap-5 sm:grid-cols-2">
          <TextField
            label="Guardian consent under, years"
            name="guardianUnderYears"
            inputMode="numeric"
            hint="Local law decides."
            defaultValue={settings.guardianUnderYears}
            errors={fields.guardianUnderYears.errors}
          />
          <TextField
            label="Safety form valid, months"
            name="renewMonths"
            inputMode="numeric"
            defaultValue={settings.renewMonths}
            errors={fields.renewMonths.errors}
          />
        </div>
      </fieldset>
      <FormError>{form.errors?.join(' ')}</FormError>
      <p className="flex flex-wrap items-center gap-5">
        <Button look="next" disabled={busy || !loaderData.mayEdit}>
          Save the settings
        </Button>
      </p>
    </Form>
  );
}
