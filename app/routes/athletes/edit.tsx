import { href } from 'react-router';
import { submitted } from '~/app/lib/reply.server';
import { athleteTitle } from '~/app/lib/title';
import { fromMassKg, fromStatureM } from '~/core/body/units';
import { refuse } from '~/core/result';
import { saveAthlete } from '~/server/commands/save-athlete';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import type { Route } from './+types/edit';
import { AthleteForm } from './athlete-form';
import { athleteChoices, athleteFields, athleteForm } from './form-data.server';
import { typedTimes } from './phase-times';
import { typedPlaces } from './places';

export const meta = athleteTitle('Edit');

export async function loader({ params, context }: Route.LoaderArgs) {
  const { athlete } = await subjectIn({ params, context });
  const { massUnit, lengthUnit } = principalIn(context).settings;
  return {
    choices: athleteChoices(principalIn(context).trade, athlete.schoolId, [
      athlete.disciplineId,
      athlete.secondDisciplineId,
    ]),
    values: {
      id: athlete.id,
      version: athlete.version,
      givenName: athlete.givenName,
      familyName: athlete.familyName,
      birthDate: athlete.birthDate,
      sex: athlete.sex,
      disciplineId: athlete.disciplineId,
      secondDisciplineId: athlete.secondDisciplineId ?? '',
      secondPercent: athlete.secondPercent === null ? '' : String(athlete.secondPercent),
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
      time: typedTimes(athlete.timeIn),
      groundEnds: athlete.groundEnds,
      places: typedPlaces(athlete.places),
      note: athlete.note,
    },
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  return submitted(
    { principal, command: saveAthlete },
    await request.formData(),
    athleteForm(principal.today),
    async (form) =>
      form.id === params.athleteId ? saveAthlete.perform(principal, form) : refuse('athlete.gone'),
    href('/athletes/:athleteId', { athleteId: params.athleteId }),
    athleteFields,
  );
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
        cancelTo={href('/athletes/:athleteId', { athleteId: loaderData.values.id })}
      />
    </div>
  );
}
