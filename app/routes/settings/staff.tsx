import { Form, href, Link, useFetcher } from 'react-router';
import { v7 as uuidv7 } from 'uuid';
import { Button } from '~/app/components/button';
import { FormError, SelectField, TextField } from '~/app/components/field';
import { HeadCells } from '~/app/components/head-cells';
import { Scroller } from '~/app/components/scroller';
import { refusal, requireMay } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import type { Issue } from '~/core/result';
import { addStaff } from '~/server/commands/staff';
import { principalIn } from '~/server/principal/middleware.server';
import { staffView } from '~/server/views/practice';
import type { Route } from './+types/staff';

export const meta: Route.MetaFunction = () => pageTitle('Staff');

export async function loader({ context }: Route.LoaderArgs) {
  const principal = principalIn(context);
  requireMay(principal, 'staff.manage');
  return { id: uuidv7(), ...(await staffView(principal)) };
}

export async function action({ request, context }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData());
  const added = await addStaff(principalIn(context), form);
  return added.ok
    ? { added: { name: String(form.name), password: added.value.password }, issues: [] as readonly Issue[] }
    : refusal(added.issues);
}

const roleWords = { owner: 'Owner', coach: 'Coach', assistant: 'Assistant' } as const;
type Role = keyof typeof roleWords;

export default function Staff({ loaderData, actionData }: Route.ComponentProps) {
  const { people, me, id } = loaderData;
  const added = actionData && 'added' in actionData ? actionData.added : undefined;
  return (
    <div className="max-w-4xl">
      <h1 className="text-4xl sm:text-5xl">Staff</h1>
      <p className="mt-2 max-w-prose text-quiet">
        Assistants test and log. Coaches also plan, decide, close flags and record a practitioner’s word.
        Owners manage people. <Link to={href('/settings/trail')}>What was done, by whom</Link>
      </p>
      <Scroller label="Staff" className="mt-6">
        <table className="w-full min-w-[44rem] text-left">
          <thead>
            <tr className="border-b-2 border-ink">
              <HeadCells className="py-2" names={['Name', 'Role', 'Password and sign-in']} />
            </tr>
          </thead>
          <tbody className="rule-list">
            {people.map((person) => (
              <PersonRow key={person.id} person={person} self={person.id === me} />
            ))}
          </tbody>
        </table>
      </Scroller>
      <Form method="post" className="mt-10 max-w-xl space-y-4" key={id}>
        <h2 className="text-2xl">Add somebody</h2>
        <input type="hidden" name="id" value={id} />
        <TextField label="Name" name="name" autoComplete="off" />
        <TextField label="E-mail" name="email" type="email" autoComplete="off" />
        <SelectField label="Role" name="role" defaultValue="assistant">
          {Object.entries(roleWords).map(([role, word]) => (
            <option key={role} value={role}>
              {word}
            </option>
          ))}
        </SelectField>
        <FormError>{actionData?.issues.length ? issuesText(actionData.issues) : null}</FormError>
        <Button look="next">Add</Button>
      </Form>
      {added ? <Handed name={added.name} password={added.password} /> : null}
    </div>
  );
}

/** A password to hand over; it is shown once and must be changed at the first sign-in. */
function Handed({ name, password }: { name: string; password: string }) {
  return (
    <p role="status" className="mt-4 border-2 border-ink bg-chalk px-4 py-3">
      First password for {name}: <strong className="figures">{password}</strong>. Hand it over now: it is
      shown this once, and must be changed at the first sign-in.
    </p>
  );
}

interface PersonRowProps {
  readonly person: {
    readonly id: string;
    readonly name: string;
    readonly email: string;
    readonly role: Role;
    readonly disabled: boolean;
    readonly mustChangePassword: boolean;
  };
  readonly self: boolean;
}

function PersonRow({ person, self }: PersonRowProps) {
  const change = useFetcher<{ issues?: readonly Issue[] }>();
  const reset = useFetcher<{ password?: string; issues?: readonly Issue[] }>();
  const out = useFetcher<{ issues?: readonly Issue[] }>();
  const issues = [change, reset, out].flatMap((fetcher) => fetcher.data?.issues ?? []);
  return (
    <tr>
      <th scope="row" className="py-2.5 pr-4 font-bold">
        {person.name}
        <span className="block font-normal text-quiet">{person.email}</span>
        {person.disabled ? <span className="block font-normal">does not sign in any more</span> : null}
        {person.mustChangePassword && !person.disabled ? (
          <span className="block font-normal text-quiet">has not chosen a password yet</span>
        ) : null}
        {issues.length > 0 ? (
          <span role="alert" className="block">
            ▲ {issuesText(issues)}
          </span>
        ) : null}
      </th>
      <td className="py-2.5 pr-4">
        <change.Form
          method="post"
          action={href('/settings/staff/:staffId', { staffId: person.id })}
          className="flex flex-wrap gap-2"
        >
          <label>
            <span className="sr-only">Role of {person.name}</span>
            <select name="role" defaultValue={person.role} className="field-input">
              {Object.entries(roleWords).map(([role, word]) => (
                <option key={role} value={role}>
                  {word}
                </option>
              ))}
            </select>
          </label>
          <Button name="disabled" value={String(person.disabled)}>
            Save the role
          </Button>
          {self ? null : (
            <Button look="quiet" name="disabled" value={String(!person.disabled)}>
              {person.disabled ? 'Let in again' : 'Shut out'}
            </Button>
          )}
        </change.Form>
      </td>
      <td className="py-2.5">
        <div className="flex flex-wrap gap-2">
          <reset.Form
            method="post"
            action={href('/settings/staff/:staffId/password', { staffId: person.id })}
          >
            <Button look="quiet">New password</Button>
          </reset.Form>
          <out.Form method="post" action={href('/settings/staff/:staffId/sign-out', { staffId: person.id })}>
            <Button look="quiet">Sign out everywhere</Button>
          </out.Form>
        </div>
        {reset.data?.password ? <Handed name={person.name} password={reset.data.password} /> : null}
      </td>
    </tr>
  );
}
