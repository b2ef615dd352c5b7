import { z } from 'zod';
import type { Phase } from '~/core/catalogue/phases';
import { addFlexion, type Flexion } from '~/core/clear/flexion';
import { handMost, handSessionBars } from '~/core/coach/by-hand';
import { minutesOf, turnsLeft } from '~/core/coach/lay-session';
import { flexionOf } from '~/core/coach/within-gate';
import type { DoseAthlete } from '~/core/dose/athlete';
import type { Issue } from '~/core/result';
import { changeSession, insertSessions, type StoredSession, setAside } from '~/db/queries/sessions';
import type { Principal } from '../principal/principal';
import { bentIn, isBegun } from '../principal/sessions';
import type { AthleteStanding } from '../principal/subject';
import { day, id, line } from './fields';
import { carried, changeItems, changesKept, type NewItem, newSession, sameExercises } from './session-rows';

/** A session under a coach's hand: what may be sent, what is known of it, and how it is written. */

const figures = z.object({
  sets: z.number().int('hand.sets').min(1, 'hand.sets').max(handMost.sets, 'hand.sets'),
  amount: z.number('hand.amount').positive('hand.amount').max(handMost.amount, 'hand.amount'),
  load: z.number('hand.load').min(0, 'hand.load').max(500, 'hand.load').nullable(),
  /** cm or degrees; left out for the rung's own. */
  lever: z.number('hand.lever').nullable().default(null),
  restS: z.number('hand.rest').min(0, 'hand.rest').max(handMost.restS, 'hand.rest'),
  firstSide: z.enum(['left', 'right']).nullable(),
  oneMore: z.boolean(),
  note: line(0, 200, 'form.too_long'),
});

export const edit = z.discriminatedUnion('op', [
  z.object({ op: z.literal('change'), itemId: id, figures }),
  /** `lasting`: from now on, not on this day alone. */
  z.object({ op: z.literal('swap'), itemId: id, rungId: z.string().max(80), lasting: z.boolean() }),
  z.object({ op: z.literal('add'), rungId: z.string().max(80) }),
  /** All exercises of a set the practice keeps. */
  /** In rounds: its exercises take turns, set by set, as a circuit. */
  z.object({ op: z.literal('add_set'), setId: id, inRounds: z.boolean().default(false) }),
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

export interface AtHand {
  readonly principal: Principal;
  readonly standing: AthleteStanding;
  readonly athlete: DoseAthlete;
  readonly phase: Phase;
  readonly week: readonly StoredSession[];
  readonly session: StoredSession;
}

/** A row the coach's hand has been on: kept as it is when the week is made again. */
export const byHand = (row: NewItem, note?: string | null): NewItem => ({
  ...row,
  detail: { ...row.detail, byHand: true, note: note === undefined ? (row.detail.note ?? null) : note },
});

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
export const standsWith = (at: AtHand, items: readonly NewItem[]): Issue[] =>
  handSessionBars(at.athlete, worked(items), bentBeside(at));

export const noted = (at: AtHand, session: StoredSession, notes: readonly Issue[]) =>
  [
    ...session.changes,
    ...notes.map((what) => ({ at: at.principal.now.toISOString(), what: { ...what, path: [] } })),
  ].slice(-changesKept);

/** Writes a session's items anew; gives the id it now has. */
export async function write(
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
  const { practiceId, athleteId, seasonVersionId, weekStart, onDate, place } = session;
  const next = newSession(
    {
      practiceId,
      athleteId,
      seasonVersionId,
      weekStart,
      onDate,
      place,
      changes,
      createdAt: at.principal.now,
    },
    (sessionId) => placed.map((item, position) => carried(item, sessionId, position)),
  );
  await setAside([session.id]);
  await insertSessions([next]);
  return next.session.id;
}
