import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { createCookie } from 'react-router';
import { type Result, refuse } from '~/core/result';
import { inTransaction } from '~/db/client.server';
import { writeAudit } from '~/db/queries/practice';
import {
  beginTry,
  closeAuthSession,
  endTry,
  forgetTries,
  openAuthSession,
  signedInBy,
  staffByEmail,
  triesSince,
} from '~/db/queries/principal';
import { type Principal, principalOf } from './principal';
import { inTurn } from './turns';

const sessionDays = 14;
/** Argon2id with the memory and passes that OWASP's password page recommends. */
const argon = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/**
 * Tries within the window. One e-mail from one address is refused first, so that nobody elsewhere is locked out; one e-mail
 * guessed from everywhere much later. An address with many failures is served one at a time and slowly, never refused:
 * others may sit behind it.
 */
export const signInLimits = {
  windowMinutes: 15,
  perPair: 8,
  perEmail: 60,
  slowAfter: 30,
  slowMs: 1000,
} as const;

export const sessionCookie = createCookie('pillar', {
  httpOnly: true,
  sameSite: 'lax',
  path: '/',
  maxAge: sessionDays * 86_400,
  secure: process.env.PILLAR_HTTPS === '1',
});

export const hashPassword = (password: string): Promise<string> => hash(password, argon);
export const passwordMatches = (stored: string, password: string): Promise<boolean> =>
  verify(stored, password);

export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Compared against when the e-mail is unknown, so that both refusals take the same time. */
let decoy: Promise<string> | undefined;

/**
 * Checks e-mail and password; gives a new session token, or a refusal that does not say which was wrong. The try is written
 * down before the password is looked at, so that guesses at the same moment count one another.
 */
export async function signIn(
  email: string,
  password: string,
  address: string,
): Promise<Result<{ token: string }>> {
  const name = email.trim().toLowerCase();
  const since = new Date(Date.now() - signInLimits.windowMinutes * 60_000);
  const tryId = await beginTry(name, address);
  const tries = await triesSince(name, address, since);
  if (tries.pair > signInLimits.perPair || tries.email > signInLimits.perEmail) {
    await endTry(tryId);
    return refuse('sign_in.too_many', { minutes: signInLimits.windowMinutes });
  }
  const check = async () => {
    const found = await staffByEmail(name);
    decoy ??= hashPassword('decoy');
    const matches = await passwordMatches(found?.passwordHash ?? (await decoy), password);
    return matches && found && !found.disabled ? found : undefined;
  };
  const person =
    tries.address > signInLimits.slowAfter
      ? await inTurn(address, signInLimits.slowMs, check)
      : await check();
  if (person === 'too_long') return refuse('sign_in.too_many', { minutes: 1 });
  if (!person) return refuse('sign_in.no_match');
  await forgetTries(name, address);
  const token = randomBytes(32).toString('base64url');
  await inTransaction(async () => {
    await openAuthSession(tokenHash(token), person.id, new Date(Date.now() + sessionDays * 86_400_000));
    await writeAudit({
      practiceId: person.practiceId,
      staffId: person.id,
      action: 'sign_in',
      subject: 'session',
    });
  });
  return { ok: true, value: { token } };
}

export async function tokenOf(request: Request): Promise<string | undefined> {
  const token: unknown = await sessionCookie.parse(request.headers.get('cookie'));
  return typeof token === 'string' && token.length > 20 ? token : undefined;
}

/** Who sent this request; undefined when nobody is signed in. */
export async function whoIs(request: Request): Promise<Principal | undefined> {
  const token = await tokenOf(request);
  const rows = token ? await signedInBy(tokenHash(token)) : undefined;
  return rows && principalOf(rows);
}

export async function signOut(request: Request): Promise<void> {
  const token = await tokenOf(request);
  if (token) await closeAuthSession(tokenHash(token));
}

/** An address no page of ours has: what comes out on it stayed within the site. */
const home = 'http://pillar.invalid';

/**
 * A page of this site to go on to after signing in; anything else becomes the start page. The address is read as a browser
 * reads it, and its origin compared, so that no spelling leads elsewhere.
 */
export function safeNext(next: string | null): string {
  if (!next) return '/';
  let url: URL;
  try {
    url = new URL(next, home);
  } catch {
    return '/';
  }
  if (url.origin !== home || url.username !== '' || /^\/sign-/.test(url.pathname)) return '/';
  return `${url.pathname}${url.search}${url.hash}`.replace(/^\/{2,}/, '/');
}
