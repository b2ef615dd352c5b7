import Redo from 'lucide-react/icons/redo-2';
import Undo from 'lucide-react/icons/undo-2';
import { useEffect, useRef, useState } from 'react';
import { Form, href, Link } from 'react-router';
import { tinykeys } from 'tinykeys';
import { Button, buttonClass } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { Notice } from '~/app/components/notice';
import { Scroller } from '~/app/components/scroller';
import { dayText, momentText } from '~/app/lib/format';
import { isTyping, useKeyHelp } from '~/app/lib/keys';
import { addDays } from '~/core/body/dates';
import type { LadderQuality } from '~/core/dose/choose';
import type { Lock } from '~/core/plan/hand/by-hand';
import {
  type Draft,
  inputWith,
  letGo,
  lockAsPlanned,
  lockOfCells,
  lockSets,
  moveBlackout,
  moveEdge,
  moveEvent,
  take,
} from '~/core/plan/hand/draft';
import type { PeriodiseInput, PlanWeek } from '~/core/plan/season';
import { counted } from '~/core/words/counted';
import { BlockEnd } from './block-end';
import { Collision } from './collision';
import { DoseBoard, type Picked } from './dose-board';
import { SportStrip } from './sport-strip';
import { BlackoutStrip, EventStrip, type OffMoved, PhaseStrip, WeekStrip } from './strips';
import { type Base, forgetDraft, useDesk } from './use-desk';
import type { Ends } from './use-ends';
import { Differences } from './versions';
import { WeekSheet } from './week-sheet';

/** Pixels of a week: from far all of them side by side where that can be, from near wide enough for figures. */
const zooms = ['season', 'block'] as const;
type Zoom = (typeof zooms)[number];
/** Under this nobody waits, and nobody is told. */
const noticedMs = 500;
const widthOf = (zoom: Zoom, weeks: number, room: number): number =>
  zoom === 'block' ? 58 : Math.max(24, Math.min(43, Math.floor((room - nameWidth) / Math.max(1, weeks))));
/** Pixels of the names beside the strips; what the page has for all of it before it is measured. */
const nameWidth = 148;
const usualRoom = 720;

/** How wide a part of the page is. */
function useRoom() {
  const part = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(usualRoom);
  useEffect(() => {
    if (!part.current) return;
    const seen = new ResizeObserver(([entry]) => setRoom(entry?.contentRect.width ?? usualRoom));
    seen.observe(part.current);
    return () => seen.disconnect();
  }, []);
  return { part, room };
}

const keys = [
  { key: '← ↑ ↓ →', says: 'another week or quality; along its strip what has the focus' },
  { key: '+ −', says: 'a set more or fewer' },
  { key: 'L', says: 'lock, or let go' },
  { key: 'Ctrl Z', says: 'undo' },
  { key: 'Ctrl Y', says: 'redo' },
] as const;

interface DeskProps {
  readonly athleteId: string;
  readonly today: string;
  readonly base: Base;
  readonly input: PeriodiseInput;
  readonly plannedAt: string;
  readonly ends: Ends;
  readonly first: Draft | undefined;
  /** Another version, laid beside it. */
  readonly beside: readonly PlanWeek[] | undefined;
  readonly newId: string;
  readonly busy: boolean;
  readonly error: string | undefined;
  /** Another version was kept since. */
  readonly other:
    | { readonly at: string; readonly by: string | null; readonly onTop: (mine: Draft) => void }
    | undefined;
}

export function HandDesk({
  athleteId,
  today,
  base,
  input,
  plannedAt,
  ends,
  first,
  beside,
  newId,
  busy,
  error,
  other,
}: DeskProps) {
  const desk = useDesk(base, input, first);
  const [zoom, setZoom] = useState<Zoom>('season');
  const [picked, setPicked] = useState<Picked>({ week: 0, quality: 'pelvic_level' });
  const { draft, weeks, colliding } = desk;
  const { part, room } = useRoom();
  const width = widthOf(zoom, weeks.length, room);
  const week = weeks[picked.week];
  const now = inputWith(input, draft);
  const isLocked = (startsOn: string, quality: LadderQuality) =>
    draft.locks.some((lock) => lock.startsOn === startsOn && lock.quality === quality);
  /** What is drawn dotted behind it: a version laid beside it, or how it stands once something is moved. */
  const compared = beside ?? (desk.changes > 0 ? base.weeks : undefined);
  const ofPhase = weeks.filter((one) => one.phase === week?.phase);

  /** A cell at so many sets; the weaker side keeps its own where that was locked. */
  const withSets = ({ week: at, quality }: Picked, sets: number): Draft => {
    const startsOn = weeks[at]?.startsOn;
    return startsOn ? lockSets(draft, { startsOn, quality, sets }) : draft;
  };
  const toggle = ({ week: at, quality }: Picked) => {
    const its = weeks[at];
    if (!its) return;
    desk.make(
      isLocked(its.startsOn, quality)
        ? letGo(draft, { startsOn: its.startsOn, quality })
        : lockSets(draft, lockOfCells(its.startsOn, quality, its.cells)),
    );
  };
  const toggleRow = (quality: LadderQuality) =>
    desk.make(
      draft.locks.some((lock) => lock.quality === quality)
        ? letGo(draft, { quality })
        : lockAsPlanned(draft, weeks, quality),
    );
  /** What lay on the desk when something was picked up: it is moved from there, not from where it has got to. */
  const origin = useRef({ draft, weeks });
  const strip = (move: (from: Draft, id: never, by: number) => Draft) => ({
    onStart: () => {
      origin.current = { draft, weeks };
    },
    onMove: (id: string | number | OffMoved, by: number) =>
      desk.show(move(origin.current.draft, id as never, by)),
    onDone: (id: string | number | OffMoved, by: number) =>
      desk.make(move(origin.current.draft, id as never, by)),
    onCancel: desk.putBack,
  });
  const eventMoved = (from: Draft, id: string, by: number): Draft => {
    const day = inputWith(input, from).events.find((event) => event.id === id)?.onDate;
    return day === undefined || by === 0 ? from : moveEvent(from, id, addDays(day, by));
  };
  const offMoved = (from: Draft, { id, end }: OffMoved, by: number): Draft => {
    const off = inputWith(input, from).blackouts.find((one) => one.id === id);
    return off && by !== 0
      ? moveBlackout(from, { ...off, id }, { from: end === 'to' ? 0 : by, to: end === 'from' ? 0 : by })
      : from;
  };
  const edgeMoved = (from: Draft, edge: number, by: number): Draft =>
    moveEdge(from, origin.current.weeks, edge, by);

  useKeyHelp(keys);
  const steps = useRef({ undo: desk.undo, redo: desk.redo });
  steps.current = { undo: desk.undo, redo: desk.redo };
  useEffect(
    () =>
      tinykeys(
        window,
        {
          '$mod+z': (event) => {
            event.preventDefault();
            steps.current.undo();
          },
          '$mod+y': (event) => {
            event.preventDefault();
            steps.current.redo();
          },
          '$mod+Shift+z': (event) => {
            event.preventDefault();
            steps.current.redo();
          },
        },
        { ignore: (event) => isTyping(event.target) },
      ),
    [],
  );

  const says = desk.failed
    ? 'It could not be solved here. What you set is kept in this tab; try again, or plan by the rules.'
    : desk.solving
      ? 'Solving …'
      : desk.changes === 0
        ? `As it stands since ${dayText(plannedAt.slice(0, 10), today)}${colliding ? '; planned again it could not all be kept' : ''}.`
        : colliding
          ? `${counted(desk.changes, 'change')}, not all of which can be kept.`
          : `${counted(desk.changes, 'change')}, solved${(desk.tookMs ?? 0) < noticedMs ? '' : ` in ${((desk.tookMs ?? 0) / 1000).toFixed(1)} s`}. Dotted: how it stands.`;

  return (
    <section aria-labelledby="by-hand">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <div>
          <h2 id="by-hand" className="text-3xl">
            The season by hand
          </h2>
          <p aria-live="polite" className="figures">
            {says}{' '}
            {desk.slow ? (
              <button type="button" className="underline" onClick={desk.stop}>
                Stop and undo
              </button>
            ) : null}
          </p>
        </div>
        <div className="flex flex-wrap items-center gap-2">
          <fieldset className="flex">
            <legend className="sr-only">How near</legend>
            {zooms.map((name) => (
              <label key={name} className="relative">
                <input
                  type="radio"
                  name="zoom"
                  checked={zoom === name}
                  onChange={() => setZoom(name)}
                  className="peer absolute inset-0 size-full cursor-pointer opacity-0"
                />
                <span className="grid min-h-11 place-items-center border border-mortar px-3 capitalize peer-checked:border-ink peer-checked:bg-ink peer-checked:text-chalk peer-focus-visible:outline-3 peer-focus-visible:outline-ink">
                  {name}
                </span>
              </label>
            ))}
          </fieldset>
          <Button type="button" look="quiet" onClick={desk.undo} disabled={!desk.canUndo} aria-label="Undo">
            <Undo aria-hidden="true" className="size-5" />
          </Button>
          <Button type="button" look="quiet" onClick={desk.redo} disabled={!desk.canRedo} aria-label="Redo">
            <Redo aria-hidden="true" className="size-5" />
          </Button>
          <KeepForm
            newId={newId}
            parentId={base.id}
            draft={draft}
            disabled={
              busy || desk.changes === 0 || desk.solving || colliding !== undefined || other !== undefined
            }
          />
          <Link to={href('/athletes/:athleteId/plan', { athleteId })} className={buttonClass('quiet')}>
            Leave it
          </Link>
        </div>
      </div>
      <FormError>{error ?? null}</FormError>
      {other ? (
        <Notice word="Somebody kept another version since" strong className="my-4">
          <p>
            {momentText(other.at)}
            {other.by ? `, by ${other.by}` : ''}. Nothing of yours is lost.
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button type="button" onClick={() => other.onTop(draft)}>
              Put mine on top of it
            </Button>
            <KeepForm
              newId={newId}
              parentId={base.id}
              draft={draft}
              aside
              disabled={busy || desk.changes === 0 || colliding !== undefined}
              onKeep={() => forgetDraft(base.id)}
            />
          </div>
        </Notice>
      ) : null}
      {colliding ? (
        <Collision colliding={colliding} onTake={(way) => desk.make(take(draft, way))} onUndo={desk.undo} />
      ) : null}
      <div className="mt-4 grid grid-cols-1 gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,1fr)_21rem]">
        <div ref={part} className="min-w-0">
          <Scroller label="The season by weeks" className="hand-scroller">
            <EventStrip
              events={now.events}
              weeks={weeks}
              width={width}
              today={today}
              {...strip(eventMoved)}
            />
            <BlackoutStrip blackouts={now.blackouts} weeks={weeks} width={width} {...strip(offMoved)} />
            <SportStrip training={now.training} weeks={weeks} width={width} />
            <PhaseStrip weeks={weeks} width={width} {...strip(edgeMoved)} />
            <DoseBoard
              weeks={weeks}
              ghost={compared}
              locks={draft.locks}
              width={width}
              picked={picked}
              onPick={setPicked}
              onDrag={(at, sets) => desk.show(withSets(at, sets))}
              onSet={(at, sets) => desk.make(withSets(at, sets))}
              onCancel={desk.putBack}
              onLock={toggle}
              onLockRow={toggleRow}
            />
            <WeekStrip
              weeks={weeks}
              width={width}
              today={today}
              picked={picked.week}
              onPick={(at) => setPicked({ ...picked, week: at })}
            />
            <p className="mt-2 text-note text-quiet">
              Drag a stone up or down for its sets, an event, days off or the edge of a phase along its strip;
              by keys: arrows, + and −, L. ■ locked.
            </p>
          </Scroller>
          {week ? (
            <BlockEnd
              weeks={weeks}
              was={compared}
              at={week.startsOn}
              today={today}
              ends={ends}
              athleteId={athleteId}
            />
          ) : null}
          {compared && !colliding ? (
            <section aria-labelledby="moved" className="mt-6">
              <h3 id="moved" className="text-xl">
                {beside ? 'From the one beside it' : 'What moves'}
              </h3>
              <Differences from={compared} to={weeks} />
            </section>
          ) : null}
        </div>
        <WeekSheet
          athleteId={athleteId}
          weeks={weeks}
          picked={picked}
          locks={draft.locks}
          giving={draft.giving}
          onGo={(at) => setPicked({ ...picked, week: at })}
          onSet={(lock: Lock) => desk.make(lockSets(draft, lock))}
          onLock={toggle}
          onLockWeek={() => desk.make(lockAsPlanned(draft, week ? [week] : []))}
          onLetGoWeek={() => desk.make(letGo(draft, { startsOn: week?.startsOn }))}
          onLockBlock={() => desk.make(lockAsPlanned(draft, ofPhase))}
          onLetGoBlock={() =>
            desk.make(ofPhase.reduce((all, { startsOn }) => letGo(all, { startsOn }), draft))
          }
          onGiveBack={(given) => desk.make({ ...draft, giving: draft.giving.filter((one) => one !== given) })}
        />
      </div>
    </section>
  );
}

/** Keeps what is on the desk, as the one that stands or beside it. */
function KeepForm({
  newId,
  parentId,
  draft,
  aside = false,
  disabled,
  onKeep,
}: {
  readonly newId: string;
  readonly parentId: string;
  readonly draft: Draft;
  readonly aside?: boolean;
  readonly disabled: boolean;
  readonly onKeep?: () => void;
}) {
  return (
    <Form method="post" onSubmit={onKeep}>
      <input type="hidden" name="id" value={newId} />
      <input type="hidden" name="parentId" value={parentId} />
      <input type="hidden" name="draft" value={JSON.stringify(draft)} />
      <Button
        name="intent"
        value={aside ? 'aside' : 'keep'}
        look={aside ? 'plain' : 'next'}
        disabled={disabled}
      >
        {aside ? 'Keep mine aside' : 'Keep this season'}
      </Button>
    </Form>
  );
}
