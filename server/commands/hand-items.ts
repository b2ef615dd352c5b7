import type { Phase } from '~/core/catalogue/phases';
import {
  type HandFigures,
  handBars,
  handNotes,
  keptFigures,
  prescriptionByHand,
  usualFigures,
} from '~/core/coach/by-hand';
import { type Role, roleIn } from '~/core/coach/prescription';
import { type WeakerSide, weakerSides } from '~/core/link/weaker-sides';
import { type Issue, issue, type Result, refuse } from '~/core/result';
import { setById } from '~/db/queries/exercise-sets';
import { roleOf } from '../principal/sessions';
import { type AtHand, byHand, type SessionEdit } from './hand-session';
import { itemRow, type NewItem } from './session-rows';

/** The exercises of a session under a coach's hand. */

const weakerOf = ({ standing }: AtHand, quality: string): WeakerSide | undefined =>
  weakerSides(standing.linked.priorities)[quality as keyof ReturnType<typeof weakerSides>];

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
export function edited(
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
    return withRung(at, sent.rungId);
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

/** Sets of an exercise that is put beside the others. */
const setsBeside = 2;

/** The figures of an exercise that stands in a session. */
const figuresOf = (item: NewItem): HandFigures => ({
  sets: item.detail.wholeSets ?? item.sets,
  amount: item.amount,
  load: item.loadValue ?? null,
  lever: item.detail.lever ?? null,
  restS: item.restS,
  firstSide: item.detail.firstSide,
  oneMore: item.detail.extraSetSide !== null,
});

/**
 * The session with a rung beside the others, as the rules would ask it but for the figures given; where it stands already,
 * with those figures.
 */
export function withRung(
  at: AtHand,
  rungId: string,
  given: Partial<HandFigures> = {},
  setting: string | null = null,
): Result<Edited> {
  const { items } = at.session;
  const { trade } = at.principal;
  if (!trade.hasRung(rungId)) return refuse('hand.choose', {}, ['rungId']);
  const rung = trade.rung(rungId);
  const { quality } = trade.ladderOf(rungId);
  const there = items.find((item) => item.rungId === rungId);
  const made = handRow(
    at,
    {
      rungId,
      role: there ? roleOf(there) : roleIn(quality, 'accessory'),
      setting: setting ?? there?.detail.setting ?? null,
    },
    (phase) => ({
      ...(there
        ? figuresOf(there)
        : usualFigures(at.athlete, rung, phase, setsBeside, weakerOf(at, quality))),
      ...given,
    }),
    there?.detail.note ?? null,
  );
  if (!made.ok) return made;
  const { row, notes } = made.value;
  const said = issue(there ? 'hand.changed' : 'hand.added', { name: rung.name });
  return {
    ok: true,
    value: {
      items: there
        ? items.map((item) =>
            item === there
              ? { ...row, quality: there.quality, detail: { ...row.detail, pair: there.detail.pair ?? null } }
              : item,
          )
        : [...items, row],
      notes: [said, ...notes],
    },
  };
}

/** Exercises that take turns, set by set: A1, A2 and on, by the first letter no others of the session have. */
function taken(rows: readonly NewItem[], others: readonly NewItem[]): NewItem[] {
  const used = new Set(others.map(({ detail }) => detail.pair?.[0]));
  const letter = [...'ABCDEFGHIJKL'].find((one) => !used.has(one));
  if (letter === undefined || rows.length < 2) return [...rows];
  return rows.map((row, i) => ({ ...row, detail: { ...row.detail, pair: `${letter}${i + 1}` } }));
}

/** The session with all exercises of a kept set that may be done and are not in it yet; what is left out is said. */
export async function withSet(
  at: AtHand,
  { setId, inRounds }: Extract<SessionEdit, { op: 'add_set' }>,
): Promise<Result<Edited>> {
  const kept = await setById(at.principal.practiceId, setId);
  if (!kept) return refuse('kept.gone', {}, ['setId']);
  const { trade } = at.principal;
  const before: readonly NewItem[] = at.session.items;
  const added: NewItem[] = [];
  const notes: Issue[] = [];
  for (const exercise of kept.items) {
    const { rungId } = exercise;
    if (!trade.hasRung(rungId) || [...before, ...added].some((item) => item.rungId === rungId)) continue;
    const { quality } = trade.ladderOf(rungId);
    const made = handRow(
      at,
      { rungId, role: roleIn(quality, 'accessory'), setting: null },
      (phase) => keptFigures(at.athlete, exercise, phase, weakerOf(at, quality)),
      null,
    );
    if (made.ok) {
      added.push(made.value.row);
      notes.push(...made.value.notes);
    } else notes.push(...made.issues);
  }
  if (added.length === 0)
    return refuse(notes.length > 0 ? notes : [issue('kept.nothing', { name: kept.name })]);
  return {
    ok: true,
    value: {
      items: [...before, ...(inRounds ? taken(added, before) : added)],
      notes: [issue('hand.set_added', { name: kept.name }), ...notes],
    },
  };
}
