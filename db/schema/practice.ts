import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { type CatalogueEdit, type CatalogueEdits, noEdits } from '~/core/catalogue/edits';
import type { PracticeRack } from '~/core/dose/rack';
import type { Place } from '~/core/people/places';
import { groundEnds, type TimeGiven } from '~/core/people/time';
import { oneOf } from './one-of';

export interface PracticeSettings {
  massUnit: 'kg' | 'lb';
  lengthUnit: 'cm' | 'in';
  weights: { shortfall: number; sideGap: number; faults: number };
  actingGap: number;
  guardianUnderYears: number;
  renewMonths: number;
  /** Pain of 0 to 10 from which to ease off, and to end and flag. */
  painEaseFrom: number;
  painEndFrom: number;
  /** The week's ceiling of loaded bending for everybody; cautions lower it. */
  flexionCycles: number;
  flexionSeconds: number;
  /** No trunk session in so many hours before a sport session of risk; the usual hours where it was never said. */
  riskHours?: number;
  /** When sessions begin in calendars, and how often that was said otherwise; without it they are of the whole day. */
  sessionTime?: { startsAt: string | null; changes: number; changedAt: string };
  /** Letters a password has at least. */
  passwordLetters: number;
  /** What hangs on the rack; missing in practices that never said. */
  rack?: PracticeRack;
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

const editKinds = ['rung', 'ladder', 'test', 'school', 'sport'] as const;

/** Changes of the catalogue: append-only, each with its reason. */
export const catalogueEdit = pgTable(
  'catalogue_edit',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    revision: integer().notNull(),
    kind: text({ enum: editKinds }).notNull(),
    entryId: text().notNull(),
    edit: jsonb().$type<CatalogueEdit>().notNull(),
    reason: text().notNull(),
    staffId: uuid().references(() => staff.id),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    uniqueIndex('catalogue_edit_revision').on(t.practiceId, t.revision),
    index('catalogue_edit_entry').on(t.practiceId, t.entryId),
    index('catalogue_edit_staff').on(t.staffId),
    oneOf('catalogue_edit', 'kind', editKinds),
  ],
);

export const roles = ['owner', 'coach', 'assistant'] as const;
export type Role = (typeof roles)[number];

export const staff = pgTable(
  'staff',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    email: text().notNull(),
    name: text().notNull(),
    role: text({ enum: roles }).notNull(),
    passwordHash: text().notNull(),
    disabled: boolean().notNull().default(false),
    /** A password given by the owner is changed at the first sign-in. */
    mustChangePassword: boolean().notNull().default(false),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    uniqueIndex('staff_email').on(t.email),
    index('staff_practice').on(t.practiceId, t.name),
    oneOf('staff', 'role', roles),
  ],
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
  (t) => [index('auth_session_staff').on(t.staffId), index('auth_session_expires').on(t.expiresAt)],
);

/** Tries to sign in that did not succeed (yet): written before the password is looked at, taken back when it is right. */
export const signInTry = pgTable(
  'sign_in_try',
  {
    id: uuid().primaryKey(),
    email: text().notNull(),
    address: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('sign_in_try_email').on(t.email, t.at),
    index('sign_in_try_address').on(t.address, t.at),
    index('sign_in_try_at').on(t.at),
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
    /** Figures and names of what was done; never health data. */
    detail: jsonb().$type<Record<string, string | number | boolean | null>>(),
  },
  (t) => [index('audit_practice').on(t.practiceId, t.at), index('audit_staff').on(t.staffId)],
);

const sexWords = ['female', 'male', 'unspecified'] as const;
const trunkWorkWords = ['none', 'once', 'more'] as const;
const levelWords = ['novice', 'trained', 'advanced'] as const;

/** A second sport has its share, and is another than the first. */
const twoSports = (table: string) =>
  check(
    `${table}_two_sports`,
    sql.raw(
      '(second_discipline_id is null) = (second_percent is null) and (second_percent is null or second_percent between 1 and 99)',
    ),
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
    sex: text({ enum: sexWords }).notNull(),
    disciplineId: text().notNull(),
    /** A second sport, and its share of what is asked in per cent; both or none. */
    secondDisciplineId: text(),
    secondPercent: integer(),
    level: text({ enum: levelWords }).notNull(),
    massKg: doublePrecision().notNull(),
    statureM: doublePrecision().notNull(),
    kit: text().array().notNull(),
    /** A school of its own; the practice's when null. */
    schoolId: text(),
    sessionsPerWeek: integer().notNull().default(3),
    minutesPerSession: integer().notNull().default(25),
    weekdays: integer().array().notNull(),
    /** Phases of the season with a time of their own. */
    timeIn: jsonb().$type<NonNullable<TimeGiven['timeIn']>>().notNull().default({}),
    /** Where else they train, with which kit. */
    places: jsonb().$type<readonly Place[]>().notNull().default([]),
    /** Ground ends on its date, or when it is mastered. */
    groundEnds: text({ enum: groundEnds }).notNull().default('date'),
    /** How much trunk work is done when a season begins; null until it was asked. */
    trunkWork: text({ enum: trunkWorkWords }),
    note: text().notNull().default(''),
    /** Counts saves; a form made from an older one is refused, not overwritten. */
    version: integer().notNull().default(1),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('athlete_practice').on(t.practiceId, t.familyName, t.givenName),
    oneOf('athlete', 'sex', sexWords),
    oneOf('athlete', 'level', levelWords),
    oneOf('athlete', 'trunk_work', trunkWorkWords),
    oneOf('athlete', 'ground_ends', groundEnds),
    twoSports('athlete'),
  ],
);

/** What an athlete was from a day on: append-only, so that a past ranking can be made again as it was. */
export const athleteFact = pgTable(
  'athlete_fact',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    onDate: date({ mode: 'string' }).notNull(),
    disciplineId: text().notNull(),
    /** A second sport, and its share of what is asked in per cent; both or none. */
    secondDisciplineId: text(),
    secondPercent: integer(),
    level: text({ enum: levelWords }).notNull(),
    massKg: doublePrecision().notNull(),
    statureM: doublePrecision().notNull(),
    kit: text().array().notNull(),
    schoolId: text(),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('athlete_fact_athlete').on(t.athleteId, t.onDate, t.createdAt),
    index('athlete_fact_practice').on(t.practiceId),
    index('athlete_fact_staff').on(t.staffId),
    oneOf('athlete_fact', 'level', levelWords),
    twoSports('athlete_fact'),
  ],
);

/** An uploaded roster between mapping and confirmation; nothing of it is an athlete yet. */
export const importDraft = pgTable(
  'import_draft',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    /** Whose sessions it holds; null for a roster. */
    athleteId: uuid().references(() => athlete.id, { onDelete: 'cascade' }),
    fileName: text().notNull(),
    content: text().notNull(),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    confirmedAt: timestamp({ withTimezone: true }),
  },
  (t) => [
    index('import_draft_practice').on(t.practiceId, t.createdAt),
    index('import_draft_athlete').on(t.athleteId),
  ],
);

const linkHolders = ['athlete', 'guardian'] as const;

/**
 * A link by which an athlete, or a guardian, comes without an account. The address holds the token; only its hash is stored, and
 * that of the calendar's own token.
 */
export const athleteLink = pgTable(
  'athlete_link',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    holder: text({ enum: linkHolders }).notNull(),
    tokenHash: text().notNull(),
    calendarHash: text().notNull(),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    createdBy: uuid().references(() => staff.id),
    expiresAt: timestamp({ withTimezone: true }).notNull(),
    revokedAt: timestamp({ withTimezone: true }),
    /** When its words were agreed to; nothing is shown before. */
    agreedAt: timestamp({ withTimezone: true }),
    openedAt: timestamp({ withTimezone: true }),
    openedTimes: integer().notNull().default(0),
  },
  (t) => [
    uniqueIndex('athlete_link_token').on(t.tokenHash),
    uniqueIndex('athlete_link_calendar').on(t.calendarHash),
    index('athlete_link_athlete').on(t.athleteId, t.createdAt),
    index('athlete_link_practice').on(t.practiceId),
    index('athlete_link_staff').on(t.createdBy),
    oneOf('athlete_link', 'holder', linkHolders),
  ],
);

/** What a person put off on their Today, until a day; it comes back before when it says something else by then. */
export const putOff = pgTable(
  'put_off',
  {
    staffId: uuid()
      .notNull()
      .references(() => staff.id),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    /** Which matter, and what it said when it was put off. */
    sign: text().notNull(),
    until: date({ mode: 'string' }).notNull(),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.staffId, t.athleteId, t.sign] }),
    index('put_off_athlete').on(t.athleteId),
    index('put_off_practice').on(t.practiceId),
  ],
);
