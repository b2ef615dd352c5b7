import { and, asc, eq } from 'drizzle-orm';
import { db } from '../client.server';
import { seasonTemplate } from '../schema';

/** Frames of seasons a practice keeps. */

export type SeasonTemplateRow = typeof seasonTemplate.$inferSelect;

export async function templatesOfPractice(practiceId: string): Promise<SeasonTemplateRow[]> {
  return db
    .select()
    .from(seasonTemplate)
    .where(eq(seasonTemplate.practiceId, practiceId))
    .orderBy(asc(seasonTemplate.name));
}

export async function templateById(practiceId: string, id: string): Promise<SeasonTemplateRow | undefined> {
  const [row] = await db
    .select()
    .from(seasonTemplate)
    .where(and(eq(seasonTemplate.practiceId, practiceId), eq(seasonTemplate.id, id)));
  return row;
}

/** Keeps a frame; one of the same name is written anew. */
export async function putTemplate(row: typeof seasonTemplate.$inferInsert): Promise<void> {
  const { frame, staffId, createdAt } = row;
  await db
    .insert(seasonTemplate)
    .values(row)
    .onConflictDoUpdate({
      target: [seasonTemplate.practiceId, seasonTemplate.name],
      set: { frame, staffId, createdAt },
    });
}

export async function removeTemplate(practiceId: string, id: string): Promise<boolean> {
  const rows = await db
    .delete(seasonTemplate)
    .where(and(eq(seasonTemplate.practiceId, practiceId), eq(seasonTemplate.id, id)))
    .returning({ id: seasonTemplate.id });
  return rows.length > 0;
}
