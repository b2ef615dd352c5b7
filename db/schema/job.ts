import { index, jsonb, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import type { SeasonTemplate } from '~/core/plan/template';
import type { Issue } from '~/core/result';
import { oneOf } from './one-of';
import { athlete, practice, staff } from './practice';

export const itemStates = ['waiting', 'doing', 'done', 'refused', 'cancelled'] as const;
export type ItemState = (typeof itemStates)[number];

/** Work for many athletes that nobody waits for: seasons planned for a squad. */
export const job = pgTable(
  'job',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    /** In whose name it is done. */
    staffId: uuid()
      .notNull()
      .references(() => staff.id),
    /** The frame its seasons have in common, as it was when it was asked for; null for none. */
    template: jsonb().$type<SeasonTemplate>(),
    createdAt: timestamp({ withTimezone: true }).notNull(),
  },
  (t) => [index('job_practice').on(t.practiceId, t.createdAt), index('job_staff').on(t.staffId)],
);

/** One athlete of a job. */
export const jobItem = pgTable(
  'job_item',
  {
    jobId: uuid()
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    /** Id of the season it makes: done twice it is one. */
    seasonId: uuid().notNull(),
    state: text({ enum: itemStates }).notNull().default('waiting'),
    /** Why it was refused. */
    why: jsonb().$type<Issue>(),
    startedAt: timestamp({ withTimezone: true }),
  },
  (t) => [
    primaryKey({ columns: [t.jobId, t.athleteId] }),
    index('job_item_open').on(t.state),
    index('job_item_athlete').on(t.athleteId),
    oneOf('job_item', 'state', itemStates),
  ],
);
