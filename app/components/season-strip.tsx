import clsx from 'clsx';
import { dayText, weekText } from '~/app/lib/format';
import { addDays } from '~/core/body/dates';
import { type Phase, phaseNames } from '~/core/plan/calendar';
import { Scroller } from './scroller';

export interface StripWeek {
  startsOn: string;
  phase: Phase;
  kind: string;
  retest: boolean;
  minutes: number;
}

export const kindWords: Readonly<Record<string, string>> = {
  black: 'blackout',
  sharpen: 'sharpen',
  restore: 'restore',
  event: 'event week',
  after: 'after the event',
  deload: 'deload',
  load: 'load',
};

/** Weeks as columns; height is minutes, low weeks are paler, blackout is hatched; this week carries the zest mark. */
export function SeasonStrip({
  weeks,
  events,
  today,
  small = false,
  of,
}: {
  weeks: readonly StripWeek[];
  events: readonly { name: string; onDate: string; priority: string }[];
  today: string;
  small?: boolean;
  /** Whose season, where several stand on one page. */
  of?: string;
}) {
  const most = Math.max(1, ...weeks.map((week) => week.minutes));
  const phases: { phase: Phase; from: number; span: number }[] = [];
  for (const [i, week] of weeks.entries()) {
    const last = phases.at(-1);
    if (last && last.phase === week.phase) last.span += 1;
    else phases.push({ phase: week.phase, from: i, span: 1 });
  }
  const columns = { gridTemplateColumns: `repeat(${weeks.length}, minmax(${small ? 6 : 22}px, 1fr))` };
  return (
    <Scroller label={of ? `Season of ${of}` : 'Season by weeks'}>
      <div className={clsx(!small && 'min-w-[40rem]')}>
        <div className="grid gap-[2px]" style={columns}>
          {phases.map((phase) => (
            <div
              key={phase.from}
              style={{ gridColumn: `${phase.from + 1} / span ${phase.span}` }}
              className={clsx('head truncate border-t-2 border-ink pt-0.5', small ? 'text-tag' : 'text-body')}
            >
              {phaseNames[phase.phase]}
            </div>
          ))}
        </div>
        <ol className="mt-1 grid items-end gap-[2px]" style={{ ...columns, height: small ? 30 : 92 }}>
          {weeks.map((week) => {
            const until = addDays(week.startsOn, 6);
            const here = today >= week.startsOn && today <= until;
            const held = events.filter((event) => event.onDate >= week.startsOn && event.onDate <= until);
            const title = `${weekText(week.startsOn)}: ${phaseNames[week.phase]}, ${kindWords[week.kind]}, ${week.minutes} min${week.retest ? ', retest' : ''}${held.map((e) => `, ${e.name}`).join('')}`;
            const share =
              week.kind === 'black' ? 100 : Math.max(6, (week.minutes / most) * (small ? 72 : 70));
            const mark = held.length > 0 ? '▼' : week.retest && !small ? '◇' : undefined;
            return (
              <li key={week.startsOn} title={title} className="week">
                <span className="sr-only">{title}</span>
                {held.length > 0 && !small ? (
                  <span aria-hidden="true" className="head text-center text-sm leading-none">
                    {held[0]?.priority}
                  </span>
                ) : null}
                {mark ? (
                  <span aria-hidden="true" className="text-center text-tag leading-none">
                    {mark}
                  </span>
                ) : null}
                <span
                  aria-hidden="true"
                  style={{ height: `${Math.round(share)}%` }}
                  className={clsx(
                    'week-bar',
                    week.kind === 'load'
                      ? 'week-load'
                      : week.kind === 'black'
                        ? 'week-black hatched'
                        : 'week-low',
                    here && 'week-here',
                  )}
                />
              </li>
            );
          })}
        </ol>
        {small ? null : (
          <p className="mt-1.5 flex flex-wrap justify-between gap-x-6 text-note text-quiet">
            <span>{weeks[0] ? dayText(weeks[0].startsOn) : ''}</span>
            <span>
              Dark: load week · pale: low week · hatched: blackout · ◇ retest · ▼ event · orange foot: this
              week
            </span>
            <span>{weeks.at(-1) ? dayText(addDays((weeks.at(-1) as StripWeek).startsOn, 6)) : ''}</span>
          </p>
        )}
      </div>
    </Scroller>
  );
}
