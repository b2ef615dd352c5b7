import { z } from 'zod';
import { type Issue, issue, refuse } from '~/core/result';
import { decideAll, lockProposals, moveOnLadders } from '~/db/queries/ladders';
import { loadStanding, subjectOf } from '../principal/subject';
import { command, done } from './command';
import { id } from './fields';
import { type Lighter, layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

/** Kinds that ask for more than before; they pass the gate. */
const raises: readonly string[] = ['next_rung', 'more'];
/** Kinds that lead to another rung or load, and kinds that ask for less next time. */
const moving: readonly string[] = ['next_rung', 'more', 'back', 'hold_quality'];
const easing: readonly string[] = ['back', 'less', 'shorter', 'hold_quality'];

/**
 * Decides open proposals: accepted ones move the athlete on their ladder, and what is left of the two weeks is laid out
 * anew. More for a quality that is held, or for an exercise that is barred, is refused whole.
 */
export const decideProposals = command({
  title: 'proposal.decide',
  action: 'proposal.decide',
  input: z.object({ athleteId: id, accept: z.array(id).max(60), reject: z.array(id).max(60) }),
  async run(principal, { athleteId, accept, reject }) {
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const { gate } = held.value;
    const { trade } = principal;
    const open = await lockProposals(principal.practiceId, athleteId, [...accept, ...reject]);
    const barred = open.flatMap((proposal): Issue[] => {
      if (!accept.includes(proposal.id)) return [];
      const to = proposal.after.rungId;
      if (!trade.hasRung(to)) return [issue('proposal.rung_gone', { id: to }, [proposal.id])];
      if (!raises.includes(proposal.kind)) return [];
      return gate
        .may('raise', { rungId: to })
        .map((bar) =>
          issue('proposal.barred', { ...bar.values, name: trade.rung(to).name, bar: bar.code }, [
            proposal.id,
          ]),
        );
    });
    if (barred.length > 0) return refuse(barred);
    const accepted = open.filter(({ id }) => accept.includes(id));
    const idsOf = (rows: readonly { readonly id: string }[]) => rows.map(({ id }) => id);
    await decideAll(idsOf(accepted), 'accepted', principal.staffId);
    await decideAll(idsOf(open.filter(({ id }) => !accept.includes(id))), 'rejected', principal.staffId);
    await moveOnLadders(
      athleteId,
      principal.today,
      accepted.map((proposal) => ({ ...proposal, moves: moving.includes(proposal.kind) })),
    );
    // Less than before holds for the next session only; from then on the limits speak again.
    const lighter: Lighter = new Map(
      accepted
        .filter(({ kind }) => easing.includes(kind))
        .map(({ after }) => [after.rungId, { sets: after.sets, amount: after.amount }]),
    );
    // The ladders have moved: read them again before laying out.
    const subject = await subjectOf(principal, athleteId);
    if (subject && open.length > 0)
      await layOutWeeks(principal, subject, await loadStanding(principal, subject), 'follow', lighter);
    return done({ decided: open.length }, athleteId, {
      accepted: accepted.length,
      decided: open.length,
    });
  },
});
