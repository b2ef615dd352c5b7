import { sql } from 'drizzle-orm';
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
import type { ProposalEffect } from '~/core/coach/progress';
import type { Issue } from '~/core/result';
import { amountUnits, loadKinds, loadUnits, oneOf, sideKeys } from './one-of';
import { seasonVersion } from './plan';
import { athlete, athleteLink, practice, staff } from './practice';

/** `unplanned`: nothing was laid out, it holds a log; `skipped` and `missed` are a coach's word on a session nobody did. */
export const sessionStates = ['planned', 'called_off', 'replaced', 'skipped', 'missed', 'unplanned'] as const;

/** What the coach is told of a laid-out session that changed. */
export interface SessionChange {
  at: string;
  what: Issue;
}

/** A planned session of a day. Never deleted: laying out again sets it aside as replaced, so that a log begun on it stands. */
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
    /** The season it was laid out from; null for work that no season asked for. */
    seasonVersionId: uuid().references(() => seasonVersion.id, { onDelete: 'cascade' }),
    weekStart: date({ mode: 'string' }).notNull(),
    onDate: date({ mode: 'string' }).notNull(),
    minutes: integer().notNull(),
    /** Where: the name of one of the athlete's places, empty for the usual. */
    place: text().notNull().default(''),
    state: text({ enum: sessionStates }).notNull().default('planned'),
    /** Counts what changed after it was laid out: who changes it says which one they saw. */
    revision: integer().notNull().default(0),
    /**
     * What calendars know it by, kept by triggers: the same for a session and those it became when it was changed or laid out
     * again on its day; how often it changed, and when last.
     */
    uid: uuid().notNull().default(sql`gen_random_uuid()`),
    sequence: integer().notNull().default(0),
    changedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    changes: jsonb().$type<SessionChange[]>().notNull().default([]),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    uniqueIndex('core_session_day').on(t.athleteId, t.onDate).where(sql`state <> 'replaced'`),
    index('core_session_athlete').on(t.athleteId, t.onDate),
    index('core_session_practice').on(t.practiceId, t.onDate),
    index('core_session_season').on(t.seasonVersionId),
    oneOf('core_session', 'state', sessionStates),
  ],
);

export interface PrescriptionDetail {
  name: string;
  /** What it is for in its session; missing in what was laid out before roles. */
  role?: (typeof roleWords)[number];
  /** Sets before a cap cut them into short holds. */
  wholeSets?: number;
  /** L of the weaker side as it was laid out, what it was read from, and the share of it that is asked. */
  limit?: number;
  limitBasis?: string;
  orMore?: boolean;
  share?: number;
  /** What should be left after a set, in the unit. */
  inHand?: number | null;
  /** Clean reps in 60 s its last set goes for. */
  minuteMark?: number | null;
  /** A1 and A2 take turns. */
  pair?: string | null;
  /** Written by the coach: kept as it is when the week is made again. */
  byHand?: boolean;
  /** A word of the coach for this exercise on this day. */
  note?: string | null;
  firstSide: 'left' | 'right' | null;
  extraSetSide: 'left' | 'right' | null;
  tempo: string | null;
  /** Hardest effort of 10 that a caution leaves. */
  effortMost?: number | null;
  /** Where its lever is set, cm or degrees; null or missing for the rung's own. */
  lever?: number | null;
  /** Set-up for this athlete, in words. */
  setting?: string | null;
  breath: string;
  cues: string[];
  schoolCue: string | null;
  /** The amount in the school's own unit, when it counts otherwise. */
  schoolAmount?: string | null;
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
    unit: text({ enum: amountUnits }).notNull(),
    sided: boolean().notNull(),
    restS: integer().notNull(),
    minutes: doublePrecision().notNull(),
    dose: doublePrecision().notNull(),
    /** Outside load: how it is put on, how much, in which unit; null for body weight. Words are made from it. */
    loadKind: text({ enum: loadKinds }),
    loadValue: doublePrecision(),
    loadUnit: text({ enum: loadUnits }),
    /** What the gate left of it when it was last checked: why it is withheld, and the amount and load that are shown. */
    bars: jsonb().$type<Issue[]>().notNull().default([]),
    shownAmount: doublePrecision().notNull(),
    shownLoad: doublePrecision(),
    detail: jsonb().$type<PrescriptionDetail>().notNull(),
  },
  (t) => [
    index('prescription_session').on(t.sessionId, t.position),
    oneOf('prescription', 'unit', amountUnits),
    oneOf('prescription', 'load_kind', loadKinds),
    oneOf('prescription', 'load_unit', loadUnits),
  ],
);

/** What was done: append-only. Of several logs of a session (a correction, two tabs merged) the newest version counts. */
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
    version: integer().notNull().default(1),
    /** The day it was done, which may be another than it was laid out for. */
    onDate: date({ mode: 'string' }).notNull(),
    effort: integer().notNull(),
    painScore: integer().notNull(),
    painRegion: text(),
    /** Where it hurt on the map of the body, with side; empty where nobody pointed. */
    painPlaces: text().array().notNull().default([]),
    /** Hours slept the night before, and readiness from 1 (empty) to 5 (fresh); null where nobody said. */
    sleepHours: doublePrecision(),
    readiness: integer(),
    note: text().notNull().default(''),
    /** What was left after the last set, by rung; empty where nobody asked. */
    reserve: jsonb().$type<Record<string, 'none' | 'little' | 'planned' | 'lots'>>().notNull().default({}),
    staffId: uuid().references(() => staff.id),
    /** The link an athlete wrote it by; null for the practice's own. */
    linkId: uuid().references(() => athleteLink.id, { onDelete: 'set null' }),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    uniqueIndex('session_log_session').on(t.sessionId, t.version),
    index('session_log_athlete').on(t.athleteId, t.onDate),
    index('session_log_practice').on(t.practiceId, t.onDate),
    index('session_log_staff').on(t.staffId),
    index('session_log_link').on(t.linkId),
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
    side: text({ enum: sideKeys }).notNull(),
    planned: doublePrecision().notNull(),
    done: doublePrecision().notNull(),
    faultId: text(),
    loadKind: text({ enum: loadKinds }),
    loadValue: doublePrecision(),
    loadUnit: text({ enum: loadUnits }),
    /** Where its lever was set, cm or degrees; null for the rung's own. */
    lever: doublePrecision(),
  },
  (t) => [
    primaryKey({ columns: [t.logId, t.rungId, t.setNo, t.side] }),
    oneOf('set_log', 'side', sideKeys),
    oneOf('set_log', 'load_kind', loadKinds),
    oneOf('set_log', 'load_unit', loadUnits),
  ],
);

/** Sets of a session under way, sent one by one; the log takes them in. A session that has some is being done. */
export const liveSet = pgTable(
  'live_set',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    sessionId: uuid()
      .notNull()
      .references(() => coreSession.id, { onDelete: 'cascade' }),
    rungId: text().notNull(),
    setNo: integer().notNull(),
    side: text({ enum: sideKeys }).notNull(),
    done: doublePrecision().notNull(),
    faultId: text(),
    loadKind: text({ enum: loadKinds }),
    loadValue: doublePrecision(),
    loadUnit: text({ enum: loadUnits }),
    at: timestamp({ withTimezone: true }).notNull(),
    staffId: uuid().references(() => staff.id),
  },
  (t) => [
    uniqueIndex('live_set_of').on(t.sessionId, t.rungId, t.setNo, t.side),
    index('live_set_practice').on(t.practiceId),
    index('live_set_staff').on(t.staffId),
    oneOf('live_set', 'side', sideKeys),
    oneOf('live_set', 'load_kind', loadKinds),
    oneOf('live_set', 'load_unit', loadUnits),
  ],
);

export const roleWords = ['opener', 'main', 'accessory', 'keep', 'neck'] as const;

/** The exercise an athlete is on, by what it serves and what for; each row names the proposal that moved it there last. */
export const underWay = pgTable(
  'under_way',
  {
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    quality: text().notNull(),
    role: text({ enum: roleWords }).notNull(),
    /** Where: the name of one of the athlete's places, empty for the usual. */
    place: text().notNull().default(''),
    ladderId: text().notNull(),
    rungId: text().notNull(),
    /** Outside load in the rung's own kind (kg or N); null for none. */
    load: doublePrecision(),
    /** Where its lever is set, cm or degrees; null for the rung's own. */
    lever: doublePrecision(),
    /** How it is set up for this athlete, in words: where to stand, which ball. */
    setting: text(),
    /** The day it began; what began in a block stays through it. */
    since: date({ mode: 'string' }).notNull(),
    proposalId: uuid(),
    updatedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.athleteId, t.quality, t.role, t.place] }),
    oneOf('under_way', 'role', roleWords),
  ],
);

/** Rungs an athlete owns: their mark was met in two sessions, and a coach took it. */
export const ownedRung = pgTable(
  'owned_rung',
  {
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    rungId: text().notNull(),
    proposalId: uuid(),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [primaryKey({ columns: [t.athleteId, t.rungId] })],
);

export const lessonReasons = ['clean', 'lost', 'none', 'little', 'planned', 'lots'] as const;

/** What a log taught of a limit: append-only; of a log that was corrected the newest version's lessons count. */
export const lesson = pgTable(
  'lesson',
  {
    logId: uuid()
      .notNull()
      .references(() => sessionLog.id, { onDelete: 'cascade' }),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    onDate: date({ mode: 'string' }).notNull(),
    rungId: text().notNull(),
    side: text({ enum: sideKeys }).notNull(),
    /** Rungs that are moved with it. */
    group: text().notNull(),
    /** Natural logarithm of the limit after over the limit before. */
    moved: doublePrecision().notNull(),
    before: doublePrecision().notNull(),
    after: doublePrecision().notNull(),
    why: text({ enum: lessonReasons }).notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.logId, t.rungId, t.side] }),
    index('lesson_athlete').on(t.athleteId, t.onDate),
    oneOf('lesson', 'side', sideKeys),
    oneOf('lesson', 'why', lessonReasons),
  ],
);

export interface ProposedState {
  ladderId: string;
  rungId: string;
  sets: number;
  amount: number;
  /** kg or N; null or missing for none. */
  load?: number | null;
  /** cm or degrees; null or missing for the rung's own. */
  lever?: number | null;
  /** How it was set up, in words, so that a decision can be taken back. */
  setting?: string | null;
}

export const proposalKinds = [
  'next_rung',
  'more',
  'stay',
  'shorter',
  'back',
  'less',
  'hold_quality',
] as const;
export const proposalStates = ['open', 'accepted', 'rejected', 'superseded'] as const;

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
    kind: text({ enum: proposalKinds }).notNull(),
    before: jsonb().$type<ProposedState>().notNull(),
    after: jsonb().$type<ProposedState>().notNull(),
    owns: text(),
    reason: text().notNull(),
    /** Missing in proposals made before it was written down. */
    effect: jsonb().$type<ProposalEffect>(),
    /** What the coach took instead of what was proposed. */
    taken: jsonb().$type<ProposedState>(),
    status: text({ enum: proposalStates }).notNull().default('open'),
    decidedAt: timestamp({ withTimezone: true }),
    decidedBy: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    index('proposal_athlete').on(t.athleteId, t.status),
    index('proposal_practice').on(t.practiceId, t.status),
    index('proposal_log').on(t.logId),
    index('proposal_decided_by').on(t.decidedBy),
    oneOf('proposal', 'kind', proposalKinds),
    oneOf('proposal', 'status', proposalStates),
  ],
);

export interface KeptExercise {
  rungId: string;
  sets: number;
  /** In the rung's own unit. */
  amount: number;
  /** kg or N; null for none. */
  load: number | null;
  /** cm or degrees; null or missing for the rung's own. */
  lever?: number | null;
}

/** Exercises a practice keeps together and reuses: a circuit, a sequence of a school. */
export const exerciseSet = pgTable(
  'exercise_set',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    name: text().notNull(),
    items: jsonb().$type<KeptExercise[]>().notNull(),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    uniqueIndex('exercise_set_name').on(t.practiceId, t.name),
    index('exercise_set_staff').on(t.staffId),
  ],
);
