import { boolean, date, index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { athlete, practice } from './practice';

/** Training of the sport itself: the usual week, and sessions on their days. */

const what = {
  /** HH:MM by the practice's clock; null where it is not known. */
  startsAt: text(),
  minutes: integer().notNull(),
  /** 1 to 10; null where nobody has said. */
  hardness: integer(),
  /** No trunk work in the hours before it. */
  risk: boolean().notNull().default(false),
  name: text().notNull(),
};

export const usualTraining = pgTable(
  'usual_training',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    /** 0 Sunday to 6 Saturday. */
    weekday: integer().notNull(),
    ...what,
  },
  (t) => [index('usual_training_athlete').on(t.athleteId), index('usual_training_practice').on(t.practiceId)],
);

export const sportTraining = pgTable(
  'sport_training',
  {
    id: uuid().primaryKey(),
    practiceId: uuid()
      .notNull()
      .references(() => practice.id),
    athleteId: uuid()
      .notNull()
      .references(() => athlete.id, { onDelete: 'cascade' }),
    onDate: date({ mode: 'string' }).notNull(),
    ...what,
    /** The calendar or file it came from, as that is called; null when it was typed. */
    source: text(),
  },
  (t) => [
    index('sport_training_athlete').on(t.athleteId, t.onDate),
    index('sport_training_practice').on(t.practiceId),
  ],
);
