import { relations } from 'drizzle-orm';
import { agreement, clearance, flag } from './clear';
import { coreSession, liveSet, ownedRung, prescription, sessionLog, setLog, underWay } from './coach';
import { priorityRun } from './link';
import { blackout, event, planWeek, seasonVersion, tierChoice, weekDose } from './plan';
import { athlete } from './practice';
import { screening } from './screen';
import { sportTraining, usualTraining } from './training';

/** How rows hang together, so that one query brings a row with what belongs to it. */

export const athleteRelations = relations(athlete, ({ many }) => ({
  clearances: many(clearance),
  flags: many(flag),
  events: many(event),
  blackouts: many(blackout),
  underWay: many(underWay),
  owned: many(ownedRung),
  tiers: many(tierChoice),
  screenings: many(screening),
  runs: many(priorityRun),
  seasons: many(seasonVersion),
  logs: many(sessionLog),
  usual: many(usualTraining),
  dated: many(sportTraining),
}));

export const screeningRelations = relations(screening, ({ one }) => ({
  athlete: one(athlete, { fields: [screening.athleteId], references: [athlete.id] }),
}));

export const priorityRunRelations = relations(priorityRun, ({ one }) => ({
  athlete: one(athlete, { fields: [priorityRun.athleteId], references: [athlete.id] }),
}));

export const clearanceRelations = relations(clearance, ({ one, many }) => ({
  athlete: one(athlete, { fields: [clearance.athleteId], references: [athlete.id] }),
  agreements: many(agreement),
}));

export const agreementRelations = relations(agreement, ({ one }) => ({
  form: one(clearance, { fields: [agreement.clearanceId], references: [clearance.id] }),
}));

export const flagRelations = relations(flag, ({ one }) => ({
  athlete: one(athlete, { fields: [flag.athleteId], references: [athlete.id] }),
}));

export const eventRelations = relations(event, ({ one }) => ({
  athlete: one(athlete, { fields: [event.athleteId], references: [athlete.id] }),
}));

export const blackoutRelations = relations(blackout, ({ one }) => ({
  athlete: one(athlete, { fields: [blackout.athleteId], references: [athlete.id] }),
}));

export const usualTrainingRelations = relations(usualTraining, ({ one }) => ({
  athlete: one(athlete, { fields: [usualTraining.athleteId], references: [athlete.id] }),
}));

export const sportTrainingRelations = relations(sportTraining, ({ one }) => ({
  athlete: one(athlete, { fields: [sportTraining.athleteId], references: [athlete.id] }),
}));

export const underWayRelations = relations(underWay, ({ one }) => ({
  athlete: one(athlete, { fields: [underWay.athleteId], references: [athlete.id] }),
}));

export const ownedRungRelations = relations(ownedRung, ({ one }) => ({
  athlete: one(athlete, { fields: [ownedRung.athleteId], references: [athlete.id] }),
}));

export const tierChoiceRelations = relations(tierChoice, ({ one }) => ({
  athlete: one(athlete, { fields: [tierChoice.athleteId], references: [athlete.id] }),
}));

export const sessionRelations = relations(coreSession, ({ many }) => ({
  items: many(prescription),
  logs: many(sessionLog),
  liveSets: many(liveSet),
}));

export const prescriptionRelations = relations(prescription, ({ one }) => ({
  session: one(coreSession, { fields: [prescription.sessionId], references: [coreSession.id] }),
}));

export const sessionLogRelations = relations(sessionLog, ({ one, many }) => ({
  athlete: one(athlete, { fields: [sessionLog.athleteId], references: [athlete.id] }),
  session: one(coreSession, { fields: [sessionLog.sessionId], references: [coreSession.id] }),
  sets: many(setLog),
}));

export const setLogRelations = relations(setLog, ({ one }) => ({
  log: one(sessionLog, { fields: [setLog.logId], references: [sessionLog.id] }),
}));

export const seasonRelations = relations(seasonVersion, ({ one, many }) => ({
  athlete: one(athlete, { fields: [seasonVersion.athleteId], references: [athlete.id] }),
  weeks: many(planWeek),
  doses: many(weekDose),
}));

export const planWeekRelations = relations(planWeek, ({ one }) => ({
  season: one(seasonVersion, { fields: [planWeek.seasonVersionId], references: [seasonVersion.id] }),
}));

export const weekDoseRelations = relations(weekDose, ({ one }) => ({
  season: one(seasonVersion, { fields: [weekDose.seasonVersionId], references: [seasonVersion.id] }),
}));

export const liveSetRelations = relations(liveSet, ({ one }) => ({
  session: one(coreSession, { fields: [liveSet.sessionId], references: [coreSession.id] }),
}));
