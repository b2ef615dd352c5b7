import { TextField } from '~/app/components/field';
import type { OwnTarget } from '~/core/catalogue/edits';

const box = 'min-h-11 w-full border border-mortar bg-paper px-2';

/** Targets of our own for some athletes: by sex, age, sport and level; the narrowest that fits counts. */
export function TargetRows({
  targets,
  unit,
  sports,
  error,
}: {
  targets: readonly OwnTarget[];
  unit: string;
  sports: readonly { id: string; name: string }[];
  error: string | undefined;
}) {
  const rows: (Partial<OwnTarget> & { key: string })[] = [
    ...targets.map((target, i) => ({ ...target, key: `t${i}` })),
    { key: 'new' },
  ];
  return (
    <fieldset>
      <legend className="font-bold">Our own targets for some, {unit}</legend>
      <p className="text-aside text-quiet">
        The narrowest that fits counts. An empty figure takes a row out.
      </p>
      {error ? (
        <p role="alert" className="font-bold">
          ▲ {error}
        </p>
      ) : null}
      <ul className="mt-1 space-y-2">
        {rows.map((row, i) => {
          const label = row.key === 'new' ? 'New target' : `Target ${i + 1}`;
          return (
            <li
              key={row.key}
              className="grid grid-cols-2 items-end gap-2 sm:grid-cols-[5rem_6rem_9rem_1fr_1fr]"
            >
              <input
                name={`t${i}value`}
                aria-label={`${label}, ${unit}`}
                inputMode="decimal"
                placeholder={unit}
                defaultValue={row.value ?? ''}
                className={box}
              />
              <select
                name={`t${i}sex`}
                aria-label={`${label}, sex`}
                defaultValue={row.sex ?? ''}
                className={box}
              >
                <option value="">all</option>
                <option value="female">women</option>
                <option value="male">men</option>
              </select>
              <span className="flex items-center gap-1">
                <input
                  name={`t${i}from`}
                  aria-label={`${label}, from age`}
                  inputMode="numeric"
                  placeholder="age"
                  defaultValue={row.ageFrom ?? ''}
                  className={box}
                />
                to
                <input
                  name={`t${i}to`}
                  aria-label={`${label}, to age`}
                  inputMode="numeric"
                  placeholder="age"
                  defaultValue={row.ageTo ?? ''}
                  className={box}
                />
              </span>
              <select
                name={`t${i}sport`}
                aria-label={`${label}, sport`}
                defaultValue={row.sport ?? ''}
                className={box}
              >
                <option value="">every sport</option>
                {sports.map((sport) => (
                  <option key={sport.id} value={sport.id}>
                    {sport.name}
                  </option>
                ))}
              </select>
              <select
                name={`t${i}level`}
                aria-label={`${label}, level`}
                defaultValue={row.level ?? ''}
                className={box}
              >
                <option value="">every level</option>
                <option value="novice">novice</option>
                <option value="trained">trained</option>
                <option value="advanced">advanced</option>
              </select>
            </li>
          );
        })}
      </ul>
      <input type="hidden" name="targetRows" value={rows.length} />
    </fieldset>
  );
}

/** The typical error of one trial as the practice has found it. */
export function ErrorField({
  own,
  shipped,
  unit,
  errors,
}: {
  own: number | undefined;
  shipped: number;
  unit: string;
  errors: string[] | undefined;
}) {
  return (
    <TextField
      label={`Our own typical error, ${unit}`}
      name="typicalError"
      inputMode="decimal"
      hint={`Default ${shipped}. Found on the Trust page from repeats.`}
      defaultValue={own ?? ''}
      errors={errors}
    />
  );
}
