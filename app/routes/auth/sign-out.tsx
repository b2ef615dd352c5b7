import { href, redirect } from 'react-router';
import { sessionCookie, signOut } from '~/server/principal/sign-in.server';
import type { Route } from './+types/sign-out';

export async function action({ request }: Route.ActionArgs) {
  await signOut(request);
  return redirect(href('/sign-in'), {
    headers: { 'Set-Cookie': await sessionCookie.serialize('', { maxAge: 0 }) },
  });
}

export const loader = () => redirect('/');
