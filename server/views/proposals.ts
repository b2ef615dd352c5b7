import { addDays } from '~/core/body/dates';
import type { Load } from '~/core/body/posture';
import { qualityName } from '~/core/catalogue';
import { inField, loadField } from '~/core/catalogue/rung-load';
import type { Gate } from '~/core/clear/gate';
import { minutesOf } from '~/core/coach/lay-session';
import { setupText, workText } from '~/core/coach/prescription';
import { insideRamp } from '~/core/coach/progress';
import { redose } from '~/core/coach/redose';
import type { Step } from '~/core/coach/steps';
import {
  lighten,
  lighterBy,
  movedBy,
  type ProposalChange,
  proposalGroups,
  raises,
  takenOf,
} from '~/core/coach/take';
import { redoseInput } from '~/core/coach/week-input';
import type { DoseAthlete } from '~/core/dose/athlete';
import { limitsOf } from '~/core/dose/limits';
import { loadsFor } from '~/core/dose/loads';
import { phaseRules } from '~/core/dose/phases';
import { amountText } from '~/core/dose/work';
import { weekOf } from '~/core/plan/season-input';
import type { Issue } from '~/core/result';
import { rosterRows } from '~/db/queries/athletes';
import { openProposals, ownedInPractice, type ProposalRow, practiceProposals } from '~/db/queries/ladders';
import { newestSeason } from '~/db/queries/plan';
import { type StoredSession, sessionsBetween } from '~/db/queries/sessions';
import { can } from '../principal/can';
import { loadDose } from '../principal/dose';
import { forAthlete, type Principal } from '../principal/principal';
import { loadIn, stepIn, toPlanWeek, toUnderWay } from '../principal/rows';
import { bentIn, isBegun, isByHand, isOpen, toDosed } from '../principal/sessions';
import { type AthleteStanding, gateFor, type Subject } from '../principal/subject';

/** What logs propose: for an athlete, for the whole practice, and what it would make of the cards. */

/** "Full plank, 3 x 20 s, 4 kg vest" of a step. */
export function stepText(
  { trade, loads }: Pick<Principal, 'trade' | 'loads'>,
  { rungId, sets, amount, load, lever }: Step,
): string {
  const rung = trade.rung(rungId);
  return [
    rung.name,
    `${sets} \u00d7 ${amountText(amount, rung.unit)}`,
    setupText(rung, { load: load ? { by: rung.load.by, value: load } : null, lever }, loads),
  ]
    .filter(Boolean)
    .join(', ');
}

/** A proposal as lists show it. What cannot be accepted now begins unticked, and says why. */
export function proposalView(principal: Principal, gate: Gate, row: ProposalRow) {
  const { trade } = principal;
  const [before, after] = [stepIn(row.before), stepIn(row.after)];
  return {
    id: row.id,
    group: proposalGroups.find(({ kinds }) => (kinds as readonly string[]).includes(row.kind))?.id ?? 'stay',
    quality: qualityName(trade.ladder(row.ladderId).quality),
    from: stepText(principal, before),
    to: stepText(principal, after),
    reason: row.reason,
    /** Dose and minutes of it in a session, before and after; null for one made before they were written down. */
    effect: row.effect,
    inRamp: row.effect === null || insideRamp(row.effect),
    bars: raises(row.kind) ? gate.may('raise', { rungId: row.after.rungId }) : ([] as readonly Issue[]),
  };
}
export type ProposalView = ReturnType<typeof proposalView>;

/** What a coach may make of each proposal: rungs of its ladder with their limits, loads there are, sets and amount. */
function choicesOf(principal: Principal, subject: Subject, dosed: DoseAthlete, rows: readonly ProposalRow[]) {
  const { trade } = principal;
  return Object.fromEntries(
    rows
      .filter((row) => trade.hasRung(row.after.rungId))
      .map((row) => {
        const ladder = trade.ladderOf(row.after.rungId);
        const to = trade.rung(row.after.rungId);
        const field = loadField(to.load.by, principal.loads);
        return [
          row.id,
          {
            rungId: to.id,
            sets: row.after.sets,
            amount: row.after.amount,
            unit: to.unit,
            load: field && row.after.load ? inField(row.after.load, field) : null,
            loadField: field ?? null,
            loads: field
              ? loadsFor(dosed, to, phaseRules.load.kilograms)
                  .slice(0, 8)
                  .map((value) => inField(value, field))
              : [],
            rungs: ladder.rungs
              .filter((rung) => rung.id === to.id || subject.gate.rung(rung.id).bars.length === 0)
              .map((rung) => {
                const { weaker } = limitsOf(
                  dosed,
                  rung,
                  rung.id === to.id ? (row.after.load ?? 0) : undefined,
                );
                return {
                  id: rung.id,
                  name: rung.name,
                  limit: amountText(Math.round(weaker.amount), rung.unit),
                };
              }),
          },
        ];
      }),
  );
}

/** Everything that is proposed in the practice, by what it changes; numbers for the head of the page. */
export async function practiceProposalsView(principal: Principal) {
  const { practiceId, today } = principal;
  const [rows, owned, people] = await Promise.all([
    practiceProposals(practiceId),
    ownedInPractice(practiceId),
    rosterRows(practiceId, today, []),
  ]);
  const kits = new Map(people.map(({ id, kit }) => [id, kit]));
  const gates = new Map(
    people
      .filter(({ id }) => rows.some(({ proposal }) => proposal.athleteId === id))
      .map(({ id, clearances, flags, ...athlete }) => [
        id,
        gateFor(principal, {
          athlete,
          forms: clearances,
          agreements: clearances.flatMap((form) => form.agreements),
          flags,
          owned: owned.filter((row) => row.athleteId === id).map(({ rungId }) => rungId),
        }),
      ]),
  );
  const shown = rows.flatMap(({ proposal, givenName, familyName }) => {
    const gate = gates.get(proposal.athleteId);
    return gate
      ? [
          {
            ...proposalView(
              forAthlete(principal, { kit: kits.get(proposal.athleteId) ?? [] }),
              gate,
              proposal,
            ),
            athleteId: proposal.athleteId,
            name: `${givenName} ${familyName}`,
          },
        ]
      : [];
  });
  return {
    athletes: new Set(shown.map(({ athleteId }) => athleteId)).size,
    changes: shown.length,
    overRamp: shown.filter(({ inRamp }) => !inRamp).length,
    barred: shown.filter(({ bars }) => bars.length > 0).length,
    mayDecide: can(principal, 'proposal.decide'),
    groups: proposalGroups
      .map(({ id, name }) => ({ id, name, proposals: shown.filter(({ group }) => group === id) }))
      .filter(({ proposals }) => proposals.length > 0),
  };
}

/** What a session asks, line by line: "Full plank, 3 x 20 s". */
type Line = { readonly name: string; readonly work: string };

const lineOf = (
  { trade, loads }: Pick<Principal, 'trade' | 'loads'>,
  item: Parameters<typeof workText>[0] & {
    name: string;
    rungId: string;
    load: Load | null;
    lever: number | null;
  },
): Line => ({
  name: item.name,
  work: [workText(item), setupText(trade.rung(item.rungId), item, loads)].filter(Boolean).join(', '),
});

/**
 * The cards still to be done of this week and the next, before and after some proposals are taken: the same rules as when
 * they are. Nothing is written.
 */
export async function proposalPreview(
  by: Principal,
  subject: Subject,
  standing: AthleteStanding,
  accept: readonly string[],
  changes: Readonly<Record<string, ProposalChange>>,
) {
  const principal = forAthlete(by, subject.athlete);
  const { trade, practiceId, today } = principal;
  const athleteId = subject.athlete.id;
  const [rows, newest, dosed] = await Promise.all([
    openProposals(practiceId, athleteId),
    newestSeason(practiceId, athleteId),
    loadDose(principal, subject, standing),
  ]);
  const choices = choicesOf(principal, subject, dosed, rows);
  if (!newest) return { choices, sessions: [] };
  const taken = rows
    .filter(({ id }) => accept.includes(id))
    .map((row) =>
      takenOf(
        { kind: row.kind, before: stepIn(row.before), after: stepIn(row.after) },
        changes[row.id],
        trade,
      ),
    )
    .filter(({ to }) => trade.hasRung(to.rungId));
  const underWay = subject.underWay.map(toUnderWay);
  const moved = movedBy(underWay, taken);
  const after = underWay.map(
    (one) =>
      moved.find(
        ({ quality, role, place }) => quality === one.quality && role === one.role && place === one.place,
      ) ?? one,
  );
  const lighter = new Map(lighterBy(taken));
  const sessions = [];
  for (const day of [today, addDays(today, 7)]) {
    const row = weekOf(newest.weeks, day);
    if (!row) continue;
    const week = toPlanWeek(row);
    const stored = await sessionsBetween(practiceId, athleteId, week.startsOn, addDays(week.startsOn, 6));
    for (const session of stored.filter((one) => isOpen(one, today))) {
      const byHand = session.items.filter(isByHand);
      const made = redose(
        redoseInput(standing, dosed, {
          week,
          onDate: session.onDate,
          underWay: after,
          byHandMinutes: minutesOf(byHand),
          bent: bentIn(principal, stored.filter(isBegun)),
        }),
        session.items.filter((item) => !isByHand(item)).map(toDosed),
      );
      const items = lighten(made.items, lighter);
      const before = session.items.map((item) => lineOf(principal, rowWork(item)));
      const now = [
        ...items.map((item) => lineOf(principal, item)),
        ...byHand.map((item) => lineOf(principal, rowWork(item))),
      ];
      const said = new Set(before.map(({ name, work }) => `${name} ${work}`));
      const left = new Set(now.map(({ name, work }) => `${name} ${work}`));
      sessions.push({
        onDate: session.onDate,
        minutesBefore: Math.round(minutesOf(session.items)),
        minutesAfter: Math.round(minutesOf([...items, ...byHand])),
        goes: before.filter(({ name, work }) => !left.has(`${name} ${work}`)),
        comes: now.filter(({ name, work }) => !said.has(`${name} ${work}`)),
      });
    }
  }
  return { choices, sessions };
}
export type ProposalPreview = Awaited<ReturnType<typeof proposalPreview>>;

/** A laid-out row as its line of work says it. */
const rowWork = (row: StoredSession['items'][number]) => ({
  name: row.detail.name,
  rungId: row.rungId,
  sets: row.sets,
  amount: row.amount,
  unit: row.unit,
  sided: row.sided,
  firstSide: row.detail.firstSide,
  extraSetSide: row.detail.extraSetSide,
  load: loadIn(row.loadKind, row.loadValue),
  lever: row.detail.lever ?? null,
});
