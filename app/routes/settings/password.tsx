import { useForm } from '@conform-to/react';
import { Form, useNavigation } from 'react-router';
import { z } from 'zod';
import { Button } from '~/app/components/button';
import { FormError, TextField } from '~/app/components/field';
import { submitted } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { changePassword } from '~/server/commands/staff';
import { principalIn } from '~/server/principal/middleware.server';
import { tokenHash, tokenOf } from '~/server/principal/sign-in.server';
import type { Route } from './+types/password';

export const meta: Route.MetaFunction = () => pageTitle('Password');

export function loader({ context }: Route.LoaderArgs) {
  const { mustChangePassword, settings, staffName } = principalIn(context);
  return { mustChangePassword, letters: settings.passwordLetters, staffName };
}

const typed = z
  .object({
    old: z.string({ error: 'password.old' }),
    fresh: z.string({ error: 'password.short' }),
    again: z.string().default(''),
  })
  .refine(({ fresh, again }) => fresh === again, { error: 'password.repeat', path: ['again'] });

export async function action({ request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  const token = await tokenOf(request);
  const keepTokenHash = token && tokenHash(token);
  return submitted(
    { principal, command: changePassword },
    await request.formData(),
    typed,
    ({ old, fresh }) => changePassword.perform(principal, { old, fresh, keepTokenHash }),
    '/',
  );
}

export default function Password({ loaderData, actionData }: Route.ComponentProps) {
  const [form, fields] = useForm<{ old: string; fresh: string; again: string }>({
    lastResult: actionData?.result,
  });
  const busy = useNavigation().state !== 'idle';
  return (
    <Form method="post" id={form.id} onSubmit={form.onSubmit} noValidate className="max-w-md space-y-5">
      <h1 className="text-4xl">
        {loaderData.mustChangePassword ? 'Choose your own password' : 'Your password'}
      </h1>
      <p>
        {loaderData.mustChangePassword
          ? 'The one you were given is for the first sign-in only. '
          : 'Your other browsers are signed out. '}
        At least {loaderData.letters} letters; several words are best.
      </p>
      <TextField
        label="The one you have"
        name="old"
        type="password"
        autoComplete="current-password"
        errors={fields.old.errors}
      />
      <TextField
        label="The new one"
        name="fresh"
        type="password"
        autoComplete="new-password"
        errors={fields.fresh.errors}
      />
      <TextField
        label="The new one again"
        name="again"
        type="password"
        autoComplete="new-password"
        errors={fields.again.errors}
      />
      <FormError>{form.errors?.join(' ')}</FormError>
      <Button look="next" disabled={busy}>
        Change it
      </Button>
    </Form>
  );
}
