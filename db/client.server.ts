import { AsyncLocalStorage } from 'node:async_hooks';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema';

export interface RequestTrace {
  queries: number;
}

export type Database = NodePgDatabase<typeof schema>;
/** Inside a transaction. */
export type Tx = Parameters<Parameters<Database['transaction']>[0]>[0];

/** A failure planted at the n-th statement, for the tests that walk through every one. */
export interface PlantedFault {
  /** Counts from 1. */
  readonly at: number;
  /** Lost before it was sent, or done and its answer lost. */
  readonly when: 'before' | 'after';
  seen: number;
  /** The statement it broke at. */
  text?: string | undefined;
}

interface Shared {
  pool: pg.Pool;
  db: Database;
  /** The database on one connection, made once for each. */
  on: (client: pg.PoolClient) => Database;
  trace: AsyncLocalStorage<RequestTrace>;
  tx: AsyncLocalStorage<{ readonly opened: Tx; readonly client: pg.PoolClient }>;
  /** Queries made ready, by connection and name. */
  ready: WeakMap<object, Map<string, unknown>>;
  fault: AsyncLocalStorage<PlantedFault>;
}

const key = Symbol.for('zest-pillar.database');
type Holder = { [key]?: Shared };

type Answer = (error: Error) => void;
type Query = (...args: unknown[]) => unknown;

/** Lets a planted fault break the connection of a client at its statement, as a killed server or network would. */
function breakable(client: pg.PoolClient, fault: AsyncLocalStorage<PlantedFault>): void {
  const wired = client as unknown as { query: Query; connection: { stream: { destroy: () => void } } };
  const query = wired.query.bind(client);
  wired.query = (...args) => {
    const planted = fault.getStore();
    if (!planted) return query(...args);
    planted.seen += 1;
    if (planted.seen !== planted.at) return query(...args);
    const [asked] = args;
    planted.text = typeof asked === 'string' ? asked : (asked as { text?: string } | undefined)?.text;
    const lost = new Error('Connection terminated by a planted fault');
    const answer = args.findLast((arg) => typeof arg === 'function') as Answer | undefined;
    const end = () => {
      wired.connection.stream.destroy();
      if (answer) answer(lost);
    };
    if (planted.when === 'before') {
      end();
      return answer ? undefined : Promise.reject(lost);
    }
    const done = Promise.resolve(query(...args.filter((arg) => typeof arg !== 'function'))).then(
      () => {
        end();
        throw lost;
      },
      (error: unknown) => {
        end();
        throw error;
      },
    );
    if (!answer) return done;
    done.catch(() => {});
    return undefined;
  };
}

function connect(): Shared {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set: start with bin/start.');
  const trace = new AsyncLocalStorage<RequestTrace>();
  const fault = new AsyncLocalStorage<PlantedFault>();
  const pool = new pg.Pool({
    connectionString: url,
    max: Number(process.env.PILLAR_POOL ?? 10),
    connectionTimeoutMillis: 3000,
    statement_timeout: 15_000,
  });
  // A killed server drops idle connections; the next query opens a new one.
  pool.on('error', () => {});
  // One that is at work when it is dropped says so to whoever waits for it; the event itself must not end the process.
  pool.on('connect', (client) => client.on('error', () => {}));
  if (process.env.NODE_ENV === 'test') pool.on('connect', (client) => breakable(client, fault));
  const logger = {
    logQuery() {
      const current = trace.getStore();
      if (current) current.queries += 1;
    },
  };
  const made = new WeakMap<pg.PoolClient, Database>();
  const on = (client: pg.PoolClient): Database => {
    const known = made.get(client) ?? drizzle(client, { schema, casing: 'snake_case', logger });
    made.set(client, known);
    return known;
  };
  return {
    pool,
    on,
    db: drizzle(pool, { schema, casing: 'snake_case', logger }),
    trace,
    tx: new AsyncLocalStorage(),
    ready: new WeakMap(),
    fault,
  };
}

/** One pool for the process, shared by the server and the built application. */
function shared(): Shared {
  const holder = globalThis as Holder;
  holder[key] ??= connect();
  return holder[key];
}

/** The database, or the transaction at hand when there is one; connects on first use. */
export const db: Database = new Proxy({} as Database, {
  get: (_, name) => Reflect.get(shared().tx.getStore()?.opened ?? shared().db, name),
});

/**
 * Runs something as one transaction: every query in it joins, whichever function it stands in. Inside a transaction it
 * joins that one. A refusal it returns is kept like any other result: only an exception rolls back.
 */
export async function inTransaction<T>(run: () => Promise<T>): Promise<T> {
  const { tx, pool, on } = shared();
  if (tx.getStore()) return run();
  // The connection is ours and given back by us, also when it broke at the very beginning.
  const client = await pool.connect();
  let broken = false;
  try {
    return await on(client).transaction((opened) => tx.run({ opened, client }, run));
  } catch (error) {
    broken = isDatabaseDown(error);
    throw error;
  } finally {
    client.release(broken);
  }
}

/**
 * A query built once for each connection and named there, for those that every request or command asks: building one takes
 * longer than answering it. Joins the transaction at hand, as it goes over the same connection.
 */
export function prepared<Q>(name: string, build: (database: Database, name: string) => Q): Q {
  const { tx, on, db: database, pool, ready } = shared();
  const client = tx.getStore()?.client;
  const owner = client ?? pool;
  const mine = ready.get(owner) ?? new Map<string, unknown>();
  ready.set(owner, mine);
  const known = mine.get(name) as Q | undefined;
  if (known) return known;
  const made = build(client ? on(client) : database, name);
  mine.set(name, made);
  return made;
}

/** Runs something with a fault planted; `fault.seen` tells afterwards how many statements there were. */
export const withPlantedFault = <T>(fault: PlantedFault, run: () => Promise<T>): Promise<T> =>
  shared().fault.run(fault, run);

/** Runs a request with a count of its queries. */
export function traced<T>(trace: RequestTrace, run: () => T): T {
  return shared().trace.run(trace, run);
}

export async function closePool(): Promise<void> {
  await shared().pool.end();
}

/** True when the database answers. */
export async function ping(): Promise<boolean> {
  try {
    await shared().pool.query('select 1');
    return true;
  } catch {
    return false;
  }
}

/** True for failures of the connection (server gone, starting up, refused), which a retry may cure. */
export function isDatabaseDown(error: unknown): boolean {
  const seen = new Set<unknown>();
  for (
    let cause: unknown = error;
    cause && typeof cause === 'object' && !seen.has(cause);
    cause = (cause as { cause?: unknown }).cause
  ) {
    seen.add(cause);
    const { code, message } = cause as { code?: string; message?: string };
    // 53: out of disk, memory or connections; a retry may find room again.
    if (code && (/^(ECONN|EPIPE|ETIMEDOUT)/.test(code) || /^(57P0|08|53)/.test(code))) return true;
    if (
      message &&
      /Connection terminated|timeout exceeded when trying to connect|terminating connection/.test(message)
    )
      return true;
    if (cause instanceof AggregateError && cause.errors.some((inner) => isDatabaseDown(inner))) return true;
  }
  return false;
}
