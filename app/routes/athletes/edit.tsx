import { data, redirect } from 'react-router';
import { AthleteForm } from '~/app/components/athlete-form';
import { readForm, refuseForm } from '~/app/lib/forms';
import { fromMassKg, fromStatureM } from '~/core/body/units';
import { saveAthlete } from '~/db/queries/athletes';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import { notFound, requireAthlete } from '~/server/views/standing.server';
import type { Route } from './+types/edit';
import { athleteChoices, athleteSchema } from './form-data.server';

export const meta: Route.MetaFunction = () => [{ title: 'Edit athlete · Zest Pillar' }];

export async function loader({ params, context }: Route.LoaderArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const { massUnit, lengthUnit } = person.settings;
  return {
    choices: athleteChoices(),
    values: {
      id: athlete.id,
      version: athlete.version,
      givenName: athlete.givenName,
      familyName: athlete.familyName,
      birthDate: athlete.birthDate,
      sex: athlete.sex,
      disciplineId: athlete.disciplineId,
      level: athlete.level,
      mass: String(fromMassKg(athlete.massKg, massUnit)),
      massUnit,
      stature: String(fromStatureM(athlete.statureM, lengthUnit)),
      lengthUnit,
      schoolId: athlete.schoolId ?? 'practice',
      kit: athlete.kit,
      sessionsPerWeek: String(athlete.sessionsPerWeek),
      minutesPerSession: String(athlete.minutesPerSession),
      weekdays: athlete.weekdays.map(String),
      note: athlete.note,
    },
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const person = who(context);
  const athlete = await requireAthlete(person, params.athleteId);
  const schema = athleteSchema(todayIn(person.timeZone));
  const form = await request.formData();
  const read = readForm(form, schema);
  if (!read.ok) return data({ result: read.reply }, { status: 400 });
  if (read.value.id !== athlete.id) throw notFound('This athlete');
  const saved = await saveAthlete(person.practiceId, athlete.id, read.value.version, read.value.values);
  if (saved === 'stale') {
    const message =
      'Somebody saved this athlete after you opened the form, perhaps you in another tab. Nothing was overwritten; what you entered is kept here. Open the page again to see what was saved.';
    return data({ result: refuseForm(form, schema, message) }, { status: 409 });
  }
  return redirect(`/athletes/${athlete.id}`);
}

export default function EditAthlete({ loaderData, actionData }: Route.ComponentProps) {
  return (
    <div className="max-w-3xl">
      <h2 className="text-3xl">Edit</h2>
      <AthleteForm
        values={loaderData.values}
        choices={loaderData.choices}
        lastResult={actionData?.result}
        submitLabel="Save"
        cancelTo={`/athletes/${loaderData.values.id}`}
      />
    </div>
  );
}
