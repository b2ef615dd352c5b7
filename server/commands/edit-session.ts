import { z } from 'zod';
import { addDays } from '~/core/body/dates';
import { athleteOn } from '~/core/coach/week-input';
import { placeNameOn } from '~/core/people/places';
import { weekOf } from '~/core/plan/season-input';
import { refuse } from '~/core/result';
import { putUnderWay } from '~/db/queries/ladders';
import { newestSeason } from '~/db/queries/plan';
import { lockSession, sessionById, sessionsBetween } from '~/db/queries/sessions';
import { loadDose } from '../principal/dose';
import { isBegun, isPassedOver, roleOf } from '../principal/sessions';
import { loadStanding } from '../principal/subject';
import { command, done } from './command';
import { id } from './fields';
import { edited, withSet } from './hand-items';
import { elsewhere } from './hand-moves';
import { type AtHand, edit, standsWith, write } from './hand-session';
import { heldSubject } from './subject';

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
    const phase = (newest && weekOf(newest.weeks, addDays(session.weekStart, 3)))?.phase ?? 'build';
    const at: AtHand = {
      principal,
      standing,
      athlete: athleteOn(standing, await loadDose(principal, held.value, standing), session.onDate, phase),
      phase,
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
    const made = sent.op === 'add_set' ? await withSet(at, sent) : edited(at, sent);
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
            place: placeNameOn(held.value.athlete, session.onDate, phase),
            ladderId: row.ladderId,
            rungId: row.rungId,
            load: row.loadValue ?? null,
            lever: row.detail.lever ?? null,
            setting: null,
            since: principal.today,
            updatedAt: principal.now,
          },
        ]);
    }
    return trail(await write(at, session, made.value.items, made.value.notes));
  },
});
