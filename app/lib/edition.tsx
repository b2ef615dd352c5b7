import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react';

/** The edition of the program on this device: kept for use without network, replaced only when somebody says so. */

interface Edition {
  /** A newer one is here and waits. */
  readonly waiting: boolean;
  /** Goes over to it; the page loads anew. */
  readonly take: () => void;
}

const EditionContext = createContext<Edition>({ waiting: false, take: () => undefined });
export const useEdition = (): Edition => useContext(EditionContext);

/** How often a page that stays open asks whether there is a newer edition. */
const askEveryMs = 15 * 60_000;
/** A worker takes the pages that are there when it comes up; one that it has not taken by then asks to be. */
const claimAfterMs = 2000;
/** How long a newer edition may wait for the old one to end. */
const heldMs = 5000;

/** What was last seen of the practice, kept for use without network. Emptied when somebody signs out. */
export async function forgetLastSeen(): Promise<void> {
  if ('caches' in window) await caches.delete('last-seen');
}

/** Registers the worker that serves the program without network, and holds whether a newer edition waits. */
export function EditionProvider({ children }: { children: ReactNode }) {
  const [waiting, setWaiting] = useState<ServiceWorker>();
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    let over = false;
    let timer: ReturnType<typeof setInterval> | undefined;
    let claim: ReturnType<typeof setTimeout> | undefined;
    const begin = async () => {
      const registration = await navigator.serviceWorker.register('/worker.js', { scope: '/' });
      if (over) return;
      const look = () => {
        // The first edition of a device waits for nobody.
        if (registration.waiting && navigator.serviceWorker.controller) setWaiting(registration.waiting);
      };
      look();
      registration.addEventListener('updatefound', () =>
        registration.installing?.addEventListener('statechange', look),
      );
      timer = setInterval(() => void registration.update().catch(() => undefined), askEveryMs);
      const { active } = await navigator.serviceWorker.ready;
      if (over) return;
      claim = setTimeout(() => {
        if (!navigator.serviceWorker.controller) active?.postMessage({ type: 'CLAIM' });
      }, claimAfterMs);
    };
    // Without a worker the pages need the network, and nothing else changes.
    begin().catch(() => undefined);
    return () => {
      over = true;
      clearInterval(timer);
      clearTimeout(claim);
    };
  }, []);
  const edition = useMemo<Edition>(
    () => ({
      waiting: waiting !== undefined,
      take: () => {
        const reload = () => window.location.reload();
        navigator.serviceWorker.addEventListener('controllerchange', reload);
        waiting?.postMessage({ type: 'SKIP_WAITING' });
        // The old one may have something on its way that holds it: that ends with this page.
        setTimeout(reload, heldMs);
      },
    }),
    [waiting],
  );
  return <EditionContext value={edition}>{children}</EditionContext>;
}

/**
 * Says that a newer edition is here.
 *
 * @param busy something runs on this page: then it is only said, and taken over afterwards
 */
export function EditionLine({ busy = false }: { busy?: boolean }) {
  const { waiting, take } = useEdition();
  if (!waiting) return null;
  return (
    <p role="status" className="no-print mb-4 border-2 border-current px-4 py-2.5">
      A new version is ready.{' '}
      {busy ? (
        'It waits until this is finished.'
      ) : (
        <button type="button" className="min-h-11 font-bold underline" onClick={take}>
          Go over to it
        </button>
      )}
    </p>
  );
}
