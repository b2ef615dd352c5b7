import { boolean, date, index, integer, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { athlete, practice, staff } from './practice';

/** Answered safety forms: append-only, the newest counts. Health data. */
export const clearance = pgTable(
  'clearance',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    onDate: date({ mode: 'string' }).notNull(),
    stopSigns: text().array().notNull(),
    cautions: text().array().notNull(),
    systolicMmHg: integer(),
    diastolicMmHg: integer(),
    consentAthlete: boolean().notNull(),
    consentGuardian: boolean().notNull(),
    guardianName: text().notNull().default(''),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [index('clearance_athlete').on(t.athleteId, t.createdAt)],
);

/** A licensed practitioner's recorded word on one form. */
export const agreement = pgTable(
  'agreement',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    clearanceId: uuid()
      .notNull()
      .references(() => clearance.id, { onDelete: 'cascade' }),
    onDate: date({ mode: 'string' }).notNull(),
    name: text().notNull(),
    role: text().notNull(),
    lifts: text({ enum: ['stop_and_refer', 'ask_first'] }).notNull(),
    note: text().notNull().default(''),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [index('agreement_clearance').on(t.clearanceId)],
);

/** Something a coach must look at; stays open until closed with a reason. */
export const flag = pgTable(
  'flag',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    kind: text({ enum: ['pain', 'note'] }).notNull(),
    text: text().notNull(),
    /** Qualities held while a pain flag is open. */
    qualities: text().array().notNull(),
    openedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    closedAt: timestamp({ withTimezone: true }),
    closedReason: text(),
    closedBy: uuid().references(() => staff.id),
  },
  (t) => [index('flag_athlete').on(t.athleteId), index('flag_practice_open').on(t.practiceId, t.closedAt)],
);
