import { href, Link, Outlet, useFetcher } from 'react-router';
import { AthleteBar } from '~/app/components/athlete-bar';
import { Button } from '~/app/components/button';
import { Notice } from '~/app/components/notice';
import { Paper } from '~/app/components/paper';
import { AthletePath } from '~/app/components/path';
import { awayText } from '~/app/lib/format';
import { issuesText } from '~/app/words/issue-text';
import type { Issue } from '~/core/result';
import { principalIn, subjectIn } from '~/server/principal/middleware.server';
import { athleteFrame } from '~/server/views/athlete';
import type { Route } from './+types/frame';

export const loader = async ({ params, context }: Route.LoaderArgs) =>
  athleteFrame(principalIn(context), await subjectIn({ params, context }));

export default function AthleteFrame({ loaderData }: Route.ComponentProps) {
  const { id, name, line, event, steps, cautions, flags, today, practice, mayCloseFlags } = loaderData;
  return (
    <>
      <header className="no-print flex flex-wrap items-end justify-between gap-x-6 gap-y-2">
        <div>
          <h1 className="text-4xl sm:text-5xl">
            <Link to={href('/athletes/:athleteId', { athleteId: id })} className="no-underline">
              {name}
            </Link>
          </h1>
          <p className="figures mt-1.5 text-quiet">
            {line}
            {event ? ` · ${event.name} ${awayText(event.onDate, today)}` : ''}
          </p>
        </div>
        <p className="flex gap-6">
          <Link to={href('/athletes/:athleteId/links', { athleteId: id })} className="py-2">
            Own link
          </Link>
          <Link to={href('/athletes/:athleteId/edit', { athleteId: id })} className="py-2">
            Edit
          </Link>
        </p>
      </header>
      {cautions.length > 0 ? (
        <p className="no-print mt-2 flex flex-wrap gap-2">
          {cautions.map((caution) => (
            <span key={caution.id} className="border border-ink bg-chalk px-2 py-0.5 text-aside">
              <span aria-hidden="true">△ </span>
              {caution.name}
            </span>
          ))}
        </p>
      ) : null}
      <div className="mt-5">
        <AthletePath athleteId={id} steps={steps} />
      </div>
      <AthleteBar athleteId={id} name={name} steps={steps} />
      {flags.map((flag) => (
        <FlagNotice key={flag.id} athleteId={id} flag={flag} mayClose={mayCloseFlags} />
      ))}
      <Paper name={name} line={line} practice={practice} today={today}>
        <div className="mt-8 print:mt-0">
          <Outlet />
        </div>
      </Paper>
    </>
  );
}

interface FlagNoticeProps {
  readonly athleteId: string;
  readonly flag: { readonly id: string; readonly text: string };
  readonly mayClose: boolean;
}

function FlagNotice({ athleteId, flag, mayClose }: FlagNoticeProps) {
  const fetcher = useFetcher<{ issues?: readonly Issue[] }>();
  const issues = fetcher.data?.issues ?? [];
  return (
    <Notice word="Open flag" strong className="no-print mt-5">
      <p>
        {flag.text} Consider a referral. What it holds stays held until a coach closes it with a reason.{' '}
        <Link
          to={href('/athletes/:athleteId/flags/:flagId/note', { athleteId, flagId: flag.id })}
          className="inline-flex min-h-8 items-center"
        >
          Note for a practitioner
        </Link>
      </p>
      {mayClose ? (
        <fetcher.Form
          method="post"
          action={href('/athletes/:athleteId/flags/:flagId', { athleteId, flagId: flag.id })}
          className="mt-3 flex flex-wrap items-start gap-3"
        >
          <label className="grow">
            <span className="sr-only">Reason for closing the flag</span>
            <input name="reason" className="field-input" placeholder="Why it is closed" />
            {issues.length > 0 ? <span className="mt-1 block font-bold">▲ {issuesText(issues)}</span> : null}
          </label>
          <Button disabled={fetcher.state !== 'idle'}>Close the flag</Button>
        </fetcher.Form>
      ) : null}
    </Notice>
  );
}
