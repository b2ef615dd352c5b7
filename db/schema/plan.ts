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
import type { ByHand } from '~/core/plan/hand/by-hand';
import type { AimedDoses } from '~/core/plan/season';
import type { SeasonTemplate } from '~/core/plan/template';
import type { Issue } from '~/core/result';
import { oneOf, sideKeys } from './one-of';
import { athlete, practice, staff } from './practice';

const eventPriorities = ['A', 'B', 'C'] as const;
const phaseWords = ['ground', 'build', 'load', 'sport', 'sharpen', 'hold', 'restore'] as const;
const weekKinds = ['black', 'sharpen', 'restore', 'event', 'after', 'deload', 'load'] as const;

export const seasonHows = ['planned', 'by_hand', 'repeated', 'restored'] as const;
export type SeasonHow = (typeof seasonHows)[number];

const cellTiers = ['main', 'keep'] as const;
export const tierWords = ['main', 'keep', 'rest'] as const;

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
    priority: text({ enum: eventPriorities }).notNull(),
    /** Expected time in minutes; the discipline's default when null. */
    minutes: doublePrecision(),
    /** Steps, strokes, strides or cycles a minute; the discipline's default when null. */
    perMinute: doublePrecision(),
    /** Five minutes on the day before it. */
    primer: boolean().notNull().default(false),
    /** How often it was changed, and when last: a calendar is told so. */
    sequence: integer().notNull().default(0),
    changedAt: timestamp({ withTimezone: true }),
  },
  (t) => [
    index('event_athlete').on(t.athleteId, t.onDate),
    index('event_practice').on(t.practiceId, t.onDate),
    oneOf('event', 'priority', eventPriorities),
  ],
);

/** A frame many seasons have in common, under a name. */
export const seasonTemplate = pgTable(
  'season_template',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    name: text().notNull(),
    frame: jsonb().$type<SeasonTemplate>().notNull(),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull(),
  },
  (t) => [
    uniqueIndex('season_template_name').on(t.practiceId, t.name),
    index('season_template_staff').on(t.staffId),
  ],
);

/** Events that were removed: calendars that have them are told that they are off. */
export const goneEvent = pgTable(
  'gone_event',
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
    sequence: integer().notNull(),
    goneAt: timestamp({ withTimezone: true }).notNull(),
  },
  (t) => [
    index('gone_event_athlete').on(t.athleteId, t.onDate),
    index('gone_event_practice').on(t.practiceId),
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
  (t) => [index('blackout_athlete').on(t.athleteId, t.fromDate), index('blackout_practice').on(t.practiceId)],
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
    /** How it came about: planned by the rules, moved by hand, a week repeated, or an earlier one again. */
    how: text({ enum: seasonHows }).notNull().default('planned'),
    /** Kept beside the one that stands: no session is laid out from it. */
    aside: boolean().notNull().default(false),
    /** Locks, phases and rules that a coach has set. */
    byHand: jsonb().$type<ByHand>().notNull().default({}),
    /** Doses before they became whole sets, which the next version stays near; null for seasons from before. */
    aimed: jsonb().$type<AimedDoses>(),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    oneOf('season_version', 'how', seasonHows),
    index('season_version_athlete').on(t.athleteId, t.createdAt),
    index('season_version_practice').on(t.practiceId),
    index('season_version_staff').on(t.staffId),
  ],
);

export const planWeek = pgTable(
  'plan_week',
  {
    seasonVersionId: uuid()
      .notNull()
      .references(() => seasonVersion.id, { onDelete: 'cascade' }),
    index: integer().notNull(),
    startsOn: date({ mode: 'string' }).notNull(),
    phase: text({ enum: phaseWords }).notNull(),
    kind: text({ enum: weekKinds }).notNull(),
    retest: boolean().notNull(),
    blackDays: integer().notNull(),
    minutes: integer().notNull(),
    minutesAvailable: integer().notNull(),
    /** Sessions its days leave. */
    sessions: integer().notNull().default(0),
    /** The main quality its block is named for; null for none. */
    focus: text(),
    /** Kept qualities that wait this week, the longest off first. */
    waiting: text().array().notNull().default([]),
    /** What was wanted when its sessions were laid out and is not on the card, and why. */
    leftOut: jsonb().$type<Issue[]>().notNull().default([]),
    reasons: text().array().notNull(),
    eventIds: uuid().array().notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.seasonVersionId, t.index] }),
    oneOf('plan_week', 'phase', phaseWords),
    oneOf('plan_week', 'kind', weekKinds),
  ],
);

export const weekDose = pgTable(
  'week_dose',
  {
    seasonVersionId: uuid()
      .notNull()
      .references(() => seasonVersion.id, { onDelete: 'cascade' }),
    weekIndex: integer().notNull(),
    quality: text().notNull(),
    side: text({ enum: sideKeys }).notNull(),
    dose: doublePrecision().notNull(),
    /** Whole sets of this side. */
    sets: integer().notNull().default(0),
    tier: text({ enum: cellTiers }).notNull().default('keep'),
  },
  (t) => [
    primaryKey({ columns: [t.seasonVersionId, t.weekIndex, t.quality, t.side] }),
    oneOf('week_dose', 'side', sideKeys),
    oneOf('week_dose', 'tier', cellTiers),
  ],
);

/** A tier a coach has set by hand for an athlete's quality, and why: pinned as main, kept only, or set aside. */
export const tierChoice = pgTable(
  'tier_choice',
  {
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    quality: text().notNull(),
    tier: text({ enum: tierWords }).notNull(),
    reason: text().notNull(),
    staffId: uuid().references(() => staff.id),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (t) => [
    primaryKey({ columns: [t.athleteId, t.quality] }),
    index('tier_choice_practice').on(t.practiceId),
    index('tier_choice_staff').on(t.staffId),
    oneOf('tier_choice', 'tier', tierWords),
  ],
);
