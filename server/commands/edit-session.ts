import { z } from 'zod';
import { addDays, weekStartOf } from '~/core/body/dates';
import { addFlexion, type Flexion } from '~/core/clear/flexion';
import {
  type HandFigures,
  handBars,
  handMost,
  handNotes,
  handSessionBars,
  keptFigures,
  prescriptionByHand,
  usualFigures,
} from '~/core/coach/by-hand';
import { flexionOf } from '~/core/coach/compose';
import { minutesOf, turnsLeft } from '~/core/coach/lay-session';
import { type Role, roleIn } from '~/core/coach/prescription';
import type { DoseAthlete } from '~/core/dose/athlete';
import type { Phase } from '~/core/dose/phases';
import { type WeakerSide, weakerSides } from '~/core/link/weaker-sides';
import { nearEvent } from '~/core/plan/days';
import { weekOf } from '~/core/plan/season-input';
import { type Issue, issue, type Result, refuse } from '~/core/result';
import { setById } from '~/db/queries/exercise-sets';
import { putUnderWay } from '~/db/queries/ladders';
import { newestSeason } from '~/db/queries/plan';
import {
  changeSession,
  insertSessions,
  lockSession,
  markByHand,
  moveSession,
  type StoredSession,
  sessionById,
  sessionsBetween,
  setAside,
} from '~/db/queries/sessions';
import { loadDose } from '../principal/dose';
import type { Principal } from '../principal/principal';
import { bentIn, isBegun, isPassedOver, roleOf } from '../principal/sessions';
import { type AthleteStanding, loadStanding } from '../principal/subject';
import { command, done } from './command';
import { day, id, line } from './fields';
import {
  carried,
  changeItems,
  changesKept,
  itemRow,
  type NewItem,
  newSession,
  sameExercises,
} from './session-rows';
import { heldSubject } from './subject';

const figures = z.object({
  sets: z.number().int('hand.sets').min(1, 'hand.sets').max(handMost.sets, 'hand.sets'),
  amount: z.number('hand.amount').positive('hand.amount').max(handMost.amount, 'hand.amount'),
  load: z.number('hand.load').min(0, 'hand.load').max(500, 'hand.load').nullable(),
  restS: z.number('hand.rest').min(0, 'hand.rest').max(handMost.restS, 'hand.rest'),
  firstSide: z.enum(['left', 'right']).nullable(),
  oneMore: z.boolean(),
  note: line(0, 200, 'form.too_long'),
});

const edit = z.discriminatedUnion('op', [
  z.object({ op: z.literal('change'), itemId: id, figures }),
  /** `lasting`: from now on, not on this day alone. */
  z.object({ op: z.literal('swap'), itemId: id, rungId: z.string().max(80), lasting: z.boolean() }),
  z.object({ op: z.literal('add'), rungId: z.string().max(80) }),
  /** All exercises of a set the practice keeps. */
  z.object({ op: z.literal('add_set'), setId: id }),
  z.object({ op: z.literal('remove'), itemId: id }),
  /** Counted from 0. */
  z.object({ op: z.literal('place'), itemId: id, at: z.number().int().min(0).max(40) }),
  /** `at` counted from 0; the last place without it. */
  z.object({
    op: z.literal('to_session'),
    itemId: id,
    toSessionId: id,
    at: z.number().int().min(0).max(40).nullable().default(null),
  }),
  z.object({ op: z.literal('to_day'), onDate: day }),
  /** Skipped (it will not be done), missed (it was not), or on again. */
  z.object({
    op: z.literal('stand'),
    state: z.enum(['skipped', 'missed', 'planned']),
    reason: line(0, 200, 'form.too_long'),
  }),
]);
export type SessionEdit = z.output<typeof edit>;

interface AtHand {
  readonly principal: Principal;
  readonly standing: AthleteStanding;
  readonly athlete: DoseAthlete;
  readonly phase: Phase;
  readonly week: readonly StoredSession[];
  readonly session: StoredSession;
}

const weakerOf = ({ standing }: AtHand, quality: string): WeakerSide | undefined =>
  weakerSides(standing.linked.priorities)[quality as keyof ReturnType<typeof weakerSides>];

/** A row the coach's hand has been on: kept as it is when the week is made again. */
const byHand = (row: NewItem, note?: string | null): NewItem => ({
  ...row,
  detail: { ...row.detail, byHand: true, note: note === undefined ? (row.detail.note ?? null) : note },
});

/** A row of a rung with figures, through the gate. */
function handRow(
  at: AtHand,
  about: { readonly rungId: string; readonly role: Role; readonly setting: string | null },
  wanted: (phase: Phase) => HandFigures,
  note: string | null,
): Result<{ row: NewItem; notes: Issue[] }> {
  const { athlete, phase, principal, session } = at;
  if (!principal.trade.hasRung(about.rungId)) return refuse('hand.choose', {}, ['rungId']);
  const rung = principal.trade.rung(about.rungId);
  const given = wanted(phase);
  const bars = handBars(athlete, rung, given);
  if (bars.length > 0) return refuse(bars);
  const made = prescriptionByHand({
    athlete,
    rung,
    quality: principal.trade.ladderOf(rung.id).quality,
    role: about.role,
    figures: given,
    phase,
    setting: about.setting,
  });
  return {
    ok: true,
    value: { row: byHand(itemRow(made, session.id, 0), note), notes: handNotes(made) },
  };
}

interface Edited {
  readonly items: readonly NewItem[];
  readonly notes: readonly Issue[];
}

/** The items of the session after an edit of one of them. */
function edited(
  at: AtHand,
  sent: Exclude<SessionEdit, { op: 'to_day' | 'to_session' | 'stand' | 'add_set' }>,
): Result<Edited> {
  const { items } = at.session;
  const { trade } = at.principal;
  const ok = (some: readonly NewItem[], ...notes: readonly Issue[]): Result<Edited> => ({
    ok: true,
    value: { items: some, notes },
  });
  if (sent.op === 'add') {
    if (items.some((item) => item.rungId === sent.rungId))
      return refuse('hand.there', { name: trade.rung(sent.rungId).name }, ['rungId']);
    if (!trade.hasRung(sent.rungId)) return refuse('hand.choose', {}, ['rungId']);
    const rung = trade.rung(sent.rungId);
    const { quality } = trade.ladderOf(sent.rungId);
    const made = handRow(
      at,
      { rungId: sent.rungId, role: roleIn(quality, 'accessory'), setting: null },
      (phase) => usualFigures(at.athlete, rung, phase, 2, weakerOf(at, quality)),
      null,
    );
    if (!made.ok) return made;
    return ok([...items, made.value.row], issue('hand.added', { name: rung.name }), ...made.value.notes);
  }
  const item = items.find((row) => row.id === sent.itemId);
  if (!item) return refuse('hand.item_gone');
  const others = items.filter((row) => row !== item);
  const { name } = item.detail;
  switch (sent.op) {
    case 'remove':
      return ok(others, issue('hand.removed', { name }));
    case 'place':
      return ok([...others.slice(0, sent.at), item, ...others.slice(sent.at)]);
    case 'change': {
      const made = handRow(
        at,
        { rungId: item.rungId, role: roleOf(item), setting: item.detail.setting ?? null },
        () => ({ ...sent.figures, load: sent.figures.load || null }),
        sent.figures.note || null,
      );
      if (!made.ok) return made;
      const row: NewItem = { ...made.value.row, quality: item.quality };
      row.detail = { ...row.detail, pair: item.detail.pair ?? null };
      return ok(
        items.map((one) => (one === item ? row : one)),
        issue('hand.changed', { name }),
        ...made.value.notes,
      );
    }
    case 'swap': {
      if (others.some((row) => row.rungId === sent.rungId))
        return refuse('hand.there', { name: trade.rung(sent.rungId).name }, ['rungId']);
      if (!trade.hasRung(sent.rungId)) return refuse('hand.choose', {}, ['rungId']);
      const rung = trade.rung(sent.rungId);
      const made = handRow(
        at,
        { rungId: rung.id, role: roleOf(item), setting: null },
        (phase) =>
          usualFigures(
            at.athlete,
            rung,
            phase,
            item.detail.wholeSets ?? item.sets,
            weakerOf(at, item.quality),
          ),
        item.detail.note ?? null,
      );
      if (!made.ok) return made;
      return ok(
        items.map((one) => (one === item ? made.value.row : one)),
        issue('hand.swapped', { name, to: rung.name }),
        ...made.value.notes,
      );
    }
  }
}

/** The session with all exercises of a kept set that may be done and are not in it yet; what is left out is said. */
async function withSet(at: AtHand, setId: string): Promise<Result<Edited>> {
  const kept = await setById(at.principal.practiceId, setId);
  if (!kept) return refuse('kept.gone', {}, ['setId']);
  const { trade } = at.principal;
  const items: NewItem[] = [...at.session.items];
  const notes: Issue[] = [];
  for (const exercise of kept.items) {
    const { rungId } = exercise;
    if (!trade.hasRung(rungId) || items.some((item) => item.rungId === rungId)) continue;
    const { quality } = trade.ladderOf(rungId);
    const made = handRow(
      at,
      { rungId, role: roleIn(quality, 'accessory'), setting: null },
      (phase) => keptFigures(at.athlete, exercise, phase, weakerOf(at, quality)),
      null,
    );
    if (made.ok) {
      items.push(made.value.row);
      notes.push(...made.value.notes);
    } else notes.push(...made.issues);
  }
  if (items.length === at.session.items.length)
    return refuse(notes.length > 0 ? notes : [issue('kept.nothing', { name: kept.name })]);
  return {
    ok: true,
    value: { items, notes: [issue('hand.set_added', { name: kept.name }), ...notes] },
  };
}

/** Rows as the gate weighs them. */
const worked = (items: readonly NewItem[]) =>
  items.map(({ rungId, unit, amount, sets, sided, detail: { tempo, extraSetSide } }) => ({
    rungId,
    unit,
    amount,
    sets,
    sided,
    tempo,
    extraSetSide,
  }));

/** What a week's other sessions still to be done bend, and what was logged in it. */
const bentBeside = ({ principal, week, session }: AtHand): Flexion =>
  addFlexion(
    bentIn(principal, week.filter(isBegun)),
    flexionOf(
      principal.trade,
      worked(
        week.filter((other) => other.id !== session.id && !isBegun(other)).flatMap(({ items }) => items),
      ),
    ),
  );

/** May the session stand with these items? */
const standsWith = (at: AtHand, items: readonly NewItem[]): Issue[] =>
  handSessionBars(at.athlete, worked(items), bentBeside(at));

const noted = (at: AtHand, session: StoredSession, notes: readonly Issue[]) =>
  [
    ...session.changes,
    ...notes.map((what) => ({ at: at.principal.now.toISOString(), what: { ...what, path: [] } })),
  ].slice(-changesKept);

/** Writes a session's items anew; gives the id it now has. */
async function write(
  at: AtHand,
  session: StoredSession,
  items: readonly NewItem[],
  notes: readonly Issue[],
): Promise<string> {
  const changes = noted(at, session, notes);
  const turns = turnsLeft(items.map((item) => item.detail.pair ?? null));
  const placed = items.map((item, i) => ({ ...item, detail: { ...item.detail, pair: turns[i] ?? null } }));
  if (sameExercises(session.items, placed)) {
    await changeItems(session.items, placed);
    await changeSession(session.id, {
      state: session.state,
      changes,
      minutes: Math.round(minutesOf(placed)),
    });
    return session.id;
  }
  const { practiceId, athleteId, seasonVersionId, weekStart, onDate } = session;
  const next = newSession(
    { practiceId, athleteId, seasonVersionId, weekStart, onDate, changes, createdAt: at.principal.now },
    (sessionId) => placed.map((item, position) => carried(item, sessionId, position)),
  );
  await setAside([session.id]);
  await insertSessions([next]);
  return next.session.id;
}

/** Weeks ahead of this one that are laid out: as far as a session can be moved. */
const weeksAhead = 1;

/** Moves a whole session to another day, of its week or of another one that is laid out. */
async function toDay(at: AtHand, onDate: string): Promise<Result<string>> {
  const { session, principal, standing } = at;
  const { today, firstWeekday, practiceId } = principal;
  const last = addDays(weekStartOf(today, firstWeekday), 7 * weeksAhead + 6);
  if (onDate < today || onDate > last) return refuse('hand.other_week', {}, ['onDate']);
  if (onDate === session.onDate) return { ok: true, value: session.id };
  const weekStart = weekStartOf(onDate, firstWeekday);
  const another = weekStart !== session.weekStart;
  const week = another
    ? await sessionsBetween(practiceId, session.athleteId, weekStart, addDays(weekStart, 6))
    : at.week;
  if (week.some((other) => other.onDate === onDate)) return refuse('hand.day_taken', { onDate }, ['onDate']);
  const bars = another ? standsWith({ ...at, week }, session.items) : [];
  if (bars.length > 0) return refuse(bars);
  const notes = [
    issue('hand.moved', { from: session.onDate, to: onDate }),
    ...(nearEvent(onDate, { events: standing.events }) ? [issue('hand.near_event', { onDate })] : []),
  ];
  await moveSession(session.id, {
    onDate,
    weekStart,
    // A missed one that gets another day is on again.
    state: isPassedOver(session) ? 'planned' : session.state,
    changes: noted(at, session, notes),
  });
  // Another week would lay it out anew: what was carried over stays as it is.
  if (another) await markByHand(session.items);
  return { ok: true, value: session.id };
}

/** A coach's word on whether a session is done at all. */
async function stand(
  at: AtHand,
  { state, reason }: Extract<SessionEdit, { op: 'stand' }>,
): Promise<Result<string>> {
  const { session, principal } = at;
  if (session.state === 'called_off' || session.state === 'unplanned') return refuse('hand.not_standing');
  if (state === 'missed' && session.onDate > principal.today)
    return refuse('hand.missed_ahead', { onDate: session.onDate });
  if (state === session.state) return { ok: true, value: session.id };
  await changeSession(session.id, {
    state,
    changes: noted(at, session, [issue(`hand.${state === 'planned' ? 'on_again' : state}`, { reason })]),
  });
  return { ok: true, value: session.id };
}

/** Moves one exercise into another session of the week. */
async function toSession(
  at: AtHand,
  { itemId, toSessionId, at: place }: Extract<SessionEdit, { op: 'to_session' }>,
): Promise<Result<string>> {
  const { session, week } = at;
  const item = session.items.find((row) => row.id === itemId);
  if (!item) return refuse('hand.item_gone');
  const other = week.find((one) => one.id === toSessionId && one.id !== session.id);
  if (!other || other.onDate < at.principal.today) return refuse('hand.no_session', {}, ['toSessionId']);
  if (isBegun(other) || isPassedOver(other)) return refuse('hand.begun', {}, ['toSessionId']);
  const { name } = item.detail;
  if (other.items.some((row) => row.rungId === item.rungId))
    return refuse('hand.there', { name }, ['toSessionId']);
  const added: NewItem[] = [...other.items];
  added.splice(place ?? added.length, 0, byHand({ ...item, detail: { ...item.detail, pair: null } }));
  const bars = standsWith({ ...at, session: other }, added).filter(({ code }) => code === 'hand.on_back');
  if (bars.length > 0) return refuse(bars);
  await write(at, other, added, [issue('hand.came', { name, onDate: session.onDate })]);
  const left = session.items.filter((row) => row !== item);
  return {
    ok: true,
    value: await write(at, session, left, [issue('hand.went', { name, onDate: other.onDate })]),
  };
}

/** Edits of a session as a whole, or of two. */
function elsewhere(
  at: AtHand,
  sent: Extract<SessionEdit, { op: 'to_day' | 'to_session' | 'stand' }>,
): Promise<Result<string>> {
  switch (sent.op) {
    case 'to_day':
      return toDay(at, sent.onDate);
    case 'to_session':
      return toSession(at, sent);
    case 'stand':
      return stand(at, sent);
  }
}

/**
 * A coach's hand on a session that is not begun: its exercises, their figures and order, and its day. What a hand has been on
 * is marked and stays when the week follows or is laid out again. Gives the id the session now has.
 */
export const editSession = command({
  title: 'session.edit',
  action: 'session.edit',
  input: z.object({
    athleteId: id,
    sessionId: id,
    /** Of the session as it was shown: an edit of something that has changed since is refused. */
    revision: z.number().int(),
    edit,
  }),
  async run(principal, { athleteId, sessionId, revision, edit: sent }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const withheld = held.value.gate.may('lay_out');
    if (withheld.length > 0) return refuse([...withheld]);
    await lockSession(principal.practiceId, sessionId);
    const session = await sessionById(principal.practiceId, sessionId);
    if (!session || session.athleteId !== athleteId) return refuse('session.gone');
    if (session.state === 'replaced' || session.revision !== revision) return refuse('hand.stale');
    if (isBegun(session)) return refuse('hand.begun');
    if (isPassedOver(session) && sent.op !== 'stand' && sent.op !== 'to_day')
      return refuse('hand.not_standing');
    if (session.onDate < principal.today && sent.op !== 'to_day' && sent.op !== 'stand')
      return refuse('hand.past');
    const standing = await loadStanding(principal, held.value);
    const newest = await newestSeason(principal.practiceId, athleteId);
    const at: AtHand = {
      principal,
      standing,
      athlete: await loadDose(principal, held.value, standing),
      phase: (newest && weekOf(newest.weeks, addDays(session.weekStart, 3)))?.phase ?? 'build',
      week: await sessionsBetween(
        principal.practiceId,
        athleteId,
        session.weekStart,
        addDays(session.weekStart, 6),
      ),
      session,
    };
    const trail = (sessionNow: string) =>
      done({ sessionId: sessionNow }, athleteId, { edit: sent.op, onDate: session.onDate });
    if (sent.op === 'to_day' || sent.op === 'to_session' || sent.op === 'stand') {
      const moved = await elsewhere(at, sent);
      return moved.ok ? trail(moved.value) : moved;
    }
    const made = sent.op === 'add_set' ? await withSet(at, sent.setId) : edited(at, sent);
    if (!made.ok) return made;
    // Taking work away is never refused for what is left of it.
    const bars = sent.op === 'remove' || sent.op === 'place' ? [] : standsWith(at, made.value.items);
    if (bars.length > 0) return refuse(bars);
    if (sent.op === 'swap' && sent.lasting) {
      const row = made.value.items.find((item) => item.rungId === sent.rungId);
      const before = session.items.find((item) => item.id === sent.itemId);
      if (row && before)
        await putUnderWay([
          {
            athleteId,
            quality: before.quality,
            role: roleOf(before),
            ladderId: row.ladderId,
            rungId: row.rungId,
            load: row.loadValue ?? null,
            setting: null,
            since: principal.today,
            updatedAt: principal.now,
          },
        ]);
    }
    return trail(await write(at, session, made.value.items, made.value.notes));
  },
});
