import { and, desc, eq, inArray } from 'drizzle-orm';
import { type CatalogueEdit, readEdits, withEdit } from '~/core/catalogue/edits';
import { db } from '../client.server';
import { catalogueEdit, practice, staff } from '../schema';

export interface NewCatalogueEdit {
  /** Made by the client, so that a retry cannot edit twice. */
  readonly id: string;
  readonly practiceId: string;
  readonly staffId: string;
  readonly reason: string;
  readonly edit: CatalogueEdit;
}

/**
 * Keeps an edit and folds it into what stands, in one transaction. `again` when this edit was kept before; `stale` when
 * somebody edited the catalogue after `revision` was read, and nothing is written.
 */
export async function editCatalogue(
  { id, practiceId, staffId, reason, edit }: NewCatalogueEdit,
  revision: number,
): Promise<'kept' | 'again' | 'stale'> {
  return db.transaction(async (tx) => {
    const [row] = await tx
      .select({ edits: practice.catalogue, revision: practice.catalogueRevision })
      .from(practice)
      .where(eq(practice.id, practiceId))
      .for('update');
    if (!row) return 'stale';
    const [before] = await tx
      .select({ id: catalogueEdit.id })
      .from(catalogueEdit)
      .where(eq(catalogueEdit.id, id));
    if (before) return 'again';
    if (row.revision !== revision) return 'stale';
    const next = revision + 1;
    await tx.insert(catalogueEdit).values({
      id,
      practiceId,
      revision: next,
      kind: edit.kind,
      entryId: edit.entryId,
      edit,
      reason,
      staffId,
    });
    await tx
      .update(practice)
      .set({ catalogue: withEdit(readEdits(row.edits).edits, edit), catalogueRevision: next })
      .where(eq(practice.id, practiceId));
    return 'kept';
  });
}

/** What was done to an entry, the newest first. */
export async function editHistory(practiceId: string, entryIds: readonly string[], limit = 30) {
  if (entryIds.length === 0) return [];
  const rows = await db
    .select({ edit: catalogueEdit, by: staff.name })
    .from(catalogueEdit)
    .leftJoin(staff, eq(staff.id, catalogueEdit.staffId))
    .where(and(eq(catalogueEdit.practiceId, practiceId), inArray(catalogueEdit.entryId, [...entryIds])))
    .orderBy(desc(catalogueEdit.revision))
    .limit(limit);
  return rows.map(({ edit, by }) => ({ ...edit, by: by ?? 'somebody who left' }));
}
