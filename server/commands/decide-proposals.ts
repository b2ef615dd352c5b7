import { z } from 'zod';
import { handMost } from '~/core/coach/by-hand';
import { isMove, lighterBy, movedBy, raises, type Taken, takenOf } from '~/core/coach/take';
import { type Issue, issue, refuse } from '~/core/result';
import {
  addOwned,
  decideAll,
  lockProposals,
  type ProposalRow,
  putUnderWay,
  setBefore,
  setTaken,
} from '~/db/queries/ladders';
import { type Principal, staffIdOf } from '../principal/principal';
import { stepIn } from '../principal/rows';
import { loadStanding, type Subject, subjectOf } from '../principal/subject';
import { command, done } from './command';
import { id } from './fields';
import { layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

/** What a coach makes of a proposal; what is not said stays as proposed. */
export const proposalChange = z.object({
  rungId: z.string().max(80).optional(),
  load: z.number('hand.load').min(0, 'hand.load').max(500, 'hand.load').nullable().optional(),
  sets: z.number('hand.sets').int('hand.sets').min(1, 'hand.sets').max(handMost.sets, 'hand.sets').optional(),
  amount: z.number('hand.amount').positive('hand.amount').max(handMost.amount, 'hand.amount').optional(),
});

type Taking = Taken & { readonly row: ProposalRow };

/** Why a proposal may not be taken as it is; empty when it may. */
function barsOf({ trade }: Principal, { gate }: Subject, { row, kind, to, edited }: Taking): Issue[] {
  const path = [row.id];
  if (!trade.hasRung(to.rungId)) return [issue('proposal.rung_gone', { id: to.rungId }, path)];
  const { name } = trade.rung(to.rungId);
  if (edited && trade.ladderOf(to.rungId).quality !== trade.ladder(row.ladderId).quality)
    return [issue('proposal.other_quality', { name }, path)];
  const { loadMost } = gate.rung(to.rungId);
  if (edited && to.load !== null && to.load > (loadMost ?? 0) + 1e-9)
    return [
      loadMost === undefined
        ? issue('bench.no_load', { name }, path)
        : issue('proposal.too_heavy', { name, load: to.load, most: Math.round(loadMost * 10) / 10 }, path),
    ];
  // Less of what was proposed is never refused; another exercise, or a heavier one, is asked for.
  const more = to.rungId !== row.after.rungId || (to.load ?? 0) > (row.after.load ?? 0);
  if (!more && !raises(kind)) return [];
  return gate
    .may('raise', { rungId: to.rungId })
    .map((bar) => issue('proposal.barred', { ...bar.values, name, bar: bar.code }, path));
}

/**
 * Decides open proposals: accepted ones move the athlete on their ladder, as proposed or as the coach changed them, and what
 * is left of the two weeks follows. More for a quality that is held, or for an exercise that is barred, is refused whole.
 */
export const decideProposals = command({
  title: 'proposal.decide',
  action: 'proposal.decide',
  input: z.object({
    athleteId: id,
    accept: z.array(id).max(60),
    reject: z.array(id).max(60),
    changes: z.record(id, proposalChange).default({}),
  }),
  async run(principal, { athleteId, accept, reject, changes }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const open = await lockProposals(principal.practiceId, athleteId, [...accept, ...reject]);
    const taken = open
      .filter((row) => accept.includes(row.id))
      .map(
        (row): Taking => ({
          row,
          ...takenOf(
            { kind: row.kind, before: stepIn(row.before), after: stepIn(row.after) },
            changes[row.id],
            principal.trade,
          ),
        }),
      );
    const barred = taken.flatMap((one) => barsOf(principal, held.value, one));
    if (barred.length > 0) return refuse(barred);
    const by = { staffId: staffIdOf(principal), at: principal.now };
    await decideAll(
      taken.map(({ row }) => row.id),
      'accepted',
      by,
    );
    await decideAll(
      open.filter((row) => !accept.includes(row.id)).map((row) => row.id),
      'rejected',
      by,
    );
    for (const { row, to, edited } of taken) if (edited) await setTaken(row.id, to);
    // The set-up goes with another exercise: it is kept, so that the decision can be taken back.
    for (const { row, from, to } of taken) {
      const setting = held.value.underWay.find(({ rungId }) => rungId === from.rungId)?.setting;
      if (setting && to.rungId !== from.rungId) await setBefore(row.id, { ...row.before, setting });
    }
    await addOwned(
      taken.flatMap(({ row }) => (row.owns ? [{ athleteId, rungId: row.owns, proposalId: row.id }] : [])),
    );
    const moving = taken.filter(isMove);
    await putUnderWay(
      movedBy(held.value.underWay, moving).map((row) => ({
        ...row,
        proposalId: moving.find(({ to }) => to.rungId === row.rungId)?.row.id ?? null,
        updatedAt: principal.now,
      })),
    );
    // The ladders have moved: read them again before laying out.
    const subject = await subjectOf(principal, athleteId);
    if (subject && open.length > 0)
      await layOutWeeks(
        principal,
        subject,
        await loadStanding(principal, subject),
        'follow',
        lighterBy(taken),
      );
    return done({ decided: open.length }, athleteId, {
      accepted: taken.length,
      changed: taken.filter(({ edited }) => edited).length,
      decided: open.length,
    });
  },
});
