import { useCallback } from 'react';
import { useRevalidator } from 'react-router';

/** How long the server may take to say that it is there, milliseconds. */
const waitMs = 3000;

/**
 * Brings the page up to date, where the server can be reached: a page that is open without network stays as it is, instead of
 * giving way to an error.
 */
export function useLookAgain(): () => Promise<void> {
  const { revalidate } = useRevalidator();
  return useCallback(async () => {
    try {
      const { ok } = await fetch('/healthz', { cache: 'no-store', signal: AbortSignal.timeout(waitMs) });
      if (ok) await revalidate();
    } catch {
      // It is looked at again with the next news, or when somebody goes on.
    }
  }, [revalidate]);
}
