import { sql } from 'drizzle-orm';
import { aPractice } from '~/server/testing';
import { db } from '../client.server';
import { ownDatabase } from '../testing';
import { changeStaff, newId } from './practice';
import {
  beginTry,
  closeAuthSessionsOf,
  endTry,
  forgetTries,
  openAuthSession,
  signedInBy,
  staffByEmail,
  sweepAuth,
  triesSince,
} from './principal';

ownDatabase();

const inMinutes = (n: number) => new Date(Date.now() + n * 60_000);

describe('a signed-in browser', () => {
  it('is known until it expires, and is swept away then', async () => {
    const { coach } = await aPractice();
    await openAuthSession('live', coach.staffId, inMinutes(1));
    await openAuthSession('over', coach.staffId, inMinutes(-1));
    expect((await signedInBy('live'))?.staff.id).toBe(coach.staffId);
    expect((await signedInBy('live'))?.practice.id).toBe(coach.practiceId);
    expect(await signedInBy('over')).toBeUndefined();
    expect(await signedInBy('unknown')).toBeUndefined();
    await sweepAuth();
    const { rows } = await db.execute<{ n: number }>(
      sql`select count(*)::int as n from auth_session where staff_id = ${coach.staffId}`,
    );
    expect(rows[0]?.n).toBe(1);
  });
  it('is of nobody once the person is shut out', async () => {
    const { coach } = await aPractice();
    await openAuthSession('shut', coach.staffId, inMinutes(1));
    await changeStaff(coach.practiceId, coach.staffId, { disabled: true });
    expect(await signedInBy('shut')).toBeUndefined();
  });
  it('is signed out with all the others of its person but the one kept', async () => {
    const { coach, owner } = await aPractice();
    for (const hash of ['one', 'two', 'three']) await openAuthSession(hash, coach.staffId, inMinutes(1));
    await openAuthSession('of another', owner.staffId, inMinutes(1));
    await closeAuthSessionsOf(coach.staffId, 'two');
    const left = await Promise.all(['one', 'two', 'three', 'of another'].map((hash) => signedInBy(hash)));
    expect(left.map(Boolean)).toEqual([false, true, false, true]);
  });
});

describe('tries to sign in', () => {
  it('are counted by pair, by e-mail and by address, and only those after a moment', async () => {
    const since = inMinutes(-1);
    for (const [email, address] of [
      ['a@x.test', '10.0.0.1'],
      ['a@x.test', '10.0.0.1'],
      ['a@x.test', '10.0.0.2'],
      ['b@x.test', '10.0.0.1'],
      ['c@x.test', '10.0.0.3'],
    ] as const)
      await beginTry(email, address);
    expect(await triesSince('a@x.test', '10.0.0.1', since)).toEqual({ pair: 2, email: 3, address: 3 });
    expect(await triesSince('a@x.test', '10.0.0.1', inMinutes(1))).toEqual({ pair: 0, email: 0, address: 0 });
  });
  it('are taken back one by one, or forgotten for a pair', async () => {
    const since = inMinutes(-1);
    const id = await beginTry('d@x.test', '10.0.1.1');
    await beginTry('d@x.test', '10.0.1.1');
    await beginTry('d@x.test', '10.0.1.2');
    await endTry(id);
    expect((await triesSince('d@x.test', '10.0.1.1', since)).pair).toBe(1);
    await forgetTries('d@x.test', '10.0.1.1');
    expect(await triesSince('d@x.test', '10.0.1.1', since)).toMatchObject({ pair: 0, email: 1 });
  });
});

it('a person is found by the e-mail however it is typed', async () => {
  const { coach } = await aPractice();
  expect((await staffByEmail(`  ${coach.email.toUpperCase()} `))?.id).toBe(coach.staffId);
  expect(await staffByEmail(`${newId()}@x.test`)).toBeUndefined();
});
