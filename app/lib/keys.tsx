import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { tinykeys } from 'tinykeys';

export interface KeyHelp {
  /** As shown: "Space", "F 1-9". */
  readonly key: string;
  readonly says: string;
}

/** A key of a view: what the help shows of it, and what it does. */
export interface ViewKey extends KeyHelp {
  /** As the keyboard calls it: "Space", "f", "([0-9])". */
  readonly on: string;
  readonly does: (event: KeyboardEvent) => void;
}

interface Registry {
  help: readonly KeyHelp[];
  setHelp: (help: readonly KeyHelp[]) => void;
  lettersOn: boolean;
  setLettersOn: (on: boolean) => void;
}

const KeysContext = createContext<Registry | null>(null);
const storageKey = 'zest-pillar.letter-keys';

/** Holds the keys of the view at hand and whether single letters act. */
export function KeysProvider({ children }: { children: ReactNode }) {
  const [help, setHelp] = useState<readonly KeyHelp[]>([]);
  const [lettersOn, setOn] = useState(true);
  useEffect(() => setOn(localStorage.getItem(storageKey) !== 'off'), []);
  const value = useMemo(
    () => ({
      help,
      setHelp,
      lettersOn,
      setLettersOn: (on: boolean) => {
        localStorage.setItem(storageKey, on ? 'on' : 'off');
        setOn(on);
      },
    }),
    [help, lettersOn],
  );
  return <KeysContext value={value}>{children}</KeysContext>;
}

export function useKeyRegistry(): Registry {
  const registry = useContext(KeysContext);
  if (!registry) throw new Error('keys are used outside their provider');
  return registry;
}

export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
  );
}

/** Space presses the focused button; only elsewhere it is the view's key. */
const pressesButton = (event: KeyboardEvent): boolean =>
  event.key === ' ' &&
  event.target instanceof HTMLElement &&
  event.target.closest('button,a,[role="radio"]') !== null &&
  !event.target.closest('[data-space-through]');

/** Tells the help of keys that a view listens to by itself. */
export function useKeyHelp(keys: readonly KeyHelp[]): void {
  const { setHelp } = useKeyRegistry();
  // The text of the keys decides, not the identity of the list.
  const shown = JSON.stringify(keys.map(({ key, says }): KeyHelp => ({ key, says })));
  useEffect(() => {
    setHelp(JSON.parse(shown) as KeyHelp[]);
    return () => setHelp([]);
  }, [shown, setHelp]);
}

/** Listens for the view's keys, unless somebody types or a dialog is open, and tells the help of them. */
export function useViewKeys(keys: readonly ViewKey[]): void {
  const { lettersOn } = useKeyRegistry();
  const latest = useRef(keys);
  latest.current = keys;
  useKeyHelp(keys);
  const bound = keys.map(({ on }) => on).join(' ');
  useEffect(
    () =>
      tinykeys(
        window,
        Object.fromEntries(
          bound
            .split(' ')
            .map((on, i) => [`[Shift]+${on}`, (event: KeyboardEvent) => latest.current[i]?.does(event)]),
        ),
        {
          ignore: (event) =>
            event.repeat ||
            event.isComposing ||
            isTyping(event.target) ||
            document.querySelector('[role="dialog"]') !== null ||
            (!lettersOn && event.key.length === 1 && event.key !== ' ') ||
            pressesButton(event),
        },
      ),
    [bound, lettersOn],
  );
}
