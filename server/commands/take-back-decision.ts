import { z } from 'zod';
import { isMove } from '~/core/coach/take';
import { type Issue, issue, refuse } from '~/core/result';
import { lockDecided, type ProposalRow, putUnderWay, reopen } from '~/db/queries/ladders';
import type { Principal } from '../principal/principal';
import { stepIn } from '../principal/rows';
import { loadStanding, subjectOf } from '../principal/subject';
import { dayIn } from '../principal/today';
import { command, done, standsAlready } from './command';
import { id } from './fields';
import { layOutWeeks } from './laying-out';
import { heldSubject } from './subject';

/**
 * Takes back what was decided today about some proposals: they are open again, the athlete is on the exercises of before, and
 * what is left of the two weeks follows. Refused whole where something was built on the decision since.
 */
export const takeBackDecision = command({
  title: 'proposal.take_back',
  action: 'proposal.decide',
  input: z.object({ athleteId: id, ids: z.array(id).min(1).max(60) }),
  async run(principal, { athleteId, ids }) {
    const { practiceId, today, timeZone, trade } = principal;
    const held = await heldSubject(principal, athleteId);
    if (!held.ok) return held;
    const decided = await lockDecided(practiceId, athleteId, ids);
    if (decided.length === 0) return standsAlready({ opened: 0 });
    const { underWay } = held.value;
    const stepOf = ({ kind, before, after, taken }: ProposalRow) => ({
      kind,
      from: stepIn(before),
      to: stepIn(taken ?? after),
      edited: taken !== null,
    });
    /** Whoever changed an exercise of that quality since meant it. */
    const changedSince = ({ id, after, decidedAt }: ProposalRow) =>
      trade.hasRung(after.rungId) &&
      underWay.some(
        ({ quality, proposalId, updatedAt }) =>
          quality === trade.ladderOf(after.rungId).quality &&
          proposalId !== id &&
          decidedAt !== null &&
          updatedAt > decidedAt,
      );
    const stands = ({ id, before }: ProposalRow) =>
      underWay.some(({ proposalId, rungId }) => proposalId === id || rungId === before.rungId);
    // Decided on another day, something newer proposed, or the exercise changed by somebody's hand.
    const late = decided.filter(
      ({ row, newer }) =>
        newer ||
        row.decidedAt === null ||
        dayIn(timeZone, row.decidedAt) !== today ||
        (row.status === 'accepted' && isMove(stepOf(row)) && !stands(row) && changedSince(row)),
    );
    if (late.length > 0)
      return refuse(
        late.map(({ row }) =>
          issue('proposal.built_on', {
            name: trade.hasRung(row.after.rungId) ? trade.rung(row.after.rungId).name : '',
          }),
        ),
      );
    const back = decided.flatMap(({ row }) => {
      const { ladderId, rungId, load = null, lever = null, setting } = row.before;
      // The same exercise may have moved at several places.
      return underWay
        .filter(({ proposalId }) => proposalId === row.id)
        .map((one) => ({
          ...one,
          ladderId,
          rungId,
          load,
          lever,
          setting: setting ?? (rungId === one.rungId ? one.setting : null),
          proposalId: null,
          updatedAt: principal.now,
        }));
    });
    await reopen(
      athleteId,
      decided.map(({ row }) => row.id),
    );
    await putUnderWay(back);
    const subject = await subjectOf(principal, athleteId);
    if (subject) await layOutWeeks(principal, subject, await loadStanding(principal, subject), 'follow');
    return done({ opened: decided.length }, athleteId, { opened: decided.length });
  },
});

/** Takes back decisions about several athletes, athlete by athlete; gives why some could not be. */
export async function takeBackSeveral(
  principal: Principal,
  decided: readonly { readonly athleteId: string; readonly ids: readonly string[] }[],
): Promise<readonly Issue[]> {
  const issues: Issue[] = [];
  for (const one of decided) {
    const back = await takeBackDecision(principal, { athleteId: one.athleteId, ids: [...one.ids] });
    if (!back.ok) issues.push(...back.issues);
  }
  return issues;
}
