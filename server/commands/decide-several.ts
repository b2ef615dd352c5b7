import type { Issue } from '~/core/result';
import type { Principal } from '../principal/principal';
import { decideProposals } from './decide-proposals';

/**
 * Takes proposals of several athletes, athlete by athlete: each is decided whole or not at all, and what is refused for one leaves
 * the others taken. What is not among them stays open.
 */
export async function decideSeveral(
  principal: Principal,
  chosen: readonly { readonly id: string; readonly athleteId: string; readonly name: string }[],
): Promise<{
  taken: number;
  /** What was decided, by athlete: it may be taken back. */
  decided: { athleteId: string; ids: string[] }[];
  refused: { name: string; athleteId: string; issues: readonly Issue[] }[];
}> {
  const refused = [];
  const done = [];
  let taken = 0;
  for (const athleteId of new Set(chosen.map((proposal) => proposal.athleteId))) {
    const its = chosen.filter((proposal) => proposal.athleteId === athleteId);
    const decided = await decideProposals(principal, {
      athleteId,
      accept: its.map(({ id }) => id),
      reject: [],
    });
    if (decided.ok) {
      taken += decided.value.decided;
      if (decided.value.decided > 0) done.push({ athleteId, ids: its.map(({ id }) => id) });
    } else refused.push({ name: its[0]?.name ?? '', athleteId, issues: decided.issues });
  }
  return { taken, decided: done, refused };
}
