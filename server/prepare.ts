import { closePool } from '~/db/client.server';
import { dropDatabase, leftHalfMade, markMaking, migrateDatabase, roleIsSuperuser } from '~/db/migrate';
import { practiceCount, sweepAuth } from '~/db/queries/principal';
import { liveDemo } from '~/demo/world';
import { demoSignIn, otherSignIn } from '~/demo/world-sign-in';
import { hashPassword } from './principal/sign-in.server';
import { dayIn } from './principal/today';

// What this program loses in a power cut it makes again at the next start, so nothing waits for the disk.
process.env.PGOPTIONS = '-c synchronous_commit=off';

const asked = (option: string) => process.argv.includes(option);

/**
 * Brings the database up to date and fills it with the demo world when it is empty. `--fresh` empties it first, `--empty`
 * leaves it empty for a real practice, which sets itself up in the browser.
 */
async function main(): Promise<void> {
  if (await roleIsSuperuser())
    throw new Error(
      'DATABASE_URL names a superuser: give the application a plain role that owns its database.',
    );
  // A demo world that was interrupted is nobody's work yet: it is made anew, whole.
  if (asked('--fresh') || (await leftHalfMade())) await dropDatabase();
  await migrateDatabase();
  if (!asked('--empty') && (await practiceCount()) === 0) {
    const [coach, other] = await Promise.all([
      hashPassword(demoSignIn.password),
      hashPassword(otherSignIn.password),
    ]);
    process.stderr.write('Living through the demo practice ...\n');
    await markMaking(true);
    await liveDemo(dayIn('Europe/London'), { coach, other });
    await markMaking(false);
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
