import type { LoggedSet, LogInput } from '~/core/coach/log-form';
import { counted, listed } from '~/core/words/counted';
import { type LiveState, leftOut } from './state';
import { type LiveTurn, type SkipReason, turnKey } from './turns';

/** What a session under way leaves behind: its sets one by one, and its log. */

/** Sets that were done, each with its number in the log: of two exercises that came to one rung the sets are counted on. */
export function doneSets(state: LiveState): { readonly key: string; readonly set: LoggedSet }[] {
  const done = state.turns.filter((turn): turn is LiveTurn & Required<Pick<LiveTurn, 'result'>> =>
    Boolean(turn.result),
  );
  const shared = (rungId: string) =>
    new Set(done.filter(({ result }) => result.rungId === rungId).map(({ itemId }) => itemId)).size > 1;
  const counts = new Map<string, number>();
  return done.map((turn) => {
    const { result, side } = turn;
    const { rungId, faultId } = result;
    const of = `${rungId}|${side}`;
    const count = (counts.get(of) ?? 0) + 1;
    counts.set(of, count);
    const planned = state.card.items.find(({ form }) => form.rungId === rungId)?.form;
    const otherwise =
      planned !== undefined &&
      (planned.amount !== result.asked ||
        planned.load?.value !== result.load?.value ||
        planned.lever !== result.lever);
    return {
      key: turnKey(turn),
      set: {
        rungId,
        setNo: shared(rungId) ? count : turn.setNo,
        side,
        done: Math.round(result.done * 10) / 10,
        faultId,
        // Nothing said is what was laid out: a load that was taken off has to be said.
        load: result.load ?? (planned?.load ? { by: planned.load.by, value: 0 } : null),
        ...(otherwise ? { asked: result.asked, lever: result.lever } : {}),
      },
    };
  });
}

const skipWords: Readonly<Record<SkipReason, string>> = {
  time: 'no time',
  kit: 'kit not there',
  tired: 'too tired',
  pain: 'pain',
  changed: 'taken off the card meanwhile',
  stopped: 'stopped before',
  other: 'left out',
};
export const skipWord = (reason: SkipReason): string => skipWords[reason];

/** What the sets do not say: what was put right, and what was left out and why. */
export function noteOf(state: LiveState): string {
  const names = new Map(
    state.card.items.flatMap((item) =>
      [item.form, ...item.easier, ...item.harder].flatMap(({ faults }) =>
        faults.map(({ id, name }) => [id, name] as const),
      ),
    ),
  );
  const corrected = state.card.items.flatMap((item) => {
    const its = state.turns
      .filter(({ itemId }) => itemId === item.id)
      .flatMap(({ result }) => result?.corrected ?? []);
    return [...new Set(its)].map((id) => {
      const times = its.filter((one) => one === id).length;
      const name = names.get(id)?.toLowerCase() ?? id;
      return `${item.form.name}: ${name}, put right ${times === 1 ? 'once' : counted(times, 'time')}`;
    });
  });
  const out = new Map<SkipReason, string[]>();
  for (const { item, reason } of leftOut(state))
    out.set(reason, [...(out.get(reason) ?? []), item.form.name]);
  const left = [...out].map(([reason, its]) => `Left out (${skipWords[reason]}): ${listed(its)}`);
  return [state.closing.note.trim(), ...corrected, ...left]
    .filter(Boolean)
    .map((line) => line.replace(/\.?$/, '.'))
    .join('\n')
    .slice(0, 1000);
}

/** What still has to be said before a session can be sent. */
export function stillAsked(state: LiveState): readonly ('effort' | 'pain' | 'region')[] {
  const { effort, painScore, painRegion } = state.closing;
  return [
    ...(effort === undefined ? (['effort'] as const) : []),
    ...(painScore === undefined ? (['pain'] as const) : []),
    ...((painScore ?? 0) > 0 && painRegion === undefined ? (['region'] as const) : []),
  ];
}

/**
 * The log of a session whose questions are answered; undefined while something is asked.
 *
 * @param id of the log, and of the pain that was told while it ran, made on the device
 * @param finishedAt when it was done, by the device's own clock
 */
export function logOf(
  state: LiveState,
  id: string,
  painId: string | null,
  finishedAt: string,
): LogInput | undefined {
  const { effort, painScore, painRegion } = state.closing;
  if (stillAsked(state).length > 0 || effort === undefined || painScore === undefined) return undefined;
  return {
    id,
    sessionId: state.card.sessionId,
    effort,
    painScore,
    painRegion: painScore > 0 ? (painRegion ?? null) : null,
    painPlaces: painScore > 0 ? [...(state.closing.painPlaces ?? [])] : [],
    sleepHours: state.closing.sleepHours ?? null,
    readiness: state.closing.readiness ?? null,
    note: noteOf(state),
    sets: doneSets(state).map(({ set }) => set),
    reserve: { ...state.reserve },
    mergeWith: null,
    corrects: null,
    onDate: null,
    unplannedFor: null,
    finishedAt,
    painId,
  };
}
