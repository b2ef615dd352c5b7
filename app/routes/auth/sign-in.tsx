import { useEffect } from 'react';
import { data, Form, href, redirect, useNavigation } from 'react-router';
import { z } from 'zod';
import { Button } from '~/app/components/button';
import { FormError, TextField } from '~/app/components/field';
import { SmallPillar } from '~/app/components/pillar';
import { forgetLastSeen } from '~/app/lib/edition';
import { statusOf } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import { type Issue, issue } from '~/core/result';
import { isDatabaseDown } from '~/server/http/away';
import { requestAddressContext } from '~/server/principal/context';
import { safeNext, sessionCookie, signIn, whoIs } from '~/server/principal/sign-in.server';
import { isEmpty } from '~/server/views/door';
import type { Route } from './+types/sign-in';

export const meta: Route.MetaFunction = () => pageTitle('Sign in');

const schema = z.object({ email: z.string().trim().min(1).max(200), password: z.string().min(1).max(500) });

export async function loader({ request }: Route.LoaderArgs) {
  const next = safeNext(new URL(request.url).searchParams.get('next'));
  const principal = await whoIs(request).catch(() => undefined);
  if (principal) throw redirect(next);
  // Where nobody works yet, somebody begins.
  if (await isEmpty().catch(() => false)) throw redirect(href('/set-up'));
  return { next };
}

export async function action({ request, context }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData());
  const next = safeNext(typeof form.next === 'string' ? form.next : null);
  const parsed = schema.safeParse(form);
  const email = typeof form.email === 'string' ? form.email.slice(0, 200) : '';
  const refused = (issues: readonly Issue[], status: number) => data({ email, issues }, { status });
  if (!parsed.success) return refused([issue('sign_in.empty')], 400);
  try {
    const result = await signIn(parsed.data.email, parsed.data.password, context.get(requestAddressContext));
    if (!result.ok) return refused(result.issues, statusOf(result.issues, 401));
    return redirect(next, { headers: { 'Set-Cookie': await sessionCookie.serialize(result.value.token) } });
  } catch (error) {
    if (!isDatabaseDown(error)) throw error;
    return refused([issue('sign_in.away')], 503);
  }
}

/** A pillar for the door, sound but for one stone. */
const door = [
  'pelvic_level',
  'hip_extension',
  'anti_lateral',
  'anti_rotation',
  'extension_endurance',
  'anti_extension',
  'trunk_flexion_control',
  'breath_brace',
  'reactive',
].map((quality, i) => ({
  quality,
  side: 'both' as const,
  capability: quality === 'breath_brace' ? 55 : 100,
  confidence: 1,
  demand: [5, 4, 4, 4, 5, 4, 3, 4, 5][i] ?? 4,
}));

export default function SignInPage({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state === 'submitting';
  // Nobody is signed in: what was last seen of a practice is nobody's.
  useEffect(() => void forgetLastSeen(), []);
  return (
    <main className="grid min-h-dvh md:grid-cols-[minmax(14rem,34%)_1fr]">
      <div className="wall hidden items-end justify-center overflow-hidden text-chalk md:flex">
        <div className="w-full origin-bottom scale-[6.4] [&_svg]:mx-auto" aria-hidden="true">
          <SmallPillar parts={door} next={{ quality: 'breath_brace', side: 'both' }} />
        </div>
      </div>
      <div className="flex flex-col justify-center px-6 py-12 sm:px-16">
        <h1 className="text-5xl sm:text-6xl">Zest Pillar</h1>
        <p className="mt-3 max-w-md text-lg">
          Screen the trunk and pelvis, link it to the sport, plan the season, coach the week.
        </p>
        <Form method="post" className="mt-10 max-w-sm space-y-5">
          <input type="hidden" name="next" value={loaderData.next} />
          <TextField
            label="E-mail"
            name="email"
            type="email"
            autoComplete="username"
            defaultValue={actionData?.email}
            required
          />
          <TextField
            label="Password"
            name="password"
            type="password"
            autoComplete="current-password"
            required
          />
          <FormError>{actionData ? issuesText(actionData.issues) : null}</FormError>
          <Button look="next" disabled={busy} className="w-full">
            Sign in
          </Button>
        </Form>
        <p className="mt-10 max-w-md text-quiet">
          Training guidance from a coach. Not medical advice. Local rules and licensed practitioners come
          first.
        </p>
      </div>
    </main>
  );
}
