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
