import { ageOn } from '~/core/body/dates';
import { disciplineLabel } from '~/core/catalogue';
import { type PathStepState, pathOf } from '~/core/today/path';
import { athletesOf, rosterState } from '~/db/queries/athletes';
import type { Principal } from '../principal/principal';
import { gateFor } from '../principal/subject';

/** Rows under a key of theirs, in their order. */
function grouped<T>(rows: readonly T[], keyOf: (row: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const group = groups.get(keyOf(row));
    if (group) group.push(row);
    else groups.set(keyOf(row), [row]);
  }
  return groups;
}

/** Everybody with where they stand, in a number of queries that does not grow with the roster. */
export async function roster(principal: Principal) {
  const { today, practiceId } = principal;
  const [athletes, state] = await Promise.all([athletesOf(practiceId), rosterState(practiceId, today)]);
  const one = <T extends { athleteId: string }>(rows: readonly T[]) =>
    new Map(rows.map((row) => [row.athleteId, row]));
  const many = <T extends { athleteId: string }>(rows: readonly T[]) => grouped(rows, (row) => row.athleteId);
  const forms = many(state.forms);
  const flags = many(state.flags);
  const words = grouped(state.agreements, (word) => word.clearanceId);
  const screens = one(state.screens);
  const runs = one(state.runs);
  const events = one(state.events);
  const logs = one(state.logs);
  const proposals = one(state.proposals);
  const seasons = one(state.seasons);
  const changed = one(state.changed);
  const rows = athletes.map((athlete) => {
    const answered = forms.get(athlete.id) ?? [];
    const gate = gateFor(principal, {
      athlete,
      forms: answered,
      agreements: answered.flatMap((form) => words.get(form.id) ?? []),
      flags: flags.get(athlete.id) ?? [],
      states: [],
    });
    const { clearance } = gate;
    const screen = screens.get(athlete.id);
    const event = events.get(athlete.id);
    const cells = runs.get(athlete.id)?.cells ?? [];
    const openProposals = proposals.get(athlete.id)?.n ?? 0;
    const steps = pathOf({
      today,
      clearance,
      formDay: answered.at(-1)?.onDate,
      lastScreenDay: screen?.onDate,
      screenOpen: screen !== undefined && !screen.completedAt,
      seasonDay: seasons.get(athlete.id)?.startsOn,
      hasEvent: event !== undefined,
      lastLogDay: logs.get(athlete.id)?.onDate,
      openProposals,
    });
    const top = cells.find((cell) => cell.verdict === 'first' || cell.verdict === 'train');
    return {
      id: athlete.id,
      name: `${athlete.givenName} ${athlete.familyName}`,
      familyName: athlete.familyName,
      age: ageOn(athlete.birthDate, today),
      discipline: disciplineLabel(athlete.disciplineId),
      gate,
      clearState: clearance.state,
      clearIssue: clearance.issues[0],
      steps,
      step: nextStep(steps),
      event: event ? { name: event.name, onDate: event.onDate, priority: event.priority } : undefined,
      lastSeen: [screen?.onDate, logs.get(athlete.id)?.onDate]
        .filter((day): day is string => day !== undefined)
        .sort()
        .at(-1),
      lastScreen: screen?.onDate,
      openScreenId: screen && !screen.completedAt ? screen.id : undefined,
      flags: (flags.get(athlete.id) ?? []).map((flag) => ({ id: flag.id, text: flag.text })),
      openProposals,
      changedSessions: changed.get(athlete.id)?.n ?? 0,
      pillar: cells,
      top: top ? { quality: top.quality, side: top.side } : undefined,
    };
  });
  return { today, rows };
}

export type RosterRow = Awaited<ReturnType<typeof roster>>['rows'][number];

/** A row as a page takes it: without the gate, which is the server's. */
export const shownRow = ({ gate: _, ...row }: RosterRow) => row;
export type ShownRow = ReturnType<typeof shownRow>;

/** The step in a word or three, for lists. */
function nextStep(steps: readonly PathStepState[]): string {
  const next = steps.find((step) => step.state === 'next');
  if (next) return `${next.name}: ${next.says}`;
  const last = steps.findLast((step) => step.state === 'done' || step.state === 'open');
  return last ? `${last.name}: ${last.says}` : '';
}
