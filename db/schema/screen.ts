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
import { oneOf, sideKeys, sideWords } from './one-of';
import { athlete, practice, staff } from './practice';

const purposeWords = ['first', 'quick', 'return', 'squad'] as const;
const gradeIds = ['owned', 'cued', 'faulted', 'not_yet'] as const;
const feltWords = ['trunk', 'hip', 'low back', 'neck', 'front of hip', 'arms'] as const;
const endWords = ['loss', 'gave_up', 'slipped', 'cap', 'done', 'pain', 'stopped'] as const;
const readWords = ['eye', 'goniometer', 'sensor', 'still'] as const;
const markWords = ['outside_battery', 'after_close', 'third_maximal', 'future', 'over_cap'] as const;
const instrumentWords = ['cuff', 'pelvis', 'loadcell', 'belt'] as const;
const traceSources = ['simulated', 'imported'] as const;
const stillSources = ['photo', 'drawn'] as const;
const mimeWords = ['image/png', 'image/jpeg'] as const;
const angleWords = ['leg_angle', 'pelvic_drop', 'trunk_lean', 'knee_line', 'hip_turn_out'] as const;

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
    firstSide: text({ enum: sideWords }).notNull(),
    warmUpDone: boolean().notNull(),
    warmUpAt: timestamp({ withTimezone: true }),
    trainedLast24h: boolean().notNull().default(false),
    footwear: text().notNull().default(''),
    purpose: text({ enum: purposeWords }).notNull().default('first'),
    /** Rests in seconds where they differ from the tests' own. */
    rests: jsonb().$type<Record<string, number>>().notNull().default({}),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    completedAt: timestamp({ withTimezone: true }),
  },
  (t) => [
    index('screening_athlete').on(t.athleteId, t.onDate),
    index('screening_practice').on(t.practiceId, t.onDate),
    index('screening_staff').on(t.staffId),
    oneOf('screening', 'first_side', sideWords),
    oneOf('screening', 'purpose', purposeWords),
  ],
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
    side: text({ enum: sideKeys }).notNull(),
    value: doublePrecision(),
    grade: text({ enum: gradeIds }),
    t1S: doublePrecision(),
    faults: jsonb().$type<{ faultId: string; atS: number | null }[]>().notNull(),
    feltIn: text({ enum: feltWords }),
    /** Where else it was felt. */
    feltAlso: text({ enum: feltWords }).array().notNull().default([]),
    note: text(),
    painScore: integer().notNull(),
    painRegion: text(),
    endReason: text({ enum: endWords }).notNull(),
    capS: doublePrecision(),
    recordedAt: timestamp({ withTimezone: true }).notNull(),
    voidedAt: timestamp({ withTimezone: true }),
    /** Figures measured beside it, by id. */
    parts: jsonb().$type<Record<string, number>>(),
    rungId: text(),
    /** The questions after it are answered; until then it is the bare figure, kept at the stop. */
    answered: boolean().notNull().default(true),
    /** The amendment that answered them. */
    amendmentId: uuid(),
    /** Taken from a stand-in instrument or a drawn figure. */
    simulated: boolean().notNull().default(false),
    /** What is remarkable about how it was kept. */
    marks: text({ enum: markWords }).array().notNull().default([]),
    readBy: text({ enum: readWords }),
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
    index('trial_staff').on(t.staffId),
    oneOf('trial', 'side', sideKeys),
    oneOf('trial', 'grade', gradeIds),
    oneOf('trial', 'felt_in', feltWords),
    oneOf('trial', 'end_reason', endWords),
    oneOf('trial', 'read_by', readWords),
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
    side: text({ enum: sideKeys }).notNull(),
    instrument: text({ enum: instrumentWords }).notNull(),
    source: text({ enum: traceSources }).notNull(),
    seconds: doublePrecision().notNull(),
    csv: text().notNull(),
    recordedAt: timestamp({ withTimezone: true }).notNull(),
    staffId: uuid().references(() => staff.id),
  },
  (t) => [
    index('trace_athlete').on(t.athleteId, t.recordedAt),
    index('trace_practice').on(t.practiceId),
    index('trace_staff').on(t.staffId),
    oneOf('trace', 'side', sideKeys),
    oneOf('trace', 'instrument', instrumentWords),
    oneOf('trace', 'source', traceSources),
  ],
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
    mime: text({ enum: mimeWords }).notNull(),
    widthPx: integer().notNull(),
    heightPx: integer().notNull(),
    bytes: bytea().notNull(),
    /** Made by the product for practice, or a photograph of the practice's own. */
    source: text({ enum: stillSources }).notNull(),
    angle: text({ enum: angleWords }).notNull(),
    /** Landmarks in pixels of the picture, by id; the plumb line among them. */
    landmarks: jsonb().$type<Record<string, readonly [number, number]>>().notNull().default({}),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    staffId: uuid().references(() => staff.id),
  },
  (t) => [
    index('still_athlete').on(t.athleteId, t.createdAt),
    index('still_practice').on(t.practiceId),
    index('still_staff').on(t.staffId),
    oneOf('still', 'mime', mimeWords),
    oneOf('still', 'source', stillSources),
    oneOf('still', 'angle', angleWords),
  ],
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
  (t) => [uniqueIndex('battery_name').on(t.practiceId, t.name), index('battery_staff').on(t.staffId)],
);
