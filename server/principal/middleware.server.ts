import { createContext, data, type RouterContextProvider, redirect } from 'react-router';
import { isDatabaseDown } from '~/db/client.server';
import { type LinkRow, linkBy, linkByCalendar, markOpened } from '~/db/queries/links';
import { beginTry, triesSince } from '~/db/queries/principal';
import { requestAddressContext } from './context';
import { linkPrincipalOf, type Principal } from './principal';
import { tokenHash, whoIs } from './sign-in.server';
import { type AthleteStanding, loadStanding, type Subject, subjectOf } from './subject';

type Context = Readonly<RouterContextProvider>;
interface Passing {
  readonly request: Request;
  readonly context: Context;
}

interface Asking {
  readonly params: Readonly<Record<string, string | undefined>>;
  readonly context: Context;
}

const principalContext = createContext<Principal | null>(null);
const linkContext = createContext<LinkRow | null>(null);
const subjectContext = createContext<Promise<Subject> | null>(null);
const standingContext = createContext<Promise<AthleteStanding> | null>(null);

/** Who acts in this request; every route below the signed-in layout has one. */
export function principalIn(context: Context): Principal {
  const principal = context.get(principalContext);
  if (!principal) throw new Error('a route outside the signed-in layout asked who acts');
  return principal;
}

async function readSubject({ params, context }: Asking): Promise<Subject> {
  const subject = await subjectOf(principalIn(context), params.athleteId);
  if (!subject) throw notFound('This athlete');
  return subject;
}

/** The athlete of the address with all that decides what they may do; read once a request, by whoever asks first. */
export function subjectIn(asking: Asking): Promise<Subject> {
  const known = asking.context.get(subjectContext);
  if (known) return known;
  const reading = readSubject(asking);
  asking.context.set(subjectContext, reading);
  return reading;
}

/** Where the athlete of the address stands; read once a request too. */
export function standingIn(asking: Asking): Promise<AthleteStanding> {
  const known = asking.context.get(standingContext);
  if (known) return known;
  const reading = subjectIn(asking).then((subject) => loadStanding(principalIn(asking.context), subject));
  asking.context.set(standingContext, reading);
  return reading;
}

/** One answer for unknown and foreign ids alike, so that nothing is learnt of other practices. */
export const notFound = (what = 'This page') =>
  data({ message: `${what} is not here: it was removed, or it belongs to somebody else.` }, { status: 404 });

export const forbidden = (message: string) => data({ message }, { status: 403 });

const databaseAway = () =>
  data(
    {
      message:
        'What you saved before is safe. Trials and logs you take now are kept on this device and sent when the database answers again.',
    },
    { status: 503 },
  );

/** The page of a request, whether it was asked for whole or as data. */
export function pageOf(request: Request): string {
  const url = new URL(request.url);
  url.searchParams.delete('_routes');
  url.searchParams.delete('index');
  return `${url.pathname.replace(/\.data$/, '').replace(/^\/_root$/, '/')}${url.search}`;
}

/** Where a person who was given a password goes until they have one of their own. */
const ownPassword = '/settings/password';

/**
 * Lets only signed-in people past. Pages go to sign-in and come back; the data route of devices answers 401, so that the
 * device can keep the entry and say so.
 */
export async function requirePrincipal(
  { request, context }: Passing,
  next: () => Promise<Response>,
): Promise<Response> {
  try {
    const principal = await whoIs(request);
    const page = pageOf(request);
    if (!principal) {
      if (page === '/sync')
        return Response.json(
          { issues: [{ code: 'sync.signed_out', path: [], values: {} }] },
          { status: 401 },
        );
      throw redirect(`/sign-in?next=${encodeURIComponent(page)}`);
    }
    if (principal.mustChangePassword && page !== ownPassword && page !== '/sync') throw redirect(ownPassword);
    context.set(principalContext, principal);
    return await next();
  } catch (error) {
    if (isDatabaseDown(error)) throw databaseAway();
    throw error;
  }
}

/** Wrong addresses from one place within the window, after which it is told nothing more. */
const linkLimits = { windowMinutes: 15, wrong: 30 } as const;
/** Under which wrong links are counted, beside wrong passwords. */
const linkName = 'link';

/** One answer for links that never were, are over or were ended: nothing is learnt of them. */
const linkOver = () =>
  data(
    { message: 'This link does not hold any more, or was mistyped. Ask your coach for a new one.' },
    { status: 404 },
  );

/** Whose link a token is; wrong ones are counted by where they come from. */
async function byToken<T>(
  find: (hash: string, at: Date) => Promise<T | undefined>,
  token: string,
  address: string,
) {
  const since = new Date(Date.now() - linkLimits.windowMinutes * 60_000);
  const { pair } = await triesSince(linkName, address, since);
  if (pair > linkLimits.wrong)
    throw data({ message: 'Too many wrong links from here. Wait a quarter of an hour.' }, { status: 429 });
  const rows = await find(tokenHash(token), new Date());
  if (!rows) await beginTry(linkName, address);
  return rows;
}

/** Lets only who has a link past, as the athlete it is for. Data routes of devices answer 401, so that nothing kept there is lost. */
export async function requireLink(
  { params, request, context }: Passing & Pick<Asking, 'params'>,
  next: () => Promise<Response>,
): Promise<Response> {
  try {
    const rows = await byToken(linkBy, params.token ?? '', context.get(requestAddressContext));
    if (!rows) {
      if (/\/(?:sync|live\/[^/]+)$/.test(new URL(request.url).pathname))
        return Response.json({ issues: [{ code: 'sync.link_over', path: [], values: {} }] }, { status: 401 });
      throw linkOver();
    }
    context.set(principalContext, linkPrincipalOf(rows));
    context.set(linkContext, rows.link);
    await markOpened(rows.link.id, new Date());
    return await next();
  } catch (error) {
    if (isDatabaseDown(error)) throw databaseAway();
    throw error;
  }
}

/** The link of this request. */
export function linkIn(context: Context): LinkRow {
  const link = context.get(linkContext);
  if (!link) throw new Error('a route outside the links asked which one it is');
  return link;
}

/** The athlete of this request's link. */
export async function linkSubjectIn(context: Context): Promise<Subject> {
  const subject = await subjectOf(principalIn(context), linkIn(context).athleteId);
  if (!subject) throw linkOver();
  return subject;
}

/** Who asks for the calendar of a link, by the calendar's own token. */
export async function calendarPrincipal(token: string, address: string): Promise<Principal> {
  const rows = await byToken(linkByCalendar, token, address);
  if (!rows) throw linkOver();
  return linkPrincipalOf(rows);
}
