import { z } from 'zod';
import { issue, type Result, refuse } from '~/core/result';
import { inTransaction } from '~/db/client.server';
import { addPractice, addStaff, newId, writeAudit } from '~/db/queries/practice';
import { lockPractices } from '~/db/queries/principal';
import { hashPassword } from '../principal/sign-in.server';
import { isTimeZone } from '../principal/today';
import { usualSettings } from '../principal/usual-settings';
import { issuesOf } from './command';
import { line } from './fields';
import { email, passwordIssue } from './staff';

export const setUpSchema = z.object({
  practice: line(1, 120, 'settings.name'),
  timeZone: z.string().max(60).refine(isTimeZone, 'settings.time_zone'),
  name: line(1, 120, 'staff.name'),
  email,
  password: z.string().max(500),
});

/**
 * The first practice and its owner, when there is none yet; afterwards it is refused. No principal acts: the one who sets up
 * becomes the first.
 */
export async function setUpPractice(sent: unknown): Promise<Result<{ staffId: string }>> {
  const read = setUpSchema.safeParse(sent);
  if (!read.success) return refuse(issuesOf(read.error));
  const form = read.data;
  const least = usualSettings.passwordLetters;
  const wrong = passwordIssue(form.password, least, [
    form.name,
    form.email.split('@')[0] ?? '',
    form.practice,
  ]);
  if (wrong) return refuse([issue(wrong, { least }, ['password'])]);
  const passwordHash = await hashPassword(form.password);
  return inTransaction(async () => {
    // Two who set up at the same moment: the second one finds a practice.
    if ((await lockPractices()) > 0) return refuse('set_up.done');
    const practiceId = newId();
    const staffId = newId();
    await addPractice({
      id: practiceId,
      name: form.practice,
      timeZone: form.timeZone,
      settings: usualSettings,
    });
    await addStaff({
      id: staffId,
      practiceId,
      email: form.email,
      name: form.name,
      role: 'owner',
      passwordHash,
    });
    await writeAudit({ practiceId, staffId, action: 'practice.set_up', subject: 'practice' });
    return { ok: true, value: { staffId } };
  });
}
