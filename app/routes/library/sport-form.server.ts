import { parseDecimal } from '~/core/body/units';
import { discipline } from '~/core/catalogue';
import { type CatalogueEdit, differences, ownSportSchema, type SportPatch } from '~/core/catalogue/edits';
import { type QualityId, qualityIds } from '~/core/catalogue/qualities';
import type { Trade, TradeDiscipline } from '~/core/catalogue/trade';

/** Reads the form of what a sport asks. */

export type SportRead =
  | { readonly ok: true; readonly edit: CatalogueEdit; readonly reason: string }
  | { readonly ok: false; readonly errors: Readonly<Record<string, string>> };

const text = (form: FormData, name: string): string => String(form.get(name) ?? '').trim();

/** A figure as typed; text that is none stays, to be refused at its field. */
const figure = (form: FormData, name: string): number | string =>
  parseDecimal(text(form, name)) ?? text(form, name);

/** What is said of a sport, in the shape of a copy: of the cells only those that are not as what it came from. */
const standing = (sport: TradeDiscipline): Omit<Required<SportPatch>, 'from' | 'name'> => ({
  profile: Object.fromEntries(sport.otherwise.map((id) => [id, sport.profile[id]])),
  asks: sport.asks,
  minutes: sport.exposure.minutes,
  perMinute: sport.exposure.perMinute,
});

/**
 * The edit a form asks for: what a practice says otherwise of a sport, or a copy of it under a new id.
 *
 * @param sportId the sport the page shows
 * @param newId the id a copy takes
 */
export function readSport(form: FormData, trade: Trade, sportId: string, newId: string): SportRead {
  const reason = text(form, 'reason');
  const intent = text(form, 'intent');
  const refuse = (said: string) => ({ ok: false, errors: { form: said } }) as const;
  const missing: Readonly<Record<string, string>> = reason
    ? {}
    : { reason: 'Say why, for whoever reads this later.' };
  if (intent === 'hide' || intent === 'restore')
    return reason
      ? { ok: true, edit: { op: intent, kind: 'sport', entryId: sportId }, reason }
      : { ok: false, errors: missing };
  const before = trade.disciplines.find(({ id }) => id === sportId);
  if (!before) return refuse('This sport is not here any more.');
  // A copy of a copy is one of what that was copied from.
  const from = before.from ?? before.id;
  const shipped = discipline(from).profile;
  const cells = qualityIds
    .map((id): [QualityId, number | string] => [id, figure(form, `d.${id}`)])
    .filter(([id, demand]) => demand !== shipped[id]);
  const copies = intent === 'copy';
  const read = ownSportSchema.safeParse({
    from,
    name: copies || before.from !== null ? text(form, 'name') : before.name,
    asks: text(form, 'asks'),
    profile: Object.fromEntries(cells),
    minutes: figure(form, 'minutes'),
    perMinute: figure(form, 'perMinute'),
  });
  if (!read.success) {
    const errors: Record<string, string> = { ...missing };
    for (const { path, message } of read.error.issues) {
      const [field, part] = path.map(String);
      errors[field === 'profile' ? `d.${part}` : (field ?? 'form')] ??= /^Invalid|expected/.test(message)
        ? 'Enter a figure.'
        : message;
    }
    return { ok: false, errors };
  }
  if (!reason) return { ok: false, errors: missing };
  const { name, from: _, ...said } = read.data;
  const taken = (but?: string) =>
    trade.disciplines.some(({ id, name: its }) => id !== but && its.toLowerCase() === name.toLowerCase());
  const another = {
    ok: false,
    errors: { name: 'There is a sport of this name. Give it one of its own.' },
  } as const;
  if (copies)
    return taken()
      ? another
      : { ok: true, edit: { op: 'add', kind: 'sport', entryId: newId, sport: read.data }, reason };
  if (before.from !== null && taken(before.id)) return another;
  const patch = differences<SportPatch>(
    { ...standing(before), name: before.name },
    before.from === null ? said : { ...said, name },
  );
  return Object.keys(patch).length === 0
    ? refuse('Nothing was changed.')
    : { ok: true, edit: { op: 'change', kind: 'sport', entryId: sportId, patch }, reason };
}
