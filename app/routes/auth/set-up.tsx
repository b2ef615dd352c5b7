import { data, Form, href, redirect, useNavigation } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError, TextField } from '~/app/components/field';
import { statusOf } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { issuesText, issueText } from '~/app/words/issue-text';
import { setUpPractice } from '~/server/commands/set-up-practice';
import { isEmpty } from '~/server/views/door';
import type { Route } from './+types/set-up';

export const meta: Route.MetaFunction = () => pageTitle('Set up');

/** Only where there is no practice yet. */
async function onlyOnce(): Promise<void> {
  if (!(await isEmpty())) throw redirect(href('/sign-in'));
}

export async function loader() {
  await onlyOnce();
  return { timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone };
}

export async function action({ request }: Route.ActionArgs) {
  await onlyOnce();
  const { password, ...form } = Object.fromEntries(await request.formData());
  const made = await setUpPractice({ ...form, password });
  if (made.ok) return redirect(href('/sign-in'));
  return data({ form, issues: made.issues }, { status: statusOf(made.issues) });
}

/** The first practice and its owner. */
export default function SetUp({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle';
  const issues = actionData?.issues ?? [];
  const at = (field: string) => {
    const found = issues.filter((issue) => issue.path.at(-1) === field);
    return found.length > 0 ? found.map(issueText) : undefined;
  };
  const before = (field: string, otherwise = '') => {
    const typed = actionData?.form[field as keyof typeof actionData.form];
    return typeof typed === 'string' ? typed : otherwise;
  };
  return (
    <main className="mx-auto max-w-xl px-6 py-16">
      <h1 className="text-5xl">A practice begins</h1>
      <p className="mt-3">
        Nobody works here yet. Whoever fills this in becomes the owner and adds the others.
      </p>
      <Form method="post" className="mt-8 space-y-5">
        <TextField
          label="Name of the practice"
          name="practice"
          defaultValue={before('practice')}
          errors={at('practice')}
        />
        <TextField
          label="Time zone"
          name="timeZone"
          hint="As Europe/London. Days begin and end by it."
          defaultValue={before('timeZone', loaderData.timeZone)}
          errors={at('timeZone')}
        />
        <TextField
          label="Your name"
          name="name"
          autoComplete="name"
          defaultValue={before('name')}
          errors={at('name')}
        />
        <TextField
          label="E-mail"
          name="email"
          type="email"
          autoComplete="username"
          defaultValue={before('email')}
          errors={at('email')}
        />
        <TextField
          label="Password"
          name="password"
          type="password"
          autoComplete="new-password"
          hint="At least 10 letters; several words are best."
          errors={at('password')}
        />
        <FormError>{issues.some((issue) => issue.path.length === 0) ? issuesText(issues) : null}</FormError>
        <Button look="next" disabled={busy}>
          Begin
        </Button>
      </Form>
    </main>
  );
}
