import { resolve } from 'node:path';
import { sql } from 'drizzle-orm';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { db } from './client.server';

/** Brings the schema up to date; does nothing when it is. */
export async function migrateDatabase(): Promise<void> {
  await migrate(db, { migrationsFolder: resolve('db/migrations') });
}

/** Drops everything; only for resetting the demo and for tests. */
export async function dropDatabase(): Promise<void> {
  await db.execute(sql`drop schema if exists public cascade`);
  await db.execute(sql`drop schema if exists drizzle cascade`);
  await db.execute(sql`create schema public`);
}

const making = 'the demo world is being made';

/** Says on the schema that the demo world is being made, or that it is not any more. */
export async function markMaking(underWay: boolean): Promise<void> {
  await db.execute(sql.raw(`comment on schema public is ${underWay ? `'${making}'` : 'null'}`));
}

/** True when the demo world was being made and whoever made it was stopped before its end. */
export async function leftHalfMade(): Promise<boolean> {
  const { rows } = await db.execute<{ said: string | null }>(
    sql`select obj_description(oid, 'pg_namespace') as said from pg_namespace where nspname = 'public'`,
  );
  return rows[0]?.said === making;
}

/** Whether the application would work as a superuser of its cluster, which it must not. */
export async function roleIsSuperuser(): Promise<boolean> {
  const { rows } = await db.execute<{ rolsuper: boolean }>(
    sql`select rolsuper from pg_roles where rolname = current_user`,
  );
  return rows[0]?.rolsuper ?? true;
}
