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
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { seasonVersion } from './plan';
import { athlete, practice, staff } from './practice';

/** A planned session of a week; replaced as a whole while it is not logged. */
export const coreSession = pgTable(
  'core_session',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    seasonVersionId: uuid()
      .notNull()
      .references(() => seasonVersion.id, { onDelete: 'cascade' }),
    weekStart: date({ mode: 'string' }).notNull(),
    onDate: date({ mode: 'string' }).notNull(),
    minutes: integer().notNull(),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    uniqueIndex('core_session_day').on(t.athleteId, t.onDate),
    index('core_session_practice').on(t.practiceId, t.onDate),
  ],
);

export interface PrescriptionDetail {
  name: string;
  firstSide: 'left' | 'right' | null;
  extraSetSide: 'left' | 'right' | null;
  tempo: string | null;
  load: string | null;
  /** Set-up for this athlete, in words. */
  setting?: string | null;
  breath: string;
  cues: string[];
  schoolCue: string | null;
  /** The amount in the school's own unit, when it counts otherwise. */
  schoolDose?: string | null;
  endsSet: string[];
  why: { this: string; now: string; muchness: string };
}

export const prescription = pgTable(
  'prescription',
  {
    id: uuid().primaryKey(),
    sessionId: uuid()
      .notNull()
      .references(() => coreSession.id, { onDelete: 'cascade' }),
    position: integer().notNull(),
    ladderId: text().notNull(),
    rungId: text().notNull(),
    quality: text().notNull(),
    sets: integer().notNull(),
    amount: doublePrecision().notNull(),
    unit: text({ enum: ['reps', 'hold_s', 'breaths', 'metres', 'reps_in_60s'] }).notNull(),
    sided: boolean().notNull(),
    restS: integer().notNull(),
    minutes: doublePrecision().notNull(),
    dose: doublePrecision().notNull(),
    detail: jsonb().$type<PrescriptionDetail>().notNull(),
  },
  (t) => [index('prescription_session').on(t.sessionId)],
);

/** What was done: append-only. One log a session. */
export const sessionLog = pgTable(
  'session_log',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    sessionId: uuid()
      .notNull()
      .references(() => coreSession.id),
    onDate: date({ mode: 'string' }).notNull(),
    effort: integer().notNull(),
    painScore: integer().notNull(),
    painRegion: text(),
    note: text().notNull().default(''),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    uniqueIndex('session_log_session').on(t.sessionId),
    index('session_log_athlete').on(t.athleteId, t.onDate),
  ],
);

export const setLog = pgTable(
  'set_log',
  {
    logId: uuid()
      .notNull()
      .references(() => sessionLog.id, { onDelete: 'cascade' }),
    rungId: text().notNull(),
    ladderId: text().notNull(),
    setNo: integer().notNull(),
    side: text({ enum: ['left', 'right', 'both'] }).notNull(),
    planned: doublePrecision().notNull(),
    done: doublePrecision().notNull(),
    faultId: text(),
  },
  (t) => [primaryKey({ columns: [t.logId, t.rungId, t.setNo, t.side] })],
);

/** Where an athlete stands on a ladder; each row names the proposal it came from. */
export const ladderState = pgTable(
  'ladder_state',
  {
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    ladderId: text().notNull(),
    rungId: text().notNull(),
    sets: integer().notNull(),
    amount: doublePrecision().notNull(),
    /** Outside load in the rung's own kind (kg or N); the catalogue's starting load when null. */
    load: doublePrecision(),
    /** How it is set up for this athlete, in words: where to stand, which ball. */
    setting: text(),
    owned: text().array().notNull(),
    proposalId: uuid(),
    updatedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.athleteId, t.ladderId] })],
);

export interface ProposedState {
  ladderId: string;
  rungId: string;
  sets: number;
  amount: number;
}

export const proposal = pgTable(
  'proposal',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    logId: uuid()
      .notNull()
      .references(() => sessionLog.id, { onDelete: 'cascade' }),
    ladderId: text().notNull(),
    kind: text({ enum: ['next_rung', 'more', 'stay', 'shorter', 'back', 'less', 'hold_quality'] }).notNull(),
    before: jsonb().$type<ProposedState>().notNull(),
    after: jsonb().$type<ProposedState>().notNull(),
    owns: text(),
    reason: text().notNull(),
    status: text({ enum: ['open', 'accepted', 'rejected', 'superseded'] })
      .notNull()
      .default('open'),
    decidedAt: timestamp({ withTimezone: true }),
    decidedBy: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('proposal_athlete').on(t.athleteId, t.status),
    index('proposal_practice').on(t.practiceId, t.status),
  ],
);
