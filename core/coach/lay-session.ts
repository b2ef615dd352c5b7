import type { LadderQuality } from '~/core/dose/choose';
import { prescriptionMinutes, type TimedWork } from '~/core/dose/work';
import type { Prescription } from './prescription';

/** One session: its order, its pairs, its ten-minute form. */

const front: ReadonlySet<LadderQuality> = new Set(['anti_extension', 'trunk_flexion_control']);
const back: ReadonlySet<LadderQuality> = new Set(['extension_endurance', 'hip_extension']);
const sideways: ReadonlySet<LadderQuality> = new Set(['anti_lateral']);
const turning: ReadonlySet<LadderQuality> = new Set(['anti_rotation', 'pelvic_level']);

/** Place in a session: opener; landings and reactive; control; main exercises; the rest; holds; neck. */
function rank(item: Prescription, focus: LadderQuality | null): number {
  if (item.role === 'neck') return 8;
  if (item.role === 'opener') return 0;
  if (item.quality === 'breath_brace') return 1;
  if (item.quality === 'reactive') return 2;
  if (item.role === 'main') return item.quality === focus ? 4 : 5;
  if (item.quality === 'pelvic_level' && item.unit !== 'hold_s') return 3;
  return item.unit === 'hold_s' ? 7 : 6;
}

const antagonists = (a: Prescription, b: Prescription): boolean =>
  (front.has(a.quality) && back.has(b.quality)) ||
  (back.has(a.quality) && front.has(b.quality)) ||
  (sideways.has(a.quality) && turning.has(b.quality)) ||
  (turning.has(a.quality) && sideways.has(b.quality));

/** Exercises whose position changes too much to take turns with another: they stay alone. */
const alone = (item: Prescription): boolean =>
  item.role === 'opener' ||
  item.role === 'neck' ||
  item.quality === 'reactive' ||
  item.quality === 'breath_brace';

/** Puts items in order and pairs antagonists, one resting while the other works: A1 and A2, B1 and B2. */
export function ordered(items: readonly Prescription[], focus: LadderQuality | null): Prescription[] {
  const row = items
    .map((item, at) => ({ item: { ...item, pair: null as string | null }, at, rank: rank(item, focus) }))
    .sort((a, b) => a.rank - b.rank || a.at - b.at)
    .map(({ item }) => item);
  const out: Prescription[] = [];
  let letter = 0;
  while (row.length > 0) {
    const first = row.shift() as Prescription;
    const at = alone(first) ? -1 : row.findIndex((other) => !alone(other) && antagonists(first, other));
    if (at < 0) {
      out.push(first);
      continue;
    }
    const [second] = row.splice(at, 1);
    const name = String.fromCharCode(65 + letter);
    letter += 1;
    out.push({ ...first, pair: `${name}1` }, { ...(second as Prescription), pair: `${name}2` });
  }
  return out;
}

/**
 * Turns that still stand side by side, by place, counted anew: two of a pair, or what is left of a circuit. An exercise that was
 * parted from its others loses its letter.
 */
export function turnsLeft(pairs: readonly (string | null)[]): (string | null)[] {
  const number = (pair: string) => Number(pair.slice(1));
  const runs: number[][] = [];
  pairs.forEach((pair, i) => {
    const before = pairs[i - 1];
    const run = runs.at(-1);
    if (pair && before && run && pair[0] === before[0] && number(pair) > number(before)) run.push(i);
    else runs.push([i]);
  });
  return runs.flatMap((run) => run.map((at, i) => (run.length > 1 ? `${pairs[at]?.[0]}${i + 1}` : null)));
}

export const minutesOf = (items: readonly Pick<Prescription, 'minutes'>[]): number =>
  items.reduce((sum, item) => sum + item.minutes, 0);

/** What changes with the number of sets. */
type Settable = TimedWork & Pick<Prescription, 'extraSetSide' | 'minutes'>;

/** The same exercise with other sets; its minutes follow, and its dose where it has one. */
export function withSets<T extends Settable>(item: T, sets: number): T {
  const extraSetSide = sets >= 2 ? item.extraSetSide : null;
  const timed = { ...item, sets, wholeSets: sets, extraSetSide };
  const { dose } = item as { readonly dose?: number };
  return {
    ...timed,
    ...(dose !== undefined && item.sets > 0
      ? { dose: Math.round(((dose * sets) / item.sets) * 100) / 100 }
      : {}),
    minutes: prescriptionMinutes(timed),
  };
}

/** Ten minutes and no more: the focus alone, as many of its sets as fit; the first main exercise when there is no focus. */
export function planB<T extends Settable & { readonly quality: string; readonly role: string | null }>(
  items: readonly T[],
  focus: string | null,
  minutes = 10,
): T[] {
  const chosen =
    items.find((item) => item.quality === focus && item.role !== 'opener') ??
    items.find((item) => item.role === 'main') ??
    items.find((item) => item.role !== 'opener');
  if (!chosen) return [];
  let fits = chosen;
  while (fits.sets > 1 && fits.minutes > minutes) fits = withSets(fits, fits.sets - 1);
  return [fits];
}
