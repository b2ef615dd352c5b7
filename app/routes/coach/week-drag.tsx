import {
  type Announcements,
  type CollisionDetection,
  closestCenter,
  DndContext,
  type DragEndEvent,
  DragOverlay,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import GripVertical from 'lucide-react/icons/grip-vertical';
import { type ReactNode, useState } from 'react';
import { href, useFetcher } from 'react-router';
import { FormError } from '~/app/components/field';
import { weekdayText } from '~/app/lib/format';
import { issuesText } from '~/app/words/issue-text';
import type { Issue } from '~/core/result';
import type { ItemView, SessionView } from '~/server/views/session';
import { itemRowClass, SessionItem } from './session-items';

/** Exercises and sessions of a week moved by drag, with the pointer or the keys (Space, arrows, Space). */

type Held =
  | {
      readonly kind: 'item';
      readonly itemId: string;
      readonly session: SessionView;
      readonly at: number;
      readonly name: string;
    }
  | { readonly kind: 'session'; readonly session: SessionView; readonly name: string }
  | { readonly kind: 'end'; readonly session: SessionView; readonly name: string }
  | { readonly kind: 'day'; readonly onDate: string; readonly name: string };

const heldIn = (entry: { data: { current: unknown } } | null | undefined): Held | undefined =>
  entry?.data.current as Held | undefined;

/** Exercises land among exercises, sessions on days. */
const landing: CollisionDetection = (args) => {
  const kinds = heldIn(args.active)?.kind === 'session' ? ['day'] : ['item', 'end'];
  const droppableContainers = args.droppableContainers.filter((one) =>
    kinds.includes(heldIn(one)?.kind ?? ''),
  );
  const under = pointerWithin({ ...args, droppableContainers });
  return under.length > 0 ? under : closestCenter({ ...args, droppableContainers });
};

/** The edit that a drop asks for; undefined when it changes nothing. */
function editOf(held: Held, over: Held): Record<string, string | number> | undefined {
  if (held.kind === 'session') return over.kind === 'day' ? { op: 'to_day', onDate: over.onDate } : undefined;
  if (held.kind !== 'item' || (over.kind !== 'item' && over.kind !== 'end')) return undefined;
  const { itemId } = held;
  if (over.session.id === held.session.id) {
    const last = Math.max(...held.session.items.map(({ position }) => position));
    const at = over.kind === 'item' ? over.at : last;
    return at === held.at ? undefined : { op: 'place', itemId, at };
  }
  return {
    op: 'to_session',
    itemId,
    toSessionId: over.session.id,
    ...(over.kind === 'item' ? { at: over.at } : {}),
  };
}

const said = (over: Held | undefined): string => (over ? `over ${over.name}` : 'over nothing that takes it');
const announcements: Announcements = {
  onDragStart: ({ active }) => `${heldIn(active)?.name ?? ''} picked up.`,
  onDragOver: ({ active, over }) => `${heldIn(active)?.name ?? ''} is ${said(heldIn(over))}.`,
  onDragEnd: ({ active, over }) => `${heldIn(active)?.name ?? ''} was put down ${said(heldIn(over))}.`,
  onDragCancel: ({ active }) => `${heldIn(active)?.name ?? ''} stays where it was.`,
};

export function WeekDrag({
  athleteId,
  freeDays,
  children,
}: {
  athleteId: string;
  /** Days a session may be moved to. */
  freeDays: readonly string[];
  children: ReactNode;
}) {
  const fetcher = useFetcher<{ issues?: readonly Issue[] }>();
  const [held, setHeld] = useState<Held | undefined>();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const put = ({ active, over }: DragEndEvent) => {
    setHeld(undefined);
    const [from, to] = [heldIn(active), heldIn(over)];
    const edit = from && to && editOf(from, to);
    if (!edit || !from || !('session' in from)) return;
    const { id: sessionId, revision } = from.session;
    void fetcher.submit(
      { ...edit, revision, stay: 1 },
      {
        method: 'post',
        action: href('/athletes/:athleteId/coach/:sessionId/hand', { athleteId, sessionId }),
      },
    );
  };
  return (
    <DndContext
      id="week"
      sensors={sensors}
      collisionDetection={landing}
      accessibility={{
        announcements,
        screenReaderInstructions: {
          draggable: 'Space picks it up and puts it down, arrows move it, Escape leaves it where it was.',
        },
      }}
      onDragStart={({ active }) => setHeld(heldIn(active))}
      onDragEnd={put}
      onDragCancel={() => setHeld(undefined)}
    >
      {fetcher.data?.issues ? <FormError>{issuesText(fetcher.data.issues)}</FormError> : null}
      {held?.kind === 'session' ? (
        <ul aria-label="Free days" className="sticky top-0 z-20 mt-3 flex flex-wrap gap-2 bg-paper py-2">
          {freeDays.map((day) => (
            <FreeDay key={day} onDate={day} />
          ))}
        </ul>
      ) : null}
      {children}
      <DragOverlay>
        {held ? (
          <p className="inline-block border-2 border-ink bg-paper px-3 py-2 font-bold">{held.name}</p>
        ) : null}
      </DragOverlay>
    </DndContext>
  );
}

function FreeDay({ onDate }: { onDate: string }) {
  const name = weekdayText(onDate);
  const { setNodeRef, isOver } = useDroppable({ id: `day ${onDate}`, data: { kind: 'day', onDate, name } });
  return (
    <li
      ref={setNodeRef}
      className={`min-h-11 border-2 px-3 py-2 ${isOver ? 'border-ink bg-sand font-bold' : 'border-dashed border-mortar'}`}
    >
      {name}
    </li>
  );
}

const handleClass =
  'grid size-11 cursor-grab touch-none place-items-center rounded-[3px] text-quiet hover:bg-chalk hover:text-ink';

/** What a session is taken by. */
export function SessionHandle({ session }: { session: SessionView }) {
  const name = `The session of ${weekdayText(session.onDate)}`;
  const { setNodeRef, attributes, listeners } = useDraggable({
    id: `session ${session.id}`,
    data: { kind: 'session', session, name },
    attributes: { roleDescription: 'movable' },
  });
  return (
    <button
      type="button"
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      aria-label={`Move ${weekdayText(session.onDate)} to another day`}
      className={`${handleClass} -ml-3`}
    >
      <GripVertical aria-hidden="true" className="size-5" />
    </button>
  );
}

function DraggableItem({ item, at, session }: { item: ItemView; at: number; session: SessionView }) {
  const data: Held = { kind: 'item', itemId: item.id, session, at: item.position, name: item.name };
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition, isDragging } =
    useSortable({ id: `item ${item.id}`, data, attributes: { roleDescription: 'movable' } });
  return (
    <li
      ref={setNodeRef}
      style={{
        transform: transform ? `translate3d(0, ${Math.round(transform.y)}px, 0)` : undefined,
        transition: transition ?? undefined,
      }}
      className={`${itemRowClass} ${isDragging ? 'opacity-40' : ''}`}
    >
      <SessionItem
        item={item}
        at={at}
        handle={
          <button
            type="button"
            ref={setActivatorNodeRef}
            {...attributes}
            {...listeners}
            aria-label={`Move ${item.name}`}
            className={`${handleClass} -ml-3`}
          >
            <GripVertical aria-hidden="true" className="size-5" />
          </button>
        }
      />
    </li>
  );
}

/** The exercises of a session that is still to be done, each with something to take it by. */
export function DraggableItems({ session }: { session: SessionView }) {
  const name = `the end of ${weekdayText(session.onDate)}`;
  const { setNodeRef, isOver } = useDroppable({
    id: `end ${session.id}`,
    data: { kind: 'end', session, name },
  });
  return (
    <SortableContext
      items={session.items.map(({ id }) => `item ${id}`)}
      strategy={verticalListSortingStrategy}
    >
      <ol className="rule-list">
        {session.items.map((item, i) => (
          <DraggableItem key={item.id} item={item} at={i} session={session} />
        ))}
      </ol>
      <div ref={setNodeRef} className={`h-2 ${isOver ? 'bg-sand' : ''}`} />
    </SortableContext>
  );
}
