import { data, redirect } from 'react-router';
import { AthleteForm } from '~/app/components/athlete-form';
import { readForm } from '~/app/lib/forms';
import { addAthlete } from '~/db/queries/athletes';
import { newId } from '~/db/queries/coach';
import { who } from '~/server/principal/principal.server';
import { todayIn } from '~/server/principal/today';
import type { Route } from './+types/new';
import { athleteChoices, athleteSchema } from './form-data.server';

export const meta: Route.MetaFunction = () => [{ title: 'Add an athlete · Zest Pillar' }];

export function loader({ context }: Route.LoaderArgs) {
  const { settings } = who(context);
  return {
    choices: athleteChoices(),
    values: {
      id: newId(),
      version: 0,
      givenName: '',
      familyName: '',
      birthDate: '',
      sex: 'unspecified',
      disciplineId: '',
      level: 'trained',
      mass: '',
      massUnit: settings.massUnit,
      stature: '',
      lengthUnit: settings.lengthUnit,
      schoolId: 'practice',
      kit: ['towel', 'wall', 'box', 'band'],
      sessionsPerWeek: '3',
      minutesPerSession: '25',
      weekdays: ['1', '3', '5'],
      note: '',
    },
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const person = who(context);
  const read = readForm(await request.formData(), athleteSchema(todayIn(person.timeZone)));
  if (!read.ok) return data({ result: read.reply }, { status: 400 });
  await addAthlete(person.practiceId, read.value.id, read.value.values);
  return redirect(`/athletes/${read.value.id}/clear`);
}

export default function NewAthlete({ loaderData, actionData }: Route.ComponentProps) {
  return (
    <div className="max-w-3xl">
      <h1 className="text-4xl">Who is it?</h1>
      <AthleteForm
        values={loaderData.values}
        choices={loaderData.choices}
        lastResult={actionData?.result}
        submitLabel="Save and go to Clear"
        cancelTo="/athletes"
      />
    </div>
  );
}
