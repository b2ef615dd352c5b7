import { boolean, date, index, integer, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { oneOf } from './one-of';
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
    /** Expected day of birth, when pregnant and known. */
    dueOn: date({ mode: 'string' }),
    consentAthlete: boolean().notNull(),
    consentGuardian: boolean().notNull(),
    guardianName: text().notNull().default(''),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('clearance_athlete').on(t.athleteId, t.createdAt),
    index('clearance_practice').on(t.practiceId),
    index('clearance_staff').on(t.staffId),
  ],
);

/** A licensed practitioner's recorded word on one form: it names the signs and cautions it answers. */
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
    signs: text().array().notNull(),
    cautions: text().array().notNull(),
    note: text().notNull().default(''),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('agreement_clearance').on(t.clearanceId),
    index('agreement_practice').on(t.practiceId),
    index('agreement_staff').on(t.staffId),
  ],
);

const flagKinds = ['pain', 'note'] as const;

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
    kind: text({ enum: flagKinds }).notNull(),
    text: text().notNull(),
    /** Qualities held while a pain flag is open. */
    qualities: text().array().notNull(),
    /** Where it hurts. */
    region: text(),
    /** The trial or log it was raised from. */
    sourceId: uuid(),
    openedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    closedAt: timestamp({ withTimezone: true }),
    closedReason: text(),
    closedBy: uuid().references(() => staff.id),
  },
  (t) => [
    index('flag_athlete').on(t.athleteId, t.closedAt),
    index('flag_practice_open').on(t.practiceId, t.closedAt),
    index('flag_closed_by').on(t.closedBy),
    oneOf('flag', 'kind', flagKinds),
  ],
);
