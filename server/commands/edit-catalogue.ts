import { z } from 'zod';
import { type CatalogueEdit, catalogueEditSchema } from '~/core/catalogue/edits';
import type { Trade } from '~/core/catalogue/trade';
import { refuse } from '~/core/result';
import { editCatalogue as editCatalogueRow } from '~/db/queries/catalogue';
import { staffIdOf } from '../principal/principal';
import { command, done, standsAlready } from './command';
import { id, line } from './fields';

/** Is the entry of an edit one the catalogue has? */
function isKnown(trade: Trade, edit: CatalogueEdit): boolean {
  if (edit.kind === 'school') {
    // What is shipped is copied, and only copies are changed.
    const isShipped = (id: string) => trade.schools.some(({ id: its, from }) => its === id && from === null);
    const known = trade.schools.find(({ id: its }) => its === edit.entryId);
    if (edit.op === 'add') return known === undefined && isShipped(edit.school.from);
    const from = edit.op === 'change' ? edit.patch.from : undefined;
    return known !== undefined && known.from !== null && (from === undefined || isShipped(from));
  }
  if (edit.kind === 'sport') {
    const isShipped = (id: string) => trade.disciplines.some((one) => one.id === id && one.from === null);
    const known = trade.disciplines.find((one) => one.id === edit.entryId);
    if (edit.op === 'add') return known === undefined && isShipped(edit.sport.from);
    // Only a copy has a name of its own, and it stays a copy of what it was copied from.
    const said = edit.op === 'change' ? edit.patch : {};
    return known !== undefined && said.from === undefined && (said.name === undefined || known.from !== null);
  }
  if (edit.op === 'add')
    return trade.hasLadder(edit.ladderId) && (edit.afterRungId === null || trade.hasRung(edit.afterRungId));
  if (edit.kind === 'rung') return trade.hasRung(edit.entryId);
  return edit.kind === 'ladder' ? trade.hasLadder(edit.entryId) : trade.hasTest(edit.entryId);
}

/** Keeps an edit of the catalogue with its reason; a second click of the same edit is no second edit. */
export const editCatalogue = command({
  title: 'catalogue.edit',
  action: 'catalogue.edit',
  input: z.object({
    id,
    revision: z.number().int().min(0),
    reason: line(1, 300, 'catalogue.reason'),
    edit: catalogueEditSchema,
  }),
  async run(principal, { id: editId, revision, reason, edit }) {
    if (!isKnown(principal.trade, edit)) return refuse('catalogue.unknown', { id: edit.entryId });
    if (edit.op === 'hide' && edit.entryId === principal.schoolId) return refuse('catalogue.works_by_it');
    const kept = await editCatalogueRow(
      { id: editId, practiceId: principal.practiceId, staffId: staffIdOf(principal), reason, edit },
      revision,
    );
    if (kept === 'stale') return refuse('catalogue.stale');
    return kept === 'again'
      ? standsAlready(editId)
      : done(editId, undefined, { entry: edit.entryId, op: edit.op });
  },
});
