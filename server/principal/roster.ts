import { ageOn } from '~/core/body/dates';
import type { Phase } from '~/core/catalogue/phases';
import { reEntryOf } from '~/core/coach/re-entry';
import type { PillarCell } from '~/core/link/standing';
import { sportsText } from '~/core/link/two-sports';
import { groundCriteria, groundMatter } from '~/core/plan/mastery';
import { breathMarks } from '~/core/plan/season-input';
import { type PathStepState, pathOf } from '~/core/today/path';
import { rosterRows } from '~/db/queries/athletes';
import type { Principal } from './principal';
import { gateFor } from './subject';

/** Everybody with where they stand, in a number of queries that does not grow with the roster. */
export async function roster(principal: Principal) {
  const { today, practiceId } = principal;
  const people = await rosterRows(practiceId, today, breathMarks(principal.trade));
  const rows = people.map(({ clearances, flags, screenings, runs, events, seasons, logs, ...athlete }) => {
    const gate = gateFor(principal, {
      athlete,
      forms: clearances,
      agreements: clearances.flatMap((form) => form.agreements),
      flags,
      owned: [],
    });
    const { clearance } = gate;
    const [screen] = screenings;
    const [event] = events;
    const lastLogDay = logs[0]?.onDate;
    const cells = runs[0]?.cells ?? [];
    const { openProposals, changedSessions, missedSince, breaksAnswered } = athlete;
    const back = reEntryOf(lastLogDay, today, missedSince);
    const steps = pathOf({
      today,
      clearance,
      formDay: clearances.at(-1)?.onDate,
      lastScreenDay: screen?.onDate,
      screenOpen: screen !== undefined && !screen.completedAt,
      seasonDay: seasons[0]?.startsOn,
      hasEvent: event !== undefined,
      lastLogDay,
      openProposals,
    });
    const [groundNow, groundNext] = (athlete.groundThen?.split(' ') ?? []) as Phase[];
    const top = cells.find((cell) => cell.verdict === 'first' || cell.verdict === 'train');
    return {
      id: athlete.id,
      name: `${athlete.givenName} ${athlete.familyName}`,
      familyName: athlete.familyName,
      massKg: athlete.massKg,
      kit: athlete.kit,
      disciplineId: athlete.disciplineId,
      age: ageOn(athlete.birthDate, today),
      discipline: sportsText(principal.trade, athlete),
      gate,
      clearState: clearance.state,
      clearIssue: clearance.issues[0],
      steps,
      step: nextStep(steps),
      event,
      lastSeen: [screen?.onDate, lastLogDay]
        .filter((day): day is string => day !== undefined)
        .sort()
        .at(-1),
      lastScreen: screen?.onDate,
      openScreenId: screen && !screen.completedAt ? screen.id : undefined,
      flags: flags.map((flag) => ({ id: flag.id, text: flag.text })),
      openProposals,
      changedSessions,
      ground: groundMatter(groundCriteria(cells, athlete.ownsBreath), groundNow, groundNext),
      comeBack:
        back.kind === 'go_on' || breaksAnswered > 0 ? undefined : { kind: back.kind, daysOff: back.daysOff },
      pillar: cells.map(small),
      top: top ? { quality: top.quality, side: top.side } : undefined,
    };
  });
  return { today, rows };
}

/** A cell as the small pillar draws it: a list carries hundreds of them. What is of low confidence stays so. */
const small = ({ quality, side, capability, confidence, demand }: PillarCell) => ({
  quality,
  side,
  capability: capability === null ? null : Math.round(capability),
  confidence: Math.floor(confidence * 100) / 100,
  demand,
});

export type RosterRow = Awaited<ReturnType<typeof roster>>['rows'][number];

/** A row as a page takes it: without the gate and what loads are worked out from, which are the server's. */
export const shownRow = ({ gate: _, massKg: __, kit: ___, disciplineId: ____, ...row }: RosterRow) => row;
export type ShownRow = ReturnType<typeof shownRow>;

/** The step in a word or three, for lists. */
function nextStep(steps: readonly PathStepState[]): string {
  const next = steps.find((step) => step.state === 'next');
  if (next) return `${next.name}: ${next.says}`;
  const last = steps.findLast((step) => step.state === 'done' || step.state === 'open');
  return last ? `${last.name}: ${last.says}` : '';
}
