import clsx from 'clsx';
import { dayText, weekText } from '~/app/lib/format';
import { addDays } from '~/core/body/dates';
import { type Phase, phaseNames } from '~/core/dose/phases';
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

/** A season as strips draw it. */
interface StripProps {
  weeks: readonly StripWeek[];
  events: readonly { name: string; onDate: string; priority: string }[];
  today: string;
}

interface DrawnWeek {
  readonly week: StripWeek;
  readonly title: string;
  readonly held: StripProps['events'];
  /** It is this week. */
  readonly here: boolean;
  /** Height of the bar, of 1. */
  readonly share: number;
  readonly look: string;
}

function drawn({ weeks, events, today }: StripProps): DrawnWeek[] {
  const most = Math.max(1, ...weeks.map((week) => week.minutes));
  return weeks.map((week) => {
    const until = addDays(week.startsOn, 6);
    const held = events.filter((event) => event.onDate >= week.startsOn && event.onDate <= until);
    const here = today >= week.startsOn && today <= until;
    return {
      week,
      held,
      here,
      title: `${weekText(week.startsOn)}: ${phaseNames[week.phase]}, ${kindWords[week.kind]}, ${week.minutes} min${week.retest ? ', retest' : ''}${held.map((e) => `, ${e.name}`).join('')}`,
      share: week.kind === 'black' ? 1 : Math.max(0.06, (week.minutes / most) * 0.7),
      look: clsx(
        'week-bar',
        week.kind === 'load' ? 'week-load' : week.kind === 'black' ? 'week-black hatched' : 'week-low',
        here && 'week-here',
      ),
    };
  });
}

/** Phases over their weeks. */
function Phases({ weeks, className }: { weeks: readonly StripWeek[]; className: string }) {
  const phases: { phase: Phase; from: number; span: number }[] = [];
  for (const [i, week] of weeks.entries()) {
    const last = phases.at(-1);
    if (last && last.phase === week.phase) last.span += 1;
    else phases.push({ phase: week.phase, from: i, span: 1 });
  }
  return phases.map((phase) => (
    <div
      key={phase.from}
      style={{ gridColumn: `${phase.from + 1} / span ${phase.span}` }}
      className={clsx('head truncate border-t-2 border-ink pt-0.5', className)}
    >
      {phaseNames[phase.phase]}
    </div>
  ));
}

const columnsOf = (weeks: readonly StripWeek[], leastPx: number) => ({
  gridTemplateColumns: `repeat(${weeks.length}, minmax(${leastPx}px, 1fr))`,
});

/** Weeks as columns; height is minutes, low weeks are paler, blackout is hatched; this week carries the zest mark. */
export function SeasonStrip({ weeks, events, today }: StripProps) {
  const columns = columnsOf(weeks, 22);
  const last = weeks.at(-1);
  return (
    <Scroller label="Season by weeks">
      <div className="min-w-[40rem]">
        <div className="grid gap-[2px]" style={columns}>
          <Phases weeks={weeks} className="text-body" />
        </div>
        <ol className="mt-1 grid items-end gap-[2px]" style={{ ...columns, height: 92 }}>
          {drawn({ weeks, events, today }).map(({ week, title, held, share, look }) => {
            const mark = held.length > 0 ? '▼' : week.retest ? '◇' : undefined;
            return (
              <li key={week.startsOn} title={title} className="week">
                <span className="sr-only">{title}</span>
                {held.length > 0 ? (
                  <span aria-hidden="true" className="head text-center text-sm leading-none">
                    {held[0]?.priority}
                  </span>
                ) : null}
                {mark ? (
                  <span aria-hidden="true" className="text-center text-tag leading-none">
                    {mark}
                  </span>
                ) : null}
                <span aria-hidden="true" style={{ height: `${Math.round(share * 100)}%` }} className={look} />
              </li>
            );
          })}
        </ol>
        <p className="mt-1.5 flex flex-wrap justify-between gap-x-6 text-note text-quiet">
          <span>{weeks[0] ? dayText(weeks[0].startsOn) : ''}</span>
          <span>
            Dark: load week · pale: low week · hatched: blackout · ◇ retest · ▼ event · orange foot: this week
          </span>
          <span>{last ? dayText(addDays(last.startsOn, 6)) : ''}</span>
        </p>
      </div>
    </Scroller>
  );
}

/**
 * The same in a line, where many stand under one another. Its bars are for the eye alone, a hundred list items would say
 * nothing to the ear: who listens is told the phases and this week.
 */
export function SmallStrip({ weeks, events, today, of }: StripProps & { of: string }) {
  const columns = columnsOf(weeks, 6);
  const bars = drawn({ weeks, events, today });
  const now = bars.find(({ here }) => here);
  return (
    <Scroller label={`Season of ${of}`}>
      <div className="grid gap-[2px]" style={columns}>
        <Phases weeks={weeks} className="text-tag" />
      </div>
      <p className="sr-only">{now ? `This week, ${now.title}` : 'This week lies outside it'}</p>
      <div aria-hidden="true" className="mt-1 grid h-[30px] items-end gap-[2px]" style={columns}>
        {bars.map(({ week, title, held, share, look }) => (
          <div
            key={week.startsOn}
            title={title}
            className={held.length > 0 ? `${look} week-event` : look}
            style={{ height: `${Math.round(share * 100)}%` }}
          />
        ))}
      </div>
    </Scroller>
  );
}
