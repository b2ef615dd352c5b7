import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { createCookie } from 'react-router';
import {
  closeAuthSession,
  failuresSince,
  openAuthSession,
  recordFailure,
  type SignedIn,
  signedInBy,
  staffByEmail,
} from '~/db/queries/practice';

const sessionDays = 14;
/** Argon2id with the memory and passes that OWASP's password page recommends. */
const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** Refuse after so many failures within the window. */
const limits = { windowMinutes: 15, perEmail: 8, perAddress: 40 } as const;

export const sessionCookie = createCookie('pillar', {
  httpOnly: true,
  sameSite: 'lax',
  path: '/',
  maxAge: sessionDays * 86_400,
  secure: process.env.PILLAR_HTTPS === '1',
});

export const hashPassword = (password: string): Promise<string> => hash(password, argon);

const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Compared against when the e-mail is unknown, so that both refusals take the same time. */
let decoy: Promise<string> | undefined;

/** Checks e-mail and password; gives a new session token, or a refusal in words that do not say which was wrong. */
export async function signIn(
  email: string,
  password: string,
  address: string,
): Promise<{ token: string } | { refused: string }> {
  const name = email.trim().toLowerCase();
  const since = new Date(Date.now() - limits.windowMinutes * 60_000);
  const failures = await failuresSince(name, address, since);
  if (failures.byEmail >= limits.perEmail || failures.byAddress >= limits.perAddress) {
    return { refused: `Too many attempts. Wait ${limits.windowMinutes} minutes and try again.` };
  }
  const person = await staffByEmail(name);
  decoy ??= hashPassword('decoy');
  const matches = await verify(person?.passwordHash ?? (await decoy), password);
  if (!person || !matches || person.disabled) {
    await recordFailure(name, address);
    return { refused: 'E-mail and password do not match an account.' };
  }
  const token = randomBytes(32).toString('base64url');
  await openAuthSession(tokenHash(token), person.id, new Date(Date.now() + sessionDays * 86_400_000));
  return { token };
}

async function tokenOf(request: Request): Promise<string | undefined> {
  const token: unknown = await sessionCookie.parse(request.headers.get('cookie'));
  return typeof token === 'string' && token.length > 20 ? token : undefined;
}

/** Who sent this request; undefined when nobody is signed in. */
export async function whoIs(request: Request): Promise<SignedIn | undefined> {
  const token = await tokenOf(request);
  return token ? signedInBy(tokenHash(token)) : undefined;
}

export async function signOut(request: Request): Promise<void> {
  const token = await tokenOf(request);
  if (token) await closeAuthSession(tokenHash(token));
}

/** A path of this site to go on to after signing in; anything else becomes the start page. */
export function safeNext(next: string | null): string {
  return next?.startsWith('/') &&
    !next.startsWith('//') &&
    !next.startsWith('/\\') &&
    !next.startsWith('/sign-')
    ? next
    : '/';
}
