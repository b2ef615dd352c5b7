import { randomBytes } from 'node:crypto';
import { sql } from 'drizzle-orm';
import pg from 'pg';
import { closePool, db } from './client.server';
import { migrateDatabase } from './migrate';

/** A database of its own for a file of tests, so that no two share a world. */
export function ownDatabase(): void {
  const given = process.env.DATABASE_URL;
  if (!given) throw new Error('these tests need a PostgreSQL: run them by bin/test');
  const name = `test_${randomBytes(6).toString('hex')}`;
  const admin = async (statement: string) => {
    const client = new pg.Client({ connectionString: given });
    await client.connect();
    try {
      await client.query(statement);
    } finally {
      await client.end();
    }
  };
  beforeAll(async () => {
    await admin(`create database ${name}`);
    const url = new URL(given);
    url.pathname = `/${name}`;
    process.env.DATABASE_URL = url.toString();
    await migrateDatabase();
  }, 60_000);
  afterAll(async () => {
    await closePool();
    process.env.DATABASE_URL = given;
    // Not by force: that would need to end the cluster's own vacuuming, which a plain role may not; a plain drop asks it to.
    await admin(`drop database ${name}`);
  }, 60_000);
}

const tables = async (): Promise<string[]> => {
  const { rows } = await db.execute<{ name: string }>(
    sql`select table_name as name from information_schema.tables where table_schema = 'public' order by 1`,
  );
  return rows.map((row) => row.name);
};

let known: readonly string[] | undefined;

/** What every table holds, as one value to compare: what a command that failed must leave as it was. */
export async function snapshot(without: readonly string[] = []): Promise<Record<string, string>> {
  known ??= await tables();
  const counted = known
    .filter((name) => !without.includes(name))
    .map(
      (name) =>
        `select '${name}' as name, count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' order by t::text)), '') as held from "${name}" t`,
    );
  const { rows } = await db.execute<{ name: string; held: string }>(sql.raw(counted.join(' union all ')));
  return Object.fromEntries(rows.map(({ name, held }) => [name, held]));
}

/** What every table holds of one practice or one athlete: what a stranger's request must leave as it was. */
export async function snapshotOf(
  column: 'practice_id' | 'athlete_id',
  id: string,
): Promise<Record<string, string>> {
  const { rows: having } = await db.execute<{ name: string }>(
    sql`select table_name as name from information_schema.columns
        where table_schema = 'public' and column_name = ${column} order by 1`,
  );
  const counted = having.map(
    ({ name }) =>
      `select '${name}' as name, count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' order by t::text)), '') as held
       from "${name}" t where ${column} = '${id}'`,
  );
  const { rows } = await db.execute<{ name: string; held: string }>(sql.raw(counted.join(' union all ')));
  return Object.fromEntries(rows.map(({ name, held }) => [name, held]));
}

/** The newest row of a table of one athlete. */
export async function newestIdOf(table: string, athleteId: string): Promise<string> {
  const { rows } = await db.execute<{ id: string }>(
    sql`select id from ${sql.identifier(table)} where athlete_id = ${athleteId} order by id desc limit 1`,
  );
  const [row] = rows;
  if (!row) throw new Error(`no ${table} of ${athleteId}`);
  return row.id;
}

/** The practice an athlete belongs to. */
export async function practiceOf(athleteId: string): Promise<string> {
  const { rows } = await db.execute<{ id: string }>(
    sql`select practice_id as id from athlete where id = ${athleteId}`,
  );
  const [row] = rows;
  if (!row) throw new Error(`no athlete ${athleteId}`);
  return row.id;
}

/** Where the newest guess at an e-mail came from. */
export async function addressOfNewestTry(email: string): Promise<string | undefined> {
  const { rows } = await db.execute<{ address: string }>(
    sql`select address from sign_in_try where email = ${email} order by id desc limit 1`,
  );
  return rows[0]?.address;
}

/** Breaks the connections that listen for news, as a database that is started again does. */
export async function endListeners(): Promise<void> {
  await db.execute(
    sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query ilike 'listen news'`,
  );
}
