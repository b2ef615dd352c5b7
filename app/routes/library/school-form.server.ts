import { type CatalogueEdit, differences, type OwnSchool, ownSchoolSchema } from '~/core/catalogue/edits';
import { lumbarSchema, positionSchema } from '~/core/catalogue/schema';
import type { Trade } from '~/core/catalogue/trade';

/** Reads the form of an own school. */

export type SchoolRead =
  | { readonly ok: true; readonly edit: CatalogueEdit; readonly reason: string }
  | { readonly ok: false; readonly errors: Readonly<Record<string, string>> };

const text = (form: FormData, name: string): string => String(form.get(name) ?? '').trim();

/** A school as the form has it: a copy of `from` with what was written and ticked. */
function formSchool(form: FormData, trade: Trade, from: string): unknown {
  return {
    from,
    name: text(form, 'name'),
    belief: text(form, 'belief'),
    instructions: text(form, 'instructions'),
    doses: text(form, 'doses'),
    chooses: text(form, 'chooses'),
    rejects: text(form, 'rejects'),
    counts: text(form, 'counts'),
    words: Object.fromEntries(
      positionSchema.options.map((position) => [position, text(form, `cue-${position}`)]),
    ),
    avoid_lumbar: lumbarSchema.options.filter((movement) => form.has(`lumbar-${movement}`)),
    fits: Object.fromEntries(
      trade.ladders.flatMap(({ id }) => (text(form, `fit-${id}`) ? [[id, text(form, `fit-${id}`)]] : [])),
    ),
    uses: Object.fromEntries(trade.disputes.map(({ id }) => [id, form.has(`uses-${id}`)])),
  };
}

/** What stands of a school, in the shape of the form. */
function standing(trade: Trade, id: string): OwnSchool | undefined {
  const school = trade.schools.find((one) => one.id === id);
  if (!school) return undefined;
  const { id: _, hidden: __, from, ...said } = school;
  return {
    ...said,
    avoid_lumbar: lumbarSchema.options.filter((movement) => said.avoid_lumbar.includes(movement)),
    from: from ?? id,
    fits: Object.fromEntries(
      trade.ladders.flatMap((ladder) => {
        const fit = ladder.schools[id];
        return fit ? [[ladder.id, fit] as const] : [];
      }),
    ),
    uses: Object.fromEntries(trade.disputes.map((dispute) => [dispute.id, dispute.used_by.includes(id)])),
  };
}

/**
 * The edit a form asks for: a copy of a shipped school under a new id, or what was changed of an own one.
 *
 * @param schoolId the school the page shows
 * @param newId the id a copy takes
 */
export function readSchool(form: FormData, trade: Trade, schoolId: string, newId: string): SchoolRead {
  const reason = text(form, 'reason');
  const intent = text(form, 'intent');
  const refuse = (said: string) => ({ ok: false, errors: { form: said } }) as const;
  const missing: Readonly<Record<string, string>> = reason
    ? {}
    : { reason: 'Say why, for whoever reads this later.' };
  if (intent === 'hide' || intent === 'restore')
    return reason
      ? { ok: true, edit: { op: intent, kind: 'school', entryId: schoolId }, reason }
      : { ok: false, errors: missing };
  const before = standing(trade, schoolId);
  if (!before) return refuse('This school is not here any more.');
  const read = ownSchoolSchema.safeParse(formSchool(form, trade, before.from));
  if (!read.success) {
    const errors: Record<string, string> = { ...missing };
    for (const { path, message } of read.error.issues) {
      const [field, part] = path.map(String);
      errors[field === 'words' ? `cue-${part}` : (field ?? 'form')] ??= message;
    }
    return { ok: false, errors };
  }
  if (!reason) return { ok: false, errors: missing };
  if (intent === 'copy')
    return trade.schools.some(({ name }) => name.toLowerCase() === read.data.name.toLowerCase())
      ? { ok: false, errors: { name: 'There is a school of this name. Give it one of its own.' } }
      : { ok: true, edit: { op: 'add', kind: 'school', entryId: newId, school: read.data }, reason };
  const patch = differences<OwnSchool>(before, read.data);
  return Object.keys(patch).length === 0
    ? refuse('Nothing was changed.')
    : { ok: true, edit: { op: 'change', kind: 'school', entryId: schoolId, patch }, reason };
}
