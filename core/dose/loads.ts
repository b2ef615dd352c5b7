import { loadFelt } from '~/core/body/inverse';
import { hasMoment, limitByMoment } from '~/core/body/moment';
import type { LoadKind } from '~/core/body/posture';
import type { Rung } from '~/core/catalogue';
import type { Gate } from '~/core/clear/gate';
import { type LimitAthlete, startValue } from './limits';

/** Loads that exist: what hangs on the rack, by how it is put on. */

/** Weights (kg) and tensions (N) of a usual rack; a practice writes down its own. */
export type Rack = Readonly<Partial<Record<LoadKind, readonly number[]>>>;

const steps = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.floor((to - from) / step + 1e-9) + 1 }, (_, i) => from + i * step);

export const usualRack: Rack = {
  hand_kg: [0.5, ...steps(1, 10, 1), ...steps(12, 40, 2)],
  pelvis_kg: [1.25, ...steps(2.5, 40, 2.5)],
  vest_kg: steps(2, 20, 2),
  ankle_kg: steps(0.5, 5, 0.5),
  cable_N: steps(10, 300, 10),
  band_N: steps(10, 150, 10),
  spring_N: steps(10, 100, 10),
};

/** The kit that carries a load; one of it is enough. */
const carriers: Readonly<Partial<Record<LoadKind, readonly string[]>>> = {
  hand_kg: ['dumbbell', 'medicine_ball'],
  pelvis_kg: ['plate', 'vest'],
  vest_kg: ['vest'],
  ankle_kg: ['ankle_weight'],
  cable_N: ['cable', 'band'],
  band_N: ['band', 'loop_band'],
  spring_N: ['spring_tower'],
};

/** May a load be put on with this kit? A vest on a plank lies on the pelvis side of the back as a plate does. */
export const kitCarries = (by: LoadKind, kit: readonly string[]): boolean =>
  carriers[by]?.some((item) => kit.includes(item)) ?? by === 'none';

/**
 * Every load a rung can be done at: none where it is optional, then what exists on the rack from the rung's start to the most
 * the gate leaves, in the kit that carries it.
 *
 * @param kilograms false in phases that add none
 */
export function loadsFor(
  a: Pick<LimitAthlete, 'body' | 'under16'> & {
    readonly gate: Pick<Gate, 'rung'>;
    readonly kit: readonly string[];
    readonly rack: Rack;
  },
  rung: Rung,
  kilograms: boolean,
): number[] {
  const { by } = rung.load;
  if (by === 'none') return [0];
  const optional = rung.load.start <= 0;
  const most = a.gate.rung(rung.id).loadMost ?? 0;
  const barred = (by.endsWith('_kg') && !kilograms) || !kitCarries(by, a.kit) || most <= 0;
  if (barred) return optional ? [0] : [];
  const least = optional ? 1e-9 : Math.min(startValue(a, rung), most);
  const exist = (a.rack[by] ?? usualRack[by] ?? []).filter(
    (value) => value >= least - 1e-9 && value <= most + 1e-9,
  );
  // A start that no weight of the rack meets exactly takes the next one down, when there is one.
  const near =
    exist.length === 0
      ? (a.rack[by] ?? usualRack[by] ?? []).filter((value) => value <= most).slice(-1)
      : exist;
  if (!optional) return near;
  // A weight that the moment does not feel is not offered.
  const speaks = hasMoment(rung.posture.archetype) && limitByMoment(rung.posture);
  const felt = (value: number) => loadFelt(rung.posture, a.body, { by, value }, { needs: rung.needs });
  return [0, ...near.filter((value) => !speaks || felt(value))];
}
