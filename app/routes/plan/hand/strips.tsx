import clsx from 'clsx';
import { type ReactNode, useRef, useState } from 'react';
import { dayText, weekText } from '~/app/lib/format';
import { addDays, daysBetween } from '~/core/body/dates';
import { phaseNames } from '~/core/dose/phases';
import type { Blackout, PlanEvent } from '~/core/plan/calendar';
import { startsOf } from '~/core/plan/hand/draft';
import type { PlanWeek } from '~/core/plan/season';
import { useDrag } from './drag';

/** What lies above the doses: events, days without training, phases. Each is moved along its strip. */

interface Along {
  /** Pixels of a week. */
  readonly width: number;
  readonly weeks: readonly PlanWeek[];
}

/** What is done with the thing of a strip: by how many steps it moved from where it was. */
interface Moves<Id> {
  readonly onStart: () => void;
  readonly onMove: (id: Id, by: number) => void;
  readonly onDone: (id: Id, by: number) => void;
  readonly onCancel: () => void;
}

/** A strip with its name, as wide as the weeks. */
export function Strip({
  name,
  width,
  weeks,
  tall = 'h-8',
  children,
}: Along & { readonly name: string; readonly tall?: string; readonly children: ReactNode }) {
  return (
    <div className="flex">
      <div className="hand-name text-quiet">{name}</div>
      <div
        className={clsx('relative shrink-0 border-b border-sand', tall)}
        style={{ width: `${width * weeks.length}px` }}
      >
        {children}
      </div>
    </div>
  );
}

interface HandleProps {
  readonly label: string;
  /** Where it is, in words. */
  readonly text: string;
  readonly now: number;
  readonly least: number;
  readonly most: number;
  readonly left: number;
  readonly size: number;
  /** Pixels of one step. */
  readonly pixels: number;
  readonly className?: string;
  readonly children?: ReactNode;
  readonly onStart: () => void;
  /** Steps from where it was, while it is dragged and where it was let go. */
  readonly onDrag: (steps: number) => void;
  readonly onDrop: (steps: number) => void;
  readonly onCancel: () => void;
  /** Larger steps, by Page Up and Page Down. */
  readonly large?: number;
}

/** Something that slides along its strip, by pointer, by finger or by arrow keys. */
function Handle({
  label,
  text,
  now,
  least,
  most,
  left,
  size,
  pixels,
  className,
  children,
  onStart,
  onDrag,
  onDrop,
  onCancel,
  large = 1,
}: HandleProps) {
  const [by, setBy] = useState(0);
  /** Where it was when the pointer went down: it moves along while it is dragged. */
  const from = useRef(now);
  const within = (steps: number, at = from.current) => Math.max(least - at, Math.min(most - at, steps));
  const stepsOf = (dx: number) => within(Math.round(dx / pixels));
  const drag = useDrag({
    touch: true,
    onStart: () => {
      from.current = now;
      onStart();
    },
    onMove: ({ dx }) => {
      const steps = stepsOf(dx);
      if (steps === by) return;
      setBy(steps);
      onDrag(steps);
    },
    onEnd: ({ dx }) => {
      setBy(0);
      onDrop(stepsOf(dx));
    },
    onCancel: () => {
      setBy(0);
      onCancel();
    },
  });
  const keys: Readonly<Record<string, number>> = {
    ArrowLeft: -1,
    ArrowDown: -1,
    ArrowRight: 1,
    ArrowUp: 1,
    PageDown: -large,
    PageUp: large,
  };
  return (
    <div
      {...drag}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={least}
      aria-valuemax={most}
      aria-valuenow={now}
      aria-valuetext={text}
      title={`${label}, ${text}`}
      className={clsx('hand-handle', className)}
      style={{ left: `${left}px`, width: `${size}px` }}
      onKeyDown={(event) => {
        const steps = keys[event.key];
        if (steps === undefined) return;
        event.preventDefault();
        onStart();
        onDrop(within(steps, now));
      }}
    >
      {children}
    </div>
  );
}

/** Phases with the edges between them. An edge moves by whole weeks. */
export function PhaseStrip({ weeks, width, onStart, onMove, onDone, onCancel }: Along & Moves<number>) {
  const starts = startsOf(weeks);
  const at = (day: string) => weeks.findIndex(({ startsOn }) => startsOn === day);
  return (
    <Strip name="Phases" weeks={weeks} width={width}>
      {starts.map(({ startsOn, phase }, i) => {
        const from = at(startsOn);
        const next = starts[i + 1];
        const to = next ? at(next.startsOn) : weeks.length;
        return (
          <div
            key={startsOn}
            className="hand-phase head"
            style={{ left: `${from * width}px`, width: `${(to - from) * width}px` }}
          >
            <span className="truncate">{phaseNames[phase]}</span>
          </div>
        );
      })}
      {starts.slice(1).map(({ startsOn, phase }, i) => {
        const edge = i + 1;
        // What follows the last event begins with it, wherever that lies.
        if (phase === 'restore' && edge === starts.length - 1) return null;
        const place = at(startsOn);
        const before = starts[edge - 1];
        const after = starts[edge + 1];
        return (
          <Handle
            key={phase + String(edge)}
            label={`${phaseNames[phase]} begins`}
            text={`week of ${dayText(startsOn)}`}
            now={place}
            least={at(before?.startsOn ?? startsOn) + 1}
            most={(after ? at(after.startsOn) : weeks.length) - 1}
            left={place * width - 11}
            size={22}
            pixels={width}
            className="hand-edge"
            large={2}
            onStart={onStart}
            onDrag={(steps) => onMove(edge, steps)}
            onDrop={(steps) => onDone(edge, steps)}
            onCancel={onCancel}
          />
        );
      })}
    </Strip>
  );
}

/** Events on their days. One moves by days, and not into the past. */
export function EventStrip({
  events,
  weeks,
  width,
  today,
  onStart,
  onMove,
  onDone,
  onCancel,
}: Along & {
  readonly events: readonly PlanEvent[];
  readonly today: string;
} & Moves<string>) {
  const first = weeks[0]?.startsOn ?? today;
  return (
    <Strip name="Events" weeks={weeks} width={width} tall="h-9">
      {events
        .filter(({ onDate }) => onDate >= first && onDate < addDays(first, weeks.length * 7))
        .map(({ id, name, onDate, priority }) => {
          const day = daysBetween(first, onDate);
          return (
            <Handle
              key={id}
              label={`${name}, ${priority} event`}
              text={dayText(onDate, today)}
              now={day}
              least={Math.max(0, daysBetween(first, today))}
              most={weeks.length * 7 - 1}
              left={((day + 0.5) * width) / 7 - 13}
              size={26}
              pixels={width / 7}
              className={clsx('hand-event head', onDate < today && 'opacity-60')}
              large={7}
              onStart={onStart}
              onDrag={(steps) => onMove(id, steps)}
              onDrop={(steps) => onDone(id, steps)}
              onCancel={onCancel}
            >
              {priority}
            </Handle>
          );
        })}
    </Strip>
  );
}

/** What of days off is moved: all of them, or one of their ends. */
export interface OffMoved {
  readonly id: string;
  readonly end: 'both' | 'from' | 'to';
}

/** Days without training: moved as they are, or one of their ends, by days. */
export function BlackoutStrip({
  blackouts,
  weeks,
  width,
  onStart,
  onMove,
  onDone,
  onCancel,
}: Along & {
  readonly blackouts: readonly Blackout[];
} & Moves<OffMoved>) {
  const first = weeks[0]?.startsOn;
  if (!first) return null;
  const days = weeks.length * 7;
  return (
    <Strip name="Days off" weeks={weeks} width={width} tall="h-6">
      {blackouts.flatMap((off) => {
        const { id } = off;
        if (id === undefined) return [];
        const from = daysBetween(first, off.from);
        const to = daysBetween(first, off.to) + 1;
        if (to <= 0 || from >= days) return [];
        const handle = (end: OffMoved['end']) => ({
          pixels: width / 7,
          large: 7,
          onStart,
          onDrag: (steps: number) => onMove({ id, end }, steps),
          onDrop: (steps: number) => onDone({ id, end }, steps),
          onCancel,
        });
        const ends = [
          {
            end: 'from',
            label: 'first day',
            day: from,
            text: off.from,
            least: Math.min(from, 0),
            most: to - 1,
          },
          { end: 'to', label: 'last day', day: to - 1, text: off.to, least: from, most: days - 1 },
        ] as const;
        return [
          <Handle
            key={id}
            label={`Days off: ${off.reason}`}
            text={`${dayText(off.from)} to ${dayText(off.to)}`}
            now={from}
            least={Math.min(from, 0)}
            most={days - 1}
            left={(Math.max(0, from) * width) / 7}
            size={Math.max(10, ((Math.min(days, to) - Math.max(0, from)) * width) / 7)}
            className="hand-off hatched"
            {...handle('both')}
          />,
          ...ends
            .filter(({ day }) => day >= 0 && day < days)
            .map(({ end, label, day, text, least, most }) => (
              <Handle
                key={`${id} ${end}`}
                label={`Days off, ${label}: ${off.reason}`}
                text={dayText(text)}
                now={day}
                least={least}
                most={most}
                left={((day + (end === 'to' ? 1 : 0)) * width) / 7 - 6}
                size={12}
                className="hand-edge"
                {...handle(end)}
              />
            )),
        ];
      })}
    </Strip>
  );
}

/** Weeks by number and first day; the picked one is a stone drawn out. */
export function WeekStrip({
  weeks,
  width,
  today,
  picked,
  onPick,
}: Along & { readonly today: string; readonly picked: number; readonly onPick: (week: number) => void }) {
  const wide = width >= 44;
  return (
    <Strip name="Week" weeks={weeks} width={width} tall="h-9">
      {weeks.map(({ startsOn, index }, i) => {
        const here = startsOn <= today && today <= addDays(startsOn, 6);
        return (
          <button
            key={startsOn}
            type="button"
            aria-pressed={i === picked}
            aria-label={`Week ${index + 1}, ${weekText(startsOn)}`}
            onClick={() => onPick(i)}
            className={clsx(
              'figures absolute inset-y-0 text-fine',
              i === picked ? 'bg-ink text-chalk' : here ? 'border-b-4 border-zest' : 'hover:bg-sand',
            )}
            style={{ left: `${i * width}px`, width: `${width}px` }}
          >
            {wide ? dayText(startsOn, startsOn) : index + 1}
          </button>
        );
      })}
    </Strip>
  );
}
