import { Form, useSearchParams, useSubmit } from 'react-router';

export interface BodyBarProps {
  athletes: readonly { id: string; name: string }[];
  massUnit: string;
  lengthUnit: string;
  athleteId: string | undefined;
  form: { mass: string; stature: string; sex: string };
  problems: readonly string[];
}

/** Whose numbers are shown: an athlete, or a body typed in. The address keeps it. */
export function BodyBar({ athletes, massUnit, lengthUnit, athleteId, form, problems }: BodyBarProps) {
  const [params] = useSearchParams();
  const submit = useSubmit();
  const kept = [...params].filter(([key]) => !['athlete', 'mass', 'stature', 'sex'].includes(key));
  return (
    <Form
      className="flex flex-wrap items-end gap-3"
      aria-label="Numbers for"
      onChange={(event) => {
        if (event.target instanceof HTMLSelectElement) void submit(event.currentTarget, { replace: true });
      }}
    >
      {kept.map(([key, value]) => (
        <input key={`${key} ${value}`} type="hidden" name={key} value={value} />
      ))}
      <label className="min-w-48 max-sm:grow">
        <span className="block text-aside text-quiet">Numbers for</span>
        <select
          name="athlete"
          defaultValue={athleteId ?? ''}
          key={athleteId ?? 'body'}
          className="field-input"
        >
          <option value="">a body of your choice</option>
          {athletes.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      {athleteId ? (
        <p className="figures py-2.5">
          {form.mass} {massUnit}, {form.stature} {lengthUnit}
        </p>
      ) : (
        <>
          {(
            [
              ['mass', `Mass, ${massUnit}`, 'mass'],
              ['stature', `Stature, ${lengthUnit}`, 'tature'],
            ] as const
          ).map(([name, label, word]) => (
            <label key={name} className="w-24">
              <span className="block text-aside text-quiet">{label}</span>
              <input
                name={name}
                inputMode="decimal"
                defaultValue={form[name]}
                aria-invalid={problems.some((problem) => problem.includes(word)) || undefined}
                aria-describedby={problems.length > 0 ? 'body-problems' : undefined}
                className="field-input"
              />
            </label>
          ))}
          <label>
            <span className="block text-aside text-quiet">Sex</span>
            <select name="sex" defaultValue={form.sex} className="field-input">
              <option value="female">Female</option>
              <option value="male">Male</option>
              <option value="unspecified">Not given</option>
            </select>
          </label>
          <button type="submit" className="min-h-11 border border-ink px-4 font-bold">
            Show
          </button>
        </>
      )}
      {problems.length > 0 ? (
        <p id="body-problems" role="alert" className="w-full font-bold">
          <span aria-hidden="true">▲ </span>
          {problems.join(' ')} Shown for a body of 70 kg and 175 cm.
        </p>
      ) : null}
    </Form>
  );
}
