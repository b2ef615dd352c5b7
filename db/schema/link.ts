import { date, index, integer, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import type { EventFacts, PillarCell } from '~/core/link/standing';
import { athlete, practice } from './practice';

export type { PillarCell };

/** A ranking as a coach saw it: inputs' ids, settings and version, so that it can be made again. */
export const priorityRun = pgTable(
  'priority_run',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    createdAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    /** The day it was made for, in the practice's time zone. */
    onDate: date({ mode: 'string' }).notNull(),
    catalogueVersion: text().notNull(),
    /** Edits of the catalogue that held. */
    catalogueRevision: integer().notNull().default(0),
    trialIds: uuid().array().notNull(),
    settings: jsonb().$type<Record<string, unknown>>().notNull(),
    /** Events as they stood then: one that is moved since does not move an old ranking. Null for rankings from before. */
    events: jsonb().$type<EventFacts[]>(),
    /** Rungs owned, and qualities held by an open flag of pain, as it was then. Null for rankings from before. */
    owned: text().array(),
    held: text().array(),
    cells: jsonb().$type<PillarCell[]>().notNull(),
  },
  (t) => [
    index('priority_run_athlete').on(t.athleteId, t.createdAt),
    index('priority_run_practice').on(t.practiceId),
  ],
);
