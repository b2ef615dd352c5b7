import { addDays } from '~/core/body/dates';
import { discipline, qualityName } from '~/core/catalogue';
import { phaseAims, phaseNames } from '~/core/dose/phases';
import { blocksOf } from '~/core/plan/tiers';
import {
  blackoutsOf,
  eventsOfPractice,
  newestSeason,
  type PlanWeekRow,
  seasonStrips,
} from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { hasTrials } from '~/db/queries/screen';
import { can } from '../principal/can';
import type { Principal } from '../principal/principal';
import type { Subject } from '../principal/subject';
import { blockOf } from './athlete';
import { roster } from './roster';

/** Days without training stay in the list for a week after they ended. */
const shownAfterDays = 7;

export async function planView(principal: Principal, { athlete, gate, events }: Subject) {
  const { today, practiceId } = principal;
  const [newest, blackouts, screened] = await Promise.all([
    newestSeason(practiceId, athlete.id),
    blackoutsOf(practiceId, athlete.id),
    hasTrials(practiceId, athlete.id),
  ]);
  return {
    athleteId: athlete.id,
    today,
    blocked: blockOf(gate),
    screened,
    events: events.map(({ id, name, onDate, priority, minutes, perMinute }) => ({
      id,
      name,
      onDate,
      priority,
      minutes,
      perMinute,
    })),
    blackouts: blackouts
      .filter((blackout) => blackout.toDate >= addDays(today, -shownAfterDays))
      .map(({ id, fromDate, toDate, reason }) => ({ id, fromDate, toDate, reason })),
    warnings: newest?.season.warnings ?? [],
    weeks: newest?.weeks ?? [],
    blocks: blocksView(newest?.weeks ?? []),
    trunkWork: athlete.trunkWork,
    exposure: discipline(athlete.disciplineId).exposure,
    mayPlan: can(principal, 'plan.make'),
    ids: { event: newId(), blackout: newId(), season: newId() },
  };
}

/** Blocks of a season in words: what is put first, what is kept, when it is tested. */
function blocksView(weeks: readonly PlanWeekRow[]) {
  return blocksOf(weeks).flatMap((block) => {
    const its = weeks.slice(block.from, block.to);
    const first = its[0];
    const last = its.at(-1);
    if (!first || !last) return [];
    const cells = its.flatMap((week) => week.cells);
    const main = new Set(cells.filter(({ tier }) => tier === 'main').map((cell) => cell.quality));
    const keep = new Set(cells.map((cell) => cell.quality).filter((id) => !main.has(id)));
    // The one the block is named for comes first.
    const focus = its.find((week) => week.focus !== null)?.focus;
    const ordered = [...main].sort((a, b) => Number(b === focus) - Number(a === focus));
    return [
      {
        phase: phaseNames[block.phase],
        aim: phaseAims[block.phase],
        from: first.startsOn,
        to: addDays(last.startsOn, 6),
        weeks: its.length,
        main: ordered.map(qualityName),
        keep: [...keep].map(qualityName),
        retest: its.find((week) => week.retest)?.startsOn,
      },
    ];
  });
}

/** Everybody's season as a strip, the nearest event first. */
export async function seasonsView(principal: Principal) {
  const [{ today, rows }, strips, events] = await Promise.all([
    roster(principal),
    seasonStrips(principal.practiceId),
    eventsOfPractice(principal.practiceId),
  ]);
  const all = rows.map((row) => ({
    id: row.id,
    name: row.name,
    discipline: row.discipline,
    event: row.event,
    weeks: strips
      .filter((week) => week.athleteId === row.id)
      .map(({ startsOn, phase, kind, retest, minutes }) => ({ startsOn, phase, kind, retest, minutes })),
    events: events
      .filter((event) => event.athleteId === row.id)
      .map(({ name, onDate, priority }) => ({ name, onDate, priority })),
  }));
  return {
    today,
    planned: all
      .filter((row) => row.weeks.length > 0)
      .sort((a, b) => (a.event?.onDate ?? '9').localeCompare(b.event?.onDate ?? '9')),
    without: all.filter((row) => row.weeks.length === 0),
  };
}
