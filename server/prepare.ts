import { closePool } from '~/db/client.server';
import { dropDatabase, migrateDatabase } from '~/db/migrate';
import { practiceCount, sweepAuth } from '~/db/queries/practice';
import { insertWorld } from '~/db/queries/world';
import { demoWorld } from '~/demo/world';
import { demoSignIn, otherSignIn } from '~/demo/world-sign-in';
import { hashPassword } from './principal/sign-in.server';
import { todayIn } from './principal/today';

/** Brings the database up to date and fills it with the demo world when it is empty; --fresh empties it first. */
async function main(): Promise<void> {
  if (process.argv.includes('--fresh')) await dropDatabase();
  await migrateDatabase();
  if ((await practiceCount()) === 0) {
    const [coach, other] = await Promise.all([
      hashPassword(demoSignIn.password),
      hashPassword(otherSignIn.password),
    ]);
    await insertWorld(demoWorld(todayIn('Europe/London'), { coach, other }));
    process.stderr.write('The demo practice is ready.\n');
  }
  await sweepAuth();
  await closePool();
}

main().catch((error: unknown) => {
  process.stderr.write(
    `zest-pillar: preparing the database failed: ${error instanceof Error ? error.message : String(error)}\n`,
  );
  process.exit(1);
});
