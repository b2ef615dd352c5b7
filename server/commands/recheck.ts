import { gateAt, recheckSession } from '~/core/coach/recheck';
import { changeItemCheck, changeSession, openSessions, type SessionRow } from '~/db/queries/sessions';
import type { Principal } from '../principal/principal';
import { type Subject, subjectOf } from '../principal/subject';

/** Changes a session keeps to tell; older ones have been seen. */
const changesKept = 20;

/** A coach's word on a session (skipped, missed) outlasts what the gate does to it. */
const stateAfter = (was: SessionRow['state'], calledOff: boolean): SessionRow['state'] =>
  was === 'planned' || was === 'called_off' ? (calledOff ? 'called_off' : 'planned') : was;

/**
 * Checks every session not yet done against the gate as it is after a change, in the transaction of that change. Withholds,
 * shortens, calls off or gives back, and notes each change for the coach. Gives how many sessions changed.
 */
export async function recheckOpenSessions(principal: Principal, athleteId: string): Promise<number> {
  const subject: Subject | undefined = await subjectOf(principal, athleteId);
  if (!subject) return 0;
  const sessions = await openSessions(principal.practiceId, athleteId, principal.today);
  let changed = 0;
  for (const session of sessions) {
    const found = recheckSession(gateAt(subject.gate, subject.athlete, session.place), principal.trade, {
      calledOff: session.state === 'called_off',
      items: session.items.map((item) => ({
        id: item.id,
        rungId: item.rungId,
        name: item.detail.name,
        unit: item.unit,
        amount: item.amount,
        loadValue: item.loadValue,
        check: { bars: item.bars, shownAmount: item.shownAmount, shownLoad: item.shownLoad },
      })),
    });
    for (const { itemId, check } of found.items)
      await changeItemCheck(itemId, {
        bars: [...check.bars],
        shownAmount: check.shownAmount,
        shownLoad: check.shownLoad,
      });
    if (found.changes.length === 0) continue;
    changed += 1;
    const at = principal.now.toISOString();
    await changeSession(session.id, {
      state: stateAfter(session.state, found.calledOff),
      changes: [...session.changes, ...found.changes.map((what) => ({ at, what }))].slice(-changesKept),
    });
  }
  return changed;
}
