import { useForm } from '@conform-to/react';
import { Form, useNavigation } from 'react-router';
import { Button, ButtonLink } from '~/app/components/button';
import { CheckField, FormError, SelectField, TextField } from '~/app/components/field';
import { UnsavedGuard } from '~/app/components/unsaved-guard';
import type { Reply } from '~/app/lib/forms';
import { masteredFrom } from '~/core/plan/mastery';
import { days, TickRow } from './day-checks';
import { PhaseTimes, type TypedPhaseTimes } from './phase-times';
import { Places, type TypedPlace } from './places';

export interface AthleteFormValues {
  id: string;
  version: number;
  givenName: string;
  familyName: string;
  birthDate: string;
  sex: string;
  disciplineId: string;
  secondDisciplineId: string;
  secondPercent: string;
  level: string;
  mass: string;
  massUnit: string;
  stature: string;
  lengthUnit: string;
  schoolId: string;
  kit: string[];
  sessionsPerWeek: string;
  minutesPerSession: string;
  weekdays: string[];
  time: TypedPhaseTimes;
  groundEnds: string;
  places: TypedPlace[];
  note: string;
}

type Sports = readonly { sportName: string; items: { id: string; name: string }[] }[];

const SportOptions = ({ sports }: { sports: Sports }) =>
  sports.map(({ sportName, items }) => (
    <optgroup key={sportName} label={sportName}>
      {items.map((item) => (
        <option key={item.id} value={item.id}>
          {item.name}
        </option>
      ))}
    </optgroup>
  ));

interface Props {
  values: AthleteFormValues;
  lastResult: Reply | undefined;
  choices: {
    schools: { id: string; name: string }[];
    equipment: { id: string; name: string }[];
    sports: Sports;
  };
  submitLabel: string;
  cancelTo: string;
}

/** Who the athlete is, in what sport, how big, with what kit and how much time. */
export function AthleteForm({ values, lastResult, choices, submitLabel, cancelTo }: Props) {
  const [form, fields] = useForm<AthleteFormValues>({
    lastResult,
    defaultValue: values,
    shouldRevalidate: 'onInput',
  });
  const busy = useNavigation().state !== 'idle';
  const text = (field: { name: string; initialValue?: unknown; errors?: string[] | undefined }) => ({
    name: field.name,
    defaultValue: field.initialValue === undefined ? '' : String(field.initialValue),
    errors: field.errors,
  });
  const ticked = (field: { initialValue?: unknown }, value: string) => {
    const list = field.initialValue;
    return Array.isArray(list) ? list.includes(value) : list === value;
  };
  return (
    <Form method="post" id={form.id} onSubmit={form.onSubmit} noValidate className="mt-6 space-y-8">
      <UnsavedGuard formId={form.id} />
      <input type="hidden" name="id" value={values.id} />
      <input type="hidden" name="version" value={values.version} />
      <div className="grid gap-5 sm:grid-cols-2">
        <TextField label="Given name" autoComplete="off" {...text(fields.givenName)} />
        <TextField label="Family name" autoComplete="off" {...text(fields.familyName)} />
        <TextField label="Date of birth" type="date" {...text(fields.birthDate)} />
        <SelectField label="Sex" hint="Some targets differ by sex." {...text(fields.sex)}>
          <option value="unspecified">Not given</option>
          <option value="female">Female</option>
          <option value="male">Male</option>
        </SelectField>
        <SelectField label="Discipline" {...text(fields.disciplineId)}>
          <option value="">Choose …</option>
          <SportOptions sports={choices.sports} />
        </SelectField>
        <div className="grid grid-cols-[1fr_6rem] gap-2">
          <SelectField
            label="A second sport"
            hint="Both are weighed in what is asked; 30 % when no share is said."
            {...text(fields.secondDisciplineId)}
          >
            <option value="">None</option>
            <SportOptions sports={choices.sports} />
          </SelectField>
          <TextField label="Its share, %" inputMode="numeric" {...text(fields.secondPercent)} />
        </div>
        <SelectField
          label="Level"
          className="sm:col-span-2 sm:w-[calc(50%-0.625rem)]"
          hint="Novice: under 6 months of such work."
          {...text(fields.level)}
        >
          <option value="novice">Novice</option>
          <option value="trained">Trained</option>
          <option value="advanced">Advanced</option>
        </SelectField>
        <div className="grid grid-cols-[1fr_6rem] gap-2">
          <TextField label="Body mass" inputMode="decimal" {...text(fields.mass)} />
          <SelectField label="Unit" {...text(fields.massUnit)}>
            <option value="kg">kg</option>
            <option value="lb">lb</option>
          </SelectField>
        </div>
        <div className="grid grid-cols-[1fr_6rem] gap-2">
          <TextField label="Stature" inputMode="decimal" {...text(fields.stature)} />
          <SelectField label="Unit" {...text(fields.lengthUnit)}>
            <option value="cm">cm</option>
            <option value="in">in</option>
          </SelectField>
        </div>
      </div>

      <fieldset>
        <legend className="head text-2xl">Time for the trunk</legend>
        <div className="mt-3 grid gap-5 sm:grid-cols-2">
          <TextField
            label="Sessions a week"
            inputMode="numeric"
            hint="1 to 5"
            {...text(fields.sessionsPerWeek)}
          />
          <TextField
            label="Minutes a session"
            inputMode="numeric"
            hint="8 to 45"
            {...text(fields.minutesPerSession)}
          />
        </div>
        <p className="mt-4 font-bold">Days</p>
        <TickRow
          name={fields.weekdays.name}
          choices={days}
          isTicked={(day) => ticked(fields.weekdays, day)}
          errors={fields.weekdays.errors}
        />
        <SelectField
          label="Ground ends"
          className="mt-4 max-w-md"
          hint={`Mastered is breath and brace, owned or ${masteredFrom} % of its target, and a pelvis as level on both sides. Until then each plan has one more week of it.`}
          {...text(fields.groundEnds)}
        >
          <option value="date">when its weeks are over</option>
          <option value="mastery">when it is mastered</option>
        </SelectField>
        <div className="mt-3">
          <PhaseTimes field={fields.time} values={values.time} />
        </div>
      </fieldset>

      <fieldset>
        <legend className="head text-2xl">Way of working and kit</legend>
        <div className="mt-3 max-w-md">
          <SelectField
            label="School"
            hint="How the trunk is taught; it changes cues and which rungs are offered."
            {...text(fields.schoolId)}
          >
            <option value="practice">As the practice does</option>
            {choices.schools.map((school) => (
              <option key={school.id} value={school.id}>
                {school.name}
              </option>
            ))}
          </SelectField>
        </div>
        <p className="mt-4 font-bold">Kit at hand</p>
        <div className="grid gap-x-6 sm:grid-cols-2 lg:grid-cols-3">
          {choices.equipment.map((kit) => (
            <CheckField
              key={kit.id}
              label={kit.name}
              name={fields.kit.name}
              value={kit.id}
              defaultChecked={ticked(fields.kit, kit.id)}
            />
          ))}
        </div>
        <Places values={values.places} kit={choices.equipment} errors={form.allErrors} />
      </fieldset>

      <div>
        <label htmlFor={`${form.id}-note`} className="mb-1 block font-bold">
          Note
        </label>
        <textarea
          id={`${form.id}-note`}
          name="note"
          rows={3}
          defaultValue={values.note}
          className="field-input"
        />
        {fields.note.errors ? <p className="font-bold">▲ {fields.note.errors.join(' ')}</p> : null}
      </div>

      <FormError>{form.errors?.join(' ')}</FormError>
      <p className="flex gap-3">
        <Button look="next" disabled={busy}>
          {submitLabel}
        </Button>
        <ButtonLink look="quiet" to={cancelTo}>
          Leave without saving
        </ButtonLink>
      </p>
    </Form>
  );
}
