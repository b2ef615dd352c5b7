import { planB } from '~/core/coach/lay-session';
import { prescriptionMinutes } from '~/core/dose/work';
import { formAt, type LiveItem } from './card';
import { settled, skippedAll } from './moves';
import { handOf, isRunning, type LiveState, openTurns } from './state';
import { fitting, isOpen, type LiveTurn, sameTurn } from './turns';

/** Another order, another step, fewer sets. */

/** An exercise goes on at another step. Where that has sides and this one had none, or the other way round, its sets follow. */
export function stepped(state: LiveState, item: LiveItem, step: number): LiveState {
  const steps = { ...state.steps, [item.id]: step };
  const { sided } = formAt(item, step);
  const was = formAt(item, state.steps[item.id] ?? 0).sided;
  if (sided === was) return { ...state, steps };
  const first = item.firstSide ?? 'left';
  const sides = sided ? ([first, first === 'left' ? 'right' : 'left'] as const) : (['both'] as const);
  const told = new Set<number>();
  const turns = state.turns.flatMap((turn): LiveTurn[] => {
    if (turn.itemId !== item.id || !isOpen(turn)) return [turn];
    if (told.has(turn.setNo)) return [];
    told.add(turn.setNo);
    return sides.map((side) => ({ itemId: item.id, setNo: turn.setNo, side }));
  });
  return { ...state, steps, turns };
}

/** Puts the open turns into another order, with the turns that are over before them. */
export function reordered(state: LiveState, open: readonly LiveTurn[]): LiveState {
  const turns = [...state.turns.filter((turn) => !isOpen(turn)), ...open];
  return settled({ ...state, turns, at: 0 });
}

export function short(state: LiveState, minutes: number | undefined): LiveState {
  if (isRunning(state)) return state;
  let stay: readonly LiveTurn[];
  if (minutes === undefined) {
    const timed = state.card.items.flatMap((item) => {
      const open = openTurns(state, item.id);
      const hand = handOf(state, open[0]);
      if (!hand) return [];
      const sets = new Set(open.map(({ setNo }) => setNo)).size;
      const work = { ...hand.form, sets, extraSetSide: null };
      return [
        { ...work, id: item.id, quality: item.quality, role: item.role, minutes: prescriptionMinutes(work) },
      ];
    });
    const [b] = planB(timed, state.card.focus);
    const numbers = [...new Set(openTurns(state, b?.id ?? '').map(({ setNo }) => setNo))].slice(0, b?.sets);
    stay = openTurns(state, b?.id ?? '').filter(({ setNo }) => numbers.includes(setNo));
  } else stay = fitting(state.card, state.turns, state.steps, minutes);
  const turns = skippedAll(state.turns, (turn) => !stay.some((one) => sameTurn(one, turn)), 'time');
  return settled({ ...state, turns });
}
