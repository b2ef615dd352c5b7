import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from 'react';

export interface KeyHelp {
  /** As shown: "Space", "F 1-9". */
  key: string;
  says: string;
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

/** Listens for the view's single-letter keys, unless somebody types or a dialog is open. */
export function useViewKeys(help: readonly KeyHelp[], onKey: (event: KeyboardEvent) => void): void {
  const { setHelp, lettersOn } = useKeyRegistry();
  const handler = useRef(onKey);
  handler.current = onKey;
  // The text of the keys decides, not the identity of the list.
  const text = JSON.stringify(help);
  useEffect(() => {
    setHelp(JSON.parse(text) as KeyHelp[]);
    return () => setHelp([]);
  }, [text, setHelp]);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat || isTyping(event.target)) return;
      if (document.querySelector('[role="dialog"]')) return;
      if (!lettersOn && event.key.length === 1 && event.key !== ' ') return;
      // Space presses the focused button; only elsewhere it is the view's key.
      if (
        event.key === ' ' &&
        event.target instanceof HTMLElement &&
        event.target.closest('button,a,[role="radio"]') &&
        !event.target.closest('[data-space-through]')
      )
        return;
      handler.current(event);
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [lettersOn]);
}
