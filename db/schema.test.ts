import { sql } from 'drizzle-orm';
import { db } from './client.server';
import { migrateDatabase } from './migrate';
import { ownDatabase, snapshot } from './testing';

ownDatabase();

describe('the schema', () => {
  it('has an index in front of every foreign key', async () => {
    const { rows } = await db.execute<{ key: string }>(sql`
      select c.conrelid::regclass || '.' || a.attname as key
      from pg_constraint c
      join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
      where c.contype = 'f' and not exists (
        select 1 from pg_index i where i.indrelid = c.conrelid and i.indkey[0] = c.conkey[1]
      ) order by 1`);
    expect(rows.map((row) => row.key)).toEqual([]);
  });
  it('refuses words nobody writes', async () => {
    const { rows } = await db.execute<{ name: string }>(
      sql`select conname as name from pg_constraint where contype = 'c' and conname like '%\_known'`,
    );
    expect(rows.length).toBeGreaterThan(20);
    await expect(
      db.execute(sql`insert into practice (id, name, time_zone, settings) values
        ('0190aaaa-0000-7000-8000-000000000001', 'x', 'Europe/London', '{}')`),
    ).resolves.toBeDefined();
    const bad = db.execute(sql`insert into staff (id, practice_id, email, name, role, password_hash) values
        ('0190aaaa-0000-7000-8000-000000000002', '0190aaaa-0000-7000-8000-000000000001', 'a@b.test', 'x', 'king', 'h')`);
    await expect(bad).rejects.toThrow();
  });
  it('is brought up to date again without touching anything', async () => {
    const before = await snapshot();
    await migrateDatabase();
    expect(await snapshot()).toEqual(before);
  });
});
