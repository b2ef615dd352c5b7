import * as Dialog from 'radix-ui/dialog';
import { useEffect, useState } from 'react';
import { tinykeys } from 'tinykeys';
import { isTyping, useKeyRegistry } from '~/app/lib/keys';

export const overlay = 'fixed inset-0 z-40 bg-basalt/55 no-print';
export const sheet =
  'fixed left-1/2 top-[12vh] z-50 w-[min(38rem,calc(100vw-2rem))] -translate-x-1/2 border-2 border-ink bg-chalk text-ink no-print';

/** `?`: the keys of the view at hand, and the switch for single letters. */
export function KeysDialog() {
  const { help, lettersOn, setLettersOn } = useKeyRegistry();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const show = () => setOpen(true);
    const unbind = tinykeys(
      window,
      { '[Shift]+?': () => setOpen((was) => !was) },
      { ignore: (event) => event.repeat || isTyping(event.target) },
    );
    window.addEventListener('pillar:keys', show);
    return () => {
      unbind();
      window.removeEventListener('pillar:keys', show);
    };
  }, []);
  const all = [
    ...help,
    { key: 'Ctrl K', says: 'Go to an athlete or action' },
    { key: '?', says: 'These keys' },
  ];
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className={overlay} />
        <Dialog.Content className={`${sheet} p-6`} aria-describedby={undefined}>
          <Dialog.Title className="head text-2xl">Keys of this view</Dialog.Title>
          <dl className="mt-4 grid grid-cols-[auto_1fr] gap-x-5 gap-y-2">
            {all.map(({ key, says }) => (
              <div key={key + says} className="contents">
                <dt>
                  <kbd className="inline-block min-w-8 border border-ink bg-paper px-2 py-0.5 text-center font-bold">
                    {key}
                  </kbd>
                </dt>
                <dd className="py-0.5">{says}</dd>
              </div>
            ))}
          </dl>
          <label className="mt-5 flex min-h-11 items-center gap-3">
            <input
              type="checkbox"
              checked={lettersOn}
              onChange={(event) => setLettersOn(event.target.checked)}
              className="size-5"
            />
            Single-letter keys act
          </label>
          <Dialog.Close className="mt-3 min-h-11 border border-ink px-4 font-bold">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
