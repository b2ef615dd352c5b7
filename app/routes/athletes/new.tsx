import { href } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { submitted } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { addAthlete } from '~/server/commands/add-athlete';
import { principalIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/new';
import { AthleteForm } from './athlete-form';
import { athleteChoices, athleteFields, athleteForm } from './form-data.server';
import { typedTimes } from './phase-times';

export const meta: Route.MetaFunction = () => pageTitle('Add an athlete');

export function loader({ context }: Route.LoaderArgs) {
  const { settings } = principalIn(context);
  return {
    choices: athleteChoices(principalIn(context).trade),
    values: {
      id: uuidv7(),
      version: 0,
      givenName: '',
      familyName: '',
      birthDate: '',
      sex: 'unspecified',
      disciplineId: '',
      secondDisciplineId: '',
      secondPercent: '',
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
      time: typedTimes({}),
      groundEnds: 'date',
      places: [],
      note: '',
    },
  };
}

export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  return submitted(
    { principal, command: addAthlete },
    await request.formData(),
    athleteForm(principal.today),
    ({ id, values }) => addAthlete.perform(principal, { id, values }),
    ({ id }) => href('/athletes/:athleteId/clear', { athleteId: id }),
    athleteFields,
  );
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
        cancelTo={href('/athletes')}
      />
    </div>
  );
}
