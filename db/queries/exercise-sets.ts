import { and, asc, eq } from 'drizzle-orm';
import { db } from '../client.server';
import { exerciseSet } from '../schema';

/** Exercises a practice keeps together. */

export type ExerciseSetRow = typeof exerciseSet.$inferSelect;

export async function setsOfPractice(practiceId: string): Promise<ExerciseSetRow[]> {
  return db
    .select()
    .from(exerciseSet)
    .where(eq(exerciseSet.practiceId, practiceId))
    .orderBy(asc(exerciseSet.name));
}

export async function setById(practiceId: string, id: string): Promise<ExerciseSetRow | undefined> {
  const [row] = await db
    .select()
    .from(exerciseSet)
    .where(and(eq(exerciseSet.practiceId, practiceId), eq(exerciseSet.id, id)));
  return row;
}

/** Keeps a set; one of the same name is written anew. */
export async function putSet(row: typeof exerciseSet.$inferInsert): Promise<void> {
  const { items, staffId, createdAt } = row;
  await db
    .insert(exerciseSet)
    .values(row)
    .onConflictDoUpdate({
      target: [exerciseSet.practiceId, exerciseSet.name],
      set: { items, staffId, createdAt },
    });
}

export async function removeSet(practiceId: string, id: string): Promise<boolean> {
  const rows = await db
    .delete(exerciseSet)
    .where(and(eq(exerciseSet.practiceId, practiceId), eq(exerciseSet.id, id)))
    .returning({ id: exerciseSet.id });
  return rows.length > 0;
}
