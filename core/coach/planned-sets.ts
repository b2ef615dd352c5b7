import type { Side, SideKey } from '~/core/catalogue/qualities';

export interface PlannedSet {
  readonly setNo: number;
  readonly side: SideKey;
}

/** The sets of a prescription in the order they are done: weaker side first, the extra set last. */
export function plannedSets(item: {
  readonly sets: number;
  readonly sided: boolean;
  readonly firstSide: Side | null;
  readonly extraSetSide: Side | null;
}): PlannedSet[] {
  const first = item.firstSide ?? 'left';
  const order: readonly SideKey[] = item.sided ? [first, first === 'left' ? 'right' : 'left'] : ['both'];
  const sets = Array.from({ length: item.sets }, (_, i) =>
    order.map((side) => ({ setNo: i + 1, side })),
  ).flat();
  return item.extraSetSide ? [...sets, { setNo: item.sets + 1, side: item.extraSetSide }] : sets;
}
