import { data, Form, href, useNavigation } from 'react-router';
import { Button } from '~/app/components/button';
import { FormError } from '~/app/components/field';
import { momentText } from '~/app/lib/format';
import { refusal, requireMay } from '~/app/lib/reply.server';
import { pageTitle } from '~/app/lib/title';
import { issuesText } from '~/app/words/issue-text';
import type { Issue } from '~/core/result';
import { counted } from '~/core/words/counted';
import { endLink, linkDays, makeLink } from '~/server/commands/links';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { linksView } from '~/server/views/own';
import type { Route } from './+types/links';

export const meta: Route.MetaFunction = () => pageTitle('Links');

export async function loader({ params, context }: Route.LoaderArgs) {
  return {
    ...(await linksView(principalIn(context), await subjectIn({ params, context }))),
    days: [...linkDays],
  };
}

interface Made {
  readonly made: { readonly link: string; readonly calendar: string };
  readonly issues: readonly Issue[];
}

export async function action({ params, request, context }: Route.ActionArgs) {
  const principal = principalIn(context);
  requireMay(principal, makeLink.action);
  const { op, ...sent } = Object.fromEntries(await request.formData());
  const athleteId = params.athleteId;
  if (op === 'end') {
    const ended = await endLink(principal, { ...sent, athleteId });
    return ended.ok ? null : refusal(ended.issues);
  }
  const made = await makeLink(principal, { ...sent, athleteId });
  if (!made.ok) return refusal(made.issues);
  const { origin } = new URL(request.url);
  const { token, calendarToken } = made.value;
  return data<Made>({
    made: {
      link: `${origin}${href('/own/:token', { token })}`,
      calendar: `${origin}${href('/calendar/:token', { token: calendarToken })}`,
    },
    issues: [],
  });
}

/** Links by which an athlete, or their guardian, comes without an account. */
export default function Links({ loaderData, actionData }: Route.ComponentProps) {
  const { links, mayMake, name, newLinkId, days } = loaderData;
  const busy = useNavigation().state !== 'idle';
  const made: Made['made'] | undefined =
    actionData && 'made' in actionData ? (actionData as Made).made : undefined;
  const issues = actionData?.issues ?? [];
  return (
    <>
      <h2 className="text-3xl">{name}’s own link</h2>
      <p className="mt-1 max-w-prose">
        It opens {name}’s card, the session on the mat, the log and their progress, and nothing else; no
        account is needed. Who has the address can open it, so send it to {name} alone.
      </p>
      {issues.length > 0 ? <FormError>{issuesText(issues)}</FormError> : null}
      {made ? (
        <div role="status" className="mt-4 max-w-prose border-l-8 border-zest bg-chalk p-4">
          <p className="font-bold">Copy it now: it is shown this once.</p>
          <Address label="Link" value={made.link} />
          <Address label="Calendar to subscribe to" value={made.calendar} />
        </div>
      ) : null}
      {mayMake ? (
        <Form method="post" className="mt-5 flex flex-wrap items-end gap-4">
          <input type="hidden" name="op" value="make" />
          <input type="hidden" name="id" value={newLinkId} />
          <label>
            <span className="block font-bold">For</span>
            <select name="holder" className="field-input">
              <option value="athlete">{name}</option>
              <option value="guardian">a guardian</option>
            </select>
          </label>
          <label>
            <span className="block font-bold">Holds for</span>
            <select name="days" defaultValue="90" className="field-input">
              {days.map((n) => (
                <option key={n} value={n}>
                  {counted(n, 'day')}
                </option>
              ))}
            </select>
          </label>
          <Button look={links.length === 0 ? 'next' : 'plain'} disabled={busy}>
            Make a link
          </Button>
        </Form>
      ) : null}
      <ul className="rule-list mt-6 max-w-3xl border-t border-mortar">
        {links.map((link) => {
          const holds = !link.ended && !link.over;
          return (
            <li key={link.id} className="flex flex-wrap items-center justify-between gap-x-6 gap-y-1 py-2">
              <p>
                <strong>{link.holder === 'guardian' ? 'A guardian' : name}</strong>,{' '}
                {link.ended ? '▨ ended' : link.over ? '▨ over' : `holds until ${momentText(link.expiresAt)}`}
                <span className="block text-aside text-quiet">
                  Made {momentText(link.createdAt)}.{' '}
                  {link.openedAt
                    ? `Opened ${counted(link.openedTimes, 'time')}, last ${momentText(link.openedAt)}.`
                    : 'Not opened yet.'}{' '}
                  {link.agreedAt
                    ? `Agreed to ${momentText(link.agreedAt)}.`
                    : 'Its words are not agreed to yet.'}
                </span>
              </p>
              {holds && mayMake ? (
                <Form method="post">
                  <input type="hidden" name="op" value="end" />
                  <input type="hidden" name="id" value={link.id} />
                  <Button
                    look="quiet"
                    disabled={busy}
                    aria-label={`End the link made ${momentText(link.createdAt)}`}
                  >
                    End it
                  </Button>
                </Form>
              ) : null}
            </li>
          );
        })}
      </ul>
    </>
  );
}

function Address({ label, value }: { label: string; value: string }) {
  return (
    <label className="mt-2 block">
      <span className="text-quiet">{label}</span>
      <input
        readOnly
        value={value}
        onFocus={(event) => event.target.select()}
        className="field-input figures w-full"
      />
    </label>
  );
}
