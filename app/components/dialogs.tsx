import { Command } from 'cmdk';
import * as Dialog from 'radix-ui/dialog';
import { useEffect, useState } from 'react';
import { href, useFetcher, useNavigate } from 'react-router';
import { tinykeys } from 'tinykeys';
import { overlay, sheet } from './keys-dialog';

export interface PaletteItem {
  label: string;
  to: string;
  group: string;
}

/** Ctrl/⌘-K: every athlete and action by a few letters. Its list is fetched when first opened. */
export function CommandPalette() {
  const [open, setOpen] = useState(false);
  const navigate = useNavigate();
  const fetcher = useFetcher<{ items: PaletteItem[] }>({ key: 'palette' });
  useEffect(() => {
    const show = () => setOpen(true);
    const toggle = (event: KeyboardEvent) => {
      event.preventDefault();
      setOpen((was) => !was);
    };
    // Also while somebody types.
    const unbind = tinykeys(window, { 'Control+k': toggle, 'Meta+k': toggle }, { ignore: () => false });
    window.addEventListener('pillar:palette', show);
    return () => {
      unbind();
      window.removeEventListener('pillar:palette', show);
    };
  }, []);
  const { load } = fetcher;
  useEffect(() => {
    if (open) void load(href('/palette'));
  }, [open, load]);
  const items = fetcher.data?.items ?? [];
  const groups = [...new Set(items.map((item) => item.group))];
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className={overlay} />
        <Dialog.Content className={sheet} aria-describedby={undefined}>
          <Dialog.Title className="sr-only">Go to</Dialog.Title>
          <Command label="Go to">
            <Command.Input
              placeholder="Athlete or action …"
              className="w-full border-b border-mortar bg-transparent px-5 py-4 text-lg outline-none"
            />
            <Command.List className="max-h-[50vh] overflow-y-auto p-2">
              <Command.Empty className="px-3 py-4">
                {fetcher.state === 'idle' ? 'Nothing by that name.' : 'Looking …'}
              </Command.Empty>
              {groups.map((group) => (
                <Command.Group
                  key={group}
                  heading={group}
                  className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:text-note [&_[cmdk-group-heading]]:text-quiet"
                >
                  {items
                    .filter((item) => item.group === group)
                    .map((item) => (
                      <Command.Item
                        key={item.to + item.label}
                        value={`${item.label} ${item.to}`}
                        onSelect={() => {
                          setOpen(false);
                          void navigate(item.to);
                        }}
                        className="min-h-11 cursor-pointer rounded-[3px] px-3 py-2.5 data-[selected=true]:bg-ink data-[selected=true]:text-chalk"
                      >
                        {item.label}
                      </Command.Item>
                    ))}
                </Command.Group>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
