import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Issue } from '~/core/result';
import type { SyncEntryInput } from '~/core/sync/entries';

/** What waits on this device to be sent, in the order it was made. */
export interface Waiting {
  /** Counted by the browser's database: an order no clock can change. */
  readonly n: number;
  /** Practice and person it belongs to; nobody else's is sent. */
  readonly owner: string;
  /** When it was made, for people to read. */
  readonly at: string;
  readonly entry: SyncEntryInput;
  /** Why it was set aside; it waits for a person and blocks nothing. */
  readonly refused?: readonly Issue[] | undefined;
  /** How often the server broke on it. */
  readonly broke?: number | undefined;
}

type Stored = Omit<Waiting, 'n'> & { n?: number };

interface OutboxSchema extends DBSchema {
  waiting: { key: number; value: Stored };
  /** The first edition's store, read once and left empty. */
  entries: { key: string; value: Record<string, unknown>; indexes: { at: number } };
}

/** Entries of the first edition knew no owner: whoever signs in on this device sends them. */
const nobody = '';

/** An entry of the first edition, in today's words. */
function adopted(old: Record<string, unknown>): SyncEntryInput {
  const { key: _key, at: _at, op, ...rest } = old;
  return { op: op === 'add' ? 'trial' : op, ...rest } as SyncEntryInput;
}

let opened: Promise<IDBPDatabase<OutboxSchema>> | undefined;
function database(): Promise<IDBPDatabase<OutboxSchema>> {
  opened ??= openDB<OutboxSchema>('zest-pillar', 2, {
    async upgrade(db, from, _to, transaction) {
      db.createObjectStore('waiting', { keyPath: 'n', autoIncrement: true });
      if (from !== 1) return;
      const old = await transaction.objectStore('entries').index('at').getAll();
      for (const entry of old)
        await transaction
          .objectStore('waiting')
          .add({ owner: nobody, at: new Date().toISOString(), entry: adopted(entry) });
      await transaction.objectStore('entries').clear();
    },
  });
  return opened;
}

/** Where the browser's database takes nothing (it is full, or forbidden) entries are held by the page alone. */
let held: readonly Waiting[] = [];
/** Numbers of what the page holds: behind all that the database counts. */
const heldFrom = 1e12;
let heldCount = 0;

/** Would this entry be lost with the page? */
export const isHeldByPage = ({ n }: Pick<Waiting, 'n'>): boolean => n >= heldFrom;

const stored = async (): Promise<Waiting[]> => {
  try {
    return (await (await database()).getAll('waiting')) as Waiting[];
  } catch {
    return [];
  }
};

/** Everything an owner has waiting, in order. */
export async function waitingOf(owner: string): Promise<Waiting[]> {
  return [...(await stored()), ...held].filter(
    (waiting) => waiting.owner === owner || waiting.owner === nobody,
  );
}

/** Keeps entries in their order, all of them or none; gives their numbers. Where there is no room for them the page holds them. */
export async function putAll(owner: string, entries: readonly SyncEntryInput[]): Promise<number[]> {
  const at = new Date().toISOString();
  try {
    // What comes after something the page holds waits behind it.
    if (held.length > 0) throw new Error('no room');
    const transaction = (await database()).transaction('waiting', 'readwrite');
    const numbers: number[] = [];
    for (const entry of entries) numbers.push(await transaction.store.add({ owner, at, entry }));
    await transaction.done;
    return numbers;
  } catch {
    const more = entries.map((entry): Waiting => ({ n: heldFrom + heldCount++, owner, at, entry }));
    held = [...held, ...more];
    return more.map(({ n }) => n);
  }
}

export async function remove(n: number): Promise<void> {
  if (isHeldByPage({ n })) held = held.filter((waiting) => waiting.n !== n);
  else await (await database()).delete('waiting', n);
}

/** Changes what is known of a waiting entry, if it still waits. */
export async function change(
  n: number,
  what: Partial<Pick<Waiting, 'refused' | 'broke' | 'entry'>>,
): Promise<void> {
  if (isHeldByPage({ n })) {
    held = held.map((waiting) => (waiting.n === n ? { ...waiting, ...what } : waiting));
    return;
  }
  const transaction = (await database()).transaction('waiting', 'readwrite');
  const known = await transaction.store.get(n);
  if (known) await transaction.store.put({ ...known, ...what });
  await transaction.done;
}

let chain: Promise<unknown> = Promise.resolve();

/** One at a time over all tabs of this device, so that nothing is taken back while it is on its way. */
export function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (navigator.locks) return navigator.locks.request('zest-pillar.outbox', work) as Promise<T>;
  const next = chain.then(work, work);
  chain = next.catch(() => undefined);
  return next;
}
