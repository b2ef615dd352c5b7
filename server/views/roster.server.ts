import { ageOn } from '~/core/body/dates';
import { disciplineLabel } from '~/core/catalogue';
import { type PathStepState, pathOf } from '~/core/today/path';
import { athletesOf, rosterState } from '~/db/queries/athletes';
import type { SignedIn } from '~/db/queries/practice';
import { todayIn } from '~/server/principal/today';
import { judgeClearance } from './standing.server';

/** Everybody with where they stand, in a number of queries that does not grow with the roster. */
export async function roster(who: SignedIn) {
  const today = todayIn(who.timeZone);
  const [athletes, state] = await Promise.all([
    athletesOf(who.practiceId),
    rosterState(who.practiceId, today),
  ]);
  const by = <T extends { athleteId: string }>(rows: readonly T[]) =>
    new Map(rows.map((row) => [row.athleteId, row]));
  const forms = by(state.forms);
  const screens = by(state.screens);
  const runs = by(state.runs);
  const events = by(state.events);
  const logs = by(state.logs);
  const proposals = by(state.proposals);
  const seasons = by(state.seasons);
  const rows = athletes.map((athlete) => {
    const form = forms.get(athlete.id);
    const clearance = judgeClearance(
      who,
      athlete.birthDate,
      form,
      state.agreements.filter((each) => each.clearanceId === form?.id),
      today,
    );
    const screen = screens.get(athlete.id);
    const event = events.get(athlete.id);
    const cells = runs.get(athlete.id)?.cells ?? [];
    const openProposals = proposals.get(athlete.id)?.n ?? 0;
    const steps = pathOf({
      today,
      clearance,
      formDay: form?.onDate,
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
      clearState: clearance.state,
      allows: clearance.allows,
      clearReason: clearance.reasons[0],
      cautions: clearance.cautions,
      steps,
      step: nextStep(steps),
      event: event ? { name: event.name, onDate: event.onDate, priority: event.priority } : undefined,
      lastSeen: [screen?.onDate, logs.get(athlete.id)?.onDate]
        .filter((day): day is string => day !== undefined)
        .sort()
        .at(-1),
      lastScreen: screen?.onDate,
      openScreenId: screen && !screen.completedAt ? screen.id : undefined,
      flags: state.flags
        .filter((flag) => flag.athleteId === athlete.id)
        .map((flag) => ({ id: flag.id, text: flag.text })),
      openProposals,
      pillar: cells,
      top: top ? { quality: top.quality, side: top.side } : undefined,
    };
  });
  return { today, rows };
}

export type RosterRow = Awaited<ReturnType<typeof roster>>['rows'][number];

/** The step in a word or three, for lists. */
function nextStep(steps: readonly PathStepState[]): string {
  const next = steps.find((step) => step.state === 'next');
  if (next) return `${next.name}: ${next.says}`;
  const last = steps.findLast((step) => step.state === 'done' || step.state === 'open');
  return last ? `${last.name}: ${last.says}` : '';
}
