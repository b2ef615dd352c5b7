import { type RefObject, useEffect, useRef } from 'react';
import { useViewKeys } from '~/app/lib/keys';

interface ListDeeds {
  readonly take: (athleteIds: readonly string[]) => void;
  readonly later: (athleteIds: readonly string[]) => void;
  readonly tick: (athleteId: string) => void;
  readonly undo: () => void;
}

/**
 * Goes through a list with the keyboard: the row that holds the focus is the one at hand, so that the list is read out as it
 * is gone through. What is done to the ticked rows is done to the one at hand where none is ticked.
 *
 * @param size how many rows there are; when one goes, the next takes its place
 */
export function useListKeys(
  list: RefObject<HTMLElement | null>,
  ticked: readonly string[],
  size: number,
  deeds: ListDeeds,
): void {
  const rows = () => [...(list.current?.querySelectorAll<HTMLElement>('[data-athlete]') ?? [])];
  const at = () => rows().findIndex((row) => row.contains(document.activeElement));
  const last = useRef(-1);
  const go = (to: number) => {
    const all = rows();
    const row = all[Math.max(0, Math.min(all.length - 1, to))];
    row?.querySelector<HTMLElement>('[data-name]')?.focus();
    row?.scrollIntoView({ block: 'nearest' });
    last.current = row ? all.indexOf(row) : -1;
  };
  const hand = () => rows()[Math.max(0, at())];
  const chosen = (): readonly string[] => {
    const one = hand()?.dataset.athlete;
    last.current = at();
    return ticked.length > 0 ? ticked : one ? [one] : [];
  };
  useViewKeys([
    { key: 'J', on: 'j', says: 'The next athlete', does: () => go(at() + 1) },
    { key: 'K', on: 'k', says: 'The athlete before', does: () => go(Math.max(0, at() - 1)) },
    {
      key: 'O',
      on: 'o',
      says: 'Open the first matter',
      does: () => hand()?.querySelector<HTMLElement>('[data-way]')?.click(),
    },
    {
      key: 'X',
      on: 'x',
      says: 'Tick or untick',
      does: () => {
        const athleteId = hand()?.dataset.athlete;
        if (athleteId) deeds.tick(athleteId);
      },
    },
    { key: 'A', on: 'a', says: 'Take what is inside the rules', does: () => deeds.take(chosen()) },
    { key: 'L', on: 'l', says: 'Later: until tomorrow', does: () => deeds.later(chosen()) },
    { key: 'U', on: 'u', says: 'Undo', does: deeds.undo },
  ]);
  // A row that went leaves the hand on the one that took its place.
  const goTo = useRef(go);
  goTo.current = go;
  const was = useRef(size);
  useEffect(() => {
    if (size < was.current && last.current >= 0 && document.activeElement === document.body)
      goTo.current(last.current);
    was.current = size;
  }, [size]);
}
