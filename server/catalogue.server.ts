import type { CatalogueEdit } from '~/core/catalogue/edits';
import type { Trade } from '~/core/catalogue/trade';
import { editCatalogue, editHistory } from '~/db/queries/catalogue';
import { type SignedIn, writeAudit } from '~/db/queries/practice';

/** What became of an edit: kept, or why not. */
export type EditOutcome = { readonly ok: true } | { readonly ok: false; readonly why: string };

/** Keeps an edit of the catalogue with its audit line; a second click of the same edit is no second edit. */
export async function keepEdit(
  who: SignedIn,
  id: string,
  revision: number,
  { edit, reason }: { edit: CatalogueEdit; reason: string },
): Promise<EditOutcome> {
  const kept = await editCatalogue(
    { id, practiceId: who.practiceId, staffId: who.staffId, reason, edit },
    revision,
  );
  if (kept === 'stale')
    return {
      ok: false,
      why: 'Somebody changed the library after you opened this page. Nothing was overwritten; open it again.',
    };
  if (kept === 'kept')
    await writeAudit({
      practiceId: who.practiceId,
      staffId: who.staffId,
      action: 'change',
      subject: 'catalogue',
    });
  return { ok: true };
}

const patchWords: Readonly<Record<string, string>> = {
  rest_s: 'rest',
  note: 'how',
  do: 'cues',
  avoid: 'what not to do',
  tell: 'what to say',
  setUp: 'set-up',
};

function whatWasDone(edit: CatalogueEdit, name: string): string {
  switch (edit.op) {
    case 'hide':
      return `Hid ${name}`;
    case 'restore':
      return `Restored ${name}`;
    case 'add':
      return `Added ${edit.rung.name}`;
    case 'change':
      return `Changed ${Object.keys(edit.patch)
        .map((key) => patchWords[key] ?? key)
        .join(', ')} of ${name}`;
  }
}

/** The history of some entries as lines, the newest first. */
export async function historyOf(who: SignedIn, trade: Trade, entryIds: readonly string[]) {
  const rows = await editHistory(who.practiceId, entryIds);
  const name = (id: string) =>
    trade.hasRung(id)
      ? trade.rung(id).name
      : (trade.ladders.find((each) => each.id === id)?.name ??
        trade.tests.find((each) => each.id === id)?.name ??
        'an entry that is gone');
  return rows.map((row) => ({
    id: row.id,
    entryId: row.entryId,
    on: row.at.toISOString().slice(0, 10),
    by: row.by,
    what: whatWasDone(row.edit, name(row.entryId)),
    reason: row.reason,
  }));
}
