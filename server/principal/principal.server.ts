import { createContext, data, type RouterContextProvider, redirect } from 'react-router';
import { isDatabaseDown } from '~/db/client.server';
import type { SignedIn } from '~/db/queries/practice';
import { whoIs } from './sign-in.server';

const signedInContext = createContext<SignedIn | null>(null);

/** The person behind the request; every route below the signed-in layout has one. */
export function who(context: Readonly<RouterContextProvider>): SignedIn {
  const person = context.get(signedInContext);
  if (!person) throw new Error('a route outside the signed-in layout asked who is signed in');
  return person;
}

/**
 * Lets only signed-in people past. Pages go to sign-in and come back; the data route of trials answers 401, so that
 * the station can keep the trial and say so.
 */
export async function requireSignedIn(
  { request, context }: { request: Request; context: Readonly<RouterContextProvider> },
  next: () => Promise<Response>,
): Promise<Response> {
  try {
    const person = await whoIs(request);
    if (!person) {
      const url = new URL(request.url);
      if (url.pathname === '/trials') return Response.json({ error: 'signed-out' }, { status: 401 });
      const here = `${url.pathname.replace(/\.data$/, '').replace(/^\/_root$/, '/')}${url.search.replace(/[?&]_routes=[^&]*/, '')}`;
      throw redirect(`/sign-in?next=${encodeURIComponent(here)}`);
    }
    context.set(signedInContext, person);
    return await next();
  } catch (error) {
    if (isDatabaseDown(error)) throw databaseAway();
    throw error;
  }
}

const databaseAway = () =>
  data(
    {
      message:
        'What you saved before is safe. Trials you take now are kept on this device and sent when the database answers again.',
    },
    { status: 503 },
  );
