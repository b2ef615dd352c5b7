import { AsyncLocalStorage } from 'node:async_hooks';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema';

export interface RequestTrace {
  queries: number;
}

interface Shared {
  pool: pg.Pool;
  db: NodePgDatabase<typeof schema>;
  trace: AsyncLocalStorage<RequestTrace>;
}

const key = Symbol.for('zest-pillar.database');
type Holder = { [key]?: Shared };

function connect(): Shared {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set: start with bin/start.');
  const trace = new AsyncLocalStorage<RequestTrace>();
  const pool = new pg.Pool({
    connectionString: url,
    max: Number(process.env.PILLAR_POOL ?? 10),
    connectionTimeoutMillis: 3000,
    statement_timeout: 15_000,
  });
  // A killed server drops idle connections; the next query opens a new one.
  pool.on('error', () => {});
  const logger = {
    logQuery() {
      const current = trace.getStore();
      if (current) current.queries += 1;
    },
  };
  return { pool, db: drizzle(pool, { schema, casing: 'snake_case', logger }), trace };
}

/** One pool for the process, shared by the server and the built application. */
function shared(): Shared {
  const holder = globalThis as Holder;
  holder[key] ??= connect();
  return holder[key];
}

/** The database; connects on first use. */
export const db: NodePgDatabase<typeof schema> = new Proxy({} as NodePgDatabase<typeof schema>, {
  get: (_, name) => Reflect.get(shared().db, name),
});

export type Database = NodePgDatabase<typeof schema>;
/** Inside a transaction. */
export type Tx = Parameters<Parameters<Database['transaction']>[0]>[0];

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
    let each: unknown = error;
    each && typeof each === 'object' && !seen.has(each);
    each = (each as { cause?: unknown }).cause
  ) {
    seen.add(each);
    const { code, message } = each as { code?: string; message?: string };
    if (code && (/^(ECONN|EPIPE|ETIMEDOUT)/.test(code) || /^(57P0|08)/.test(code))) return true;
    if (
      message &&
      /Connection terminated|timeout exceeded when trying to connect|terminating connection/.test(message)
    )
      return true;
    if (each instanceof AggregateError && each.errors.some((inner) => isDatabaseDown(inner))) return true;
  }
  return false;
}
