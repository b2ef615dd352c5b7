import { useState } from 'react';
import { Button } from '~/app/components/button';
import { CheckField, TextField } from '~/app/components/field';
import { phases } from '~/core/catalogue/phases';
import { phaseNames } from '~/core/dose/phases';
import { mostPlaces, type Place } from '~/core/people/places';
import { days, TickRow } from './day-checks';

/** Where an athlete trains beside the usual place: which days or phases, for how long, and with what. */

export interface TypedPlace {
  name: string;
  minutes: string;
  days: string[];
  phases: string[];
  kit: string[];
  from: string;
  to: string;
}

/** Stored places as the form shows them. */
export const typedPlaces = (stored: readonly Place[]): TypedPlace[] =>
  stored.map((place) => ({
    name: place.name,
    minutes: place.minutesPerSession === null ? '' : String(place.minutesPerSession),
    days: place.weekdays.map(String),
    phases: [...place.phases],
    kit: [...place.kit],
    from: place.from ?? '',
    to: place.to ?? '',
  }));

const phaseChoices = phases.map((phase) => [phase, phaseNames[phase]] as const);

export function Places({
  values,
  kit,
  errors,
}: {
  values: readonly TypedPlace[];
  kit: readonly { id: string; name: string }[];
  /** What is wrong, by the name of the field. */
  errors: Readonly<Record<string, string[] | null>>;
}) {
  const [slots, setSlots] = useState(() => values.map((_, slot) => slot));
  const wrongIn = (field: string) => errors[field] ?? undefined;
  return (
    <div className="mt-6">
      <p className="font-bold">Other places</p>
      <p className="text-quiet">
        Another kit on some days, in some phases or on a journey: the gym on Mondays, a bare hall in the Sport
        phase, a camp in January. Of two that fit a day a journey counts, then the first.
      </p>
      <ol className="rule-list mt-2">
        {slots.map((slot, i) => {
          const its = values[slot];
          const at = (part: string) => `places[${slot}].${part}`;
          return (
            <li key={slot} className="py-4">
              <fieldset>
                <legend className="sr-only">Place {i + 1}</legend>
                <div className="grid grid-cols-[1fr_7rem] gap-x-4">
                  <TextField
                    label="Name"
                    autoComplete="off"
                    name={at('name')}
                    defaultValue={its?.name ?? ''}
                    errors={wrongIn(at('name'))}
                  />
                  <TextField
                    label="Minutes"
                    inputMode="numeric"
                    hint="empty: as usual"
                    name={at('minutes')}
                    defaultValue={its?.minutes ?? ''}
                    errors={wrongIn(at('minutes'))}
                  />
                </div>
                <p className="mt-3 text-aside text-quiet">Days; none ticked is every day</p>
                <TickRow
                  name={at('days')}
                  choices={days}
                  isTicked={(day) => its?.days.includes(day) ?? false}
                />
                <p className="mt-1 text-aside text-quiet">Phases; none ticked is all of them</p>
                <TickRow
                  name={at('phases')}
                  choices={phaseChoices}
                  isTicked={(phase) => its?.phases.includes(phase) ?? false}
                />
                <p className="mt-1 text-aside text-quiet">On a journey, its first and its last day</p>
                <div className="mt-1 grid grid-cols-2 gap-x-4 sm:max-w-md">
                  <TextField
                    label="From"
                    type="date"
                    name={at('from')}
                    defaultValue={its?.from ?? ''}
                    errors={wrongIn(at('from'))}
                  />
                  <TextField
                    label="To"
                    type="date"
                    name={at('to')}
                    defaultValue={its?.to ?? ''}
                    errors={wrongIn(at('to'))}
                  />
                </div>
                <p className="mt-3 text-aside text-quiet">Kit there, instead of the usual</p>
                <div className="grid gap-x-6 sm:grid-cols-2 lg:grid-cols-3">
                  {kit.map(({ id, name }) => (
                    <CheckField
                      key={id}
                      label={name}
                      name={at('kit')}
                      value={id}
                      defaultChecked={its?.kit.includes(id) ?? false}
                    />
                  ))}
                </div>
                <Button
                  type="button"
                  look="quiet"
                  onClick={() => setSlots((before) => before.filter((one) => one !== slot))}
                >
                  Take place {i + 1} out
                </Button>
              </fieldset>
            </li>
          );
        })}
      </ol>
      {slots.length < mostPlaces ? (
        <Button
          type="button"
          look="quiet"
          onClick={() =>
            setSlots((before) => [
              ...before,
              [0, 1, 2].find((slot) => !before.includes(slot)) ?? before.length,
            ])
          }
        >
          Add a place
        </Button>
      ) : null}
    </div>
  );
}
