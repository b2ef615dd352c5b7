import type { z } from 'zod';
import { parseDecimal } from '~/core/body/units';
import { equipment } from '~/core/catalogue';
import {
  type CatalogueEdit,
  differences,
  type LadderPatch,
  ladderPatchSchema,
  type RungPatch,
  rungPatchSchema,
  type TestPatch,
  testPatchSchema,
} from '~/core/catalogue/edits';
import type { Rung } from '~/core/catalogue/schema';
import { patched, type Trade } from '~/core/catalogue/trade';

/** Reads the forms of the practice's own hand on the catalogue. */

export type FieldErrors = Readonly<Record<string, string>>;
export type EditRead =
  | { readonly ok: true; readonly edit: CatalogueEdit; readonly reason: string }
  | { readonly ok: false; readonly errors: FieldErrors };

const number = (form: FormData, name: string): number =>
  parseDecimal(String(form.get(name) ?? '')) ?? Number.NaN;
const text = (form: FormData, name: string): string => String(form.get(name) ?? '').trim();
const lines = (form: FormData, name: string): string[] =>
  text(form, name)
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

/** Where each part of a patch stands on the form. */
const fieldOf: Readonly<Record<string, string>> = {
  'start.sets': 'startSets',
  'start.amount': 'startAmount',
  'goal.sets': 'goalSets',
  'goal.amount': 'goalAmount',
  rest_s: 'restS',
  'load.start': 'loadStart',
  'load.max': 'loadMax',
  side_gap_pct_max: 'sideGap',
};

function fieldErrors(error: z.ZodError): Record<string, string> {
  const errors: Record<string, string> = {};
  for (const issue of error.issues) {
    const path = issue.path.join('.');
    const field = fieldOf[path] ?? String(issue.path[0] ?? 'form');
    errors[field] ??= issue.message.startsWith('Invalid input') ? 'Enter a number.' : issue.message;
  }
  return errors;
}

/** The rows of targets by sex, age, sport and level; a row without a figure is taken out. */
function readTargets(form: FormData): unknown[] {
  const rows = Math.min(41, Number(form.get('targetRows')) || 0);
  return Array.from({ length: rows }, (_, i) => i).flatMap((i) => {
    const at = (name: string) => text(form, `t${i}${name}`);
    if (!at('value')) return [];
    return [
      {
        value: number(form, `t${i}value`),
        ...(at('sex') ? { sex: at('sex') } : {}),
        ...(at('from') ? { ageFrom: number(form, `t${i}from`) } : {}),
        ...(at('to') ? { ageTo: number(form, `t${i}to`) } : {}),
        ...(at('sport') ? { sport: at('sport') } : {}),
        ...(at('level') ? { level: at('level') } : {}),
      },
    ];
  });
}

/** The kit that was ticked; none of it is "none", as the catalogue writes it. */
function kitOf(form: FormData): string[] {
  const known = new Set(equipment.map(({ id }) => id));
  const kit = form
    .getAll('needs')
    .map(String)
    .filter((id) => known.has(id) && id !== 'none');
  return kit.length > 0 ? kit : ['none'];
}

function readRung(form: FormData, base: Rung): { patch: RungPatch; errors: Record<string, string> } {
  const whole = {
    name: text(form, 'name'),
    note: text(form, 'note'),
    ...(form.has('cues') ? { cues: lines(form, 'cues') } : {}),
    ...(form.has('unit') ? { unit: text(form, 'unit') } : {}),
    ...(form.has('sides') ? { sided: text(form, 'sides') === 'each' } : {}),
    ...(form.has('kitAsked') ? { needs: kitOf(form) } : {}),
    ...(text(form, 'sideGap') ? { side_gap_pct_max: number(form, 'sideGap') } : {}),
    start: { sets: number(form, 'startSets'), amount: number(form, 'startAmount') },
    goal: { sets: number(form, 'goalSets'), amount: number(form, 'goalAmount') },
    rest_s: number(form, 'restS'),
    ...(base.unit === 'reps' ? { tempo: text(form, 'tempo') } : {}),
    ...(base.load.by === 'none'
      ? {}
      : { load: { start: number(form, 'loadStart'), step: base.load.step, max: number(form, 'loadMax') } }),
  };
  const read = rungPatchSchema.safeParse(whole);
  if (!read.success) return { patch: {}, errors: fieldErrors(read.error) };
  const errors: Record<string, string> = {};
  const { start, goal, load } = read.data;
  if (start && goal && goal.amount * goal.sets < start.amount * start.sets)
    errors.goalAmount = 'The goal is less than the start.';
  if (load && load.max < load.start) errors.loadMax = 'The most is less than the start.';
  const before = {
    ...base,
    tempo: base.tempo ?? '',
    side_gap_pct_max: base.advance_when.side_gap_pct_max,
  } as unknown as RungPatch;
  return { patch: differences<RungPatch>(before, read.data), errors };
}

/**
 * An edit from its form. Every edit needs a reason; a change that changes nothing is refused, so that the history only
 * holds what was done.
 *
 * @param newRungId id of an own rung, should the form add one
 */
export function readEdit(form: FormData, trade: Trade, newRungId: string): EditRead {
  const intent = text(form, 'intent');
  const entryId = text(form, 'entryId');
  const reason = text(form, 'reason').slice(0, 300);
  const errors: Record<string, string> = reason ? {} : { reason: 'Say why, for whoever reads this later.' };
  const done = (edit: CatalogueEdit): EditRead =>
    Object.keys(errors).length > 0 ? { ok: false, errors } : { ok: true, edit, reason };
  const refuse = (message: string): EditRead => ({ ok: false, errors: { ...errors, form: message } });

  if (intent === 'hide' || intent === 'restore') {
    const kind = text(form, 'kind');
    if (kind !== 'rung' && kind !== 'ladder' && kind !== 'test') return refuse('This could not be read.');
    return done({ op: intent, kind, entryId });
  }
  if (intent === 'change-ladder') {
    const ladder = trade.ladders.find((ladder) => ladder.id === entryId);
    if (!ladder) return refuse('This ladder is not here any more.');
    const read = ladderPatchSchema.safeParse({
      purpose: text(form, 'purpose'),
      breath: text(form, 'breath'),
      do: lines(form, 'do'),
      avoid: lines(form, 'avoid'),
    });
    if (!read.success) return { ok: false, errors: { ...errors, ...fieldErrors(read.error) } };
    const patch = differences<LadderPatch>(ladder, read.data);
    if (Object.keys(patch).length === 0) return refuse('Nothing was changed.');
    return done({ op: 'change', kind: 'ladder', entryId, patch });
  }
  if (intent === 'change-test') {
    const test = trade.tests.find((test) => test.id === entryId);
    if (!test) return refuse('This test is not here any more.');
    const own = trade.ownTest(entryId);
    const orNull = (name: string) => (text(form, name) ? number(form, name) : null);
    const read = testPatchSchema.safeParse({
      ...(form.has('target') ? { target: orNull('target') } : {}),
      ...(form.has('targetRows') ? { targets: readTargets(form) } : {}),
      ...(form.has('typicalError') ? { typicalError: orNull('typicalError') } : {}),
      ...(form.has('tell') ? { tell: text(form, 'tell') } : {}),
      ...(form.has('setUp') ? { setUp: text(form, 'setUp') } : {}),
    });
    if (!read.success) return { ok: false, errors: { ...errors, ...fieldErrors(read.error) } };
    const outside = (value: number) => value < test.min || value > test.max;
    const range = `From ${test.min} to ${test.max} ${test.unit}.`;
    if (read.data.target && outside(read.data.target))
      return { ok: false, errors: { ...errors, target: range } };
    if (read.data.targets?.some((target) => outside(target.value)))
      return { ok: false, errors: { ...errors, targets: range } };
    const before: TestPatch = {
      target: own.target ?? null,
      targets: own.targets ?? [],
      typicalError: own.typicalError ?? null,
      tell: test.tell,
      setUp: test.setUp,
    };
    const patch = differences<TestPatch>(before, read.data);
    if (Object.keys(patch).length === 0) return refuse('Nothing was changed.');
    return done({ op: 'change', kind: 'test', entryId, patch });
  }
  if (!trade.hasRung(entryId)) return refuse('This rung is not here any more.');
  const base = trade.rung(entryId);
  const { patch, errors: wrong } = readRung(form, base);
  Object.assign(errors, wrong);
  if (Object.keys(wrong).length > 0) return { ok: false, errors };
  if (intent === 'change-rung') {
    if (Object.keys(patch).length === 0) return refuse('Nothing was changed.');
    return done({ op: 'change', kind: 'rung', entryId, patch });
  }
  if (intent === 'add-rung') {
    if (!patch.name) return { ok: false, errors: { ...errors, name: 'Give it a name of its own.' } };
    const rung: Rung = { ...patched(base, patch), id: newRungId };
    return done({
      op: 'add',
      kind: 'rung',
      entryId: newRungId,
      ladderId: trade.ladderOf(entryId).id,
      afterRungId: entryId,
      rung,
    });
  }
  return refuse('This could not be read. Open the page again.');
}
