import { useCallback, useContext } from 'react';
import { UNSAFE_DataRouterContext } from 'react-router';
import type { Router } from './kept-page';

/** How long the server may take to say that it is there, milliseconds. */
const waitMs = 3000;

const isIdle = ({ state }: Router): boolean =>
  state.navigation.state === 'idle' && [...state.fetchers.values()].every((one) => one.state === 'idle');

/**
 * Until nothing is on its way: a look that begins while a form is being sent would lose the page that form leads to.
 * Read from the router itself, because what React last drew may be a moment old.
 */
async function untilIdle(router: Router): Promise<void> {
  while (!isIdle(router))
    await new Promise<void>((resolve) => {
      const stop = router.subscribe(() => {
        if (!isIdle(router)) return;
        stop();
        resolve();
      });
    });
}

/**
 * Brings the page up to date, where the server can be reached: a page that is open without network stays as it is, instead of
 * giving way to an error. Gives whether it did.
 */
export function useLookAgain(): () => Promise<boolean> {
  const router = useContext(UNSAFE_DataRouterContext)?.router;
  return useCallback(async () => {
    if (!router) return false;
    try {
      const { ok } = await fetch('/healthz', { cache: 'no-store', signal: AbortSignal.timeout(waitMs) });
      if (!ok) return false;
    } catch {
      // It is looked at again with the next news, or when somebody goes on.
      return false;
    }
    await untilIdle(router);
    await router.revalidate();
    return true;
  }, [router]);
}
