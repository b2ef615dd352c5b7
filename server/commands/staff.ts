import { randomInt } from 'node:crypto';
import { z } from 'zod';
import { refuse } from '~/core/result';
import { addStaff as addStaffRow, changeStaff, lockOwners, staffById } from '~/db/queries/practice';
import { closeAuthSessionsOf } from '~/db/queries/principal';
import { roles } from '~/db/schema';
import { staffIdOf } from '../principal/principal';
import { hashPassword, passwordMatches } from '../principal/sign-in.server';
import { command, done } from './command';
import { id, line } from './fields';

/** People of a practice: owners add, reset, change and part with them; everybody changes their own password. */

export const email = z
  .string({ error: 'staff.email' })
  .trim()
  .toLowerCase()
  .max(200, 'staff.email')
  .pipe(z.email('staff.email'));

const letters = 'abcdefghjkmnpqrstuvwxyz23456789';

/** A password to hand over, easy to read aloud: four groups of four. It must be changed at the first sign-in. */
export const handedPassword = (): string =>
  Array.from({ length: 4 }, () =>
    Array.from({ length: 4 }, () => letters[randomInt(letters.length)]).join(''),
  ).join('-');

export const addStaff = command({
  title: 'staff.add',
  action: 'staff.manage',
  input: z.object({ id, name: line(1, 120, 'staff.name'), email, role: z.enum(roles) }),
  async run(principal, person) {
    const password = handedPassword();
    const added = await addStaffRow({
      ...person,
      practiceId: principal.practiceId,
      passwordHash: await hashPassword(password),
      mustChangePassword: true,
      createdAt: principal.now,
    });
    return added
      ? done({ password }, person.id, { role: person.role })
      : refuse('staff.email_taken', {}, ['email']);
  },
});

export const resetPassword = command({
  title: 'staff.reset_password',
  action: 'staff.manage',
  input: z.object({ id }),
  async run(principal, { id: staffId }) {
    const password = handedPassword();
    const changed = await changeStaff(principal.practiceId, staffId, {
      passwordHash: await hashPassword(password),
      mustChangePassword: true,
    });
    if (!changed) return refuse('staff.gone');
    await closeAuthSessionsOf(staffId);
    return done({ password }, staffId);
  },
});

/** Changes a role, or lets somebody in or out. The last owner stays one. */
export const changePerson = command({
  title: 'staff.change',
  action: 'staff.manage',
  input: z.object({ id, role: z.enum(roles), disabled: z.boolean() }),
  async run(principal, { id: staffId, role, disabled }) {
    const owners = await lockOwners(principal.practiceId);
    const person = await staffById(principal.practiceId, staffId);
    if (!person) return refuse('staff.gone');
    const stops = (role !== 'owner' || disabled) && owners.some((owner) => owner.id === staffId);
    if (stops && owners.length === 1) return refuse('staff.last_owner');
    await changeStaff(principal.practiceId, staffId, { role, disabled });
    if (disabled) await closeAuthSessionsOf(staffId);
    return done(staffId, staffId, { role, disabled });
  },
});

/** Signs a person out of every browser. */
export const signOutEverywhere = command({
  title: 'staff.sign_out_everywhere',
  action: 'staff.manage',
  input: z.object({ id }),
  async run(principal, { id: staffId }) {
    if (!(await staffById(principal.practiceId, staffId))) return refuse('staff.gone');
    await closeAuthSessionsOf(staffId);
    return done(staffId, staffId);
  },
});

/** Passwords that are guessed first, whatever their length. */
const common = /^(?:(.)\1+|(?:0?123456789?0?)+|qwert\w*|password\w*|letmein\w*)$/i;

/** What is wrong with a password under the practice's rule; undefined when it will do. */
export function passwordIssue(password: string, least: number, about: readonly string[]): string | undefined {
  if (password.length < least) return 'password.short';
  if (password.length > 500) return 'password.long';
  const plain = password.toLowerCase();
  if (common.test(plain)) return 'password.common';
  return about.some((word) => word.length > 3 && plain.includes(word.toLowerCase()))
    ? 'password.about'
    : undefined;
}

/** One's own password: the old one first; other browsers are signed out. */
export const changePassword = command({
  title: 'password.change',
  action: 'password.change',
  input: z.object({
    old: z.string().max(500),
    fresh: z.string().max(500),
    /** The browser that stays signed in. */
    keepTokenHash: z.string().optional(),
  }),
  async run(principal, { old, fresh, keepTokenHash }) {
    const person = await staffById(principal.practiceId, staffIdOf(principal));
    if (!person) return refuse('staff.gone');
    if (!(await passwordMatches(person.passwordHash, old))) return refuse('password.old', {}, ['old']);
    const least = principal.settings.passwordLetters;
    const wrong = passwordIssue(fresh, least, [
      person.name,
      person.email.split('@')[0] ?? '',
      principal.practiceName,
    ]);
    if (wrong) return refuse(wrong, { least }, ['fresh']);
    if (fresh === old) return refuse('password.same', {}, ['fresh']);
    await changeStaff(principal.practiceId, staffIdOf(principal), {
      passwordHash: await hashPassword(fresh),
      mustChangePassword: false,
    });
    await closeAuthSessionsOf(staffIdOf(principal), keepTokenHash);
    return done(staffIdOf(principal), staffIdOf(principal));
  },
});
