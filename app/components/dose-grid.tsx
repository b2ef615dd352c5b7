import { useState } from 'react';
import { Scroller } from '~/app/components/scroller';
import { weekText } from '~/app/lib/format';
import { addDays } from '~/core/body/dates';
import { quality, qualityIds, sideKeysOf } from '~/core/catalogue/qualities';
import { phaseNames } from '~/core/dose/phases';
import { counted } from '~/core/words/counted';
import { kindWords, type SeasonWeek } from './season-wall';

export interface DoseWeek extends SeasonWeek {
  minutesAvailable: number;
  reasons: string[];
  cells: { quality: string; side: string; dose: number; sets: number; tier: string }[];
}

/** Weeks as columns, qualities as rows, sets as area: a stone's height; beside it the picked week in words. */
export function DoseGrid({ weeks, today }: { weeks: readonly DoseWeek[]; today: string }) {
  const here = weeks.findIndex((week) => today >= week.startsOn && today <= addDays(week.startsOn, 6));
  const [picked, setPicked] = useState(Math.max(0, here));
  const week = weeks[picked];
  const names = weeks.map((week) => weekText(week.startsOn));
  const most = Math.max(1, ...weeks.flatMap((week) => week.cells.map((cell) => cell.sets)));
  const rows = qualityIds
    .flatMap((id) => sideKeysOf(id).map((side) => ({ id, side })))
    .filter((row) =>
      weeks.some((week) => week.cells.some((cell) => cell.quality === row.id && cell.side === row.side)),
    )
    .reverse();
  return (
    <div className="mt-6 grid gap-x-10 gap-y-6 xl:grid-cols-[minmax(0,1fr)_19rem]">
      <Scroller label="Weekly sets">
        <table
          style={{ minWidth: `calc(10.5rem + ${weeks.length * 28}px)` }}
          className="w-full table-fixed border-separate border-spacing-x-[2px] border-spacing-y-0"
          aria-label="Weekly sets by quality"
        >
          <tbody>
            {rows.map((row) => (
              <tr key={`${row.id}-${row.side}`}>
                <th scope="row" className="w-40 whitespace-nowrap pr-3 text-left text-aside font-normal">
                  {quality(row.id).name}
                  {row.side === 'both' ? '' : <span className="text-quiet"> {row.side}</span>}
                </th>
                {weeks.map((week, i) => {
                  const sets =
                    week.cells.find((cell) => cell.quality === row.id && cell.side === row.side)?.sets ?? 0;
                  const figure = counted(sets, 'set');
                  return (
                    <td
                      key={week.startsOn}
                      className={i === picked ? 'dose bg-sand' : 'dose'}
                      title={`${names[i]}: ${figure}`}
                      aria-label={figure}
                    >
                      {sets === 0 ? null : (
                        <div
                          className={week.kind === 'load' ? 'dose-load' : 'dose-low'}
                          style={{
                            [week.kind === 'load' ? 'borderBottomWidth' : 'height']:
                              `${Math.round(Math.max(2, (sets / most) * 25))}px`,
                          }}
                        />
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
            <tr>
              <th scope="row" className="pr-3 pt-1 text-left text-aside font-normal text-quiet">
                Week
              </th>
              {weeks.map((week, i) => (
                <td key={week.startsOn} className="p-0 pt-1 text-center">
                  <button
                    type="button"
                    onClick={() => setPicked(i)}
                    aria-pressed={i === picked}
                    aria-label={`Week ${i + 1}, ${names[i]}`}
                    className={`figures min-h-8 w-full text-fine ${i === picked ? 'bg-ink text-chalk' : i === here ? 'border-b-4 border-zest' : 'hover:bg-sand'}`}
                  >
                    {i + 1}
                  </button>
                  <span aria-hidden="true" className="figures hidden text-fine print:block">
                    {i + 1}
                  </span>
                </td>
              ))}
            </tr>
          </tbody>
        </table>
      </Scroller>
      {week ? (
        <section aria-live="polite" aria-label="The picked week" className="no-print">
          <h3 className="text-xl">
            Week {picked + 1}, {names[picked]}
          </h3>
          <p className="figures">
            {phaseNames[week.phase]}, {kindWords[week.kind]}: {week.minutes} of {week.minutesAvailable} min
            {week.retest ? ', retest' : ''}
          </p>
          <ul className="mt-2 list-inside list-['–_']">
            {week.reasons.map((reason) => (
              <li key={reason}>{reason}</li>
            ))}
          </ul>
          <table className="figures mt-3 w-full text-left text-aside">
            <tbody className="rule-list">
              {qualityIds.toReversed().map((id) => {
                const of = week.cells.filter((cell) => cell.quality === id);
                return of.length === 0 ? null : (
                  <tr key={id}>
                    <th scope="row" className="py-0.5 font-normal">
                      {quality(id).name}
                      {of[0]?.tier === 'main' ? <strong> first</strong> : null}
                    </th>
                    <td className="py-0.5 text-right">
                      {of
                        .map(
                          (cell) =>
                            `${cell.side === 'both' ? '' : cell.side === 'left' ? 'L ' : 'R '}${cell.sets}`,
                        )
                        .join('   ')}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className="mt-2 text-note text-quiet">Sets of the week; a sided quality counts each side.</p>
        </section>
      ) : null}
    </div>
  );
}
