import { index, jsonb, pgTable, text, timestamp, uuid } from 'drizzle-orm/pg-core';
import { athlete, practice } from './practice';

/** Small, derived: what lists show of an athlete's pillar, with the trials it was made from. */
export interface PillarCell {
  quality: string;
  side: 'left' | 'right' | 'both';
  capability: number | null;
  confidence: number;
  demand: number;
  priority: number;
  verdict: string;
}

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
    catalogueVersion: text().notNull(),
    trialIds: uuid().array().notNull(),
    settings: jsonb().$type<Record<string, unknown>>().notNull(),
    cells: jsonb().$type<PillarCell[]>().notNull(),
  },
  (t) => [index('priority_run_athlete').on(t.athleteId, t.createdAt)],
);
