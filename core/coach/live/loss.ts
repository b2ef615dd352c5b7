import { heldByPain, judgePain, type PainRegion } from '~/core/clear/pain';
import { correctionMs, endAtOnce } from '~/core/screen/station/station';
import { type LiveFault, mayStep } from './card';
import { calm, ended, nextOpen, settled, skippedAll } from './moves';
import { stepped } from './rearrange';
import { atHand, doneSoFar, isRunning, type LiveState } from './state';

/** Loss of form, and pain. */

export function fault(state: LiveState, id: string, action: LiveFault['action'], atMs: number): LiveState {
  if (!isRunning(state) || action === 'allowed') return state;
  const done = doneSoFar(state, atMs);
  if (action === 'stop' || endAtOnce.has(id) || state.corrected.length > 0)
    return ended(state, atMs, done, id);
  if (state.phase === 'correcting') return ended(state, atMs, state.lost?.done ?? done, id);
  return { ...state, phase: 'correcting', lost: { faultId: id, done }, correctUntilMs: atMs + correctionMs };
}

/** Pain ends the exercise for the day, whatever follows; how much and where is asked at once. */
export function pain(state: LiveState, atMs: number): LiveState {
  if (state.phase === 'closing' || state.phase === 'sent' || state.phase === 'pain') return state;
  const hand = atHand(state);
  const stopped = isRunning(state) ? ended(state, atMs, doneSoFar(state, atMs), 'pain') : state;
  const itemId = hand?.turn.itemId;
  const turns = skippedAll(stopped.turns, (turn) => turn.itemId === itemId, 'pain');
  return {
    ...stopped,
    ...calm,
    turns,
    phase: 'pain',
    pausedAtMs: undefined,
    pain: { score: undefined, region: undefined, rungId: hand?.form.rungId ?? null },
  };
}

/** What the answer to a pain means: on, easier for what loads the place, or the end of the session. */
export function painTold(state: LiveState, score: number, region: PainRegion | undefined): LiveState {
  if (state.phase !== 'pain' || !state.pain) return state;
  const told = { ...state, pain: { ...state.pain, score, region } };
  if (score > 0 && region === undefined) return told;
  const closing = { ...state.closing, painScore: score, painRegion: region };
  const next = { ...told, closing };
  const verdict = judgePain(score, region, state.card.pain);
  if (verdict === 'end')
    return {
      ...next,
      turns: skippedAll(state.turns, () => true, 'pain'),
      at: state.turns.length,
      phase: 'closing',
    };
  const goOn = { ...next, at: nextOpen(next.turns, state.at) };
  if (verdict === 'go_on') return settled(goOn);
  const held: ReadonlySet<string> = new Set(heldByPain(region, []));
  let { turns, steps } = goOn;
  for (const item of state.card.items.filter(({ quality }) => held.has(quality))) {
    const step = steps[item.id] ?? 0;
    // Where nothing is easier there is nothing to swap it for.
    if (mayStep(item, step, -1)) ({ turns, steps } = stepped({ ...goOn, turns, steps }, item, step - 1));
    else turns = skippedAll(turns, ({ itemId }) => itemId === item.id, 'pain');
  }
  return settled({ ...goOn, turns, steps });
}
