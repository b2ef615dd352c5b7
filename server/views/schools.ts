import { ladders, rulesOfTheTrade } from '~/core/catalogue';
import { type Dispute, lumbarSchema, positionSchema } from '~/core/catalogue/schema';
import type { Trade, TradeSchool } from '~/core/catalogue/trade';
import { schoolBar } from '~/core/clear/rung-bars';
import type { Principal } from '../principal/principal';
import { historyOf } from './catalogue';

/** The schools to choose among: hidden ones only where one is chosen already. */
export const offeredSchools = (trade: Trade, chosenId?: string | null) =>
  trade.schools
    .filter(({ id, hidden }) => !hidden || id === chosenId)
    .map(({ id, name, belief, instructions }) => ({ id, name, belief, instructions }));

/** What practitioners disagree on, with who does what and why. */
export function bothSides(trade: Trade, dispute: Dispute) {
  const name = (id: string) => trade.school(id).name;
  return {
    exercise: dispute.exercise,
    usedBy: dispute.used_by.map(name),
    avoidedBy: dispute.avoided_by.map(name),
    whyUsed: dispute.why_used,
    whyAvoided: dispute.why_avoided,
    default: dispute.default,
  };
}

/** Rungs that are still there, with where they stand. */
export const knownRungs = (trade: Trade, ids: readonly string[]) =>
  ids.filter(trade.hasRung).map((id) => ({ id, name: trade.rung(id).name, ladderId: trade.ladderOf(id).id }));

/** A school with the rungs it leaves out and why. */
const withLeftOut = (trade: Trade, school: TradeSchool) => ({
  ...school,
  copiedFrom: school.from === null ? null : trade.school(school.from).name,
  leavesOut: trade.ladders.flatMap((ladder) =>
    ladder.rungs.flatMap((rung) => {
      const [bar] = schoolBar(trade, ladder, rung, school.id);
      return bar ? [{ id: rung.id, name: rung.name, ladderId: ladder.id, bar }] : [];
    }),
  ),
});

/** All schools, what they disagree on, and the rules all of them keep. */
export function schoolsView({ trade }: Pick<Principal, 'trade'>) {
  return {
    ...rulesOfTheTrade,
    schools: trade.schools.map((school) => withLeftOut(trade, school)),
    disputes: trade.disputes.map((dispute) => ({
      id: dispute.id,
      ...bothSides(trade, dispute),
      rungs: knownRungs(trade, dispute.rungs),
    })),
  };
}

/** One school, whole, as it is read and changed; undefined when there is none of that id. */
export async function schoolView(principal: Principal, id: string) {
  const { trade, catalogue } = principal;
  const school = trade.schools.find((one) => one.id === id);
  if (!school) return undefined;
  return {
    ...withLeftOut(trade, school),
    positions: positionSchema.options.map((position) => ({ position, cue: school.words[position] })),
    lumbar: lumbarSchema.options.map((movement) => ({
      movement,
      avoided: school.avoid_lumbar.includes(movement),
    })),
    fits: ladders.map(({ id: ladderId }) => ({
      ladderId,
      name: trade.ladder(ladderId).name,
      fit: trade.ladder(ladderId).schools[id] ?? null,
    })),
    disputes: trade.disputes.map((dispute) => ({
      id: dispute.id,
      exercise: dispute.exercise,
      uses: dispute.used_by.includes(id),
    })),
    worksByIt: principal.schoolId === id,
    revision: catalogue.revision,
    history: await historyOf(principal, [id]),
  };
}
export type SchoolView = NonNullable<Awaited<ReturnType<typeof schoolView>>>;
