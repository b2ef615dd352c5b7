import type { Issue } from '~/core/result';
import { change, inTurn, remove, type Waiting, waitingOf } from './store';

/** What became of the entry at the head of the queue. */
export type Sent =
  | { readonly what: 'nothing' }
  | { readonly what: 'sent'; readonly it: Waiting; readonly value: unknown }
  | { readonly what: 'refused'; readonly n: number; readonly issues: readonly Issue[] }
  | { readonly what: 'signed_out' }
  | { readonly what: 'away' };

/** Pictures and recordings are large and may take longer. */
const waitMs = { usual: 8000, large: 30_000 } as const;
/** An entry on which the server breaks so often is set aside, so that the ones behind it go on. */
const breaksBorne = 4;
/** Statuses that say "later", not "no". */
const later: readonly number[] = [408, 425, 429];

const unknownRefusal: Issue = { code: 'sync.refused', path: [], values: {} };

async function setAside(n: number, issues: readonly Issue[]): Promise<Sent> {
  await change(n, { refused: issues });
  return { what: 'refused', n, issues };
}

async function post({ entry }: Waiting, to: string): Promise<Response | undefined> {
  const large = entry.op === 'still' || entry.op === 'trace';
  try {
    return await fetch(to, {
      method: 'POST',
      // How far this device's clock is off shows beside the server's.
      headers: { 'Content-Type': 'application/json', 'X-Device-Time': new Date().toISOString() },
      body: JSON.stringify(entry),
      signal: AbortSignal.timeout(large ? waitMs.large : waitMs.usual),
    });
  } catch {
    return undefined;
  }
}

/**
 * Sends the first entry that is not set aside. What the server knows already it takes again without harm.
 *
 * @param to the address that takes entries: the practice's own, or that of an athlete's link
 */
export function sendNext(owner: string, to: string): Promise<Sent> {
  return inTurn(async (): Promise<Sent> => {
    const first = (await waitingOf(owner)).find((waiting) => !waiting.refused);
    if (!first) return { what: 'nothing' };
    const response = await post(first, to);
    if (!response || later.includes(response.status)) return { what: 'away' };
    const body = (await response.json().catch(() => undefined)) as
      | { value?: unknown; issues?: readonly Issue[] }
      | undefined;
    if (response.ok && body) {
      await remove(first.n);
      return { what: 'sent', it: first, value: body.value };
    }
    if (response.status === 401) return { what: 'signed_out' };
    if (response.status >= 400 && response.status < 500)
      return setAside(first.n, body?.issues?.length ? body.issues : [unknownRefusal]);
    if (response.status === 500) {
      const broke = (first.broke ?? 0) + 1;
      await change(first.n, { broke });
      if (broke >= breaksBorne) return setAside(first.n, [{ code: 'sync.broken', path: [], values: {} }]);
    }
    return { what: 'away' };
  });
}
