import { Form, useLocation } from 'react-router';
import { Button } from '~/app/components/button';
import type { Lateness, Rotation } from '~/core/screen/battery/rotation';

const clockText = (minutes: number) =>
  `${Math.floor(minutes / 60)}:${String(Math.round(minutes % 60)).padStart(2, '0')}`;

/** Who is where when: a row an athlete, a column a station, each cell from when to when and with which tester. */
export function RotationTable({
  plan,
  stations,
  people,
  late,
}: {
  plan: Rotation;
  stations: readonly { id: string; name: string; maximal: boolean; restMinutes: number }[];
  people: readonly { id: string; name: string }[];
  late: readonly Lateness[];
}) {
  const lateOf = (id: string) => late.filter((told) => told.athleteId === id).at(-1);
  return (
    <div className="overflow-x-auto">
      <table className="figures w-full min-w-[36rem] text-left">
        <caption className="sr-only">Rotation, hours and minutes from the start</caption>
        <thead>
          <tr className="border-b-2 border-ink align-bottom">
            <th scope="col" className="py-2 pr-4 font-normal text-quiet">
              From the start, h:min
            </th>
            {stations.map((station) => (
              <th key={station.id} scope="col" className="py-2 pr-4">
                <span className="head text-2xl">{station.id}</span>
                <span className="block max-w-44 text-note font-normal leading-snug">{station.name}</span>
              </th>
            ))}
            <th scope="col" className="no-print py-2 font-normal text-quiet">
              Late
            </th>
          </tr>
        </thead>
        <tbody>
          {people.map((person) => {
            const mine = lateOf(person.id);
            const nowMin = Math.max(0, ...late.map((told) => told.knownMin));
            return (
              <tr key={person.id} className="border-b border-mortar">
                <th scope="row" className="py-1.5 pr-4 font-bold">
                  {person.name}
                </th>
                {stations.map((station) => {
                  const slot = plan.slots.find(
                    (planned) => planned.athleteId === person.id && planned.stationId === station.id,
                  );
                  return (
                    <td key={station.id} className="py-1.5 pr-4">
                      {slot ? (
                        <>
                          {clockText(slot.startMin)} to {clockText(slot.endMin)}{' '}
                          <span className="text-note text-quiet">tester {slot.tester}</span>
                        </>
                      ) : (
                        <span className="text-quiet">none</span>
                      )}
                    </td>
                  );
                })}
                <td className="no-print py-1.5">
                  {mine ? `from ${clockText(mine.untilMin)}` : null}
                  <details>
                    <summary className="cursor-pointer py-1 underline">
                      {mine ? 'later still' : 'is late'}
                    </summary>
                    <Form method="get" preventScrollReset className="flex flex-wrap items-end gap-2 py-1">
                      <KeepQuery late={late} />
                      <input type="hidden" name="lateId" value={person.id} />
                      <label>
                        It is minute
                        <input
                          name="knownMin"
                          type="number"
                          min={0}
                          max={600}
                          required
                          defaultValue={nowMin}
                          className="ml-1 min-h-11 w-20 border border-mortar bg-paper px-2"
                        />
                      </label>
                      <label>
                        comes at
                        <input
                          name="untilMin"
                          type="number"
                          min={0}
                          max={600}
                          required
                          defaultValue={nowMin + 15}
                          className="ml-1 min-h-11 w-20 border border-mortar bg-paper px-2"
                        />
                      </label>
                      <Button>Plan again</Button>
                    </Form>
                  </details>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** What the address says already, so that telling of somebody late adds to it. */
function KeepQuery({ late }: { late: readonly Lateness[] }) {
  const { search } = useLocation();
  const others = [...new URLSearchParams(search)].filter(
    ([name]) => !['late', 'lateId', 'knownMin', 'untilMin'].includes(name),
  );
  return (
    <>
      {others.map(([name, value]) => (
        <input key={`${name} ${value}`} type="hidden" name={name} value={value} />
      ))}
      {late.map((told) => (
        <input
          key={`${told.athleteId}${told.knownMin}`}
          type="hidden"
          name="late"
          value={`${told.athleteId}.${told.knownMin}.${told.untilMin}`}
        />
      ))}
    </>
  );
}
