import { and, asc, desc, eq, inArray, lte } from 'drizzle-orm';
import {
  type CatalogueEdit,
  type CatalogueEdits,
  noEdits,
  readEdits,
  withEdit,
} from '~/core/catalogue/edits';
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
 * Keeps an edit and folds it into what stands. `again` when this edit was kept before; `stale` when somebody edited the
 * catalogue after `revision` was read, and nothing is written.
 */
export async function editCatalogue(
  { id, practiceId, staffId, reason, edit }: NewCatalogueEdit,
  revision: number,
): Promise<'kept' | 'again' | 'stale'> {
  const [row] = await db
    .select({ edits: practice.catalogue, revision: practice.catalogueRevision })
    .from(practice)
    .where(eq(practice.id, practiceId))
    .for('update');
  if (!row) return 'stale';
  const [before] = await db
    .select({ id: catalogueEdit.id })
    .from(catalogueEdit)
    .where(eq(catalogueEdit.id, id));
  if (before) return 'again';
  if (row.revision !== revision) return 'stale';
  const next = revision + 1;
  await db.insert(catalogueEdit).values({
    id,
    practiceId,
    revision: next,
    kind: edit.kind,
    entryId: edit.entryId,
    edit,
    reason,
    staffId,
  });
  await db
    .update(practice)
    .set({ catalogue: withEdit(readEdits(row.edits).edits, edit), catalogueRevision: next })
    .where(eq(practice.id, practiceId));
  return 'kept';
}

/** The edits as they stood at a revision, folded from the history. */
export async function editsAt(practiceId: string, revision: number): Promise<CatalogueEdits> {
  const rows = await db
    .select({ edit: catalogueEdit.edit })
    .from(catalogueEdit)
    .where(and(eq(catalogueEdit.practiceId, practiceId), lte(catalogueEdit.revision, revision)))
    .orderBy(asc(catalogueEdit.revision));
  return rows.reduce<CatalogueEdits>((edits, { edit }) => withEdit(edits, edit), noEdits);
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
