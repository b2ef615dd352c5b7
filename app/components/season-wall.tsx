import { useId } from 'react';
import { dayText, weekText } from '~/app/lib/format';
import { addDays } from '~/core/body/dates';
import type { Phase } from '~/core/catalogue/phases';
import { phaseNames } from '~/core/dose/phases';
import { type Course, type LaidWeek, type Pier, wallOf } from '~/core/plan/wall';
import { counted } from '~/core/words/counted';
import { Scroller } from './scroller';

export interface SeasonWeek extends LaidWeek {
  phase: Phase;
  retest: boolean;
}

export const kindWords: Readonly<Record<string, string>> = {
  black: 'week off',
  sharpen: 'sharpen',
  restore: 'restore',
  event: 'event week',
  after: 'after the event',
  deload: 'low week',
  load: 'load week',
};

interface WallProps {
  weeks: readonly SeasonWeek[];
  events: readonly { name: string; onDate: string; priority: string }[];
  today: string;
}

/** A week in words, for its title and for the ear. */
function weekWords(week: SeasonWeek, events: WallProps['events']): string {
  const until = addDays(week.startsOn, 6);
  const held = events.filter(({ onDate }) => onDate >= week.startsOn && onDate <= until);
  return [
    `${weekText(week.startsOn)}: ${phaseNames[week.phase]}`,
    kindWords[week.kind] ?? week.kind,
    `${week.minutes} min`,
    ...(week.worked && week.worked.planned + week.worked.done > 0
      ? [`${week.worked.done} of ${counted(week.worked.planned, 'set')} done`]
      : []),
    ...(week.retest ? ['retest'] : []),
    ...held.map(({ name }) => name),
  ].join(', ');
}

/** A course of stones, or the opening of a week off. */
function CourseStones({ course, title }: { course: Course; title: string }) {
  const { x, y, width, height, state, laid, look, joints } = course;
  const seam = Math.min(1.2, height * 0.12);
  const full = Math.max(0.8, height - seam);
  // Laid from the ground up: what was not done of a week is missing at its top.
  const top = y + seam / 2 + full * (1 - laid);
  if (look === 'opening') {
    const arch = Math.min(width * 0.3, height * 0.55);
    return (
      <g>
        <title>{title}</title>
        <path
          d={`M${x + 0.6} ${y + height}V${y + seam}H${x + width - 0.6}V${y + height}`}
          className="wall-opening"
        />
        <path
          d={`M${x + width * 0.25} ${y + height}v${-(height - seam - arch)}a${width * 0.25} ${arch} 0 0 1 ${width * 0.5} 0v${height - seam - arch}`}
          className="wall-opening"
        />
      </g>
    );
  }
  return (
    <g className={`wall-${state}`}>
      <title>{title}</title>
      <rect
        x={x + 0.5}
        y={y + seam / 2}
        width={width - 1}
        height={Math.max(0.8, height - seam)}
        className={look === 'load' ? 'wall-stone' : 'wall-stone wall-low'}
      />
      {height > 5
        ? joints.map((joint) => (
            <path
              key={joint}
              d={`M${x + joint} ${y + seam / 2}v${Math.max(0.8, height - seam)}`}
              className="wall-joint"
            />
          ))
        : null}
      {laid > 0 ? (
        <rect x={x + 0.5} y={top} width={width - 1} height={full * laid} className="wall-laid" />
      ) : null}
      {laid > 0 && height > 5
        ? joints.map((joint) => (
            <path key={joint} d={`M${x + joint} ${top}v${full * laid}`} className="wall-joint-laid" />
          ))
        : null}
    </g>
  );
}

/** A pier from the ground up, with the pointer at the week that is being laid, so wide. */
function PierStones({ pier, titles, mark }: { pier: Pier; titles: readonly string[]; mark: number }) {
  const now = pier.courses.find(({ state }) => state === 'now');
  const half = mark * 0.6;
  return (
    <>
      {pier.courses.map((course) => (
        <CourseStones key={course.week} course={course} title={titles[course.week] ?? ''} />
      ))}
      {now ? (
        <path
          d={`M${now.x - mark + 1} ${now.y + now.height / 2 - half}l${mark} ${half}l${-mark} ${half}z`}
          className="wall-now-mark"
        >
          <title>{`This week. ${titles[now.week]}`}</title>
        </path>
      ) : null}
    </>
  );
}

/** What stands on a pier: a lintel with the letter of its event. */
function Lintel({ pier, letter, title }: { pier: Pier; letter: string; title: string }) {
  const { x, width, top } = pier;
  const over = 4;
  return (
    <g className="wall-event">
      <title>{title}</title>
      <path
        d={`M${x - over} ${top - 2}h${width + 2 * over}l${-over} ${-5}h${-width}zM${x + width * 0.22} ${top - 9}h${width * 0.56}v${-17}h${-width * 0.56}z`}
      />
      <text x={x + width / 2} y={top - 12.4} textAnchor="middle" className="head wall-letter">
        {letter}
      </text>
    </g>
  );
}

/**
 * The season as masonry: a pier for each block, laid week by week from the ground up. What is done is solid, what is ahead is
 * drawn; this week is the stone drawn out of its pier; an event stands on what was built for it.
 */
export function SeasonWall({ weeks, events, today }: WallProps) {
  const id = useId();
  const wall = wallOf(
    weeks,
    events.map(({ onDate }) => onDate),
    today,
    { pier: 46, gap: 15, height: 118, least: 4 },
  );
  const head = 34;
  const foot = 26;
  const last = weeks.at(-1);
  const titles = weeks.map((week) => weekWords(week, events));
  const phases = phasesOf(wall.piers);
  return (
    <Scroller label="Season by weeks">
      <svg
        role="img"
        aria-labelledby={id}
        viewBox={`-8 ${-(wall.height + head)} ${wall.width + 16} ${wall.height + head + foot}`}
        className="season-wall h-auto w-full"
        style={{ minWidth: `${Math.max(20, wall.width / 16)}rem`, maxHeight: '17rem' }}
        preserveAspectRatio="xMinYMax meet"
      >
        <title id={id}>The season laid week by week; every week stands in the list after it.</title>
        {wall.piers.map((pier) => (
          <g key={pier.x}>
            <PierStones pier={pier} titles={titles} mark={8} />
            {pier.courses
              .filter(({ week }) => weeks[week]?.retest)
              .map((course) => (
                <path
                  key={course.week}
                  d={`M${course.x + course.width + 1} ${course.y + course.height / 2}l4 -4l4 4l-4 4z`}
                  className="wall-retest"
                >
                  <title>{titles[course.week]}</title>
                </path>
              ))}
            {pier.events[0] === undefined ? null : (
              <Lintel
                pier={pier}
                letter={pier.events.map((i) => events[i]?.priority ?? '').join('')}
                title={pier.events.map((i) => events[i]?.name ?? '').join(', ')}
              />
            )}
          </g>
        ))}
        <path d={`M-8 0.6H${wall.width + 8}`} className="wall-ground" />
        {phases.map(({ phase, from, to }) => (
          <g key={from}>
            <path d={`M${from} 5H${to}`} className="wall-ground" />
            <text x={from} y={19} className="head wall-phase">
              {phaseNames[phase as Phase]}
            </text>
          </g>
        ))}
      </svg>
      <ol className="sr-only">
        {weeks.map((week, i) => (
          <li key={week.startsOn}>{titles[i]}</li>
        ))}
      </ol>
      <p className="mt-1.5 flex flex-wrap justify-between gap-x-6 text-note text-quiet">
        <span>{weeks[0] ? dayText(weeks[0].startsOn) : ''}</span>
        <span>
          Each course a week, as high as its minutes · filled as far as it was done · dotted: a low week ·
          arch: a week off · ◇ retest · the pointer: this week
        </span>
        <span>{last ? dayText(addDays(last.startsOn, 6)) : ''}</span>
      </p>
    </Scroller>
  );
}

function phasesOf(piers: readonly Pier[]): { phase: string; from: number; to: number }[] {
  const phases: { phase: string; from: number; to: number }[] = [];
  for (const { phase, x, width } of piers) {
    const last = phases.at(-1);
    if (last && last.phase === phase) last.to = x + width;
    else phases.push({ phase, from: x, to: x + width });
  }
  return phases;
}

/**
 * The same in a line, where many stand under one another. Its stones are for the eye alone, a hundred list items would say
 * nothing to the ear: who listens is told this week.
 */
export function SmallWall({ weeks, events, today, of }: WallProps & { of: string }) {
  const wall = wallOf(
    weeks.map(({ cells: _, ...week }) => week),
    events.map(({ onDate }) => onDate),
    today,
    { pier: 26, gap: 8, height: 30, least: 1.6 },
  );
  const titles = weeks.map((week) => weekWords(week, events));
  const now = weeks.find(({ startsOn }) => startsOn <= today && today <= addDays(startsOn, 6));
  return (
    <Scroller label={`Season of ${of}`}>
      <p className="sr-only">{now ? `This week, ${weekWords(now, events)}` : 'This week lies outside it'}</p>
      <svg
        aria-hidden="true"
        viewBox={`-6 -44 ${wall.width + 12} 58`}
        className="season-wall block"
        style={{ width: `${(wall.width + 12) / 16}rem`, maxWidth: 'none' }}
      >
        {wall.piers.map((pier) => (
          <g key={pier.x}>
            <PierStones pier={pier} titles={titles} mark={6} />
            {pier.events.length > 0 ? (
              <path
                d={`M${pier.x - 3} ${pier.top - 1.5}h${pier.width + 6}l-3 -3.5h${-pier.width}z`}
                className="wall-event"
              />
            ) : null}
          </g>
        ))}
        <path d={`M-6 0.5H${wall.width + 6}`} className="wall-ground" />
        {phasesOf(wall.piers).map(({ phase, from }) => (
          <text key={from} x={from} y={11} className="head wall-phase-small">
            {phaseNames[phase as Phase]}
          </text>
        ))}
      </svg>
    </Scroller>
  );
}
