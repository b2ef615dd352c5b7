import { db } from '../client.server';
import * as s from '../schema';

/** Rows of a whole practice, written in one transaction (demo world, tests of scale). */
export interface WorldRows {
  practices: (typeof s.practice.$inferInsert)[];
  staff: (typeof s.staff.$inferInsert)[];
  athletes: (typeof s.athlete.$inferInsert)[];
  clearances: (typeof s.clearance.$inferInsert)[];
  agreements: (typeof s.agreement.$inferInsert)[];
  flags: (typeof s.flag.$inferInsert)[];
  screenings: (typeof s.screening.$inferInsert)[];
  trials: (typeof s.trial.$inferInsert)[];
  events: (typeof s.event.$inferInsert)[];
  blackouts: (typeof s.blackout.$inferInsert)[];
  runs: (typeof s.priorityRun.$inferInsert)[];
  seasons: (typeof s.seasonVersion.$inferInsert)[];
  weeks: (typeof s.planWeek.$inferInsert)[];
  doses: (typeof s.weekDose.$inferInsert)[];
  sessions: (typeof s.coreSession.$inferInsert)[];
  prescriptions: (typeof s.prescription.$inferInsert)[];
  logs: (typeof s.sessionLog.$inferInsert)[];
  sets: (typeof s.setLog.$inferInsert)[];
  states: (typeof s.ladderState.$inferInsert)[];
  proposals: (typeof s.proposal.$inferInsert)[];
}

export const emptyWorld = (): WorldRows => ({
  practices: [],
  staff: [],
  athletes: [],
  clearances: [],
  agreements: [],
  flags: [],
  screenings: [],
  trials: [],
  events: [],
  blackouts: [],
  runs: [],
  seasons: [],
  weeks: [],
  doses: [],
  sessions: [],
  prescriptions: [],
  logs: [],
  sets: [],
  states: [],
  proposals: [],
});

export async function insertWorld(rows: WorldRows): Promise<void> {
  const order = [
    [s.practice, rows.practices],
    [s.staff, rows.staff],
    [s.athlete, rows.athletes],
    [s.clearance, rows.clearances],
    [s.agreement, rows.agreements],
    [s.flag, rows.flags],
    [s.screening, rows.screenings],
    [s.trial, rows.trials],
    [s.event, rows.events],
    [s.blackout, rows.blackouts],
    [s.priorityRun, rows.runs],
    [s.seasonVersion, rows.seasons],
    [s.planWeek, rows.weeks],
    [s.weekDose, rows.doses],
    [s.coreSession, rows.sessions],
    [s.prescription, rows.prescriptions],
    [s.sessionLog, rows.logs],
    [s.setLog, rows.sets],
    [s.ladderState, rows.states],
    [s.proposal, rows.proposals],
  ] as const;
  await db.transaction(async (tx) => {
    for (const [table, list] of order) {
      for (let i = 0; i < list.length; i += 1000)
        await tx.insert(table).values(list.slice(i, i + 1000) as never);
    }
  });
}
