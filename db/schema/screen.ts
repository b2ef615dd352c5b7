import {
  boolean,
  customType,
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
import { athlete, practice, staff } from './practice';

/** One visit on which tests are done: the chosen battery, the warm-up, the side that starts. */
export const screening = pgTable(
  'screening',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    onDate: date({ mode: 'string' }).notNull(),
    testIds: text().array().notNull(),
    firstSide: text({ enum: ['left', 'right'] }).notNull(),
    warmUpDone: boolean().notNull(),
    warmUpAt: timestamp({ withTimezone: true }),
    trainedLast24h: boolean().notNull().default(false),
    footwear: text().notNull().default(''),
    purpose: text({ enum: ['first', 'quick', 'return', 'squad'] })
      .notNull()
      .default('first'),
    /** Rests in seconds where they differ from the tests' own. */
    rests: jsonb().$type<Record<string, number>>().notNull().default({}),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    completedAt: timestamp({ withTimezone: true }),
  },
  (t) => [index('screening_athlete').on(t.athleteId, t.onDate)],
);

/** One attempt on one side. Append-only: an undo voids it by a date, nothing is overwritten. */
export const trial = pgTable(
  'trial',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    screeningId: uuid()
      .notNull()
      .references(() => screening.id, { onDelete: 'cascade' }),
    testId: text().notNull(),
    onDate: date({ mode: 'string' }).notNull(),
    side: text({ enum: ['left', 'right', 'both'] }).notNull(),
    value: doublePrecision(),
    grade: text({ enum: ['owned', 'cued', 'faulted', 'not_yet'] }),
    t1S: doublePrecision(),
    faults: jsonb().$type<{ faultId: string; atS: number | null }[]>().notNull(),
    feltIn: text({ enum: ['trunk', 'hip', 'low back', 'neck', 'front of hip', 'arms'] }),
    painScore: integer().notNull(),
    painRegion: text(),
    endReason: text({ enum: ['loss', 'cap', 'done', 'pain', 'stopped'] }).notNull(),
    capS: doublePrecision(),
    recordedAt: timestamp({ withTimezone: true }).notNull(),
    voidedAt: timestamp({ withTimezone: true }),
    /** Figures measured beside it, by id. */
    parts: jsonb().$type<Record<string, number>>(),
    rungId: text(),
    readBy: text({ enum: ['eye', 'goniometer', 'sensor', 'still'] }),
    traceId: uuid(),
    stillId: uuid(),
    /** The trial this one corrects; the corrected one stays, and is not counted. */
    supersedesId: uuid(),
    reason: text(),
    /** Who tested. */
    staffId: uuid().references(() => staff.id),
  },
  (t) => [
    index('trial_athlete').on(t.athleteId, t.onDate),
    index('trial_screening').on(t.screeningId),
    index('trial_supersedes').on(t.supersedesId),
    index('trial_practice_test').on(t.practiceId, t.testId, t.onDate),
  ],
);

/** A recording of an instrument, whole, as CSV: append-only. */
export const trace = pgTable(
  'trace',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    /** The test it was taken in; null for one that was imported by itself. */
    testId: text(),
    side: text({ enum: ['left', 'right', 'both'] }).notNull(),
    instrument: text({ enum: ['cuff', 'pelvis', 'loadcell', 'belt'] }).notNull(),
    source: text({ enum: ['simulated', 'imported'] }).notNull(),
    seconds: doublePrecision().notNull(),
    csv: text().notNull(),
    recordedAt: timestamp({ withTimezone: true }).notNull(),
    staffId: uuid().references(() => staff.id),
  },
  (t) => [index('trace_athlete').on(t.athleteId, t.recordedAt)],
);

const bytea = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => 'bytea' });

/** A still picture, freed of everything but its pixels, and the landmarks placed on it. */
export const still = pgTable(
  'still',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    mime: text({ enum: ['image/png', 'image/jpeg'] }).notNull(),
    widthPx: integer().notNull(),
    heightPx: integer().notNull(),
    bytes: bytea().notNull(),
    /** Made by the product for practice, or a photograph of the practice's own. */
    source: text({ enum: ['photo', 'drawn'] }).notNull(),
    angle: text({
      enum: ['leg_angle', 'pelvic_drop', 'trunk_lean', 'knee_line', 'hip_turn_out'],
    }).notNull(),
    /** Landmarks in pixels of the picture, by id; the plumb line among them. */
    landmarks: jsonb().$type<Record<string, readonly [number, number]>>().notNull().default({}),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    staffId: uuid().references(() => staff.id),
  },
  (t) => [index('still_athlete').on(t.athleteId, t.createdAt)],
);

/** A battery kept under a name, to be taken again. */
export const battery = pgTable(
  'battery',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    name: text().notNull(),
    testIds: text().array().notNull(),
    /** Rests before a test in seconds, where they differ from the test's own. */
    rests: jsonb().$type<Record<string, number>>().notNull().default({}),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    staffId: uuid().references(() => staff.id),
  },
  (t) => [uniqueIndex('battery_name').on(t.practiceId, t.name)],
);
