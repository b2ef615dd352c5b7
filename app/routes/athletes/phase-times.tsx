import type { FieldMetadata } from '@conform-to/react';
import { TextField } from '~/app/components/field';
import { Folded } from '~/app/components/folded';
import { type Phase, phases } from '~/core/catalogue/phases';
import { phaseAims, phaseNames } from '~/core/dose/phases';
import type { TimeGiven } from '~/core/people/time';
import { days, TickRow } from './day-checks';

/** Phases of the season with more or less time than usual. What is left empty is as usual. */

export interface TypedPhaseTime {
  sessions: string;
  minutes: string;
  days: string[];
}
export type TypedPhaseTimes = Record<Phase, TypedPhaseTime>;

/** Stored times as the form shows them. */
export const typedTimes = (stored: NonNullable<TimeGiven['timeIn']>): TypedPhaseTimes =>
  Object.fromEntries(
    phases.map((phase) => {
      const its = stored[phase];
      return [
        phase,
        {
          sessions: String(its?.sessionsPerWeek ?? ''),
          minutes: String(its?.minutesPerSession ?? ''),
          days: (its?.weekdays ?? []).map(String),
        },
      ];
    }),
  ) as TypedPhaseTimes;

export function PhaseTimes({
  field,
  values,
}: {
  field: FieldMetadata<TypedPhaseTimes>;
  values: TypedPhaseTimes;
}) {
  const parts = field.getFieldset();
  const said = phases.filter((phase) => {
    const its = values[phase];
    return its.sessions !== '' || its.minutes !== '' || its.days.length > 0;
  });
  const wrong = phases.some((phase) => {
    const its = parts[phase].getFieldset();
    return its.sessions.errors || its.minutes.errors || its.days.errors;
  });
  return (
    <Folded summary="Another time in some phases" asked={said.length > 0 || wrong}>
      <p className="mt-2 text-quiet">What is left empty is as usual.</p>
      <ul className="rule-list mt-2">
        {phases.map((phase) => {
          const its = parts[phase].getFieldset();
          const ticked = its.days.initialValue;
          return (
            <li key={phase}>
              <fieldset className="grid grid-cols-2 gap-x-4 gap-y-1 py-3 sm:grid-cols-[1fr_6rem_6rem]">
                <legend className="sr-only">{phaseNames[phase]}</legend>
                <p aria-hidden="true" className="max-sm:col-span-2">
                  <strong>{phaseNames[phase]}</strong>
                  <span className="block text-aside text-quiet">{phaseAims[phase]}</span>
                </p>
                <TextField
                  label="Sessions"
                  name={its.sessions.name}
                  inputMode="numeric"
                  defaultValue={its.sessions.initialValue ?? ''}
                  errors={its.sessions.errors}
                />
                <TextField
                  label="Minutes"
                  name={its.minutes.name}
                  inputMode="numeric"
                  defaultValue={its.minutes.initialValue ?? ''}
                  errors={its.minutes.errors}
                />
                <div className="col-span-full">
                  <TickRow
                    name={its.days.name}
                    choices={days}
                    isTicked={(day) => (Array.isArray(ticked) ? ticked.includes(day) : ticked === day)}
                  />
                </div>
              </fieldset>
            </li>
          );
        })}
      </ul>
    </Folded>
  );
}
