import {
  boolean,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import { athlete, practice, staff } from './practice';

export const event = pgTable(
  'event',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    onDate: date({ mode: 'string' }).notNull(),
    priority: text({ enum: ['A', 'B', 'C'] }).notNull(),
    /** Expected time in minutes; the discipline's default when null. */
    minutes: doublePrecision(),
    /** Steps, strokes, strides or cycles a minute; the discipline's default when null. */
    perMinute: doublePrecision(),
  },
  (t) => [
    index('event_athlete').on(t.athleteId, t.onDate),
    index('event_practice').on(t.practiceId, t.onDate),
  ],
);

export const blackout = pgTable(
  'blackout',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    fromDate: date({ mode: 'string' }).notNull(),
    toDate: date({ mode: 'string' }).notNull(),
    reason: text().notNull(),
  },
  (t) => [index('blackout_athlete').on(t.athleteId)],
);

/** A season as planned: never changed, replaced by a version that points to it. */
export const seasonVersion = pgTable(
  'season_version',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    parentId: uuid(),
    startsOn: date({ mode: 'string' }).notNull(),
    priorityRunId: uuid().notNull(),
    catalogueVersion: text().notNull(),
    warnings: text().array().notNull(),
    settings: jsonb().$type<Record<string, unknown>>().notNull(),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [index('season_version_athlete').on(t.athleteId, t.createdAt)],
);

export const planWeek = pgTable(
  'plan_week',
  {
    seasonVersionId: uuid()
      .notNull()
      .references(() => seasonVersion.id, { onDelete: 'cascade' }),
    index: integer().notNull(),
    startsOn: date({ mode: 'string' }).notNull(),
    phase: text({ enum: ['ground', 'build', 'load', 'sport', 'sharpen', 'hold', 'restore'] }).notNull(),
    kind: text({ enum: ['black', 'sharpen', 'restore', 'event', 'after', 'deload', 'load'] }).notNull(),
    retest: boolean().notNull(),
    blackDays: integer().notNull(),
    minutes: integer().notNull(),
    minutesAvailable: integer().notNull(),
    reasons: text().array().notNull(),
    eventIds: uuid().array().notNull(),
  },
  (t) => [primaryKey({ columns: [t.seasonVersionId, t.index] })],
);

export const weekDose = pgTable(
  'week_dose',
  {
    seasonVersionId: uuid()
      .notNull()
      .references(() => seasonVersion.id, { onDelete: 'cascade' }),
    weekIndex: integer().notNull(),
    quality: text().notNull(),
    side: text({ enum: ['left', 'right', 'both'] }).notNull(),
    dose: doublePrecision().notNull(),
  },
  (t) => [primaryKey({ columns: [t.seasonVersionId, t.weekIndex, t.quality, t.side] })],
);
