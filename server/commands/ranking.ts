import { pillarCells } from '~/core/link/standing';
import { addPriorityRun } from '~/db/queries/plan';
import { newId } from '~/db/queries/practice';
import { linkSettings, type Principal } from '../principal/principal';
import type { AthleteStanding } from '../principal/subject';

/** A ranking as it is stored: with the trials, settings and version it was made from, so that it can be made again. */
export const rankingRow = (principal: Principal, standing: AthleteStanding) => ({
  id: newId(),
  practiceId: principal.practiceId,
  athleteId: standing.athlete.id,
  onDate: principal.today,
  createdAt: principal.now,
  catalogueVersion: principal.trade.version,
  catalogueRevision: principal.catalogue.revision,
  trialIds: standing.trials.map((trial) => trial.id),
  settings: { ...linkSettings(principal) },
  events: standing.events.map(({ id, name, onDate, priority, minutes, perMinute, primer }) => ({
    id,
    name,
    onDate,
    priority,
    minutes,
    perMinute,
    primer,
  })),
  owned: [...standing.gate.owned],
  held: [...standing.gate.held],
  cells: pillarCells(standing.linked),
});

/** Keeps what the newest trials say, for lists and for tracing; gives its id. */
export async function keepRanking(principal: Principal, standing: AthleteStanding): Promise<string> {
  const row = rankingRow(principal, standing);
  await addPriorityRun(row);
  return row.id;
}
