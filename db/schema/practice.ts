import {
  boolean,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';

import { type CatalogueEdit, type CatalogueEdits, noEdits } from '~/core/catalogue/edits';

export interface PracticeSettings {
  massUnit: 'kg' | 'lb';
  lengthUnit: 'cm' | 'in';
  weights: { shortfall: number; sideGap: number; faults: number };
  actingGap: number;
  guardianUnderYears: number;
  renewMonths: number;
}

export const practice = pgTable('practice', {
  id: uuid().primaryKey(),
  name: text().notNull(),
  timeZone: text().notNull(),
  /** 0 Sunday, 1 Monday. */
  firstWeekday: integer().notNull().default(1),
  schoolId: text().notNull().default('brace'),
  settings: jsonb().$type<PracticeSettings>().notNull(),
  version: integer().notNull().default(1),
  /** What the practice changed in the catalogue, as it stands now; folded from catalogue_edit. */
  catalogue: jsonb().$type<CatalogueEdits>().notNull().default(noEdits),
  /** Counts the edits; 0 is the catalogue as shipped. */
  catalogueRevision: integer().notNull().default(0),
});

/** Changes of the catalogue: append-only, each with its reason. */
export const catalogueEdit = pgTable(
  'catalogue_edit',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    revision: integer().notNull(),
    kind: text({ enum: ['rung', 'ladder', 'test'] }).notNull(),
    entryId: text().notNull(),
    edit: jsonb().$type<CatalogueEdit>().notNull(),
    reason: text().notNull(),
    staffId: uuid().references(() => staff.id),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [uniqueIndex('catalogue_edit_revision').on(t.practiceId, t.revision)],
);

export const staff = pgTable(
  'staff',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    email: text().notNull(),
    name: text().notNull(),
    role: text({ enum: ['owner', 'coach', 'assistant'] }).notNull(),
    passwordHash: text().notNull(),
    disabled: boolean().notNull().default(false),
  },
  (t) => [uniqueIndex('staff_email').on(t.email)],
);

/** A signed-in browser. The cookie holds the token; only its hash is stored. */
export const authSession = pgTable(
  'auth_session',
  {
    tokenHash: text().primaryKey(),
    staffId: uuid()
      .notNull()
      .references(() => staff.id, { onDelete: 'cascade' }),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    expiresAt: timestamp({ withTimezone: true }).notNull(),
  },
  (t) => [index('auth_session_staff').on(t.staffId)],
);

/** Failed sign-ins, for the rate limit; counted by e-mail and by address. */
export const signInFailure = pgTable(
  'sign_in_failure',
  {
    id: uuid().primaryKey(),
    email: text().notNull(),
    address: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('sign_in_failure_email').on(t.email, t.at),
    index('sign_in_failure_address').on(t.address, t.at),
  ],
);

export const audit = pgTable(
  'audit',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    staffId: uuid().references(() => staff.id),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
    action: text().notNull(),
    subject: text().notNull(),
    subjectId: uuid(),
  },
  (t) => [index('audit_practice').on(t.practiceId, t.at)],
);

export const athlete = pgTable(
  'athlete',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    givenName: text().notNull(),
    familyName: text().notNull(),
    birthDate: date({ mode: 'string' }).notNull(),
    sex: text({ enum: ['female', 'male', 'unspecified'] }).notNull(),
    disciplineId: text().notNull(),
    level: text({ enum: ['novice', 'trained', 'advanced'] }).notNull(),
    massKg: doublePrecision().notNull(),
    statureM: doublePrecision().notNull(),
    kit: text().array().notNull(),
    /** A school of its own; the practice's when null. */
    schoolId: text(),
    sessionsPerWeek: integer().notNull().default(3),
    minutesPerSession: integer().notNull().default(25),
    weekdays: integer().array().notNull(),
    note: text().notNull().default(''),
    /** Counts saves; a form made from an older one is refused, not overwritten. */
    version: integer().notNull().default(1),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [index('athlete_practice').on(t.practiceId, t.familyName, t.givenName)],
);

/** An uploaded roster between mapping and confirmation; nothing of it is an athlete yet. */
export const importDraft = pgTable('import_draft', {
  id: uuid().primaryKey(),
  practiceId: uuid()
    .notNull()
    .references(() => practice.id),
  fileName: text().notNull(),
  content: text().notNull(),
  createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  confirmedAt: timestamp({ withTimezone: true }),
});
