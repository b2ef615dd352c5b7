import { Outlet } from 'react-router';
import { requireSignedIn } from '~/server/principal/principal.server';
import type { Route } from './+types/signed-in';

export const middleware: Route.MiddlewareFunction[] = [requireSignedIn];

/** A loader of its own, so that the middleware runs on every navigation in the browser too. */
export function loader() {
  return null;
}

export default function SignedInLayout() {
  return <Outlet />;
}
