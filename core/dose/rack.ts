import { gravity } from '~/core/body/anthropometry';
import { kgPerLb } from '~/core/body/units';
import type { BandSaid, LoadSaid } from '~/core/catalogue/rung-load';
import { type Rack, usualRack } from './loads';

/** What hangs on a practice's rack, as it is written down: "1-10, 12-40/2". Empty is the usual rack. */
export interface PracticeRack {
  /** Weights in the practice's own unit of mass. */
  readonly hand: string;
  readonly plate: string;
  readonly vest: string;
  readonly ankle: string;
  /** Plates of the cable's stack, in the same unit. */
  readonly stack: string;
  /** How many times the stack outweighs what the hands feel: 1, or 2 with a moving pulley. */
  readonly pulley: 1 | 2;
  readonly bandName: string;
  /** Pulls of the band by the distance from hook to hands: "80:30, 120:62", centimetres and newtons. */
  readonly band: string;
}

export const usualPracticeRack: PracticeRack = {
  hand: '',
  plate: '',
  vest: '',
  ankle: '',
  stack: '',
  pulley: 1,
  bandName: '',
  band: '',
};

const mostWeights = 120;
const heaviest = 500;
const figure = /^\d{1,4}(?:[.,]\d{1,2})?$/;
const number = (text: string): number | undefined =>
  figure.test(text) ? Number(text.replace(',', '.')) : undefined;

/**
 * Reads weights: single ones and ranges, "1-10" by ones, "12-40/2" by twos, parted by spaces or semicolons or commas with a space.
 *
 * @returns them in order, each once; undefined when something cannot be read, is 0 or over 500, or there are more than 120
 */
export function readWeights(text: string): number[] | undefined {
  const parts = text
    .split(/[;\s]+|,(?!\d)|(?<=\d),(?=\s)/)
    .map((part) => part.trim())
    .filter(Boolean);
  const found: number[] = [];
  for (const part of parts) {
    const [range = '', by, ...more] = part.split('/');
    const [from, to, ...rest] = range.split('-').map(number);
    const step = by === undefined ? 1 : number(by);
    if (more.length > 0 || rest.length > 0 || from === undefined || !step) return undefined;
    if (range.includes('-') && (to === undefined || to < from)) return undefined;
    if (by !== undefined && !range.includes('-')) return undefined;
    const last = to ?? from;
    for (let value = from; value <= last + 1e-9; value += step) {
      found.push(Math.round(value * 100) / 100);
      if (found.length > mostWeights) return undefined;
    }
  }
  return found.every((value) => value > 0 && value <= heaviest)
    ? [...new Set(found)].sort((a, b) => a - b)
    : undefined;
}

/**
 * Reads pulls of a band, "80:30 120:62", the shortest first; at least two, and never less pull further out.
 *
 * @returns undefined when they are none
 */
export function readBand(text: string): BandSaid['readings'] | undefined {
  const found = text
    .split(/[;,\s]+/)
    .filter(Boolean)
    .map((pair) => pair.split(':').map(number));
  const readings = found.flatMap(([cm, newtons]) =>
    cm !== undefined && newtons !== undefined ? [{ cm, newtons }] : [],
  );
  if (readings.length < 2 || readings.length !== found.length) return undefined;
  readings.sort((a, b) => a.cm - b.cm);
  const rises = readings.every((one, i) => {
    const before = readings[i - 1];
    return !before || (one.cm > before.cm && one.newtons > before.newtons);
  });
  return rises ? readings : undefined;
}

/** Whoever has no cable at hand pulls on a band. */
const bandForCable = (kit: readonly string[] | undefined): boolean =>
  kit !== undefined && !kit.includes('cable');

/**
 * The loads of a practice's rack, in kg and newtons.
 *
 * @param kit what the athlete has at hand; without it, everything
 */
export function rackOf(rack: PracticeRack, massUnit: 'kg' | 'lb', kit?: readonly string[]): Rack {
  const unit = massUnit === 'lb' ? kgPerLb : 1;
  const weights = (text: string, usual: readonly number[] | undefined): readonly number[] => {
    const read = text.trim() === '' ? undefined : readWeights(text);
    return read && read.length > 0 ? read.map((value) => value * unit) : (usual ?? []);
  };
  const stack = rack.stack.trim() === '' ? undefined : readWeights(rack.stack);
  const band = readBand(rack.band);
  const [shortest, longest] = [band?.[0]?.newtons ?? 0, band?.at(-1)?.newtons ?? 0];
  // Between its first and its last reading a band gives any pull: tens of newtons are told apart.
  const pulls = (usualRack.band_N ?? []).filter(
    (value) => band === undefined || (value >= shortest && value <= longest),
  );
  return {
    ...usualRack,
    hand_kg: weights(rack.hand, usualRack.hand_kg),
    pelvis_kg: weights(rack.plate, usualRack.pelvis_kg),
    vest_kg: weights(rack.vest, usualRack.vest_kg),
    ankle_kg: weights(rack.ankle, usualRack.ankle_kg),
    band_N: pulls,
    ...(bandForCable(kit)
      ? { cable_N: pulls }
      : stack
        ? { cable_N: stack.map((value) => (value * unit * gravity) / rack.pulley) }
        : {}),
  };
}

/** How loads are said in a practice: its unit, its stack, where to stand with its band. */
export function loadSaid(
  rack: PracticeRack | undefined,
  massUnit: 'kg' | 'lb',
  kit?: readonly string[],
): LoadSaid {
  const readings = rack && readBand(rack.band);
  return {
    massUnit,
    pulley: rack && rack.stack.trim() !== '' ? rack.pulley : undefined,
    band: rack && readings ? { name: rack.bandName, readings } : undefined,
    bandForCable: bandForCable(kit),
  };
}
